using Corlin.Core.Calendars;
using Corlin.Interchange.Html;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Interchange.Tests;

/// <summary>What of rich text may stay, and what is read of it.</summary>
public sealed class RichTextTests
{
    [Theory]
    [InlineData("<p>One</p><p>Two</p>", "One\nTwo", null)]
    [InlineData("One<br>Two", "One\nTwo", null)]
    [InlineData("<p>Quay <strong>3</strong></p>", "Quay 3", "<p>Quay <strong>3</strong></p>")]
    [InlineData("<ul><li><p>Rent</p></li><li>Quay 3</li></ul>", "- Rent\n- Quay 3", "<ul><li><p>Rent</p></li><li>Quay 3</li></ul>")]
    [InlineData("<ol><li>Rent</li><li>Quay 3</li></ol>", "1. Rent\n2. Quay 3", "<ol><li>Rent</li><li>Quay 3</li></ol>")]
    [InlineData("<h3>Lease</h3><p>Draft 4</p>", "Lease\nDraft 4", "<h3>Lease</h3><p>Draft 4</p>")]
    [InlineData(
        "<p><a href=\"https://charts.ebbline.example/\">Chart</a></p>",
        "Chart (https://charts.ebbline.example/)",
        "<p><a href=\"https://charts.ebbline.example/\">Chart</a></p>"
    )]
    [InlineData("<p>a &lt; b &amp; c</p>", "a < b & c", null)]
    public void What_is_read_and_what_stays(string html, string plain, string? stays)
    {
        var read = RichTextReader.Read(html)!;
        Assert.Equal((plain, stays), (read.Plain, read.Html));
    }

    [Theory]
    [InlineData("<script>alert(1)</script>")]
    [InlineData("<style>p { color: red }</style>")]
    [InlineData("<svg><script>alert(1)</script></svg>")]
    [InlineData("<iframe src=\"https://elsewhere.example\">x</iframe>")]
    [InlineData("<img src=x onerror=alert(1)>")]
    [InlineData("  <p> </p>")]
    public void Nothing_is_left_of_what_only_runs(string html) => Assert.Null(RichTextReader.Read(html));

    [Theory]
    [InlineData("<p onclick=\"alert(1)\" style=\"position:fixed\" class=\"x\">Rent</p><ul><li>x</li></ul>")]
    [InlineData("<b>Rent</b><a href=\"javascript:alert(1)\">x</a>")]
    [InlineData("<b>Rent</b><a href=\"data:text/html,<script>alert(1)</script>\">x</a>")]
    [InlineData("<b>Rent</b><form action=\"https://elsewhere.example\"><input name=q><button>x</button></form>")]
    [InlineData("<b>Rent</b><math><mtext><table><mglyph><style><img src=x onerror=alert(1)></style></mglyph></table></mtext></math>")]
    [InlineData("<b>Rent</b><img src=\"https://elsewhere.example/seen.png\">")]
    [InlineData("<b>Rent</b><a href=\"https://x.example\" target=_blank onmouseover=alert(1)>x</a>")]
    public void What_could_run_or_reach_out_is_gone_and_the_words_stay(string html)
    {
        var read = RichTextReader.Read(html)!;
        Assert.Contains("Rent", read.Plain, StringComparison.Ordinal);
        foreach (
            var never in new[]
            {
                "script",
                "onclick",
                "onerror",
                "onmouseover",
                "style",
                "class",
                "form",
                "input",
                "img",
                "data:",
                "target",
            }
        )
            Assert.DoesNotContain(never, read.Html, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public void A_styled_agenda_goes_into_a_file_and_comes_back()
    {
        var entry = new Entry
        {
            PublicId = "x",
            Uid = "x@ebbline.example",
            Kind = EntryKind.Appointment,
            Home = default,
            Owner = default,
            MadeBy = default,
            MadeAt = Instant.MinValue,
            Time = new Core.Time.AllDayEntry(new LocalDate(2027, 3, 9), new LocalDate(2027, 3, 10)),
            Title = "Lease",
            Agenda = "- Rent; and, quay 3",
            StyledAgenda = "<ul><li>Rent; and, quay <strong>3</strong></li></ul>",
        };
        var text = CalendarWriter.ToText([entry], Instant.FromUtc(2027, 3, 8, 9, 0));
        var read = CalendarReader.Read(text, DateTimeZone.Utc).Single();
        Assert.Equal((entry.Agenda, entry.StyledAgenda), (read.Agenda, read.StyledAgenda));
    }
}
