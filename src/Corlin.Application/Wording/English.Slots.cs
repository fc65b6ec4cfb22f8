using Corlin.Core.Slots;
using NodaTime;

namespace Corlin.Application.Wording;

/// <summary>What is said of free slots, and of what comes near to one.</summary>
public static partial class English
{
    /// <summary>Why a slot ranks where it does, those of one kind together: "Everyone is free. Lunch for Maren and Tomé."</summary>
    /// <param name="name">The name of whom a reason is about, by their key.</param>
    public static string Reasons(IEnumerable<SlotReason> reasons, Func<string, string> name) =>
        string.Join(
            " ",
            reasons
                .GroupBy(r => (r.Kind, r.Times))
                .Select(g => Reason(g.First(), And([.. g.Select(r => r.Person).OfType<string>().Select(name)])) + ".")
        );

    /// <summary>"for 8 with screen and step-free"</summary>
    public static string RoomLike(int seats, IReadOnlyList<string> features) =>
        string.Join(
            ' ',
            new[] { seats > 0 ? $"for {seats}" : "", features.Count > 0 ? $"with {And(features)}" : "" }.Where(w => w.Length > 0)
        );

    /// <summary>"Ana and Marta could come."; empty for nobody.</summary>
    public static string CouldCome(IReadOnlyList<string> names) => names.Count == 0 ? "" : $"{And(names)} could come.";

    /// <summary>"Gannet and Petrel are free."; empty for none.</summary>
    public static string FreeRooms(IReadOnlyList<string> rooms) =>
        rooms.Count == 0 ? "" : $"{And(rooms)} {(rooms.Count == 1 ? "is" : "are")} free.";

    /// <summary>"All 4 can be met, on Monday 15 and Tuesday 16 March.", "3 of 4 can be met, on Monday 15 March."</summary>
    public static string Met(int met, int of, IReadOnlyList<LocalDate> days) =>
        met == 0
            ? "None of them can be met in these days."
            : $"{(met < of ? $"{met} of {of}" : met == 1 ? "The one" : met == 2 ? "Both" : $"All {met}")} can be met, "
                + (days.Count > 3 ? $"on {days.Count} days from {Day(days[0])} on." : $"on {And([.. days.Select(Day)])}.");

    /// <summary>Why somebody is not among those who are met.</summary>
    public static string LeftOut(bool isNever) =>
        isNever ? "At no time that suits the others." : "Only at times that go to others in this plan.";

    private static string Reason(SlotReason reason, string who) =>
        reason.Kind switch
        {
            SlotReasonKind.SomeOccurrences => $"Suits everyone required {reason.Fitting} of {reason.Of} times",
            SlotReasonKind.AllFree => "Everyone is free",
            SlotReasonKind.RequiredFree => "Everyone required is free",
            SlotReasonKind.KnownFree => "Free for all whose calendar is known",
            SlotReasonKind.OptionalTaken => $"Taken: {who}",
            SlotReasonKind.OptionalOutOfHours => $"Out of hours for {who}",
            SlotReasonKind.OptionalDayOff => $"Day off: {who}",
            SlotReasonKind.OptionalAway => $"Away: {who}",
            SlotReasonKind.OptionalProtected => $"Not free: {who}",
            SlotReasonKind.OptionalElsewhere => NotAtUsualPlace(who),
            SlotReasonKind.OptionalNoTime => $"No time before or after: {who}",
            SlotReasonKind.OptionalTooMuch => $"Too full a day for {who}",
            SlotReasonKind.Protected => $"{who} would rather not then",
            SlotReasonKind.NoBreathing => $"Too short a break for {who}",
            SlotReasonKind.TooFar => $"Too short a way for {who}",
            SlotReasonKind.FullDay => $"A full day for {who}",
            SlotReasonKind.NotKnown => $"Not known: {who}",
            SlotReasonKind.OverPencilled => $"Over something pencilled for {who}",
            SlotReasonKind.OverHold => $"Over a hold of {who}",
            SlotReasonKind.NotThere => $"{who} not there that day",
            SlotReasonKind.NoGo => $"No-go week for {who}",
            SlotReasonKind.NotTended => $"Not tended that far: {who}",
            SlotReasonKind.Loosened => $"Out of hours for {who}",
            SlotReasonKind.HadBefore => $"{who} had an early or late hour {Often(reason.Times)} lately",
            SlotReasonKind.FirstHour => $"First hour for {who}",
            SlotReasonKind.LastHour => $"Last hour for {who}",
            SlotReasonKind.Lunch => $"Lunch for {who}",
            SlotReasonKind.NoBreak => $"No break for {who}",
            _ => throw new ArgumentOutOfRangeException(nameof(reason), reason.Kind, null),
        };

    /// <summary>What counts against a slot: "somebody’s lunch falls away".</summary>
    public static string Term(SlotTerm term) =>
        term switch
        {
            SlotTerm.NotKnown => "somebody’s calendar is not known",
            SlotTerm.NotThere => "somebody is not there that day",
            SlotTerm.OptionalMissing => "somebody invited if free cannot come",
            SlotTerm.NoGo => "it falls into somebody’s no-go week",
            SlotTerm.OverPencilled => "it lies over something pencilled",
            SlotTerm.Protected => "somebody would rather not then",
            SlotTerm.TooFar => "the way to it or from it is too short",
            SlotTerm.OverHold => "it lies over a hold",
            SlotTerm.Loosened => "it is beyond hours that were loosened",
            SlotTerm.FullDay => "somebody’s day is full",
            SlotTerm.EdgeOfDay => "it is somebody’s first or last hour",
            SlotTerm.Lunch => "somebody’s lunch falls away",
            SlotTerm.NoBreathing => "the time around it is too short",
            SlotTerm.NotTended => "somebody’s calendar is not tended that far",
            SlotTerm.OccurrenceMissed => "a time of the series does not suit, for each",
            SlotTerm.NoBreak => "it touches something else",
            SlotTerm.HadBefore => "somebody had an early or late hour lately, for each",
            _ => throw new ArgumentOutOfRangeException(nameof(term), term, null),
        };

    /// <summary>"once", "twice", "three times".</summary>
    private static string Often(int times) =>
        times switch
        {
            1 => "once",
            2 => "twice",
            _ => Count(times, "time", "times"),
        };

    /// <summary>Who stands in the way of a time: "all but Wiremu".</summary>
    public static string AllBut(IReadOnlyList<string> names) => names.Count <= 2 ? $"all but {And(names)}" : $"all but {names.Count}";

    /// <summary>It begins before somebody's hours: "An hour too early for Wiremu, at 08:00".</summary>
    public static string TooEarly(string name, Duration by, string local) => $"{Capital(LongLength(by))} too early for {name}, at {local}";

    /// <summary>It ends after somebody's hours: "Half an hour too late for Maren, to 18:30".</summary>
    public static string TooLate(string name, Duration by, string local) => $"{Capital(LongLength(by))} too late for {name}, to {local}";

    public static string NotWorking(string name, string local) => $"{name} does not work then, at {local}";

    public static string DayOffOf(string name) => $"{name} has a day off";

    public static string AwayThen(string name) => $"{name} is away";

    /// <param name="title">Null where the reader may not know it.</param>
    public static string TakenThen(string name, string? title) => title is null ? $"{name} is taken" : $"{name} is taken: {title}";

    private static string NotAtUsualPlace(string name) => $"{name} is not at the usual place";

    /// <summary>Something else keeps them: a wish of the request or of theirs.</summary>
    public static string Hindered(string name, Obstacle obstacle) =>
        obstacle switch
        {
            Obstacle.Protected => $"{name} is not free",
            Obstacle.NoBreathing => $"Too short a break for {name}",
            Obstacle.TooFar => $"No time for {name}’s way",
            Obstacle.Elsewhere => NotAtUsualPlace(name),
            Obstacle.Apart => $"Nothing of {name}’s is near",
            Obstacle.NoLunch => $"No lunch for {name}",
            Obstacle.FullDay => $"Too full a day for {name}",
            _ => $"{name} cannot come",
        };

    /// <summary>"45 minutes instead of an hour".</summary>
    public static string Instead(Duration shorter, Duration length) => $"{LongLength(shorter)} instead of {LongLength(length)}";

    /// <summary>What opens where a wish is given up.</summary>
    public static string Opens(OpeningKind kind) =>
        kind switch
        {
            OpeningKind.AnyDay => "any day of the week",
            OpeningKind.AnyTime => "any time of the day",
            OpeningKind.NoBreathing => "no break around it",
            OpeningKind.OverLunch => "over lunch too",
            OpeningKind.AnyPlace => "wherever everyone is",
            OpeningKind.Apart => "apart from the rest of the day",
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, null),
        };

    /// <summary>Two hours by turns: "Wednesday 17 March, 09:00 and 19:00".</summary>
    public static string InTurn(LocalDateTime one, LocalDateTime other) =>
        one.DayOfWeek == other.DayOfWeek
            ? $"{Day(one.Date)}, {Time(one.TimeOfDay)} and {Time(other.TimeOfDay)}"
            : $"{Day(one.Date)}, {Time(one.TimeOfDay)} and {Day(other.Date)}, {Time(other.TimeOfDay)}";

    /// <summary>Who is out of their hours at either: "Wiremu, then Lakshmi".</summary>
    public static string OutOfHoursInTurn(string one, string other) => $"{one}, then {other}";

    /// <summary>"At 2 of 26 times something else is in the way."</summary>
    public static string SomethingElse(int missed, int times) => $"At {missed} of {times} times something else is in the way.";

    public static string OnlyIfFree(string name) => $"{name} only if free";

    /// <summary>"an hour early or late for Wiremu".</summary>
    public static string EarlyOrLate(string name, Duration by) => $"{LongLength(by)} early or late for {name}";

    /// <summary>"the week after, 22 to 28 March".</summary>
    public static string WeekAfter(LocalDate from, LocalDate to) =>
        from.Month == to.Month ? $"the week after, {from.Day} to {ShortDay(to)}" : $"the week after, {ShortDay(from)} to {ShortDay(to)}";

    /// <summary>"Wiremu’s time leaves 12 of 160."</summary>
    public static string Leaves(string name, int slots, int without) => $"{name}’s time leaves {slots} of {without}.";

    /// <summary>"Against the wish: not on Friday."</summary>
    public static string AgainstTheWish(string wish) => $"Against the wish: {wish}.";

    /// <summary>"Less than 15 minutes around it for Maren."</summary>
    public static string TooLittleAround(int minutes, IReadOnlyList<string> names) =>
        $"Less than {Length(minutes)} around it for {And(names)}.";

    /// <summary>"It leaves no lunch to Maren."</summary>
    public static string LeavesNoLunch(IReadOnlyList<string> names) => $"It leaves no lunch to {And(names)}.";

    /// <summary>"Maren and Lakshmi are not at their usual place then."</summary>
    public static string NotAtTheirPlaces(IReadOnlyList<string> names) =>
        names is [var one] ? $"{NotAtUsualPlace(one)} then." : $"{And(names)} are not at their usual places then.";

    /// <summary>"Nothing of Maren’s is within 30 minutes of it."</summary>
    public static string StandsApart(string name, int minutes) => $"Nothing of {name}’s is within {Length(minutes)} of it.";

    /// <summary>"one move".</summary>
    public static string Moves(int many) => Count(many, "move", "moves");

    /// <summary>"to 14:30", "to Thursday 18 March, 09:00".</summary>
    public static string MovedTo(LocalDateTime from, LocalDateTime to) =>
        from.Date == to.Date ? $"to {Time(to.TimeOfDay)}" : $"to {Day(to.Date)}, {Time(to.TimeOfDay)}";

    /// <summary>"Stand-up to 14:30 and Ops round to 20:15; both suit everyone in them."</summary>
    public static string Suits(IReadOnlyList<string> moved) =>
        moved.Count == 1 ? $"{moved[0]}; it suits everyone in it."
        : moved.Count == 2 ? $"{And(moved)}; both suit everyone in them."
        : $"{And(moved)}; all suit everyone in them.";

    /// <summary>"Stand-up, Wednesday 17 March 12:00 to 14:30. 10 people are notified."</summary>
    public static string InOneStep(IReadOnlyList<string> moved, int notified) =>
        string.Join(" ", moved.Select(m => m + "."))
        + notified switch
        {
            0 => " Nobody is notified.",
            1 => " One person is notified.",
            _ => $" {notified} people are notified.",
        };

    /// <summary>"half an hour", "an hour", "45 minutes", "2 h 30".</summary>
    private static string LongLength(Duration length) =>
        (int)length.TotalMinutes switch
        {
            30 => "half an hour",
            60 => "an hour",
            var minutes => Length(minutes),
        };
}
