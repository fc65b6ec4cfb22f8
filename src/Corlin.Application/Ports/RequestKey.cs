using Corlin.Core.Calendars;

namespace Corlin.Application.Ports;

/// <summary>A request that may come again because its answer was lost on the way: with the same key it does its work once.</summary>
/// <param name="key">Made by who asks.</param>
/// <param name="hash">Of what is asked for: the same key with another request is refused.</param>
public sealed class RequestKey(UserId who, string key, string hash)
{
    /// <summary>So long a key and its answer are kept.</summary>
    public static readonly NodaTime.Duration Kept = NodaTime.Duration.FromDays(1);

    private static readonly AsyncLocal<RequestKey?> Asked = new();

    /// <summary>The one of the request under way; null where it carries none.</summary>
    public static RequestKey? Current
    {
        get => Asked.Value;
        set => Asked.Value = value;
    }

    public UserId Who => who;

    public string Key => key;

    public string Hash => hash;

    /// <summary>Whether the work was written down with the key; it is so once, in the transaction of the first change.</summary>
    public bool Noted { get; set; }
}

/// <summary>What was answered to a request with a key.</summary>
/// <param name="Status">Null where the work was done and its answer not kept.</param>
public sealed record KeptAnswer(string Hash, int? Status, string? Body);

/// <summary>The answers to requests with a key.</summary>
public interface IAnswers
{
    Task<KeptAnswer?> FindAsync(UserId who, string key, CancellationToken cancel = default);

    Task KeepAsync(RequestKey request, int status, string body, CancellationToken cancel = default);
}
