using Corlin.Application.Calendars;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;

namespace Corlin.Application.Tests;

/// <summary>Many act at one moment: one result, told to all.</summary>
public sealed class RaceTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task Two_assistants_change_the_same_meeting_and_the_later_is_told_so()
    {
        await world.Grant(world.Maren, world.Ruta, Sight.Everything, Acting.SpeakFor, true);
        var made = await world.Arrange(with: [world.Tome]);
        await Later();
        world.Post.Notices.Clear();
        var was = new EntryEdit { Title = "Insurers, renewal terms", Place = "" };
        var changed = await Task.WhenAll(
            new[] { (world.Noor, "Renewal, first"), (world.Ruta, "Renewal, second") }.Select(one =>
                Task.Run(() =>
                    world.Do(new ChangeEntry(one.Item1.Id, made.PublicId, null, Reach.All, new EntryEdit { Title = one.Item2 }, was))
                )
            )
        );
        var first = Assert.Single(changed, c => c.Change is not null);
        Assert.Equal([EntryPart.Title], Assert.Single(changed, c => c.Change is null).Conflicts);
        Assert.Equal(changed[0] == first ? "Renewal, first" : "Renewal, second", (await world.Entry(made.PublicId)).Title);
        await Later();
        Assert.Single(world.Post.Notices, n => n.To == world.Tome.Address && n.Kind == EffectKind.Changed);
    }

    [Fact]
    public async Task Forty_people_answer_at_once_and_each_answer_stands_and_is_told()
    {
        var lines = Enumerable
            .Range(0, 40)
            .Select(i => new PersonLine(
                i + 2,
                $"Rigger {i}",
                $"rigger{i}@ebbline.example",
                UserKind.Person,
                true,
                null,
                null,
                null,
                null,
                [],
                [],
                null,
                []
            ))
            .ToList();
        await world.Do(new ImportPeople(world.Administrator.Id, lines, null));
        var riggers = await world.See(s => lines.Select(l => s.UserByAddress(l.Address!)!).ToArray());
        var made = await world.Arrange(with: riggers);
        await Later();
        world.Post.Notices.Clear();
        await Task.WhenAll(
            riggers.Select(
                (who, i) =>
                    Task.Run(() =>
                        world.Do(
                            new AnswerInvitation(
                                who.Id,
                                who.Id,
                                made.PublicId,
                                null,
                                i % 2 == 0 ? Answer.Accepted : Answer.Declined,
                                $"from {i}",
                                null
                            )
                        )
                    )
            )
        );
        var parts = (await world.Entry(made.PublicId)).Participations;
        Assert.Equal(40, parts.Length);
        foreach (var (who, i) in riggers.Select((who, i) => (who, i)))
        {
            var part = parts.Single(p => p.Who == who.Id);
            Assert.Equal((i % 2 == 0 ? Answer.Accepted : Answer.Declined, $"from {i}", 1), (part.Answer, part.Comment, part.Version));
        }

        await Later();
        Assert.Equal(
            40,
            world
                .Post.Notices.Where(n => n.Kind == EffectKind.Answered && n.To == world.Noor.Address)
                .Select(n => n.About)
                .Distinct()
                .Count()
        );
    }

    private async Task Later()
    {
        world.Advance(10);
        await world.SendDue();
    }
}
