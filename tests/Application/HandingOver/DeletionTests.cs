using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.HandingOver;
using Corlin.Application.History;
using Corlin.Application.People;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What is kept of somebody is deleted for good as they may ask; what must stay has no name in it.</summary>
public sealed class DeletionTests : IAsyncLifetime
{
    private World world = null!;
    private string meeting = "";

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        await world.Grant(world.Maren, world.Noor, Sight.Everything, Acting.SpeakFor);
        meeting = (await world.Arrange("2027-03-16T12:00", with: [world.Tome, world.Lakshmi])).PublicId;
        world.Advance(60);
        await world.SendDue();
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<long> Deletes(CalendarUser who, CalendarUser? by = null) =>
        world.Do(new DeletePerson((by ?? world.Administrator).Id, who.PublicId));

    private Task<IReadOnlyList<IndexRow>> Index(string text) =>
        world.See(s => new ReadIndex(world.Noor.Id, text, null, world.Now).Run(s).Rows);

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    [Fact]
    public async Task Of_somebody_outside_no_text_in_the_database_says_anything_any_more()
    {
        await world.Do(
            new ChangePerson(
                world.Administrator.Id,
                world.Lakshmi.PublicId,
                world.Lakshmi.Version,
                new PersonEdit(Note: "Prefers mornings", Telephones: ["+91 44 555 0188"], OtherAddresses: ["rao@home.example"])
            )
        );
        await world.TakesIn(
            $"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//t//EN\r\nMETHOD:REPLY\r\nBEGIN:VEVENT\r\nUID:{(await world.Entry(meeting)).Uid}\r\n"
                + "DTSTAMP:20270309T100000Z\r\nDTSTART:20270316T120000Z\r\nSEQUENCE:0\r\nCOMMENT:Please ring me at home\r\n"
                + $"ORGANIZER:mailto:{world.Maren.Address}\r\nATTENDEE;PARTSTAT=ACCEPTED:mailto:{world.Lakshmi.Address}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n",
            world.Lakshmi.Address,
            world.Maren.Address
        );
        string[] theirs = ["Lakshmi", world.Lakshmi.Address, "rao@home.example", "555 0188", "Prefers mornings", "ring me at home"];
        Assert.NotEmpty(await world.TextsWith(theirs));
        var hangs = await world.See(new ReadDeleting(world.Administrator.Id, world.Lakshmi.PublicId, world.Now).Run);
        Assert.Equal((0, 0, 1, false), (hangs.Alone, hangs.Organised, hangs.TakesPart, hangs.SignsIn));
        Assert.True(hangs.Letters > 0);

        Assert.Single(await Index("lakshmi"));
        await Deletes(world.Lakshmi);

        // Nobody writes anything of them again.
        var page = await world.See(new ReadPerson(world.Administrator.Id, world.Lakshmi.PublicId, world.Now).Run);
        Assert.Equal((true, false, false, false), (page.Removed, page.MayChange, page.MayRemove, page.MayDelete));
        var again = new ChangePerson(world.Administrator.Id, world.Lakshmi.PublicId, page.Version, new PersonEdit(Note: theirs[0]));
        Assert.Equal(RefusalKind.RemovedAlready, await Refused(() => world.Do(again)));
        Assert.Empty(await world.TextsWith(theirs));
        var seat = (await world.Entry(meeting)).Participations.Single(p => p.Who == world.Lakshmi.Id);
        Assert.Equal((Answer.Accepted, null), (seat.Answer, seat.Comment));
        Assert.Null(await world.See(s => s.UserByAddress(world.Lakshmi.Address)));
        await world.Do(new CancelEntry(world.Noor.Id, meeting, null, Core.Editing.Reach.All, "Another week"));
        world.Advance(60);
        await world.SendDue();
        Assert.DoesNotContain(world.Post.Mail, m => m.To.Address.EndsWith(".invalid", StringComparison.Ordinal));
        Assert.Empty(await Index("lakshmi"));
    }

    [Fact]
    public async Task Of_somebody_inside_what_only_they_entered_goes_and_what_they_organise_stays()
    {
        await world.Grant(world.Tome, world.Ana, Sight.Everything, Acting.Look);
        await world.Do(
            new AddAppointment(world.Tome.Id, world.Tome.Id, "Eye clinic", World.Timed("2027-03-08T14:00"), "Rua da Prata 9", null, true)
        );
        await world.Do(
            new SayWhere(
                world.Tome.Id,
                world.Tome.Id,
                [new WhereSaid(StayKind.Home, null, new LocalDate(2027, 5, 5), new LocalDate(2027, 5, 5), null, DaySpan.Whole)],
                0
            )
        );
        var organised = (
            await world.Do(
                new ArrangeMeeting(
                    world.Tome.Id,
                    world.Tome.Id,
                    "Yard rota",
                    [new Invited(world.Ana.PublicId, AttendeeRole.Required)],
                    World.Timed("2027-03-18T10:00"),
                    null,
                    "https://meet.ebbline.example/2",
                    null,
                    null,
                    false
                )
            )
        ).PublicId;

        var deleted = await Deletes(world.Tome);

        Assert.Empty(await world.TextsWith("Tomé", "Tome", world.Tome.Address, "Eye clinic", "Rua da Prata"));
        Assert.Equal("Yard rota", (await world.Entry(organised)).Title);
        Assert.Empty(await world.See(s => s.GrantsIn([world.Tome.Id])));
        Assert.Empty(await world.See(s => s.Stays([world.Tome.Id], new LocalDate(2027, 5, 1), new LocalDate(2027, 6, 1))));
        Assert.Equal(RefusalKind.AlreadySent, await Refused(() => world.Do(new UndoChange(world.Administrator.Id, deleted))));
    }

    [Fact]
    public async Task A_name_that_is_also_a_word_changes_no_letter_to_others_and_nothing_goes_to_who_is_deleted()
    {
        var text = await world.Add("Text", inside: false);
        await world.Arrange("2027-03-19T12:00", with: [world.Tome, world.Lakshmi, text]);
        var sent = world.Post.Mail.Count;

        await Deletes(text);
        world.Advance(60);
        await world.SendDue();

        var mail = Assert.Single(world.Post.Mail.Skip(sent));
        Assert.Equal(world.Lakshmi.Address, mail.To.Address);
        Assert.Contains(mail.Attendees, a => a.Who.Name == "Somebody deleted");
        Assert.DoesNotContain(mail.Attendees, a => a.Who.Name == "Text");
    }

    [Fact]
    public async Task Only_an_administrator_deletes_whom_everyone_knows_and_nobody_themselves()
    {
        Assert.Equal(RefusalKind.AdministratorsOnly, await Refused(() => Deletes(world.Lakshmi, world.Noor)));
        Assert.Equal(RefusalKind.OwnWayIn, await Refused(() => Deletes(world.Administrator)));
        Assert.Equal(RefusalKind.MayNotKeep, await Refused(() => Deletes(world.Gannet)));
        Assert.Equal(
            RefusalKind.AdministratorsOnly,
            await Refused(() => world.See(new ReadDeleting(world.Noor.Id, world.Lakshmi.PublicId, world.Now).Run))
        );
    }
}
