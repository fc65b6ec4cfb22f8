using System.Reflection;
using Corlin.Application.Ports;

namespace Corlin.Application.Shared;

/// <summary>Who may take a change back, of those who made it.</summary>
public enum MayTakeBack
{
    /// <summary>Nobody: what was handed out is out, and of some things nothing is kept as it was.</summary>
    Never,

    /// <summary>Whoever did it, without any further right.</summary>
    ByWhoDidIt,

    /// <summary>Who still speaks for the one in whose name it was done.</summary>
    BySpeaker,
    ByAdministrators,

    /// <summary>Who still may add to the main calendar of the one in whose name it was done.</summary>
    ByWhoAdds,

    /// <summary>Who still may add to the calendar on which it stands.</summary>
    ByWhoAddsToItsCalendar,
    ByWhoChangesTheLane,
    ByWhoChangesEachEntry,
    ByWhoMarksEachEntry,
    ByWhoChangesTheEntryOfThePaper,

    /// <summary>Who still may grant, or take, the highest that it touched.</summary>
    ByWhoPassesItOn,

    /// <summary>Who still keeps each of the people whom it touched.</summary>
    ByWhoKeepsThem,
}

/// <summary>Describes a kind of change beside the record that makes it.</summary>
/// <param name="kind">As it is stored.</param>
/// <param name="verb">What it did, as the sentence goes on after who did it: "sent", "changed".</param>
/// <param name="takenBack">Who may take it back while nothing of it has left.</param>
[AttributeUsage(AttributeTargets.Class, AllowMultiple = true)]
public sealed class ChangeAttribute(ChangeKind kind, string verb, MayTakeBack takenBack) : Attribute
{
    public ChangeKind Kind => kind;
    public string Verb => verb;
    public MayTakeBack TakenBack => takenBack;
}

/// <summary>What is described of the changes.</summary>
public static class ChangeKinds
{
    /// <summary>Everything described, in no order.</summary>
    public static IReadOnlyList<ChangeAttribute> All { get; } =
    [.. typeof(ChangeKinds).Assembly.GetTypes().SelectMany(t => t.GetCustomAttributes<ChangeAttribute>(inherit: false))];

    private static readonly Dictionary<ChangeKind, ChangeAttribute> ByKind = All.ToDictionary(c => c.Kind);

    /// <summary>What a kind of change did, as the sentence goes on after who did it.</summary>
    public static string Verb(this ChangeKind kind) => ByKind[kind].Verb;

    /// <summary>Who may take a kind of change back.</summary>
    public static MayTakeBack TakenBack(this ChangeKind kind) => ByKind[kind].TakenBack;
}
