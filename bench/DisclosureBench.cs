using System.Collections.Immutable;
using BenchmarkDotNet.Attributes;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Bench;

/// <summary>What disclosure costs an entry, against reading title and place of the entry without asking who reads.</summary>
[MemoryDiagnoser]
public class DisclosureBench
{
    private const int Count = 1_000;
    private static readonly UserId Lane = new(1);
    private static readonly Instant Now = Instant.FromUtc(2027, 3, 8, 9, 0);
    private static readonly Rights Granted = new(Sight.Headlines, Acting.Look, false, 1);
    private static readonly Rights Most = new(Sight.Everything, Acting.SpeakFor, true, 1);
    private readonly Viewer colleague = new(new UserId(9), ImmutableDictionary<UserId, bool>.Empty);
    private readonly Viewer assistant = new(new UserId(8), ImmutableDictionary<UserId, bool>.Empty.Add(Lane, true));
    private Occurrence[] occurrences = [];

    [GlobalSetup]
    public void SetUp() => occurrences = [.. Enumerable.Range(0, Count).Select(Make)];

    [Benchmark(OperationsPerInvoke = Count)]
    public int ToAColleague() => Disclose(colleague, Granted);

    [Benchmark(OperationsPerInvoke = Count)]
    public int ToTheAssistant() => Disclose(assistant, Most);

    [Benchmark(OperationsPerInvoke = Count, Baseline = true)]
    public int WithoutAsking()
    {
        var sum = 0;
        foreach (var occurrence in occurrences)
            if (Agreement.On(occurrence, Lane, Now) is { } takes)
                sum += (int)takes + occurrence.Title.Length + (occurrence.Place?.Length ?? 0);
        return sum;
    }

    private int Disclose(Viewer viewer, Rights rights)
    {
        var sum = 0;
        foreach (var occurrence in occurrences)
            if (Disclosure.Disclose(occurrence, Lane, viewer, rights, Now) is { } told)
                sum += (int)told.Takes + (told.Title?.Length ?? 0) + (told.Place?.Length ?? 0);
        return sum;
    }

    /// <summary>Of ten entries six are appointments, four meetings of five people; a fifth are private.</summary>
    private static Occurrence Make(int i)
    {
        var meeting = i % 10 >= 6;
        var time = new TimedEntry(
            new LocalDateTime(2027, 3, 8, 9, 0).PlusMinutes(15 * i),
            "Etc/UTC",
            Duration.FromMinutes(45),
            null,
            Zones.TzdbVersion
        );
        var entry = new Entry
        {
            Id = new EntryId(i + 1),
            PublicId = $"e{i}",
            Uid = $"e{i}@corlin",
            Kind = meeting ? EntryKind.Meeting : EntryKind.Appointment,
            Home = new CalendarId(1),
            Owner = Lane,
            Time = time,
            Title = "Tide lease review",
            Place = "Gannet",
            Private = i % 5 == 0,
            Participations = meeting
                ? [.. Enumerable.Range(2, 5).Select(p => new Participation(new UserId(p), AttendeeRole.Required))]
                : [],
            MadeBy = Lane,
            MadeAt = Now,
        };
        return Occurrences.Find(entry, null, DateTimeZone.Utc)!;
    }
}
