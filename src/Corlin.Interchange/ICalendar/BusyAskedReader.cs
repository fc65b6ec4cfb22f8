using System.Text;
using Corlin.Core.Conversations;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Interchange.ICalendar;

/// <summary>Reads a request for the taken time of people (VFREEBUSY, RFC 5546 3.3.2).</summary>
public static class BusyAskedReader
{
    /// <summary>Null where the text is no such request.</summary>
    public static BusyAsked? Read(string text)
    {
        try
        {
            var parts = new ComponentReader(new MemoryStream(Encoding.UTF8.GetBytes(text))).Read().Take(20).ToList();
            if (parts.Find(c => c.Name == "VFREEBUSY") is not { Whole: true } asked)
                return null;
            var (start, end) = (Moment(asked.Value("DTSTART")), Moment(asked.Value("DTEND")));
            var by = Address(asked.Named("ORGANIZER").FirstOrDefault());
            var of = asked.Named("ATTENDEE").Select(Address).OfType<string>().Distinct().ToList();
            return asked.Value("UID")?.Trim() is { Length: > 0 } uid && by is not null && start < end && of.Count > 0
                ? new BusyAsked(uid, by, new Stretch(start.Value, end.Value), of)
                : null;
        }
        catch (FormatException)
        {
            return null;
        }
    }

    private static Instant? Moment(string? value) =>
        CalendarWriter.Utc.Parse(value?.Trim() ?? "") is { Success: true } read ? read.Value : null;

    private static string? Address(string? line) =>
        line is not null && Properties.ValueOf(line).Trim() is var value && value.StartsWith("mailto:", StringComparison.OrdinalIgnoreCase)
            ? value["mailto:".Length..].Trim().ToLowerInvariant()
            : null;
}
