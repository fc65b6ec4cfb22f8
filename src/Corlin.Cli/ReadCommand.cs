using System.Text.Json;
using System.Text.Json.Nodes;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Core.Words;
using Corlin.Core.Words.Lines;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Cli;

/// <summary>What is understood of what people type: lines, repetitions and zones, a JSON object a line.</summary>
internal static class ReadCommand
{
    private static readonly LocalDateTimePattern Minute = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm");

    private static readonly JsonSerializerOptions Json = new()
    {
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public static void Run(string file, TextWriter output)
    {
        foreach (var line in File.ReadLines(file).Where(l => !string.IsNullOrWhiteSpace(l)))
        {
            var asked = JsonNode.Parse(line)!.AsObject();
            var reply = Text(asked, "kind") switch
            {
                "line" => Line(asked),
                "rule" => Repetition(asked),
                "zone" => Zone(asked),
                var kind => throw new FormatException($"“{kind}” is none of line, rule, zone."),
            };
            reply["id"] = Text(asked, "id");
            output.WriteLine(reply.ToJsonString(Json));
        }
    }

    private static string Text(JsonObject asked, string name) =>
        asked[name]?.GetValue<string>() ?? throw new FormatException($"A request has no “{name}”.");

    private static LocalDateTime Local(JsonObject asked, string name) =>
        Minute.Parse(Text(asked, name)[..16]) is { Success: true } parsed
            ? parsed.Value
            : throw new FormatException($"“{Text(asked, name)}” is no time like 2027-03-08T09:42.");

    private static JsonArray All(IEnumerable<string> texts) => [.. texts.Select(t => (JsonNode)t)];

    private static IReadOnlyList<string> Names(JsonObject asked, string name) =>
        [.. asked[name]?.AsArray().Select(n => n!.GetValue<string>()) ?? []];

    private static JsonObject Line(JsonObject asked)
    {
        var text = Text(asked, "text");
        var people = asked["people"]?.AsArray().Select(p => (Text(p!.AsObject(), "id"), Text(p!.AsObject(), "name"))).ToList() ?? [];
        var line = LineReader.Read(
            text,
            Local(asked, "now"),
            new NameList(people, Names(asked, "groups"), Names(asked, "places")),
            Zones.Exists(Text(asked, "zone")) ? Zones.Get(Text(asked, "zone")) : null
        );
        var reply = new JsonObject();
        if (line.Title is { } title)
            reply["title"] = title;
        if (line is { Date: { } date, Time: { } time })
            reply["start"] = Minute.Format(date + time);
        else if (line is { AllDay: true, Between: { } whole })
            (reply["allDay"], reply["start"], reply["end"]) = (true, Day(whole.Start), Day(whole.End));
        else if (line.Date is { } day)
            reply["days"] = All([Day(day), Day(day)]);
        else if (line.Between is { } within)
            reply["days"] = All([Day(within.Start), Day(within.End)]);
        if (line.Length is { } length)
            reply["minutes"] = (int)length.TotalMinutes;
        if (line.Required.Length > 0)
            reply["with"] = All(line.Required);
        if (line.Optional.Length > 0)
            reply["optional"] = All(line.Optional);
        if (line.Place is { } place)
            reply["place"] = place;
        if (line.Video == true)
            reply["video"] = true;
        if (line.Rule is { } rule)
            reply["rule"] = Of(rule);
        if (line.Zone is { } zone && zone != Text(asked, "zone"))
            reply["zone"] = zone;
        IEnumerable<string> left = line.NotUnderstood.Select(n => text[n.At..n.End]);
        if (line.OtherPlace is { } other)
            left = left.Append(other);
        reply["left"] = All(left);
        return reply;
    }

    private static JsonObject Repetition(JsonObject asked)
    {
        var start = Local(asked, "start");
        var reading = RuleReader.Read(Text(asked, "text"), start.Date);
        var reply = new JsonObject { ["left"] = All([]) };
        if (reading.Once)
            reply["rule"] = null;
        else if (reading.Rule is { } rule && Expansion.First(start, rule, null) is { } first)
        {
            reply["rule"] = Of(rule);
            if (first.Date > start.Date)
                reply["firstDay"] = Day(first.Date);
        }
        else
        {
            reply["left"] = All([reading.NotUnderstood.Length > 0 ? reading.NotUnderstood : Text(asked, "text")]);
        }

        return reply;
    }

    private static JsonObject Zone(JsonObject asked) =>
        new() { ["zones"] = All(ZoneSearch.Find(Text(asked, "text"), Local(asked, "now").InUtc().ToInstant()).Take(8).Select(z => z.Id)) };

    private static string Day(LocalDate date) => LocalDatePattern.Iso.Format(date);

    /// <summary>As RFC 5545 has it, the last day without its hour.</summary>
    private static string Of(Rule rule) => rule.ToString().Replace("T235959", "", StringComparison.Ordinal);
}
