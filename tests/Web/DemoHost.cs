namespace Corlin.Web.Tests;

/// <summary>One demo for the tests of a class that leave it as it is, or do not mind what others did.</summary>
public sealed class DemoHost : IAsyncLifetime
{
    private Task<EndpointLines.Known>? known;

    internal Host Host { get; private set; } = null!;

    /// <summary>What <see cref="EndpointLines.PrepareAsync"/> puts on Desmond's lane, once for all tests of the class.</summary>
    internal Task<EndpointLines.Known> KnownAsync() => known ??= EndpointLines.PrepareAsync(Host);

    public async ValueTask InitializeAsync() => Host = await Host.StartAsync(demo: true);

    public ValueTask DisposeAsync() => Host.DisposeAsync();
}
