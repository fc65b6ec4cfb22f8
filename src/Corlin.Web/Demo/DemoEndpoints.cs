using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Demo;

/// <param name="Password">The same for all; nothing in the demo is real.</param>
public sealed record DemoSignInsView(IReadOnlyList<DemoSignInView> People, string Password);

public sealed record DemoSignInView(string Name, string Address, string Post);

public sealed record AdvanceRequest(int Seconds);

public sealed record AdvancedView(long Now, int Done);

/// <summary>What exists in the demo only.</summary>
internal static class DemoEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/demo/sign-ins", SignIns).AllowAnonymous();
        api.MapPost("/demo/advance", AdvanceAsync);
    }

    private static Ok<DemoSignInsView> SignIns(DemoSignIns signIns) =>
        TypedResults.Ok(
            new DemoSignInsView([.. signIns.All.Select(s => new DemoSignInView(s.Name, s.Address, s.Post))], DemoSetUp.Password)
        );

    private static async Task<Ok<AdvancedView>> AdvanceAsync(AdvanceRequest request, DemoTime time, CancellationToken cancel)
    {
        var (now, done) = await time.AdvanceAsync(request.Seconds, cancel);
        return TypedResults.Ok(new AdvancedView(now.ToUnixTimeMilliseconds(), done));
    }
}
