using Corlin.Core.Access;
using Corlin.Core.Calendars;

namespace Corlin.Application.Ports;

/// <summary>An entry that changed on a calendar.</summary>
/// <param name="PublicId">Also of one that is there no longer; null where nothing is known of it.</param>
/// <param name="Entry">As it is now; null where it is there no longer.</param>
public sealed record ChangedOnCalendar(EntryId Id, string? PublicId, Entry? Entry);

/// <summary>What can be asked of the store about the devices that keep calendars.</summary>
public interface IDeviceReads
{
    /// <summary>Those of somebody that may come in, the oldest first.</summary>
    IReadOnlyList<Device> DevicesOf(UserId owner);

    /// <summary>One that may come in, or null.</summary>
    Device? Device(long id);

    /// <summary>The one that has a password and may come in, or null.</summary>
    /// <param name="keyHash">SHA-256 of the password, in hexadecimal.</param>
    Device? DeviceOfKey(string keyHash);

    /// <summary>How often some calendars changed, by calendar.</summary>
    IReadOnlyDictionary<CalendarId, long> ChangeNumbers(IReadOnlyCollection<CalendarId> calendars);

    /// <summary>What changed on a calendar after a change of it, each entry once; null where it is more than the limit.</summary>
    IReadOnlyList<ChangedOnCalendar>? ChangedAfter(CalendarId calendar, long number, int limit);

    /// <summary>The names that devices gave entries of a calendar, by entry.</summary>
    IReadOnlyDictionary<EntryId, string> DeviceNames(CalendarId calendar);

    /// <summary>The entries to which devices gave some names on a calendar, by name.</summary>
    IReadOnlyDictionary<string, Entry> EntriesOfDeviceNames(CalendarId calendar, IReadOnlyCollection<string> names);

    /// <summary>The entries of some public ids, by public id, on whichever calendars they stand.</summary>
    IReadOnlyDictionary<string, Entry> Entries(IReadOnlyCollection<string> publicIds);
}
