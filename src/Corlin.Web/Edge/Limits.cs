using System.Globalization;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;

namespace Corlin.Web.Edge;

/// <summary>How often somebody may ask: by address where nobody is signed in, by account for what searches.</summary>
internal static class Limits
{
    /// <summary>Everything that answers without a session.</summary>
    public const string Stranger = "stranger";

    /// <summary>Sign-in, keys and the first set-up.</summary>
    public const string Key = "key";

    /// <summary>Coming to a conference.</summary>
    public const string Knock = "knock";

    /// <summary>What looks through many calendars or people.</summary>
    public const string Search = "search";

    /// <summary>What a device asks, which comes by itself.</summary>
    public const string Device = "device";

    public static void Add(IServiceCollection services) =>
        services.AddRateLimiter(limits =>
        {
            limits.OnRejected = RejectedAsync;
            limits.AddPolicy(Stranger, context => ByAddress(context, 240, 4));
            limits.AddPolicy(Key, context => ByAddress(context, 60, 1));
            limits.AddPolicy(Knock, context =>
                context.User.Identity?.IsAuthenticated == true ? ByAccount(context, 60, 2) : ByAddress(context, 20, 0.5)
            );
            limits.AddPolicy(Device, context => ByAccount(context, 600, 20));
            limits.AddPolicy(Search, context => ByAccount(context, 150, 20));
        });

    private static RateLimitPartition<string> ByAddress(HttpContext context, int atOnce, double aSecond) =>
        Bucket(From(context), atOnce, aSecond);

    private static RateLimitPartition<string> ByAccount(HttpContext context, int atOnce, double aSecond) =>
        Bucket(context.User.Identity?.IsAuthenticated == true ? $"account {context.User.Person().Value}" : From(context), atOnce, aSecond);

    /// <summary>The address that a request comes from.</summary>
    public static string From(HttpContext context) => context.Connection.RemoteIpAddress?.ToString() ?? "";

    private static RateLimitPartition<string> Bucket(string whose, int atOnce, double aSecond) =>
        RateLimitPartition.GetTokenBucketLimiter(whose, _ => new TokenBucketRateLimiterOptions
        {
            TokenLimit = atOnce,
            TokensPerPeriod = Math.Max(1, (int)aSecond),
            ReplenishmentPeriod = TimeSpan.FromSeconds(aSecond >= 1 ? 1 : 1 / aSecond),
            QueueLimit = 0,
            AutoReplenishment = true,
        });

    private static async ValueTask RejectedAsync(OnRejectedContext rejected, CancellationToken cancel)
    {
        var wait = rejected.Lease.TryGetMetadata(MetadataName.RetryAfter, out var after) ? after : TimeSpan.FromSeconds(1);
        await TooMany(rejected.HttpContext, wait).ExecuteAsync(rejected.HttpContext);
    }

    /// <summary>429, with when to try again.</summary>
    public static IResult TooMany(HttpContext context, TimeSpan wait)
    {
        var seconds = Math.Max(1, (int)Math.Ceiling(wait.TotalSeconds));
        context.Response.Headers.RetryAfter = seconds.ToString(CultureInfo.InvariantCulture);
        return Results.Problem(title: Words(seconds), statusCode: StatusCodes.Status429TooManyRequests, type: "corlin:too-many");
    }

    public static string Words(int seconds) =>
        $"Too many tries. Try again in {(seconds < 90 ? $"{seconds} seconds" : $"{(seconds + 59) / 60} minutes")}.";
}
