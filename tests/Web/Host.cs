using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Corlin.Store;
using Corlin.Web.Demo;
using Corlin.Web.Edge;
using Corlin.Web.Hosting;
using Microsoft.AspNetCore.SignalR.Client;
using NodaTime;

namespace Corlin.Web.Tests;

/// <summary>The real host on a free port of this machine, on a data folder of its own.</summary>
internal sealed class Host : IAsyncDisposable
{
    public static readonly Instant Start = Instant.FromUtc(2027, 3, 8, 9, 42);
    public const string Noor = "noor.haddad@ebbline.example";

    private static readonly Lazy<Task<string>> MadeUp = new(MakeUpAsync);

    private readonly string folder;
    private DataFolder data = null!;
    private WebApplication app = null!;

    private Host(string folder) => this.folder = folder;

    private Func<StartOptions, StartOptions> with = o => o;

    public string Simulation => data.Simulation;

    public IEnumerable<RouteEndpoint> Routes =>
        app.Services.GetServices<EndpointDataSource>().SelectMany(s => s.Endpoints).OfType<RouteEndpoint>();

    /// <summary>In demo on a copy of the organisation, which is made up once: that takes longer than most tests do.</summary>
    /// <param name="with">What the command line says besides.</param>
    public static async Task<Host> StartAsync(bool demo, Func<StartOptions, StartOptions>? with = null)
    {
        var host = new Host(Directory.CreateTempSubdirectory("corlin-host").FullName) { with = with ?? (o => o) };
        if (demo)
            Copy(await MadeUp.Value, host.folder);
        await host.UpAsync(demo);
        return host;
    }

    /// <summary>Stops the process and starts another on the same folder.</summary>
    public async Task RestartAsync(bool demo)
    {
        await DownAsync();
        await UpAsync(demo);
    }

    /// <summary>Does something on the data folder while no process works on it.</summary>
    public async Task<T> WhileDownAsync<T>(bool demo, Func<string, T> work)
    {
        await DownAsync();
        try
        {
            return work(folder);
        }
        finally
        {
            await UpAsync(demo);
        }
    }

    /// <summary>Runs what is due so long after the clock of now.</summary>
    public Task<int> RunDueAsync(TimeSpan later) =>
        app
            .Services.GetRequiredService<Workers>()
            .RunDueAsync(app.Services.GetRequiredService<IClock>().GetCurrentInstant() + Duration.FromTimeSpan(later));

    /// <summary>As the process is told to end, while requests still come.</summary>
    public void BeginToStop() => app.Lifetime.StopApplication();

    public T Service<T>()
        where T : notnull => app.Services.GetRequiredService<T>();

    /// <summary>The data folder.</summary>
    public string Folder => folder;

    public Uri Address => new(app.Urls.First());

    public Browser Open() => new(Address);

    public async Task<Browser> SignInAsync(string address)
    {
        var browser = Open();
        Assert.Equal(
            HttpStatusCode.OK,
            (await browser.PostAsync("/api/session", new { address, password = DemoSetUp.Password })).StatusCode
        );
        return browser;
    }

    public async ValueTask DisposeAsync()
    {
        await DownAsync();
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>The root of the checkout.</summary>
    public static string Root
    {
        get
        {
            var at = new DirectoryInfo(AppContext.BaseDirectory);
            while (!File.Exists(Path.Combine(at.FullName, "Corlin.slnx")))
                at = at.Parent!;
            return at.FullName;
        }
    }

    private static async Task<string> MakeUpAsync()
    {
        var first = new Host(Directory.CreateTempSubdirectory("corlin-made-up").FullName);
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(first.folder, recursive: true);
        await first.UpAsync(demo: true);
        await first.DownAsync();
        return first.folder;
    }

    private static void Copy(string from, string to)
    {
        foreach (var folder in Directory.EnumerateDirectories(from, "*", SearchOption.AllDirectories))
            Directory.CreateDirectory(Path.Combine(to, Path.GetRelativePath(from, folder)));
        foreach (var file in Directory.EnumerateFiles(from, "*", SearchOption.AllDirectories))
            File.Copy(file, Path.Combine(to, Path.GetRelativePath(from, file)));
    }

    private async Task UpAsync(bool demo)
    {
        data = DataFolder.Take(folder, fresh: false);
        app = await CorlinHost.BuildAsync(
            with(
                new StartOptions
                {
                    Demo = demo,
                    Data = folder,
                    Port = 0,
                    Timers = false,
                    Now = Start,
                    Site = folder,
                    DemoFolder = Path.Combine(Root, "demo"),
                }
            ),
            data
        );
        await app.StartAsync();
    }

    private async Task DownAsync()
    {
        await app.StopAsync();
        await app.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        data.Dispose();
    }
}

/// <summary>Somebody's browser: it keeps cookies and sends the token of its session.</summary>
internal sealed class Browser : IDisposable
{
    private readonly HttpClient client;
    private readonly CookieContainer cookies = new();

    public Browser(Uri address) =>
        client = new HttpClient(new HttpClientHandler { CookieContainer = cookies, AllowAutoRedirect = false }) { BaseAddress = address };

    public Uri Address => client.BaseAddress!;

    public Task<HttpResponseMessage> SendAsync(HttpMethod method, string path) => client.SendAsync(new HttpRequestMessage(method, path));

    public async Task<string> ForgeryAsync() => (await GetAsync("/api/session")).GetProperty("forgery").GetString()!;

    /// <summary>With the token of the session, or another.</summary>
    public async Task<HttpResponseMessage> SendAsync(HttpMethod method, string path, HttpContent? content, string? token = null)
    {
        var forgery = token ?? await ForgeryAsync();
        var request = new HttpRequestMessage(method, path) { Content = content };
        request.Headers.Add(Antiforgery.Header, forgery);
        return await client.SendAsync(request);
    }

    /// <summary>From a screen that keeps a line open.</summary>
    public async Task<HttpResponseMessage> SendOnLineAsync(string path, object body, string line)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = JsonContent.Create(body) };
        request.Headers.Add(Antiforgery.Header, await ForgeryAsync());
        request.Headers.Add(LiveUpdates.LineHeader, line);
        return await client.SendAsync(request);
    }

    /// <summary>The line of an open screen, on which it hears of changes.</summary>
    public HubConnection Line() => new HubConnectionBuilder().WithUrl(new Uri(Address, "/live"), o => o.Cookies = cookies).Build();

    /// <summary>With a key, as a request is sent again whose answer was lost.</summary>
    public async Task<HttpResponseMessage> SendWithKeyAsync(string path, HttpContent content, string key)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = content };
        request.Headers.Add(Antiforgery.Header, await ForgeryAsync());
        request.Headers.Add(OnceOnly.Header, key);
        return await client.SendAsync(request);
    }

    public async Task<JsonElement> GetAsync(string path) => await client.GetFromJsonAsync<JsonElement>(path);

    public Task<HttpResponseMessage> PostAsync(string path, object body) => PostContentAsync(path, JsonContent.Create(body));

    public Task<HttpResponseMessage> PostContentAsync(string path, HttpContent content) => SendAsync(HttpMethod.Post, path, content);

    public async Task<JsonElement> DoAsync(string path, object body, HttpMethod? method = null)
    {
        var response = await SendAsync(method ?? HttpMethod.Post, path, JsonContent.Create(body));
        Assert.True(response.IsSuccessStatusCode, await response.Content.ReadAsStringAsync());
        return await response.Content.ReadFromJsonAsync<JsonElement>();
    }

    public async Task<string> PersonAsync(string name) =>
        (await GetAsync($"/api/people?text={Uri.EscapeDataString(name)}"))
            .EnumerateArray()
            .Single(p => p.GetProperty("name").GetString() == name)
            .GetProperty("id")
            .GetString()!;

    public void Dispose() => client.Dispose();
}
