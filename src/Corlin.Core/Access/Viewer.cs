using System.Collections.Immutable;
using Corlin.Core.Calendars;

namespace Corlin.Core.Access;

/// <summary>Who looks: a person and those for whom they may speak.</summary>
/// <param name="SpeaksFor">For whom, and whether private entries are included.</param>
public sealed record Viewer(UserId Person, ImmutableDictionary<UserId, bool> SpeaksFor)
{
    /// <summary>Whether they know a meeting as one of those who take part, or for one of them.</summary>
    public bool StandsFor(UserId who, bool isPrivate) =>
        who == Person || (SpeaksFor.TryGetValue(who, out var includesPrivate) && (includesPrivate || !isPrivate));

    /// <summary>Their rights on the calendar of the organiser of a meeting that they know, on whosever lane: all that matters is whether they speak for them.</summary>
    internal Rights OnOrganiser(UserId organiser)
    {
        if (organiser == Person) return Rights.Own;
        return SpeaksFor.TryGetValue(organiser, out var includesPrivate)
            ? new Rights(Sight.Whole, Acting.SpeakFor, includesPrivate, null)
            : new Rights(Sight.Headline, Acting.Look, true, null);
    }

    public bool MaySpeakFor(UserId who) => who == Person || SpeaksFor.ContainsKey(who);
}
