using System.Collections.Frozen;
using System.Collections.Immutable;
using Corlin.Core.Calendars;

namespace Corlin.Core.Access;

/// <summary>Who looks: a person and those for whom they may speak.</summary>
/// <param name="SpeaksFor">For whom, and whether private entries are included.</param>
public sealed record Viewer(UserId Person, ImmutableDictionary<UserId, bool> SpeaksFor)
{
    private static readonly Rights Speaks = new(Sight.Everything, Acting.SpeakFor, true, null);
    private static readonly Rights SpeaksButForPrivate = new(Sight.Everything, Acting.SpeakFor, false, null);
    private static readonly Rights AsAttendee = new(Sight.Headlines, Acting.Look, true, null);

    // Asked several times for each entry on a screen.
    private readonly FrozenDictionary<UserId, bool> quick = SpeaksFor.ToFrozenDictionary();

    /// <summary>Whether they know a meeting as one of those who take part, or for one of them.</summary>
    public bool StandsFor(UserId who, bool isPrivate) =>
        who == Person || (quick.TryGetValue(who, out var includesPrivate) && (includesPrivate || !isPrivate));

    /// <summary>
    /// Their rights on the calendar of the organiser of a meeting that they know, on whosever lane: all that matters is whether they speak
    /// for them.
    /// </summary>
    internal Rights OnOrganiser(UserId organiser)
    {
        if (organiser == Person)
            return Rights.Own;
        return !quick.TryGetValue(organiser, out var includesPrivate) ? AsAttendee
            : includesPrivate ? Speaks
            : SpeaksButForPrivate;
    }

    /// <summary>Whether they are that person, or speak for them.</summary>
    public bool MaySpeakFor(UserId who) => who == Person || SpeaksFor.ContainsKey(who);
}
