using Corlin.Core.Calendars;

namespace Corlin.Interchange.ICalendar;

/// <summary>Answers ⇄ PARTSTAT (RFC 5545 3.2.12), and the ROLE that stands beside it.</summary>
internal static class PartStat
{
    public static string Write(Answer answer) => answer == Answer.None ? "NEEDS-ACTION" : answer.ToString().ToUpperInvariant();

    /// <summary>ROLE (RFC 5545 3.2.16).</summary>
    public static string WriteRole(AttendeeRole role) =>
        role switch
        {
            AttendeeRole.Required => "REQ-PARTICIPANT",
            AttendeeRole.Optional => "OPT-PARTICIPANT",
            _ => "NON-PARTICIPANT",
        };

    public static Answer Read(string? value) =>
        value?.ToUpperInvariant() switch
        {
            "ACCEPTED" => Answer.Accepted,
            "TENTATIVE" => Answer.Tentative,
            "DECLINED" => Answer.Declined,
            "DELEGATED" => Answer.Delegated,
            _ => Answer.None,
        };
}
