using System.Text.Json;
using Corlin.Core.Calendars;

namespace Corlin.Simulation.Mail;

/// <summary>How somebody of the demo answers: the first entry for the first time they are asked, the last for every later one.</summary>
/// <param name="Words">What they write back to a letter; null for nothing.</param>
public sealed record Habit(string Address, int Seconds, IReadOnlyList<HabitAnswer> Answers, string? Words = null);

/// <param name="ProposeMinutes">Asks for a time that many minutes later (earlier where negative), or null.</param>
public sealed record HabitAnswer(Answer Answer, string? Comment, int? ProposeMinutes);

/// <summary>The habits of everyone in the demo; who is not in the file accepts.</summary>
public sealed class Habits(IEnumerable<Habit> habits)
{
    private readonly Dictionary<string, Habit> byAddress = habits.ToDictionary(h => h.Address);

    public static Habits Read(string file) => new(JsonSerializer.Deserialize<List<Habit>>(File.ReadAllText(file), DemoJson.Options)!);

    /// <param name="times">How often they were asked about this meeting before.</param>
    public (HabitAnswer Answer, int Seconds) Of(string address, int times)
    {
        if (!byAddress.TryGetValue(address, out var habit))
            return (new HabitAnswer(Answer.Accepted, null, null), Usual(address));
        return (habit.Answers[Math.Min(times, habit.Answers.Count - 1)], habit.Seconds);
    }

    /// <summary>What somebody writes back to a letter, and after how many seconds; null where they write nothing.</summary>
    public (string Words, int Seconds)? WordsOf(string address) =>
        byAddress.TryGetValue(address, out var habit) && habit.Words is { } words ? (words, habit.Seconds) : null;

    private static int Usual(string address) => 5 + (address.Sum(c => c) % 10);
}
