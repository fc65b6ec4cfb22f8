using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;

namespace Corlin.Application.Shared;

/// <summary>What somebody left.</summary>
internal static class Left
{
    /// <summary>
    /// A meeting as it stood last while somebody was asked who was taken out of it since; null where they were not taken out.
    /// </summary>
    public static Entry? Of(IHistoryReads store, Entry? now, UserId lane) =>
        now is not null && Disclosure.IsTakenOut(now, lane) ? store.LastWith(now.Id, lane) : null;
}
