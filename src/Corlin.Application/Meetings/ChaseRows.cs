using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>What a meeting that was organised waits for, most pressing first.</summary>
public enum ChaseGroup
{
    NewTime,
    Decision,
    Answers,
    Nothing,
}

/// <summary>An attendee as Chase shows them.</summary>
/// <param name="Words">The answer in words, with by whom where it was not themselves.</param>
public sealed record ChaseAttendee(PersonView Who, AttendeeRole Role, Answer Answer, string Words, string? Comment);

/// <summary>Another time that an attendee proposed, and what it does to everyone.</summary>
/// <param name="Consequence">For everyone in words.</param>
/// <param name="Cannot">How many of those required cannot then.</param>
/// <param name="Unsure">How many of them may not want to, or of how many it is not known.</param>
public sealed record ProposalView(
    PersonView By,
    long Start,
    long End,
    string When,
    string? Comment,
    string Consequence,
    string Tone,
    int Cannot,
    int Unsure,
    IReadOnlyList<ConsequenceView> ForEach
);

public sealed record ConsequenceView(PersonView Who, string Local, string State, string Tone);

/// <summary>A meeting that was organised in the name of somebody the viewer speaks for.</summary>
/// <param name="Weighed">How several times that are proposed compare; null where they are not several.</param>
public sealed record ChaseRow(
    string Entry,
    string? Occurrence,
    ChaseGroup Group,
    PersonView Organiser,
    string Title,
    string When,
    long Start,
    long End,
    bool Agreed,
    string Judgement,
    string Tone,
    string Reason,
    IReadOnlyList<ChaseAttendee> Attendees,
    IReadOnlyList<ProposalView> Proposals,
    string MadeBy,
    DeadlineView? Deadline,
    string? Weighed
)
{
    public string? Place { get; init; }

    /// <summary>Whether people can join it by link.</summary>
    public bool ByLink { get; init; }
}

/// <summary>Until when its answers are wanted, while it is not agreed.</summary>
/// <param name="Words">"answers by Thursday 12:00, then it goes on without those who have not accepted".</param>
public sealed record DeadlineView(long At, AfterDeadline Then, string Words, bool Passed);

internal static class ChaseRows
{
    private const int Most = 200;

    public static IReadOnlyList<ChaseRow> Read(Viewing viewing, IReadOnlyList<CalendarUser> organisers)
    {
        var rows = new List<ChaseRow>();
        var byId = organisers.ToDictionary(o => o.Id);
        var rights = viewing.RightsOn([.. byId.Keys]);
        var ahead = new Stretch(viewing.Now, viewing.Now + Duration.FromDays(60));
        var meetings = viewing.Store.Organised([.. byId.Keys], viewing.Now, Most);
        // Read once for all rows; each row then finds its people in what was read.
        viewing.Users(meetings.SelectMany(m => m.Participations.SelectMany(p => new[] { p.Who, p.AnsweredBy ?? p.Who }).Append(m.MadeBy)));
        var deadlines = viewing.Store.Deadlines([.. meetings.Select(m => m.Id)]).ToDictionary(d => (d.Entry, d.RecurrenceId));
        foreach (var meeting in meetings)
        {
            var organiser = byId[meeting.Owner];
            // A series is chased by its next occurrence that is not agreed, else by its next.
            var coming = Occurrences.In(meeting, ahead, organiser.HomeZone).Where(o => o.Stretch.Start > viewing.Now).Take(12).ToList();
            var next = coming.FirstOrDefault(o => !Agreement.IsAgreed(meeting, o.RecurrenceId)) ?? coming.FirstOrDefault();
            if (next is null || !rights.TryGetValue(organiser.Id, out var own))
                continue;
            if (Disclosure.Disclose(next, organiser.Id, viewing.Viewer, own, viewing.Now) is { Whole: { } whole } told)
                rows.Add(Row(viewing, organiser, told, whole, deadlines.GetValueOrDefault((meeting.Id, told.RecurrenceId))));
        }

        return [.. rows.OrderBy(r => r.Group).ThenBy(r => r.Start)];
    }

    private static ChaseRow Row(Viewing viewing, CalendarUser organiser, DisclosedEntry told, WholeEntry whole, AnswerDeadline? deadline)
    {
        var people = viewing.Users([
            .. whole.Attendees.Select(a => a.Who),
            .. whole.Attendees.Select(a => a.AnsweredBy).OfType<UserId>(),
            whole.MadeBy,
        ]);
        var proposals = Proposals.View(viewing, organiser, told, whole, people);
        var (group, judgement, tone, reason) = Judge(whole, people, proposals);
        var until = whole.Agreed || deadline is null ? null : Until(viewing, deadline);
        if (group == ChaseGroup.Answers && until is { } said)
            (group, reason) = (said.Passed ? ChaseGroup.Decision : group, $"{reason}; {said.Words}");
        var local = viewing.Zone.ToLocal(told.Stretch.Start);
        return new ChaseRow(
            told.PublicId!,
            LaneViews.Id(told.RecurrenceId),
            group,
            viewing.View(organiser),
            told.Title!,
            $"{English.Capital(English.NearDay(local.Date, viewing.Today))} {English.Time(local.TimeOfDay)}",
            LaneViews.Ms(told.Stretch.Start),
            LaneViews.Ms(told.Stretch.End),
            whole.Agreed,
            judgement,
            tone,
            reason,
            [.. whole.Attendees.Select(a => RoomReasons.Said(viewing, told, people[a.Who], Attendee(viewing, people, a)))],
            proposals,
            whole.MadeBy == organiser.Id ? organiser.Name : $"{people[whole.MadeBy].Name} for {organiser.Name}",
            until,
            Proposals.Weigh(proposals)
        )
        {
            Place = told.Place,
            ByLink = whole.Link is not null,
        };
    }

    private static DeadlineView Until(Viewing viewing, AnswerDeadline deadline)
    {
        var passed = deadline.At <= viewing.Now;
        var words = English.Deadline(viewing.Zone.ToLocal(deadline.At), viewing.Today, deadline.Then, passed);
        return new DeadlineView(LaneViews.Ms(deadline.At), deadline.Then, words, passed);
    }

    internal static ChaseAttendee Attendee(Viewing viewing, IReadOnlyDictionary<UserId, CalendarUser> people, Participation part)
    {
        var words = English.Word(part.Answer);
        if (part.Proposed is not null)
            words += ", another time";
        if (part.AnsweredAt is { } at)
            words += " " + LaneWords.At(viewing, at);
        if (part is { ByWordOfMouth: true, AnsweredBy: { } told })
            words += $", told to {people[told].GivenName}";
        else if (part.AnsweredBy is { } by && by != part.Who)
            words += $", {people[by].GivenName} for {people[part.Who].GivenName}";
        if (part.DelegatedTo is { } instead && people.TryGetValue(instead, out var other))
            words += $" to {other.Name}";
        if (part.Uninvited)
            words += ", not invited";
        return new ChaseAttendee(viewing.View(people[part.Who]), part.Role, part.Answer, words, part.Comment);
    }

    private static (ChaseGroup Group, string Judgement, string Tone, string Reason) Judge(
        WholeEntry whole,
        IReadOnlyDictionary<UserId, CalendarUser> people,
        IReadOnlyList<ProposalView> proposals
    )
    {
        string Names(Func<Participation, bool> which) =>
            English.And([.. whole.Attendees.Where(which).Select(a => people[a.Who].GivenName)]);

        static bool HasDeclined(Participation part) => part is { Role: AttendeeRole.Required, Answer: Answer.Declined };

        if (proposals.Count > 0)
            return (
                ChaseGroup.NewTime,
                "Another time.",
                "doubt",
                $"{proposals[0].By.GivenName} proposes {proposals[0].When}; {proposals[0].Consequence}"
            );
        if (!whole.Agreed && whole.Attendees.Count(HasDeclined) is > 0 and var declined)
            return (
                ChaseGroup.Decision,
                "Declined.",
                "wrong",
                $"{Names(HasDeclined)} declined, and {(declined > 1 ? "are" : "is")} required"
            );
        if (!whole.Agreed)
        {
            var silent = Names(a => a is { Role: AttendeeRole.Required, Answer: Answer.None });
            var tentative = Names(a => a is { Role: AttendeeRole.Required, Answer: Answer.Tentative });
            var waits = English.And([
                .. new[]
                {
                    silent.Length > 0 ? $"no reply yet from {silent}" : "",
                    tentative.Length > 0 ? $"{tentative} tentative" : "",
                }.Where(p => p.Length > 0),
            ]);
            return (ChaseGroup.Answers, $"{LaneViews.Waiting(whole)}.", "doubt", waits);
        }

        if (!whole.AnswersWanted)
            return (ChaseGroup.Nothing, "Agreed.", "fits", "no reply wanted");
        if (Names(a => a is { Role: AttendeeRole.Resource, Answer: Answer.Declined }) is { Length: > 0 } refused)
            return (ChaseGroup.Decision, "No room.", "wrong", $"{refused} cannot be had then");
        var missing = Names(a => a.Role == AttendeeRole.Required && a.Answer != Answer.Accepted);
        return (
            ChaseGroup.Nothing,
            "Agreed.",
            "fits",
            missing.Length > 0 ? $"without waiting for {missing}" : "everyone required accepted"
        );
    }
}
