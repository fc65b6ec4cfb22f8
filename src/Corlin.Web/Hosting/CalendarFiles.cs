using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Web.Hosting;

/// <summary>Calendar files by the interchange.</summary>
internal sealed class CalendarFiles : ICalendarFiles
{
    public CalendarFileContent Read(Stream file, DateTimeZone owner, CancellationToken cancel)
    {
        var read = CalendarFile.Read(file, owner, cancel);
        return new CalendarFileContent(read.Entries, [.. read.Skipped.Select(s => new SkippedPart(s.What, s.Why))], read.Notes);
    }

    public void Write(TextWriter output, IReadOnlyList<Entry> entries, Instant stamp, IReadOnlyDictionary<UserId, Mailbox> people) =>
        CalendarWriter.Write(output, entries, stamp, who => people.GetValueOrDefault(who));
}
