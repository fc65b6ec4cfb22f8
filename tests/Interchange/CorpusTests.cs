using System.Text.Json;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Interchange.Tests;

/// <summary>
/// Calendar files as they come, each beside what must come of it (tests/cases/ics). They are read for an owner in Lisbon.
/// </summary>
public class CorpusTests
{
    private static readonly DateTimeZone Lisbon = Zones.Get("Europe/Lisbon");

    private static readonly Stretch Year = new(Instant.FromUtc(2027, 1, 1, 0, 0), Instant.FromUtc(2028, 1, 1, 0, 0));

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    private static readonly string Folder = Cases.Path("ics");

    public static IEnumerable<TheoryDataRow<string>> Files =>
        Directory
            .EnumerateFiles(Folder, "*.ics")
            .Select(f => Path.GetFileNameWithoutExtension(f))
            .Order(StringComparer.Ordinal)
            .Select(n => new TheoryDataRow<string>(n));

    /// <param name="Refused">A piece of why the whole file is refused; null where it is not.</param>
    /// <param name="Skipped">Of each part that is not taken over a piece of the reason, in order.</param>
    /// <param name="Good">So many good events beside one of which only matters that it keeps none of them.</param>
    private sealed record Wanted(
        IReadOnlyList<WantedEntry> Entries,
        IReadOnlyList<string> Skipped,
        string? Refused = null,
        IReadOnlyList<string>? Notes = null,
        int AnyEntries = 0,
        int Good = 0
    );

    private sealed record WantedEntry(string Title, IReadOnlyList<string> At, double Minutes)
    {
        public bool? Private { get; init; }
        public string? Takes { get; init; }
        public string? Zone { get; init; }
        public string? Place { get; init; }
        public string? Category { get; init; }
        public bool AllDay { get; init; }
        public IReadOnlyList<string> Keeps { get; init; } = [];
        public WantedOverride? Override { get; init; }
    }

    private sealed record WantedOverride(string Title, bool Private, string Agenda, string Link, string Takes, int Sequence);

    private static Wanted Of(string name) =>
        JsonSerializer.Deserialize<Wanted>(File.ReadAllText(Path.Combine(Folder, name + ".json")), Json)!;

    private static ReadFile Read(string name)
    {
        using var file = File.OpenRead(Path.Combine(Folder, name + ".ics"));
        return CalendarFile.Read(file, Lisbon, TestContext.Current.CancellationToken);
    }

    [Fact]
    public void There_are_more_than_a_hundred() => Assert.True(Files.Count() > 100);

    [Theory]
    [MemberData(nameof(Files))]
    public void Of_each_file_comes_what_must(string name)
    {
        var wanted = Of(name);
        if (wanted.Refused is { } why)
        {
            Assert.Contains(why, Assert.Throws<FormatException>(() => Read(name)).Message, StringComparison.Ordinal);
            return;
        }

        var read = Read(name);
        Assert.All(read.Skipped, s => Assert.DoesNotContain("Exception", s.Why, StringComparison.Ordinal));
        foreach (var note in wanted.Notes ?? [])
            Assert.Contains(read.Notes, n => n.Contains(note, StringComparison.Ordinal));
        if (wanted.Good > 0)
        {
            Assert.Contains(read.Entries, e => e.Uid == "good");
            return;
        }

        if (wanted.AnyEntries == 0)
            Assert.Equal(wanted.Entries.Select(e => e.Title), read.Entries.Select(e => e.Title));
        else
            Assert.Equal(wanted.AnyEntries, read.Entries.Count);
        Assert.Equal(wanted.Skipped.Count, read.Skipped.Count);
        foreach (var (reason, skipped) in wanted.Skipped.Zip(read.Skipped))
            Assert.Contains(reason, skipped.Why, StringComparison.Ordinal);
        foreach (var (want, entry) in wanted.Entries.Zip(read.Entries))
            Same(want, entry);
    }

    /// <summary>What was read and is written out is read again as the same.</summary>
    [Theory]
    [MemberData(nameof(Files))]
    public void What_was_read_is_the_same_after_the_way_through(string name)
    {
        if (Of(name).Refused is not null)
            return;
        var first = Read(name).Entries;
        var again = CalendarFile.Read(
            new MemoryStream(System.Text.Encoding.UTF8.GetBytes(CalendarWriter.ToText(first, Instant.FromUtc(2027, 3, 8, 9, 42)))),
            Lisbon,
            TestContext.Current.CancellationToken
        );
        Assert.Empty(again.Skipped);
        Assert.Equal(first.Select(Said), again.Entries.Select(Said));
    }

    private static string Said(Entry e) =>
        $"{e.Uid} {e.Title} {e.Place} {e.Agenda} {e.Link} {e.Private} {e.Takes} {e.Status} {e.Sequence} {e.RelatedTo} {e.Raw} {string.Join(", ", Occurrences.In(e, Year, Lisbon).Select(o => $"{o.Stretch} {o.Title} {o.Private} {o.Takes} {o.Agenda}"))}";

    private static void Same(WantedEntry want, Entry entry)
    {
        var occurrences = Occurrences.In(entry, Year, Lisbon).ToList();
        Assert.Equal(want.At, occurrences.Select(o => InstantPattern.ExtendedIso.Format(o.Stretch.Start)));
        Assert.Equal(want.Minutes, occurrences[0].Stretch.Length.TotalMinutes);
        Assert.Equal(want.AllDay, entry.Time is AllDayEntry);
        if (want.Private is { } isPrivate)
            Assert.Equal(isPrivate, entry.Private);
        if (want.Takes is { } takes)
            Assert.Equal(takes, entry.Takes.ToString());
        if (want.Zone is { } zone)
            Assert.Equal(zone, Assert.IsType<TimedEntry>(entry.Time).Zone);
        if (want.Place is { } place)
            Assert.Equal(place, entry.Place);
        if (want.Category is { } category)
            Assert.Equal(category, CalendarFile.CategoryOf(entry));
        var written = CalendarWriter.ToText([entry], Instant.FromUtc(2027, 3, 8, 9, 42)).Replace("\r\n ", "", StringComparison.Ordinal);
        foreach (var line in want.Keeps)
            Assert.Contains($"\r\n{line}\r\n", written, StringComparison.Ordinal);
        if (want.Override is not { } changed)
            return;
        var one = Assert.Single(entry.Overrides);
        Assert.Equal(
            (changed.Title, changed.Private, changed.Agenda, changed.Link, changed.Takes, changed.Sequence),
            (one.Title, one.Private == true, one.Agenda, one.Link, one.Takes.ToString(), one.Sequence)
        );
    }
}
