using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using CsCheck;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>Scheduling messages in any order, doubled and out of date: the end is what a plain statement of the order says.</summary>
public class OrderTests
{
    private const string Me = "maren.falk@ebbline.example";
    private const string Lakshmi = "lakshmi.rao@northpole-re.example";
    private static readonly string[] Guests = ["rosa.teixeira@porto-norte.example", "sam.levy@halifax-supply.example"];
    private static readonly Instant Start = Instant.FromUtc(2027, 3, 12, 10, 0);
    private static readonly DateTimeZone Lisbon = Zones.Get("Europe/Lisbon");

    private sealed record Sent(bool Cancels, int Sequence, int Minute, int Hour, string Title);

    private sealed record Said(int Who, int Sequence, int Minute, Answer Answer);

    private static readonly Gen<Sent> Organisers = Gen.Select(Gen.Bool, Gen.Int[0, 3], Gen.Int[0, 5], Gen.Int[0, 3], Gen.Int[0, 9])
        .Select((cancels, sequence, minute, hour, title) => new Sent(cancels, sequence, minute, hour, $"Tides {title}"));

    private static readonly Gen<Said> Answers = Gen.Select(Gen.Int[0, 1], Gen.Int[0, 3], Gen.Int[0, 5], Gen.Int[1, 3])
        .Select((who, sequence, minute, answer) => new Said(who, sequence, minute, (Answer)answer));

    private static Instant Stamp(int minute) => Instant.FromUtc(2027, 3, 8, 9, 0) + Duration.FromMinutes(minute);

    private static ScheduledPart Part(string organiser, int sequence, int minute, int hour, ImmutableArray<AttendeeLine> attendees) =>
        new(
            "tide",
            null,
            false,
            PlannedTime.Of(new Stretch(Start + Duration.FromHours(hour), Start + Duration.FromHours(hour + 1)), Lisbon),
            null,
            sequence,
            Stamp(minute),
            organiser,
            null,
            attendees
        );

    private static ReceivedMessage Message(Sent sent) =>
        new(
            Lakshmi,
            true,
            sent.Cancels ? SchedulingMethod.Cancel : SchedulingMethod.Request,
            [
                Part(Lakshmi, sent.Sequence, sent.Minute, sent.Hour, [new AttendeeLine(Me, Answer.None)]) with
                {
                    Summary = sent.Title,
                    Status = sent.Cancels ? ScheduledStatus.Cancelled : null,
                },
            ]
        );

    [Fact]
    public void The_last_word_of_the_organiser_counts_however_the_messages_come() =>
        Organisers
            .Array[1, 8]
            .Sample(messages =>
            {
                var stands = Conversation
                    .Of(Me, Lisbon)
                    .Holding([Part(Lakshmi, 0, -1, 0, [new AttendeeLine(Me, Answer.Accepted)]) with { Summary = "Tides" }]);
                // Two that say another thing at one moment of one SEQUENCE have no order: the first of them counts.
                var ordered = messages.DistinctBy(m => (m.Sequence, m.Minute)).ToList();
                foreach (var message in ordered.Concat(ordered))
                    stands = stands.Receive(Message(message)).After;
                var last = ordered.OrderBy(m => m.Sequence).ThenBy(m => m.Minute).Last();
                var planned = stands.Events["tide"].Whole!;
                Assert.Equal(
                    (last.Sequence, Stamp(last.Minute), last.Cancels),
                    (planned.Sequence, planned.Stamp, planned.Status == ScheduledStatus.Cancelled)
                );
                if (!last.Cancels)
                    Assert.Equal((last.Title, Start + Duration.FromHours(last.Hour)), (planned.Summary, planned.Time.Stretch.Start));
                Assert.All(ordered, m => Assert.Equal(Reception.Ignored, stands.Receive(Message(m)).Reception));
            });

    [Fact]
    public void The_last_answer_of_each_to_the_time_that_stands_counts_however_they_come() =>
        Gen.Select(Answers.Array[0, 12], Gen.Int[0, 3])
            .Sample(
                (answers, moves) =>
                {
                    var stands = Conversation
                        .Of(Me, Lisbon)
                        .Holding([Part(Me, 0, -1, 0, [.. Guests.Select(g => new AttendeeLine(g, Answer.None))])]);
                    for (var i = 1; i <= moves; i++)
                        stands = stands
                            .Move("tide", null, new Stretch(Start + Duration.FromHours(i), Start + Duration.FromHours(i + 1)), Stamp(0))
                            .After;
                    var said = answers.DistinctBy(a => (a.Who, a.Minute)).ToList();
                    foreach (var answer in said.Concat(said))
                    {
                        var part = Part(Me, answer.Sequence, answer.Minute, 0, [new AttendeeLine(Guests[answer.Who], answer.Answer)]);
                        stands = stands
                            .Receive(new ReceivedMessage(Guests[answer.Who], true, SchedulingMethod.Reply, [part with { Time = null }]))
                            .After;
                    }

                    for (var who = 0; who < Guests.Length; who++)
                    {
                        var last = said.Where(a => a.Who == who && a.Sequence >= moves).MaxBy(a => a.Minute);
                        Assert.Equal(last?.Answer ?? Answer.None, stands.Events["tide"].Whole!.Seats[Guests[who]].Answer);
                    }
                }
            );

    [Fact]
    public void Of_whom_no_server_vouched_and_of_strangers_nothing_is_applied() =>
        Gen.Select(Organisers, Gen.Enum<SchedulingMethod>(), Gen.Bool)
            .Sample(
                (sent, method, vouched) =>
                {
                    var stands = Conversation.Of(Me, Lisbon).Holding([Part(Lakshmi, 0, -1, 0, [new AttendeeLine(Me, Answer.Accepted)])]);
                    var message = Message(sent) with
                    {
                        Method = method,
                        Vouched = vouched,
                        Sender = vouched ? "mallory@elsewhere.example" : Lakshmi,
                    };
                    var outcome = stands.Receive(message);
                    Assert.Equal(Reception.Waits, outcome.Reception);
                    Assert.Same(stands, outcome.After);
                    Assert.Empty(outcome.Sent);
                }
            );
}
