using System.Globalization;
using System.Text;
using Corlin.Application.Offers;
using Corlin.Application.Wording;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Web.Edge;
using NodaTime;

namespace Corlin.Web.Features.Offers;

/// <summary>An offer as somebody outside answers it: made for a telephone, in plain forms.</summary>
internal static class OfferPage
{
    private const string Style = """
        main{max-width:27rem}
        header{padding:.25rem 0 .75rem}
        header p{margin:.25rem 0}
        blockquote{margin:.75rem 0 0;padding:0 0 0 .75rem;border-left:3px solid var(--rule);white-space:pre-line}
        .time{border-top:1px solid var(--rule);padding:.8rem 0}
        .time p{display:flex;flex-wrap:wrap;justify-content:space-between;gap:0 1rem;margin:0;font-size:1.1rem}
        .time small{display:block;color:var(--soft);font-size:.88rem}
        .gone p{text-decoration:line-through;color:var(--soft)}
        .marks{display:grid;grid-template-columns:repeat(3,1fr);gap:.4rem;margin-top:.55rem}
        .mark{position:relative;display:grid;place-items:center;min-height:2.75rem;border:1px solid var(--rule);font-weight:600;
        cursor:pointer}
        .mark input{position:absolute;inset:0;opacity:0;margin:0;width:100%;height:100%;cursor:pointer}
        .mark:has(:checked){background:var(--sea);border-color:var(--sea);color:var(--on-sea)}
        .mark:has(:focus-visible){outline:3px solid var(--sea);outline-offset:2px}
        .mark:has(:disabled){opacity:.5}
        .one{margin-top:.55rem}
        button{font:inherit;font-weight:600;font-size:1rem;min-height:3rem;padding:0 1.25rem;border:1px solid var(--sea);
        background:var(--sea);color:var(--on-sea);width:100%;cursor:pointer}
        button.quiet{background:transparent;color:var(--sea)}
        button:focus-visible,textarea:focus-visible,select:focus-visible,summary:focus-visible,a:focus-visible
        {outline:3px solid var(--sea);outline-offset:2px}
        textarea,select{font:inherit;width:100%;box-sizing:border-box;border:1px solid var(--soft);
        background:var(--water);color:inherit;padding:.6rem}
        details{border-top:1px solid var(--rule);padding:.8rem 0}
        summary{cursor:pointer;min-height:1.6rem;text-decoration:underline;text-underline-offset:4px}
        details form,details div{display:grid;gap:.6rem;margin-top:.6rem}
        .said{background:var(--wash);padding:1rem;margin:0 0 1rem}
        .said b{display:block;font:400 1.45rem/1.3 var(--serif)}
        .wrong{color:var(--brick);font-weight:600}
        """;

    /// <summary>The towns by which a reader may have the times told.</summary>
    private static readonly string[] Towns =
    [
        "America/Los_Angeles",
        "America/Denver",
        "America/Chicago",
        "America/New_York",
        "America/Halifax",
        "America/Sao_Paulo",
        "Atlantic/Azores",
        "Europe/London",
        "Europe/Lisbon",
        "Europe/Paris",
        "Europe/Berlin",
        "Europe/Oslo",
        "Europe/Athens",
        "Europe/Istanbul",
        "Africa/Lagos",
        "Africa/Johannesburg",
        "Africa/Nairobi",
        "Asia/Dubai",
        "Asia/Karachi",
        "Asia/Kolkata",
        "Asia/Singapore",
        "Asia/Shanghai",
        "Asia/Tokyo",
        "Australia/Perth",
        "Australia/Sydney",
        "Pacific/Auckland",
    ];

    /// <param name="key">The last part of its address.</param>
    /// <param name="zone">By which the reader is told the times.</param>
    /// <param name="said">What they have just said, where it could not be taken; null otherwise.</param>
    /// <param name="wrong">Why it could not; or null.</param>
    public static string Of(OfferedView offer, string key, string zone, OfferAnswer? said, string? wrong)
    {
        var clock = new Clock(offer, Zones.Get(zone));
        var page = new StringBuilder();
        page.AppendLine(
            CultureInfo.InvariantCulture,
            $"<header><p class=\"soft\">{Safe(offer.Organiser)} {(offer.State == OfferState.Booked ? "meets you for" : "suggests a time for")}</p><h1>{Safe(offer.Title)}</h1>"
        );
        page.AppendLine(
            CultureInfo.InvariantCulture,
            $"<p>{Safe(English.Length(offer.Length))}{(offer.Where.Length == 0 ? "" : ", " + Safe(offer.Where))}. Times are those of <a href=\"#clock\">{Safe(Zones.City(zone))}</a>.</p>"
        );
        if (offer.Line is { Length: > 0 } line)
            page.AppendLine(CultureInfo.InvariantCulture, $"<blockquote>{Safe(line)}</blockquote>");
        page.AppendLine("</header>");
        if (wrong is not null)
            page.AppendLine(CultureInfo.InvariantCulture, $"<p class=\"wrong\" role=\"alert\">{Safe(wrong)}</p>");
        if (offer.State == OfferState.Booked)
            Booked(page, offer, clock);
        else if (offer.State != OfferState.Open)
            page.AppendLine("<p class=\"said\"><b>These times are offered no longer.</b> Ask for others where you got the link.</p>");
        else
            Open(page, offer, clock, zone, said);
        if (offer.State is OfferState.Open or OfferState.Booked)
            Foot(page, offer, key, zone);
        return PlainPage.Of(offer.Title, Style, page.ToString());
    }

    /// <summary>Of a link that leads nowhere.</summary>
    public static string Nothing(string why) => PlainPage.Of("Nothing here", Style, $"<h1>Nothing here</h1>\n<p>{Safe(why)}</p>\n");

    private static void Booked(StringBuilder page, OfferedView offer, Clock clock)
    {
        page.AppendLine(
            CultureInfo.InvariantCulture,
            $"<p class=\"said\" role=\"status\"><b>{Safe(clock.FromTo(offer.Booked!.Stretch))}</b>{clock.Also(offer.Booked.Stretch)} It is booked. An invitation comes by mail.</p>"
        );
        if (offer.Link is { } link)
            page.AppendLine(CultureInfo.InvariantCulture, $"<p><a href=\"{Safe(link)}\">Where it takes place by video</a></p>");
    }

    private static void Open(StringBuilder page, OfferedView offer, Clock clock, string zone, OfferAnswer? said)
    {
        if (offer.HasAnswered)
            page.AppendLine(
                CultureInfo.InvariantCulture,
                $"<p class=\"said\" role=\"status\">Your answer is kept. You can change it {Safe(clock.Until)}.</p>"
            );
        var marks = offer.Decision != OfferDecision.FirstChoice;
        var free = offer.Times.Any(t => t.Free);
        page.AppendLine(CultureInfo.InvariantCulture, $"<form method=\"post\" action=\"?zone={Uri.EscapeDataString(zone)}\">");
        foreach (var time in offer.Times)
            page.AppendLine(Time(time, clock, marks ? Marked(time, clock, said) : Chosen(time, clock, said)));
        if (marks)
            page.AppendLine(
                CultureInfo.InvariantCulture,
                $"<p><label for=\"words\">Anything else, or what would suit you better</label><textarea id=\"words\" name=\"words\" rows=\"3\" maxlength=\"{Offer.LongestWords}\">{Safe(said?.Words ?? offer.Words ?? "")}</textarea></p>"
            );
        if (free)
            page.AppendLine(
                CultureInfo.InvariantCulture,
                $"<p><button name=\"answer\" value=\"{(marks ? "marks" : "chosen")}\">{(marks ? "Send my answer" : "Book the chosen time")}</button></p>"
            );
        else
            page.AppendLine("<p>All of these times have been taken by something else meanwhile. Say what would suit you.</p>");
        page.AppendLine("</form>");
        if (!marks)
            NoneFits(page, offer, zone, said);
        page.AppendLine(
            CultureInfo.InvariantCulture,
            $"<p class=\"soft\">The times are kept for you {Safe(clock.Until)}.{(offer.Decision == OfferDecision.ByItself ? " The best for all is booked then, or when all have answered." : "")}</p>"
        );
    }

    private static string Time(OfferedTime time, Clock clock, string answer) =>
        $"<div class=\"time{(time.Free ? "" : " gone")}\"><p><b>{Safe(English.Day(clock.Day(time.Stretch)))}</b><span>{Safe(clock.Hours(time.Stretch))}</span></p>{clock.Also(time.Stretch)}{(time.Free ? answer : "<small>taken meanwhile</small>")}</div>";

    private static string Chosen(OfferedTime time, Clock clock, OfferAnswer? said) =>
        $"<label class=\"mark one\"><input type=\"radio\" name=\"time\" value=\"{time.Number}\" required aria-label=\"{Safe(clock.FromTo(time.Stretch))}\"{(said?.Chosen == time.Number ? " checked" : "")}>Choose this time</label>";

    private static string Marked(OfferedTime time, Clock clock, OfferAnswer? said)
    {
        var mark = said is { Marks: { IsEmpty: false } now } && time.Number < now.Length ? now[time.Number] : time.Mark;
        var name = Safe(clock.FromTo(time.Stretch));
        var choices = string.Concat(
            Enum.GetValues<OfferMark>()
                .Select(m =>
                    $"<label class=\"mark\"><input type=\"radio\" name=\"time{time.Number}\" value=\"{(int)m}\" required aria-label=\"{name}: {English.Word(m)}\"{(mark == m ? " checked" : "")}>{English.Capital(English.Word(m))}</label>"
                )
        );
        return $"<div class=\"marks\" role=\"radiogroup\" aria-label=\"{name}\">{choices}</div>";
    }

    private static void NoneFits(StringBuilder page, OfferedView offer, string zone, OfferAnswer? said)
    {
        var open = offer.HasAnswered || !offer.Times.Any(t => t.Free) || said is { Chosen: null } ? " open" : "";
        page.AppendLine(
            CultureInfo.InvariantCulture,
            $"<details{open}><summary>None of these fits</summary><form method=\"post\" action=\"?zone={Uri.EscapeDataString(zone)}\"><label for=\"words\">What would suit you?</label><textarea id=\"words\" name=\"words\" rows=\"3\" maxlength=\"{Offer.LongestWords}\">{Safe(said?.Words ?? offer.Words ?? "")}</textarea><div><button class=\"quiet\" name=\"answer\" value=\"none\">Say that none fits</button></div></form></details>"
        );
    }

    private static void Foot(StringBuilder page, OfferedView offer, string key, string zone)
    {
        var towns = Towns
            .Append(offer.OrganiserZone.Zone)
            .Append(offer.Zone)
            .Append(zone)
            .Distinct()
            .OrderBy(Zones.City, StringComparer.Ordinal)
            .Select(z => $"<option value=\"{Safe(z)}\"{(z == zone ? " selected" : "")}>{Safe(Zones.City(z))}</option>");
        page.AppendLine(
            CultureInfo.InvariantCulture,
            $"<nav><details id=\"clock\"><summary>Tell the times by another clock than that of {Safe(Zones.City(zone))}</summary><form method=\"get\"><label for=\"zone\">By the clock of</label><select id=\"zone\" name=\"zone\">{string.Concat(towns)}</select><div><button class=\"quiet\">Show</button></div></form></details>"
        );
        page.AppendLine(
            CultureInfo.InvariantCulture,
            $"<p class=\"soft\">For your calendar: <a href=\"{Safe(key)}/times.ics\">{(offer.State == OfferState.Booked ? "the meeting" : "these times, pencilled")}</a></p></nav>"
        );
    }

    private static string Safe(string text) => PlainPage.Safe(text);

    /// <summary>Times by the clock of the reader, with the organiser's where it says another.</summary>
    private sealed class Clock(OfferedView offer, DateTimeZone zone)
    {
        public string Until => $"until {English.Day(Local(offer.Until).Date)}, {English.Time(Local(offer.Until).TimeOfDay)}";

        public LocalDate Day(Stretch time) => Local(time.Start).Date;

        public string FromTo(Stretch time) => English.FromTo(Local(time.Start), Local(time.End));

        public string Hours(Stretch time)
        {
            var (start, end) = (Local(time.Start), Local(time.End));
            return start.Date == end.Date
                ? $"{English.Time(start.TimeOfDay)} to {English.Time(end.TimeOfDay)}"
                : $"{English.Time(start.TimeOfDay)} to {English.Day(end.Date)}, {English.Time(end.TimeOfDay)}";
        }

        /// <summary>The organiser's time in small, as HTML; empty where it is the same.</summary>
        public string Also(Stretch time)
        {
            var there = Zones.Get(offer.OrganiserZone.Zone).ToLocal(time.Start);
            var here = Local(time.Start);
            return there == here ? "" : $"<small>{Safe(English.AlsoAt(there, here.Date, offer.OrganiserZone.Town))}</small>";
        }

        private LocalDateTime Local(Instant moment) => zone.ToLocal(moment);
    }
}
