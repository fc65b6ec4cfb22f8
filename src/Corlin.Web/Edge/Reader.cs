using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Web.Edge;

/// <summary>What every endpoint needs: who asks, when, and the store.</summary>
internal sealed record Reader(IReadStore Store, IWriteGate Gate, IClock Clock, UserId Person, CancellationToken Cancel)
{
    public Instant Now => Clock.GetCurrentInstant();

    public static ValueTask<Reader?> BindAsync(HttpContext context)
    {
        var services = context.RequestServices;
        return ValueTask.FromResult<Reader?>(
            new Reader(
                services.GetRequiredService<IReadStore>(),
                services.GetRequiredService<IWriteGate>(),
                services.GetRequiredService<IClock>(),
                context.User.Person(),
                context.RequestAborted
            )
        );
    }

    public Task<T> ReadAsync<T>(Func<ICalendarReads, T> read) => Store.ReadAsync(read, Cancel);

    public Task<T> ChangeAsync<T>(IChange<T> change) => Gate.RunAsync(change, Cancel);

    /// <summary>The number of somebody known by their public id.</summary>
    public async Task<UserId> UserAsync(string publicId, string field) => (await FindAsync(publicId, field)).Id;

    /// <summary>Somebody known by their public id.</summary>
    public async Task<CalendarUser> FindAsync(string publicId, string field) =>
        await ReadAsync(s => new FindPerson(Person, publicId, Now).Run(s))
        ?? throw new RefusedException(RefusalKind.PersonUnknown, field, publicId);

    public static LocalDate Date(string text, string field) =>
        LocalDatePattern.Iso.Parse(text) is { Success: true } parsed && Bounds.Holds(parsed.Value)
            ? parsed.Value
            : throw new RefusedException(RefusalKind.BadInput, field, Short(text));

    public static LocalDateTime Time(string text, string field) =>
        LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm").Parse(text) is { Success: true } parsed
        && Bounds.Holds(parsed.Value.Date)
            ? parsed.Value
            : throw new RefusedException(RefusalKind.BadInput, field, Short(text));

    // A part of a body can be missing whatever its type says.
    private static string Short(string? text) => text?.Length > 40 ? text[..40] + "…" : text ?? "";

    public static LocalDateTime? Occurrence(string? text)
    {
        if (string.IsNullOrEmpty(text))
            return null;
        return LocalDateTimePattern.ExtendedIso.Parse(text) is { Success: true } parsed && Bounds.Holds(parsed.Value.Date)
            ? parsed.Value
            : throw new RefusedException(RefusalKind.BadInput, "occurrence", Short(text));
    }
}
