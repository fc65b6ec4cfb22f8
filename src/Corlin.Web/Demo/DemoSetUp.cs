using Corlin.Application.Files;
using Corlin.Application.Mail;
using Corlin.Application.Ports;
using Corlin.Application.Whereabouts;
using Corlin.Core.Time;
using Corlin.Simulation;
using Corlin.Simulation.Calendars;
using Corlin.Simulation.Seed;
using Corlin.Store.Model;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace Corlin.Web.Demo;

/// <summary>The made-up people who can sign in to the demo.</summary>
internal sealed class DemoSignIns
{
    public IReadOnlyList<DemoSignIn> All { get; set; } = [];
}

/// <summary>Fills an empty demo and lets its people sign in.</summary>
internal static class DemoSetUp
{
    /// <summary>One password for all of them; nothing in the demo is real.</summary>
    public const string Password = "tide and turbine";

    /// <summary>09:42 in Lisbon today, or next Monday where today is no working day.</summary>
    public static Instant UsualStart(Instant now)
    {
        var lisbon = Zones.Get("Europe/Lisbon");
        var date = lisbon.ToLocal(now).Date;
        while (date.DayOfWeek is IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday)
            date = date.PlusDays(1);
        return lisbon.ToInstant(date + new LocalTime(9, 42));
    }

    public static async Task RunAsync(IServiceProvider services, StartOptions options, bool empty)
    {
        var signIns = services.GetRequiredService<DemoSignIns>();
        if (empty)
        {
            var clock = services.GetRequiredService<DemoClock>();
            var seed = new DemoSeed(
                services.GetRequiredService<IWriteGate>(),
                services.GetRequiredService<IConferenceLinks>(),
                services.GetRequiredService<CalendarHouse>(),
                clock
            );
            var people = await seed.RunAsync(options.DemoFolder, clock.GetCurrentInstant());
            foreach (var person in people)
                await AddAccountAsync(services, person);
            // What was told while the past was made up has been read long ago.
            var silent = new Silence();
            await new OutboxWorker(
                services.GetRequiredService<IOutbox>(),
                services.GetRequiredService<IMailWriter>(),
                silent,
                silent
            ).DrainAsync(clock.GetCurrentInstant());
            await services.GetRequiredService<HolidayWorker>().RunDueAsync(clock.GetCurrentInstant());
            while (await services.GetRequiredService<FollowWorker>().RunDueAsync(clock.GetCurrentInstant()) > 0) { }
        }

        signIns.All = await AccountsAsync(services);
    }

    private static async Task AddAccountAsync(IServiceProvider services, DemoSignIn person)
    {
        await using var scope = services.CreateAsyncScope();
        var users = scope.ServiceProvider.GetRequiredService<UserManager<Account>>();
        var made = await users.CreateAsync(
            new Account
            {
                UserName = person.Address,
                Email = person.Address,
                EmailConfirmed = true,
                PersonId = person.Person.Value,
            },
            Password
        );
        if (!made.Succeeded)
            throw new InvalidOperationException(string.Join("; ", made.Errors.Select(e => e.Description)));
    }

    private static async Task<IReadOnlyList<DemoSignIn>> AccountsAsync(IServiceProvider services)
    {
        await using var scope = services.CreateAsyncScope();
        var accounts = scope.ServiceProvider.GetRequiredService<UserManager<Account>>().Users.OrderBy(a => a.Id).ToList();
        return await services
            .GetRequiredService<IReadStore>()
            .ReadAsync(store =>
            {
                var people = store.Users(accounts.Select(a => new Core.Calendars.UserId(a.PersonId)));
                return (IReadOnlyList<DemoSignIn>)
                    [.. accounts.Select(a => people[new(a.PersonId)]).Select(p => new DemoSignIn(p.Id, p.Name, p.Address, p.Post ?? ""))];
            });
    }

    private sealed class Silence : IMailCarrier, INoticeCarrier
    {
        public Task SendAsync(WrittenMail mail, CancellationToken cancel = default) => Task.CompletedTask;

        public Task DeliverAsync(string messageId, Notice notice, CancellationToken cancel = default) => Task.CompletedTask;
    }
}
