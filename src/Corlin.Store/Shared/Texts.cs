using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Store.Model;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;
using NodaTime.Text;

namespace Corlin.Store.Mapping;

/// <summary>Small values that are kept as text.</summary>
internal static class Texts
{
    private static readonly LocalDateTimePattern Local = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm:ss");

    public static readonly JsonSerializerOptions Json = MakeJson();

    public static string? Write(WorkingHours? hours) =>
        hours is null
            ? null
            : string.Join(
                ';',
                hours.Spans.Select(s => string.Create(CultureInfo.InvariantCulture, $"{(int)s.Day} {s.From} {s.To} {s.Place}"))
            );

    public static WorkingHours? ReadHours(string? text) =>
        text is null
            ? null
            : new WorkingHours([
                .. text.Split(';', StringSplitOptions.RemoveEmptyEntries)
                    .Select(part =>
                    {
                        var fields = part.Split(' ', 4);
                        int Number(int at) => int.Parse(fields[at], CultureInfo.InvariantCulture);
                        return new WorkingSpan((IsoDayOfWeek)Number(0), Number(1), Number(2), fields[3].Length == 0 ? null : fields[3]);
                    }),
            ]);

    public static string? Write(ImmutableArray<LocalDateTime> times) => times.IsEmpty ? null : string.Join(';', times.Select(Local.Format));

    public static ImmutableArray<LocalDateTime> ReadTimes(string? text) =>
        text is null ? [] : [.. text.Split(';').Select(t => Local.Parse(t).Value)];

    /// <summary>Starts, each with the seconds it takes where it has a length of its own ("2027-03-08T09:00:00/2700").</summary>
    public static string? Write(ImmutableArray<Addition> additions) =>
        additions.IsEmpty
            ? null
            : string.Join(
                ';',
                additions.Select(a =>
                    Local.Format(a.Start)
                    + (a.Length is { } length ? string.Create(CultureInfo.InvariantCulture, $"/{length.TotalSeconds}") : "")
                )
            );

    public static ImmutableArray<Addition> ReadAdditions(string? text) =>
        text is null
            ? []
            :
            [
                .. text.Split(';')
                    .Select(t =>
                        t.Split('/') is [var start, var seconds]
                            ? new Addition(
                                Local.Parse(start).Value,
                                Duration.FromSeconds(double.Parse(seconds, CultureInfo.InvariantCulture))
                            )
                            : new Addition(Local.Parse(t).Value)
                    ),
            ];

    /// <summary>Occurrences by their start; "all" for the whole.</summary>
    public static string? Write(ImmutableArray<LocalDateTime?> which) =>
        which.IsEmpty ? null : string.Join(';', which.Select(w => w is { } at ? Local.Format(at) : "all"));

    public static ImmutableArray<LocalDateTime?> ReadWhich(string? text) =>
        text is null ? [] : [.. text.Split(';').Select(t => t == "all" ? (LocalDateTime?)null : Local.Parse(t).Value)];

    /// <summary>Groups by their numbers, each with the numbers of those of it who are settled ("4:11 12;5:13").</summary>
    public static string? Write(ImmutableArray<InvitedGroup> groups) =>
        groups.IsEmpty
            ? null
            : string.Join(
                ';',
                groups.Select(g =>
                    string.Create(CultureInfo.InvariantCulture, $"{g.Group.Value}:{string.Join(' ', g.Settled.Select(s => s.Value))}")
                )
            );

    public static ImmutableArray<InvitedGroup> ReadGroups(string? text) =>
        text is null
            ? []
            :
            [
                .. text.Split(';')
                    .Select(t => t.Split(':'))
                    .Select(parts => new InvitedGroup(
                        User(parts[0]),
                        [.. parts[1].Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(User)]
                    )),
            ];

    private static UserId User(string number) => new(long.Parse(number, CultureInfo.InvariantCulture));

    public static string Write(LocalDateTime time) => Local.Format(time);

    /// <summary>A recurrence id; empty for none.</summary>
    public static string Write(LocalDateTime? recurrenceId) => recurrenceId is { } at ? Local.Format(at) : "";

    public static LocalDateTime? ReadTime(string recurrenceId) => recurrenceId.Length == 0 ? null : Local.Parse(recurrenceId).Value;

    private static JsonSerializerOptions MakeJson()
    {
        var options = new JsonSerializerOptions
        {
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
            TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { LeaveOutDefaults } },
        };
        options.Converters.Add(new StretchAsPair());
        return options.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);
    }

    /// <summary>A row is written with what is set: the history keeps each whole, before and after every change.</summary>
    private static void LeaveOutDefaults(JsonTypeInfo type)
    {
        if (type.Type.Namespace != typeof(EntryRow).Namespace)
            return;
        foreach (var property in type.Properties.Where(p => p is { IsRequired: false, PropertyType.IsValueType: true }))
        {
            var unset = Activator.CreateInstance(property.PropertyType);
            property.ShouldSerialize = (_, value) => !Equals(value, unset);
        }
    }

    private sealed class StretchAsPair : JsonConverter<Stretch>
    {
        public override Stretch Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            var pair = JsonSerializer.Deserialize<long[]>(ref reader) ?? throw new JsonException();
            return new Stretch(Instant.FromUnixTimeMilliseconds(pair[0]), Instant.FromUnixTimeMilliseconds(pair[1]));
        }

        public override void Write(Utf8JsonWriter writer, Stretch value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, new[] { value.Start.ToUnixTimeMilliseconds(), value.End.ToUnixTimeMilliseconds() });
    }
}
