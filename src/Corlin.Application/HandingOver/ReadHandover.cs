using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Waiting;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.HandingOver;

/// <summary>One handover, for who is away or who covers.</summary>
/// <param name="Mine">The viewer is who is away.</param>
/// <param name="Hidden">How many things concern somebody for whom the viewer does not speak now.</param>
/// <param name="Meanwhile">What who covers has done since for these principals, latest first.</param>
public sealed record HandoverView(
    long Id,
    PersonView Away,
    PersonView Cover,
    string Words,
    string First,
    string Last,
    string? Line,
    bool Mine,
    IReadOnlyList<HandedForView> For,
    int Hidden,
    IReadOnlyList<MeanwhileView> Meanwhile
);

public sealed record HandedForView(PersonView Principal, IReadOnlyList<HandedItemView> Items);

/// <summary>One thing handed over.</summary>
/// <param name="Waits">How it waits on the viewer's Desk now; null where it no longer does, or stands nowhere else.</param>
/// <param name="Words">Of something promised what that is, of what no longer waits what became of it.</param>
/// <param name="Elsewhere">It still waits, for somebody else: the viewer may not see it, or not decide it.</param>
/// <param name="IsPromise">It was promised and stands nowhere else.</param>
/// <param name="Promised">By when, in words.</param>
/// <param name="Kept">What was promised is done.</param>
public sealed record HandedItemView(
    long Id,
    QueueRow? Waits,
    string Words,
    bool Elsewhere,
    bool IsPromise,
    string? Promised,
    string? Note,
    string? Back,
    bool Kept
);

public sealed record MeanwhileView(PersonView Principal, IReadOnlyList<HistoryRowView> Rows);

/// <param name="Id">Its number.</param>
public sealed record ReadHandover(UserId Viewer, long Id, Instant Now)
{
    private const int MostDone = 40;

    public HandoverView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        if (store.Handover(Id) is not { } handover || !handover.Concerns(Viewer))
            throw new RefusedException(RefusalKind.NotFound);
        var people = viewing.Users([handover.Away, handover.Cover, .. handover.Items.Select(i => i.Principal)]);
        var principals = viewing.Principals.ToDictionary(p => p.Id);
        var told = handover.Items.Where(i => principals.ContainsKey(i.Principal)).GroupBy(i => i.Principal).ToList();
        var calendars = viewing.CalendarsOf([.. told.Select(g => g.Key)]);
        var open = OpenItems.Read(viewing, [.. told.Select(g => principals[g.Key])]).ToDictionary(r => r.Key);
        var elsewhere = StillOpen(store, handover, told.SelectMany(g => g).Where(i => i.Key is { } key && !open.ContainsKey(key)));
        return new HandoverView(
            handover.Number,
            viewing.View(people[handover.Away]),
            viewing.View(people[handover.Cover]),
            ReadHandovers.Words(viewing, handover, people),
            LocalDatePattern.Iso.Format(handover.First),
            LocalDatePattern.Iso.Format(handover.Last),
            handover.Line,
            handover.Away == Viewer,
            [
                .. told.Select(g => new HandedForView(
                    viewing.View(principals[g.Key]),
                    [.. g.Select(i => Item(viewing, handover, principals[g.Key], calendars[g.Key], i, open, elsewhere))]
                )),
            ],
            handover.Items.Length - told.Sum(g => g.Count()),
            Meanwhile(viewing, handover, [.. told.Select(g => principals[g.Key])], calendars)
        );
    }

    private static HandedItemView Item(
        Viewing viewing,
        Handover handover,
        CalendarUser principal,
        LaneCalendars calendars,
        HandoverItem item,
        Dictionary<string, QueueRow> open,
        HashSet<string> elsewhere
    )
    {
        var waits = item.Key is { } key ? open.GetValueOrDefault(key) : null;
        var isElsewhere = item.Key is { } waiting && elsewhere.Contains(waiting);
        var words = item.Words
            ?? (
                isElsewhere ? "It still waits, and is not yours to decide."
                : waits is null ? Became(viewing, handover, principal, calendars, item)
                : ""
            );
        var promised = item.Promised is { } by ? $"promised by {English.NearDay(by, viewing.Today)}" : null;
        return new HandedItemView(item.Number, waits, words, isElsewhere, item.Key is null, promised, item.Note, item.Back, item.Kept);
    }

    /// <summary>
    /// What the viewer does not find on their own Desk may still wait on that of who handed it over: somebody's private entry, or a request
    /// of which the viewer decides nothing. That it waits is told, since it was handed over; not what it is.
    /// </summary>
    private HashSet<string> StillOpen(ICalendarReads store, Handover handover, IEnumerable<HandoverItem> missing)
    {
        var items = missing.ToList();
        if (items.Count == 0 || handover.Away == Viewer)
            return [];
        var away = new Viewing(store, handover.Away, Now);
        var wanted = items.Select(i => i.Principal).ToHashSet();
        var keys = OpenItems.Read(away, [.. away.Principals.Where(p => wanted.Contains(p.Id))]).Select(r => r.Key).ToHashSet();
        return [.. items.Select(i => i.Key!).Where(keys.Contains)];
    }

    /// <summary>What became of what no longer waits, as far as the viewer may know the entry.</summary>
    private static string Became(Viewing viewing, Handover handover, CalendarUser principal, LaneCalendars calendars, HandoverItem item)
    {
        if (item.Entry is not { } entry)
            return "It no longer waits.";
        var last = viewing.Store.PastOf(entry, null, 1).Where(c => c.At >= handover.At).ToList();
        if (last.Count == 0)
            return "It no longer waits.";
        var row = new HistoryRows(viewing, principal, calendars, last).Row(last[0]);
        return $"{row.By.Name} {row.Words}, {English.ShortDay(viewing.Zone.ToLocal(last[0].At).Date)} {row.Time}.";
    }

    private static IReadOnlyList<MeanwhileView> Meanwhile(
        Viewing viewing,
        Handover handover,
        IReadOnlyList<CalendarUser> principals,
        Dictionary<UserId, LaneCalendars> calendars
    )
    {
        var away = viewing.Users([handover.Away])[handover.Away];
        var until = away.HomeZone.AtStartOfDay(handover.Last.PlusDays(1)).ToInstant();
        var done = principals
            .Select(p => (Who: p, Past: viewing.Store.Past(p.Id, handover.Cover, handover.At, until, null, MostDone)))
            .Where(p => p.Past.Count > 0);
        return
        [
            .. done.Select(p =>
            {
                var rows = new HistoryRows(viewing, p.Who, calendars[p.Who.Id], p.Past);
                return new MeanwhileView(viewing.View(p.Who), [.. p.Past.Select(rows.Row)]);
            }),
        ];
    }
}
