using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Refusals;

namespace Corlin.Web.Edge;

/// <summary>
/// A request that carries a key does its work once: where it comes again, because its answer was lost or a button was pressed twice, it is
/// answered as it was the first time.
/// </summary>
internal sealed class OnceOnly(RequestDelegate next, IAnswers answers)
{
    public const string Header = "Idempotency-Key";

    private const int LongestKey = 80;
    private const int LongestAnswer = 64 * 1024;
    private const int LongestHashed = 1024 * 1024;

    private readonly ConcurrentDictionary<(long Who, string Key), Task> underWay = [];

    public async Task InvokeAsync(HttpContext context)
    {
        if (KeyOf(context) is not { } key)
        {
            await next(context);
            return;
        }

        var request = new RequestKey(context.User.Person(), key, await HashAsync(context.Request));
        var done = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        while (!underWay.TryAdd((request.Who.Value, key), done.Task))
            if (underWay.TryGetValue((request.Who.Value, key), out var other))
                await other.WaitAsync(context.RequestAborted);
        try
        {
            await RunAsync(context, request);
        }
        finally
        {
            underWay.TryRemove((request.Who.Value, key), out _);
            done.SetResult();
        }
    }

    private async Task RunAsync(HttpContext context, RequestKey request)
    {
        if (await answers.FindAsync(request.Who, request.Key, context.RequestAborted) is { } kept)
        {
            await AgainAsync(context, request, kept);
            return;
        }

        var body = context.Response.Body;
        using var copy = new MemoryStream();
        context.Response.Body = copy;
        RequestKey.Current = request;
        try
        {
            await next(context);
        }
        finally
        {
            RequestKey.Current = null;
            context.Response.Body = body;
        }

        if (
            request.Noted
            && context.Response.StatusCode < 300
            && copy.Length <= LongestAnswer
            && context.GetEndpoint()?.Metadata.GetMetadata<TellsOnce>() is null
        )
            await answers.KeepAsync(request, context.Response.StatusCode, Encoding.UTF8.GetString(copy.ToArray()), CancellationToken.None);
        copy.Position = 0;
        await copy.CopyToAsync(body, context.RequestAborted);
    }

    private static async Task AgainAsync(HttpContext context, RequestKey request, KeptAnswer kept)
    {
        if (kept.Hash != request.Hash || kept.Status is not { } status)
        {
            await Results
                .Problem(
                    title: English.Refused(new Refusal(RefusalKind.DoneAlready, null, null)),
                    statusCode: StatusCodes.Status409Conflict,
                    type: "corlin:done-already"
                )
                .ExecuteAsync(context);
            return;
        }

        context.Response.StatusCode = status;
        if (kept.Body is not { Length: > 0 } text)
            return;
        context.Response.ContentType = "application/json; charset=utf-8";
        await context.Response.WriteAsync(text, context.RequestAborted);
    }

    private static string? KeyOf(HttpContext context) =>
        HttpMethods.IsPost(context.Request.Method)
        && context.User.Identity?.IsAuthenticated == true
        && context.Request.Path.StartsWithSegments("/api")
        && context.Request.Headers[Header].ToString() is { Length: > 0 and <= LongestKey } key
        && key.All(char.IsAscii)
        // What carries a file is told apart by what it carries.
        && context.Request.ContentLength is null or <= LongestHashed
            ? key
            : null;

    private static async Task<string> HashAsync(HttpRequest request)
    {
        request.EnableBuffering();
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        hash.AppendData(Encoding.UTF8.GetBytes($"{request.Method} {request.Path}{request.QueryString}\n"));
        var piece = new byte[8192];
        int read;
        while ((read = await request.Body.ReadAsync(piece, request.HttpContext.RequestAborted)) > 0)
            hash.AppendData(piece, 0, read);
        request.Body.Position = 0;
        return Convert.ToHexStringLower(hash.GetHashAndReset());
    }
}
