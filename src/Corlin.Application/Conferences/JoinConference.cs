using System.Security.Cryptography;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Conferences;

/// <param name="Secret">Of a guest what shows from now on that it is them; null for who is signed in.</param>
public sealed record Joined(string PublicId, string? Secret);

/// <summary>Goes into the conference to which a key leads, or knocks. Who is first starts it, also before its time.</summary>
/// <param name="Name">Of a guest.</param>
public sealed record JoinConference(string Key, UserId? Who, string? Name) : IChange<Joined>
{
    private const int MostComing = 300;

    private const int MostKnocking = 40;

    public Joined Apply(IChangeSession session)
    {
        var at = session.MustFindConference(Key);
        var name = Who is { } known ? session.Users([known])[known].Name : Name?.Trim() ?? "";
        if (name.Length is 0 or > Presence.LongestName)
            throw new RefusedException(RefusalKind.BadInput, "name", name.Length > 60 ? name[..60] : name);
        var come = session.Come(at);
        // Strangers who knock keep nobody out who may come in.
        if (Who is null && come.Count(p => p.Who is null && p.Knocks(session.Now)) >= MostKnocking)
            throw new RefusedException(RefusalKind.TooMany, "name", $"{MostKnocking} people waiting to be let in");
        if (come.Count(p => p.IsIn(session.Now)) >= MostComing)
            throw new RefusedException(RefusalKind.TooMany, "name", $"{MostComing} people in one conference");
        var there = Who is null ? null : come.FirstOrDefault(p => p.Who == Who && (p.IsIn(session.Now) || p.Knocks(session.Now)));
        if (there is not null)
            return new Joined(there.PublicId, null);
        var secret = Who is null ? Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16)) : null;
        var atOnce = ConferenceRules.JoinsAtOnce(
            at.Entry,
            Who is { } w && session.Users([w])[w].Inside,
            ConferenceAt.Stands(session, at, Who, session.Now)
        );
        var coming = new Presence(
            PublicIds.New(),
            at.Entry.Id,
            at.RecurrenceId,
            Who,
            name,
            KeyHash.Of(secret),
            atOnce ? PresenceState.In : PresenceState.Knocks,
            session.Now
        )
        {
            JoinedAt = atOnce ? session.Now : null,
            SeenAt = session.Now,
        };
        session.ConferenceStore.SavePresence(coming, at.Entry);
        foreach (var call in session.CallsOf(at.Entry.Id, 50).Where(c => c.Who == Who && c.State == CallState.Rings))
            session.ConferenceStore.SaveCall(call with { State = CallState.Joined });
        return new Joined(coming.PublicId, secret);
    }
}

/// <summary>Somebody who is in lets in who knocks, or does not.</summary>
/// <param name="Presence">The public id of who knocks.</param>
public sealed record AdmitToConference(UserId Actor, string Key, string Presence, bool Admits) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        var at = session.MustFindConference(Key);
        var come = session.Come(at);
        if (!come.Any(p => p.Who == Actor && p.IsIn(session.Now)))
            throw new RefusedException(RefusalKind.NotFound);
        var knocks = come.FirstOrDefault(p => p.PublicId == Presence && p.State == PresenceState.Knocks)
            ?? throw new RefusedException(RefusalKind.ChangedSince);
        session.ConferenceStore.SavePresence(
            Admits
                ? knocks with
                {
                    State = PresenceState.In,
                    JoinedAt = session.Now,
                }
                : knocks with
                {
                    State = PresenceState.Refused,
                    LeftAt = session.Now,
                },
            at.Entry
        );
        return true;
    }
}

/// <summary>Leaves a conference. What was convened is over with the last who leaves.</summary>
public sealed record LeaveConference(string Key, Comer Comer) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        var at = session.MustFindConference(Key);
        var come = session.Come(at);
        var own = come.Where(p => ConferenceAt.Is(p, Comer) && p.State is PresenceState.In or PresenceState.Knocks).ToList();
        foreach (var there in own)
            session.ConferenceStore.SavePresence(there with { State = PresenceState.Left, LeftAt = session.Now }, at.Entry);
        // Who was not in ends nothing by leaving.
        if (
            own.Exists(p => p.State == PresenceState.In)
            && at.Entry.Convened
            && come.Where(p => !ConferenceAt.Is(p, Comer)).All(p => !p.IsIn(session.Now))
        )
            End(session, at.Entry);
        return true;
    }

    /// <summary>It lasted as long as somebody was in.</summary>
    private static void End(IChangeSession session, Entry entry)
    {
        if (entry.Time is not TimedEntry timed)
            return;
        var start = timed.ToStretch(DateTimeZone.Utc).Start;
        var lasted = Duration.FromMinutes(Math.Max(1, Math.Ceiling((session.Now - start).TotalMinutes)));
        session.Begin(ChangeKind.EntryChanged, entry.MadeBy, entry.Owner, null);
        session.EntryStore.Save(entry with { Time = timed with { Length = lasted }, Version = entry.Version + 1 });
    }
}

/// <summary>The page of somebody who is in, or knocks, is still open.</summary>
public sealed record SeenInConference(string Key, Comer Comer) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        var at = session.MustFindConference(Key);
        foreach (var own in session.Come(at).Where(p => ConferenceAt.Is(p, Comer) && p.State is PresenceState.In or PresenceState.Knocks))
            session.ConferenceStore.SavePresence(own with { SeenAt = session.Now }, at.Entry);
        return true;
    }
}
