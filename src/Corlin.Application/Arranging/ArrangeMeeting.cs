using System.Collections.Immutable;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Files;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Arranging;

/// <summary>Arranges a meeting in somebody's name and asks everyone to it, or saves it and asks nobody yet.</summary>
/// <param name="Link">The address of the conference, or null.</param>
[Change(ChangeKind.MeetingSent, "sent", MayTakeBack.BySpeaker)]
[Change(ChangeKind.MeetingSaved, "saved without sending", MayTakeBack.BySpeaker)]
public sealed record ArrangeMeeting(
    UserId Actor,
    UserId InNameOf,
    string Title,
    ImmutableArray<Invited> Invited,
    EntryTime Time,
    string? Place,
    string? Link,
    string? Agenda,
    string? Line,
    bool Private = false,
    Rule? Rule = null
) : IChange<ArrangedMeeting>
{
    public string? DialIn { get; init; }

    /// <summary>The agenda as sanitised HTML, where it has more to it than paragraphs.</summary>
    public string? StyledAgenda { get; init; }

    public bool AnswersWanted { get; init; } = true;

    /// <summary>What is noted about it on the organiser's lane.</summary>
    public MarkWish Mark { get; init; } = MarkWish.Nothing;

    /// <summary>The draft from which it comes, with its papers.</summary>
    public string? Draft { get; init; }

    /// <summary>The public id of a meeting that was saved and not sent: it becomes this one.</summary>
    public string? Saved { get; init; }

    /// <summary>Of the holds of this request it is the one that was chosen; all of them are released.</summary>
    public string? HoldRequest { get; init; }

    /// <summary>The public id of the request of which it comes.</summary>
    public string? Request { get; init; }

    /// <summary>Who joins the conference by its link at once.</summary>
    public Admission Admission { get; init; }

    /// <summary>Occurrences of a series that take place at a time of their own from the start.</summary>
    public IReadOnlyList<MovedOccurrence> Moved { get; init; } = [];

    /// <summary>Where two hours take turns, the other of them: a series of its own, beside this one.</summary>
    public TurnWish? Turn { get; init; }

    /// <summary>Where several are met one after another, who of them when: a meeting with each, instead of one.</summary>
    public PanelPlan? Panel { get; init; }

    /// <summary>Until when those asked are to answer; null where nothing is said.</summary>
    public DeadlineWish? Deadline { get; init; }

    /// <summary>False to save it and ask nobody.</summary>
    public bool Send { get; init; } = true;

    public ArrangedMeeting Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (string.IsNullOrWhiteSpace(Title))
            throw new RefusedException(RefusalKind.NoTitle, "title");
        RuleChecks.MustFit(Rule, Time);
        if (Turn is not null)
            RuleChecks.MustFit(Turn.Rule, Turn.Time);
        if (Panel is not null && (Rule is not null || Turn is not null))
            throw new RefusedException(RefusalKind.PanelOfSeries, "repeats");
        var draft = Draft is null ? null : session.MustFindDraft(Actor, Draft);
        // The same draft again is the same meeting: its answer was lost on the way, or the button was pressed twice.
        if (draft?.SentBy is { } sentBy)
            return Became(session, sentBy);
        Panel?.MustStillDo(session, Actor);
        var saved = Saved is null ? null : MustBeSaved(session, Saved);
        var change = session.Begin(Send ? ChangeKind.MeetingSent : ChangeKind.MeetingSaved, Actor, InNameOf, rights.Grant);
        List<Transition> all =
        [
            .. Each(session)
                .Select(
                    (m, i) => m.Made(session, (i == 0 ? saved : null) ?? session.New(EntryKind.Meeting, InNameOf, Actor, m.Title, m.Time))
                ),
        ];
        var first = all[0].Entry;
        if (Send && Deadline is not null)
        {
            foreach (var one in all)
                Deadline.Keep(session, one.Entry, Actor);
        }

        if (draft is not null)
        {
            foreach (var one in all)
                Lay(session, draft, one.Entry);
            session.DraftStore.Save(draft with { SentBy = change, At = session.Now });
        }

        if (Send)
            session.Became(Actor, Request, RequestState.Arranged, first.PublicId);
        foreach (var one in all)
            session.Tell(one, Actor);
        return ArrangedMeeting.Of(first, change) with { Asked = PeopleAsked([.. all.Select(a => a.Entry)]), Meetings = all.Count };
    }

    /// <summary>The meetings that it stands for: itself, two that take turns, or one with each who is met by themselves.</summary>
    private IEnumerable<ArrangeMeeting> Each(IChangeSession session)
    {
        if (Turn is not null)
            return [this, this with { Time = Turn.Time, Rule = Turn.Rule, Moved = [], HoldRequest = null }];
        if (Panel is null)
            return [this];
        return Panel.Meetings.Select(
            (m, i) =>
                this with
                {
                    Title = PanelPlan.Title(session, Title, m),
                    Time = m.Time,
                    Invited = [.. Invited, .. m.Also.Prepend(m.Who).Select(w => new Invited(w, AttendeeRole.Required))],
                    // The holds are released once.
                    HoldRequest = i == 0 ? HoldRequest : null,
                }
        );
    }

    /// <summary>Stores it as it is arranged, in a change that has begun; nobody is told yet.</summary>
    /// <param name="blank">The entry that it becomes.</param>
    internal Transition Made(IChangeSession session, Entry blank)
    {
        var by = new Inviting(Actor, InNameOf, Private);
        var asked = Send ? Attendees.Resolve(session, Invited, by) : Attendees.Edit(session, new Asking(Invited, []), by).Added;
        var written = blank with
        {
            Home = session.CalendarOf(InNameOf),
            Owner = InNameOf,
            Title = Title.Trim(),
            Time = Time,
            Rule = Rule,
            Place = Place,
            Link = Link,
            DialIn = DialIn,
            Admission = Admission,
            Agenda = Agenda,
            StyledAgenda = StyledAgenda,
            Line = Line,
            Private = Private,
            AnswersWanted = AnswersWanted,
            Status = MeetingStatus.Draft,
            Participations = [.. asked],
            Groups = [.. Attendees.GroupsOf(session, Invited)],
            Marks = Mark.On(session, InNameOf),
        };
        written = written with { Overrides = MovedOccurrence.Of(written, Moved) };
        if (HoldRequest is not null)
            Holds.Release(session, Actor, InNameOf, HoldRequest);
        var sent = Send ? Scheduling.Send(written) : new Transition(written with { Version = written.Version + 1 }, []);
        return sent with { Entry = session.EntryStore.Save(Send ? Rooms.Answer(session, sent.Entry) : sent.Entry) };
    }

    /// <summary>How many people are asked; a room is booked, not asked.</summary>
    internal static int PeopleAsked(params ReadOnlySpan<Entry> meetings)
    {
        var asked = new HashSet<UserId>();
        foreach (var meeting in meetings)
            asked.UnionWith(meeting.Participations.Where(p => p.Role != AttendeeRole.Resource).Select(p => p.Who));
        return asked.Count;
    }

    private static ArrangedMeeting Became(IChangeSession session, long change) =>
        session.EntryStore.TouchedBy(change, 60).FirstOrDefault(e => e.Kind == EntryKind.Meeting) is { } meeting
            ? ArrangedMeeting.Of(meeting, change)
            : throw new RefusedException(RefusalKind.AlreadySent);

    private Entry MustBeSaved(IChangeSession session, string saved)
    {
        var (meeting, _) = session.MustOrganise(Actor, saved);
        return meeting.Status == MeetingStatus.Draft ? meeting : throw new RefusedException(RefusalKind.AlreadySent);
    }

    /// <summary>
    /// The papers of the draft lie with the meeting; what lay there from an earlier saving and is in the draft no more is taken away.
    /// </summary>
    private static void Lay(IChangeSession session, KeptDraft draft, Entry meeting)
    {
        var wanted = session.PapersOfDraft(draft.PublicId);
        var there = session.Papers([meeting.Id]);
        foreach (var paper in there.Where(t => !wanted.Any(w => Same(w, t))))
            session.PaperStore.Remove(paper, meeting);
        session.LayWith(meeting, wanted.Where(w => !there.Any(t => Same(w, t))));
    }

    private static bool Same(Core.Papers.Paper one, Core.Papers.Paper other) =>
        (one.Name, one.Hash, one.Address, one.GoesOut) == (other.Name, other.Hash, other.Address, other.GoesOut);
}

/// <summary>Until when those asked are to answer, and what is done then.</summary>
public sealed record DeadlineWish(Instant At, AfterDeadline Then)
{
    /// <exception cref="RefusedException">It lies in the past, or after the meeting begins, or no answers are wanted.</exception>
    internal void Keep(IChangeSession session, Entry meeting, UserId actor)
    {
        var zone = session.Users([meeting.Owner])[meeting.Owner].HomeZone;
        if (!Enum.IsDefined(Then) || !meeting.AnswersWanted)
            throw new RefusedException(RefusalKind.BadInput, "deadline", Then.ToString());
        if (At <= session.Now)
            throw new RefusedException(RefusalKind.InThePast, "deadline");
        if (At >= meeting.Time.ToStretch(zone).Start)
            throw new RefusedException(RefusalKind.DeadlineTooLate, "deadline");
        session.DeadlineStore.Keep(new AnswerDeadline(meeting.Id, null, At, Then, actor));
    }
}

/// <summary>When the other of two that take turns begins, and how it repeats.</summary>
public sealed record TurnWish(EntryTime Time, Rule Rule);

/// <summary>What came of it.</summary>
/// <param name="Change">With this it can be undone until it was sent.</param>
/// <param name="Asked">How many people are asked, the organiser and rooms apart.</param>
/// <param name="First">Of a series its first occurrence; null for once.</param>
public sealed record ArrangedMeeting(string PublicId, long Change, int Asked, LocalDateTime? First = null)
{
    /// <summary>How many meetings were made.</summary>
    public int Meetings { get; init; } = 1;

    internal static ArrangedMeeting Of(Entry meeting, long change) =>
        new(meeting.PublicId, change, ArrangeMeeting.PeopleAsked(meeting), meeting.IsSeries ? meeting.Time.LocalStart : null);
}
