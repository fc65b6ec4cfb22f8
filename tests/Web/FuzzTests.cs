using System.Diagnostics;
using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Corlin.Web.Tests;

/// <summary>
/// Whatever stands in a body, no endpoint fails within: it is done, or refused with a status and words for people, and soon. Each part of
/// each body is put wrong in turn.
/// </summary>
public sealed class FuzzTests(DemoHost demo) : IClassFixture<DemoHost>
{
    /// <summary>What is put in place of a part, whatever it was.</summary>
    private static readonly (string What, Func<JsonNode?> Make)[] Wrong =
    [
        ("null", () => null),
        ("an empty text", () => ""),
        ("a long text", () => new string('x', 70_000)),
        ("marks", () => string.Concat(Enumerable.Repeat("<b>", 19_000))),
        ("a control character", () => "a\u0000b\u0007"),
        ("line breaks", () => "a\r\nBcc: x@x.example"),
        ("half a character", () => "a\uD800b"),
        ("a far year", () => "9999-12-31T23:59"),
        ("year zero", () => "0000-01-01"),
        ("a far date", () => "9999-12-31"),
        ("a large number", () => long.MaxValue),
        ("a small number", () => -1),
        ("a number that is none of the kinds", () => 99),
        ("a fraction", () => 1.5),
        ("a list of nothing", () => new JsonArray(null, null)),
        ("a long list", () => new JsonArray([.. Enumerable.Range(0, 3_000).Select(i => (JsonNode)$"x{i}")])),
        ("a part with parts", () => new JsonObject { ["x"] = new JsonObject { ["y"] = 1 } }),
    ];

    [Fact]
    public async Task No_body_makes_an_endpoint_fail()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var known = await demo.KnownAsync();
        var token = await noor.ForgeryAsync();
        var failed = new List<string>();
        foreach (var (name, (ask, _)) in EndpointLines.All)
        {
            var (path, body) = ask(known);
            if (body is null or string)
                continue;
            var json = JsonSerializer.SerializeToNode(body, JsonSerializerOptions.Web)!.AsObject();
            foreach (var (field, bad, text) in Mutated(json).DistinctBy(m => m.Text))
            {
                var watch = Stopwatch.StartNew();
                var response = await noor.SendAsync(
                    new HttpMethod(name.Split(' ')[0]),
                    path,
                    new StringContent(text, Encoding.UTF8, "application/json"),
                    token
                );
                if (response.StatusCode >= HttpStatusCode.InternalServerError)
                    failed.Add($"{name} with {bad} as {field}: {(int)response.StatusCode}");
                if (watch.Elapsed > TimeSpan.FromSeconds(5))
                    failed.Add($"{name} with {bad} as {field}: {watch.Elapsed}");
            }
        }

        Assert.True(failed.Count == 0, string.Join('\n', failed));
    }

    [Theory]
    [InlineData("from=9999-12-31")]
    [InlineData("from=0001-01-01")]
    [InlineData("from=x")]
    [InlineData("text=%00")]
    [InlineData("year=99999")]
    [InlineData("before=-1")]
    [InlineData("occurrence=9999-12-31T23:59:59")]
    public async Task No_question_makes_a_read_fail(string query)
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var known = await demo.KnownAsync();
        foreach (var (_, (ask, _)) in EndpointLines.All.Where(l => l.Key.StartsWith("GET ", StringComparison.Ordinal)))
        {
            var path = ask(known).Path;
            var response = await noor.SendAsync(HttpMethod.Get, path + (path.Contains('?', StringComparison.Ordinal) ? "&" : "?") + query);
            Assert.True(response.StatusCode < HttpStatusCode.InternalServerError, $"{path} with {query}: {response.StatusCode}");
        }
    }

    private static IEnumerable<(string Field, string Bad, string Text)> Mutated(JsonObject body)
    {
        yield return ("the whole", "nothing", "null");
        yield return ("the whole", "a list", "[]");
        yield return ("the whole", "half of it", body.ToJsonString()[..(body.ToJsonString().Length / 2)]);
        foreach (var path in Paths(body))
        {
            foreach (var (bad, make) in Wrong)
            {
                var copy = body.DeepClone().AsObject();
                JsonNode at = copy;
                foreach (var step in path[..^1])
                    at = int.TryParse(step, out var index) ? at[index]! : at[step]!;
                if (at is JsonArray list)
                    list[int.Parse(path[^1], System.Globalization.CultureInfo.InvariantCulture)] = make();
                else
                    at[path[^1]] = make();
                yield return (string.Join('.', path), bad, Text(copy));
            }
        }
    }

    /// <summary>With half characters as they are: a serializer would mend them.</summary>
    private static string Text(JsonObject body) => body.ToJsonString().Replace("\\uFFFD", "\\uD800", StringComparison.OrdinalIgnoreCase);

    private static IEnumerable<string[]> Paths(JsonNode node, params string[] at)
    {
        IEnumerable<(string Step, JsonNode? Value)> parts = node switch
        {
            JsonObject o => o.Select(p => (p.Key, p.Value)),
            JsonArray a => a.Take(1).Select((v, i) => ($"{i}", v)),
            _ => [],
        };
        foreach (var (step, value) in parts)
        {
            yield return [.. at, step];
            if (value is not null)
                foreach (var deeper in Paths(value, [.. at, step]))
                    yield return deeper;
        }
    }
}
