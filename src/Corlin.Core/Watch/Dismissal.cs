using Corlin.Core.Calendars;

namespace Corlin.Core.Watch;

/// <summary>That something found on somebody's calendar needs no look any more, until it changes.</summary>
/// <param name="Of">On whose calendar it was found.</param>
/// <param name="Key">What is found there again under the same key is the same thing.</param>
/// <param name="Print">What it rested on, as a hash: where that has changed it needs a look again.</param>
public sealed record Dismissal(UserId Of, string Key, string Print);
