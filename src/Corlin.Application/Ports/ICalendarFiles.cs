using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Ports;

public enum LeftReason
{
    /// <summary>It is a meeting here, which its organiser changes.</summary>
    IsMeeting,

    /// <summary>It is a time held here while something is being agreed.</summary>
    IsHold,

    /// <summary>It is another here, and the actor may only add.</summary>
    MayNotChange,

    /// <summary>What stands here is newer than the file (SEQUENCE, RFC 5546 2.1.4).</summary>
    Older,
}

/// <summary>What takes somebody's time and when they work, without what it is.</summary>
/// <param name="Busy">In order; none overlap.</param>
/// <param name="Hours">Working time, without holidays, closures and absences.</param>
public sealed record BusyTimes(Mailbox Owner, Stretch Span, IReadOnlyList<BusyTime> Busy, StretchSet Hours);

/// <summary>Something of a calendar file that was not taken over.</summary>
/// <param name="What">Its title, or what it is.</param>
public sealed record SkippedPart(string What, string Why);

/// <summary>What a calendar file holds, read as it is asked for.</summary>
public interface ICalendarFileContent : IDisposable
{
    /// <summary>Appointments without owner or calendar, one a UID. To be asked for once.</summary>
    IEnumerable<Entry> Entries();

    /// <summary>How many there are to read, each an entry or skipped.</summary>
    int InAll { get; }

    /// <summary>The first of what was not taken over; complete once all entries were read.</summary>
    IReadOnlyList<SkippedPart> Skipped { get; }

    /// <summary>The first category that the file gives an entry of it, or null.</summary>
    string? CategoryOf(Entry entry);

    /// <summary>Whether what is kept of an entry is what the file says of it, but for the category of that name.</summary>
    bool SameBesidesCategory(Entry stands, Entry read, string category);

    int SkippedInAll { get; }

    /// <summary>What was understood otherwise than it is written; complete once all entries were read.</summary>
    IReadOnlyList<string> Notes { get; }
}

/// <summary>Calendar files, in and out.</summary>
public interface ICalendarFiles
{
    /// <param name="owner">The zone for floating times.</param>
    /// <exception cref="FormatException">It is no calendar file; the message says what is wrong with it.</exception>
    ICalendarFileContent Open(Stream file, DateTimeZone owner, CancellationToken cancel);

    /// <param name="categories">The names of the categories that entries have on the calendar that is written.</param>
    void Write(
        TextWriter output,
        IReadOnlyList<Entry> entries,
        Instant stamp,
        IReadOnlyDictionary<UserId, Mailbox> people,
        IReadOnlyDictionary<EntryId, string> categories,
        IReadOnlyList<AbsenceInFile> absences
    );

    /// <summary>What takes somebody's time and when they work, without what it is.</summary>
    void WriteBusy(TextWriter output, BusyTimes times, Instant stamp);
}
