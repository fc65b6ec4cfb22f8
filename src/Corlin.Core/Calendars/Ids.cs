namespace Corlin.Core.Calendars;

/// <summary>The number by which a person, group, room or resource is known inside; it never leaves the server.</summary>
public readonly record struct UserId(long Value);

/// <summary>The number by which a calendar is known inside.</summary>
public readonly record struct CalendarId(long Value);

/// <summary>The number by which an entry is known inside.</summary>
public readonly record struct EntryId(long Value);
