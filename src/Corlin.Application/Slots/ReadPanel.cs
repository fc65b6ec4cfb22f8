using System.Collections.Immutable;
using System.Globalization;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>Several people who are met one after another, each in a meeting of their own.</summary>
/// <param name="Placed">Who is met when, in time order.</param>
/// <param name="LeftOut">Who could not be placed.</param>
/// <param name="Summary">"All 4 can be met, on Monday 15 March."</param>
public sealed record PanelView(IReadOnlyList<PlacedView> Placed, IReadOnlyList<LeftOutView> LeftOut, string Summary);

/// <param name="Local">Their own wall clock; empty where it is the reader's.</param>
/// <param name="Note">What is not known of them; empty where nothing is.</param>
/// <param name="ByHand">Whether somebody put them there.</param>
public sealed record PlacedView(PersonView Who, long Start, long End, string When, string Local, string Note, bool ByHand);

public sealed record LeftOutView(PersonView Who, string Reason);

/// <summary>How several people can be met one after another.</summary>
/// <param name="Search">What is looked for; who looks is the viewer.</param>
/// <param name="Each">Public ids or addresses of those who are met; a group stands for its members.</param>
public sealed record ReadPanel(UserId Viewer, ReadSlots Search, IReadOnlyList<string> Each)
{
    /// <summary>Whether nothing but the breathing space lies between two of them.</summary>
    public bool InOneRun { get; init; }

    /// <summary>When some are met, whatever is in the way, by public id or address.</summary>
    public IReadOnlyDictionary<string, Instant> ByHand { get; init; } = new Dictionary<string, Instant>();

    public PanelView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Search.Now);
        var panel = Ask(viewing);
        var placed = Panel.Place(panel.Request, panel.Free, new PanelWish(InOneRun) { Standing = [.. panel.ByHand.Values] });
        var all = placed
            .Select(p => (p.Key, p.Stretch, ByHand: false))
            .Concat(panel.ByHand.Select(h => (h.Key, Stretch: h.Value, ByHand: true)))
            .OrderBy(p => p.Stretch.Start)
            .ToList();
        var left = panel.Free.RemoveAll(c => placed.Any(p => p.Key == c.Key));
        var ever = Panel.Ever(panel.Request, left);
        return new PanelView(
            [.. all.Select(p => View(viewing, panel.Lanes[p.Key], p.Stretch, p.ByHand))],
            [.. left.Select(c => new LeftOutView(viewing.View(panel.Lanes[c.Key].Who), English.LeftOut(!ever.Contains(c.Key))))],
            English.Met(all.Count, all.Count + left.Length, [.. all.Select(p => viewing.Zone.ToLocal(p.Stretch.Start).Date).Distinct()])
        );
    }

    /// <summary>Whether a plan, those by hand left out, still does.</summary>
    internal bool Holds(Viewing viewing, ImmutableArray<Placed> plan)
    {
        var panel = Ask(viewing);
        return Panel.Holds(panel.Request, panel.Free, plan, [.. panel.ByHand.Values]);
    }

    private Question Ask(Viewing viewing)
    {
        if (Search.Repeats is not null)
            throw new RefusedException(RefusalKind.PanelOfSeries, "repeats");
        // Each of them is asked as one of several: the search knows them so, and nobody is in the way of another.
        var question = (Search with { Some = [.. Search.Some, new SomeWish(Each, 1)] }).Ask(viewing);
        var each = question.Some[^1].Of.Select(w => w.PublicId).ToHashSet();
        if (each.Count > Panel.Most)
            throw new RefusedException(RefusalKind.TooMany, "each", Panel.Most.ToString(CultureInfo.InvariantCulture));
        if (question.Asked.FirstOrDefault(a => each.Contains(a.Who.PublicId)).Who is { } twice)
            throw new RefusedException(RefusalKind.PanelWithThose, "each", twice.Name);
        var (request, lanes) = question.In(Search.Span(viewing));
        var byHand = ByHand.Where(h => each.Contains(h.Key)).ToDictionary(h => h.Key, h => new Stretch(h.Value, h.Value + question.Length));
        return new Question(
            request,
            lanes.Where(l => each.Contains(l.Who.PublicId)).ToDictionary(l => l.Who.PublicId),
            [.. request.People.Where(p => each.Contains(p.Key) && !byHand.ContainsKey(p.Key)).Select(p => SlotCandidate.Of(p, request))],
            byHand
        );
    }

    private static PlacedView View(Viewing viewing, Lane lane, Stretch stretch, bool byHand)
    {
        var (zone, local) = (lane.Days.ZoneAt(stretch.Start), viewing.Zone.ToLocal(stretch.Start));
        var isElsewhere = lane.Who.ZoneKnown && zone.ToLocal(stretch.Start) != local;
        return new PlacedView(
            viewing.View(lane.Who),
            LaneViews.Ms(stretch.Start),
            LaneViews.Ms(stretch.End),
            $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)}",
            isElsewhere ? AtTime.Local(viewing, lane.Who, zone, stretch.Start) : "",
            lane.Known ? ""
                : !lane.Who.ZoneKnown ? "hour and calendar not known"
                : lane.Who.Hours is null ? "calendar not known"
                : "hours as told",
            byHand
        );
    }

    /// <param name="Free">Those who are placed; who is put somewhere by hand is not among them.</param>
    private sealed record Question(
        SlotRequest Request,
        IReadOnlyDictionary<string, Lane> Lanes,
        ImmutableArray<SlotCandidate> Free,
        IReadOnlyDictionary<string, Stretch> ByHand
    );
}

/// <summary>Who of several is met when.</summary>
/// <param name="Asked">How that was asked, with those who were put somewhere by hand.</param>
public sealed record PanelPlan(ReadPanel Asked, ImmutableArray<PanelMeeting> Meetings)
{
    /// <summary>Worked out again inside the change: what was free may be taken by now.</summary>
    /// <exception cref="RefusedException">It does not do any more, or it is none.</exception>
    internal void MustStillDo(IChangeSession session, UserId actor)
    {
        if (Meetings.IsEmpty)
            throw new RefusedException(RefusalKind.NoAttendee, "each");
        var viewing = new Viewing(session, actor, session.Now);
        ImmutableArray<Placed> plan =
        [
            .. Meetings.Where(m => !Asked.ByHand.ContainsKey(m.Who)).Select(m => new Placed(m.Who, m.Time.ToStretch(DateTimeZone.Utc))),
        ];
        if (!(Asked with { Search = Asked.Search with { Now = session.Now } }).Holds(viewing, plan))
            throw new RefusedException(RefusalKind.PanelChanged, "each");
    }

    /// <summary>"Interview: Ana Sousa"; where nothing but an address is known of somebody it is left as it is.</summary>
    internal static string Title(IChangeSession session, string title, PanelMeeting meeting) =>
        session.User(meeting.Who) is { } who && who.Name != who.Address ? $"{title.Trim()}: {who.Name}" : title;
}

/// <param name="Who">By public id or address.</param>
/// <param name="Also">Who comes to this one of those of whom only some must.</param>
public sealed record PanelMeeting(string Who, TimedEntry Time, ImmutableArray<string> Also);
