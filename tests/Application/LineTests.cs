using Corlin.Application.Reads;
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
        Assert.Equal(("Gannet", Instant.FromUtc(2027, 3, 11, 15, 0).ToUnixTimeMilliseconds(), "2027-03-11"), (read.Place, read.Start, read.From));
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
    public async Task A_name_that_nobody_has_says_why_it_was_not_understood() =>
        Assert.Equal(("Zelda", "nobody here has that name, or more than one"), (await Read("with Zelda")).NotUnderstood.Select(n => (n.Text, n.Why)).Single());
}
