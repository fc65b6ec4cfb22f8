using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Occurrences of a series that do not suit, moved as it is arranged.</summary>
public sealed class OccurrencesTests : IAsyncLifetime
{
    private static readonly Instant First = Instant.FromUtc(2027, 3, 16, 10, 0);

    private World world = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        // The third, after the clocks went forward, the fourth fails for Tomé.
        await Add(world.Maren, "Survey", "2027-03-30T07:00", 13 * 60);
        await Add(world.Tome, "School", "2027-04-06T10:30", 60);
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<AddedAppointment> Add(CalendarUser who, string title, string start, int minutes) =>
        world.Do(new AddAppointment(who.Id, who.Id, title, World.Timed(start, minutes), null));

    private ReadSlots Search(CalendarUser viewer) =>
        new(
            viewer.Id,
            world.Maren.PublicId,
            [world.Tome.PublicId],
            [],
            45,
            new LocalDate(2027, 3, 16),
            new LocalDate(2027, 3, 16),
            world.Now
        )
        {
            Repeats = "every week, 6 times",
            ToldIn = "Europe/Lisbon",
        };

    private Task<OccurrencesView> Missed() => world.See(new ReadOccurrences(world.Noor.Id, Search(world.Noor), First).Run);

    private static Instant Moment(long ms) => Instant.FromUnixTimeMilliseconds(ms);

    private ArrangeMeeting Series(params MovedOccurrence[] moved) =>
        new(
            world.Noor.Id,
            world.Maren.Id,
            "Berth planning",
            [new Invited(world.Tome.PublicId, AttendeeRole.Required)],
            World.Timed("2027-03-16T10:00", 45),
            null,
            null,
            null,
            null,
            Rule: new Rule(Frequency.Weekly) { Count = 6 }
        )
        {
            Moved = moved,
        };

    [Fact]
    public async Task Each_that_does_not_suit_says_why_and_where_it_could_go()
    {
        var found = await Missed();
        Assert.Equal(6, found.Times);
        Assert.Equal(
            [("Tuesday 30 March, 10:00", "Maren is taken", "Monday 29 March, 10:00"), ("Tuesday 6 April, 10:00", "Tomé is taken", "09:45")],
            found.Missed.Select(m => (m.When, m.Why, m.Near?.When ?? ""))
        );
    }

    [Fact]
    public async Task Those_moved_are_sent_with_the_series_as_changed_occurrences()
    {
        var found = await Missed();
        var moved = found.Missed.Select(m => new MovedOccurrence(Moment(m.Occurrence), Moment(m.Near!.Start))).ToArray();
        var made = await world.Do(Series(moved));
        var stands = await world.Entry(made.PublicId);
        Assert.Equal(new LocalDateTime(2027, 3, 16, 10, 0), stands.Time.LocalStart);
        Assert.Equal(
            [
                (new LocalDateTime(2027, 3, 30, 10, 0), new LocalDateTime(2027, 3, 29, 10, 0)),
                (new LocalDateTime(2027, 4, 6, 10, 0), new LocalDateTime(2027, 4, 6, 9, 45)),
            ],
            stands.Overrides.Select(o => (o.RecurrenceId, o.Time!.LocalStart))
        );
        var chosen = await world.See(
            new ReadChosen(
                world.Noor.Id,
                world.Maren.PublicId,
                [world.Tome.PublicId],
                [],
                World.Timed("2027-03-16T10:00", 45).ToStretch(world.Maren.HomeZone),
                null,
                false,
                world.Now
            )
            {
                Repeats = "every week, 6 times",
                ToldIn = "Europe/Lisbon",
                Moved = moved,
                Saved = made.PublicId,
            }.Run
        );
        Assert.Equal((6, 6), (chosen.Series!.Times, chosen.Series.Fitting));
    }

    [Theory]
    [InlineData("2027-03-17T10:00:00Z", "not a day of the series")]
    [InlineData("2027-03-30T10:00:00Z", "an hour beside it, after the clocks changed")]
    [InlineData("2027-04-27T09:00:00Z", "beyond its end")]
    public async Task What_is_no_occurrence_is_refused_and_nothing_is_made(string occurrence, string why)
    {
        var moment = NodaTime.Text.InstantPattern.ExtendedIso.Parse(occurrence).Value;
        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(Series(new MovedOccurrence(moment, moment + Duration.FromHours(1))))
        );
        Assert.True(refused.Refusal.Kind == RefusalKind.NotFound, why);
    }

    [Fact]
    public async Task The_same_occurrence_twice_is_refused()
    {
        var one = new MovedOccurrence(First, First + Duration.FromHours(1));
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(Series(one, one with { Start = First + Duration.FromHours(2) })));
    }
}
