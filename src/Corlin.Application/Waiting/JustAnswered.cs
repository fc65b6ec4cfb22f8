using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>An invitation that was answered a moment ago.</summary>
/// <param name="Words">"accepted by Maren Falk, 10:12"; "accepted by you, 10:12".</param>
/// <param name="Own">Whether the viewer gave it.</param>
public sealed record JustAnsweredView(PersonView For, string Entry, string? Occurrence, string Title, string Words, bool Own);

/// <summary>
/// What somebody answered a moment ago in the name of those whose calendars are kept, so that nobody wonders where it went.
/// </summary>
internal static class JustAnswered
{
    private static readonly Duration Lately = Duration.FromMinutes(10);
    private const int Most = 12;

    public static IReadOnlyList<JustAnsweredView> Read(Viewing viewing, IReadOnlyList<CalendarUser> kept)
    {
        var answers = viewing
            .Store.AnsweredSince([.. kept.Select(k => k.Id)], viewing.Now - Lately, Most)
            .DistinctBy(a => (a.Who, a.Entry))
            .ToList();
        if (answers.Count == 0)
            return [];
        var entries = viewing.Store.EntriesNow([.. answers.Select(a => a.Entry)]);
        var calendars = viewing.CalendarsOf([.. answers.Select(a => a.Who)]);
        var people = viewing.Users(answers.SelectMany(a => new[] { a.Who, a.By }));
        return [.. answers.SelectMany(Seen)];

        IEnumerable<JustAnsweredView> Seen(Ports.AnsweredLately answer)
        {
            if (
                !entries.TryGetValue(answer.Entry, out var entry)
                || Last(entry, answer.Who) is not { } part
                || Which(entry, part.RecurrenceId, people[answer.Who]) is not { } occurrence
                || calendars[answer.Who].ToldOrDeclined(viewing, occurrence) is not { Title: { } title, PublicId: { } id }
            )
                yield break;
            var own = answer.By == viewing.Person.Id;
            var by =
                answer.ByItself ? $"a standing instruction of {(own ? "yours" : people[answer.By].GivenName)}"
                : own ? "you"
                : people[answer.By].Name;
            yield return new JustAnsweredView(
                viewing.View(people[answer.Who]),
                id,
                LaneViews.Id(part.RecurrenceId),
                title,
                $"{English.Word(part.Answer)} by {by}, {English.Time(viewing.Zone.ToLocal(answer.At).TimeOfDay)}",
                own
            );
        }
    }

    private static Participation? Last(Entry entry, UserId who) =>
        entry.Participations.Where(p => p.Who == who && p.Answer != Answer.None).MaxBy(p => p.AnsweredAt);

    /// <summary>What an answer was about; of the whole of a series its first.</summary>
    internal static Occurrence? Which(Entry entry, LocalDateTime? id, CalendarUser who) =>
        entry.IsSeries && id is null
            ? Occurrences.FirstFrom(entry, entry.Time.LocalStart, who.HomeZone)
            : Occurrences.Find(entry, id, who.HomeZone);
}
