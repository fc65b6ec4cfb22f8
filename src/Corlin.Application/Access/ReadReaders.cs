using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Access;

/// <summary>How many people can read a title on a lane, and how many where it is private. The owner is not counted.</summary>
/// <param name="Words">"7 people can read this title".</param>
/// <param name="PrivateWords">The same where it is private.</param>
public sealed record ReadersView(int Readers, int PrivateReaders, string Words, string PrivateWords);

/// <param name="Owner">On whose lane it stands; the viewer must be able to add to it.</param>
/// <param name="Calendar">The public id of one of their further calendars; null for the main one.</param>
public sealed record ReadReaders(UserId Viewer, string Owner, string? Calendar, Instant Now)
{
    public ReadersView? Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        if (viewing.Find(Owner) is not { } owner || !viewing.CalendarsOf([owner.Id]).TryGetValue(owner.Id, out var own))
            return null;
        if (own.Find(Calendar) is not { Rights.Acting: >= Acting.Add } chosen)
            return null;
        var grants = store.GrantsIn([owner.Id]).Where(g => g.HoldsAt(Now) && g.IsOn(chosen.Id)).ToList();
        var receivers = grants.Where(g => g.Receiver is not null).Select(g => g.Receiver!.Value).Distinct().ToList();
        var users = viewing.Users(receivers);
        var members = store
            .EveryoneIn([.. receivers.Where(r => users[r].Kind == UserKind.Group)])
            .ToDictionary(g => g.Key, g => g.ToHashSet());
        var holders = receivers
            .Where(r => users[r].Kind == UserKind.Person)
            .Concat(members.SelectMany(m => m.Value))
            .Where(h => h != owner.Id)
            .Distinct()
            .ToList();
        users = viewing.Users(holders);
        var people = holders.Where(h => users.TryGetValue(h, out var user) && user.Kind == UserKind.Person).ToList();
        var rights = people
            .Select(who =>
                Rights.Combine(
                    grants.Where(g =>
                        g.Receiver is null
                        || g.Receiver == who
                        || (members.TryGetValue(g.Receiver.Value, out var group) && group.Contains(who))
                    ),
                    users[who].Inside,
                    Now,
                    store.CeilingFor(users[who].Inside)
                )
            )
            .ToList();
        var everyone =
            Rights.Combine(grants.Where(g => g.Receiver is null), inside: true, Now, store.CeilingFor(true)).Sight >= Sight.Headlines
                ? store.CountInside() - people.Count(p => users[p].Inside) - (owner.Kind == UserKind.Person ? 1 : 0)
                : 0;
        var (open, closed) = (
            rights.Count(r => r.Sight >= Sight.Headlines) + everyone,
            rights.Count(r => r.PrivateSight >= Sight.Headlines)
        );
        return new ReadersView(open, closed, Words(open, owner), Words(closed, owner));
    }

    private static string Words(int count, CalendarUser owner) =>
        count switch
        {
            0 => $"Only {owner.GivenName} can read this title",
            1 => $"{owner.GivenName} and one other can read this title",
            _ => $"{owner.GivenName} and {count} others can read this title",
        };
}
