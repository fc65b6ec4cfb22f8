using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Wording;

// What is known of people, groups and rooms, in words.
public static partial class English
{
    private static readonly LocalDatePattern WithYear = LocalDatePattern.CreateWithInvariantCulture("d MMMM uuuu");

    /// <summary>"8 March 2027".</summary>
    public static string DayAndYear(LocalDate date) => WithYear.Format(date);

    /// <summary>Said of who was removed from it, or deleted.</summary>
    public const string InDirectoryNoMore =
        "Not in the directory any more: nothing here can be changed. What they took part in still names them.";

    public static string Word(WhyNotKeep whyNot, CalendarUser who) =>
        whyNot switch
        {
            WhyNotKeep.AdministratorsOnly => "An administrator changes this.",
            WhyNotKeep.OthersOnly => $"{who.GivenName} changes this, or who speaks for {who.GivenName}, or an administrator.",
            _ => throw new ArgumentOutOfRangeException(nameof(whyNot), whyNot, null),
        };

    /// <summary>"Monday to Thursday 09:00 to 17:00, Friday 09:00 to 13:00"; days of like hours together.</summary>
    public static string Hours(WorkingHours? hours)
    {
        if (hours is null)
            return "not told";
        var byDay = Enumerable
            .Range(1, 7)
            .Select(d =>
                (Day: (IsoDayOfWeek)d, Words: And([.. hours.Spans.Where(s => (int)s.Day == d).OrderBy(s => s.From).Select(SpanWords)]))
            )
            .Where(d => d.Words.Length > 0)
            .ToList();
        if (byDay.Count == 0)
            return "none";
        var runs = new List<(IsoDayOfWeek First, IsoDayOfWeek Last, string Words)>();
        foreach (var (day, words) in byDay)
        {
            if (runs.Count > 0 && runs[^1] is var run && run.Last == day - 1 && run.Words == words)
                runs[^1] = run with { Last = day };
            else
                runs.Add((day, day, words));
        }

        return string.Join(", ", runs.Select(r => $"{(r.First == r.Last ? $"{r.First}" : $"{r.First} to {r.Last}")} {r.Words}"));
    }

    private static string SpanWords(WorkingSpan span) =>
        span is { From: 0, To: 24 * 60 }
            ? "all day"
            : $"{Minute(span.From)} to {Minute(span.To)}{(span.Place is null ? "" : $" in {span.Place}")}";

    private static string Minute(int minutes) => FormattableString.Invariant($"{minutes / 60:00}:{minutes % 60:00}");
}
