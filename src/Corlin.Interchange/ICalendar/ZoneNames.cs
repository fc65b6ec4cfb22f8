using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;
using NodaTime.TimeZones;

namespace Corlin.Interchange.ICalendar;

/// <summary>Turns what a file calls a zone into a tzdb id: by its name, by the name other systems give it, or by what its VTIMEZONE says.</summary>
internal sealed class ZoneNames
{
    private const int ComparedFrom = 2025;
    private const int ComparedTo = 2028;
    private static readonly LocalDateTimePattern Time = LocalDateTimePattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss");
    private readonly Dictionary<string, string?> known = new(StringComparer.Ordinal);

    /// <summary>The names that are no zone anybody knows; times in them are read in the zone of the calendar's owner.</summary>
    public IEnumerable<string> Unknown => known.Where(k => k.Value is null).Select(k => k.Key);

    /// <summary>The names that were understood as another, with that.</summary>
    public IEnumerable<(string Name, string Zone)> Renamed => known.Where(k => k.Value is not null && k.Value != k.Key).Select(k => (k.Key, k.Value!));

    /// <summary>Takes what a VTIMEZONE says for the case that its name says nothing.</summary>
    public void Learn(Component zone)
    {
        if (zone.Value("TZID") is not { } name || known.ContainsKey(name)) return;
        known[name] = ByName(name) ?? (zone.Value("X-LIC-LOCATION") is { } location && Zones.Exists(location) ? location : ByRules(zone));
    }

    /// <summary>The tzdb id of a name, or null.</summary>
    public string? Find(string name)
    {
        if (known.TryGetValue(name, out var found)) return found;
        return known[name] = ByName(name);
    }

    private static string? ByName(string name)
    {
        var plain = name.Trim().Trim('"');
        if (Zones.Exists(plain)) return plain;
        if (TzdbDateTimeZoneSource.Default.WindowsMapping.PrimaryMapping.TryGetValue(plain, out var mapped)) return mapped;
        // A path before the id: /example.org/20240101/Europe/Lisbon.
        for (var slash = plain.IndexOf('/', StringComparison.Ordinal); slash >= 0; slash = plain.IndexOf('/', slash + 1))
        {
            if (plain[(slash + 1)..].Contains('/', StringComparison.Ordinal) && Zones.Exists(plain[(slash + 1)..])) return plain[(slash + 1)..];
        }

        return null;
    }

    /// <summary>The zone whose clocks change at the same moments to the same offsets over some years.</summary>
    private static string? ByRules(Component zone)
    {
        var wanted = Changes(zone).ToList();
        if (wanted.Count == 0) return null;
        var from = Instant.FromUtc(ComparedFrom, 1, 1, 0, 0);
        var to = Instant.FromUtc(ComparedTo, 1, 1, 0, 0);
        var within = wanted.Where(w => w.At >= from && w.At < to).OrderBy(w => w.At).ToList();
        var before = wanted.Where(w => w.At < from).OrderBy(w => w.At).Select(w => (Offset?)w.Offset).LastOrDefault() ?? within[0].Offset;
        return TzdbDateTimeZoneSource.Default.ZoneLocations?.Select(l => l.ZoneId).FirstOrDefault(id =>
        {
            var candidate = Zones.Get(id);
            if (within.Count == 0 || wanted.Any(w => w.At < from))
            {
                if (candidate.GetUtcOffset(from) != before) return false;
            }

            return candidate.GetZoneIntervals(from, to).Where(i => i.HasStart && i.Start > from).Select(i => (i.Start, i.WallOffset)).SequenceEqual(within);
        });
    }

    private static IEnumerable<(Instant At, Offset Offset)> Changes(Component zone)
    {
        foreach (var part in Observances(zone))
        {
            if (part.Value("DTSTART") is not { } start || Time.Parse(start) is not { Success: true } first) continue;
            if (ReadOffset(part.Value("TZOFFSETFROM")) is not { } before || ReadOffset(part.Value("TZOFFSETTO")) is not { } after) continue;
            IEnumerable<LocalDateTime> starts = [first.Value];
            if (part.Value("RRULE") is { } rule)
            {
                try
                {
                    starts = starts.Concat(Expansion.Starts(first.Value, Rule.Parse(rule), null, new LocalDateTime(ComparedFrom - 1, 1, 1, 0, 0), new LocalDateTime(ComparedTo, 1, 1, 0, 0)));
                }
                catch (FormatException)
                {
                    continue;
                }
            }

            foreach (var at in starts.Distinct()) yield return (at.WithOffset(before).ToInstant(), after);
        }
    }

    private static IEnumerable<Component> Observances(Component zone)
    {
        List<string>? own = null;
        foreach (var line in zone.Lines.Skip(1))
        {
            if (line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase)) own = [];
            own?.Add(line);
            if (own is not null && line.StartsWith("END:", StringComparison.OrdinalIgnoreCase))
            {
                yield return new Component(own[0][6..], own, true);
                own = null;
            }
        }
    }

    private static Offset? ReadOffset(string? text)
    {
        if (text is null || text.Length < 5 || !int.TryParse(text[1..3], out var hours) || !int.TryParse(text[3..5], out var minutes) || hours > 18) return null;
        return Offset.FromSeconds((text[0] == '-' ? -1 : 1) * ((hours * 3_600) + (minutes * 60)));
    }
}
