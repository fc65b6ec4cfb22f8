using System.Collections.Concurrent;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Web.Identity;

/// <summary>
/// Sends somebody the link with which they set their password. It goes past the outbox and the mail room, where others who speak for them
/// would read it: it is kept nowhere.
/// </summary>
internal sealed class KeyMail(IReadStore store, IMailWriter writer, IMailCarrier carrier, IClock clock)
{
    /// <param name="by">Who gives it to them; null where they asked for it.</param>
    /// <exception cref="RefusedException">It was not taken over.</exception>
    public async Task SendAsync(CalendarUser who, CalendarUser? by, string key, CancellationToken cancel = default)
    {
        var (subject, text) = English.KeyLetter(who, by, await store.ReadAsync(s => s.OrganisationName(), cancel));
        var from = by is null ? new Mailbox("Corlin", who.Address) : new Mailbox(by.Name, by.Address);
        var letter = new Letter(from, new Mailbox(who.Name, who.Address), subject, text, clock.GetCurrentInstant(), $"/welcome#{key}")
        {
            Automatic = true,
        };
        try
        {
            await carrier.SendAsync(writer.Write($"{Guid.NewGuid():N}@corlin", letter), cancel);
        }
        catch (UndeliverableException e)
        {
            throw new RefusedException(RefusalKind.KeyNotMailed, null, e.Message);
        }
    }
}

/// <summary>
/// Those who lost their password and ask for a link. A worker answers, so that what a stranger sees is the same whether or not anybody has
/// that address.
/// </summary>
internal sealed class KeyRequests(IServiceScopeFactory scopes)
{
    private const int MostWaiting = 200;

    /// <summary>To one address no more than one goes in this time.</summary>
    private static readonly Duration Apart = Duration.FromHours(1);

    private readonly ConcurrentQueue<string> waiting = new();
    private readonly Dictionary<string, Instant> sent = new(StringComparer.Ordinal);

    public void Ask(string address)
    {
        if (waiting.Count < MostWaiting && Mailbox.IsAddress(address))
            waiting.Enqueue(address);
    }

    /// <returns>How many links were sent.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel)
    {
        foreach (var old in sent.Where(s => s.Value <= now - Apart).Select(s => s.Key).ToList())
            sent.Remove(old);
        var count = 0;
        while (waiting.TryDequeue(out var address))
        {
            if (!sent.TryAdd(address, now))
                continue;
            await using var scope = scopes.CreateAsyncScope();
            try
            {
                count += await scope.ServiceProvider.GetRequiredService<AccountKeeping>().MailResetAsync(address, cancel) ? 1 : 0;
            }
            catch (RefusedException)
            {
                // The mail server did not take it: they may ask again at once.
                sent.Remove(address);
            }
        }

        return count;
    }
}
