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
            .Where(e => ToldInFiles.IsToldWhole(viewing, e, owner, own))
            .Select(e => ToldInFiles.Stripped(e, viewing, own.RightsFor(e).PrivateSight == Sight.Everything))
            .ToList();
        if (Entry is not null && told.Count == 0)
            throw new RefusedException(RefusalKind.NotFound);
        var named = told.SelectMany(e => e.Participations.Select(p => p.Who).Append(e.Owner)).Distinct().ToList();
        var people = viewing.Users(named);
        return new Export(
            Entry is null ? owner.Name : told[0].Title,
            told,
            named.ToDictionary(w => w, w => new Mailbox(people[w].Name, people[w].Address)),
            ToldInFiles.Categories(viewing, owner, own.Rights, told),
            Entry is null
                ?
                [
                    .. store
                        .Absences([owner.Id], Span ?? Always)
                        .OrderBy(a => a.Stretch.Start)
                        .Select(a => ToldInFiles.Absence(viewing, owner, a)),
                ]
                : []
        );
    }
}
