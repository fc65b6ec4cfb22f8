using Corlin.Core.Access;
using Corlin.Core.Calendars;

namespace Corlin.Application.Ports;

/// <summary>What can be asked of the store about feeds.</summary>
public interface IFeedReads
{
    /// <summary>Those that stand for somebody's calendar, the oldest first.</summary>
    IReadOnlyList<Feed> FeedsOf(UserId owner);

    /// <summary>One that stands, or null.</summary>
    Feed? Feed(long id);

    /// <summary>The one to which a key leads, and whether it still stands; null where none ever was.</summary>
    /// <param name="keyHash">SHA-256 of the key, in hexadecimal.</param>
    (Feed Feed, bool Stands)? FeedOfKey(string keyHash);
}
