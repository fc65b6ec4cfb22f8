using System.Collections.Concurrent;
using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Store;

/// <summary>
/// Entries as they were last read, for the reads that follow. They are kept by the calendars on which they stand: whatever changes an entry
/// raises the number of each, as devices rely on, and what was kept under an earlier number is read anew.
/// </summary>
public sealed class EntryMemory
{
    /// <summary>Entries; each takes about a kilobyte. What was not asked for longest goes first.</summary>
    private const int Most = 100_000;

    private readonly ConcurrentDictionary<long, Kept> calendars = new();
    private int entries;
    private long asked;

    /// <summary>What is kept of a calendar as it stands under a number; a read of an earlier state shares nothing with others.</summary>
    internal Kept Of(long calendar, long number)
    {
        var kept = calendars.AddOrUpdate(
            calendar,
            _ => new Kept(this, number),
            (_, old) => old.Number < number ? Renewed(old, number) : old
        );
        if (kept.Number != number)
            return new Kept(null, number);
        kept.AskedAt = Interlocked.Increment(ref asked);
        return kept;
    }

    private Kept Renewed(Kept old, long number)
    {
        Interlocked.Add(ref entries, -old.Count);
        return new Kept(this, number);
    }

    private void Added()
    {
        if (Interlocked.Increment(ref entries) <= Most)
            return;
        foreach (var (calendar, kept) in calendars.OrderBy(c => c.Value.AskedAt).Take(1 + (calendars.Count / 4)).ToList())
            calendars.TryRemove(KeyValuePair.Create(calendar, kept));
        Interlocked.Exchange(ref entries, calendars.Sum(c => c.Value.Count));
    }

    /// <summary>The entries of one calendar under one number.</summary>
    /// <param name="memory">Null where it is for one read only.</param>
    internal sealed class Kept(EntryMemory? memory, long number)
    {
        /// <summary>Spans: a screen asks for a few, again and again.</summary>
        private const int MostSpans = 16;

        private readonly ConcurrentDictionary<long, Entry> entries = new();
        private readonly ConcurrentDictionary<Stretch, ImmutableArray<long>> spans = new();

        internal long Number => number;

        internal long AskedAt { get; set; }

        internal int Count => entries.Count;

        /// <summary>The numbers of the entries within a span; null where it was not asked for yet.</summary>
        internal IReadOnlyList<long>? Within(Stretch span) => spans.TryGetValue(span, out var found) ? found : null;

        internal void Add(Stretch span, ImmutableArray<long> found)
        {
            if (spans.Count >= MostSpans)
                spans.Clear();
            spans[span] = found;
        }

        internal Entry? Find(long entry) => entries.GetValueOrDefault(entry);

        internal void Add(long id, Entry entry)
        {
            if (entries.TryAdd(id, entry))
                memory?.Added();
        }
    }
}
