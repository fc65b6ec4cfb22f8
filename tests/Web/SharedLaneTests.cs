using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Web.Adapters;
using Corlin.Web.Edge;
using NodaTime;

namespace Corlin.Web.Tests;

/// <summary>The file that goes to somebody outside who may see a calendar, read by a library that is not ours.</summary>
public class SharedLaneTests
{
    private static readonly Instant Start = Instant.FromUtc(2027, 3, 29, 8, 0);

    [Fact]
    public void What_may_be_seen_goes_along_as_a_file_with_its_times_and_no_more()
    {
        var part = Assert.IsType<MimeKit.TextPart>(
            Assert.Single(
                Written(
                    new SharedEntry(
                        "a@shared.corlin.invalid",
                        new Stretch(Start, Start + Duration.FromHours(1)),
                        false,
                        "Taken",
                        null,
                        TimeTaken.Firm
                    ),
                    new SharedEntry(
                        "b@shared.corlin.invalid",
                        new Stretch(Instant.FromUtc(2027, 3, 30, 23, 0), Instant.FromUtc(2027, 4, 1, 23, 0)),
                        true,
                        "Site, north",
                        "Yard",
                        TimeTaken.Pencilled
                    )
                ).Attachments
            )
        );
        Assert.Equal(("text/calendar", "calendar.ics"), (part.ContentType.MimeType, part.FileName));
        var events = Ical.Net.Calendar.Load(part.Text)!.Events.OrderBy(e => e.Uid, StringComparer.Ordinal).ToList();
        Assert.Equal(("Taken", new DateTime(2027, 3, 29, 8, 0, 0)), (events[0].Summary, events[0].Start!.AsUtc));
        Assert.Equal(
            ("Site, north", "Yard", true, new DateTime(2027, 3, 31), new DateTime(2027, 4, 2), "TENTATIVE"),
            (events[1].Summary, events[1].Location, events[1].IsAllDay, events[1].Start!.Value, events[1].End!.Value, events[1].Status)
        );
    }

    [Fact]
    public void Where_nothing_may_be_seen_no_file_goes_along() => Assert.Empty(Written().Attachments);

    private static MimeKit.MimeMessage Written(params SharedEntry[] entries)
    {
        var letter = new Letter(
            new("Noor", "noor@ebbline.example"),
            new("Lakshmi", "lakshmi@coromandel-marine.example"),
            "Open to you",
            "See the file.",
            Start
        )
        {
            Lane = new SharedLane("Maren Falk", "Europe/Lisbon", new LocalDate(2027, 3, 8), entries, Cut: false),
        };
        var written = new MailWriter(new StartOptions { Data = "none" }, new NoPapers()).Write("1@corlin.example", letter);
        return MimeKit.MimeMessage.Load(new MemoryStream(written.Source), TestContext.Current.CancellationToken);
    }

    private sealed class NoPapers : IPaperFiles
    {
        public Task<(string Hash, long Size)?> KeepAsync(Stream content, long mostBytes, CancellationToken cancel) =>
            throw new NotSupportedException();

        public Stream? Open(string hash) => null;

        public IEnumerable<string> KeptBefore(Instant moment) => [];

        public void Remove(string hash) => throw new NotSupportedException();
    }
}
