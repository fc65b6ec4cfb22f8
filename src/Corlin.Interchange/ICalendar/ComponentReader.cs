using System.Text;

namespace Corlin.Interchange.ICalendar;

/// <summary>A component of a calendar file as its lines, unfolded.</summary>
/// <param name="Name">VEVENT, VTIMEZONE, VTODO…, in upper case.</param>
/// <param name="Whole">Whether its END was there.</param>
public sealed record Component(string Name, IReadOnlyList<string> Lines, bool Whole)
{
    /// <summary>The value of the first property of that name, of the component itself and not of one within it.</summary>
    public string? Value(string property)
    {
        var depth = 0;
        foreach (var line in Lines)
        {
            if (line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase)) depth++;
            else if (line.StartsWith("END:", StringComparison.OrdinalIgnoreCase)) depth--;
            else if (depth == 1 && Properties.NameOf(line).Equals(property, StringComparison.OrdinalIgnoreCase)) return Properties.ValueOf(line);
        }

        return null;
    }
}

/// <summary>Cuts a calendar file into its components as a stream (RFC 5545 3.1), whatever ends its lines: CR, LF or both.</summary>
public static class ComponentReader
{
    /// <summary>A component of more characters than this is not read further: it is told as too large.</summary>
    public const int MostCharacters = 8 * 1024 * 1024;

    /// <exception cref="FormatException">The text is no iCalendar object, or a component in it is too large.</exception>
    public static IEnumerable<Component> Read(TextReader text)
    {
        using var lines = Unfolded(text).GetEnumerator();
        var begun = false;
        while (lines.MoveNext())
        {
            var line = lines.Current;
            if (line.Length == 0) continue;
            if (!begun)
            {
                if (!line.TrimStart('\uFEFF').TrimEnd().Equals("BEGIN:VCALENDAR", StringComparison.OrdinalIgnoreCase)) throw new FormatException("The file is no iCalendar object: it does not begin with BEGIN:VCALENDAR.");
                begun = true;
                continue;
            }

            // More than one calendar may stand in a file.
            if (!line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase) || line.TrimEnd().Equals("BEGIN:VCALENDAR", StringComparison.OrdinalIgnoreCase)) continue;
            yield return One(line, lines);
        }

        if (!begun) throw new FormatException("The file is empty.");
    }

    private static Component One(string begin, IEnumerator<string> lines)
    {
        var name = begin[6..].Trim().ToUpperInvariant();
        var read = new List<string> { begin };
        var (depth, size) = (1, 0);
        while (depth > 0 && lines.MoveNext())
        {
            var line = lines.Current;
            if (line.Length == 0) continue;
            read.Add(line);
            size += line.Length;
            if (size > MostCharacters) throw new FormatException($"A {name} is longer than {MostCharacters / 1024 / 1024} MB and was not read.");
            if (line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase)) depth++;
            else if (line.StartsWith("END:", StringComparison.OrdinalIgnoreCase)) depth--;
        }

        return new Component(name, read, depth == 0);
    }

    /// <summary>The content lines with their folds undone (RFC 5545 3.1).</summary>
    private static IEnumerable<string> Unfolded(TextReader text)
    {
        var line = new StringBuilder();
        var any = false;
        foreach (var part in Physical(text))
        {
            if (part.Length > 0 && part[0] is ' ' or '\t')
            {
                if (line.Length + part.Length > MostCharacters) throw new FormatException("A line of the file is too long to be read.");
                line.Append(part, 1, part.Length - 1);
                continue;
            }

            if (any) yield return line.ToString();
            line.Clear().Append(part);
            any = true;
        }

        if (any) yield return line.ToString();
    }

    private static IEnumerable<string> Physical(TextReader text)
    {
        // ReadLine takes CR, LF and both as the end of a line.
        while (text.ReadLine() is { } line) yield return line;
    }
}
