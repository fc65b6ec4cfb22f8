using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>The invitations that wait for an answer of those for whom the viewer speaks, soonest first.</summary>
/// <param name="Lead">How many there are, and how many do not fit.</param>
/// <param name="Replies">What principals said lately to what they were asked.</param>
/// <param name="JustAnswered">What was answered a moment ago, by whom.</param>
/// <param name="Viewer">The public id of who reads it.</param>
public sealed record AnswersView(
    long Now,
    string Lead,
    IReadOnlyList<AnswerRow> Rows,
    IReadOnlyList<ZoneView> Zones,
    IReadOnlyList<QuestionReplyView> Replies,
    IReadOnlyList<JustAnsweredView> JustAnswered,
    string Viewer
);

/// <summary>Something that somebody is asked to, with what it would be for them.</summary>
/// <param name="Key">The same for the same invitation.</param>
/// <param name="Asks">"Rosa Teixeira asks Maren".</param>
/// <param name="When">By the viewer's clock, and where it differs by that of who is asked.</param>
/// <param name="Where">"by video", a place; null where neither is said.</param>
/// <param name="Repeats">"every week", of a series; null for once.</param>
/// <param name="Line">What who asks writes with it.</param>
/// <param name="Day">The day on which it begins, of the viewer (ISO 8601).</param>
/// <param name="Others">Who else is asked, with what they answered.</param>
/// <param name="Before">What of theirs was answered before, in a sentence; null where nothing was.</param>
/// <param name="Since">What was changed since it was last answered; null where it is new.</param>
/// <param name="Missing">What it does not say; null where it says all that is needed.</param>
/// <param name="Asked">That who is invited was asked, and what they said; null where they were not.</param>
/// <param name="Instructed">What standing instructions say about it.</param>
/// <param name="AnswerBy">Until when an answer is wanted, and what follows; null where nothing was said.</param>
/// <param name="Reminded">When they were last written to about it; null where they were not.</param>
/// <param name="Decision">When an answer is needed at the latest: then, or when it begins.</param>
/// <param name="Outside">Whether who organises it is outside: they are written to.</param>
public sealed record AnswerRow(
    string Key,
    PersonView For,
    PersonView Organiser,
    bool Outside,
    string Entry,
    string? Occurrence,
    string Title,
    string Asks,
    string When,
    string? Where,
    string? Repeats,
    string? Line,
    string Judgement,
    string Tone,
    string Reason,
    long Start,
    long End,
    string Day,
    IReadOnlyList<ChaseAttendee> Others,
    string? Before,
    string? Since,
    string? Missing,
    bool AnswersWanted,
    string? AnswerBy,
    string? Reminded,
    long Decision,
    string? Asked,
    IReadOnlyList<InstructedView> Instructed
);

public sealed record ReadAnswers(UserId Viewer, Instant Now)
{
    /// <summary>So far back is looked at what was answered to whom.</summary>
    private static readonly Duration Looked = Duration.FromDays(365);

    public AnswersView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var kept = KeptLanes.Read(viewing);
        var read = OpenInvitations.Read(viewing, kept);
        var urgencies = Urgencies.Read(viewing, read);
        var open = read.OrderBy(urgencies.Decision).ToList();
        viewing.Users(
            open.SelectMany(i => i.Entry.Told.Whole!.Attendees.SelectMany(a => new[] { a.Who, a.AnsweredBy ?? a.Who }))
                .Concat(open.Select(i => i.Entry.Told.Whole!.Organiser))
        );
        var before = store.AnswersTo(
            [.. open.Select(i => i.Lane.Who.Id).Distinct()],
            [.. open.Select(i => i.Entry.Told.Whole!.Organiser).Distinct()],
            Now - Looked
        );
        var news = MeetingNewsViews.Read(viewing);
        var questions = QuestionViews.Read(viewing, kept.Select(l => l.Who));
        var instructions = new Instructions(viewing, store.Instructions([.. kept.Select(l => l.Who.Id)]), open);
        var rows = open.Select(i =>
                Row(viewing, i, before, news, questions.FirstOrDefault(q => QuestionViews.IsAbout(q, i)), instructions, urgencies)
            )
            .ToList();
        return new AnswersView(
            LaneViews.Ms(Now),
            English.AnswersLead(rows.Count, rows.Count(r => r.Tone == "wrong"), rows.Count >= OpenInvitations.Most),
            rows,
            viewing.ZonesOf(
                [.. open.Select(i => i.Lane.Who).Append(viewing.Person).DistinctBy(p => p.Id)],
                viewing.Zone.Day(viewing.Today)
            ),
            QuestionViews.Replies(viewing, questions),
            JustAnswered.Read(viewing, [.. kept.Where(l => l.Rights.MaySpeakFor).Select(l => l.Who)]),
            viewing.Person.PublicId
        );
    }

    private static AnswerRow Row(
        Viewing viewing,
        OpenInvitation invitation,
        IReadOnlyList<AnswersGiven> before,
        IReadOnlyList<MeetingNewsView> news,
        Question? question,
        Instructions instructions,
        Urgencies urgencies
    )
    {
        var (lane, entry, part) = invitation;
        var (told, whole) = (entry.Told, entry.Told.Whole!);
        var meeting = entry.Occurrence.Entry;
        var people = viewing.Meeting([whole.Organiser, .. whole.Attendees.SelectMany(a => new[] { a.Who, a.AnsweredBy ?? a.Who })]);
        var organiser = people[whole.Organiser];
        var verdict = DeskQueue.Judge(viewing, lane, entry);
        var said = news.FirstOrDefault(n => n.Entry == told.PublicId && n.For.Id == lane.Who.PublicId);
        return new AnswerRow(
            $"{told.PublicId}-{LaneViews.Id(part.RecurrenceId)}-{lane.Who.PublicId}",
            viewing.View(lane.Who),
            viewing.View(organiser),
            !organiser.Inside,
            told.PublicId!,
            LaneViews.Id(part.RecurrenceId),
            told.Title!,
            $"{organiser.Name} asks {lane.Who.GivenName}",
            $"{English.Capital(LaneWords.When(viewing, lane, told.Stretch))} for {English.Length(told.Stretch.Length)}",
            told.Place ?? (whole.Link is null ? null : "by video"),
            part.RecurrenceId is null && told.Rule is { } rule ? RuleWords.Write(rule) : null,
            whole.Line,
            English.Word(verdict.Kind),
            DeskQueue.Tone(verdict.Kind),
            DeskQueue.Why(viewing, lane, entry, verdict),
            LaneViews.Ms(told.Stretch.Start),
            LaneViews.Ms(told.Stretch.End),
            NodaTime.Text.LocalDatePattern.Iso.Format(viewing.Zone.ToLocal(told.Stretch.Start).Date),
            [.. whole.Attendees.Where(a => a.Who != lane.Who.Id).Select(a => ChaseRows.Attendee(viewing, people, a))],
            English.AnsweredBefore(
                organiser.GivenName,
                before.Where(b => b.Who == lane.Who.Id && b.Organiser == organiser.Id).ToDictionary(b => b.Answer, b => b.Count)
            ),
            said is { Verb: "Moved" or "Changed" } ? said.Words : null,
            told.Place is null && whole.Link is null && !whole.Attendees.Any(a => a.Role == AttendeeRole.Resource)
                ? "It says neither where, nor by which link."
                : null,
            meeting.AnswersWanted,
            urgencies.AnswerBy(invitation),
            urgencies.Reminded(invitation),
            LaneViews.Ms(urgencies.Decision(invitation)),
            question is null || question.Of == viewing.Person.Id ? null : QuestionViews.Beside(viewing, question, lane.Who.GivenName),
            instructions.Views(invitation, verdict)
        );
    }
}
