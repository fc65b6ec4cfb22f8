using Corlin.Core.Recurrence;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Interchange.ICalendar;

/// <summary>What a VTIMEZONE says by itself (RFC 5545 3.6.5): from when on which offset holds.</summary>
internal sealed class ZoneDefinition
{
    /// <summary>One with more parts than these is not worked out.</summary>
    private const int MostParts = 400;

    private const int MostOnsets = 5_000;

    private static readonly LocalDateTimePattern Local = LocalDateTimePattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss");

    private readonly List<Observance> parts;

    private ZoneDefinition(List<Observance> parts) => this.parts = parts;

    private sealed record Observance(LocalDateTime Start, Rule? Rule, IReadOnlyList<LocalDateTime> Dates, Offset From, Offset To)
    {
        /// <summary>Where its rule ends the last onset, which holds on.</summary>
        public LocalDateTime? Last { get; } = Rule is { Ends: true } ? Expansion.Last(Start, Rule, null) : null;
    }

    /// <summary>The least and the greatest offset.</summary>
    public (Offset Least, Offset Greatest) Bounds => (parts.Min(p => Offset.Min(p.From, p.To)), parts.Max(p => Offset.Max(p.From, p.To)));

    /// <summary>The offset before the first onset.</summary>
    public Offset First => parts.MinBy(p => p.Start)!.From;

    /// <summary>A moment from which another offset holds.</summary>
    public readonly record struct Onset(Instant At, Offset Before, Offset After);

    /// <summary>Null where it says nothing that can be used.</summary>
    public static ZoneDefinition? Read(Component zone)
    {
        var parts = Parts(zone).Take(MostParts + 1).ToList();
        return parts.Count is 0 or > MostParts ? null : new ZoneDefinition(parts);
    }

    /// <summary>The onsets that matter from one moment to another, in order, the one that holds at the first among them.</summary>
    public IReadOnlyList<Onset> Onsets(Instant from, Instant to)
    {
        var (first, last) = (from.InUtc().LocalDateTime.PlusDays(-800), to.InUtc().LocalDateTime.PlusDays(2));
        var all = new List<Onset>();
        foreach (var part in parts)
        {
            IEnumerable<LocalDateTime> starts = part.Dates.Prepend(part.Start);
            if (part.Last is { } ended)
                starts = starts.Append(ended);
            if (part.Rule is not null)
                starts = starts.Concat(
                    Expansion.Starts(part.Start, part.Rule, null, LocalDateTime.Max(first, part.Start), last).Take(MostOnsets)
                );
            all.AddRange(
                starts.Distinct().Where(s => s < last).Select(s => new Onset(s.WithOffset(part.From).ToInstant(), part.From, part.To))
            );
        }

        var ordered = all.OrderBy(o => o.At).DistinctBy(o => o.At).ToList();
        var holds = ordered.FindLastIndex(o => o.At <= from);
        return holds <= 0 ? ordered : ordered[holds..];
    }

    /// <summary>
    /// The offset that holds at a wall-clock time: one that is skipped has the offset before, of one that comes twice the first is meant
    /// (RFC 5545 3.3.5).
    /// </summary>
    public Offset OffsetAt(LocalDateTime local)
    {
        var from = local.PlusDays(-2).InUtc().ToInstant();
        var onsets = Onsets(from, local.PlusDays(2).InUtc().ToInstant());
        if (onsets.Count == 0)
            return parts[0].From;
        var offset = onsets[0].Before;
        foreach (var onset in onsets)
        {
            // Skipped and repeated times still belong to the clock before.
            var begins = LocalDateTime.Max(onset.At.WithOffset(onset.Before).LocalDateTime, onset.At.WithOffset(onset.After).LocalDateTime);
            if (local < begins)
                break;
            offset = onset.After;
        }

        return offset;
    }

    /// <summary>
    /// Whether a zone has the same offsets all the time from one moment to another, as far as the definition names its onsets.
    /// </summary>
    public bool Agrees(DateTimeZone zone, Instant from, Instant to)
    {
        var onsets = Onsets(from, to);
        if (onsets.Count == 0)
            return false;
        // One that names single dates says nothing of what comes after them.
        if (parts.TrueForAll(p => p.Rule is null) && onsets[^1].At < to)
            to = Instant.Max(from, onsets[^1].At + Duration.FromHours(1));
        var holds = onsets[0].At <= from ? onsets[0].After : onsets[0].Before;
        if (zone.GetUtcOffset(from) != holds)
            return false;
        var own = new List<(Instant At, Offset Offset)>();
        foreach (var onset in onsets.Where(o => o.At > from && o.At < to))
        {
            if (onset.After != holds)
                own.Add((onset.At, onset.After));
            holds = onset.After;
        }

        var offset = zone.GetUtcOffset(from);
        var theirs = new List<(Instant At, Offset Offset)>();
        foreach (var interval in zone.GetZoneIntervals(from, to).Where(i => i.HasStart && i.Start > from))
        {
            if (interval.WallOffset != offset)
                theirs.Add((interval.Start, interval.WallOffset));
            offset = interval.WallOffset;
        }

        return own.SequenceEqual(theirs);
    }

    private static IEnumerable<Observance> Parts(Component zone)
    {
        List<string>? own = null;
        foreach (var line in zone.Lines.Skip(1))
        {
            if (line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase))
                own = [];
            own?.Add(line);
            if (own is null || !line.StartsWith("END:", StringComparison.OrdinalIgnoreCase))
                continue;
            if (Part(new Component(own[0][6..], own, true)) is { } part)
                yield return part;
            own = null;
        }
    }

    private static Observance? Part(Component part)
    {
        if (
            Time(part.Value("DTSTART")) is not { } start
            || ReadOffset(part.Value("TZOFFSETFROM")) is not { } from
            || ReadOffset(part.Value("TZOFFSETTO")) is not { } to
        )
            return null;
        Rule? rule = null;
        try
        {
            if (part.Value("RRULE") is { } text)
                rule = Rule.Parse(text);
        }
        catch (FormatException)
        {
            return null;
        }

        var dates = part
            .Lines.Where(l => Properties.NameOf(l).Equals("RDATE", StringComparison.OrdinalIgnoreCase))
            .SelectMany(l => Properties.ValueOf(l).Split(','))
            .Take(MostOnsets)
            .Select(v => Time(v.Split('/')[0]))
            .OfType<LocalDateTime>()
            .ToList();
        return new Observance(start, rule, dates, from, to);
    }

    private static LocalDateTime? Time(string? text) =>
        text is not null && Local.Parse(text.Trim().TrimEnd('Z')) is { Success: true } parsed ? parsed.Value : null;

    private static Offset? ReadOffset(string? text)
    {
        text = text?.Trim();
        if (
            text is null
            || text.Length < 5
            || text[0] is not ('+' or '-')
            || !int.TryParse(text[1..3], out var hours)
            || !int.TryParse(text[3..5], out var minutes)
        )
            return null;
        var seconds = text.Length >= 7 && int.TryParse(text[5..7], out var more) ? more : 0;
        var all = (hours * 3_600) + (minutes * 60) + seconds;
        return all > 18 * 3_600 ? null : Offset.FromSeconds(text[0] == '-' ? -all : all);
    }
}
