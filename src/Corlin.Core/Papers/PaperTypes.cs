using System.Collections.Frozen;

namespace Corlin.Core.Papers;

/// <summary>
/// Which documents are taken, by the ending of their name, and how their content begins. What could run when it is opened is none of them.
/// </summary>
public static class PaperTypes
{
    private static readonly byte[] Zip = "PK"u8.ToArray();

    private static readonly FrozenDictionary<string, (string MediaType, byte[][] Begins)> Known = new Dictionary<string, (string, byte[][])>
    {
        ["pdf"] = ("application/pdf", ["%PDF-"u8.ToArray()]),
        ["docx"] = ("application/vnd.openxmlformats-officedocument.wordprocessingml.document", [Zip]),
        ["xlsx"] = ("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", [Zip]),
        ["pptx"] = ("application/vnd.openxmlformats-officedocument.presentationml.presentation", [Zip]),
        ["odt"] = ("application/vnd.oasis.opendocument.text", [Zip]),
        ["ods"] = ("application/vnd.oasis.opendocument.spreadsheet", [Zip]),
        ["odp"] = ("application/vnd.oasis.opendocument.presentation", [Zip]),
        ["zip"] = ("application/zip", [Zip]),
        ["png"] = (
            "image/png",
            [
                [0x89, (byte)'P', (byte)'N', (byte)'G'],
            ]
        ),
        ["jpg"] = (
            "image/jpeg",
            [
                [0xFF, 0xD8, 0xFF],
            ]
        ),
        ["jpeg"] = (
            "image/jpeg",
            [
                [0xFF, 0xD8, 0xFF],
            ]
        ),
        ["txt"] = ("text/plain", []),
        ["md"] = ("text/markdown", []),
        ["csv"] = ("text/csv", []),
        ["ics"] = ("text/calendar", []),
        ["eml"] = ("message/rfc822", []),
    }.ToFrozenDictionary();

    /// <summary>The endings that are taken, in words.</summary>
    public static string Endings => string.Join(", ", Known.Keys.Order(StringComparer.Ordinal));

    /// <summary>The media type of a document, or null where it is none of those taken or its content is not what its name says.</summary>
    /// <param name="begins">The first bytes of its content, at least eight where it has so many.</param>
    public static string? MediaTypeOf(string name, ReadOnlySpan<byte> begins)
    {
        var dot = name.LastIndexOf('.');
        if (dot < 1 || !Known.TryGetValue(name[(dot + 1)..].ToLowerInvariant(), out var known))
            return null;
        if (known.Begins.Length == 0)
            return begins.Contains((byte)0) ? null : known.MediaType;
        foreach (var begin in known.Begins)
        {
            if (begins.StartsWith(begin))
                return known.MediaType;
        }

        return null;
    }
}
