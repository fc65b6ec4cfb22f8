using Corlin.Core.Calendars;

namespace Corlin.Interchange.Mail;

/// <summary>Answers ⇄ PARTSTAT (RFC 5545 3.2.12).</summary>
internal static class PartStat
{
    public static string Write(Answer answer) => answer == Answer.None ? "NEEDS-ACTION" : answer.ToString().ToUpperInvariant();

    public static Answer Read(string? value) => value?.ToUpperInvariant() switch
    {
        "ACCEPTED" => Answer.Accepted,
        "TENTATIVE" => Answer.Tentative,
        "DECLINED" => Answer.Declined,
        "DELEGATED" => Answer.Delegated,
        _ => Answer.None,
    };
}
