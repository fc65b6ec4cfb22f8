using System.Collections.Concurrent;

namespace Corlin.Application.Shared;

/// <summary>Works out what comes next of a sequence while what came last is used.</summary>
internal static class Prefetch
{
    private const int Ahead = 2;

    /// <summary>The same sequence, worked out on another thread, a little ahead. What it throws is thrown here.</summary>
    public static IEnumerable<T> Of<T>(IEnumerable<T> source)
    {
        using var stop = new CancellationTokenSource();
        using var next = new BlockingCollection<T>(Ahead);
        var working = Task.Run(() =>
        {
            try
            {
                foreach (var one in source)
                    next.Add(one, stop.Token);
            }
            finally
            {
                next.CompleteAdding();
            }
        });
        try
        {
            foreach (var one in next.GetConsumingEnumerable())
                yield return one;
            working.GetAwaiter().GetResult();
        }
        finally
        {
            stop.Cancel();
            // It ends at once: what it would add is not taken any more.
            ((IAsyncResult)working).AsyncWaitHandle.WaitOne();
        }
    }
}
