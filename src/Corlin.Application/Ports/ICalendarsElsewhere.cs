using Corlin.Core.Calendars;

namespace Corlin.Application.Ports;

/// <summary>Reads calendars that are kept elsewhere, by their address.</summary>
public interface ICalendarsElsewhere
{
    /// <summary>
    /// Asks for what stands at an address. It never throws for what the other side does: that is a failure in the answer.
    /// </summary>
    /// <param name="tag">By what the server knows the state last read, or null.</param>
    Task<Fetched> FetchAsync(string address, string? tag, CancellationToken cancel = default);
}

/// <summary>What came of asking.</summary>
/// <param name="Content">The file; null where nothing has changed or it failed. Whoever asked disposes it.</param>
/// <param name="Tag">By what the server knows the state that it told.</param>
public sealed record Fetched(Stream? Content, string? Tag, FetchFailure? Failure = null);
