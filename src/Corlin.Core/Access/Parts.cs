using System.Collections.Immutable;
using Corlin.Core.Calendars;

namespace Corlin.Core.Access;

/// <summary>What is told of the parts that people have in a meeting.</summary>
public static class Parts
{
    /// <summary>
    /// Everyone who knows a meeting whole knows who is asked and who comes. What somebody wrote with their answer, the time they proposed and that
    /// they made their part private is for the organiser, for themselves, and for who speaks for one of the two.
    /// </summary>
    public static ImmutableArray<Participation> ToldTo(Viewer viewer, Entry entry, ImmutableArray<Participation> parts)
    {
        foreach (var part in parts)
            if (HoldsBack(viewer, entry, part)) return [.. parts.Select(p => HoldsBack(viewer, entry, p) ? Bare(p, viewer, entry) : p)];
        return parts;
    }

    private static bool HoldsBack(Viewer viewer, Entry entry, Participation part) =>
        part is not { Comment: null, Proposed: null, OwnPrivate: false } && !viewer.StandsFor(part.Who, entry.Private || part.OwnPrivate);

    private static Participation Bare(Participation part, Viewer viewer, Entry entry) =>
        viewer.StandsFor(entry.Owner, entry.Private) ? part with { OwnPrivate = false } : part with { Comment = null, Proposed = null, OwnPrivate = false };
}
