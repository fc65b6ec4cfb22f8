using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.People;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>A line of plain words with the names of a real organisation.</summary>
public sealed class LineTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<LineReading> Read(string text) => world.See(s => new ReadLine(world.Noor.Id, text, world.Now).Run(s));

    [Fact]
    public async Task Names_are_found_without_their_accents_and_times_are_those_of_who_writes()
    {
        var read = await Read("Thu 15:00 with tome, if free Ruta Vaitkus, in gannet, about lease");
        Assert.Equal([world.Tome.PublicId], read.Required.Select(p => p.Id));
        Assert.Equal([world.Ruta.PublicId], read.Optional.Select(p => p.Id));
        Assert.Equal(
            ("Gannet", Instant.FromUtc(2027, 3, 11, 15, 0).ToUnixTimeMilliseconds(), "2027-03-11"),
            (read.Place, read.Start, read.From)
        );
        Assert.Empty(read.NotUnderstood);
    }

    [Fact]
    public async Task An_address_that_nobody_has_yet_is_kept_and_one_that_somebody_has_is_that_person()
    {
        var read = await Read($"with {world.Tome.Address} and new.person@coromandel-marine.example");
        Assert.Equal([world.Tome.PublicId], read.Required.Select(p => p.Id));
        Assert.Equal(["new.person@coromandel-marine.example"], read.RequiredAddresses);
    }

    [Fact]
    public async Task A_contact_of_somebody_elses_stays_an_address_and_a_name()
    {
        await world.Do(
            new AddToPeople(
                world.Noor.Id,
                UserKind.Person,
                false,
                world.Maren.Id,
                new PersonEdit(Name: "Halvard Strand", Address: "halvard@strand.example")
            )
        );
        Task<LineReading> Line(CalendarUser viewer) => world.See(new ReadLine(viewer.Id, "with Halvard Strand", world.Now).Run);
        Task<IReadOnlyList<PastedView>> Pasted(CalendarUser viewer) =>
            world.See(new ReadPasted(viewer.Id, "halvard@strand.example; Halvard Strand", world.Now).Run);
        Assert.Equal(["Halvard Strand"], (await Line(world.Noor)).Required.Select(p => p.Name));
        Assert.Equal("Halvard Strand", (await Pasted(world.Noor))[1].Person!.Name);
        Assert.Empty((await Line(world.Ruta)).Required);
        Assert.Equal(
            [("halvard@strand.example", true), (null, true)],
            (await Pasted(world.Ruta)).Select(p => (p.Address, p.Person is null))
        );
    }

    [Fact]
    public async Task A_pasted_list_finds_people_by_address_and_leaves_who_is_nobody()
    {
        Assert.Equal(
            [world.Tome.PublicId],
            (await world.See(new ReadPasted(world.Noor.Id, "Vidal, Tomé <tome@ebbline.example>", world.Now).Run)).Select(p => p.Person!.Id)
        );
        var twice = Assert.Single(await world.See(new ReadPasted(world.Noor.Id, "nobody of that name", world.Now).Run));
        Assert.Equal((null, null, 0), (twice.Person, twice.Address, twice.Several.Count));
    }

    [Fact]
    public async Task Several_of_whom_some_come_and_who_are_met_one_after_another_are_people_of_here_or_addresses()
    {
        var read = await world.See(
            new ReadLine(
                world.Noor.Id,
                "Interviews with one of Tomé and Maren: Ruta Vaitkus, new@strand.example one after another",
                world.Now
            )
            {
                Wishing = true,
            }.Run
        );
        Assert.Equal(
            (1, $"{world.Tome.PublicId} {world.Maren.PublicId}"),
            (read.Some!.AtLeast, string.Join(' ', read.Some.Of.Select(p => p.Id)))
        );
        Assert.Equal(
            (world.Ruta.PublicId, "new@strand.example", false),
            (Assert.Single(read.Each!.Of).Id, Assert.Single(read.Each.Addresses), read.Each.InOneRun)
        );
        Assert.Empty(read.Required);
        Assert.Empty(read.NotUnderstood);
    }

    [Fact]
    public async Task A_room_is_sought_by_what_some_room_has_as_it_is_written_there()
    {
        await world.Do(
            new ChangePerson(
                world.Administrator.Id,
                world.Gannet.PublicId,
                world.Gannet.Version,
                new PersonEdit(Capacity: 8, Features: ["Screen"])
            )
        );
        var read = await world.See(
            new ReadLine(world.Noor.Id, "Lease with Tomé in a room for six with a screen", world.Now) { Wishing = true }.Run
        );
        Assert.Equal((6, "Screen"), (read.Room!.Seats, string.Join(',', read.Room.Features)));
        Assert.Empty(read.NotUnderstood);
        // Nowhere is there one with a piano, and nobody is called that.
        var piano = await world.See(new ReadLine(world.Noor.Id, "Lease in a room for six with a piano", world.Now) { Wishing = true }.Run);
        Assert.Empty(piano.Room!.Features);
        Assert.Contains("piano", piano.Title, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_name_that_nobody_has_says_why_it_was_not_understood() =>
        Assert.Equal(
            ("Zelda", "nobody here has that name, or more than one"),
            (await Read("with Zelda")).NotUnderstood.Select(n => (n.Text, n.Why)).Single()
        );
}
