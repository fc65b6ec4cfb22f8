using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Core.Editing;

/// <summary>What is offered for a meeting because somebody came into a group that was asked to it, or left it.</summary>
/// <param name="Joined">They came in and are not asked; otherwise they left and are.</param>
public sealed record GroupOffer(UserId Group, UserId Member, bool Joined);

/// <summary>A group is its members at the time of sending; what changes in it since is offered, never done by itself.</summary>
public static class GroupOffers
{
    /// <param name="membersOf">The members of a group now, groups in it counted through.</param>
    public static IEnumerable<GroupOffer> Of(Entry meeting, Func<UserId, IReadOnlyCollection<UserId>> membersOf)
    {
        if (meeting.Status != MeetingStatus.Sent)
            yield break;
        var asked = meeting.Participations.Where(p => p.RecurrenceId is null).Select(p => p.Who).ToHashSet();
        foreach (var group in meeting.Groups)
        {
            var now = membersOf(group.Group);
            foreach (var who in now.Except(group.Settled).Where(w => w != meeting.Owner && !asked.Contains(w)))
                yield return new GroupOffer(group.Group, who, true);
            // Who is in another of the groups stays asked for that one.
            foreach (
                var who in group
                    .Settled.Except(now)
                    .Where(w => asked.Contains(w) && !meeting.Groups.Any(o => o.Group != group.Group && membersOf(o.Group).Contains(w)))
            )
                yield return new GroupOffer(group.Group, who, false);
        }
    }

    /// <summary>Offers for one meeting are taken up, and those they are about told; or they are declined, and nobody is.</summary>
    /// <exception cref="RefusedException">Nobody required would be left.</exception>
    public static Transition Settle(Entry meeting, IReadOnlyCollection<GroupOffer> offers, bool takenUp)
    {
        var settled = meeting with { Groups = [.. meeting.Groups.Select(g => Settled(g, offers))], Version = meeting.Version + 1 };
        var edit = takenUp
            ? new AttendeesEdit(
                [.. offers.Where(o => o.Joined).Select(o => new Participation(o.Member, AttendeeRole.Required))],
                [.. offers.Where(o => !o.Joined).Select(o => o.Member)]
            )
            : null;
        return AttendeeEdits.Apply(meeting, new Transition(settled, []), null, edit);
    }

    private static InvitedGroup Settled(InvitedGroup group, IReadOnlyCollection<GroupOffer> offers)
    {
        var own = offers.Where(o => o.Group == group.Group).ToList();
        return group with
        {
            Settled =
            [
                .. group.Settled.Except(own.Where(o => !o.Joined).Select(o => o.Member)),
                .. own.Where(o => o.Joined).Select(o => o.Member),
            ],
        };
    }
}
