using Corlin.Application.Access;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

/// <summary>Two answers for one person that say different things.</summary>
public class AnsweringTests
{
    private static async Task<(World World, string Entry)> AcceptedByNoorAsync()
    {
        var world = await World.MakeAsync();
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.SpeakFor);
        var made = await world.Do(
            new ArrangeMeeting(
                world.Ruta.Id,
                world.Ruta.Id,
                "Berths",
                [new Invited(world.Maren.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-17T10:00"),
                null,
                null,
                null,
                null
            )
        );
        await world.Do(new AnswerInvitation(world.Noor.Id, world.Maren.Id, made.PublicId, null, Answer.Accepted, null, null));
        await world.SendDue();
        return (world, made.PublicId);
    }

    private static AnswerInvitation Declines(CalendarUser who, World world, string entry) =>
        new(who.Id, world.Maren.Id, entry, null, Answer.Declined, null, null);

    private static async Task<IReadOnlyList<string>> ToldAsync(World world, CalendarUser who)
    {
        world.Advance(11);
        await world.SendDue();
        return [.. (await world.See(s => new ReadDesk(who.Id, world.Now).Run(s))).Told.Select(t => t.Words)];
    }

    [Fact]
    public async Task Another_who_speaks_for_them_is_asked_before_an_answer_is_replaced()
    {
        var (world, entry) = await AcceptedByNoorAsync();
        await using var _ = world;
        var refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(Declines(world.Ana, world, entry)));
        Assert.Equal(RefusalKind.AnsweredOtherwise, refused.Refusal.Kind);
        Assert.StartsWith("Noor Haddad answered accepted for Maren Falk", refused.Refusal.What, StringComparison.Ordinal);
        Assert.Equal(Answer.Accepted, (await world.Entry(entry)).Participations[0].Answer);
    }

    [Fact]
    public async Task Who_answered_before_is_told_that_it_stands_no_more()
    {
        var (world, entry) = await AcceptedByNoorAsync();
        await using var _ = world;
        await world.Do(Declines(world.Ana, world, entry) with { AllTheSame = true });
        Assert.Contains(
            "Ana Brandão for Maren Falk answered declined. What stood there for Maren Falk was accepted.",
            Assert.Single(await ToldAsync(world, world.Noor)),
            StringComparison.Ordinal
        );
        Assert.Empty(await ToldAsync(world, world.Ana));
    }

    [Fact]
    public async Task Whose_answer_it_is_has_the_last_word_and_who_answered_before_hears_of_it()
    {
        var (world, entry) = await AcceptedByNoorAsync();
        await using var _ = world;
        await world.Do(Declines(world.Maren, world, entry));
        Assert.Contains("Maren Falk answered declined", Assert.Single(await ToldAsync(world, world.Noor)), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Nobody_is_asked_or_told_of_the_same_answer_again_or_of_their_own()
    {
        var (world, entry) = await AcceptedByNoorAsync();
        await using var _ = world;
        await world.Do(Declines(world.Ana, world, entry) with { Answer = Answer.Accepted });
        await world.Do(Declines(world.Ana, world, entry));
        Assert.Empty(await ToldAsync(world, world.Ana));
        Assert.Empty(await ToldAsync(world, world.Noor));
    }

    [Fact]
    public async Task Who_speaks_for_them_no_more_is_told_nothing()
    {
        var (world, entry) = await AcceptedByNoorAsync();
        await using var _ = world;
        var grant = (await world.See(s => s.GrantsIn([world.Maren.Id], [world.Noor.Id], defaults: false)))[0];
        await world.Do(new WithdrawAccess(world.Maren.Id, grant.Id));
        await world.Do(Declines(world.Maren, world, entry));
        Assert.Empty(await ToldAsync(world, world.Noor));
    }

    private static EnterAnswer Told(World world, CalendarUser by, string entry, CalendarUser who, Answer answer) =>
        new(by.Id, entry, who.PublicId, null, answer, "gladly");

    [Fact]
    public async Task What_was_told_by_word_of_mouth_stands_and_who_told_it_learns_so()
    {
        await using var world = await World.MakeAsync();
        var made = await world.Arrange();
        await world.Do(Told(world, world.Noor, made.PublicId, world.Tome, Answer.Accepted));
        var part = Agreement.Of(await world.Entry(made.PublicId), world.Tome.Id, null)!;
        Assert.Equal(
            (Answer.Accepted, world.Noor.Id, true, "gladly"),
            (part.Answer, part.AnsweredBy!.Value, part.ByWordOfMouth, part.Comment)
        );
        Assert.Contains(
            "entered “accepted” for you, told by word of mouth",
            Assert.Single(await ToldAsync(world, world.Tome)),
            StringComparison.Ordinal
        );

        // They say otherwise themselves, and it is theirs again.
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, made.PublicId, null, Answer.Declined, null, null));
        part = Agreement.Of(await world.Entry(made.PublicId), world.Tome.Id, null)!;
        Assert.Equal((Answer.Declined, world.Tome.Id, false), (part.Answer, part.AnsweredBy!.Value, part.ByWordOfMouth));
    }

    [Fact]
    public async Task What_they_answered_themselves_is_replaced_only_when_that_is_meant_and_comes_back_with_an_undo()
    {
        await using var world = await World.MakeAsync();
        var made = await world.Arrange();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, made.PublicId, null, Answer.Declined, "no", null));
        var told = Told(world, world.Noor, made.PublicId, world.Tome, Answer.Accepted);
        var refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(told));
        Assert.StartsWith("Tomé Vidal answered declined themselves", refused.Refusal.What, StringComparison.Ordinal);
        var change = await world.Do(told with { AllTheSame = true });
        await world.Do(new UndoChange(world.Noor.Id, change));
        var part = Agreement.Of(await world.Entry(made.PublicId), world.Tome.Id, null)!;
        Assert.Equal(
            (Answer.Declined, world.Tome.Id, false, "no"),
            (part.Answer, part.AnsweredBy!.Value, part.ByWordOfMouth, part.Comment)
        );
    }

    [Fact]
    public async Task Only_who_organises_enters_an_answer_and_only_of_who_is_asked()
    {
        await using var world = await World.MakeAsync();
        var made = await world.Arrange();
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(Told(world, world.Tome, made.PublicId, world.Tome, Answer.Accepted)));
        Assert.Equal(
            RefusalKind.NotAnAttendee,
            (
                await Assert.ThrowsAsync<RefusedException>(() =>
                    world.Do(Told(world, world.Noor, made.PublicId, world.Noor, Answer.Accepted))
                )
            )
                .Refusal
                .Kind
        );
        Assert.Equal(
            RefusalKind.BadInput,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(Told(world, world.Noor, made.PublicId, world.Tome, Answer.None))))
                .Refusal
                .Kind
        );
        Assert.Equal(Answer.None, Agreement.Of(await world.Entry(made.PublicId), world.Tome.Id, null)!.Answer);
    }
}
