using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>Answers an invitation, by who is asked or in their name.</summary>
/// <param name="RecurrenceId">The occurrence of a series, or null for the whole.</param>
[Change(ChangeKind.InvitationAnswered, "answered", MayTakeBack.BySpeaker)]
public sealed record AnswerInvitation(
    UserId Actor,
    UserId InNameOf,
    string Entry,
    LocalDateTime? RecurrenceId,
    Answer Answer,
    string? Comment,
    Stretch? Proposed
) : IChange<long>
{
    /// <summary>Whether it is meant to take the place of another answer that somebody else gave.</summary>
    public bool AllTheSame { get; init; }

    /// <summary>It stands on their side alone; only who organises it outside can be left untold: inside all read one meeting.</summary>
    public bool Untold { get; init; }

    /// <summary>The key of the standing instruction of who is asked that says so, or null.</summary>
    public string? Instruction { get; init; }

    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var (meeting, part) = MustBeAsked(session, rights, InNameOf, Entry, RecurrenceId);
        var otherwise = Scheduling.AnsweredOtherwise(part, Answer, Actor);
        // Whose answer it is has the last word; anybody else says that they mean to replace what another gave.
        if (otherwise is { } other && Actor != InNameOf && !AllTheSame)
            throw Otherwise(session, part, other, Actor);
        if (Untold && (Proposed is not null || session.Users([meeting.Owner])[meeting.Owner].Inside))
            throw new RefusedException(RefusalKind.BadInput, "untold");
        if (Instruction is { } key)
            session.ByInstruction = new Instructed(Followed(session, key), ByItself: false);
        var change = session.Begin(ChangeKind.InvitationAnswered, Actor, InNameOf, rights.Grant);
        var answer = new GivenAnswer(Answer, Comment, Proposed, Actor, session.Now) { Untold = Untold };
        var given = Scheduling.Give(meeting, InNameOf, RecurrenceId, answer);
        session.EntryStore.Save(given.Entry);
        session.Tell(given, Actor);
        if (otherwise is { } before)
            TellWhoAnswered(session, given.Entry, part, before);
        return change;
    }

    /// <summary>A meeting to which somebody is asked, with their part in it, for who speaks for them with some rights.</summary>
    /// <exception cref="RefusedException">They are not asked to it, or it is not for the actor to know.</exception>
    internal static (Entry Meeting, Participation Part) MustBeAsked(
        IChangeSession session,
        Rights rights,
        UserId who,
        string entry,
        LocalDateTime? id
    ) =>
        // Of one that was not sent nobody was told.
        session.Entry(entry)
            is { Status: not MeetingStatus.Draft } meeting
        && Agreement.Of(meeting, who, id) is { } part
        && MayKnow(rights, meeting, part)
            ? (meeting, part)
            : throw new RefusedException(RefusalKind.NotFound);

    /// <exception cref="RefusedException">It stands no more, or says something else now.</exception>
    private StandingInstruction Followed(IChangeSession session, string key) =>
        session.Instruction(InNameOf, key) is { } stands && stands.Answer == Answer
            ? stands
            : throw new RefusedException(RefusalKind.ChangedSince, "instruction");

    /// <summary>Another answer stands that somebody else gave: who gave it, for whom and when, as the actor reads it.</summary>
    internal static RefusedException Otherwise(IChangeSession session, Participation part, UserId by, UserId actor)
    {
        var people = session.Users([by, part.Who, actor]);
        return new RefusedException(
            RefusalKind.AnsweredOtherwise,
            "answer",
            English.AnsweredBy(part, people[by], people[part.Who], session.Now, people[actor].HomeZone)
        );
    }

    /// <summary>Who gave the answer before learns that it stands no more, as long as the meeting is theirs to know.</summary>
    private void TellWhoAnswered(IChangeSession session, Entry meeting, Participation part, UserId before)
    {
        if (before != InNameOf && (session.SpeakingFor(before, InNameOf) is not { } rights || !MayKnow(rights, meeting, part)))
            return;
        session.TellOne(meeting, new Effect(EffectKind.AnsweredOtherwise, before, InNameOf, RecurrenceId));
    }

    private static bool MayKnow(Rights rights, Entry meeting, Participation part) =>
        rights.MaySpeakForPrivate || !(meeting.Private || part.OwnPrivate);
}
