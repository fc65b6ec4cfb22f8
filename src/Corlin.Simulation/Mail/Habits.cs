using System.Text.Json;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;

namespace Corlin.Simulation.Mail;

/// <summary>How somebody of the demo answers: the first entry for the first time they are asked, the last for every later one.</summary>
/// <param name="Words">What they write back to a letter; null for nothing.</param>
/// <param name="Automatic">What their machine writes at once the first time they are asked; null for nothing.</param>
/// <param name="Calendar">By which they answer, instead of by a list of answers; of those outside.</param>
public sealed record Habit(
    string Address,
    int Seconds,
    IReadOnlyList<HabitAnswer> Answers,
    string? Words = null,
    string? Automatic = null,
    OwnCalendar? Calendar = null
);

/// <param name="ProposeMinutes">Asks for a time that many minutes later (earlier where negative), or null.</param>
/// <param name="Deputy">Who comes in their place, where they delegate.</param>
public sealed record HabitAnswer(Answer Answer, string? Comment, int? ProposeMinutes, Mailbox? Deputy = null);

/// <summary>The habits of everyone in the demo; who is not in the file accepts.</summary>
/// <param name="seed">
/// With one, people take shorter or longer than usual, and who is not in the file answers this or that, or not at all: the same for the
/// same seed. Without one each run is the same.
/// </param>
public sealed class Habits(IEnumerable<Habit> habits, int? seed = null)
{
    private readonly Dictionary<string, Habit> byAddress = habits.ToDictionary(h => h.Address);

    public static Habits Read(string file, int? seed = null) =>
        new(JsonSerializer.Deserialize<List<Habit>>(File.ReadAllText(file), DemoJson.Options)!, seed);

    /// <summary>What somebody answers and after how many seconds; null where they stay silent.</summary>
    /// <param name="times">How often they were asked about this meeting before.</param>
    /// <param name="at">When it is, where they answer by a calendar of their own.</param>
    /// <param name="accepted">What else they accepted.</param>
    public (HabitAnswer Answer, int Seconds)? Of(
        string address,
        string meeting,
        int times,
        Stretch? at,
        IReadOnlyCollection<Stretch> accepted
    )
    {
        var chance = Chance($"{address} {meeting} {times}");
        if (!byAddress.TryGetValue(address, out var habit))
            return Mood(chance) is { } mood ? (mood, Taking(Usual(address), chance)) : null;
        var answer =
            habit is { Calendar: { } calendar } && at is { } asked
                ? ByCalendar(calendar, asked, accepted)
                : habit.Answers[Math.Min(times, habit.Answers.Count - 1)];
        return (answer, Taking(habit.Seconds, chance));
    }

    /// <summary>What somebody writes back to a letter, and after how many seconds; null where they write nothing.</summary>
    public (string Words, int Seconds)? WordsOf(string address) =>
        byAddress.TryGetValue(address, out var habit) && habit.Words is { } words ? (words, habit.Seconds) : null;

    /// <summary>What somebody's machine writes at once; null where it writes nothing.</summary>
    public string? AutomaticOf(string address) => byAddress.GetValueOrDefault(address)?.Automatic;

    private static HabitAnswer ByCalendar(OwnCalendar calendar, Stretch at, IReadOnlyCollection<Stretch> accepted)
    {
        if (calendar.IsFree(at, accepted))
            return new HabitAnswer(Answer.Accepted, null, null);
        if (!calendar.IsAtWork(at) && calendar.Deputy is { } deputy)
            return new HabitAnswer(Answer.Delegated, $"I am not at work then; {deputy.Name} comes for me.", null, deputy);
        return calendar.NextFree(at, accepted) is { } next
            ? new HabitAnswer(Answer.Tentative, "I am taken then; this would suit me.", (int)(next.Start - at.Start).TotalMinutes)
            : new HabitAnswer(Answer.Declined, "I find no time in those days.", null);
    }

    /// <summary>Most accept; some do not, or say nothing.</summary>
    private HabitAnswer? Mood(double chance) =>
        chance switch
        {
            _ when seed is null => new HabitAnswer(Answer.Accepted, null, null),
            < 0.7 => new HabitAnswer(Answer.Accepted, null, null),
            < 0.8 => new HabitAnswer(Answer.Tentative, "Perhaps.", null),
            < 0.9 => new HabitAnswer(Answer.Declined, "Not this time.", null),
            _ => null,
        };

    /// <summary>With a seed from half to half as much again.</summary>
    private int Taking(int seconds, double chance) =>
        seed is null ? seconds : Math.Max(1, (int)Math.Round(seconds * (0.5 + (chance * 7 % 1))));

    /// <summary>From 0 to below 1, the same for the same seed and text (FNV-1a).</summary>
    private double Chance(string text)
    {
        var hash = 2_166_136_261u;
        foreach (var c in $"{seed} {text}")
            hash = (hash ^ c) * 16_777_619u;
        // The last letters alone would move the lower bits only.
        hash ^= hash >> 15;
        hash *= 2_246_822_519u;
        hash ^= hash >> 13;
        return hash / (uint.MaxValue + 1.0);
    }

    private static int Usual(string address) => 5 + (address.Sum(c => c) % 10);
}
