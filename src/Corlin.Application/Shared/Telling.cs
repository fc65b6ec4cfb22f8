using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;
using Corlin.Core.Time;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Shared;

/// <summary>Turns the effects of a transition into messages: a notice inside, mail outside.</summary>
internal static class Telling
{
    /// <param name="note">What who acts writes with it.</param>
    /// <param name="before">How the meeting stood; null where nothing is told of what is different.</param>
    /// <param name="laid">A paper that goes out by itself; null where an invitation takes along all that do.</param>
    public static void Tell(
        this IChangeSession session,
        Transition transition,
        UserId actor,
        string? note = null,
        Entry? before = null,
        Paper? laid = null
    )
    {
        if (transition.Effects.IsEmpty)
            return;
        var meeting = transition.Entry;
        var speakersOf = new SpeakersOf(session, [.. transition.Effects.Select(e => e.To).Distinct()], session.Now);
        var people = session.Users([
            meeting.Owner,
            actor,
            .. meeting.Participations.Concat(before?.Participations ?? []).Select(p => p.Who),
            .. transition.Effects.Select(e => e.To),
        ]);
        // Worked out once for all who are told the same.
        var papers = new Lazy<IReadOnlyList<SentPaper>>(() =>
            laid is null ? PaperVersions.GoingOut(session.Papers([meeting.Id])) : PaperVersions.GoingOut([laid])
        );
        var deadlines = new Lazy<IReadOnlyList<AnswerDeadline>>(() => session.Deadlines([meeting.Id]));
        var when = transition
            .Effects.Select(e => e.RecurrenceId)
            .Distinct()
            .ToLookup(id => id, id => When(meeting, id, people[meeting.Owner]));
        var asked = new Dictionary<string, IReadOnlyList<AddressedAttendee>>();
        IReadOnlyList<AddressedAttendee> Asked(LocalDateTime? id)
        {
            var key = id?.ToString() ?? "";
            return asked.TryGetValue(key, out var known) ? known : asked[key] = Addressed(meeting, id, people);
        }

        foreach (var effect in transition.Effects)
        {
            var (stretch, occurrence) = when[effect.RecurrenceId].Single();
            var to = people[effect.To];
            if (to.Inside)
                session.Notify(meeting, effect, stretch, speakersOf, to, people[effect.About], actor, note);
            // Who acts knows already.
            else if (to.Id == meeting.Owner)
            {
                if (Method(effect.Kind) is SchedulingMethod.Reply or SchedulingMethod.Counter)
                    session.SendAnswer(meeting, effect, stretch, occurrence, people, actor);
            }
            else if (to.Id != actor && Method(effect.Kind) is { } method)
            {
                var changes = effect.RecurrenceId is null && before is not null ? Changes(before, meeting, to, people) : null;
                // What is the organiser's own matter, how it takes their time or that it is private now, is nothing to write about.
                if (effect.Kind == EffectKind.Changed && changes is { Count: 0 })
                    continue;
                var mail = Mail(
                    meeting,
                    effect,
                    stretch,
                    occurrence,
                    method,
                    to,
                    actor,
                    people,
                    Asked(effect.RecurrenceId),
                    session.Now,
                    note
                ) with
                {
                    Changes = laid is null ? changes ?? [] : [$"with it “{laid.Name}”"],
                    Papers = effect.Kind == EffectKind.Invite || laid is not null ? papers.Value : [],
                    AnswerBy =
                        effect.Kind == EffectKind.Invite
                        && deadlines.Value.FirstOrDefault(d => d.RecurrenceId == effect.RecurrenceId) is { } deadline
                            ? AnswerBy(meeting, deadline, people[meeting.Owner], to)
                            : null,
                };
                session.MailStore.Send(
                    new OutboxMessage(mail with { Subject = English.Subject(effect.Kind, mail) }, null),
                    new MailAbout(meeting.Owner, meeting.PublicId, meeting.Private)
                );
            }
        }
    }

    /// <summary>By the clock by which the time of the meeting is told, and by the reader's own where that is another.</summary>
    private static string AnswerBy(Entry meeting, AnswerDeadline deadline, CalendarUser organiser, CalendarUser reader)
    {
        var zone = meeting.Time is Core.Time.TimedEntry timed ? Zones.Get(timed.Zone) : organiser.HomeZone;
        var at = zone.ToLocal(deadline.At);
        if (!reader.ZoneKnown)
            return English.AnswerBy(at, Zones.City(zone.Id), null, deadline.Then);
        var there = Zones.Get(reader.Zone).ToLocal(deadline.At);
        return there == at
            ? English.AnswerBy(at, null, null, deadline.Then)
            : English.AnswerBy(at, Zones.City(zone.Id), English.AlsoAt(there, at.Date, Zones.City(reader.Zone)), deadline.Then);
    }

    /// <summary>An answer, or another time, goes to who organises the meeting outside, under the address at which they asked.</summary>
    private static void SendAnswer(
        this IChangeSession session,
        Entry meeting,
        Effect effect,
        Stretch stretch,
        Occurrence? occurrence,
        IReadOnlyDictionary<UserId, CalendarUser> people,
        UserId actor
    )
    {
        if (Agreement.Of(meeting, effect.About, effect.RecurrenceId) is not { } part)
            return;
        var (organiser, who) = (people[meeting.Owner], people[effect.About]);
        var box = Box(who) with { Address = part.Address ?? who.Address };
        var own = meeting.Overrides.FirstOrDefault(o => o.RecurrenceId == effect.RecurrenceId)?.Sequence ?? 0;
        var mail = new OutgoingMail(
            part.Proposed is null ? SchedulingMethod.Reply : SchedulingMethod.Counter,
            Box(organiser),
            Box(organiser),
            actor == who.Id ? null : Box(people[actor]),
            meeting.Uid,
            effect.RecurrenceId is null || own == 0 ? meeting.Sequence : own,
            session.Now,
            part.Proposed ?? stretch,
            meeting.Time is Core.Time.TimedEntry timed ? timed.Zone : who.Zone,
            occurrence?.Title ?? meeting.Title,
            occurrence?.Place ?? meeting.Place,
            null,
            null,
            part.Comment,
            [new AddressedAttendee(box, part.Role, part.Answer)],
            effect.RecurrenceId
        )
        {
            DelegatedTo = part.DelegatedTo is { } to ? Box(session.Users([to])[to]) : null,
        };
        session.MailStore.Send(
            new OutboxMessage(mail with { Subject = English.AnswerSubject(mail, who.Name) }, null),
            new MailAbout(who.Id, meeting.PublicId, meeting.Private || part.OwnPrivate)
        );
    }

    /// <summary>
    /// What is known of a meeting, or of an occurrence of it, goes to somebody who is not asked (PUBLISH, RFC 5546 3.2.1).
    /// </summary>
    /// <param name="by">Who forwards it, in the name of <paramref name="inNameOf"/>.</param>
    public static void Forward(
        this IChangeSession session,
        Entry meeting,
        LocalDateTime? id,
        CalendarUser by,
        CalendarUser inNameOf,
        CalendarUser to,
        string? note
    )
    {
        var people = session.Users([meeting.Owner, by.Id]);
        var (stretch, occurrence) = When(meeting, id, people[meeting.Owner]);
        var effect = new Effect(EffectKind.Forwarded, to.Id, inNameOf.Id, id);
        // What the organiser wrote to those asked is not for others; papers stay where they are.
        var mail = Mail(
            meeting with
            {
                Line = null,
                Participations = [],
            },
            effect,
            stretch,
            occurrence,
            SchedulingMethod.Publish,
            to,
            meeting.Owner,
            people,
            [],
            session.Now,
            note
        ) with
        {
            Forwarder = Box(by),
            ForwardedFor = by.Id == inNameOf.Id ? null : inNameOf.Name,
        };
        session.MailStore.Send(
            new OutboxMessage(mail with { Subject = English.Subject(effect.Kind, mail) }, null),
            new MailAbout(inNameOf.Id, meeting.PublicId, meeting.Private)
        );
    }

    /// <summary>
    /// Tells one person inside, and nobody who speaks for them, of a part that is theirs or of somebody for whom they speak.
    /// </summary>
    public static void TellOne(this IChangeSession session, Entry meeting, Effect effect)
    {
        var people = session.Users([meeting.Owner, effect.To, effect.About]);
        if (!people[effect.To].Inside)
            return;
        var (stretch, _) = When(meeting, effect.RecurrenceId, people[meeting.Owner]);
        var (to, about) = (people[effect.To].Address, people[effect.About].Address);
        session.MailStore.Send(
            new OutboxMessage(
                null,
                new Notice(effect.Kind, to, about, meeting.PublicId, effect.RecurrenceId, effect.To == effect.About ? null : about, stretch)
            )
        );
    }

    private static void Notify(
        this IChangeSession session,
        Entry meeting,
        Effect effect,
        Stretch stretch,
        SpeakersOf speakersOf,
        CalendarUser to,
        CalendarUser about,
        UserId actor,
        string? note
    )
    {
        var notice = new Notice(
            effect.Kind,
            to.Address,
            about.Address,
            meeting.PublicId,
            effect.RecurrenceId,
            Stretch: stretch,
            Note: note
        );
        var isPrivate = meeting.Private || Agreement.Of(meeting, to.Id, effect.RecurrenceId) is { OwnPrivate: true };
        var speakers = speakersOf.For(to.Id, isPrivate);
        // Who acts knows already; what nobody else is told its principal is, whatever they wish.
        if (to.Id != actor && (speakers.Count == 0 || Copies.AreWanted(session, to.Id)))
            session.MailStore.Send(new OutboxMessage(null, notice));
        foreach (var speaker in speakers.Where(s => s.Id != actor))
            session.MailStore.Send(new OutboxMessage(null, notice with { To = speaker.Address, For = to.Address }));
    }

    private static SchedulingMethod? Method(EffectKind kind) =>
        kind switch
        {
            EffectKind.Invite or EffectKind.Moved or EffectKind.Changed => SchedulingMethod.Request,
            EffectKind.Cancelled or EffectKind.Removed => SchedulingMethod.Cancel,
            EffectKind.ProposalRefused => SchedulingMethod.DeclineCounter,
            EffectKind.Answered => SchedulingMethod.Reply,
            EffectKind.Proposed => SchedulingMethod.Counter,
            _ => null,
        };

    private static OutgoingMail Mail(
        Entry meeting,
        Effect effect,
        Stretch stretch,
        Occurrence? occurrence,
        SchedulingMethod method,
        CalendarUser to,
        UserId actor,
        IReadOnlyDictionary<UserId, CalendarUser> people,
        IReadOnlyList<AddressedAttendee> asked,
        Instant now,
        string? note
    )
    {
        var organiser = people[meeting.Owner];
        var zone = meeting.Time is Core.Time.TimedEntry timed ? timed.Zone : organiser.Zone;
        // Who is no longer asked is told of themselves alone (RFC 5546 3.2.5).
        var uninvited = effect.Kind == EffectKind.Removed;
        var attendees = uninvited ? [new AddressedAttendee(Box(to), AttendeeRole.Required, Answer.None)] : asked;
        return new OutgoingMail(
            method,
            Box(to),
            Box(organiser),
            actor == organiser.Id ? null : Box(people[actor]),
            meeting.Uid,
            meeting.Sequence,
            now,
            stretch,
            zone,
            occurrence?.Title ?? meeting.Title,
            occurrence?.Place ?? meeting.Place,
            meeting.Link,
            meeting.Agenda,
            note ?? meeting.Line,
            attendees,
            effect.RecurrenceId,
            effect.RecurrenceId is null && meeting.IsSeries ? Series(meeting, organiser) : null,
            uninvited
        )
        {
            DialIn = meeting.DialIn,
            StyledAgenda = meeting.StyledAgenda,
            AnswersWanted = meeting.AnswersWanted,
            ReaderZone = to.ZoneKnown ? to.Zone : null,
        };
    }

    private static IReadOnlyList<AddressedAttendee> Addressed(
        Entry meeting,
        LocalDateTime? id,
        IReadOnlyDictionary<UserId, CalendarUser> people
    ) => [.. Agreement.For(meeting, id).Where(p => !p.Uninvited).Select(p => new AddressedAttendee(Box(people[p.Who]), p.Role, p.Answer))];

    /// <summary>When the meeting, or an occurrence of it, takes place, or was to.</summary>
    private static (Stretch Stretch, Occurrence? Occurrence) When(Entry meeting, LocalDateTime? id, CalendarUser organiser)
    {
        var occurrence = Occurrences.Find(Standing(meeting, id), id, organiser.HomeZone);
        return (occurrence?.Stretch ?? meeting.Time.ToStretch(organiser.HomeZone), occurrence);
    }

    /// <summary>What is different for somebody who is asked, a line each, in their zone.</summary>
    private static List<string> Changes(Entry before, Entry after, CalendarUser to, IReadOnlyDictionary<UserId, CalendarUser> people)
    {
        var viewer = new Viewer(to.Id, System.Collections.Immutable.ImmutableDictionary<UserId, bool>.Empty);
        if (Disclosure.Past(before, after, null, to.Id, viewer, _ => Rights.None) is not { Before: { } was, After: { } became })
            return [];
        return
        [
            .. English.Differences(
                was.WithoutAnswers() with
                {
                    Takes = became.Takes,
                    Private = became.Private,
                },
                became.WithoutAnswers(),
                to.HomeZone,
                who => people[who].Name
            ),
        ];
    }

    /// <summary>The meeting as it was before it or the occurrence was cancelled: that is what a message about it tells.</summary>
    private static Entry Standing(Entry meeting, LocalDateTime? id) =>
        meeting with
        {
            Status = MeetingStatus.Sent,
            Overrides = [.. meeting.Overrides.Where(o => o.RecurrenceId != id || !o.Cancelled)],
        };

    private static MailSeries Series(Entry meeting, CalendarUser organiser) =>
        new(
            meeting.Rule?.ToText(meeting.Time.WallZone),
            meeting.Rule is null ? "on several dates" : RuleWords.Write(ToDate(meeting.Rule, meeting.Time.WallZone)),
            [
                .. meeting.Exceptions.Concat(
                    meeting.Overrides.Where(o => o is { Cancelled: true, AndFollowing: false }).Select(o => o.RecurrenceId)
                ),
            ],
            [.. meeting.Additions.Select(a => a.Start)],
            meeting.RelatedTo
        )
        {
            Changed =
            [
                .. meeting
                    .Overrides.Where(o => o is { Cancelled: false, AndFollowing: false })
                    .Select(o => (Change: o, At: Occurrences.Find(meeting, o.RecurrenceId, organiser.HomeZone)))
                    .Where(o => o.At is not null)
                    .OrderBy(o => o.Change.RecurrenceId)
                    .Select(o => new MailOverride(o.Change.RecurrenceId, o.At!.Stretch, o.At.Title, o.At.Place)),
            ],
        };

    /// <summary>A rule that ends at a moment, as it is said: with the day on which that is.</summary>
    private static Core.Recurrence.Rule ToDate(Core.Recurrence.Rule rule, DateTimeZone? zone)
    {
        if (rule.Until is not { } until || zone is null)
            return rule;
        var local = until.IsUtc ? zone.ToLocal(until.Time.InUtc().ToInstant()) : until.Time;
        return rule with { Until = new Core.Recurrence.Until(local.Date + new LocalTime(23, 59, 59), false) };
    }

    /// <summary>A letter of one to another.</summary>
    public static void Write(this IChangeSession session, CalendarUser by, CalendarUser to, string subject, string text, MailAbout about) =>
        session.MailStore.Send(new OutboxMessage(null, null, new Letter(Box(by), Box(to), subject, text, session.Now)), about);

    /// <summary>The name and address of somebody, as mail shows them.</summary>
    public static Mailbox Box(CalendarUser user) =>
        new(string.Concat(user.Name.Select(c => char.IsControl(c) ? ' ' : c)).Trim(), user.Address);
}
