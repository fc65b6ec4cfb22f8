using System.Text;
using System.Text.Json;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using CsCheck;
using NodaTime;

namespace Corlin.Interchange.Tests;

/// <summary>Scheduling messages as texts: whatever comes in, nothing throws and nothing is applied that its sender may not.</summary>
public class ScheduledPartTests
{
    private static readonly DateTimeZone Lisbon = Zones.Get("Europe/Lisbon");

    private sealed record Step(string At, string? From, bool Vouched, string? Ics);

    private sealed record Case(string Id, IReadOnlyList<string> Mine, IReadOnlyList<Step> Steps);

    private static readonly IReadOnlyList<Case> Known =
    [
        .. File.ReadLines(Cases.Path("known", "converse.jsonl"))
            .Select(line => JsonSerializer.Deserialize<Case>(line, JsonSerializerOptions.Web)!),
    ];

    private static readonly string[] Texts = [.. Known.SelectMany(c => c.Steps).Select(s => s.Ics).OfType<string>()];

    /// <summary>A text with some of its lines gone, doubled, cut or exchanged with those of another.</summary>
    private static readonly Gen<string> Broken = Gen.Select(
            Gen.Int[0, Texts.Length - 1],
            Gen.Int[0, Texts.Length - 1],
            Gen.Select(Gen.Int[0, 4], Gen.Int[0, 60], Gen.Int[0, 80]).Array[0, 6]
        )
        .Select(
            (one, other, damages) =>
            {
                var lines = Texts[one].Split("\r\n").ToList();
                var others = Texts[other].Split("\r\n");
                foreach (var (kind, at, by) in damages)
                {
                    var line = at % lines.Count;
                    switch (kind)
                    {
                        case 0 when lines.Count > 1:
                            lines.RemoveAt(line);
                            break;
                        case 1:
                            lines.Insert(line, lines[line]);
                            break;
                        case 2:
                            lines[line] = lines[line][..Math.Min(by, lines[line].Length)];
                            break;
                        case 3:
                            lines[line] = others[by % others.Length];
                            break;
                        default:
                            lines[line] = lines[line].Replace("2027", "0000", StringComparison.Ordinal).Replace('1', '9');
                            break;
                    }
                }

                return string.Join("\r\n", lines);
            }
        );

    private static Conversation Stands(Case conversation) =>
        Conversation
            .Of("maren.falk@ebbline.example", Lisbon)
            .Holding(conversation.Mine.SelectMany(text => ScheduledPartReader.Read(text, Lisbon).Parts));

    [Fact]
    public void A_broken_message_never_throws_and_one_of_a_stranger_changes_nothing() =>
        Gen.Select(Broken, Gen.Int[0, Known.Count - 1])
            .Sample(
                (text, index) =>
                {
                    var stands = Stands(Known[index]);
                    foreach (var sender in Known[index].Steps.Select(s => s.From).OfType<string>().Distinct())
                        stands = stands.Receive(ScheduledPartReader.Read(text, sender, true, Lisbon)).After;
                    // Whatever came in can be looked at whole.
                    foreach (var standing in stands.Events.Values)
                        Assert.All(standing.Occurrences.Keys, id => _ = standing.At(id)?.Time.Stretch);
                    var stranger = stands.Receive(ScheduledPartReader.Read(text, "mallory@elsewhere.example", true, Lisbon));
                    Assert.Equal(Reception.Waits, stranger.Reception);
                    Assert.Same(stands, stranger.After);
                }
            );

    [Fact]
    public void Each_known_conversation_taken_twice_stands_as_taken_once()
    {
        foreach (var conversation in Known.Where(c => c.Steps.All(s => s.Ics is not null)))
        {
            var once = Stands(conversation);
            var doubled = once;
            foreach (var message in conversation.Steps.Select(s => ScheduledPartReader.Read(s.Ics!, s.From!, s.Vouched, Lisbon)))
            {
                once = once.Receive(message).After;
                doubled = doubled.Receive(message).After;
                if (message.Method != SchedulingMethod.Refresh)
                    Assert.Empty(doubled.Receive(message).Sent);
                doubled = doubled.Receive(message).After;
            }

            Assert.True(Said(once) == Said(doubled), conversation.Id);
        }
    }

    [Theory]
    [InlineData("Europe/Lisbon")]
    [InlineData("America/Halifax")]
    [InlineData("Asia/Kolkata")]
    [InlineData("Australia/Lord_Howe")]
    [InlineData("Africa/Casablanca")]
    public void A_zone_by_its_definition_keeps_the_time_of_the_zone(string zone)
    {
        var known = Zones.Get(zone);
        var span = new Stretch(Instant.FromUtc(2026, 1, 1, 0, 0), Instant.FromUtc(2031, 1, 1, 0, 0));
        var definition = ZoneWriter.ToText(zone, span).Replace($"TZID:{zone}", "TZID:Harbour time", StringComparison.Ordinal);
        Gen.Int[0, 5 * 365 * 24 * 4 - 1]
            .Sample(quarter =>
            {
                var local = new LocalDateTime(2026, 1, 2, 0, 0).PlusMinutes(15 * quarter);
                var text = $"""
                    BEGIN:VCALENDAR
                    {definition.Trim()}
                    BEGIN:VEVENT
                    UID:a
                    DTSTART;TZID="Harbour time":{local:uuuuMMdd'T'HHmmss}
                    END:VEVENT
                    END:VCALENDAR
                    """;
                var time = Assert.Single(ScheduledPartReader.Read(text, DateTimeZone.Utc).Parts).Time!;
                Assert.Equal(known.ToInstant(local), time.Stretch.Start);
            });
    }

    [Theory]
    [InlineData("DTSTART;VALUE=DATE:20270414", "2027-04-13T23:00:00Z", "2027-04-14T23:00:00Z")]
    [InlineData("DTSTART:20270412T100000", "2027-04-12T09:00:00Z", "2027-04-12T09:00:00Z")]
    [InlineData("DTSTART;TZID=Europe/Lisbon:20270327T100000\r\nDURATION:P1DT1H", "2027-03-27T10:00:00Z", "2027-03-28T10:00:00Z")]
    [InlineData(
        "DTSTART;TZID=Europe/Lisbon:20270412T100000\r\nDTEND;TZID=America/Halifax:20270412T093000",
        "2027-04-12T09:00:00Z",
        "2027-04-12T12:30:00Z"
    )]
    public void Times_are_read_as_RFC_5545_has_them(string lines, string start, string end)
    {
        var text = $"BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nUID:a\r\n{lines}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";
        var stretch = Assert.Single(ScheduledPartReader.Read(text, Lisbon).Parts).Time!.Stretch;
        Assert.Equal((start, end), (stretch.Start.ToString(), stretch.End.ToString()));
    }

    /// <summary>What stands, in words.</summary>
    private static string Said(Conversation stands)
    {
        var said = new StringBuilder();
        void Say(Instant? id, Planned planned) =>
            said.Append(
                $"{id} {planned.Time.Stretch} {planned.Status} {planned.Sequence} {planned.Summary} {string.Join(' ', planned.Seats)}\n"
            );
        foreach (var standing in stands.Events.Values)
        {
            if (standing.Whole is { } whole)
                Say(null, whole);
            foreach (var id in standing.Occurrences.Keys)
                Say(id, standing.At(id)!);
        }

        return said.ToString();
    }
}
