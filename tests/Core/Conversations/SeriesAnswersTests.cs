using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>What was answered of single occurrences when their series changes.</summary>
public class SeriesAnswersTests
{
    private const string Me = "maren.falk@ebbline.example";
    private const string Lakshmi = "lakshmi.rao@northpole-re.example";
    private static readonly DateTimeZone Lisbon = Zones.Get("Europe/Lisbon");

    /// <summary>After the clocks went forward.</summary>
    private static readonly Instant Fourth = Instant.FromUtc(2027, 4, 2, 9, 0);

    private static ScheduledPart Series(int sequence, int minutes, string place) =>
        new(
            "tide",
            null,
            false,
            new PlannedTime(new LocalDateTime(2027, 3, 12, 10, 0), Lisbon, 0, Duration.FromMinutes(minutes)),
            null,
            sequence,
            Instant.FromUtc(2027, 3, 8, 9, sequence),
            Lakshmi,
            null,
            [new AttendeeLine(Me, Answer.None)]
        )
        {
            Rule = Rule.Weekly(1) with { Count = 8 },
            Location = place,
        };

    private static Conversation Answered() =>
        Conversation
            .Of(Me, Lisbon)
            .Holding([Series(0, 60, "Dunlin")])
            .Give("tide", null, Answer.Accepted, null)
            .After.Give("tide", Fourth, Answer.Declined, null)
            .After;

    private static Standing After(ScheduledPart part) =>
        Answered().Receive(new ReceivedMessage(Lakshmi, true, SchedulingMethod.Request, [part])).After.Events["tide"];

    private static Answer Mine(Planned? planned) => planned!.Seats[Me].Answer;

    [Fact]
    public void Another_place_leaves_them_and_reaches_the_occurrence()
    {
        var stands = After(Series(1, 60, "Gannet"));
        Assert.Equal((Answer.Accepted, Answer.Declined), (Mine(stands.Whole), Mine(stands.At(Fourth))));
        Assert.Equal("Gannet", stands.At(Fourth)!.Location);
    }

    [Fact]
    public void A_longer_series_asks_both_anew()
    {
        var stands = After(Series(1, 90, "Dunlin"));
        Assert.Equal((Answer.None, Answer.None), (Mine(stands.Whole), Mine(stands.At(Fourth))));
    }

    [Fact]
    public void An_occurrence_that_the_rule_has_no_more_is_gone_with_its_answer()
    {
        var stands = After(Series(1, 60, "Dunlin") with { Rule = Rule.Weekly(2) with { Count = 4 } });
        Assert.Equal(Answer.None, Mine(stands.Whole));
        Assert.Null(stands.At(Fourth));
    }

    [Fact]
    public void A_date_taken_off_asks_of_the_series_and_leaves_what_did_not_move()
    {
        var stands = After(Series(1, 60, "Dunlin") with { Exceptions = [new LocalDateTime(2027, 3, 19, 10, 0)] });
        Assert.Equal((Answer.None, Answer.Declined), (Mine(stands.Whole), Mine(stands.At(Fourth))));
        Assert.Null(stands.At(Instant.FromUtc(2027, 3, 19, 10, 0)));
    }
}
