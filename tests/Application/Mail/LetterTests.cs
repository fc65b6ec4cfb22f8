using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

/// <summary>A reminder with its text, and when somebody was last written to.</summary>
public sealed class LetterTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<LettersView> Letters(string meeting) => world.See(new ReadLetters(world.Noor.Id, meeting, null, world.Now).Run);

    [Fact]
    public async Task The_reminder_names_the_meeting_its_time_and_in_whose_name_it_is()
    {
        var made = await world.Arrange("2027-03-16T12:00", false, world.Tome, world.Ana);
        var letters = await Letters(made.PublicId);
        var title = (await world.Entry(made.PublicId)).Title;
        Assert.Equal($"Will you come? {title}", letters.Subject);
        Assert.Equal(
            $"You are invited to “{title}”, Tuesday 16 March, 12:00 to 12:45 in Lisbon. Maren has not had your answer yet: could you say whether you can come?\n\nNoor Haddad, for Maren Falk",
            letters.Text
        );
        Assert.Empty(letters.Written);
    }

    [Fact]
    public async Task Who_was_written_to_is_told_with_when_and_what_was_taken_back_never_was()
    {
        var made = await world.Arrange("2027-03-16T12:00", false, world.Tome, world.Ana);
        // An invitation is no letter.
        await world.Do(new AnswerInvitation(world.Ana.Id, world.Ana.Id, made.PublicId, null, Core.Calendars.Answer.Accepted, null, null));
        world.Advance(60);
        await world.Do(new WriteTo(world.Noor.Id, made.PublicId, null, Circle.Silent, null, "Do you come?"));
        var written = Assert.Single((await Letters(made.PublicId)).Written);
        Assert.Equal((world.Tome.PublicId, true), (written.Person, written.Today));
        Assert.StartsWith("today ", written.When, StringComparison.Ordinal);
        world.Advance(24 * 3600);
        Assert.StartsWith("yesterday ", Assert.Single((await Letters(made.PublicId)).Written).When, StringComparison.Ordinal);
        var again = await world.Do(new WriteTo(world.Noor.Id, made.PublicId, null, Circle.Silent, null, "Do you?"));
        await world.Do(new UndoChange(world.Noor.Id, again));
        Assert.False(Assert.Single((await Letters(made.PublicId)).Written).Today);
    }

    [Fact]
    public async Task Only_who_organises_it_reads_them()
    {
        var made = await world.Arrange("2027-03-16T12:00", false, world.Tome);
        foreach (var viewer in new[] { world.Tome, world.Ruta })
        {
            var refused = await Assert.ThrowsAsync<RefusedException>(() =>
                world.See(new ReadLetters(viewer.Id, made.PublicId, null, world.Now).Run)
            );
            Assert.Equal(RefusalKind.NotFound, refused.Refusal.Kind);
        }
    }
}
