using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Interchange.ICalendar;

/// <summary>Something of a file that was not taken over.</summary>
/// <param name="What">Its title, or what it is.</param>
public sealed record Skipped(string What, string? Uid, string Why);

/// <summary>What a calendar file holds, read to its end.</summary>
/// <param name="Entries">Appointments without owner or calendar, one a UID, in the order of the file.</param>
/// <param name="Notes">What was understood otherwise than it is written: zones by another name, zones unknown.</param>
public sealed record ReadFile(IReadOnlyList<Entry> Entries, IReadOnlyList<Skipped> Skipped, IReadOnlyList<string> Notes);

/// <summary>
/// Reads a calendar file of any size in bounded memory: it is cut into components as a stream, which are laid down on the disk until all of
/// a UID are found; the components of each UID are then read together. What Corlin does not use of them is kept with the entry for the way
/// out.
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
        "UID",
        "DTSTAMP",
        "DTSTART",
        "DTEND",
        "DURATION",
        "RRULE",
        "RDATE",
        "EXDATE",
        "RECURRENCE-ID",
        "SUMMARY",
        "LOCATION",
        "DESCRIPTION",
        "STYLED-DESCRIPTION",
        "URL",
        "TRANSP",
        "STATUS",
        "CLASS",
        "SEQUENCE",
        "RELATED-TO",
    };

    private readonly DateTimeZone owner;
    private readonly CancellationToken cancel;
    private readonly ZoneNames zones;
    private readonly ComponentStore components;
    private readonly List<Skipped> skipped = [];
    private readonly List<string> notes = [];
    private readonly Dictionary<string, int> others = [];

    private CalendarFile(DateTimeZone owner, CancellationToken cancel)
    {
        this.owner = owner;
        this.cancel = cancel;
        zones = new ZoneNames(owner);
        components = new ComponentStore();
    }

    /// <summary>The first <see cref="MostTold"/> parts that were not taken over; complete once all entries were read.</summary>
    public IReadOnlyList<Skipped> Skipped =>
        [.. skipped, .. others.Select(o => new Skipped($"{o.Value} of the kind {o.Key}", null, "Corlin keeps events only"))];

    /// <summary>How many parts were not taken over.</summary>
    public int SkippedInAll { get; private set; }

    /// <summary>How many UIDs there are, each an entry or skipped.</summary>
    public int InAll => components.InAll;

    /// <summary>Complete once all entries were read.</summary>
    public IReadOnlyList<string> Notes => [.. NotesOf(zones, owner), .. notes];

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
            foreach (var entry in Of(uid, [.. components.Of(uid)]))
                yield return entry;
        }
    }

    private IEnumerable<Entry> Of(string uid, List<Component> own)
    {
        if (own.Exists(c => c.Value("RECURRENCE-ID") is null))
            return One(uid, own) is { } entry ? [entry] : [];
        // What comes without its series is an invitation to that one occurrence (RFC 5546 3.2.2).
        return own.Select(c => One($"{uid}/{c.Value("RECURRENCE-ID")!.Trim()}", [Alone(c)])).OfType<Entry>();
    }

    private static Component Alone(Component one) =>
        one with
        {
            Lines = [.. one.Lines.Where(l => !Properties.NameOf(l).Equals("RECURRENCE-ID", StringComparison.OrdinalIgnoreCase))],
        };

    /// <summary>The first of the CATEGORIES (RFC 5545 3.8.1.2) that an entry of a file has, or null.</summary>
    public static string? CategoryOf(Entry entry)
    {
        if (entry.Raw?.Contains("CATEGORIES", StringComparison.OrdinalIgnoreCase) != true)
            return null;
        var lines = JsonSerializer.Deserialize<Dictionary<string, List<string>>>(entry.Raw)?.GetValueOrDefault("") ?? [];
        var line = lines.FirstOrDefault(l => Properties.NameOf(l).Equals("CATEGORIES", StringComparison.OrdinalIgnoreCase));
        if (line is null)
            return null;
        var name = FirstOfList().Match(Properties.ValueOf(line)).Value;
        return Escape().Replace(name, "$1").Trim() is { Length: > 0 } plain ? plain : null;
    }

    /// <summary>
    /// Whether what is kept of two entries is the same but for their categories, of which the second has that one first or none.
    /// </summary>
    public static bool SameBesidesCategory(Entry stands, Entry read, string category) =>
        (CategoryOf(read) ?? category) == category && Besides(stands).SequenceEqual(Besides(read), StringComparer.Ordinal);

    private static IEnumerable<string> Besides(Entry entry) =>
        (entry.Raw is null ? [] : JsonSerializer.Deserialize<Dictionary<string, List<string>>>(entry.Raw) ?? [])
            .SelectMany(kept =>
                kept.Value.Where(l => !Properties.NameOf(l).Equals("CATEGORIES", StringComparison.OrdinalIgnoreCase))
                    .Select(l => $"{kept.Key} {l}")
            )
            .Order(StringComparer.Ordinal);

    /// <summary>
    /// What is kept of an entry that is a meeting here: nothing of people and alarms, who is asked stands with it and everybody has
    /// alarms of their own. Null where that is nothing.
    /// </summary>
    public static string? KeptOfMeeting(Entry read)
    {
        if (read.Raw is null)
            return null;
        var kept = (JsonSerializer.Deserialize<Dictionary<string, List<string>>>(read.Raw) ?? [])
            .Select(c => (c.Key, Lines: WithoutPeople(c.Value)))
            .Where(c => c.Lines.Count > 0)
            .ToDictionary(c => c.Key, c => c.Lines);
        return kept.Count == 0 ? null : JsonSerializer.Serialize(kept);
    }

    private static List<string> WithoutPeople(List<string> lines)
    {
        var (kept, depth) = (new List<string>(), 0);
        foreach (var line in lines)
        {
            var name = Properties.NameOf(line).ToUpperInvariant();
            depth += name == "BEGIN" ? 1 : 0;
            if (depth == 0 && name is not ("ATTENDEE" or "ORGANIZER"))
                kept.Add(line);
            depth -= name == "END" ? 1 : 0;
        }

        return kept;
    }

    [GeneratedRegex(@"^(\\.|[^,\\])*")]
    private static partial Regex FirstOfList();

    [GeneratedRegex(@"\\(.)")]
    private static partial Regex Escape();

    public void Dispose() => components.Dispose();

    private void Cut(Stream file)
    {
        var reader = new ComponentReader(file);
        var (inAll, unreadable, cut) = (0, 0, false);
        foreach (var component in reader.Read())
        {
            cancel.ThrowIfCancellationRequested();
            if (component.Name == "VTIMEZONE")
            {
                zones.Learn(component.Calendar, component);
                continue;
            }

            if (component.Name != "VEVENT")
            {
                others[component.Name] = others.GetValueOrDefault(component.Name) + 1;
                continue;
            }

            inAll++;
            cut = !component.Whole;
            if (!component.Readable)
                unreadable++;
            if (WhyNot(component) is { } why)
            {
                Skip(component.Readable ? Title(component) : "(a title that cannot be read)", component.Value("UID"), why);
                continue;
            }

            zones.Need(component.Calendar, component);
            if (components.Add(UidOf(component), component) > MostEntries)
                throw new FormatException($"The file holds more than {MostEntries:N0} events. Nothing of it was taken over.");
        }

        if (unreadable > 0 && unreadable == inAll)
            throw new FormatException("The file is not written in UTF-8, as calendar files are; save it so and try again.");
        if (!reader.Ended && !cut)
            Skip("The end of the file", null, "the file ends before END:VCALENDAR; what came after is missing");
        SkippedInAll += others.Count;
    }

    /// <summary>Why an event is not even looked at; null where it is.</summary>
    private static string? WhyNot(Component component)
    {
        if (!component.Whole)
            return "the file ends in the middle of it";
        if (!component.Readable)
            return "it is not written in UTF-8";
        if (component.Value(CalendarWriter.AbsenceMark) is not null)
            return "it is an absence, which is posted under Whereabouts and is no entry";
        return component.Method switch
        {
            "CANCEL" => "it says that an event is cancelled (METHOD:CANCEL); there is nothing in it to add",
            "REPLY" or "COUNTER" or "REFRESH" or "DECLINECOUNTER" =>
                $"it is a message about an event (METHOD:{component.Method}), not an event",
            _ => null,
        };
    }

    private void Skip(string what, string? uid, string why)
    {
        SkippedInAll++;
        if (skipped.Count < MostTold)
            skipped.Add(new Skipped(what, uid, why));
    }

    /// <summary>What has no name of its own cannot be known again; its content names it.</summary>
    private static string UidOf(Component component) =>
        component.Value("UID")?.Trim() is { Length: > 0 } uid
            ? uid
            : "content-"
                + Convert.ToHexStringLower(
                    System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\n', component.Lines)))
                )[..32];

    private Entry? One(string uid, List<Component> own)
    {
        var title = Title(own[0]);
        try
        {
            if (own.Sum(Dates) > MostDates)
                throw new FormatException($"it has more than {MostDates:N0} dates of its own");
            if (
                own.Exists(c =>
                    c.Value("DTSTART") is { Length: > 4 } start && int.TryParse(start[..4], out var year) && year is < 1900 or > 2200
                )
            )
                throw new FormatException("it lies before 1900 or after 2200");
            var lines = own.Select(c => c.Lines.Select(l => Known(c, l)).ToList()).ToList();
            var read = CalendarReader.Read(Calendar(lines.SelectMany(l => l)), owner);
            if (read.Count == 0)
                throw new FormatException(WhyNone(own[0]));
            if (read[0].Title.Length > MostTitle || read[0].Agenda?.Length > MostText)
                throw new FormatException("its title or text is longer than any that is read");
            var entry = FromItsStart(read[0]) with { Uid = uid, Raw = Raw(own, read[0]) };
            if (Times(entry).Any(t => !Bounds.Holds(t.LocalStart.Date)))
                throw new FormatException("it lies before 1900 or after 2200");
            if (Times(entry).Any(t => !Bounds.Holds(t)))
                throw new FormatException("it takes longer than 366 days");
            if (entry.Rule is { } rule && RuleChecks.TakesMoreThanThereIs(rule, entry.Time))
                throw new FormatException("it lasts longer than from one time to the next");
            if (entry.IsSeries && Occurrences.FirstFrom(entry, LocalDateTime.MinIsoValue, owner) is null)
                throw new FormatException("it never takes place: its rule yields no day, or every one is left out");
            if (
                own.Exists(c =>
                    c.Lines.Count(l => Properties.NameOf(l).Equals("RRULE", StringComparison.OrdinalIgnoreCase)) > 1
                    || c.Value("EXRULE") is not null
                )
            )
                Beside(title, uid);
            return entry;
        }
        catch (FormatException e)
        {
            Skip(title, uid, e.Message);
            return null;
        }
        // Whatever a library throws at one event must not keep the others; its own words would help nobody.
        catch (Exception e) when (e is not (OperationCanceledException or OutOfMemoryException))
        {
            Skip(title, uid, WhyUnread(own));
            return null;
        }
    }

    private static string Calendar(IEnumerable<string> lines) =>
        string.Concat(
            lines.Prepend("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Corlin//Corlin//EN").Append("END:VCALENDAR").Select(l => l + "\r\n")
        );

    private void Beside(string title, string uid)
    {
        if (notes.Count < MostTold)
            notes.Add(
                $"“{title}” ({uid}) has a second rule, or one of days left out (EXRULE), which is not used: it is read by its first."
            );
    }

    private static string WhyNone(Component one) => one.Value("DTSTART") is null ? "it has no start" : "it ends before it begins";

    /// <summary>The line that cannot be read, where it is one.</summary>
    private string WhyUnread(List<Component> own)
    {
        foreach (var component in own)
        {
            if (component.Lines.Skip(1).FirstOrDefault(l => !l.Contains(':', StringComparison.Ordinal)) is { } bare)
                return $"a line of it has no colon: “{(bare.Length > 40 ? bare[..40] + "…" : bare)}”";
            foreach (var line in component.Lines.Skip(1).Take(60))
            {
                var name = Properties.NameOf(line).ToUpperInvariant();
                if (name is "BEGIN" or "END" or "UID")
                    continue;
                try
                {
                    CalendarReader.Read(
                        Calendar([
                            "BEGIN:VEVENT",
                            "UID:x",
                            .. name == "DTSTART" ? Array.Empty<string>() : ["DTSTART:20270101T000000Z"],
                            Known(component, line),
                            "END:VEVENT",
                        ]),
                        owner
                    );
                }
                catch (Exception e) when (e is not (OperationCanceledException or OutOfMemoryException))
                {
                    return $"its {name} cannot be read";
                }
            }
        }

        return "it is not built as RFC 5545 has it: a BEGIN without its END, or a line that is none";
    }

    /// <summary>
    /// The start counts also where its rule does not yield it, and as the first where occurrences are counted (RFC 5545 3.8.5.3).
    /// </summary>
    private static Entry FromItsStart(Entry entry)
    {
        if (entry.Rule is not { } rule || Expansion.Yields(entry.Time.LocalStart, rule, entry.Time.WallZone, entry.Time.LocalStart))
            return entry;
        var start = new Addition(entry.Time.LocalStart);
        // Said among the dates too it is counted there.
        if (entry.Additions.Contains(start))
            return entry;
        if (rule.Count == 1)
            return entry with { Rule = null };
        return entry with
        {
            Additions = entry.Additions.Insert(0, start),
            Rule = rule.Count is { } count ? rule with { Count = count - 1 } : rule,
        };
    }

    private static IEnumerable<EntryTime> Times(Entry entry) => entry.Overrides.Select(o => o.Time).OfType<EntryTime>().Append(entry.Time);

    private static int Dates(Component component) =>
        component.Lines.Where(l => Properties.NameOf(l).ToUpperInvariant() is "RDATE" or "EXDATE").Sum(l => 1 + l.Count(c => c == ','));

    /// <summary>
    /// A line with its zone by a name that everybody knows; where only the file's own definition counts, at the same moment on the owner's
    /// clock.
    /// </summary>
    private string Known(Component component, string line)
    {
        if (Properties.ParameterOf(line, "TZID") is not { } name)
            return line;
        var zone = zones.Find(component.Calendar, name);
        if (zone.Definition is { } definition)
        {
            if (component.Value("RRULE") is not null)
                throw new FormatException($"it repeats in a zone that only the file knows (“{name}”), whose clocks no known zone follows");
            return OnTheOwnersClock(line, name, definition);
        }

        return zone.Id == name ? line : Properties.WithParameter(line, "TZID", zone.Id);
    }

    private string OnTheOwnersClock(string line, string name, ZoneDefinition definition)
    {
        var values = Properties
            .ValueOf(line)
            .Split(',')
            .Select(v =>
                LongLocal.Parse(v.Trim()) is { Success: true } local
                    ? LongLocal.Format(owner.ToLocal(local.Value.WithOffset(definition.OffsetAt(local.Value)).ToInstant()))
                    : v
            );
        var head = Properties.WithParameter(line, "TZID", owner.Id);
        return head[..(head.Length - Properties.ValueOf(head).Length)] + string.Join(',', values);
    }

    private static readonly LocalDateTimePattern LongLocal = LocalDateTimePattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss");

    private static string Title(Component component) =>
        component.Value("SUMMARY") switch
        {
            null or "" => "(no title)",
            { Length: > ToldOfTitle } title => title[..ToldOfTitle] + "…",
            var title => title,
        };

    /// <summary>
    /// The lines that are not used, of each component by its recurrence id on the clock of the series; null where there are none.
    /// </summary>
    private string? Raw(List<Component> own, Entry entry)
    {
        var kept = new Dictionary<string, IReadOnlyList<string>>();
        foreach (var component in own)
        {
            var lines = Unused(component).ToList();
            if (lines.Count > 0)
                kept[RecurrenceOf(component, entry)] = lines;
        }

        return kept.Count == 0 ? null : JsonSerializer.Serialize(kept);
    }

    private string RecurrenceOf(Component component, Entry entry)
    {
        if (component.Value("RECURRENCE-ID")?.Trim() is not { } id)
            return "";
        if (entry.Time.WallZone is not { } zone || LongLocal.Parse(id.TrimEnd('Z')) is not { Success: true } read)
            return id.TrimEnd('Z');
        var line = component.Lines.First(l => Properties.NameOf(l).Equals("RECURRENCE-ID", StringComparison.OrdinalIgnoreCase));
        var from =
            id.EndsWith('Z') ? DateTimeZone.Utc
            : Properties.ParameterOf(line, "TZID") is { } name ? Zones.Get(zones.Find(component.Calendar, name).Id)
            : owner;
        return from.Id == zone.Id ? id : LongLocal.Format(zone.ToLocal(from.ToInstant(read.Value)));
    }

    private static IEnumerable<string> Unused(Component component)
    {
        var (depth, related) = (0, false);
        foreach (var line in component.Lines)
        {
            var begins = line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase);
            if (begins)
                depth++;
            var inner = depth > 1;
            if (line.StartsWith("END:", StringComparison.OrdinalIgnoreCase))
                depth--;
            if (inner)
            {
                yield return line;
                continue;
            }

            if (depth != 1 || begins)
                continue;
            var name = Properties.NameOf(line);
            // One relation is used; of what kind it is and all others are kept.
            if (
                name.Equals("RELATED-TO", StringComparison.OrdinalIgnoreCase)
                && (related || Properties.ParameterOf(line, "RELTYPE") is not null)
            )
                yield return line;
            else if (!Used.Contains(name))
                yield return line;
            related |= name.Equals("RELATED-TO", StringComparison.OrdinalIgnoreCase);
        }
    }

    private static IEnumerable<string> NotesOf(ZoneNames zones, DateTimeZone owner)
    {
        foreach (var (name, zone) in zones.Renamed)
            yield return $"The zone “{name}” is read as {zone}.";
        foreach (var name in zones.ByDefinition)
            yield return $"The zone “{name}” is none that is known; its times are read by what the file says of it, and told in {owner.Id}.";
        foreach (var name in zones.Unknown)
            yield return $"No zone is called “{name}”; its times are read in {owner.Id}.";
    }
}
