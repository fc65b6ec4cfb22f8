using System.Globalization;
using Corlin.Application.Lanes;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Files;

/// <summary>Entries and absences as they leave in an iCalendar object: as far as its reader may know them.</summary>
internal static class ToldInFiles
{
    /// <summary>An absence tells who covers, and nobody why.</summary>
    public static AbsenceInFile Absence(Viewing viewing, CalendarUser owner, Absence absence)
    {
        var (from, to) = (owner.HomeZone.ToLocal(absence.Stretch.Start), owner.HomeZone.ToLocal(absence.Stretch.End));
        EntryTime time = absence.IsWholeDaysIn(owner.HomeZone)
            ? new AllDayEntry(from.Date, to.Date)
            : new TimedEntry(from, owner.Zone, absence.Stretch.Length, null, Zones.TzdbVersion);
        var cover = absence.Covers is { } who ? $"; {viewing.Users([who])[who].Name} covers" : "";
        return new AbsenceInFile(
            string.Create(CultureInfo.InvariantCulture, $"absence-{absence.Origin}-{owner.Address}"),
            time,
            $"Away{cover}"
        );
    }

    /// <summary>The names of the categories that entries have on the lane of who keeps the calendar.</summary>
    public static Dictionary<EntryId, string> Categories(Viewing viewing, CalendarUser owner, Rights rights, IReadOnlyList<Entry> told)
    {
        var list = viewing.CategoriesOf(owner, rights).ToDictionary(c => new CategoryId(c.Id), c => c.Name);
        return told.Where(e => e.MarkOn(owner.Id).Category is { } id && list.ContainsKey(id))
            .ToDictionary(e => e.Id, e => list[e.MarkOn(owner.Id).Category!.Value]);
    }

    /// <summary>The occurrence by which it is decided how much of an entry is told; null where none takes place.</summary>
    public static Occurrence? First(Entry entry, CalendarUser owner) =>
        entry.IsSeries
            ? Occurrences.FirstFrom(entry, LocalDateTime.MinIsoValue, owner.HomeZone)
            : Occurrences.Find(entry, null, owner.HomeZone);

    /// <summary>Disclosed whole at its first occurrence: what only the outline or headline is known of does not leave as a file.</summary>
    public static bool IsToldWhole(Viewing viewing, Entry entry, CalendarUser owner, LaneCalendars calendars) =>
        First(entry, owner) is { } occurrence && calendars.Told(viewing, occurrence) is { Whole: not null };

    /// <summary>
    /// Without what belongs to other lanes: comments and proposals of attendees for whom the viewer does not speak, and contacts whom they
    /// may not know.
    /// </summary>
    public static Entry Stripped(Entry entry, Viewing viewing, bool tellsPrivate)
    {
        var people = viewing.Users(entry.Participations.Select(p => p.Who));
        return entry with
        {
            // One occurrence that is private in a series that is not leaves as taken time only, where the reader may not know it.
            Overrides =
            [
                .. entry.Overrides.Select(o =>
                    o.Private != true || tellsPrivate ? o : o with { Title = "Private", Place = "", Agenda = "", Link = "" }
                ),
            ],
            Participations = Parts.ToldTo(viewing.Viewer, entry, [.. entry.Participations.Where(p => viewing.MayKnow(people[p.Who]))]),
        };
    }
}
