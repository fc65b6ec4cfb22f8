using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Shared;

/// <summary>Those who speak for some people at a moment, by themselves or through a group.</summary>
internal sealed class SpeakersOf
{
    private readonly ICalendarReads store;
    private readonly Instant now;
    private readonly ILookup<UserId, Grant> grants;
    private readonly Dictionary<UserId, ImmutableArray<UserId>> holders = [];
    private readonly IReadOnlyDictionary<UserId, CalendarUser> people;

    public SpeakersOf(ICalendarReads store, IReadOnlyCollection<UserId> principals, Instant now)
    {
        (this.store, this.now) = (store, now);
        // Speaking for somebody is a grant for all of their calendars.
        var speaking = store
            .GrantsIn(principals)
            .Where(g => g is { Receiver: not null, Calendar: null, Acting: Acting.SpeakFor } && g.HoldsAt(now))
            .ToList();
        grants = speaking.ToLookup(g => g.Owner);
        var receivers = store.Users(speaking.Select(g => g.Receiver!.Value));
        var members = store.EveryoneIn([.. receivers.Values.Where(r => r.Kind == UserKind.Group).Select(r => r.Id)]);
        foreach (var (id, receiver) in receivers)
            holders[id] = receiver.Kind == UserKind.Group ? [.. members[id]] : [id];
        people = store.Users(holders.Values.SelectMany(h => h));
    }

    /// <summary>Somebody, and all who speak for them now.</summary>
    public static IEnumerable<CalendarUser> And(IChangeSession session, CalendarUser who) =>
        new SpeakersOf(session, [who.Id], session.Now).For(who.Id, isPrivate: false).Append(who).DistinctBy(p => p.Id);

    /// <param name="isPrivate">Only those whose grant includes private entries.</param>
    public IReadOnlyList<CalendarUser> For(UserId principal, bool isPrivate)
    {
        var held = grants[principal]
            .SelectMany(g => holders[g.Receiver!.Value].Select(who => (who, g)))
            .Where(h => h.who != principal)
            .ToLookup(h => h.who, h => h.g);
        return
        [
            .. held.Where(h => people.TryGetValue(h.Key, out var who) && who.Kind == UserKind.Person && Speaks(h, who, isPrivate))
                .Select(h => people[h.Key]),
        ];
    }

    private bool Speaks(IEnumerable<Grant> held, CalendarUser who, bool isPrivate)
    {
        var rights = Rights.Combine(held, who.Inside, now, store.CeilingFor(who.Inside));
        return isPrivate ? rights.MaySpeakForPrivate : rights.MaySpeakFor;
    }
}

/// <summary>Whether a principal is told too what goes to those who speak for them.</summary>
internal static class Copies
{
    /// <summary>The setting by which they say so.</summary>
    public const string Setting = "own-copies";

    /// <summary>They are, unless they have said otherwise.</summary>
    public static bool AreWanted(ICalendarReads store, UserId principal) => store.Settings(principal).GetValueOrDefault(Setting) != "false";
}
