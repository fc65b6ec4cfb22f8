using System.Net;

namespace Corlin.Web.Tests;

/// <summary>
/// Whatever somebody is granted, by any number of grants, on all calendars or one, under any ceiling: no text that this does not tell
/// leaves through any endpoint that reads, and what it does tell stands on the lane.
/// </summary>
public sealed class SightPropertyTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private const int Rounds = 8;
    private const string Day = "2027-03-10";

    /// <summary>What stands on Desmond's lane. Every text of the headline holds one mark, every text beyond it another.</summary>
    private sealed record Standing(string Id, string Title, string? Whole, bool IsPrivate, bool OnFurther, bool Attended);

    private sealed record Held(string Sight, string Acting, bool IsPrivate, bool OnFurtherOnly);

    private static readonly string[] Scale = ["nothing", "outline", "headlines", "everything"];

    [Fact]
    public async Task No_text_leaves_that_the_grants_do_not_tell()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        using var ana = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        var known = await demo.KnownAsync();
        var viewer = await noor.PersonAsync("Ana Brandão");
        var (further, standing) = await StandAsync(noor, known.Owner, viewer);
        var random = new Random(20270308);
        var told = new HashSet<string>();
        for (var round = 0; round < Rounds; round++)
        {
            await noor.WithdrawAllAsync(known.Owner, viewer);
            // The first round tells all there is, so that the others are known to hold something back.
            var grants =
                round == 0
                    ? [new Held("everything", "speakFor", true, false)]
                    : Enumerable.Range(0, random.Next(3)).Select(_ => Any(random)).ToList();
            var ceiling =
                round > 0 && random.Next(3) == 0
                    ? (Sight: Scale[random.Next(1, 4)], IsPrivate: random.Next(2) == 0)
                    : (Sight: "everything", IsPrivate: true);
            await SetCeilingAsync(noor, "everything", true);
            foreach (var grant in grants)
                await noor.GrantAsync(
                    known.Owner,
                    viewer,
                    Access.Terms(grant.Sight, grant.Acting, grant.IsPrivate, until: "2027-06-01"),
                    grant.OnFurtherOnly ? further : null
                );
            await SetCeilingAsync(noor, ceiling.Sight, ceiling.IsPrivate);
            var words = $"round {round}: {string.Join(" + ", grants)} under {ceiling}";
            var (may, mayNot) = Texts(standing, grants, ceiling);
            var lanes = await TextAsync(ana, $"/api/lanes?who={known.Owner}&from={Day}&view=day");
            Assert.All(may.Where(t => t.StartsWith('h')), t =>
                Assert.True(lanes.Contains(t, StringComparison.Ordinal), $"{t} is told in {words}")
            );
            foreach (var path in Paths(known, standing))
                Check(await TextAsync(ana, path), mayNot, $"{path}, {words}");
            told.UnionWith(may);
        }

        Assert.Superset(standing.Select(s => s.Title).ToHashSet(), told);
        Assert.Superset(standing.Select(s => s.Whole).OfType<string>().ToHashSet(), told);
    }

    /// <summary>
    /// The same of every endpoint that changes something, whether it is done or refused: what it answers tells no more than a read would.
    /// </summary>
    [Theory]
    [InlineData("headlines", "change", false)]
    [InlineData("outline", "add", true)]
    [InlineData("nothing", "add", false)]
    public async Task No_answer_to_a_change_tells_more_than_a_read(string sight, string acting, bool isPrivate)
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        using var ana = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        var known = await demo.KnownAsync();
        var viewer = await noor.PersonAsync("Ana Brandão");
        var (_, standing) = await StandAsync(noor, known.Owner, viewer, "Sea trials of " + sight);
        await SetCeilingAsync(noor, "everything", true);
        await noor.WithdrawAllAsync(known.Owner, viewer);
        await noor.GrantAsync(known.Owner, viewer, Access.Terms(sight, acting, isPrivate, until: "2027-06-01"), null);
        var (_, mayNot) = Texts(standing, [new Held(sight, acting, isPrivate, false)], ("everything", true));
        Assert.NotEmpty(mayNot);
        // Who changes what is older than they think is told that it is older.
        foreach (var entry in standing)
            await Ask(
                "POST",
                $"/api/entries/{entry.Id}/change",
                new
                {
                    occurrence = (string?)null,
                    reach = "all",
                    becomes = new { title = "x", agenda = "x" },
                    was = new { title = "older", agenda = "older" },
                }
            );
        foreach (var (name, (ask, _)) in EndpointLines.All.Where(l => !l.Key.StartsWith("GET ", StringComparison.Ordinal)))
        {
            var ofAnEntry = ask(known).Path != ask(known with { Entry = "", Meeting = "" }).Path;
            foreach (var entry in ofAnEntry ? standing : standing.Take(1))
            {
                var (path, body) = ask(known with { Entry = entry.Id, Meeting = entry.Id });
                await Ask(name.Split(' ')[0], path, body);
            }
        }

        async Task Ask(string method, string path, object? body)
        {
            var response = await ana.SendAsync(new HttpMethod(method), path, EndpointLines.Content(body));
            Assert.NotEqual(HttpStatusCode.InternalServerError, response.StatusCode);
            Check(await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), mayNot, $"{method} {path}");
        }
    }

    private static Held Any(Random random)
    {
        var (sight, acting) = Access.Pairs[random.Next(Access.Pairs.Count)];
        var onFurtherOnly = acting != "speakFor" && random.Next(3) == 0;
        return new Held(sight, acting, random.Next(2) == 0, onFurtherOnly);
    }

    /// <summary>What the rules of grants, said again in a few lines, come to.</summary>
    private static (List<string> May, List<string> MayNot) Texts(
        IReadOnlyList<Standing> standing,
        List<Held> grants,
        (string Sight, bool IsPrivate) ceiling
    )
    {
        var (may, mayNot) = (new List<string>(), new List<string>());
        foreach (var entry in standing)
        {
            var personal = grants.Where(g => entry.OnFurther || !g.OnFurtherOnly).ToList();
            int Most(IEnumerable<Held> of) => of.Select(g => Array.IndexOf(Scale, g.Sight)).DefaultIfEmpty(0).Max();
            var most = Array.IndexOf(Scale, ceiling.Sight);
            var sight = Math.Min(personal.Count == 0 ? 1 : Most(personal), most);
            if (entry.IsPrivate)
                sight = Math.Min(sight, ceiling.IsPrivate ? Math.Min(Most(personal.Where(g => g.IsPrivate)), most) : 0);
            if (entry.Attended)
                sight = 3;
            (sight >= 2 ? may : mayNot).Add(entry.Title);
            if (entry.Whole is { } whole)
                (sight == 3 ? may : mayNot).Add(whole);
        }

        return (may, mayNot);
    }

    /// <summary>Every endpoint that reads, and those of one entry for each entry.</summary>
    private static IEnumerable<string> Paths(EndpointLines.Known known, IReadOnlyList<Standing> standing)
    {
        foreach (var (name, (ask, _)) in EndpointLines.All.Where(l => l.Key.StartsWith("GET ", StringComparison.Ordinal)))
        {
            if (ask(known).Path == ask(known with { Entry = "" }).Path)
                yield return ask(known).Path;
            else
                foreach (var entry in standing)
                    yield return ask(known with { Entry = entry.Id }).Path;
        }

        yield return $"/api/lanes?who={known.Owner}&from={Day}&view=list";
        yield return $"/api/find?text=h";
        foreach (var entry in standing)
            yield return $"/api/find?text={entry.Title}";
        foreach (var entry in standing.Where(s => s.Whole is not null))
            yield return $"/api/find?text={entry.Whole}";
    }

    private static void Check(string text, List<string> mayNot, string where)
    {
        // What was asked for comes back in some answers; the marks that were asked for are those in the path.
        foreach (
            var mark in mayNot.Where(m =>
                !where.Contains($"text={m}", StringComparison.Ordinal) || text.Contains($"\"title\":\"{m}", StringComparison.Ordinal)
            )
        )
            Assert.False(text.Contains(mark, StringComparison.Ordinal), $"{mark} is told by {where}");
    }

    private static async Task<string> TextAsync(Browser browser, string path)
    {
        var response = await browser.SendAsync(HttpMethod.Get, path);
        Assert.NotEqual(HttpStatusCode.InternalServerError, response.StatusCode);
        return await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
    }

    private static async Task SetCeilingAsync(Browser administrator, string sight, bool isPrivate)
    {
        var response = await administrator.SendAsync(
            HttpMethod.Put,
            "/api/access/ceilings/inside",
            EndpointLines.Content(
                new
                {
                    sight,
                    acting = sight == "everything" ? "speakFor"
                    : sight == "headlines" ? "change"
                    : "add",
                    @private = isPrivate,
                }
            )
        );
        Assert.True(response.IsSuccessStatusCode);
    }

    private static async Task<(string Further, IReadOnlyList<Standing> Standing)> StandAsync(
        Browser noor,
        string owner,
        string viewer,
        string name = "Sea trials"
    )
    {
        await noor.DoAsync($"/api/calendars/{owner}/further", new { name, counts = true });
        var further = (await noor.GetAsync($"/api/calendars/{owner}/further"))
            .GetProperty("further")
            .EnumerateArray()
            .Single(f => f.Text("name") == name)
            .Text("id");
        var sam = await noor.PersonAsync("Sam Levy");
        var standing = new List<Standing>();
        foreach (var isPrivate in new[] { false, true })
        {
            foreach (var calendar in new[] { null, further })
            {
                var title = Mark('h');
                var added = await noor.DoAsync(
                    "/api/appointments",
                    Access.Appointment(owner, title, $"{Day}T{10 + standing.Count}:00", isPrivate, calendar)
                );
                standing.Add(new Standing(added.Text("entry"), title, null, isPrivate, calendar is not null, false));
            }

            foreach (var attended in new[] { false, true })
            {
                var (title, whole) = (Mark('h'), Mark('w'));
                var sent = await noor.DoAsync(
                    "/api/meetings",
                    Access.Meeting(owner, title, whole, $"{Day}T{10 + standing.Count}:00", isPrivate, attended ? [sam, viewer] : [sam])
                );
                standing.Add(new Standing(sent.Text("entry"), title, whole, isPrivate, false, attended));
            }
        }

        return (further, standing);

        string Mark(char kind) => $"{kind}mark{standing.Count}q{further[..6]}";
    }
}
