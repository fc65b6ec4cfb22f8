using Corlin.Application.Ports;
using Corlin.Core.Whereabouts;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Web.Adapters;

/// <summary>A calendar as its reader may know it, as an iCalendar object.</summary>
internal static class SharedLaneEntries
{
    public static void Write(TextWriter output, SharedLane lane, Instant stamp) =>
        CalendarWriter.Write(
            output,
            lane.Entries.Where(e => !e.Away).Select(e => e.ToEntry(lane.Zone)),
            stamp,
            _ => null,
            null,
            [.. lane.Entries.Where(e => e.Away).Select(e => new AbsenceInFile(e.Uid, e.TimeIn(lane.Zone), e.Title))]
        );

    public static string ToText(SharedLane lane, Instant stamp)
    {
        using var text = new StringWriter();
        Write(text, lane, stamp);
        return text.ToString();
    }
}
