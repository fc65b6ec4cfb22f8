using Corlin.Web.Edge;
using Microsoft.AspNetCore.SignalR.Client;

namespace Corlin.Web.Tests;

/// <summary>Which open screens are told of a change.</summary>
public sealed class LiveTests
{
    private const string Ines = "ines.quadros@ebbline.example";

    [Fact]
    public async Task Every_screen_is_told_once_but_the_one_that_made_the_change_which_its_answer_tells()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var noor = await host.SignInAsync(Host.Noor);
        using var ines = await host.SignInAsync(Ines);
        var maren = await noor.PersonAsync("Maren Falk");
        await using var asking = await Screen.OpenAsync(noor, maren);
        await using var beside = await Screen.OpenAsync(noor, maren);
        await using var others = await Screen.OpenAsync(ines, maren);

        var answer = await noor.SendOnLineAsync("/api/appointments", Access.Appointment(maren, "one", "2027-03-11T10:00"), asking.Id);
        Assert.True(answer.IsSuccessStatusCode);
        Assert.True(answer.Headers.Contains(LiveUpdates.ChangedHeader));
        await beside.ToldAsync(1);
        await others.ToldAsync(1);

        // A line that is somebody else's is not believed; it is told, and that is the first it hears.
        answer = await ines.SendOnLineAsync("/api/appointments", Access.Appointment(maren, "two", "2027-03-12T10:00"), asking.Id);
        Assert.True(answer.IsSuccessStatusCode);
        await asking.ToldAsync(1);
        await beside.ToldAsync(2);
        await others.ToldAsync(2);
        Assert.Equal((1, 2, 2), (asking.Told, beside.Told, others.Told));

        // What is refused has changed nothing.
        answer = await noor.SendOnLineAsync("/api/appointments", Access.Appointment(maren, "", "2027-03-12T10:00"), asking.Id);
        Assert.False(answer.IsSuccessStatusCode);
        Assert.False(answer.Headers.Contains(LiveUpdates.ChangedHeader));
    }

    [Fact]
    public async Task What_changed_between_a_reading_and_the_watching_of_it_is_told_when_it_is_watched()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var noor = await host.SignInAsync(Host.Noor);
        using var ines = await host.SignInAsync(Ines);
        var maren = await noor.PersonAsync("Maren Falk");
        var answer = await ines.SendOnLineAsync("/api/appointments", Access.Appointment(maren, "one", "2027-03-11T10:00"), "none");
        Assert.True(answer.IsSuccessStatusCode);

        await using var readBefore = await Screen.OpenAsync(noor, maren, readAgo: 60_000);
        await readBefore.ToldAsync(1);

        // Who reads after it has it, and hears of the next thing first.
        await using var readAfter = await Screen.OpenAsync(noor, maren);
        // What was watched already was told already.
        await readBefore.WatchAsync(maren, 60_000);
        answer = await ines.SendOnLineAsync("/api/appointments", Access.Appointment(maren, "two", "2027-03-12T10:00"), "none");
        Assert.True(answer.IsSuccessStatusCode);
        await readBefore.ToldAsync(2);
        await readAfter.ToldAsync(1);
        Assert.Equal((2, 1), (readBefore.Told, readAfter.Told));
    }

    private sealed class Screen : IAsyncDisposable
    {
        private readonly HubConnection line;
        private readonly SemaphoreSlim heard = new(0);
        private int awaited;
        private int told;

        private Screen(HubConnection line)
        {
            this.line = line;
            line.On("changed", () =>
            {
                Interlocked.Increment(ref told);
                heard.Release();
            });
        }

        public string Id => line.ConnectionId!;

        public int Told => told;

        public static async Task<Screen> OpenAsync(Browser browser, string watched, double readAgo = 0)
        {
            var screen = new Screen(browser.Line());
            await screen.line.StartAsync(TestContext.Current.CancellationToken);
            await screen.WatchAsync(watched, readAgo);
            return screen;
        }

        public Task WatchAsync(string watched, double readAgo) =>
            line.InvokeAsync("Watch", new[] { watched }, readAgo, TestContext.Current.CancellationToken);

        /// <summary>Waits until it was told so many times since it was opened.</summary>
        public async Task ToldAsync(int times)
        {
            for (; awaited < times; awaited++)
                Assert.True(await heard.WaitAsync(TimeSpan.FromSeconds(30), TestContext.Current.CancellationToken), "It was not told.");
        }

        public ValueTask DisposeAsync() => line.DisposeAsync();
    }
}
