using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Application.Handing;

/// <summary>Holds what a device says against what it was told.</summary>
internal static class ObjectText
{
    /// <summary>No text is an empty one, and where its lines end in another way it is the same.</summary>
    public static bool Same(string? one, string? other) => Plain(one) == Plain(other);

    private static string Plain(string? text) => (text ?? "").ReplaceLineEndings("\n").Trim();

    /// <summary>The rule as it is written: that it ends with a day is the same as with the last second of it.</summary>
    public static string? Rule(Entry entry) => entry.Rule?.ToText(entry.Time is TimedEntry timed ? Zones.Get(timed.Zone) : null);

    /// <summary>All addresses of somebody.</summary>
    public static IReadOnlySet<string> AddressesOf(ICalendarReads store, CalendarUser who) =>
        (store.Facts([who.Id]).GetValueOrDefault(who.Id)?.OtherAddresses ?? []).Append(who.Address).ToHashSet(StringComparer.Ordinal);
}
