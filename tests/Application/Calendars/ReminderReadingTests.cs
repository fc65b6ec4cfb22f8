using Corlin.Application.Accounts;
using Corlin.Application.Calendars;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What somebody is reminded of, for whom, and that it comes once.</summary>
public sealed class ReminderReadingTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        await world.Do(new AddPlace(new Place("Cais do Norte", "Cais do Norte", "Lisbon", "Europe/Lisbon")));
        await world.Do(new SetWay("Head office", "Cais do Norte", Duration.FromMinutes(30)));
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private void At(string time) => world.Clock.StopAt(NodaTime.Text.InstantPattern.General.Parse($"2027-03-08T{time}:00Z").Value);

    private Task<RemindersView> Read(CalendarUser who) => world.See(s => new ReadReminders(who.Id, world.Now).Run(s));

    private Task<AddedAppointment> Add(string title, string start, string? place = null) =>
        world.Do(
            new AddAppointment(
                world.Noor.Id,
                world.Maren.Id,
                title,
                World.Timed($"2027-03-08T{start}", 60),
                place,
                null,
                false,
                TimeTaken.Firm
            )
        );

    private Task Answer(CalendarUser who, ReminderAct act, ReminderView one, Instant? until = null) =>
        world.Do(new AnswerReminders(who.Id, act, [new ReminderRef(one.Id, null, Instant.FromUnixTimeMilliseconds(one.Start))], until));

    [Fact]
    public async Task It_comes_when_it_is_time_to_leave_and_says_so()
    {
        await Add("Lease", "10:00", "Gannet");
        await Add("Harbour", "12:00", "Cais do Norte");
        At("11:29");
        var before = await Read(world.Noor);
        Assert.DoesNotContain(before.Due, r => r.Title == "Harbour");
        Assert.Equal(Instant.FromUtc(2027, 3, 8, 11, 30).ToUnixTimeMilliseconds(), before.Next);
        At("11:30");
        var due = (await Read(world.Noor)).Due.Single(r => r.Title == "Harbour");
        Assert.Equal(("30 minutes on the way", "Cais do Norte"), (due.Way, due.Where));
        Assert.Equal(Instant.FromUtc(2027, 3, 8, 11, 30).ToUnixTimeMilliseconds(), due.Leave);
    }

    [Fact]
    public async Task A_meeting_of_several_is_one_reminder_and_everyone_answers_their_own()
    {
        await world.Grant(world.Tome, world.Noor, Sight.Everything, Acting.SpeakFor, true);
        await world.Arrange("2027-03-08T12:00", with: [world.Tome, world.Lakshmi]);
        At("11:50");
        var due = Assert.Single((await Read(world.Noor)).Due);
        Assert.Equal(["Maren Falk", "Tomé Vidal"], due.For.Select(p => p.Name).Order());
        await Answer(world.Noor, ReminderAct.Dismiss, due);
        Assert.Empty((await Read(world.Noor)).Due);
        Assert.Single((await Read(world.Maren)).Due);
    }

    [Fact]
    public async Task It_is_put_off_and_a_missed_one_comes_up_on_return()
    {
        await Add("Lease", "12:00");
        At("11:51");
        var due = Assert.Single((await Read(world.Noor)).Due);
        await Answer(world.Noor, ReminderAct.Snooze, due, Instant.FromUtc(2027, 3, 8, 11, 56));
        Assert.Empty((await Read(world.Noor)).Due);
        Assert.Equal(Instant.FromUtc(2027, 3, 8, 11, 56).ToUnixTimeMilliseconds(), (await Read(world.Noor)).Next);
        At("11:56");
        Assert.False(Assert.Single((await Read(world.Noor)).Due).Missed);
        At("15:00");
        Assert.Empty((await Read(world.Noor)).Due);
        Assert.True(Assert.Single((await Read(world.Maren)).Due).Missed);
    }

    [Fact]
    public async Task Of_whom_and_how_long_before_is_each_ones_own_choice_and_an_entry_can_have_its_own()
    {
        var lease = await Add("Lease", "12:00");
        await world.Do(new KeepSetting(world.Noor.Id, "reminders", """{"of":null,"minutes":30,"browser":false}"""));
        At("11:31");
        Assert.Single((await Read(world.Noor)).Due);
        Assert.Empty((await Read(world.Maren)).Due);
        await world.Do(new MarkEntries(world.Noor.Id, world.Maren.Id, [lease.PublicId], null, new ReminderChoice(new ReminderWish(null))));
        At("11:55");
        Assert.Empty((await Read(world.Maren)).Due);
        await world.Do(
            new MarkEntries(
                world.Noor.Id,
                world.Maren.Id,
                [lease.PublicId],
                null,
                new ReminderChoice(new ReminderWish(Duration.FromHours(2)))
            )
        );
        Assert.Single((await Read(world.Maren)).Due);
        await world.Do(new KeepSetting(world.Noor.Id, "reminders", $$"""{"of":["{{world.Noor.PublicId}}"],"minutes":10}"""));
        Assert.Empty((await Read(world.Noor)).Due);
        // What cannot be read is as usual.
        await world.Do(new KeepSetting(world.Noor.Id, "reminders", """["nonsense"]"""));
        Assert.Equal(10, (await Read(world.Noor)).Likes.Minutes);
    }

    [Fact]
    public async Task Nothing_of_what_may_not_be_known_comes_and_an_unknown_entry_tells_nothing()
    {
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.SpeakFor, false);
        var secret = await world.Do(
            new AddAppointment(world.Maren.Id, world.Maren.Id, "Doctor", World.Timed("2027-03-08T12:00"), null, null, true, TimeTaken.Firm)
        );
        At("11:55");
        Assert.Empty((await Read(world.Ana)).Due);
        var start = Instant.FromUtc(2027, 3, 8, 12, 0);
        await world.Do(
            new AnswerReminders(
                world.Ana.Id,
                ReminderAct.Dismiss,
                [new ReminderRef(secret.PublicId, null, start), new ReminderRef("nothing", null, start)],
                null
            )
        );
        Assert.Single((await Read(world.Maren)).Due);
    }
}
