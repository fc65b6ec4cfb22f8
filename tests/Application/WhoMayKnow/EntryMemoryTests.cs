using System.Text.Json;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>Entries are kept in memory between reads: after every change there is, what is remembered is what stands.</summary>
public class EntryMemoryTests
{
    /// <summary>So many of the changes at random must have been done for the test to say anything.</summary>
    private const int Done = 40;

    [Fact]
    public async Task What_is_remembered_is_what_stands_after_every_change()
    {
        var done = 0;
        for (var seed = 1; seed <= 2; seed++)
        {
            await using var world = await World.MakeAsync();
            var made = await Organisation.MakeAsync(world, seed);
            var random = new Random(seed);
            // As it stands before the first change, so that there is something to remember.
            await world.See(s => Standing(s, made));
            foreach (var type in EveryChange.Types.OrderBy(_ => random.Next()))
            {
                var actor = made.People[random.Next(Organisation.Inside)];
                foreach (var change in EveryChange.Of(type, actor, made, world, random, 3))
                {
                    if (!await EveryChange.DoAsync(world, change))
                        continue;
                    done++;
                    var remembered = await world.See(s => Standing(s, made));
                    var stands = await world.Afresh.ReadAsync(s => Standing(s, made), TestContext.Current.CancellationToken);
                    Assert.True(
                        stands == remembered,
                        $"organisation {seed}, after {change}: {remembered} is remembered, and {stands} stands"
                    );
                }
            }
        }

        Assert.True(done >= Done, $"only {done} changes were done");
    }

    /// <summary>Every entry of every calendar of theirs, word for word, over two spans.</summary>
    private static string Standing(ICalendarReads store, Organisation made)
    {
        var main = store.MainCalendars(made.People.Select(p => p.Id).Append(made.Room.Id));
        CalendarId[] calendars = [.. main.Values, .. store.FurtherOf([.. main.Keys]).Select(f => f.Calendar)];
        var from = Instant.FromUtc(2027, 3, 1, 0, 0);
        return string.Join(
            '\n',
            new[] { 30, 90 }.SelectMany(days =>
                store
                    .Touching(calendars, new Stretch(from, from + Duration.FromDays(days)))
                    .OrderBy(c => c.Key.Value)
                    .SelectMany(c => c.OrderBy(e => e.Id.Value).Select(e => $"{c.Key.Value} {JsonSerializer.Serialize(e)}"))
            )
        );
    }
}
