using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>Something of a calendar file that was not taken over.</summary>
/// <param name="What">Its title, or what it is.</param>
public sealed record SkippedPart(string What, string Why);

/// <summary>What a calendar file holds.</summary>
/// <param name="Entries">Appointments without owner or calendar, one a UID.</param>
/// <param name="Notes">What was understood otherwise than it is written.</param>
public sealed record CalendarFileContent(IReadOnlyList<Entry> Entries, IReadOnlyList<SkippedPart> Skipped, IReadOnlyList<string> Notes);

/// <summary>Calendar files, in and out.</summary>
public interface ICalendarFiles
{
    /// <param name="owner">The zone for floating times.</param>
    /// <exception cref="FormatException">It is no calendar file; the message says what is wrong with it.</exception>
    CalendarFileContent Read(Stream file, DateTimeZone owner, CancellationToken cancel);

    void Write(TextWriter output, IReadOnlyList<Entry> entries, Instant stamp, IReadOnlyDictionary<UserId, Mailbox> people);
}
