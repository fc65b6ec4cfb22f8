using Corlin.Application.Files;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>What a group has before it, as far as the viewer may know it.</summary>
/// <param name="Coming">Its meetings to come, soonest first.</param>
/// <param name="Notices">What became of them lately, latest first.</param>
/// <param name="Papers">The papers that lie with them.</param>
/// <param name="Notes">What was noted of them, as far as the viewer reads it, latest first.</param>
/// <param name="Hidden">How many meetings to come the viewer may not know.</param>
public sealed record GroupPageView(
    IReadOnlyList<GroupMeetingView> Coming,
    IReadOnlyList<GroupNoticeView> Notices,
    IReadOnlyList<GroupPaperView> Papers,
    IReadOnlyList<GroupNotesView> Notes,
    int Hidden
);

/// <param name="Lane">On whose lane it is read, by public id.</param>
/// <param name="Words">How the viewer stands to it: "you are invited", "you organise it", "you are not invited".</param>
/// <param name="Link">The address of its conference, where it may be known.</param>
/// <param name="MayAskToCome">Whether the viewer is in the group and not asked.</param>
public sealed record GroupMeetingView(
    string Entry,
    string? Occurrence,
    string Lane,
    string Title,
    string When,
    PersonView Organiser,
    bool Series,
    string Words,
    string? Link,
    bool MayAskToCome
);

/// <param name="Id">The number of the change.</param>
/// <param name="Words">"Noor Haddad for Maren Falk moved “Safety review”: Tuesday 16 March, was Monday 15 March".</param>
/// <param name="Note">What who did it wrote with it.</param>
public sealed record GroupNoticeView(long Id, string When, string Words, string? Note);

public sealed record GroupPaperView(string Entry, string? Occurrence, string Lane, string Title, PaperView Paper);

/// <param name="When">The day of the occurrence, or of who wrote it.</param>
/// <param name="Open">How many of its tasks are still to be done.</param>
public sealed record GroupNotesView(string Entry, string? Occurrence, string Lane, string Title, string When, int Open);

public sealed record ReadGroup(UserId Viewer, string Group, Instant Now)
{
    private const int Most = 60;
    private const int MostNotices = 12;
    private const int MostLookedAt = 25;

    private static readonly Duration Back = Duration.FromDays(31);
    private static readonly Duration Ahead = Duration.FromDays(366);

    public GroupPageView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var group = viewing.Find(Group) is { Kind: UserKind.Group } found ? found : throw new RefusedException(RefusalKind.NotFound);
        var meetings = store.MeetingsOfGroup(group.Id, Now - Back, Most);
        var calendars = viewing.CalendarsOf([
            .. meetings.Select(m => m.Owner).Concat(viewing.Viewer.SpeaksFor.Keys).Append(viewing.Person.Id).Distinct(),
        ]);
        var told = meetings.Select(m => (Meeting: m, Seen: BestSeen(viewing, calendars, m))).ToList();
        var seen = told.Where(t => t.Seen is not null).Select(t => (t.Meeting, Seen: t.Seen!.Value)).ToList();
        var organisers = viewing.Users(seen.Select(s => s.Meeting.Owner));
        var whole = seen.Where(s => s.Seen.Told.Whole is not null).ToDictionary(s => s.Meeting.Id);
        var papers = store.Papers([.. whole.Keys]).ToLookup(p => p.Entry);
        var coming = seen.Where(s => s.Seen.Told.Stretch.End > Now && s.Meeting.Status == MeetingStatus.Sent)
            .OrderBy(s => s.Seen.Told.Stretch.Start)
            .ToList();
        return new GroupPageView(
            [.. coming.Select(c => View(viewing, c.Meeting, c.Seen, organisers[c.Meeting.Owner]))],
            [
                .. seen.Take(MostLookedAt)
                    .SelectMany(s => Notices(viewing, calendars[s.Seen.Lane.Id], s.Meeting, s.Seen))
                    .OrderByDescending(n => n.Id)
                    .Take(MostNotices),
            ],
            [
                .. whole.Values.SelectMany(s =>
                    PaperView
                        .All(viewing, [.. papers[s.Meeting.Id]])
                        .Select(p => new GroupPaperView(
                            s.Meeting.PublicId,
                            LaneViews.Id(s.Seen.Told.RecurrenceId),
                            s.Seen.Lane.PublicId,
                            s.Meeting.Title,
                            p
                        ))
                ),
            ],
            [
                .. store
                    .NotesOf([.. whole.Keys], MostNotices)
                    .Select(n => Notes(viewing, calendars, whole[n.Entry].Meeting, whole[n.Entry].Seen.Lane, n))
                    .OfType<GroupNotesView>(),
            ],
            told.Count(t =>
                t.Seen is null && t.Meeting is { Status: MeetingStatus.Sent, Private: false } && IsSeenTaken(viewing, calendars, t.Meeting)
            )
        );
    }

    /// <summary>
    /// The next occurrence, or the last where none is to come, on the lane on which the viewer may know most of it; null where that is not
    /// even its title.
    /// </summary>
    private (DisclosedEntry Told, CalendarUser Lane)? BestSeen(
        Viewing viewing,
        IReadOnlyDictionary<UserId, LaneCalendars> calendars,
        Entry meeting
    )
    {
        var lanes = viewing
            .Users([viewing.Person.Id, .. viewing.Viewer.SpeaksFor.Keys, meeting.Owner])
            .Values.Where(u =>
                meeting.StandsWith(u.Id)
                && (u.Id == viewing.Person.Id || u.Id == meeting.Owner || viewing.Viewer.SpeaksFor.ContainsKey(u.Id))
            )
            .OrderByDescending(u => u.Id == viewing.Person.Id)
            .ToList();
        if (lanes.Count == 0 || Next(Standing(meeting), viewing) is not { } next)
            return null;
        (DisclosedEntry Told, CalendarUser Lane)? best = null;
        foreach (var lane in lanes)
        {
            // Who organises from outside has no calendar here.
            if (!calendars.TryGetValue(lane.Id, out var own) || own.Told(viewing, next) is not { Sight: >= Sight.Headlines } told)
                continue;
            if (best is null || told.Sight > best.Value.Told.Sight)
                best = (told, lane);
        }

        return best;
    }

    /// <summary>
    /// Whether the viewer sees at least that its organiser's time is taken: of what they may not even see so much is not counted.
    /// </summary>
    private bool IsSeenTaken(Viewing viewing, IReadOnlyDictionary<UserId, LaneCalendars> calendars, Entry meeting) =>
        Next(meeting, viewing) is { } next && calendars.TryGetValue(meeting.Owner, out var own) && own.Told(viewing, next) is not null;

    /// <summary>Of what was cancelled as it stood before.</summary>
    private static Entry Standing(Entry meeting) =>
        meeting.Status == MeetingStatus.Cancelled ? meeting with { Status = MeetingStatus.Sent } : meeting;

    private Occurrence? Next(Entry meeting, Viewing viewing)
    {
        var zone = viewing.Users([meeting.Owner])[meeting.Owner].HomeZone;
        return Occurrences.In(meeting, new Stretch(Now, Now + Ahead), zone).FirstOrDefault()
            ?? Occurrences.In(meeting, new Stretch(Now - Back, Now), zone).LastOrDefault();
    }

    private static GroupMeetingView View(
        Viewing viewing,
        Entry meeting,
        (DisclosedEntry Told, CalendarUser Lane) seen,
        CalendarUser organiser
    )
    {
        var told = seen.Told;
        var (from, to) = (viewing.Zone.ToLocal(told.Stretch.Start), viewing.Zone.ToLocal(told.Stretch.End));
        var part = Agreement.Of(meeting, viewing.Person.Id, told.RecurrenceId);
        var words =
            meeting.Owner == viewing.Person.Id ? "you organise it"
            : part is null ? "you are not invited"
            : part.Answer switch
            {
                Answer.Accepted => "you accepted",
                Answer.Declined => "you declined",
                Answer.Tentative => "you said tentative",
                _ => "you are invited",
            };
        var mayAsk =
            !meeting.StandsWith(viewing.Person.Id)
            && !meeting.Private
            && meeting.Groups.Any(g => viewing.Store.Members(g.Group).Contains(viewing.Person.Id));
        return new GroupMeetingView(
            meeting.PublicId,
            LaneViews.Id(told.RecurrenceId),
            seen.Lane.PublicId,
            told.Title!,
            $"{English.Day(from.Date)}, {English.Time(from.TimeOfDay)} to {English.Time(to.TimeOfDay)}",
            viewing.View(organiser),
            meeting.IsSeries,
            words,
            told.Whole?.Link,
            mayAsk
        );
    }

    private static GroupNotesView? Notes(
        Viewing viewing,
        IReadOnlyDictionary<UserId, LaneCalendars> calendars,
        Entry meeting,
        CalendarUser lane,
        MeetingNotes notes
    )
    {
        var reader = new NotesReader(viewing, lane.Id, Deciding.Notes(meeting, lane.Id, calendars[lane.Id].RightsFor(meeting)));
        return reader.Told(notes) is not { } told
            ? null
            : new GroupNotesView(
                meeting.PublicId,
                LaneViews.Id(notes.RecurrenceId),
                lane.PublicId,
                meeting.Title,
                English.Day((notes.RecurrenceId ?? meeting.Time.LocalStart).Date),
                told.Tasks.Count(t => t.DoneAt is null)
            );
    }

    private static IEnumerable<GroupNoticeView> Notices(
        Viewing viewing,
        LaneCalendars calendars,
        Entry meeting,
        (DisclosedEntry Told, CalendarUser Lane) seen
    )
    {
        var past = viewing
            .Store.PastOf(meeting.Id, null, 6)
            .Where(c => c is { Undone: false, TookBack: false } && IsNotice(c.Kind))
            .ToList();
        if (past.Count == 0)
            yield break;
        var notes = seen.Told.Whole is null ? null : viewing.Store.NotesWith([.. past.Select(c => c.Id)]);
        var people = viewing.Users(
            past.SelectMany(c => new[] { c.Actor, c.InNameOf })
                .Concat(
                    past.SelectMany(c => c.Entries)
                        .SelectMany(e => (e.Before?.Participations ?? []).Concat(e.After?.Participations ?? []))
                        .Select(p => p.Who)
                )
        );
        foreach (var change in past)
        {
            var did = change.Entries.FirstOrDefault(e => e.Id == meeting.Id);
            if (
                did is null
                || Disclosure.Past(
                    did.Before,
                    did.After,
                    meeting,
                    seen.Lane.Id,
                    viewing.Viewer,
                    e => calendars.SharedFor(viewing, e, null),
                    Left.Of(viewing.Store, meeting, seen.Lane.Id)
                )
                    is not { Withheld: false } told
            )
                continue;
            var who =
                change.Actor == change.InNameOf
                    ? people[change.Actor].Name
                    : $"{people[change.Actor].Name} for {people[change.InNameOf].Name}";
            var state = (told.After ?? told.Before)!;
            var differences =
                told is { Before: { } before, After: { } after } && change.Kind != ChangeKind.MeetingCancelled
                    ? string.Join(
                        "; ",
                        English.Differences(
                            before.WithoutAnswers() with
                            {
                                Takes = after.Takes,
                            },
                            after.WithoutAnswers(),
                            viewing.Zone,
                            id => people[id].Name
                        )
                    )
                    : "";
            var at = viewing.Zone.ToLocal(change.At);
            yield return new GroupNoticeView(
                change.Id,
                English.When(at, viewing.Today),
                $"{who} {Verb(change.Kind)} “{state.Title}”{(differences.Length > 0 ? $": {differences}" : $", {English.When(state.Time, viewing.Zone)}")}",
                notes?.GetValueOrDefault(change.Id)
            );
        }
    }

    private static bool IsNotice(ChangeKind kind) =>
        kind
            is ChangeKind.MeetingSent
                or ChangeKind.EntryChanged
                or ChangeKind.MeetingCancelled
                or ChangeKind.MeetingRestored
                or ChangeKind.ProposalAccepted;

    private static string Verb(ChangeKind kind) =>
        kind switch
        {
            ChangeKind.MeetingSent => "arranged",
            ChangeKind.ProposalAccepted => "moved",
            _ => kind.Verb(),
        };
}
