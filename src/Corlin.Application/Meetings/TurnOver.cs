using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Meetings;

/// <param name="Offered">Whether they are asked first; otherwise it is done.</param>
public sealed record TurnedOver(long Change, bool Offered);

/// <summary>
/// Asks somebody inside to organise a meeting from now on. They, or who speaks for them, take it; where the actor does that themselves, it
/// is done at once.
/// </summary>
/// <param name="To">Their public id.</param>
/// <param name="Stays">Whether who organised it so far still comes.</param>
/// <param name="Note">What who acts writes with it, or null.</param>
[Change(ChangeKind.TurnOverOffered, "offered to somebody else to organise", MayTakeBack.BySpeaker)]
public sealed record TurnOver(UserId Actor, string Meeting, string To, bool Stays, string? Note = null) : IChange<TurnedOver>
{
    public TurnedOver Apply(IChangeSession session)
    {
        var note = SaidNote.Read(Note);
        var (meeting, rights) = session.MustOrganise(Actor, Meeting);
        var to = session.User(To) is { Inside: true, Kind: UserKind.Person } found
            ? found
            : throw new RefusedException(RefusalKind.PersonUnknown, "to", To);
        var offer = new TurnOverOffer(0, meeting.Id, meeting.Owner, to.Id, Actor, Stays, note, session.Now);
        // What cannot be done is not offered.
        var turning = TurningOver.Of(session, meeting, offer);
        if (session.SpeakingFor(Actor, to.Id) is { } speaks && TurningOver.MayKnow(speaks, meeting))
            return new TurnedOver(TurningOver.Do(session, turning, offer, Actor, speaks), Offered: false);
        var change = session.Begin(ChangeKind.TurnOverOffered, Actor, meeting.Owner, rights.Grant);
        session.TurnOverStore.Offer(offer);
        // As it stands: what was done is told with the meeting all the same.
        session.EntryStore.Save(meeting);
        return new TurnedOver(change, Offered: true);
    }
}

/// <summary>Takes a meeting over that was offered, or does not; by whom it was offered to, or in their name.</summary>
[Change(ChangeKind.TurnedOver, "took over", MayTakeBack.BySpeaker)]
[Change(ChangeKind.TurnOverRefused, "declined to organise", MayTakeBack.BySpeaker)]
public sealed record AnswerTurnOver(UserId Actor, long Offer, bool Takes) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        // What is offered to others is not told from what is not there.
        var offer = session.TurnOver(Offer) ?? throw new RefusedException(RefusalKind.NotFound);
        var meeting = session.EntriesNow([offer.Meeting]).Values.FirstOrDefault();
        if (meeting is null || session.SpeakingFor(Actor, offer.To) is not { } rights || !TurningOver.MayKnow(rights, meeting))
            throw new RefusedException(RefusalKind.NotFound);
        if (meeting.Owner != offer.From)
            throw new RefusedException(RefusalKind.ChangedSince);
        if (Takes)
        {
            // It was given in the organiser's name, and by then nobody may do that any more who could not now.
            if (session.SpeakingFor(offer.By, offer.From) is not { } gave || !TurningOver.MayKnow(gave, meeting))
                throw new RefusedException(RefusalKind.ChangedSince);
            return TurningOver.Do(session, TurningOver.Of(session, meeting, offer), offer, Actor, rights);
        }

        var change = session.Begin(ChangeKind.TurnOverRefused, Actor, offer.To, rights.Grant);
        session.TurnOverStore.End(offer);
        session.EntryStore.Save(meeting);
        session.TellOne(meeting, new Effect(EffectKind.TurnOverRefused, offer.By, offer.From));
        return change;
    }
}

/// <summary>Offers a meeting no longer.</summary>
[Change(ChangeKind.TurnOverTakenBack, "offers no longer to somebody else", MayTakeBack.BySpeaker)]
public sealed record TakeBackTurnOver(UserId Actor, string Meeting) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Meeting);
        var offer = session.TurnOverOf(meeting.Id) ?? throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.TurnOverTakenBack, Actor, meeting.Owner, rights.Grant);
        session.TurnOverStore.End(offer);
        session.EntryStore.Save(meeting);
        return change;
    }
}

internal static class TurningOver
{
    public static bool MayKnow(Rights rights, Entry meeting) => rights.MaySpeakForPrivate || !meeting.Private;

    /// <exception cref="RefusedException">It cannot be.</exception>
    public static (Transition Ended, Transition Begun) Of(IChangeSession session, Entry meeting, TurnOverOffer offer)
    {
        var people = session.Users([meeting.Owner, .. meeting.Participations.Select(p => p.Who)]);
        return Scheduling.TurnOver(
            meeting,
            offer.To,
            session.CalendarOf(offer.To),
            offer.Stays,
            who => !people[who].Inside,
            PublicIds.Uid(PublicIds.New()),
            session.Now
        );
    }

    /// <summary>It is cancelled in the name of who gave it, and begun in the name of who took it.</summary>
    public static long Do(
        IChangeSession session,
        (Transition Ended, Transition Begun) turning,
        TurnOverOffer offer,
        UserId actor,
        Rights rights
    )
    {
        var change = session.Begin(ChangeKind.TurnedOver, actor, offer.To, rights.Grant);
        if (session.TurnOverOf(offer.Meeting) is { } waiting)
            session.TurnOverStore.End(waiting);
        var to = session.Users([offer.To])[offer.To];
        session.Tell(turning.Ended, offer.By, offer.Note ?? $"{to.Name} organises it from now on and asks you anew.");
        var stored = session.EntryStore.Save(turning.Begun.Entry);
        session.Tell(turning.Begun with { Entry = stored }, actor, offer.Note);
        return change;
    }
}
