using System.Collections.Immutable;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;

namespace Corlin.Application.Meetings;

/// <summary>Decides what becomes of those who came into a group that was asked to a meeting, or left it.</summary>
/// <param name="Group">The public id of the group.</param>
/// <param name="Members">The public ids of whom it is about.</param>
/// <param name="TakenUp">They are asked, or no longer; false to leave it as it is.</param>
[Change(ChangeKind.MemberSettled, "decided on a member of a group for", MayTakeBack.BySpeaker)]
public sealed record SettleMembers(UserId Actor, string Meeting, string Group, ImmutableArray<string> Members, bool TakenUp) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Meeting);
        var group = session.User(Group)?.Id;
        var members = session.Users(Members).Values.Select(u => u.Id).ToHashSet();
        var offers = GroupOffers.Of(meeting, session.Members).Where(o => o.Group == group && members.Contains(o.Member)).ToList();
        if (offers.Count == 0 || offers.Count != members.Count)
            throw new RefusedException(RefusalKind.ChangedSince);
        var change = session.Begin(ChangeKind.MemberSettled, Actor, meeting.Owner, rights.Grant);
        var settled = GroupOffers.Settle(meeting, offers, TakenUp);
        session.Tell(settled with { Entry = session.EntryStore.Save(Rooms.Answer(session, settled.Entry)) }, Actor);
        return change;
    }
}
