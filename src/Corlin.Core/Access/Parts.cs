using System.Collections.Immutable;
using Corlin.Core.Calendars;

namespace Corlin.Core.Access;

/// <summary>What is told of the parts that people have in a meeting.</summary>
public static class Parts
{
    /// <summary>
    /// Everyone who knows a meeting whole knows who is asked and who comes. What somebody wrote with their answer, the time they proposed
    /// and that they made their part private is for the organiser, for themselves, and for who speaks for one of the two.
    /// </summary>
    /// <param name="now">Of a state of the past the meeting as it stands: what became private since is told no more than what was
    /// then.</param>
    public static ImmutableArray<Participation> ToldTo(Viewer viewer, Entry entry, ImmutableArray<Participation> parts, Entry? now = null)
    {
        var isPrivate = entry.Private || now is { Private: true };
        foreach (var part in parts)
            if (HoldsBack(viewer, isPrivate, part, now))
                return [.. parts.Select(p => HoldsBack(viewer, isPrivate, p, now) ? Bare(p, viewer.StandsFor(entry.Owner, isPrivate)) : p)];
        return parts;
    }

    private static bool HoldsBack(Viewer viewer, bool isPrivate, Participation part, Entry? now) =>
        part is not { Comment: null, Proposed: null, OwnPrivate: false }
        && !viewer.StandsFor(part.Who, isPrivate || part.OwnPrivate || IsOwnPrivate(now, part.Who));

    /// <summary>Of who was taken out since nothing says any more how private their part was: then the strictest holds.</summary>
    private static bool IsOwnPrivate(Entry? now, UserId who) =>
        now is not null && (!now.Asks(who) || now.Participations.Any(p => p.Who == who && p.OwnPrivate));

    private static Participation Bare(Participation part, bool toOrganiser) =>
        toOrganiser ? part with { OwnPrivate = false } : part with { Comment = null, Proposed = null, OwnPrivate = false };
}
