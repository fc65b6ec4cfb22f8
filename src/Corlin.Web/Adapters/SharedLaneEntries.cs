using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
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
            lane.Entries.Where(e => !e.Away).Select(e => Entry(e, lane.Zone)),
            stamp,
            _ => null,
            null,
            [.. lane.Entries.Where(e => e.Away).Select(e => new AbsenceInFile(e.Uid, Time(e, lane.Zone), e.Title))]
        );

    public static string ToText(SharedLane lane, Instant stamp)
    {
        using var text = new StringWriter();
        Write(text, lane, stamp);
        return text.ToString();
    }

    private static Entry Entry(SharedEntry shared, string zone) =>
        new()
        {
            PublicId = shared.Uid,
            Uid = shared.Uid,
            Kind = EntryKind.Appointment,
            Home = default,
            Owner = default,
            Time = Time(shared, zone),
            Title = shared.Title,
            Place = shared.Place,
            Takes = shared.Takes,
            MadeBy = default,
            MadeAt = default,
        };

    private static EntryTime Time(SharedEntry shared, string zone)
    {
        var (start, end) = (Zones.Get(zone).ToLocal(shared.Stretch.Start), Zones.Get(zone).ToLocal(shared.Stretch.End));
        return shared.AllDay
            ? new AllDayEntry(start.Date, LocalDate.Max(start.Date.PlusDays(1), end.Date))
            : new TimedEntry(start, zone, shared.Stretch.Length, null, Zones.TzdbVersion);
    }
}
