using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Cli;

/// <summary>A search for free slots as it stands in a file; docs/slots.md names what each part means.</summary>
internal sealed record SlotRequestFile(string From, string To, int Minutes, int Step, IReadOnlyList<PersonInFile> People)
{
    public static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    public string? Pencilled { get; init; }

    public IReadOnlyList<NeedInFile> Needs { get; init; } = [];

    public RoomWishInFile? Room { get; init; }

    public IReadOnlyList<RoomInFile> Rooms { get; init; } = [];

    public string? Clock { get; init; }

    public IReadOnlyList<string>? Days { get; init; }

    public IReadOnlyList<string>? Between { get; init; }

    public IReadOnlyDictionary<string, int> Loosen { get; init; } = new Dictionary<string, int>();

    public int? Breathing { get; init; }

    public string? Place { get; init; }

    public IReadOnlyList<WayInFile> Ways { get; init; } = [];

    public int WayOtherwise { get; init; }

    public LunchInFile? Lunch { get; init; }

    public IReadOnlyDictionary<string, int> MostADay { get; init; } = new Dictionary<string, int>();

    /// <summary>How much terms count, by their names; those that are not named as they usually do.</summary>
    public IReadOnlyDictionary<string, int> Weights { get; init; } = new Dictionary<string, int>();

    public bool Misses { get; init; }

    public SeriesInFile? Series { get; init; }

    public MakeRoomInFile? MakeRoom { get; init; }

    public IReadOnlyList<CandidateInFile>? Candidates { get; init; }

    /// <exception cref="FormatException">There is no such term, or it would weigh less than nothing or more than the most.</exception>
    public SlotWeights ToWeights() => Weights.Aggregate(SlotWeights.Usual, (all, said) => SlotWeights
                .Terms.Where(t => string.Equals($"{t}", said.Key, StringComparison.OrdinalIgnoreCase))
                .ToList()
                is not [var term]
                ? throw new FormatException($"Nothing that counts against a slot is called “{said.Key}”.")
            : said.Value is < 0 or > SlotWeights.Most
                ? throw new FormatException($"“{said.Key}” weighs from 0 to {SlotWeights.Most}, not {said.Value}.")
            : all.With(term, said.Value));

    /// <exception cref="FormatException">The text is no time of day like 09:30.</exception>
    public static int Minute(string clock) =>
        clock.Split(':') is [var hour, var minute]
        && int.TryParse(hour, NumberStyles.None, CultureInfo.InvariantCulture, out var hours)
        && int.TryParse(minute, NumberStyles.None, CultureInfo.InvariantCulture, out var minutes)
        && hours <= 24
        && minutes < 60
            ? (hours * 60) + minutes
            : throw new FormatException($"“{clock}” is no time of day like 09:30.");

    /// <exception cref="FormatException">As <see cref="Minute"/>, or it is the midnight at the end of the day.</exception>
    public static LocalTime Time(string clock) =>
        Minute(clock) is < 24 * 60 and var minute
            ? LocalTime.FromMinutesSinceMidnight(minute)
            : throw new FormatException($"“{clock}” is no time of day like 09:30.");

    /// <exception cref="FormatException">There is no such zone.</exception>
    public static DateTimeZone ZoneOf(string id) =>
        Zones.Exists(id) ? Zones.Get(id) : throw new FormatException($"There is no time zone “{id}”.");
}

internal sealed record PersonInFile(string Id, Need Need, string Zone, Dictionary<string, string[]> Hours, string Calendar)
{
    public Dictionary<string, string[]>? Protected { get; init; }
}

internal sealed record NeedInFile(IReadOnlyList<string> Of, int AtLeast);

internal sealed record RoomWishInFile(int Seats, IReadOnlyList<string>? Features);

internal sealed record RoomInFile(string Id, int Seats, IReadOnlyList<string>? Features, string Calendar);

internal sealed record WayInFile(string From, string To, int Minutes);

internal sealed record LunchInFile(string From, string To, int Minutes);

internal sealed record SeriesInFile(string Rule, int Count);

internal sealed record MovableInFile(string Uid, IReadOnlyList<string> Attendees);

internal sealed record MakeRoomInFile(IReadOnlyList<MovableInFile> Movable, int Most);

internal sealed record CandidateInFile(string Id, string Zone, Dictionary<string, string[]> Hours, string Calendar);

/// <summary>Hours by weekday, as they stand in a file: "MO": ["09:00-12:30", "13:30-18:00"].</summary>
internal static class HoursInFile
{
    private static readonly string[] Weekdays = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"];

    /// <exception cref="FormatException">The text is none of the seven.</exception>
    public static IsoDayOfWeek Weekday(string text) =>
        Array.IndexOf(Weekdays, text) is >= 0 and var day
            ? (IsoDayOfWeek)(day + 1)
            : throw new FormatException($"“{text}” is no day of the week like MO.");

    public static WorkingHours Read(Dictionary<string, string[]> hours) =>
        new([.. hours.SelectMany(day => day.Value.Select(text => Span(day.Key, text)))]);

    private static WorkingSpan Span(string day, string text) =>
        text.Split('-') is [var from, var to]
            ? new WorkingSpan(Weekday(day), SlotRequestFile.Minute(from), SlotRequestFile.Minute(to))
            : throw new FormatException($"“{day} {text}” is no span of hours.");
}
