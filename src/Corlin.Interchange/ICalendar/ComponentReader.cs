using System.Text;

namespace Corlin.Interchange.ICalendar;

/// <summary>A component of a calendar file as its lines, unfolded.</summary>
/// <param name="Name">VEVENT, VTIMEZONE, VTODO…, in upper case.</param>
/// <param name="Whole">Whether its END was there.</param>
public sealed record Component(string Name, IReadOnlyList<string> Lines, bool Whole)
{
    /// <summary>In which of the calendars of the file it stands.</summary>
    public int Calendar { get; init; }

    /// <summary>The METHOD of that calendar (RFC 5546 1.4), in upper case; null where it has none.</summary>
    public string? Method { get; init; }

    /// <summary>Whether all of it is UTF-8.</summary>
    public bool Readable { get; init; } = true;

    /// <summary>The value of the first property of that name, of the component itself and not of one within it.</summary>
    public string? Value(string property) => Named(property).Select(Properties.ValueOf).FirstOrDefault();

    /// <summary>The lines of that name, of the component itself and not of one within it.</summary>
    public IEnumerable<string> Named(string property)
    {
        var depth = 0;
        foreach (var line in Lines)
        {
            if (line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase))
                depth++;
            else if (line.StartsWith("END:", StringComparison.OrdinalIgnoreCase))
                depth--;
            else if (depth == 1 && Properties.NameOf(line).Equals(property, StringComparison.OrdinalIgnoreCase))
                yield return line;
        }
    }
}

/// <summary>
/// Cuts a calendar file into its components as a stream (RFC 5545 3.1), whatever ends its lines: CR, LF or both. Folds are undone in
/// octets: one may split a character.
/// </summary>
public sealed class ComponentReader(Stream file)
{
    /// <summary>A component of more characters than this is not read further: it is told as too large.</summary>
    public const int MostCharacters = 8 * 1024 * 1024;

    private static readonly UTF8Encoding Strict = new(false, throwOnInvalidBytes: true);

    private int calendar = -1;
    private string? method;

    /// <summary>Whether the last calendar came to its end; known once all were read.</summary>
    public bool Ended { get; private set; }

    private readonly record struct Line(string Text, bool Readable);

    /// <exception cref="FormatException">The text is no iCalendar object, or a component in it is too large.</exception>
    public IEnumerable<Component> Read()
    {
        using var lines = Unfolded().GetEnumerator();
        while (lines.MoveNext())
        {
            var line = lines.Current.Text;
            if (line.Length == 0)
                continue;
            if (Is(line, "BEGIN:VCALENDAR"))
            {
                // More than one calendar may stand in a file.
                calendar++;
                method = null;
                Ended = false;
                continue;
            }

            if (calendar < 0)
                throw new FormatException("The file is no iCalendar object: it does not begin with BEGIN:VCALENDAR.");
            if (Is(line, "END:VCALENDAR"))
                Ended = true;
            else if (Properties.NameOf(line).Equals("METHOD", StringComparison.OrdinalIgnoreCase))
                method = Properties.ValueOf(line).Trim().ToUpperInvariant();
            else if (line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase))
                yield return One(lines.Current, lines);
        }

        if (calendar < 0)
            throw new FormatException("The file is empty.");
    }

    private static bool Is(string line, string said) => line.TrimStart('\uFEFF').TrimEnd().Equals(said, StringComparison.OrdinalIgnoreCase);

    private Component One(Line begin, IEnumerator<Line> lines)
    {
        var name = begin.Text[6..].Trim().ToUpperInvariant();
        var read = new List<string> { begin.Text };
        var (depth, size, readable) = (1, 0, begin.Readable);
        while (depth > 0 && lines.MoveNext())
        {
            var (line, good) = lines.Current;
            if (line.Length == 0)
                continue;
            readable &= good;
            read.Add(line);
            size += line.Length;
            if (size > MostCharacters)
                throw new FormatException($"A {name} is longer than {MostCharacters / 1024 / 1024} MB and was not read.");
            if (line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase))
                depth++;
            else if (line.StartsWith("END:", StringComparison.OrdinalIgnoreCase))
                depth--;
        }

        return new Component(name, read, depth == 0)
        {
            Calendar = calendar,
            Method = method,
            Readable = readable,
        };
    }

    /// <summary>The content lines with their folds undone (RFC 5545 3.1).</summary>
    private IEnumerable<Line> Unfolded()
    {
        var line = new MemoryStream();
        var any = false;
        foreach (var part in Physical())
        {
            if (part.Count > 0 && part[0] is (byte)' ' or (byte)'\t')
            {
                if (line.Length + part.Count > MostCharacters)
                    throw new FormatException("A line of the file is too long to be read.");
                line.Write(part.AsSpan(1));
                continue;
            }

            if (any)
                yield return Decoded(line);
            line.SetLength(0);
            line.Write(part.AsSpan());
            any = true;
        }

        if (any)
            yield return Decoded(line);
    }

    private static Line Decoded(MemoryStream line)
    {
        var octets = line.GetBuffer().AsSpan(0, (int)line.Length);
        try
        {
            return new Line(Strict.GetString(octets), true);
        }
        catch (DecoderFallbackException)
        {
            return new Line(Encoding.Latin1.GetString(octets), false);
        }
    }

    private IEnumerable<ArraySegment<byte>> Physical()
    {
        using var octets = new BufferedStream(AsUtf8(file), 65_536);
        var line = new byte[1024];
        var (length, last) = (0, -1);
        for (int octet; (octet = octets.ReadByte()) >= 0; last = octet)
        {
            if (octet is '\r' or '\n')
            {
                // CR, LF and both end a line.
                if (octet == '\n' && last == '\r')
                    continue;
                yield return new ArraySegment<byte>(line, 0, length);
                length = 0;
                continue;
            }

            if (length == MostCharacters)
                throw new FormatException("A line of the file is too long to be read.");
            if (length == line.Length)
                Array.Resize(ref line, line.Length * 2);
            line[length++] = (byte)octet;
        }

        if (length > 0)
            yield return new ArraySegment<byte>(line, 0, length);
    }

    /// <summary>A file that says by its first octets that it is written in UTF-16 is read so.</summary>
    private static Stream AsUtf8(Stream file)
    {
        if (!file.CanSeek)
            return file;
        var at = file.Position;
        var (one, two) = (file.ReadByte(), file.ReadByte());
        file.Position = at;
        return (one, two) is (0xFF, 0xFE) or (0xFE, 0xFF)
            ? Encoding.CreateTranscodingStream(
                file,
                one == 0xFF ? Encoding.Unicode : Encoding.BigEndianUnicode,
                Encoding.UTF8,
                leaveOpen: true
            )
            : file;
    }
}
