using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Whereabouts;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Web.Adapters;

/// <summary>Calendar files by the interchange.</summary>
internal sealed class CalendarFiles : ICalendarFiles
{
    public ICalendarFileContent Open(Stream file, DateTimeZone owner, CancellationToken cancel) =>
        new Content(CalendarFile.Open(file, owner, cancel));

    public void Write(
        TextWriter output,
        IReadOnlyList<Entry> entries,
        Instant stamp,
        IReadOnlyDictionary<UserId, Mailbox> people,
        IReadOnlyDictionary<EntryId, string> categories,
        IReadOnlyList<AbsenceInFile> absences
    ) =>
        CalendarWriter.Write(
            output,
            entries,
            stamp,
            who => people.GetValueOrDefault(who),
            entry => categories.GetValueOrDefault(entry.Id),
            absences
        );

    public void WriteBusy(TextWriter output, BusyTimes times, Instant stamp) =>
        BusyWriter.Write(output, times.Owner, times.Span, stamp, times.Busy, times.Hours);

    private sealed class Content(CalendarFile file) : ICalendarFileContent
    {
        public IReadOnlyList<SkippedPart> Skipped => [.. file.Skipped.Select(s => new SkippedPart(s.What, s.Why))];

        public int InAll => file.InAll;

        public int SkippedInAll => file.SkippedInAll;

        public IReadOnlyList<string> Notes => file.Notes;

        public string? CategoryOf(Entry entry) => CalendarFile.CategoryOf(entry);

        public bool SameBesidesCategory(Entry stands, Entry read, string category) =>
            CalendarFile.SameBesidesCategory(stands, read, category);

        public IEnumerable<Entry> Entries() => file.Entries();

        public void Dispose() => file.Dispose();
    }
}
