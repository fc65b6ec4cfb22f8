using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Conferences;

/// <summary>Who stands before a conference: somebody signed in, or a guest with what only they hold.</summary>
public readonly record struct Comer(UserId? Who, string? Secret);

/// <summary>To which meeting the key of a conference leads, and who somebody is there.</summary>
internal static class ConferenceAt
{
    public const int MostCome = 1_000;

    private const int Most = 50;

    /// <summary>The occurrence to which a key leads now.</summary>
    /// <exception cref="RefusedException">There is none.</exception>
    public static Occurrence MustFindConference(this ICalendarReads store, string key, Instant now)
    {
        if (!ConferenceRules.IsKey(key))
            throw new RefusedException(RefusalKind.NotFound);
        var entries = store.EntriesOfConference(key, Most);
        if (entries.Count == 0)
            throw new RefusedException(RefusalKind.NotFound);
        var zone = store.Users([entries[0].Owner])[entries[0].Owner].HomeZone;
        return ConferenceRules.At(entries, zone, now) ?? throw new RefusedException(RefusalKind.NotFound);
    }

    public static Occurrence MustFindConference(this IChangeSession session, string key) => session.MustFindConference(key, session.Now);

    /// <summary>Who came so far, the latest of very many.</summary>
    public static IReadOnlyList<Presence> Come(this ICalendarReads store, Occurrence at) =>
        store.PresencesOf(at.Entry.Id, at.RecurrenceId, MostCome);

    /// <summary>Whether somebody is asked to it, organises it, or speaks for one who does.</summary>
    public static bool Stands(ICalendarReads store, Occurrence at, UserId? who, Instant now)
    {
        if (who is not { } person)
            return false;
        var viewer = new Viewing(store, person, now).Viewer;
        return viewer.StandsFor(at.Entry.Owner, at.Entry.Private)
            || Agreement.For(at.Entry, at.RecurrenceId).Any(p => viewer.StandsFor(p.Who, at.Entry.Private || p.OwnPrivate));
    }

    public static bool Is(Presence presence, Comer comer) =>
        presence.Who is { } who
            ? comer.Who == who
            : comer is { Who: null, Secret: { } secret } && presence.SecretHash == KeyHash.Of(secret);
}
