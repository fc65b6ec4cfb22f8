using Corlin.Application.Handing;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Corlin.Web.Identity;
using NodaTime;

namespace Corlin.Web.Features.Handing;

/// <summary>Opens the feed of a key, and keeps when it was read with what.</summary>
internal sealed class FeedSource(IReadStore store, IWriteGate gate, AccountKeeping accounts, IClock clock)
{
    private const int LongestKey = 100;

    public Instant Now { get; } = clock.GetCurrentInstant();

    /// <exception cref="RefusedException">It leads nowhere, or no longer.</exception>
    public async Task<FeedContent> OpenAsync(HttpContext context, string key)
    {
        if (key.Length > LongestKey)
            throw new RefusedException(RefusalKind.NotFound);
        var opened = await store.ReadAsync(new OpenFeed(key, Now).Run, context.RequestAborted);
        // Whose way in is closed reads nothing with a program either.
        if ((await accounts.OfAsync(opened.By)).State == AccountState.Closed)
            throw new RefusedException(RefusalKind.FeedEnded);
        if (opened.Note)
            await gate.RunAsync(new NoteFeedRead(opened.Id, Programs.Name(context.Request, Feed.LongestProgram)), context.RequestAborted);
        return opened.Content;
    }
}
