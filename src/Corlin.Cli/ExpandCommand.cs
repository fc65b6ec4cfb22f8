using System.Text.Json;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Cli;

/// <summary>The occurrences of a file that start in a span, a JSON object a line.</summary>
internal static class ExpandCommand
{
    public static void Run(string file, string from, string to, TextWriter output)
    {
        var span = new Stretch(Command.Moment(from), Command.Moment(to));
        var found = CalendarReader
            .Read(File.ReadAllText(file), DateTimeZone.Utc)
            .SelectMany(e => Occurrences.In(e, span, DateTimeZone.Utc))
            .Where(o => span.Contains(o.Stretch.Start));
        foreach (var occurrence in found)
        {
            output.WriteLine(
                JsonSerializer.Serialize(
                    new
                    {
                        uid = occurrence.Entry.Uid,
                        start = InstantPattern.General.Format(occurrence.Stretch.Start),
                        end = InstantPattern.General.Format(occurrence.Stretch.End),
                    }
                )
            );
        }
    }
}
