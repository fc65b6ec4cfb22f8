using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Interchange.ICalendar;

/// <summary>Something of a file that was not taken over.</summary>
/// <param name="What">Its title, or what it is.</param>
public sealed record Skipped(string What, string? Uid, string Why);

/// <summary>What a calendar file holds, read to its end.</summary>
/// <param name="Entries">Appointments without owner or calendar, one a UID, in the order of the file.</param>
/// <param name="Notes">What was understood otherwise than it is written: zones by another name, zones unknown.</param>
public sealed record ReadFile(IReadOnlyList<Entry> Entries, IReadOnlyList<Skipped> Skipped, IReadOnlyList<string> Notes);

/// <summary>
/// Reads a calendar file of any size in bounded memory: it is cut into components as a stream, which are laid down on the disk until all of a
/// UID are found; the components of each UID are then read together. What Corlin does not use of them is kept with the entry for the way out.
/// </summary>
public sealed partial class CalendarFile : IDisposable
{
    /// <summary>More events than these are not taken from one file.</summary>
    public const int MostEntries = 200_000;

    /// <summary>More dates beside a rule than these are not taken: the event is told as skipped.</summary>
    public const int MostDates = 5_000;

    /// <summary>Of more parts that are skipped only the number is told.</summary>
    public const int MostTold = 1_000;

    private const int MostTitle = 1_000;

    private const int ToldOfTitle = 80;

    private const int MostText = 200_000;

    private static readonly HashSet<string> Used = new(StringComparer.OrdinalIgnoreCase)
    {
        "UID", "DTSTAMP", "DTSTART", "DTEND", "DURATION", "RRULE", "RDATE", "EXDATE", "RECURRENCE-ID", "SUMMARY", "LOCATION", "DESCRIPTION", "STYLED-DESCRIPTION", "URL", "TRANSP", "STATUS",
        "CLASS", "SEQUENCE", "RELATED-TO",
    };

    private readonly DateTimeZone owner;
    private readonly CancellationToken cancel;
    private readonly ZoneNames zones = new();
    private readonly ComponentStore components;
    private readonly List<Skipped> skipped = [];
    private readonly Dictionary<string, int> others = [];

    private CalendarFile(DateTimeZone owner, CancellationToken cancel)
    {
        this.owner = owner;
        this.cancel = cancel;
        components = new ComponentStore();
    }

    /// <summary>The first <see cref="MostTold"/> parts that were not taken over; complete once all entries were read.</summary>
    public IReadOnlyList<Skipped> Skipped => [.. skipped, .. others.Select(o => new Skipped($"{o.Value} of the kind {o.Key}", null, "Corlin keeps events only"))];

    /// <summary>How many parts were not taken over.</summary>
    public int SkippedInAll { get; private set; }

    /// <summary>How many UIDs there are, each an entry or skipped.</summary>
    public int InAll => components.InAll;

    /// <summary>Complete once all entries were read.</summary>
    public IReadOnlyList<string> Notes => [.. NotesOf(zones, owner)];

    /// <summary>Cuts the file into its components.</summary>
    /// <param name="owner">The zone for floating times and for zones that nobody knows.</param>
    /// <exception cref="FormatException">The file is no iCalendar object, or holds too much.</exception>
    /// <exception cref="OperationCanceledException">It was cancelled; nothing is kept of it.</exception>
    public static CalendarFile Open(Stream file, DateTimeZone owner, CancellationToken cancel = default)
    {
        var opened = new CalendarFile(owner, cancel);
        try
        {
            opened.Cut(file);
            return opened;
        }
        catch
        {
            opened.Dispose();
            throw;
        }
    }

    /// <summary>The whole of a file at once.</summary>
    /// <inheritdoc cref="Open"/>
    public static ReadFile Read(Stream file, DateTimeZone owner, CancellationToken cancel = default)
    {
        using var opened = Open(file, owner, cancel);
        var entries = opened.Entries().ToList();
        return new ReadFile(entries, opened.Skipped, opened.Notes);
    }

    /// <summary>Appointments without owner or calendar, one a UID, in the order of the file. To be asked for once.</summary>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public IEnumerable<Entry> Entries()
    {
        foreach (var uid in components.Uids)
        {
            cancel.ThrowIfCancellationRequested();
            if (One(uid, [.. components.Of(uid)]) is { } entry) yield return entry;
        }
    }

    /// <summary>The first of the CATEGORIES (RFC 5545 3.8.1.2) that an entry of a file has, or null.</summary>
    public static string? CategoryOf(Entry entry)
    {
        if (entry.Raw?.Contains("CATEGORIES", StringComparison.OrdinalIgnoreCase) != true) return null;
        var lines = JsonSerializer.Deserialize<Dictionary<string, List<string>>>(entry.Raw)?.GetValueOrDefault("") ?? [];
        var line = lines.FirstOrDefault(l => Properties.NameOf(l).Equals("CATEGORIES", StringComparison.OrdinalIgnoreCase));
        if (line is null) return null;
        var name = FirstOfList().Match(Properties.ValueOf(line)).Value;
        return Escape().Replace(name, "$1").Trim() is { Length: > 0 } plain ? plain : null;
    }

    [GeneratedRegex(@"^(\\.|[^,\\])*")]
    private static partial Regex FirstOfList();

    [GeneratedRegex(@"\\(.)")]
    private static partial Regex Escape();

    public void Dispose() => components.Dispose();

    private void Cut(Stream file)
    {
        using var text = new StreamReader(file, new UTF8Encoding(false, throwOnInvalidBytes: true), detectEncodingFromByteOrderMarks: true, leaveOpen: true);
        try
        {
            foreach (var component in ComponentReader.Read(text))
            {
                cancel.ThrowIfCancellationRequested();
                if (component.Name == "VTIMEZONE") zones.Learn(component);
                else if (component.Name != "VEVENT") others[component.Name] = others.GetValueOrDefault(component.Name) + 1;
                else if (!component.Whole) Skip(Title(component), component.Value("UID"), "the file ends in the middle of it");
                else if (components.Add(UidOf(component), component) > MostEntries) throw new FormatException($"The file holds more than {MostEntries:N0} events. Nothing of it was taken over.");
            }
        }
        catch (DecoderFallbackException)
        {
            throw new FormatException("The file is not written in UTF-8, as calendar files are; save it so and try again.");
        }

        SkippedInAll += others.Count;
    }

    private void Skip(string what, string? uid, string why)
    {
        SkippedInAll++;
        if (skipped.Count < MostTold) skipped.Add(new Skipped(what, uid, why));
    }

    /// <summary>What has no name of its own cannot be known again; its content names it.</summary>
    private static string UidOf(Component component) =>
        component.Value("UID")?.Trim() is { Length: > 0 } uid
            ? uid
            : "content-" + Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\n', component.Lines))))[..32];

    private Entry? One(string uid, List<Component> components)
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
            Skip(title, uid, e.Message);
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

    private static IEnumerable<string> NotesOf(ZoneNames zones, DateTimeZone owner)
    {
        foreach (var (name, zone) in zones.Renamed) yield return $"The zone “{name}” is read as {zone}.";
        foreach (var name in zones.Unknown) yield return $"No zone is called “{name}”; its times are read in {owner.Id}.";
    }
}
