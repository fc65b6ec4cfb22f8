using System.Collections.Concurrent;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Microsoft.AspNetCore.SignalR;
using NodaTime;

namespace Corlin.Web.Hosting;

/// <summary>A calendar has changed; the screen reads again.</summary>
/// <param name="Calendar">The public id of whose calendar it is.</param>
/// <param name="Number">Its change number.</param>
internal sealed record LiveMessage(string Calendar, long Number);

/// <summary>Open screens say whose lanes they show.</summary>
internal sealed class LiveHub(LiveUpdates live) : Hub
{
    /// <summary>Watches some calendars instead of those watched before; those that may not be seen are left out.</summary>
    public Task Watch(string[] people) => live.WatchAsync(Context.ConnectionId, Context.User!.Person(), people);

    public override Task OnDisconnectedAsync(Exception? exception)
    {
        live.Forget(Context.ConnectionId);
        return base.OnDisconnectedAsync(exception);
    }
}

/// <summary>Who watches what. The right to see is checked on joining and again before each message.</summary>
internal sealed class LiveUpdates(IHubContext<LiveHub> hub, IReadStore store, IClock clock) : ILiveUpdates
{
    private const int MostWatched = 200;

    private readonly ConcurrentDictionary<string, Watcher> watchers = [];

    public async Task WatchAsync(string connection, UserId person, string[] people)
    {
        var calendars = await store.ReadAsync(s =>
        {
            // One's own calendar is always watched: who is called hears of it wherever they are.
            var owners = people.Take(MostWatched).Select(s.User).OfType<CalendarUser>().Concat(s.Users([person]).Values).DistinctBy(u => u.Id).ToDictionary(u => u.Id, u => u.PublicId);
            var found = s.MainCalendars(owners.Keys).ToDictionary(c => c.Value, c => (c.Key, owners[c.Key]));
            var seen = Seen(s, person, found.ToDictionary(f => f.Key, f => f.Value.Key));
            return found.Where(f => seen.Contains(f.Key)).ToDictionary(f => f.Key, f => f.Value);
        });
        watchers[connection] = new Watcher(person, calendars);
    }

    public void Forget(string connection) => watchers.TryRemove(connection, out _);

    public async Task AnnounceAsync(IReadOnlyCollection<CalendarChange> changes)
    {
        foreach (var (connection, watcher) in watchers)
        {
            var watched = changes.Where(c => watcher.Calendars.ContainsKey(c.Calendar)).ToList();
            if (watched.Count == 0) continue;
            var seen = await store.ReadAsync(s => Seen(s, watcher.Person, watched.ToDictionary(c => c.Calendar, c => watcher.Calendars[c.Calendar].Owner)));
            foreach (var change in watched)
            {
                // Who may see it no longer is told once that what stands there is old, and nothing after that.
                var number = seen.Contains(change.Calendar) ? change.Number : 0;
                await hub.Clients.Client(connection).SendAsync("changed", new LiveMessage(watcher.Calendars[change.Calendar].PublicId, number));
            }

            var gone = watched.Select(c => c.Calendar).Where(c => !seen.Contains(c)).ToHashSet();
            if (gone.Count > 0) watchers.TryUpdate(connection, watcher with { Calendars = watcher.Calendars.Where(c => !gone.Contains(c.Key)).ToDictionary() }, watcher);
        }
    }

    /// <summary>The calendars of which somebody may see anything now.</summary>
    private HashSet<CalendarId> Seen(ICalendarReads reads, UserId person, IReadOnlyDictionary<CalendarId, UserId> calendars)
    {
        var now = clock.GetCurrentInstant();
        var inside = reads.Users([person]).TryGetValue(person, out var user) && user.Inside;
        var grants = reads.GrantsOn([.. calendars.Values], person);
        var ceiling = reads.CeilingFor(inside);
        return [.. calendars.Where(c => c.Value == person || SeesAnything(grants[c.Value], c.Key)).Select(c => c.Key)];

        // A lane is announced by its main calendar, also to who sees no more than one beside it.
        bool SeesAnything(IEnumerable<Grant> held, CalendarId main) =>
            held.Select(g => g.Calendar ?? main).Distinct().Any(c => Rights.Combine(held.Where(g => g.IsOn(c)), inside, now, ceiling).Sight > Sight.Nothing);
    }

    private sealed record Watcher(UserId Person, IReadOnlyDictionary<CalendarId, (UserId Owner, string PublicId)> Calendars);
}
