namespace Corlin.Web.Tests;

/// <summary>One demo for the tests of a class that leave it as it is, or do not mind what others did.</summary>
public sealed class DemoHost : IAsyncLifetime
{
    internal Host Host { get; private set; } = null!;

    public async ValueTask InitializeAsync() => Host = await Host.StartAsync(demo: true);

    public ValueTask DisposeAsync() => Host.DisposeAsync();
}
