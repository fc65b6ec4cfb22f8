using System.Xml.Linq;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>Whether an object is what a filter asks for (RFC 4791 9.7).</summary>
internal sealed class CalendarQuery
{
    private static readonly InstantPattern Utc = InstantPattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss'Z'");

    private static readonly Instant Earliest = Instant.FromUtc(1900, 1, 1, 0, 0);

    private static readonly Instant Latest = Instant.FromUtc(2300, 1, 1, 0, 0);

    private static readonly Duration Near = Duration.FromDays(400);

    private readonly XElement? events;
    private readonly bool nothing;
    private readonly bool without;
    private readonly DateTimeZone zone;

    /// <param name="zone">By which whole days are read.</param>
    /// <exception cref="DavException">It is none, or asks for what no object is sought by here.</exception>
    public CalendarQuery(XElement report, DateTimeZone zone)
    {
        this.zone = zone;
        var whole = report.Element(Dav.C + "filter")?.Element(Dav.C + "comp-filter");
        if (whole?.Attribute("name")?.Value != "VCALENDAR")
            throw new DavException(StatusCodes.Status403Forbidden, Dav.C + "valid-filter", "A filter begins with VCALENDAR.");
        var within = whole.Elements(Dav.C + "comp-filter").ToList();
        // Nothing but events lies in a calendar here.
        nothing = within.Exists(c => Name(c) != "VEVENT" && !IsNotDefined(c)) || IsNotDefined(whole);
        events = within.Find(c => Name(c) == "VEVENT");
        without = events is not null && IsNotDefined(events);
        foreach (var asked in events?.Elements() ?? [])
            Check(asked);
    }

    public bool Finds(ObjectText one)
    {
        if (nothing || without)
            return false;
        if (events is null)
            return true;
        return events.Element(Dav.C + "time-range") is not { } range || Touches(one, Span(range))
            ? events.Elements(Dav.C + "prop-filter").All(f => Holds(f, Lines(one)))
                && events.Elements(Dav.C + "comp-filter").All(f => HasPart(f, one))
            : false;
    }

    /// <summary>A span as a request says it, open to either side.</summary>
    /// <exception cref="DavException">It is none.</exception>
    public static Stretch Span(XElement range)
    {
        var (start, end) = (Moment(range, "start") ?? Earliest, Moment(range, "end") ?? Latest);
        return start < end
            ? new Stretch(start, end)
            : throw new DavException(StatusCodes.Status403Forbidden, Dav.C + "valid-filter", "A span ends after it begins.");
    }

    /// <summary>The occurrences of an object that touch a span.</summary>
    public IEnumerable<Occurrence> In(ObjectText one, Stretch span)
    {
        var entry = one.Object.Told;
        return entry is null ? [] : Occurrences.In(entry, span, zone);
    }

    private bool Touches(ObjectText one, Stretch span)
    {
        if (one.Object.Absence is { } absence)
            return absence.Time.ToStretch(zone).Overlaps(span);
        // Of a series without end a few of its times tell it, where the span has none either.
        var near = new Stretch(span.Start, Instant.Min(span.End, span.Start + Near));
        return In(one, near).Any() || (near != span && In(one, span).Any());
    }

    private static Instant? Moment(XElement range, string name) =>
        range.Attribute(name)?.Value is not { } said ? null
        : Utc.Parse(said) is { Success: true } read ? Instant.Max(Earliest, Instant.Min(Latest, read.Value))
        : throw new DavException(StatusCodes.Status403Forbidden, Dav.C + "valid-filter", "A moment is said in UTC (20270308T090000Z).");

    private static string Name(XElement filter) => filter.Attribute("name")?.Value.ToUpperInvariant() ?? "";

    private static bool IsNotDefined(XElement filter) => filter.Element(Dav.C + "is-not-defined") is not null;

    private static void Check(XElement asked)
    {
        var unknown =
            asked.Name == Dav.C + "prop-filter" ? asked.Element(Dav.C + "time-range") is not null
            : asked.Name == Dav.C + "comp-filter" ? asked.Elements().Any(e => e.Name != Dav.C + "is-not-defined")
            : asked.Name != Dav.C + "time-range" && asked.Name != Dav.C + "is-not-defined";
        if (unknown)
            throw new DavException(
                StatusCodes.Status403Forbidden,
                Dav.C + "supported-filter",
                "Objects are sought by their time, by what a property says and by whether a part is there."
            );
    }

    private static List<string> Lines(ObjectText one) => [.. one.Text.Replace("\r\n ", "", StringComparison.Ordinal).Split("\r\n")];

    private static bool HasPart(XElement filter, ObjectText one) =>
        one.Text.Contains($"\r\nBEGIN:{Name(filter)}\r\n", StringComparison.OrdinalIgnoreCase) != IsNotDefined(filter);

    private static bool Holds(XElement filter, List<string> lines)
    {
        var own = lines.Where(l => NameOf(l).Equals(Name(filter), StringComparison.OrdinalIgnoreCase)).ToList();
        if (IsNotDefined(filter))
            return own.Count == 0;
        return own.Exists(l => Says(filter, l[(ValueAt(l) + 1)..]) && filter.Elements(Dav.C + "param-filter").All(p => HasParameter(p, l)));
    }

    private static bool HasParameter(XElement filter, string line)
    {
        var said = line[..Math.Max(0, ValueAt(line))]
            .Split(';')
            .Skip(1)
            .Select(p => p.Split('=', 2))
            .FirstOrDefault(p => p[0].Equals(Name(filter), StringComparison.OrdinalIgnoreCase));
        return IsNotDefined(filter) ? said is null : said is not null && Says(filter, said.Length > 1 ? said[1].Trim('"') : "");
    }

    /// <summary>Whether a value holds the text that is sought; all do where none is.</summary>
    private static bool Says(XElement filter, string value)
    {
        if (filter.Element(Dav.C + "text-match") is not { } match)
            return true;
        var exact = match.Attribute("collation")?.Value == "i;octet";
        var plain = value.Replace("\\,", ",", StringComparison.Ordinal).Replace("\\;", ";", StringComparison.Ordinal);
        var holds = plain.Contains(match.Value, exact ? StringComparison.Ordinal : StringComparison.OrdinalIgnoreCase);
        return holds != (match.Attribute("negate-condition")?.Value == "yes");
    }

    private static string NameOf(string line) => line[..Math.Max(0, line.IndexOfAny([';', ':']))];

    /// <summary>Where the value begins: at the first colon outside quotation marks.</summary>
    private static int ValueAt(string line)
    {
        var quoted = false;
        for (var i = 0; i < line.Length; i++)
        {
            if (line[i] == '"')
                quoted = !quoted;
            else if (line[i] == ':' && !quoted)
                return i;
        }

        return line.Length - 1;
    }
}
