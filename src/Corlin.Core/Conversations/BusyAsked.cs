using Corlin.Core.Time;

namespace Corlin.Core.Conversations;

/// <summary>A request for the taken time of people (VFREEBUSY, RFC 5546 3.3.2).</summary>
/// <param name="By">The address of who asks, in lower case.</param>
/// <param name="Of">The addresses of those whose time it is, in lower case, in the order of the request.</param>
public sealed record BusyAsked(string Uid, string By, Stretch Span, IReadOnlyList<string> Of);
