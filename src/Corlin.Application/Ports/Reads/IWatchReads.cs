using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>That an invitation was answered.</summary>
/// <param name="ByItself">Whether a standing instruction did it.</param>
public sealed record AnsweredLately(UserId Who, EntryId Entry, UserId By, Instant At, bool ByItself);

/// <summary>What needs a look on some calendars, as far as somebody said something of it.</summary>
public interface IWatchReads
{
    /// <summary>What was dismissed, the latest first.</summary>
    IReadOnlyList<Dismissal> Dismissed(IReadOnlyCollection<UserId> who, int limit);

    /// <summary>How far ahead is looked, for those of whom anything was said.</summary>
    IReadOnlyDictionary<UserId, ImmutableArray<LookAhead>> LookAheads(IReadOnlyCollection<UserId> who);

    /// <summary>The answers given in the names of some since a moment that stand, each with who gave it; the latest first.</summary>
    IReadOnlyList<AnsweredLately> AnsweredSince(IReadOnlyCollection<UserId> who, Instant since, int limit);

    /// <summary>Whose last answer to anything that somebody organises was told by word of mouth.</summary>
    IReadOnlySet<UserId> ToldByMouth(IReadOnlyCollection<UserId> who, UserId organiser);

    /// <summary>The entries to which more than one person answered for the same one since a moment; the latest first.</summary>
    IReadOnlyList<(UserId Who, EntryId Entry)> AnsweredByMore(IReadOnlyCollection<UserId> who, Instant since, int limit);
}
