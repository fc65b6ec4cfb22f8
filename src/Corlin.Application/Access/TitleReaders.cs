using Corlin.Application.Lanes;
using Corlin.Core.Access;
using Corlin.Core.Calendars;

namespace Corlin.Application.Access;

/// <summary>How many people can read the titles on a calendar.</summary>
internal static class TitleReaders
{
    /// <summary>Those that are not private, and those that are. The owner is not counted.</summary>
    /// <param name="grants">What holds now on the calendar.</param>
    public static (int Open, int Private) Count(Viewing viewing, CalendarUser owner, IReadOnlyList<Grant> grants)
    {
        var receivers = grants.Where(g => g.Receiver is not null).Select(g => g.Receiver!.Value).Distinct().ToList();
        var users = viewing.Users(receivers);
        var members = viewing
            .Store.EveryoneIn([.. receivers.Where(r => users[r].Kind == UserKind.Group)])
            .ToDictionary(g => g.Key, g => g.ToHashSet());
        var holders = receivers
            .Where(r => users[r].Kind == UserKind.Person)
            .Concat(members.SelectMany(m => m.Value))
            .Where(h => h != owner.Id)
            .Distinct()
            .ToList();
        users = viewing.Users(holders);
        var people = holders.Where(h => users.TryGetValue(h, out var user) && user.Kind == UserKind.Person).ToList();
        var (inside, outside) = (viewing.Store.CeilingFor(true), viewing.Store.CeilingFor(false));
        var rights = people
            .Select(who =>
                Rights.Combine(
                    grants.Where(g =>
                        g.Receiver is null
                        || g.Receiver == who
                        || (members.TryGetValue(g.Receiver.Value, out var group) && group.Contains(who))
                    ),
                    users[who].Inside,
                    viewing.Now,
                    users[who].Inside ? inside : outside
                )
            )
            .ToList();
        var everyone =
            Rights.Combine(grants.Where(g => g.Receiver is null), inside: true, viewing.Now, inside).Sight >= Sight.Headlines
                ? viewing.Store.CountInside() - people.Count(p => users[p].Inside) - (owner.Kind == UserKind.Person ? 1 : 0)
                : 0;
        return (rights.Count(r => r.Sight >= Sight.Headlines) + everyone, rights.Count(r => r.PrivateSight >= Sight.Headlines));
    }
}
