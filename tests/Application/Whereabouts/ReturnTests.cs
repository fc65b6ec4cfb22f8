using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Application.Whereabouts;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using NodaTime;
using Reach = Corlin.Core.Editing.Reach;

namespace Corlin.Application.Tests;

/// <summary>What somebody finds who comes back from an absence.</summary>
public sealed class ReturnTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<string> Asked(CalendarUser by, string title, string start) => Asked(by, title, start, isPrivate: false);

    private async Task<string> Asked(CalendarUser by, string title, string start, bool isPrivate) =>
        (
            await world.Do(
                new ArrangeMeeting(
                    by.Id,
                    by.Id,
                    title,
                    [new Invited(world.Maren.PublicId, AttendeeRole.Required)],
                    World.Timed(start),
                    null,
                    null,
                    null,
                    null
                )
                {
                    Private = isPrivate,
                }
            )
        ).PublicId;

    private async Task<long> Away(NewInvitations invitations = NewInvitations.Kept)
    {
        await world.Do(
            new PostAbsence(
                world.Noor.Id,
                world.Maren.Id,
                Absent.AtHome(world.Maren, new LocalDateTime(2027, 3, 15, 0, 0), new LocalDateTime(2027, 3, 20, 0, 0)),
                world.Tome.Id,
                null,
                AbsenceKind.Holiday
            )
            {
                Texts = new AwayTexts("I am away.", null, invitations),
            }
        );
        return (await world.See(new ReadWhereabouts(world.Noor.Id, null, world.Now).Run)).Absences.Single().Id;
    }

    private Task Decide() => new AwayWorker(world.Store, world.Gate).RunDueAsync(world.Now, TestContext.Current.CancellationToken);

    private void To(int day, int hour = 9) => world.Clock.StopAt(Instant.FromUtc(2027, 3, day, hour, 0));

    private Task<ReturnView> Return(long id, CalendarUser? viewer = null) =>
        world.See(new ReadReturn((viewer ?? world.Noor).Id, id, world.Now).Run);

    [Fact]
    public async Task It_tells_what_was_asked_and_became_of_it_what_was_done_by_whom_what_others_changed_and_what_waits()
    {
        var before = await Asked(world.Ana, "Stood before", "2027-03-22T12:00");
        var own = (await world.Arrange("2027-03-23T12:00", with: [world.Ana])).PublicId;
        var id = await Away();
        To(16);
        var answered = await Asked(world.Ana, "Pilot roster", "2027-03-24T15:00");
        await Asked(world.Ana, "Quay lighting", "2027-03-25T10:00");
        var cancelled = await Asked(world.Ana, "Off again", "2027-03-26T10:00");
        await world.Do(new AnswerInvitation(world.Noor.Id, world.Maren.Id, answered, null, Answer.Accepted, null, null));
        await world.Do(new CancelEntry(world.Ana.Id, cancelled, null, Reach.All, null));
        await world.Do(new AnswerInvitation(world.Ana.Id, world.Ana.Id, own, null, Answer.Declined, null, null));
        await world.Do(
            new ChangeEntry(
                world.Ana.Id,
                before,
                null,
                Reach.All,
                new EntryEdit { Title = "Stood and changed" },
                new EntryEdit { Title = "Stood before" }
            )
        );
        To(22);
        await Asked(world.Ana, "After it", "2027-03-30T10:00");

        var page = await Return(id);
        Assert.Equal(
            ("Maren was away from 15 March 2027 to 19 March 2027", true, "Tomé Vidal"),
            (page.Words, page.Over, page.Covers!.Name)
        );
        Assert.Equal(
            ["Off again: cancelled since False", "Quay lighting: not answered True", "Pilot roster: accepted by Noor Haddad False"],
            page.Asked.Select(a => $"{a.Title}: {a.Became} {a.Waits}")
        );
        Assert.Equal([("Noor Haddad", false)], page.Done.Select(d => (d.By.Name, d.ByAbsence)));
        Assert.Single(page.Done[0].Rows);
        Assert.Equal(
            [
                "Ana Brandão: changed “Stood and changed”",
                "Ana Brandão: answered “Insurers, renewal terms”",
                "Ana Brandão: cancelled “Off again”",
            ],
            page.Others.Select(o => $"{o.By.Name}: {o.Words}")
        );
        Assert.Contains(page.Waits, w => w is { Verb: "Answer", Title: "Quay lighting" });
        Assert.Contains(page.Waits, w => w is { Verb: "Answer", Title: "After it" });
        Assert.Empty(page.Told);
    }

    [Fact]
    public async Task What_the_absence_did_is_said_to_be_its_doing_here_and_in_the_history()
    {
        var id = await Away(NewInvitations.Declined);
        To(16);
        await Asked(world.Ana, "Pilot roster", "2027-03-17T15:00");
        world.Advance(11);
        await Decide();
        var page = await Return(id);
        Assert.Equal("declined by the absence", Assert.Single(page.Asked).Became);
        Assert.Equal([("Noor Haddad", true)], page.Done.Select(d => (d.By.Name, d.ByAbsence)));
        Assert.Equal(["Ana Brandão"], page.Told);
        Assert.Equal("Maren is away from 15 March 2027 to 19 March 2027", page.Words);
        var history = await world.See(new ReadHistory(world.Maren.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run);
        Assert.Equal([true, true, false], history.Rows.Take(3).Select(r => r.ByAbsence));
    }

    [Fact]
    public async Task Only_the_owner_and_who_speaks_for_them_read_it_and_private_things_only_who_may()
    {
        var id = await Away();
        To(16);
        await Asked(world.Ana, "Between us", "2027-03-24T15:00", isPrivate: true);
        foreach (var other in new[] { world.Ana, world.Tome, world.Ruta })
            Assert.Equal(RefusalKind.NotFound, (await Assert.ThrowsAsync<RefusedException>(() => Return(id, other))).Refusal.Kind);
        Assert.Equal(["Between us"], (await Return(id, world.Maren)).Asked.Select(a => a.Title));
        Assert.StartsWith("You are away", (await Return(id, world.Maren)).Words, StringComparison.Ordinal);
        await world.Grant(world.Maren, world.Ruta, Core.Access.Sight.Everything, Core.Access.Acting.SpeakFor);
        var seen = await Return(id, world.Ruta);
        Assert.Empty(seen.Asked);
        Assert.DoesNotContain(seen.Others, o => o.Words.Contains("Between us", StringComparison.Ordinal));
    }

    [Fact]
    public async Task It_is_offered_for_a_week_after_and_not_before_it_begins()
    {
        var id = await Away();
        Assert.Equal(RefusalKind.NotFound, (await Assert.ThrowsAsync<RefusedException>(() => Return(id))).Refusal.Kind);
        To(16);
        Assert.Empty((await world.See(new ReadDesk(world.Noor.Id, world.Now).Run)).Returns);
        To(22);
        Assert.Equal([id], (await world.See(new ReadDesk(world.Noor.Id, world.Now).Run)).Returns.Select(r => r.Id));
        Assert.Equal([id], (await world.See(new ReadMine(world.Maren.Id, world.Now).Run)).Returns.Select(r => r.Id));
        Assert.Empty((await world.See(new ReadDesk(world.Ana.Id, world.Now).Run)).Returns);
        To(29);
        Assert.Empty((await world.See(new ReadDesk(world.Noor.Id, world.Now).Run)).Returns);
    }
}
