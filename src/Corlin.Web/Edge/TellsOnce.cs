namespace Corlin.Web.Edge;

/// <summary>Marks what answers with a key or password: the answer is kept nowhere, not even for whoever lost it on the way.</summary>
internal sealed class TellsOnce
{
    public static readonly TellsOnce Mark = new();
}

internal static class TellsOnceEndpoints
{
    public static RouteHandlerBuilder ToldOnce(this RouteHandlerBuilder endpoint) => endpoint.WithMetadata(TellsOnce.Mark);
}
