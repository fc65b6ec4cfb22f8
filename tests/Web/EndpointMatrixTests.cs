namespace Corlin.Web.Tests;

/// <summary>
/// Every endpoint there is, found by reflection, asked about somebody's calendar by a colleague who sees its Outline and may do nothing
/// there: it is refused or tells nothing. A new endpoint without a line fails.
/// </summary>
public sealed class EndpointMatrixTests(DemoHost demo) : IClassFixture<DemoHost>
{
    [Fact]
    public void Every_endpoint_has_a_line()
    {
        var all = demo
            .Host.Routes.SelectMany(EdgeTests.Names)
            .Where(n => n.Contains("/api/", StringComparison.Ordinal) || EndpointLines.OfNoCalendar.Contains(n))
            .ToHashSet();
        Assert.Equal(all.Except(EndpointLines.OfNoCalendar).Order(), EndpointLines.All.Keys.Order());
    }

    [Fact]
    public async Task A_colleague_is_refused_or_told_nothing_by_any()
    {
        var known = await demo.KnownAsync();
        using var colleague = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        var wrong = await AskAllAsync(colleague, known, "with the Outline that everyone has", seesOutline: true);
        // Less than everyone has is less for good: what is hers replaces the default.
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        await noor.DoAsync(
            "/api/access/grants",
            new
            {
                owner = known.Owner,
                receivers = new[] { await noor.PersonAsync("Ana Brandão") },
                terms = new
                {
                    sight = "nothing",
                    acting = "look",
                    @private = false,
                    passOn = false,
                    from = (string?)null,
                    until = (string?)null,
                },
                line = (string?)null,
                request = (long?)null,
            }
        );
        wrong.AddRange(await AskAllAsync(colleague, known, "with nothing", seesOutline: false));
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
    }

    private static async Task<List<string>> AskAllAsync(Browser colleague, EndpointLines.Known known, string holding, bool seesOutline)
    {
        var wrong = new List<string>();
        foreach (var (name, (ask, answer)) in EndpointLines.All)
        {
            var expected = seesOutline && EndpointLines.OfTheOutline.Contains(name) ? System.Net.HttpStatusCode.OK : answer;
            var (path, body) = ask(known);
            var response = await colleague.SendAsync(new HttpMethod(name.Split(' ')[0]), path, EndpointLines.Content(body));
            var text = await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
            if (response.StatusCode != expected)
                wrong.Add($"{name} {holding}: {response.StatusCode} {text[..Math.Min(200, text.Length)]}");
            if (text.Contains(EndpointLines.Canary, StringComparison.Ordinal))
                wrong.Add($"{name} {holding} tells what it may not.");
        }

        return wrong;
    }
}
