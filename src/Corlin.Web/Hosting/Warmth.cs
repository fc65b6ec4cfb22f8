using Corlin.Application.Desk;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Web.Hosting;

/// <summary>Whether the model and the first queries are warm.</summary>
internal sealed class Warmth
{
    public bool IsWarm { get; private set; }

    /// <summary>Runs what the first screens ask once, so that nobody waits for it.</summary>
    public static async Task WarmAsync(IServiceProvider services)
    {
        var store = services.GetRequiredService<IReadStore>();
        var now = services.GetRequiredService<IClock>().GetCurrentInstant();
        var anybody = await store.ReadAsync(s => s.FindUsers("", [], 1));
        if (anybody is [var who, ..])
        {
            await store.ReadAsync(s => new ReadDesk(who.Id, now).Run(s));
            await store.ReadAsync(s => new ReadChase(who.Id, now).Run(s));
        }

        services.GetRequiredService<Warmth>().IsWarm = true;
    }
}
