using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Files;

/// <summary>Entries for a calendar file, with the mailboxes of those in them.</summary>
/// <param name="Categories">Those of the calendar's own list, where the viewer may know it.</param>
public sealed record Export(
    string Name,
    IReadOnlyList<Entry> Entries,
    IReadOnlyDictionary<UserId, Mailbox> People,
    IReadOnlyDictionary<EntryId, string> Categories,
    IReadOnlyList<AbsenceInFile> Absences
);

/// <summary>A calendar, a span of it, or one entry of it, for whoever may know it whole.</summary>
/// <param name="Calendar">The public id of whose calendar it is.</param>
/// <param name="Entry">The public id of the one entry, or null for all.</param>
public sealed record ReadExport(UserId Viewer, string Calendar, string? Entry, Stretch? Span, Instant Now)
{
    /// <summary>From here to there in time is everything.</summary>
    private static readonly Stretch Always = new(Instant.FromUtc(1, 1, 1, 0, 0), Instant.FromUtc(9000, 1, 1, 0, 0));

    public Export Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.Find(Calendar) ?? throw new RefusedException(RefusalKind.PersonUnknown, "calendar", Calendar);
        if (!viewing.CalendarsOf([owner.Id]).TryGetValue(owner.Id, out var own))
            throw new RefusedException(RefusalKind.NotFound);
        if (Entry is null && own.Rights.Sight < Sight.Everything)
            throw new RefusedException(RefusalKind.MayNotSpeakFor, "calendar");
        var entries = Entry is null
            ? store
                .Touching([own.Main], Span ?? Always)[own.Main]
                .OrderBy(e => e.Time.LocalStart)
                .ThenBy(e => e.Uid, StringComparer.Ordinal)
            : (IEnumerable<Entry>)[store.Entry(Entry) ?? throw new RefusedException(RefusalKind.NotFound)];
        var told = entries
            .Where(e => IsToldWhole(viewing, e, owner, own))
            .Select(e => Stripped(e, viewing, own.RightsFor(e).PrivateSight == Sight.Everything))
            .ToList();
        if (Entry is not null && told.Count == 0)
            throw new RefusedException(RefusalKind.NotFound);
        var named = told.SelectMany(e => e.Participations.Select(p => p.Who).Append(e.Owner)).Distinct().ToList();
        var people = viewing.Users(named);
        return new Export(
            Entry is null ? owner.Name : told[0].Title,
            told,
            named.ToDictionary(w => w, w => new Mailbox(people[w].Name, people[w].Address)),
            Categories(viewing, owner, own.Rights, told),
            Entry is null
                ? [.. store.Absences([owner.Id], Span ?? Always).OrderBy(a => a.Stretch.Start).Select(a => InFile(viewing, owner, a))]
                : []
        );
    }

    /// <summary>An absence tells who covers, and nobody why.</summary>
    private static AbsenceInFile InFile(Viewing viewing, CalendarUser owner, Absence absence)
    {
        var (from, to) = (owner.HomeZone.ToLocal(absence.Stretch.Start), owner.HomeZone.ToLocal(absence.Stretch.End));
        EntryTime time = absence.IsWholeDaysIn(owner.HomeZone)
            ? new AllDayEntry(from.Date, to.Date)
            : new TimedEntry(from, owner.Zone, absence.Stretch.Length, null, Zones.TzdbVersion);
        var cover = absence.Covers is { } who ? $"; {viewing.Users([who])[who].Name} covers" : "";
        return new AbsenceInFile(
            string.Create(System.Globalization.CultureInfo.InvariantCulture, $"absence-{absence.Origin}-{owner.Address}"),
            time,
            $"Away{cover}"
        );
    }

    private static Dictionary<EntryId, string> Categories(Viewing viewing, CalendarUser owner, Rights rights, IReadOnlyList<Entry> told)
    {
        var list = viewing.CategoriesOf(owner, rights).ToDictionary(c => new CategoryId(c.Id), c => c.Name);
        return told.Where(e => e.MarkOn(owner.Id).Category is { } id && list.ContainsKey(id))
            .ToDictionary(e => e.Id, e => list[e.MarkOn(owner.Id).Category!.Value]);
    }

    /// <summary>Disclosed whole at its first occurrence: what only the outline or headline is known of does not leave as a file.</summary>
    private static bool IsToldWhole(Viewing viewing, Entry entry, CalendarUser owner, LaneCalendars calendars)
    {
        var occurrence = entry.IsSeries
            ? Occurrences.FirstFrom(entry, LocalDateTime.MinIsoValue, owner.HomeZone)
            : Occurrences.Find(entry, null, owner.HomeZone);
        return occurrence is not null && calendars.Told(viewing, occurrence) is { Whole: not null };
    }

    /// <summary>
    /// Without what belongs to other lanes: comments and proposals of attendees for whom the viewer does not speak, and contacts whom they
    /// may not know.
    /// </summary>
    private static Entry Stripped(Entry entry, Viewing viewing, bool tellsPrivate)
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
