using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;
using NodaTime.TimeZones;

namespace Corlin.Interchange.ICalendar;

/// <summary>
/// Turns what a file calls a zone into a tzdb id: the zone that has the same offsets as the file's own definition over all the time for
/// which the file needs it, before others the one of that name or the owner's; without a definition the one of the name. Where no zone
/// agrees, the definition counts.
/// </summary>
/// <param name="owner">The zone for names that nobody knows.</param>
internal sealed class ZoneNames(DateTimeZone owner)
{
    private static readonly LocalDateTimePattern Time = LocalDateTimePattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss");

    /// <summary>A series without end is looked at for so long.</summary>
    private static readonly Duration Looked = Duration.FromDays(5 * 366);

    // Each calendar of a file has definitions of its own.
    private readonly Dictionary<(int Calendar, string Name), ZoneDefinition?> definitions = [];
    private readonly Dictionary<(int Calendar, string Name), (Instant From, Instant To)> needed = [];
    private readonly Dictionary<(int Calendar, string Name), string?> located = [];
    private readonly Dictionary<(int Calendar, string Name), FoundZone> known = [];

    /// <summary>What a name stands for.</summary>
    /// <param name="Id">A tzdb id; that of the owner's zone where only the definition counts, or nobody knows it.</param>
    /// <param name="Definition">What the times are read by, where no zone agrees with it.</param>
    /// <param name="Known">Whether anything is known of it.</param>
    internal readonly record struct FoundZone(string Id, ZoneDefinition? Definition, bool Known);

    /// <summary>The names that are no zone anybody knows; times in them are read in the zone of the calendar's owner.</summary>
    public IEnumerable<string> Unknown => known.Where(k => !k.Value.Known).Select(k => k.Key.Name).Distinct();

    /// <summary>The names that were understood as another, with that.</summary>
    public IEnumerable<(string Name, string Zone)> Renamed =>
        known
            .Where(k => k.Value is { Known: true, Definition: null } && k.Value.Id != k.Key.Name)
            .Select(k => (k.Key.Name, k.Value.Id))
            .Distinct();

    /// <summary>The names whose times were read by what the file itself says of them.</summary>
    public IEnumerable<string> ByDefinition => known.Where(k => k.Value.Definition is not null).Select(k => k.Key.Name).Distinct();

    /// <summary>Keeps what a VTIMEZONE says.</summary>
    public void Learn(int calendar, Component zone)
    {
        if (zone.Value("TZID") is not { } name || definitions.ContainsKey((calendar, name)))
            return;
        definitions[(calendar, name)] = ZoneDefinition.Read(zone);
        located[(calendar, name)] = zone.Value("X-LIC-LOCATION");
    }

    /// <summary>Notes for which time an event needs its zones.</summary>
    public void Need(int calendar, Component happens)
    {
        var rule = happens.Value("RRULE");
        foreach (var line in happens.Lines)
        {
            if (Properties.ParameterOf(line, "TZID") is not { } name)
                continue;
            foreach (var value in Properties.ValueOf(line).Split(','))
            {
                if (value.Length < 15 || Time.Parse(value[..15]) is not { Success: true } read || read.Value.Year is < 1 or > 9000)
                    continue;
                var at = read.Value.InUtc().ToInstant();
                var from = at - Duration.FromDays(1);
                var to = at + Duration.FromDays(1) + (rule is null ? Duration.Zero : Ahead(rule, at));
                var key = (calendar, name);
                needed[key] = needed.TryGetValue(key, out var old) ? (Instant.Min(old.From, from), Instant.Max(old.To, to)) : (from, to);
            }
        }
    }

    private static Duration Ahead(string rule, Instant start)
    {
        var until = rule.IndexOf("UNTIL=", StringComparison.OrdinalIgnoreCase);
        if (
            until < 0
            || rule.Length < until + 14
            || LocalDatePattern.CreateWithInvariantCulture("uuuuMMdd").Parse(rule[(until + 6)..(until + 14)]) is not { Success: true } day
        )
            return Looked;
        var ahead = day.Value.AtMidnight().InUtc().ToInstant() - start + Duration.FromDays(1);
        return Duration.Max(Duration.Zero, Duration.Min(ahead, Duration.FromDays(40 * 366)));
    }

    public FoundZone Find(int calendar, string name)
    {
        var key = (calendar, name);
        if (!known.TryGetValue(key, out var found))
            known[key] = found = Sought(key);
        return found;
    }

    private FoundZone Sought((int Calendar, string Name) key)
    {
        var named = ByName(key.Name) ?? (located.GetValueOrDefault(key) is { } location && Zones.Exists(location) ? location : null);
        if (definitions.GetValueOrDefault(key) is not { } definition)
            return named is null ? new FoundZone(owner.Id, null, false) : new FoundZone(named, null, true);
        var (from, to) = needed.GetValueOrDefault(key, (Instant.FromUtc(2025, 1, 1, 0, 0), Instant.FromUtc(2028, 1, 1, 0, 0)));
        // One that agrees for years before and after is meant rather than one that only happens to in between.
        foreach (var around in new[] { Duration.FromDays(2 * 366), Duration.Zero })
        foreach (var id in Candidates(named))
            if (definition.Agrees(Zones.Get(id), from - around, to + around))
                return new FoundZone(id, null, true);
        return new FoundZone(owner.Id, definition, true);
    }

    /// <summary>The zone of the name, the owner's, the best known, all others.</summary>
    private IEnumerable<string> Candidates(string? named) =>
        new[] { named, owner.Id }
            .OfType<string>()
            .Concat(TzdbDateTimeZoneSource.Default.WindowsMapping.PrimaryMapping.Values.Order(StringComparer.Ordinal))
            .Concat((TzdbDateTimeZoneSource.Default.ZoneLocations ?? []).Select(l => l.ZoneId))
            .Where(id => Zones.Exists(id))
            .Distinct();

    /// <summary>The tzdb id of a name, or null.</summary>
    internal static string? ByName(string name)
    {
        var plain = name.Trim().Trim('"');
        if (Zones.Exists(plain))
            return plain;
        if (TzdbDateTimeZoneSource.Default.WindowsMapping.PrimaryMapping.TryGetValue(plain, out var mapped))
            return mapped;
        // A path before the id: /example.org/20240101/Europe/Lisbon.
        for (var slash = plain.IndexOf('/', StringComparison.Ordinal); slash >= 0; slash = plain.IndexOf('/', slash + 1))
        {
            if (plain[(slash + 1)..].Contains('/', StringComparison.Ordinal) && Zones.Exists(plain[(slash + 1)..]))
                return plain[(slash + 1)..];
        }

        return null;
    }
}
