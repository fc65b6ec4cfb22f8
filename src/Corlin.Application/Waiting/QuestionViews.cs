using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>What somebody is asked by one who keeps their calendar, for their own page.</summary>
/// <param name="Asks">"Sofia Leal asks you to Ferry operators, spring".</param>
/// <param name="Line">What who keeps the calendar wrote with it.</param>
/// <param name="Since">"asked 09:50": when, and that it was put off.</param>
public sealed record QuestionView(
    PersonView By,
    string Entry,
    string? Occurrence,
    string Title,
    string Asks,
    string When,
    string Judgement,
    string Tone,
    string Reason,
    string? Line,
    string Since
);

/// <summary>What somebody said to what they were asked, for those who keep their calendar.</summary>
/// <param name="Words">"Maren says yes to “Ferry operators, spring”, 10:12."</param>
/// <param name="Note">What was written with it.</param>
public sealed record QuestionReplyView(PersonView Of, string Entry, string? Occurrence, string Title, string Words, string? Note);

internal static class QuestionViews
{
    private const int Most = 100;

    /// <summary>So long a reply is told to those who keep the calendar, where nobody clears it.</summary>
    private static readonly Duration Told = Duration.FromDays(2);

    public static IReadOnlyList<Question> Read(Viewing viewing, IEnumerable<CalendarUser> who) =>
        viewing.Store.QuestionsTo([.. who.Select(w => w.Id)], Most);

    /// <summary>What the viewer is asked and has not said.</summary>
    public static IReadOnlyList<QuestionView> OfViewer(Viewing viewing, Lane own)
    {
        var questions = Read(viewing, [viewing.Person]).Where(q => q.IsOpen(viewing.Now, viewing.Zone)).ToList();
        if (questions.Count == 0)
            return [];
        var open = OpenInvitations.Read(viewing, [own]);
        var people = viewing.Users(questions.Select(q => q.By));
        return
        [
            .. questions.SelectMany(q =>
                open.Where(i => i.Lane.Who.Id == viewing.Person.Id && IsAbout(q, i)).Take(1).Select(i => View(viewing, people[q.By], q, i))
            ),
        ];
    }

    public static bool IsAbout(Question question, OpenInvitation invitation) =>
        question.Of == invitation.Lane.Who.Id
        && question.Entry == invitation.Entry.Occurrence.Entry.Id
        && question.RecurrenceId == invitation.Part.RecurrenceId;

    /// <summary>"Maren was asked 09:50", "Maren says later", "Maren leaves it to you": beside the invitation.</summary>
    public static string Beside(Viewing viewing, Question question, string given) =>
        question.Reply switch
        {
            null => $"{given} was asked {LaneWords.At(viewing, question.At)}, no reply yet.",
            QuestionReply.Later => $"{given} was asked, and decides later.",
            _ => question.Words is { } words ? $"{given} leaves it to you: “{words}”" : $"{given} leaves it to you.",
        };

    /// <summary>What was said lately, latest first, as far as the viewer may know of what.</summary>
    /// <param name="questions">Those to whose calendars are kept.</param>
    public static IReadOnlyList<QuestionReplyView> Replies(Viewing viewing, IReadOnlyList<Question> questions)
    {
        var said = questions
            .Where(q =>
                q.Of != viewing.Person.Id
                && q is { Reply: QuestionReply.Yes or QuestionReply.No, RepliedAt: { } at }
                && viewing.Now - at < Told
            )
            .OrderByDescending(q => q.RepliedAt)
            .ToList();
        if (said.Count == 0)
            return [];
        var entries = viewing.Store.EntriesNow([.. said.Select(q => q.Entry)]);
        var calendars = viewing.CalendarsOf([.. said.Select(q => q.Of)]);
        return [.. said.SelectMany(Seen)];

        IEnumerable<QuestionReplyView> Seen(Question question)
        {
            var who = viewing.Users([question.Of])[question.Of];
            if (
                !entries.TryGetValue(question.Entry, out var entry)
                || JustAnswered.Which(entry, question.RecurrenceId, who) is not { } occurrence
                || calendars[question.Of].ToldOrDeclined(viewing, occurrence) is not { Title: { } title, PublicId: { } id }
            )
                yield break;
            yield return new QuestionReplyView(
                viewing.View(who),
                id,
                LaneViews.Id(question.RecurrenceId),
                title,
                $"{who.GivenName} says {(question.Reply == QuestionReply.Yes ? "yes" : "no")} to “{title}”, {LaneWords.At(viewing, question.RepliedAt!.Value)}.",
                question.Words
            );
        }
    }

    private static QuestionView View(Viewing viewing, CalendarUser by, Question question, OpenInvitation invitation)
    {
        var (lane, entry, part) = invitation;
        var verdict = DeskQueue.Judge(viewing, lane, entry);
        var organiser = viewing.Meeting([entry.Told.Whole!.Organiser])[entry.Told.Whole.Organiser];
        return new QuestionView(
            viewing.View(by),
            entry.Told.PublicId!,
            LaneViews.Id(part.RecurrenceId),
            entry.Told.Title!,
            $"{organiser.Name} asks you to {entry.Told.Title}",
            $"{LaneWords.When(viewing, lane, entry.Told.Stretch)} for {English.Length(entry.Told.Stretch.Length)}",
            English.Word(verdict.Kind),
            DeskQueue.Tone(verdict.Kind),
            DeskQueue.Why(viewing, lane, entry, verdict),
            question.Line,
            question.Reply == QuestionReply.Later ? "put off yesterday or before" : $"asked {LaneWords.At(viewing, question.At)}"
        );
    }
}
