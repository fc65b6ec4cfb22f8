using Corlin.Core.Recurrence;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Wording;

// Where somebody is.
public static partial class English
{
    /// <summary>"at Halifax yard from 10 March 2027 to 12 March 2027", "at home every Thursday, from 14:00 on".</summary>
    public static string Stay(Stay stay) => Stay(stay.Kind, stay.Place, stay.First, stay.Last, stay.Rule, stay.Part) + Except(stay);

    public static string Stay(StayKind kind, string? place, LocalDate first, LocalDate? last, Rule? rule, DaySpan part) =>
        $"{WhereWord(kind, place)} {Days(first, last, rule)}{Part(part)}";

    /// <summary>"at Halifax yard", "at home", "on the way", "not working".</summary>
    public static string WhereWord(StayKind kind, string? place) =>
        kind switch
        {
            StayKind.Place => $"at {place}",
            StayKind.Home => "at home",
            StayKind.OnTheWay => "on the way",
            _ => "not working",
        };

    /// <summary>"Friday 26 March, Good Friday: a day off for Owen and Ana."</summary>
    public static string DayOff(DayOff day, string whom)
    {
        var last = day.Until.PlusDays(-1);
        var what = day.Kind == DayOffKind.Closure ? $"{day.Where} closed, {day.Words}" : day.Words;
        return last == day.First
            ? $"{Day(day.First)}, {what}: a day off for {whom}."
            : $"{Day(day.First)} to {Day(last)}, {what}: days off for {whom}.";
    }

    private static string Days(LocalDate first, LocalDate? last, Rule? rule)
    {
        if (rule is not null)
            return $"{RuleWords.Write(rule)}, from {DayAndYear(first)}";
        return last is { } end && end != first ? $"from {DayAndYear(first)} to {DayAndYear(end)}" : $"on {DayAndYear(first)}";
    }

    private static string Part(DaySpan part) =>
        part switch
        {
            { IsWhole: true } => "",
            { From: 0 } => $", until {Minutes(part.To)}",
            { To: DaySpan.Midnight } => $", from {Minutes(part.From)} on",
            _ => $", from {Minutes(part.From)} to {Minutes(part.To)}",
        };

    private static string Except(Stay stay) =>
        stay.Exceptions.Length switch
        {
            0 => "",
            <= 3 => $", not on {And([.. stay.Exceptions.Select(ShortDay)])}",
            var many => $", but for {many} days",
        };

    private static string Minutes(int minutes) => minutes == DaySpan.Midnight ? "24:00" : Time(LocalTime.Midnight.PlusMinutes(minutes));
}
