using System.Text;

namespace Corlin.Interchange.ICalendar;

/// <summary>Content lines: NAME;PARAMETER=value:VALUE (RFC 5545 3.1).</summary>
internal static class Properties
{
    public static string NameOf(string line)
    {
        var end = line.AsSpan().IndexOfAny(';', ':');
        return end < 0 ? line : line[..end];
    }

    public static string ValueOf(string line) => Colon(line) is >= 0 and var colon ? line[(colon + 1)..] : "";

    public static string? ParameterOf(string line, string name)
    {
        var (start, length) = Find(line, name);
        return start < 0 ? null : line.Substring(start, length).Trim('"');
    }

    public static string WithParameter(string line, string name, string value)
    {
        var (start, length) = Find(line, name);
        return start < 0 ? line : line[..start] + value + line[(start + length)..];
    }

    /// <summary>A parameter value; quotes and controls, line breaks among them, cannot stand in one (RFC 5545 3.1).</summary>
    public static string Parameter(string text) =>
        "\""
        + string.Concat(
            text.Select(c =>
                c == '"' ? '\''
                : char.IsControl(c) ? ' '
                : c
            )
        )
        + "\"";

    /// <summary>The line cut into pieces of at most 75 octets, as it is written.</summary>
    public static string Folded(string line)
    {
        if (Encoding.UTF8.GetByteCount(line) <= 75)
            return line + "\r\n";
        var folded = new StringBuilder();
        var octets = 0;
        foreach (var rune in line.EnumerateRunes())
        {
            if (octets + rune.Utf8SequenceLength > 75)
            {
                folded.Append("\r\n ");
                octets = 1;
            }

            folded.Append(rune.ToString());
            octets += rune.Utf8SequenceLength;
        }

        return folded.Append("\r\n").ToString();
    }

    private static (int Start, int Length) Find(string line, string name)
    {
        var end = Colon(line);
        if (end < 0)
            end = line.Length;
        var at = line.IndexOf(';' + name + '=', StringComparison.OrdinalIgnoreCase);
        if (at < 0 || at >= end)
            return (-1, 0);
        var start = at + name.Length + 2;
        var quoted = start < line.Length && line[start] == '"';
        var stop = quoted ? line.IndexOf('"', start + 1) + 1 : start;
        if (quoted && stop == 0)
            return (-1, 0);
        while (!quoted && stop < end && line[stop] is not (';' or ':'))
            stop++;
        return (start, stop - start);
    }

    /// <summary>The colon before the value: one in quotes is part of a parameter.</summary>
    private static int Colon(string line)
    {
        var quoted = false;
        for (var i = 0; i < line.Length; i++)
        {
            if (line[i] == '"')
                quoted = !quoted;
            else if (line[i] == ':' && !quoted)
                return i;
        }

        return -1;
    }
}
