using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Web.Features.Handing;

/// <summary>A feed as a page: the days on which something stands, with what its reader may know of it.</summary>
internal static class FeedPage
{
    private const string Style = """
        :root{--ground:#e5eceb;--water:#fff;--rule:#c6d2d0;--ink:#16282b;--soft:#4a5e61;--sea:#0d4a48}
        @media(prefers-color-scheme:dark){:root{color-scheme:dark;--ground:#0f1d20;--water:#16282c;--rule:#2f4347;--ink:#e4eeec;
        --soft:#a3b7b8;--sea:#7fcabd}}
        body{margin:0;background:var(--ground);color:var(--ink);font:15px/1.5 system-ui,sans-serif}
        main{max-width:40rem;margin:0 auto;padding:1.5rem 1rem 3rem}
        h1{font:400 1.75rem/1.25 Georgia,serif;margin:0}
        h2{font-size:15px;margin:0;padding:.6rem 1rem .2rem}
        section{background:var(--water);border-top:1px solid var(--rule);padding-bottom:.5rem}
        section:first-of-type{margin-top:1.25rem}
        ul{list-style:none;margin:0;padding:0 1rem}
        li{display:grid;grid-template-columns:8.5rem 1fr;gap:.75rem;padding:.15rem 0}
        time,.soft{color:var(--soft)}
        a{color:var(--sea)}
        @media(max-width:30rem){li{grid-template-columns:1fr;gap:0}}
        @media print{body{background:#fff}main{padding:0}nav{display:none}}
        """;

    public static string Of(SharedLane lane, string key, Instant now)
    {
        var zone = Zones.Get(lane.Zone);
        var page = new StringBuilder();
        page.Append(CultureInfo.InvariantCulture, $"<h1>{Safe(lane.Name)}</h1>\n");
        page.Append(
            CultureInfo.InvariantCulture,
            $"<p class=\"soft\">From {Safe(English.DayAndYear(lane.From))} on; times of {Safe(Zones.City(lane.Zone))}. As it stands at {English.Time(zone.ToLocal(now).TimeOfDay)} there.</p>\n"
        );
        if (lane.Entries.Count == 0)
            page.Append("<section><h2>Nothing scheduled in these days.</h2></section>\n");
        foreach (var day in lane.Entries.GroupBy(e => LocalDate.Max(lane.From, zone.ToLocal(e.Stretch.Start).Date)))
        {
            page.Append(CultureInfo.InvariantCulture, $"<section><h2>{Safe(English.Day(day.Key))} {day.Key.Year}</h2><ul>\n");
            foreach (var entry in day)
                page.Append(
                    CultureInfo.InvariantCulture,
                    $"<li><time>{Safe(When(entry, day.Key, zone))}</time><span>{Safe(What(entry))}</span></li>\n"
                );
            page.Append("</ul></section>\n");
        }

        if (lane.Cut)
            page.Append("<p>There is more than this page shows.</p>\n");
        page.Append(
            CultureInfo.InvariantCulture,
            $"<nav><p class=\"soft\">For a calendar program: <a href=\"{Safe(key)}/calendar.ics\">the entries</a>, or <a href=\"{Safe(key)}/busy.ics\">only what time is taken</a>.</p></nav>\n"
        );
        return Page(lane.Name, page.ToString());
    }

    /// <summary>Of a link that leads nowhere, or no longer.</summary>
    public static string Ended(string why) => Page("No calendar here", $"<h1>No calendar here</h1>\n<p>{Safe(why)}</p>\n");

    private static string Page(string title, string body) =>
        $"""
            <!doctype html>
            <html lang="en">
            <head>
            <meta charset="utf-8">
            <meta name="viewport" content="width=device-width, initial-scale=1">
            <meta name="robots" content="noindex">
            <link rel="icon" href="/corlin.svg">
            <title>{Safe(title)}</title>
            <style>{Style}</style>
            </head>
            <body>
            <main>
            {body}</main>
            </body>
            </html>
            """;

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

    private static string Safe(string text) => HtmlEncoder.Default.Encode(text);
}
