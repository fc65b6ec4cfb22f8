using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Papers and what else somebody is to bring or send: told on Chase to who keeps the lane, reminded of, and done with.</summary>
public sealed class OwedTests : IAsyncLifetime
{
    private World world = null!;
    private string meeting = "";

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        meeting = (await world.Arrange("2027-03-16T12:00", isPrivate: false, world.Tome, world.Lakshmi)).PublicId;
        world.Advance(60);
        await world.SendDue();
        await world.Do(
            new KeepNotes(
                world.Noor.Id,
                new NotesAt(meeting, null, world.Maren.Id),
                0,
                null,
                [
                    new TaskSaid(null, "the tide tables", world.Tome.PublicId, new LocalDate(2027, 3, 10)),
                    new TaskSaid(null, "the berth plan", world.Lakshmi.PublicId, new LocalDate(2027, 3, 7)),
                    new TaskSaid(null, "our own draft", world.Maren.PublicId, new LocalDate(2027, 3, 9)),
                    new TaskSaid(null, "a name for it", null, new LocalDate(2027, 3, 9)),
                    new TaskSaid(null, "the yearly figures", world.Tome.PublicId, new LocalDate(2027, 6, 1)),
                ]
            )
        );
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task It_is_told_most_pressing_first_reminded_of_once_a_day_and_gone_when_it_is_there()
    {
        var owed = await Owed(world.Noor);
        Assert.Equal(
            [
                ("Lakshmi Rao", "the berth plan", "was due Sunday 7 March", "wrong"),
                ("Tomé Vidal", "the tide tables", "due Wednesday", "plain"),
            ],
            owed.Select(o => (o.By.Name, o.Words, o.DueWords, o.Tone))
        );
        await world.Do(new RemindOwed(world.Noor.Id, owed[1].Task, false));
        world.Advance(11);
        world.Post.Letters.Clear();
        await world.SendDue();
        var letter = Assert.Single(world.Post.Letters);
        Assert.Equal((world.Tome.Address, "Still open: the tide tables"), (letter.To.Address, letter.Subject));
        Assert.Contains(
            "For “Insurers, renewal terms” Maren has not had this yet: the tide tables, which Maren hoped to have by Wednesday 10 March.",
            letter.Text,
            StringComparison.Ordinal
        );
        Assert.Equal([false, true], (await Owed(world.Noor)).Select(o => o.Today));
        await Refused(RefusalKind.WrittenToday, () => world.Do(new RemindOwed(world.Noor.Id, owed[1].Task, false)));
        await world.Do(new RemindOwed(world.Noor.Id, owed[1].Task, true));

        await world.Do(new FinishTask(world.Noor.Id, owed[1].Task, true));
        Assert.Equal(["the berth plan"], (await Owed(world.Noor)).Select(o => o.Words));
        await Refused(RefusalKind.DoneAlready, () => world.Do(new RemindOwed(world.Noor.Id, owed[1].Task, true)));
    }

    [Fact]
    public async Task Who_does_not_keep_the_lane_learns_nothing_of_it_and_reminds_nobody()
    {
        var task = (await Owed(world.Noor))[0].Task;
        foreach (var other in new[] { world.Tome, world.Ana, world.Administrator })
        {
            Assert.Empty(await Owed(other));
            await Refused(RefusalKind.NotFound, () => world.Do(new RemindOwed(other.Id, task, true)));
        }

        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.Look);
        Assert.Empty(await Owed(world.Ana));
        await Refused(RefusalKind.MayNotChange, () => world.Do(new RemindOwed(world.Ana.Id, task, true)));
        await Refused(RefusalKind.NotFound, () => world.Do(new RemindOwed(world.Noor.Id, "nothing", true)));
        Assert.Equal(2, (await Owed(world.Maren)).Count);
    }

    private async Task<IReadOnlyList<OwedView>> Owed(CalendarUser by) => (await world.See(new ReadChase(by.Id, world.Now).Run)).Owed;

    private static async Task Refused(RefusalKind kind, Func<Task> act) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind);
}
