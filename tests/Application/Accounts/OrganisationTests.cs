using Corlin.Application.Accounts;
using Corlin.Application.History;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

/// <summary>How the organisation is called: an administrator says it, in a line.</summary>
public sealed class OrganisationTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<string?> Called() => world.See(s => s.OrganisationName());

    private Task<IReadOnlyList<Missing>> StillMissing() => world.See(new ReadMissing(world.Administrator.Id).Run);

    private Task<long> Name(string? stood, string name) => world.Do(new NameOrganisation(world.Administrator.Id, stood, name));

    private async Task<RefusalKind> Refused(NameOrganisation change) =>
        (await Assert.ThrowsAsync<RefusedException>(() => world.Do(change))).Refusal.Kind;

    [Fact]
    public async Task Named_once_and_again_and_taken_back_step_by_step()
    {
        Assert.Null(await Called());
        Assert.Contains(Missing.Organisation, await StillMissing());
        var first = await Name(null, "  Ebline ");
        Assert.Equal("Ebline", await Called());
        Assert.DoesNotContain(Missing.Organisation, await StillMissing());
        var second = await Name("Ebline", "Ebbline");
        Assert.Equal("Ebbline", await Called());

        await world.Do(new UndoChange(world.Administrator.Id, second));
        Assert.Equal("Ebline", await Called());
        await world.Do(new UndoChange(world.Administrator.Id, first));
        Assert.Null(await Called());
    }

    [Fact]
    public async Task What_was_named_anew_since_is_not_taken_back()
    {
        var first = await Name(null, "Ebline");
        await Name("Ebline", "Ebbline");
        var refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoChange(world.Administrator.Id, first)));
        Assert.Equal(RefusalKind.ChangedSince, refused.Refusal.Kind);
        Assert.Equal("Ebbline", await Called());
    }

    [Fact]
    public async Task It_is_one_line_said_by_an_administrator_who_knows_how_it_is_called()
    {
        var administrator = world.Administrator.Id;
        Assert.Equal(RefusalKind.AdministratorsOnly, await Refused(new NameOrganisation(world.Noor.Id, null, "Ebbline")));
        foreach (var none in (string[])["", "  ", "Ebb\nline", new('e', OrganisationName.Longest + 1)])
            Assert.Equal(RefusalKind.BadInput, await Refused(new NameOrganisation(administrator, null, none)));
        Assert.Equal(RefusalKind.ChangedSince, await Refused(new NameOrganisation(administrator, "Ebline", "Ebbline")));
        Assert.Null(await Called());
        await Name(null, new string('e', OrganisationName.Longest));
        Assert.Equal(RefusalKind.ChangedSince, await Refused(new NameOrganisation(administrator, null, "Ebbline")));
    }
}
