using Corlin.Core.Conversations;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Interchange.ICalendar;

/// <summary>The clocks by which a text tells its times: a TZID means the VTIMEZONE of that name in the same text.</summary>
/// <param name="mine">By which floating times and dates are read, and names that nobody knows.</param>
/// <param name="known">
/// Whether the tzdb zone that agrees with a definition is taken for it, so that it can be kept by its name; else the definition counts,
/// to its last year.
/// </param>
internal sealed class MessageClocks(IReadOnlyCollection<Component> components, DateTimeZone mine, bool known)
{
    private static readonly LocalDateTimePattern Seconds = LocalDateTimePattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss");
    private static readonly LocalDatePattern Day = LocalDatePattern.CreateWithInvariantCulture("uuuuMMdd");

    private readonly Dictionary<string, DateTimeZone> defined = components
        .Where(c => c.Name == "VTIMEZONE")
        .Select(c => (Name: c.Value("TZID"), Definition: ZoneDefinition.Read(c)))
        .Where(c => c.Name is not null && c.Definition is not null)
        .DistinctBy(c => c.Name)
        .ToDictionary(c => c.Name!, c => (known ? Agreeing(components, c.Name!, mine) : null) ?? new DefinedZone(c.Name!, c.Definition!));

    private static DateTimeZone? Agreeing(IReadOnlyCollection<Component> components, string name, DateTimeZone mine)
    {
        var names = new ZoneNames(mine);
        foreach (var component in components)
        {
            if (component.Name == "VTIMEZONE")
                names.Learn(0, component);
            else
                names.Need(0, component);
        }

        return names.Find(0, name) is { Definition: null } found ? Zones.Get(found.Id) : null;
    }

    /// <summary>The moment of a property.</summary>
    /// <exception cref="FormatException">It is no date or time.</exception>
    public Instant Moment(string line)
    {
        var (local, zone, _) = Wall(line);
        return zone.ToInstant(local);
    }

    /// <summary>The wall clock of a property, in its zone.</summary>
    /// <exception cref="FormatException">It is no date or time.</exception>
    public (LocalDateTime Local, DateTimeZone Zone, bool IsDate) Wall(string line) => Wall(line, Properties.ValueOf(line));

    /// <summary>The dates and times of a property on the clock of an event; a date means its hour on that day.</summary>
    /// <exception cref="FormatException">One is no date or time.</exception>
    public IEnumerable<LocalDateTime> Walls(string line, PlannedTime time) =>
        Properties
            .ValueOf(line)
            .Split(',')
            .Select(value =>
            {
                // Of a period its start.
                var (local, zone, isDate) = Wall(line, value.Split('/')[0]);
                return isDate ? local.Date + time.Start.TimeOfDay
                    : ReferenceEquals(zone, time.Zone) ? local
                    : time.Zone.ToLocal(zone.ToInstant(local));
            });

    private (LocalDateTime Local, DateTimeZone Zone, bool IsDate) Wall(string line, string value)
    {
        var plain = value.Trim();
        if (plain.Length == 8 && Day.Parse(plain) is { Success: true } day)
            return (day.Value.AtMidnight(), mine, true);
        var utc = plain.EndsWith('Z') || plain.EndsWith('z');
        if (Seconds.Parse(plain.ToUpperInvariant().TrimEnd('Z')) is not { Success: true } read)
            throw new FormatException($"{plain} is no date or time.");
        return (read.Value, utc ? DateTimeZone.Utc : Zone(Properties.ParameterOf(line, "TZID")), false);
    }

    private DateTimeZone Zone(string? name) =>
        name is null ? mine
        : defined.TryGetValue(name, out var own) ? own
        : ZoneNames.ByName(name) is { } id ? Zones.Get(id)
        : mine;
}
