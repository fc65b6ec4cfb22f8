using System.Security.Cryptography;
using System.Text;
using Corlin.Application.Handing;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>An object as it is written for a device, with the tags by which it is known again.</summary>
/// <param name="Tag">Of all that the device is told (RFC 7232 2.3), in quotation marks.</param>
/// <param name="ScheduleTag">Of what its organiser says of it, whoever answered meanwhile (RFC 6638 3.2.10); null of what is no meeting.</param>
internal sealed record ObjectText(DeviceObject Object, string Text, string Tag, string? ScheduleTag)
{
    public static ObjectText Of(ICalendarFiles files, DeviceContent content, DeviceObject one)
    {
        var text = Write(files, content, one);
        var isMeeting = one.Told is { Kind: EntryKind.Meeting };
        return new ObjectText(one, text, Hash(text), isMeeting ? Hash(WithoutAnswers(text)) : null);
    }

    /// <summary>When it was made stands for when it was written: the same object is the same text.</summary>
    private static string Write(ICalendarFiles files, DeviceContent content, DeviceObject one)
    {
        using var text = new StringWriter();
        files.Write(
            text,
            one.Told is { } entry ? [entry] : [],
            one.Told is { Id.Value: not 0 } made ? made.MadeAt : Instant.FromUnixTimeTicks(0),
            content.People,
            content.Categories,
            one.Absence is { } absence ? [absence] : []
        );
        return text.ToString();
    }

    private static string Hash(string text) => $"\"{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..32]}\"";

    private static string WithoutAnswers(string text) =>
        string.Join(
            '\n',
            text.Replace("\r\n ", "", StringComparison.Ordinal)
                .Split("\r\n")
                .Select(l => l.StartsWith("ATTENDEE", StringComparison.Ordinal) ? Answerless(l) : l)
        );

    private static string Answerless(string line) =>
        System.Text.RegularExpressions.Regex.Replace(line, ";PARTSTAT=[A-Z-]+", "", System.Text.RegularExpressions.RegexOptions.None);
}
