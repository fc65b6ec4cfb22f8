using System.Text;
using System.Text.Json;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Interchange.ICalendar;

/// <summary>Something of a file that was not taken over.</summary>
/// <param name="What">Its title, or what it is.</param>
public sealed record Skipped(string What, string? Uid, string Why);

/// <summary>What a calendar file holds.</summary>
/// <param name="Entries">Appointments without owner or calendar, one a UID, in the order of the file.</param>
/// <param name="Notes">What was understood otherwise than it is written: zones by another name, zones unknown.</param>
public sealed record ReadFile(IReadOnlyList<Entry> Entries, IReadOnlyList<Skipped> Skipped, IReadOnlyList<string> Notes);

/// <summary>
/// Reads a calendar file of any size: it is cut into components as a stream, the components of each UID are read together, and what Corlin
/// does not use of them is kept with the entry for the way out.
/// </summary>
public static class CalendarFile
{
    /// <summary>More events than these are not taken from one file.</summary>
    public const int MostEntries = 200_000;

    /// <summary>More dates beside a rule than these are not taken: the event is told as skipped.</summary>
    public const int MostDates = 5_000;

    private const int MostTitle = 1_000;

    private const int ToldOfTitle = 80;

    private const int MostText = 200_000;

    private static readonly HashSet<string> Used = new(StringComparer.OrdinalIgnoreCase)
    {
        "UID", "DTSTAMP", "DTSTART", "DTEND", "DURATION", "RRULE", "RDATE", "EXDATE", "RECURRENCE-ID", "SUMMARY", "LOCATION", "DESCRIPTION", "URL", "TRANSP", "STATUS",
        "CLASS", "SEQUENCE", "RELATED-TO",
    };

    /// <param name="owner">The zone for floating times and for zones that nobody knows.</param>
    /// <exception cref="FormatException">The file is no iCalendar object, or holds too much.</exception>
    /// <exception cref="OperationCanceledException">It was cancelled; nothing is kept of it.</exception>
    public static ReadFile Read(Stream file, DateTimeZone owner, CancellationToken cancel = default)
    {
        using var text = new StreamReader(file, new UTF8Encoding(false, throwOnInvalidBytes: true), detectEncodingFromByteOrderMarks: true);
        var zones = new ZoneNames();
        var skipped = new List<Skipped>();
        var others = new Dictionary<string, int>();
        // Kept as bytes until their UID is read: half of what text takes.
        var groups = new Dictionary<string, List<byte[]>>(StringComparer.Ordinal);
        var order = new List<string>();
        try
        {
            foreach (var component in ComponentReader.Read(text))
            {
                cancel.ThrowIfCancellationRequested();
                if (component.Name == "VTIMEZONE") zones.Learn(component);
                else if (component.Name != "VEVENT") others[component.Name] = others.GetValueOrDefault(component.Name) + 1;
                else if (!component.Whole) skipped.Add(new Skipped(Title(component), component.Value("UID"), "the file ends in the middle of it"));
                else Group(component);
            }
        }
        catch (DecoderFallbackException)
        {
            throw new FormatException("The file is not written in UTF-8, as calendar files are; save it so and try again.");
        }

        var entries = new List<Entry>(order.Count);
        foreach (var uid in order)
        {
            cancel.ThrowIfCancellationRequested();
            if (One(uid, [.. groups[uid].Select(Unpacked)], zones, owner, skipped) is { } entry) entries.Add(entry);
            groups.Remove(uid);
        }

        skipped.AddRange(others.Select(o => new Skipped($"{o.Value} of the kind {o.Key}", null, "Corlin keeps events only")));
        return new ReadFile(entries, skipped, [.. Notes(zones, owner)]);

        void Group(Component component)
        {
            var uid = component.Value("UID")?.Trim();
            // What has no name of its own cannot be known again; its content names it.
            if (string.IsNullOrEmpty(uid)) uid = "content-" + Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\n', component.Lines))))[..32];
            if (!groups.TryGetValue(uid, out var own))
            {
                if (order.Count == MostEntries) throw new FormatException($"The file holds more than {MostEntries:N0} events. Nothing of it was taken over.");
                groups[uid] = own = [];
                order.Add(uid);
            }

            own.Add(Encoding.UTF8.GetBytes(string.Join('\n', component.Lines)));
        }
    }

    private static Component Unpacked(byte[] packed) => new("VEVENT", Encoding.UTF8.GetString(packed).Split('\n'), true);

    private static Entry? One(string uid, List<Component> components, ZoneNames zones, DateTimeZone owner, List<Skipped> skipped)
    {
        var title = Title(components[0]);
        try
        {
            if (components.Sum(Dates) > MostDates) throw new FormatException($"it has more than {MostDates:N0} dates of its own");
            var calendar = new StringBuilder("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Corlin//Corlin//EN\r\n");
            foreach (var component in components)
            {
                foreach (var line in component.Lines) calendar.Append(Known(line, zones, owner)).Append("\r\n");
            }

            var read = CalendarReader.Read(calendar.Append("END:VCALENDAR\r\n").ToString(), owner);
            if (read.Count == 0) throw new FormatException(components.All(c => c.Value("RECURRENCE-ID") is not null) ? "the series to which it belongs is not in the file" : "it has no start, or ends before it");
            if (read[0].Title.Length > MostTitle || read[0].Agenda?.Length > MostText) throw new FormatException("its title or text is longer than any that is read");
            return read[0] with { Uid = uid, Raw = Raw(components) };
        }
        catch (Exception e) when (e is FormatException or ArgumentException or OverflowException or InvalidOperationException)
        {
            // Whatever is wrong with one event must not keep the others.
            skipped.Add(new Skipped(title, uid, e.Message));
            return null;
        }
    }

    private static int Dates(Component component) =>
        component.Lines.Where(l => Properties.NameOf(l).ToUpperInvariant() is "RDATE" or "EXDATE").Sum(l => 1 + l.Count(c => c == ','));

    private static string Known(string line, ZoneNames zones, DateTimeZone owner)
    {
        if (Properties.ParameterOf(line, "TZID") is not { } name) return line;
        var zone = zones.Find(name) ?? owner.Id;
        return zone == name ? line : Properties.WithParameter(line, "TZID", zone);
    }

    private static string Title(Component component) => component.Value("SUMMARY") switch
    {
        null or "" => "(no title)",
        { Length: > ToldOfTitle } title => title[..ToldOfTitle] + "…",
        var title => title,
    };

    /// <summary>The lines that are not used, of each component by its recurrence id; null where there are none.</summary>
    private static string? Raw(List<Component> components)
    {
        var kept = new Dictionary<string, IReadOnlyList<string>>();
        foreach (var component in components)
        {
            var lines = Unused(component).ToList();
            if (lines.Count > 0) kept[component.Value("RECURRENCE-ID") ?? ""] = lines;
        }

        return kept.Count == 0 ? null : JsonSerializer.Serialize(kept);
    }

    private static IEnumerable<string> Unused(Component component)
    {
        var depth = 0;
        foreach (var line in component.Lines)
        {
            if (line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase)) depth++;
            var inner = depth > 1;
            if (line.StartsWith("END:", StringComparison.OrdinalIgnoreCase)) depth--;
            if (inner || (depth == 1 && !line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase) && !Used.Contains(Properties.NameOf(line)))) yield return line;
        }
    }

    private static IEnumerable<string> Notes(ZoneNames zones, DateTimeZone owner)
    {
        foreach (var (name, zone) in zones.Renamed) yield return $"The zone “{name}” is read as {zone}.";
        foreach (var name in zones.Unknown) yield return $"No zone is called “{name}”; its times are read in {owner.Id}.";
    }
}
