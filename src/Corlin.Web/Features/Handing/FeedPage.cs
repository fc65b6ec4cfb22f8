using System.Globalization;
using System.Text;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Web.Edge;
using NodaTime;

namespace Corlin.Web.Features.Handing;

/// <summary>A feed as a page: the days on which something stands, with what its reader may know of it.</summary>
internal static class FeedPage
{
    private const string Style = """
        h2{font-size:15px;margin:0;padding:.6rem 1rem .2rem}
        section{background:var(--water);border-top:1px solid var(--rule);padding-bottom:.5rem}
        section:first-of-type{margin-top:1.25rem}
        ul{list-style:none;margin:0;padding:0 1rem}
        li{display:grid;grid-template-columns:8.5rem 1fr;gap:.75rem;padding:.15rem 0}
        time{color:var(--soft)}
        @media(max-width:30rem){li{grid-template-columns:1fr;gap:0}}
        """;

    public static string Of(SharedLane lane, string key, Instant now)
    {
        var zone = Zones.Get(lane.Zone);
        var page = new StringBuilder();
        page.Append(CultureInfo.InvariantCulture, $"<h1>{PlainPage.Safe(lane.Name)}</h1>\n");
        page.Append(
            CultureInfo.InvariantCulture,
            $"<p class=\"soft\">From {PlainPage.Safe(English.DayAndYear(lane.From))} on; times of {PlainPage.Safe(Zones.City(lane.Zone))}. As it stands at {English.Time(zone.ToLocal(now).TimeOfDay)} there.</p>\n"
        );
        if (lane.Entries.Count == 0)
            page.Append("<section><h2>Nothing scheduled in these days.</h2></section>\n");
        foreach (var day in lane.Entries.GroupBy(e => LocalDate.Max(lane.From, zone.ToLocal(e.Stretch.Start).Date)))
        {
            page.Append(CultureInfo.InvariantCulture, $"<section><h2>{PlainPage.Safe(English.Day(day.Key))} {day.Key.Year}</h2><ul>\n");
            foreach (var entry in day)
                page.Append(
                    CultureInfo.InvariantCulture,
                    $"<li><time>{PlainPage.Safe(When(entry, day.Key, zone))}</time><span>{PlainPage.Safe(What(entry))}</span></li>\n"
                );
            page.Append("</ul></section>\n");
        }

        if (lane.Cut)
            page.Append("<p>There is more than this page shows.</p>\n");
        page.Append(
            CultureInfo.InvariantCulture,
            $"<nav><p class=\"soft\">For a calendar program: <a href=\"{PlainPage.Safe(key)}/calendar.ics\">the entries</a>, or <a href=\"{PlainPage.Safe(key)}/busy.ics\">only what time is taken</a>.</p></nav>\n"
        );
        return PlainPage.Of(lane.Name, Style, page.ToString());
    }

    /// <summary>Of a link that leads nowhere, or no longer.</summary>
    public static string Ended(string why) =>
        PlainPage.Of("No calendar here", Style, $"<h1>No calendar here</h1>\n<p>{PlainPage.Safe(why)}</p>\n");

    private static string What(SharedEntry entry)
    {
        var what = entry.Place is { Length: > 0 } place ? $"{entry.Title}, {place}" : entry.Title;
        return entry.Takes is TimeTaken.Pencilled or TimeTaken.Hold && entry.Title != "Pencilled" ? $"{what} (pencilled)" : what;
    }

    /// <summary>"09:00 to 10:30", "all day", "until Friday 12 March".</summary>
    private static string When(SharedEntry entry, LocalDate day, DateTimeZone zone)
    {
        var (start, end) = (zone.ToLocal(entry.Stretch.Start), zone.ToLocal(entry.Stretch.End));
        if (entry.AllDay)
            return end.Date > day.PlusDays(1) ? $"to {English.Day(end.Date.PlusDays(-1))}" : "all day";
        var from = start.Date < day ? "" : $"{English.Time(start.TimeOfDay)} ";
        return end.Date > day && end != day.PlusDays(1).AtMidnight()
            ? $"{from}to {English.Day(end.Date)} {English.Time(end.TimeOfDay)}"
            : $"{from}to {English.Time(end.TimeOfDay)}";
    }
}
