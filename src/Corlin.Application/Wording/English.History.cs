using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Wording;

// What was done, in words.
public static partial class English
{
    /// <summary>What is different about an entry after a change, a line each.</summary>
    /// <param name="zone">The reader's.</param>
    /// <param name="name">The name of somebody who is asked.</param>
    public static IEnumerable<string> Differences(EntryState before, EntryState after, DateTimeZone zone, Func<UserId, string> name)
    {
        if (before.Title != after.Title)
            yield return $"called “{after.Title}”, was “{before.Title}”";
        if (before.Time != after.Time)
            yield return $"{When(after.Time, zone)}, was {When(before.Time, zone)}";
        if (before.Rule != after.Rule)
            yield return after.Rule is null ? "takes place once" : $"repeats {RuleWords.Write(after.Rule)}";
        if (before.OccurrencesCancelled < after.OccurrencesCancelled)
            yield return $"{Count(after.OccurrencesCancelled - before.OccurrencesCancelled, "occurrence", "occurrences")} cancelled";
        if (before.OccurrencesChanged != after.OccurrencesChanged)
            yield return $"{Count(after.OccurrencesChanged, "occurrence", "occurrences")} unlike the others";
        if (before.Place != after.Place)
            yield return after.Place is null
                ? $"no place, was {before.Place}"
                : $"in {after.Place}{(before.Place is null ? "" : $", was {before.Place}")}";
        if (before.Takes != after.Takes)
            yield return $"{Word(after.Takes)}, was {Word(before.Takes)}";
        if (before.Private != after.Private)
            yield return after.Private ? "private" : "no longer private";
        if (before.Whole is not { } was || after.Whole is not { } whole)
            yield break;
        if (was.Agenda != whole.Agenda)
            yield return whole.Agenda is null ? "no agenda any more"
            : was.Agenda is null ? "with an agenda"
            : "another agenda";
        if (was.Line != whole.Line)
            yield return whole.Line is null ? "no line to those invited any more"
            : was.Line is null ? "with a line to those invited"
            : "another line to those invited";
        if (was.Link != whole.Link)
            yield return whole.Link is null ? "no conference any more"
            : was.Link is null ? "with a conference"
            : "another conference";
        if (was.DialIn != whole.DialIn)
            yield return whole.DialIn is null ? "no dial-in any more"
            : was.DialIn is null ? "with a dial-in"
            : "another dial-in";
        foreach (var line in Asked(was, whole, name))
            yield return line;
    }

    /// <summary>"Tuesday 16 March, 12:00 to 12:45", in the reader's zone.</summary>
    public static string When(EntryTime time, DateTimeZone zone)
    {
        if (time is AllDayEntry days)
            return Period.DaysBetween(days.First, days.Until) == 1
                ? $"{Day(days.First)}, all day"
                : $"{Day(days.First)} to {Day(days.Until.PlusDays(-1))}";
        var stretch = time.ToStretch(zone);
        var (from, to) = (zone.ToLocal(stretch.Start), zone.ToLocal(stretch.End));
        return $"{Day(from.Date)}, {Time(from.TimeOfDay)} to {Time(to.TimeOfDay)}";
    }

    private static IEnumerable<string> Asked(WholeState was, WholeState whole, Func<UserId, string> name)
    {
        var (before, after) = (ByWho(was), ByWho(whole));
        var added = after.Keys.Where(w => !before.ContainsKey(w)).Select(name).ToList();
        var removed = before.Keys.Where(w => !after.ContainsKey(w)).Select(name).ToList();
        if (added.Count > 0)
            yield return $"{And(added)} invited";
        if (removed.Count > 0)
            yield return $"{And(removed)} no longer invited";
        foreach (var (who, part) in after)
        {
            if (before.TryGetValue(who, out var old) && old.Answer != part.Answer)
                yield return $"{name(who)}: {Word(part.Answer)}{(part.Comment is { Length: > 0 } comment ? $", “{comment}”" : "")}";
        }
    }

    private static Dictionary<UserId, Participation> ByWho(WholeState state) =>
        state.Attendees.Where(a => a.RecurrenceId is null && !a.NotAsked).GroupBy(a => a.Who).ToDictionary(g => g.Key, g => g.First());
}
