using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using Corlin.Application.Wording;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Cli;

/// <summary>Free slots for a request in a file, as JSON.</summary>
internal static class SlotsCommand
{
    private static readonly string[] Weekdays = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"];

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public static void Run(string file, TextWriter output)
    {
        var request = JsonSerializer.Deserialize<RequestFile>(File.ReadAllText(file), Json)
            ?? throw new FormatException($"{file} holds no request.");
        var folder = Path.GetDirectoryName(Path.GetFullPath(file))!;
        var span = new Stretch(Command.Moment(request.From), Command.Moment(request.To));
        var search = new SlotRequest(
            span,
            Duration.FromMinutes(request.Minutes),
            Duration.FromMinutes(request.Step),
            [.. request.People.Select(p => Person(p, span, folder))],
            request.Pencilled == "weighs" ? Weight.Cost : Weight.Forbid
        );
        var slots = SlotSearch
            .Find(search)
            .Select(s => new
            {
                start = InstantPattern.General.Format(s.Stretch.Start),
                end = InstantPattern.General.Format(s.Stretch.End),
                missing = s.Missing,
                cost = s.Cost,
                reasons = s.Reasons.Select(r => English.Reasons([r], key => key)),
            });
        output.WriteLine(JsonSerializer.Serialize(new { slots }, Json));
    }

    private static SlotPerson Person(PersonFile person, Stretch span, string folder)
    {
        if (!Zones.Exists(person.Zone))
            throw new FormatException($"There is no time zone “{person.Zone}”.");
        var zone = Zones.Get(person.Zone);
        var busy = BusyReader.Read(File.ReadAllText(Path.Combine(folder, person.Calendar)), span, zone);
        return new SlotPerson(person.Id, person.Need, zone, Hours(person.Hours).Within(span, zone), [.. busy], StretchSet.Empty);
    }

    private static WorkingHours Hours(Dictionary<string, string[]> hours) =>
        new([.. hours.SelectMany(day => day.Value.Select(text => Span(day.Key, text)))]);

    private static WorkingSpan Span(string day, string text)
    {
        var weekday = Array.IndexOf(Weekdays, day);
        if (weekday < 0 || text.Split('-') is not [var from, var to])
            throw new FormatException($"“{day} {text}” is no span of hours.");
        return new WorkingSpan((IsoDayOfWeek)(weekday + 1), Minute(from), Minute(to));
    }

    private static int Minute(string clock) =>
        (int.Parse(clock[..2], CultureInfo.InvariantCulture) * 60) + int.Parse(clock[3..], CultureInfo.InvariantCulture);

    private sealed record RequestFile(string From, string To, int Minutes, int Step, IReadOnlyList<PersonFile> People, string? Pencilled);

    private sealed record PersonFile(string Id, Need Need, string Zone, Dictionary<string, string[]> Hours, string Calendar);
}
