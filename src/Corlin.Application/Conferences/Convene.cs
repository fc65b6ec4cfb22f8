using System.Collections.Immutable;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Conferences;

/// <summary>A meeting at once: those inside are called, those outside get the link by mail. It lasts as long as somebody is in.</summary>
/// <param name="Called">Public ids or addresses.</param>
/// <param name="Link">The address of its conference.</param>
[Change(ChangeKind.Convened, "convened", MayTakeBack.BySpeaker)]
public sealed record Convene(UserId Actor, UserId InNameOf, string Title, ImmutableArray<string> Called, string Link, bool Private = false)
    : IChange<ArrangedMeeting>
{
    public string? DialIn { get; init; }

    private static readonly Duration Expected = Duration.FromMinutes(30);

    public ArrangedMeeting Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (string.IsNullOrWhiteSpace(Title))
            throw new RefusedException(RefusalKind.NoTitle, "title");
        if (Called.Length > ForwardMeeting.MostAtOnce)
            throw new RefusedException(RefusalKind.TooMany, "called", $"{ForwardMeeting.MostAtOnce} people at once");
        var organiser = session.Users([InNameOf])[InNameOf];
        var minute = Instant.FromUnixTimeSeconds(session.Now.ToUnixTimeSeconds() / 60 * 60);
        var blank = session.New(
            EntryKind.Meeting,
            InNameOf,
            Actor,
            Title,
            TimedEntry.At(new Stretch(minute, minute + Expected), organiser.Zone)
        );
        var change = session.Begin(ChangeKind.Convened, Actor, InNameOf, rights.Grant);
        var asked = Attendees.Resolve(
            session,
            Called.Select(c => new Invited(c, AttendeeRole.Required)),
            new Inviting(Actor, InNameOf, Private)
        );
        var sent = Scheduling.Send(
            blank with
            {
                Link = Link,
                DialIn = DialIn,
                Private = Private,
                Convened = true,
                AnswersWanted = false,
                Status = MeetingStatus.Draft,
                Participations = [.. asked],
            }
        );
        var stored = session.EntryStore.Save(sent.Entry);
        session.CallAll(Actor, stored, sent);
        return new ArrangedMeeting(stored.PublicId, change, stored.Participations.Length);
    }
}

/// <summary>Calls somebody into a meeting that was convened, once more or besides.</summary>
/// <param name="Who">A public id or an address.</param>
[Change(ChangeKind.CalledIn, "called somebody into", MayTakeBack.BySpeaker)]
public sealed record CallIn(UserId Actor, string Meeting, string Who) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Meeting);
        if (!meeting.Convened || meeting.Status != MeetingStatus.Sent)
            throw new RefusedException(RefusalKind.NotFound);
        var who = session.FindOrAdd(Who, "who", new Inviting(Actor, meeting.Owner, meeting.Private));
        if (who.Kind != UserKind.Person)
            throw new RefusedException(RefusalKind.PersonUnknown, "who", Who);
        var change = session.Begin(ChangeKind.CalledIn, Actor, meeting.Owner, rights.Grant);
        var asked = meeting.Participations.Any(p => p.Who == who.Id)
            ? meeting
            : session.EntryStore.Save(
                meeting with
                {
                    Participations = meeting.Participations.Add(new Participation(who.Id, AttendeeRole.Required)),
                    Version = meeting.Version + 1,
                }
            );
        session.CallAll(Actor, asked, new Transition(asked, [new Effect(EffectKind.Invite, who.Id, who.Id)]));
        return change;
    }
}

/// <summary>Somebody is called no more, and asked no more where they did not come yet.</summary>
/// <param name="Who">Their public id.</param>
[Change(ChangeKind.CallWithdrawn, "stopped calling somebody into", MayTakeBack.BySpeaker)]
public sealed record WithdrawCall(UserId Actor, string Meeting, string Who) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Meeting);
        var who = session.MustKnow(Actor, Who, "who");
        if (!meeting.Convened || meeting.Participations.All(p => p.Who != who.Id))
            throw new RefusedException(RefusalKind.NotFound);
        if (session.PresencesOf(meeting.Id, null, ConferenceAt.MostCome).Any(p => p.Who == who.Id && p.JoinedAt is not null))
            throw new RefusedException(RefusalKind.ChangedSince);
        var change = session.Begin(ChangeKind.CallWithdrawn, Actor, meeting.Owner, rights.Grant);
        foreach (var call in session.CallsOf(meeting.Id, 50).Where(c => c.Who == who.Id && c.State == CallState.Rings))
            session.ConferenceStore.SaveCall(call with { State = CallState.Withdrawn });
        var without = session.EntryStore.Save(
            meeting with
            {
                Participations = [.. meeting.Participations.Where(p => p.Who != who.Id)],
                Version = meeting.Version + 1,
            }
        );
        // Who was told nothing yet learns nothing; whose mail has left is told that it does not hold.
        if (!who.Inside && !session.MailStore.WithdrawUnsent(meeting.Id, who.Address))
            session.Tell(new Transition(without, [new Effect(EffectKind.Removed, who.Id, who.Id)]), Actor);
        return change;
    }
}

/// <summary>Who is called cannot come now; who called sees it.</summary>
public sealed record PutOffCall(UserId Actor, string Call) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        var call = session.Call(Call) is { } found && found.Who == Actor ? found : throw new RefusedException(RefusalKind.NotFound);
        if (call.State == CallState.Rings)
            session.ConferenceStore.SaveCall(call with { State = CallState.PutOff });
        return true;
    }
}

internal static class Calling
{
    /// <summary>Rings with those inside whom a transition asks, and writes to those outside.</summary>
    public static void CallAll(this IChangeSession session, UserId actor, Entry meeting, Transition asked)
    {
        var people = session.Users(asked.Effects.Select(e => e.To));
        foreach (var effect in asked.Effects.Where(e => people[e.To].Inside && e.To != actor && people[e.To].Kind == UserKind.Person))
            session.ConferenceStore.SaveCall(
                new Call(PublicIds.New(), meeting.Id, effect.To, actor, meeting.Owner, CallState.Rings, session.Now)
            );
        session.Tell(new Transition(meeting, [.. asked.Effects.Where(e => !people[e.To].Inside)]), actor);
    }
}
