using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

/// <summary>Keeps for a day what was answered to a request with a key.</summary>
internal sealed class Answers(IDbContextFactory<CorlinDb> factory, WriteGate gate, IClock clock) : IAnswers
{
    public async Task<KeptAnswer?> FindAsync(UserId who, string key, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var since = clock.GetCurrentInstant() - RequestKey.Kept;
        return
            await db.Answers.AsNoTracking().FirstOrDefaultAsync(a => a.UserId == who.Value && a.Key == key && a.At > since, cancel)
                is { } row
            ? new KeptAnswer(row.Hash, row.Status, row.Body)
            : null;
    }

    public Task KeepAsync(RequestKey request, int status, string body, CancellationToken cancel = default) =>
        gate.WriteAsync(
            async db =>
            {
                var old = clock.GetCurrentInstant() - RequestKey.Kept;
                await db.Answers.Where(a => a.At < old).ExecuteDeleteAsync(cancel);
                if (await db.Answers.FindAsync([request.Who.Value, request.Key], cancel) is { } row)
                    (row.Status, row.Body) = (status, body);
            },
            cancel
        );
}
