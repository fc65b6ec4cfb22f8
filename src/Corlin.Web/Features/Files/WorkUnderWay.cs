using System.Collections.Concurrent;
using Corlin.Core.Calendars;

namespace Corlin.Web.Features.Files;

/// <param name="Done">How many parts are done.</param>
/// <param name="InAll">How many there are; nought while that is not known.</param>
public sealed record ProgressView(int Done, int InAll);

/// <summary>Long work that somebody waits for, by a name that they gave it.</summary>
internal sealed class WorkUnderWay
{
    private readonly ConcurrentDictionary<(UserId Who, string Name), Work> all = [];

    public Work Begin(UserId who, string? name)
    {
        var work = new Work(this, (who, name ?? ""));
        if (name is { Length: > 0 and <= 64 })
            all[work.Key] = work;
        return work;
    }

    public ProgressView Of(UserId who, string name) =>
        all.TryGetValue((who, name), out var work) ? new ProgressView(work.Done, work.InAll) : new ProgressView(0, 0);

    internal sealed class Work(WorkUnderWay home, (UserId Who, string Name) key) : IDisposable
    {
        private volatile int done;

        public (UserId Who, string Name) Key => key;

        public int Done => done;

        public int InAll { get; set; }

        /// <summary>Counts what is passed on.</summary>
        public IEnumerable<T> Counted<T>(IEnumerable<T> parts)
        {
            foreach (var part in parts)
            {
                yield return part;
                done++;
            }
        }

        public void Dispose() => home.all.TryRemove(key, out _);
    }
}
