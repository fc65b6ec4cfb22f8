using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Watch;

/// <summary>An answer that somebody gave for who was asked.</summary>
/// <param name="By">Who gave it, which may be who was asked.</param>
public sealed record GivenFor(UserId By, Answer Answer, Instant At);

/// <summary>Where principal and assistant said different things to the same invitation.</summary>
public static class AnsweredApart
{
    /// <summary>
    /// The last two answers where two people gave them, one of them who was asked, and they differ; null where nobody contradicted anybody.
    /// Who changes their own mind contradicts nobody, and an answer that was given again by the other settles it.
    /// </summary>
    /// <param name="given">In the order in which they were given.</param>
    public static (GivenFor Before, GivenFor Now)? Of(UserId asked, IReadOnlyList<GivenFor> given)
    {
        if (given.Count < 2)
            return null;
        var now = given[^1];
        for (var i = given.Count - 2; i >= 0; i--)
        {
            var before = given[i];
            if (before.By == now.By)
                continue;
            return before.Answer != now.Answer && (before.By == asked || now.By == asked) ? (before, now) : null;
        }

        return null;
    }
}
