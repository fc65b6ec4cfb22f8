using System.Collections.Concurrent;
using System.Diagnostics;
using System.Threading.Channels;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Microsoft.AspNetCore.SignalR;
using NodaTime;

namespace Corlin.Web.Edge;

/// <summary>Open screens say whose lanes they show.</summary>
internal sealed class LiveHub(LiveUpdates live) : Hub
{
    /// <summary>
    /// Watches some calendars instead of those watched before; those that may not be seen are left out. The screen is told of what changed
    /// there since it read them, that many milliseconds ago.
    /// </summary>
    public Task Watch(string[] people, double readAgo) => live.WatchAsync(Context, people, readAgo);

    public override Task OnDisconnectedAsync(Exception? exception)
    {
        live.Forget(Context.ConnectionId);
        return base.OnDisconnectedAsync(exception);
    }
}

/// <summary>
/// Who watches what. A change is announced without waiting for anybody; what was announced meanwhile is told together, after one reading of
/// the rights of all open screens. A screen is told that something changed and no more: what, or how often, would tell of what may not be
/// known. The screen that made the change is told by the answer to it.
/// </summary>
internal sealed class LiveUpdates(
    IHubContext<LiveHub> hub,
    IReadStore store,
    IClock clock,
    IHttpContextAccessor http,
    ILogger<LiveUpdates> log
) : BackgroundService, ILiveUpdates
{
    /// <summary>Which line the screen that asks keeps open.</summary>
    public const string LineHeader = "X-Corlin-Line";

    /// <summary>Stands on the answer to what changed a calendar.</summary>
    public const string ChangedHeader = "X-Corlin-Changed";

    private const int MostWatched = 200;

    /// <summary>How long a change is remembered for who read just before it and watches from just after it.</summary>
    private static readonly TimeSpan remembered = TimeSpan.FromMinutes(2);

    private const int MostRemembered = 5_000;

    private readonly ConcurrentDictionary<string, Watcher> watchers = [];
    private readonly Channel<Announced> announced = Channel.CreateUnbounded<Announced>(new UnboundedChannelOptions { SingleReader = true });
    private readonly ConcurrentQueue<(long At, Announced Told)> lately = [];

    public async Task WatchAsync(HubCallerContext connection, string[] people, double readAgo)
    {
        var person = connection.User!.Person();
        var calendars = await store.ReadAsync(s =>
        {
            // One's own calendar is always watched: who is called hears of it wherever they are.
            var known = people.Distinct().Take(MostWatched).ToList();
            var owners = s.Users(known)
                .Values.Concat(s.Users([person]).Values)
                .DistinctBy(u => u.Id)
                .ToDictionary(u => u.Id, u => new Watched(u.Id, u.PublicId, u.Kind is UserKind.Room or UserKind.Resource));
            var found = s.MainCalendars(owners.Keys).ToDictionary(c => c.Value, c => owners[c.Key]);
            var seen = new Seeing(s, [person], found, clock.GetCurrentInstant());
            return found.Where(f => seen.Reaches(person, f.Key, f.Value, ChangeReach.Outline)).ToDictionary();
        });
        var line = connection.ConnectionId;
        var before = watchers.GetValueOrDefault(line)?.Calendars;
        watchers[line] = new Watcher(person, calendars, connection.Abort);
        // Of what was watched before it has been told.
        foreach (var (at, told) in lately)
            if (
                Stopwatch.GetElapsedTime(at).TotalMilliseconds <= readAgo
                && told.By != line
                && before?.ContainsKey(told.Change.Calendar) != true
            )
                announced.Writer.TryWrite(told with { To = line });
    }

    public void Forget(string connection) => watchers.TryRemove(connection, out _);

    /// <summary>Closes the lines of somebody whose session ended; a browser that may go on opens its own again.</summary>
    public void End(UserId person)
    {
        foreach (var (connection, watcher) in watchers.Where(w => w.Value.Person == person))
        {
            Forget(connection);
            watcher.Abort();
        }
    }

    public Task AnnounceAsync(IReadOnlyCollection<CalendarChange> changes)
    {
        var by = LineOfAsker();
        foreach (var told in changes.Select(c => new Announced(c, by, null)))
        {
            lately.Enqueue((Stopwatch.GetTimestamp(), told));
            announced.Writer.TryWrite(told);
        }

        while (lately.TryPeek(out var oldest) && (lately.Count > MostRemembered || Stopwatch.GetElapsedTime(oldest.At) > remembered))
            lately.TryDequeue(out _);
        if (http.HttpContext?.Response is { HasStarted: false } answer)
            answer.Headers[ChangedHeader] = "1";
        return Task.CompletedTask;
    }

    /// <summary>The line of the screen that asked for the change, where it is that person's own.</summary>
    private string? LineOfAsker() =>
        http.HttpContext is { User.Identity.IsAuthenticated: true } asked
        && asked.Request.Headers[LineHeader].ToString() is { Length: > 0 } line
        && watchers.TryGetValue(line, out var watcher)
        && watcher.Person == asked.User.Person()
            ? line
            : null;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (await announced.Reader.WaitToReadAsync(stoppingToken))
        {
            var together = new Dictionary<(CalendarId Calendar, string? By, string? To), Announced>();
            while (announced.Reader.TryRead(out var told))
            {
                var key = (told.Change.Calendar, told.By, told.To);
                if (!together.TryGetValue(key, out var sooner) || told.Change.Reach < sooner.Change.Reach)
                    together[key] = told;
            }

            try
            {
                await TellAsync(together.Values, stoppingToken);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                log.LogError(e, "Open screens could not be told of a change.");
            }
        }
    }

    private async Task TellAsync(IReadOnlyCollection<Announced> told, CancellationToken cancel)
    {
        var concerned = watchers
            .Select(w => (Connection: w.Key, Watcher: w.Value, Changes: ConcerningOf(w.Key, w.Value)))
            .Where(w => w.Changes.Count > 0)
            .ToList();
        if (concerned.Count == 0)
            return;
        var calendars = new Dictionary<CalendarId, Watched>();
        foreach (var (_, watcher, own) in concerned)
        foreach (var change in own)
            calendars[change.Calendar] = watcher.Calendars[change.Calendar];
        var seeing = await store.ReadAsync(
            s => new Seeing(s, [.. concerned.Select(c => c.Watcher.Person).Distinct()], calendars, clock.GetCurrentInstant()),
            cancel
        );
        foreach (var (connection, watcher, own) in concerned)
        {
            var gone = new HashSet<CalendarId>();
            var reaches = false;
            foreach (var change in own)
            {
                var watched = watcher.Calendars[change.Calendar];
                // Who may see it no longer is told once that what stands there is old, and nothing after that.
                if (!seeing.Reaches(watcher.Person, change.Calendar, watched, ChangeReach.Outline))
                    gone.Add(change.Calendar);
                reaches |= gone.Contains(change.Calendar) || seeing.Reaches(watcher.Person, change.Calendar, watched, change.Reach);
            }

            if (reaches)
                await hub.Clients.Client(connection).SendAsync("changed", cancel);
            if (gone.Count > 0)
                watchers.TryUpdate(
                    connection,
                    watcher with
                    {
                        Calendars = watcher.Calendars.Where(c => !gone.Contains(c.Key)).ToDictionary(),
                    },
                    watcher
                );
        }

        List<CalendarChange> ConcerningOf(string line, Watcher watcher) =>
            [
                .. told.Where(t => t.By != line && (t.To ?? line) == line && watcher.Calendars.ContainsKey(t.Change.Calendar))
                    .Select(t => t.Change),
            ];
    }

    /// <param name="By">The line of the screen that made the change.</param>
    /// <param name="To">The line of the one screen that is told late; null for all.</param>
    private sealed record Announced(CalendarChange Change, string? By, string? To);

    private sealed record Watched(UserId Owner, string PublicId, bool IsRoom);

    private sealed record Watcher(UserId Person, IReadOnlyDictionary<CalendarId, Watched> Calendars, Action Abort);

    /// <summary>What some people may see of some calendars, read at once.</summary>
    private sealed class Seeing
    {
        private readonly IReadOnlyDictionary<UserId, CalendarUser> people;
        private readonly ILookup<UserId, Grant> grants;
        private readonly ILookup<UserId, UserId> groups;
        private readonly Ceiling inside;
        private readonly Ceiling outside;
        private readonly Instant now;

        public Seeing(
            ICalendarReads reads,
            IReadOnlyCollection<UserId> watching,
            IReadOnlyDictionary<CalendarId, Watched> calendars,
            Instant now
        )
        {
            this.now = now;
            people = reads.Users(watching);
            grants = reads.GrantsIn([.. calendars.Values.Select(c => c.Owner).Distinct()]).ToLookup(g => g.Owner);
            groups = reads.GroupsOf(watching);
            (inside, outside) = (reads.CeilingFor(true), reads.CeilingFor(false));
        }

        /// <summary>
        /// Whether somebody may learn of a change that is seen so far. A lane is announced by its main calendar, also to who sees no more
        /// than one beside it.
        /// </summary>
        public bool Reaches(UserId person, CalendarId main, Watched calendar, ChangeReach reach)
        {
            if (person == calendar.Owner)
                return true;
            if (!people.TryGetValue(person, out var who))
                return false;
            var held = grants[calendar.Owner]
                .Where(g => g.Receiver is not { } receiver || receiver == person || groups[person].Contains(receiver))
                .ToList();
            return held.Select(g => g.Calendar ?? main)
                .Distinct()
                .Any(c =>
                    Sees(Rights.Combine(held.Where(g => g.IsOn(c)), who.Inside, now, who.Inside ? inside : outside), calendar.IsRoom, reach)
                );
        }

        private static bool Sees(Rights rights, bool isRoom, ChangeReach reach) =>
            reach switch
            {
                ChangeReach.Outline => rights.Sight > Sight.Nothing,
                // What is on in a room is read elsewhere.
                _ when isRoom => rights.MaySpeakFor,
                ChangeReach.Headline => rights.Sight >= Sight.Headlines,
                _ => rights.PrivateSight >= Sight.Headlines,
            };
    }
}
