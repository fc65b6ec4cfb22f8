using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using CsvHelper;
using CsvHelper.Configuration;

namespace Corlin.Interchange.People;

/// <summary>A line that was not understood.</summary>
/// <param name="Number">Which line of the file it is, the first is 1.</param>
public sealed record UnreadLine(int Number, string What, string Why);

/// <summary>
/// Reads people from comma-separated values (RFC 4180), UTF-8, with a first line that names the columns. docs/formats.md tells them.
/// </summary>
public static class PeopleFile
{
    public const int MostLines = 5_000;

    private static readonly string[] Several = [";", "\n"];

    /// <exception cref="FormatException">It is no such file; the message says what is wrong with it.</exception>
    public static (IReadOnlyList<PersonLine> Lines, IReadOnlyList<UnreadLine> Unread) Read(Stream file)
    {
        using var text = new StreamReader(file, new UTF8Encoding(false, throwOnInvalidBytes: true));
        using var csv = new CsvReader(
            text,
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                DetectDelimiter = true,
                DetectDelimiterValues = [",", ";", "\t"],
                PrepareHeaderForMatch = h => h.Header.Trim().ToLowerInvariant(),
                TrimOptions = TrimOptions.Trim,
                MissingFieldFound = null,
            }
        );
        try
        {
            if (
                !csv.Read()
                || !csv.ReadHeader()
                || !csv.HeaderRecord!.Any(h => h.Trim().Equals("name", StringComparison.OrdinalIgnoreCase))
            )
                throw new FormatException("Its first line must name the columns, one of them “name”.");
            return Lines(csv);
        }
        catch (CsvHelperException e)
        {
            throw new FormatException(
                FormattableString.Invariant(
                    $"Line {e.Context?.Parser?.RawRow} has a quotation mark that is not closed or stands in the wrong place."
                ),
                e
            );
        }
        catch (DecoderFallbackException)
        {
            throw new FormatException("It is not UTF-8 text. Save it as UTF-8 and send it again.");
        }
    }

    private static (IReadOnlyList<PersonLine> Lines, IReadOnlyList<UnreadLine> Unread) Lines(CsvReader csv)
    {
        var lines = new List<PersonLine>();
        var unread = new List<UnreadLine>();
        while (csv.Read())
        {
            if (lines.Count + unread.Count == MostLines)
                throw new FormatException(FormattableString.Invariant($"It has more than {MostLines} lines. Send it in parts."));
            var number = csv.Parser.RawRow;
            var name = Field(csv, "name");
            if (name is null && csv.Parser.Record!.All(string.IsNullOrWhiteSpace))
                continue;
            try
            {
                lines.Add(Line(csv, number, name ?? throw new FormatException("it has no name")));
            }
            catch (FormatException e)
            {
                unread.Add(new UnreadLine(number, name ?? "", e.Message));
            }
        }

        return (lines, unread);
    }

    private static PersonLine Line(CsvReader csv, int number, string name) =>
        new(
            number,
            name,
            Field(csv, "address") ?? Field(csv, "e-mail") ?? Field(csv, "email"),
            Kind(Field(csv, "kind")),
            YesOrNo(Field(csv, "inside")),
            Field(csv, "post"),
            Field(csv, "place"),
            Field(csv, "zone"),
            Hours(Field(csv, "hours")),
            Parts(Field(csv, "telephones") ?? Field(csv, "telephone")),
            Parts(Field(csv, "other addresses")),
            Field(csv, "capacity") is { } seats
                ? int.TryParse(seats, NumberStyles.None, CultureInfo.InvariantCulture, out var n)
                    ? n
                    : throw new FormatException($"“{seats}” is no number of seats")
                : null,
            Parts(Field(csv, "features"))
        );

    private static string? Field(CsvReader csv, string name) =>
        csv.TryGetField<string>(name, out var value) && !string.IsNullOrWhiteSpace(value) ? value.Trim() : null;

    private static ImmutableArray<string> Parts(string? text) =>
        text is null ? [] : [.. text.Split(Several, StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)];

    private static UserKind Kind(string? text) =>
        text?.ToLowerInvariant() switch
        {
            null or "person" => UserKind.Person,
            "room" => UserKind.Room,
            "resource" => UserKind.Resource,
            "group" => UserKind.Group,
            _ => throw new FormatException($"“{text}” is no kind; person, group, room and resource are"),
        };

    private static bool? YesOrNo(string? text) =>
        text?.ToLowerInvariant() switch
        {
            null => null,
            "yes" or "true" or "1" => true,
            "no" or "false" or "0" => false,
            _ => throw new FormatException($"“{text}” under “inside” is neither yes nor no"),
        };

    /// <summary>The same hours from Monday to Friday: "08:30-18:00".</summary>
    private static WorkingHours? Hours(string? text)
    {
        if (text is null)
            return null;
        var parts = text.Split('-', '–');
        if (parts.Length == 2 && Minutes(parts[0]) is { } from && Minutes(parts[1]) is { } to && from < to)
            return WorkingHours.Weekdays(from, to);
        throw new FormatException($"“{text}” are no hours; write them as 08:30-18:00");
    }

    private static int? Minutes(string text) =>
        TimeOnly.TryParseExact(text.Trim(), ["H:mm", "HH:mm"], CultureInfo.InvariantCulture, DateTimeStyles.None, out var time)
            ? (time.Hour * 60) + time.Minute
        : text.Trim() == "24:00" ? 24 * 60
        : null;
}
