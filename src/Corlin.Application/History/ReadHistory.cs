using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.History;

/// <summary>What was done in somebody's name, or to one entry, latest first.</summary>
/// <param name="Of">In whose name, or on whose lane the entry stands.</param>
/// <param name="Title">The entry's, where it is of one.</param>
/// <param name="Actors">Who has done something, to choose from.</param>
/// <param name="More">What to ask for to go on; null at the end.</param>
public sealed record HistoryView(
    PersonView Of,
    string? Title,
    IReadOnlyList<PersonView> Actors,
    IReadOnlyList<HistoryRowView> Rows,
    long? More
);

/// <param name="By">Who did it.</param>
/// <param name="For">In whose name, where that is somebody else.</param>
/// <param name="Day">The day in the reader's zone, in words.</param>
/// <param name="Words">What was done.</param>
/// <param name="Details">What is different since, a line each.</param>
/// <param name="Under">The grant under which it was done, in words; null for the owner.</param>
/// <param name="Undone">Whether it was taken back.</param>
/// <param name="Entry">The public id of the entry, where it is still there and may be known.</param>
/// <param name="ByAbsence">An absence did it by itself, as <paramref name="By"/> had it posted.</param>
/// <param name="ByInstruction">A standing instruction of <paramref name="By"/> did it by itself.</param>
/// <param name="ByDeadline">A deadline for answers did it by itself, as it was set.</param>
/// <param name="Act">With these changes the reader takes it back, with all that belongs to it; null where they cannot.</param>
/// <param name="Back">Where it has left, the way back; or null.</param>
public sealed record HistoryRowView(
    long Id,
    long At,
    string Day,
    string Time,
    PersonView By,
    PersonView? For,
    string Words,
    IReadOnlyList<string> Details,
    string? Under,
    bool Undone,
    string? Entry,
    bool ByAbsence = false,
    bool ByInstruction = false,
    bool ByDeadline = false,
    IReadOnlyList<long>? Act = null,
    WayBackView? Back = null
);

/// <param name="Who">The public id of in whose name it was done, or on whose lane the entry stands.</param>
/// <param name="Entry">The public id of the one entry, or null for all that was done.</param>
/// <param name="By">The public id of who did it, or null for anybody.</param>
/// <param name="First">The first day, in the reader's zone.</param>
/// <param name="Last">The last day.</param>
/// <param name="Before">What <see cref="HistoryView.More"/> said.</param>
public sealed record ReadHistory(
    UserId Viewer,
    string Who,
    string? Entry,
    string? By,
    LocalDate? First,
    LocalDate? Last,
    long? Before,
    Instant Now,
    int Limit = ReadHistory.PageSize
)
{
    public const int PageSize = 60;

    private const int MostActors = 50;

    public HistoryView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.Find(Who) ?? throw new RefusedException(RefusalKind.NotFound);
        var calendars = LaneCalendars.Of(viewing, owner.Id);
        var entry = Entry is null ? null : store.Entry(Entry) ?? throw new RefusedException(RefusalKind.NotFound);
        if (entry is null && calendars.Rights.Sight < Sight.Everything)
            throw new RefusedException(RefusalKind.HistoryNotTold, "who", owner.Name);
        if (entry is not null && !Knows(entry, owner, viewing, calendars))
            throw new RefusedException(RefusalKind.NotFound);
        var by = By is null ? (UserId?)null : (viewing.Find(By) ?? throw new RefusedException(RefusalKind.PersonUnknown, "by", By)).Id;
        var past = entry is null
            ? store.Past(
                owner.Id,
                by,
                First is { } first ? viewing.Zone.Day(first).Start : null,
                Last is { } last ? viewing.Zone.Day(last).End : null,
                Before,
                Limit + 1
            )
            : store.PastOf(entry.Id, Before, Limit + 1);
        var told = past.Take(Limit).Where(c => entry is null || c.InNameOf == owner.Id || !BelongsToLane(c.Kind)).ToList();
        var actors = entry is null ? store.ActorsFor(owner.Id, MostActors) : [];
        var rows = new HistoryRows(viewing, owner, calendars, told);
        var people = viewing.Users(actors);
        return new HistoryView(
            viewing.View(owner),
            entry?.Title,
            [.. actors.Select(a => viewing.View(people[a])).OrderBy(a => a.Name, StringComparer.Ordinal)],
            [.. WithWaysBack(viewing, told, rows)],
            past.Count > Limit ? past[Limit - 1].Id : null
        );
    }

    /// <summary>What the reader did themselves can be taken back from here, however long ago it was.</summary>
    private static IEnumerable<HistoryRowView> WithWaysBack(Viewing viewing, List<PastChange> told, HistoryRows rows)
    {
        var own = told.Where(c => c.Actor == viewing.Person.Id && c is { Undone: false, ByAbsence: false, ByItself: false }).ToList();
        var acts =
            own.Count == 0
                ? new Dictionary<long, IReadOnlyList<long>>()
                : viewing.Store.ActsOf(viewing.Person.Id, [.. own.Select(c => c.Id)]);
        var asked = own.Where(c => acts.ContainsKey(c.Id)).ToList();
        var can = asked.Zip(viewing.Store.CanTakeBack([.. asked.Select(c => acts[c.Id])])).ToDictionary(a => a.First.Id, a => a.Second);
        foreach (var change in told)
        {
            var row = rows.Row(change);
            if (!acts.TryGetValue(change.Id, out var act))
                yield return row;
            else
                yield return TakingBack.WhyNot(can[change.Id], change.Kind) switch
                {
                    null => row with { Act = act },
                    RefusalKind.AlreadySent when act.Count == 1 => row with { Back = TakingBack.WayBack(viewing, change) },
                    _ => row,
                };
        }
    }

    /// <summary>What was noted on one lane alone is told to nobody who reads the entry on another.</summary>
    private static bool BelongsToLane(ChangeKind kind) => kind is ChangeKind.EntryMarked or ChangeKind.PartMadePrivate;

    private static bool Knows(Entry entry, CalendarUser owner, Viewing viewing, LaneCalendars calendars) =>
        entry.StandsWith(owner.Id)
        && !entry.KeptElsewhere
        && Disclosure.Past(null, entry, null, owner.Id, viewing.Viewer, e => calendars.SharedFor(viewing, e, null)).After?.Whole
            is not null;
}
