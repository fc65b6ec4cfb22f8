using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;
using Standing = Corlin.Core.Conversations.Standing;

namespace Corlin.Application.Mail;

/// <summary>What became of a scheduling message, and the meeting that it is about where it was not left waiting.</summary>
internal sealed record Intake(Reception Reception, WaitReason Why, Entry? About)
{
    /// <summary>Where something was applied, by which change.</summary>
    public long Change { get; init; }

    public static Intake Waiting(WaitReason why) => new(Reception.Waits, why, null);
}

/// <summary>
/// Takes in a scheduling message (RFC 5546): the core decides what it does to what stands, and here that becomes what Corlin keeps and
/// whom it tells.
/// </summary>
/// <param name="session">Inside the change's transaction.</param>
/// <param name="to">To whom the message came; null where that is nobody inside.</param>
internal sealed class MessageIntake(IChangeSession session, CalendarUser? to)
{
    private MessagePeople people = null!;

    /// <summary>Who takes it in by hand, and by which grant; null where it takes its way by itself.</summary>
    public (UserId Actor, long? Grant)? ByHand { get; init; }

    public Intake Take(ReceivedMessage received)
    {
        if (received.Method is not { } method || received.Parts.IsEmpty || !MessageBounds.Fits(received))
            return Intake.Waiting(WaitReason.NotUnderstood);
        people = new MessagePeople(session, received, to);
        var message = people.Known(received);
        return message.Parts.Select(p => p.Uid).Distinct().ToList() is not [var uid] ? Intake.Waiting(WaitReason.NotUnderstood)
            : method.IsFromAttendee() ? FromAttendee(message, uid)
            : FromOrganiser(message, uid);
    }

    private Intake FromAttendee(ReceivedMessage message, string uid)
    {
        // Whether the UID exists is not shown: what is not theirs to answer is as what is not there.
        var said = message.Parts[0].Organiser;
        var meeting = Sent(uid).Find(m => Owner(m).Inside && (said is null || said == Owner(m).Address));
        if (meeting is null)
            return Intake.Waiting(message.Vouched ? WaitReason.NothingStands : WaitReason.NotVouched);
        var owner = Owner(meeting);
        var before = Stands(meeting);
        var stands = Conversation.Of(owner.Address, owner.HomeZone).With(before);
        var outcome = stands.Receive(message);
        if (outcome.Reception != Reception.Applied)
            return new Intake(outcome.Reception, outcome.Why, outcome.Reception == Reception.Ignored ? meeting : null);
        // Who inside was not asked learns nothing of it by saying that they come.
        if (
            people.Find(Speaker(message)) is { Inside: true } inside
            && Agreement.Of(meeting, inside.Id, Local(meeting, message.Parts[0].RecurrenceId)) is null
        )
            return Intake.Waiting(WaitReason.NotInvited);
        // What is cancelled waits for nobody's answer; it is filed with it.
        if (meeting.Status == MeetingStatus.Cancelled && outcome.Sent.IsEmpty)
            return new Intake(Reception.Ignored, WaitReason.None, meeting);
        var by = people.FindOrAdd(Speaker(message));
        var change = Begin(ChangeKind.InvitationAnswered, by);
        if (outcome.Sent.Length > 0)
            return new Intake(Reception.Applied, WaitReason.None, Refreshed(meeting, outcome.Sent)) { Change = change };
        var zone = meeting.Time.WallZone ?? owner.HomeZone;
        var answered = meeting.WithSeats(outcome.After.Events[uid], a => people.FindOrAdd(a).Id, zone);
        answered = message.Parts.Aggregate(answered, (m, p) => WithWords(m, by.Id, Local(m, p.RecurrenceId), p));
        var stored = session.EntryStore.Save(answered);
        var kind = message.Method == SchedulingMethod.Counter ? EffectKind.Proposed : EffectKind.Answered;
        var told = message.Parts.Select(p => new Effect(kind, owner.Id, by.Id, Local(stored, p.RecurrenceId)));
        session.Tell(new Transition(stored, [.. told.Distinct(), .. NewlyAsked(meeting, stored)]), ByHand?.Actor ?? by.Id);
        return new Intake(Reception.Applied, WaitReason.None, stored) { Change = change };
    }

    /// <summary>An attendee asks how it stands: they are told.</summary>
    private Entry Refreshed(Entry meeting, ImmutableArray<SentMessage> sent)
    {
        var effects = sent.SelectMany(s =>
            s.To.Select(a => new Effect(
                s.Method == SchedulingMethod.Cancel ? EffectKind.Cancelled : EffectKind.Changed,
                people.FindOrAdd(a).Id,
                people.FindOrAdd(a).Id,
                Local(meeting, s.RecurrenceId)
            ))
        );
        session.Tell(new Transition(meeting, [.. effects]), meeting.Owner);
        return meeting;
    }

    private Intake FromOrganiser(ReceivedMessage message, string uid)
    {
        var organiser = message.Parts[0].Organiser;
        var sent = Sent(uid);
        // A UID belongs to its organiser; what another sends under one that stands here for this person is left to a person.
        var meeting = sent.Find(m => Owner(m).Address == organiser)
            ?? sent.Find(m => to is not null && (m.StandsWith(to.Id) || m.Owner == to.Id));
        if (!message.Vouched)
            return Intake.Waiting(WaitReason.NotVouched);
        if (organiser is not null && people.Find(organiser) is { Inside: true })
            // What is arranged here is told here; a message of ours that comes back to us says nothing new.
            return message.Sender != organiser ? Intake.Waiting(WaitReason.NotTheOrganiser)
                : meeting is not null && Owner(meeting).Address == organiser ? new Intake(Reception.Ignored, WaitReason.None, meeting)
                : Intake.Waiting(WaitReason.OrganisedInside);
        // What a stranger publishes is put on nobody's calendar by itself.
        if (
            message.Method == SchedulingMethod.Publish
            && meeting is null
            && ByHand is null
            && (organiser is null || people.Find(organiser) is null)
        )
            return Intake.Waiting(WaitReason.NothingStands);
        message = people.ForUs(message, meeting);
        var stands = Ours(meeting, message);
        var outcome = stands.Receive(message);
        if (outcome.Reception != Reception.Applied)
            return new Intake(outcome.Reception, outcome.Why, outcome.Reception == Reception.Ignored ? meeting : null);
        var by = people.FindOrAdd(organiser!);
        var change = Begin(ChangeKind.ToldFromOutside, by);
        var blank = meeting ?? Blank(message, by);
        var told = blank.WithTold(outcome.After.Events[uid], a => people.FindOrAdd(a).Id, to?.HomeZone ?? DateTimeZone.Utc);
        told = people.WithAddresses(MessageBounds.Cut(message.Method == SchedulingMethod.Publish ? WithReader(told) : told));
        told = meeting is null ? told : AgreedAsProposed(meeting, told);
        if (message.Method == SchedulingMethod.DeclineCounter)
            told = WithoutProposal(told, message);
        var stored = session.EntryStore.Save(told);
        var line = message.Parts.Select(p => p.Text.Line).FirstOrDefault(l => l is not null);
        session.Tell(
            new Transition(stored, [.. ToldInside.Of(meeting, stored, message, people.Inside)]),
            ByHand?.Actor ?? by.Id,
            line,
            meeting
        );
        return new Intake(Reception.Applied, WaitReason.None, stored) { Change = change };
    }

    private long Begin(ChangeKind kind, CalendarUser by) =>
        ByHand is { } hand
            ? session.Begin(ChangeKind.MailTakenIn, hand.Actor, to?.Id ?? hand.Actor, hand.Grant)
            : session.Begin(kind, by.Id, by.Id, null);

    /// <summary>What stands, as those inside who are asked share it.</summary>
    private Conversation Ours(Entry? meeting, ReceivedMessage message)
    {
        var inside = people.Inside(meeting, message);
        // A cancellation that names one of several takes that one off.
        var me = message.Method == SchedulingMethod.Cancel ? "" : to?.Address ?? inside.FirstOrDefault("");
        var ours = Conversation.Of(me, to?.HomeZone ?? DateTimeZone.Utc) with { Beside = [.. inside.Where(a => a != me)] };
        return meeting is null ? ours : ours.With(Stands(meeting));
    }

    private Standing Stands(Entry meeting)
    {
        var known = session.Users([
            meeting.Owner,
            .. meeting.Participations.SelectMany(p => new[] { p.Who, p.DelegatedTo ?? p.Who, p.DelegatedFrom ?? p.Who }),
        ]);
        people.Know(known.Values);
        return EntryStanding.Of(meeting, id => known[id].Address, Owner(meeting).HomeZone);
    }

    private List<Entry> Sent(string uid) => [.. session.MeetingsOf(uid).Where(m => m.Status != MeetingStatus.Draft)];

    private CalendarUser Owner(Entry meeting) => people.User(meeting.Owner);

    private LocalDateTime? Local(Entry meeting, Instant? id) =>
        id is { } at ? (meeting.Time.WallZone ?? Owner(meeting).HomeZone).ToLocal(at) : null;

    /// <summary>Whose answer it is: the sender's, or of whom they send for.</summary>
    private static string Speaker(ReceivedMessage message) =>
        message.Parts[0].Of(message.Sender)?.Address ?? message.Parts[0].Attendees.First(a => a.SentBy == message.Sender).Address;

    private static Entry WithWords(Entry meeting, UserId by, LocalDateTime? id, ScheduledPart part)
    {
        var words = part.Text.Line;
        // Who proposes another place says so in the place of the event.
        if (part.Time is null && !string.IsNullOrWhiteSpace(part.Location) && part.Location != meeting.Place)
            words = string.IsNullOrWhiteSpace(words) ? part.Location : $"{words} ({part.Location})";
        return string.IsNullOrWhiteSpace(words)
            ? meeting
            : meeting with
            {
                Participations =
                [
                    .. meeting.Participations.Select(p =>
                        p.Who == by && p.RecurrenceId == id && p.AnsweredAt == part.Stamp ? p with { Comment = words } : p
                    ),
                ],
            };
    }

    /// <summary>Who is asked by a delegation, and was not before.</summary>
    private static IEnumerable<Effect> NewlyAsked(Entry before, Entry after) =>
        after
            .Participations.Where(p => p is { DelegatedFrom: not null, Uninvited: false } && before.Participations.All(b => b.Who != p.Who))
            .Select(p => new Effect(EffectKind.Invite, p.Who, p.Who, p.RecurrenceId));

    private Entry Blank(ReceivedMessage message, CalendarUser by)
    {
        var publicId = PublicIds.New();
        return new Entry
        {
            PublicId = publicId,
            Uid = message.Parts[0].Uid,
            Kind = EntryKind.Meeting,
            Home = session.CalendarStore.OfOutside(by.Id),
            Owner = by.Id,
            Time = new AllDayEntry(default, default),
            Title = "",
            MadeBy = by.Id,
            MadeAt = session.Now,
        };
    }

    /// <summary>What is published is for knowledge: it stands with its reader, takes no time and asks nothing.</summary>
    private Entry WithReader(Entry told) =>
        to is not { Kind: UserKind.Person } || told.Participations.Any(p => p.Who == to.Id)
            ? told
            : told with
            {
                AnswersWanted = false,
                Takes = TimeTaken.Free,
                Participations =
                [
                    .. told.Participations,
                    new Participation(to.Id, AttendeeRole.Optional)
                    {
                        Answer = Answer.Accepted,
                        AnsweredBy = told.Owner,
                        AnsweredAt = session.Now,
                    },
                ],
            };

    /// <summary>Who proposed the time to which it moves has accepted it by that.</summary>
    private Entry AgreedAsProposed(Entry before, Entry told)
    {
        Participation Agreed(Participation part)
        {
            var was = Agreement.Of(before, part.Who, part.RecurrenceId);
            var now = Occurrences.Find(told, part.RecurrenceId ?? FirstOf(told), Owner(told).HomeZone)?.Stretch;
            return part.Answer == Answer.None && was?.Proposed is { } proposed && proposed == now
                ? part with
                {
                    Answer = Answer.Accepted,
                    AnsweredAt = session.Now,
                    AnsweredBy = was.AnsweredBy,
                }
                : part;
        }

        return told with
        {
            Participations = [.. told.Participations.Select(Agreed)],
        };
    }

    private static LocalDateTime? FirstOf(Entry told) => told.IsSeries ? told.Time.LocalStart : null;

    /// <summary>The time that somebody here proposed was not taken up; their answer stays.</summary>
    private Entry WithoutProposal(Entry told, ReceivedMessage message)
    {
        var ids = message.Parts.Select(p => Local(told, p.RecurrenceId)).ToList();
        return told with
        {
            Participations =
            [
                .. told.Participations.Select(p => p.Proposed is not null && ids.Contains(p.RecurrenceId) ? p with { Proposed = null } : p),
            ],
        };
    }
}
