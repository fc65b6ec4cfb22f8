using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Scheduling messages as other programs write them, by hand.</summary>
internal static class SchedulingTexts
{
    /// <summary>A message with one event.</summary>
    /// <param name="more">Lines that it has besides; an ATTENDEE line of the same address takes the place of the plain one.</param>
    public static string One(
        string method,
        string uid,
        int sequence,
        Instant stamp,
        string organiser,
        IReadOnlyList<(string Address, Answer Answer)> attendees,
        Stretch? when = null,
        IReadOnlyList<string>? more = null,
        string title = "Berth plan"
    ) =>
        $"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Elsewhere//EN\r\nMETHOD:{method}\r\n"
        + Event(uid, sequence, stamp, organiser, attendees, when, more ?? [], title)
        + "END:VCALENDAR\r\n";

    public static string Event(
        string uid,
        int sequence,
        Instant stamp,
        string organiser,
        IReadOnlyList<(string Address, Answer Answer)> attendees,
        Stretch? when,
        IReadOnlyList<string> more,
        string title
    )
    {
        List<string> lines =
        [
            "BEGIN:VEVENT",
            $"UID:{uid}",
            FormattableString.Invariant($"SEQUENCE:{sequence}"),
            $"DTSTAMP:{Utc(stamp)}",
            $"SUMMARY:{title}",
            $"ORGANIZER:mailto:{organiser}",
        ];
        if (when is { } stretch)
            lines.AddRange([$"DTSTART:{Utc(stretch.Start)}", $"DTEND:{Utc(stretch.End)}"]);
        lines.AddRange(
            attendees
                .Where(a =>
                    !more.Any(m => m.StartsWith("ATTENDEE", StringComparison.Ordinal) && m.EndsWith(a.Address, StringComparison.Ordinal))
                )
                .Select(a => $"ATTENDEE;PARTSTAT={PartStat(a.Answer)}:mailto:{a.Address}")
        );
        lines.AddRange(more);
        lines.Add("END:VEVENT");
        return string.Concat(lines.Select(l => l + "\r\n"));
    }

    public static string Utc(Instant at) => at.ToString("uuuuMMdd'T'HHmmss'Z'", null);

    private static string PartStat(Answer answer) => answer == Answer.None ? "NEEDS-ACTION" : answer.ToString().ToUpperInvariant();
}
