using Corlin.Application.Access;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Application.Requests;
using Corlin.Application.Watching;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>What waits for who keeps some lanes, ordered by when it must be done.</summary>
internal static class DeskQueue
{
    /// <param name="looked">What needs a look on them, where that is known; else what cannot be kept as it stands is looked for.</param>
    public static IReadOnlyList<QueueRow> Build(Viewing viewing, IReadOnlyList<Lane> lanes, IReadOnlyList<Concern>? looked = null)
    {
        var kept = lanes.Where(l => l.Rights.MaySpeakFor).ToList();
        viewing.Users(kept.SelectMany(l => l.Entries).Select(e => e.Occurrence.Entry.Owner));
        var toFix = (looked ?? Concerns.OnLanes(viewing, kept)).Where(c => c.IsWrong);
        var chase = ChaseRows
            .Read(viewing, [.. kept.Select(l => l.Who)])
            .Where(r => r.Group is ChaseGroup.NewTime or ChaseGroup.Decision)
            .Select(r => Chase(viewing, r));
        var invitations = OpenInvitations.Read(viewing, kept);
        var urgencies = Urgencies.Read(viewing, invitations);
        return
        [
            .. kept.SelectMany(l => Decisions(viewing, l))
                .Concat(toFix.Select(c => c.Row(viewing)))
                .Concat(invitations.Select(i => Row(viewing, i, urgencies)))
                .Concat(chase)
                .Concat(AccessRequests(viewing))
                .Concat(Requests(viewing, [.. kept.Select(l => l.Who)]))
                .Concat(DueTasks.Read(viewing, kept))
                .Concat(MemberOffers.Read(viewing, [.. kept.Select(l => l.Who)]))
                .Concat(TurnOverOffers.Read(viewing, [.. kept.Select(l => l.Who)]))
                .Concat(AddressesThatWait.Read(viewing))
                .Concat(OffersThatWait.Read(viewing))
                .OrderBy(r => r.Deadline)
                .ThenBy(r => r.Verb, StringComparer.Ordinal)
                .ThenBy(r => r.Title, StringComparer.Ordinal),
        ];
    }

    /// <summary>"Two answers before the day ends; everything else can wait. From Sunday Halifax is 3 h behind Lisbon, not 4 h."</summary>
    public static string Lead(Viewing viewing, IReadOnlyList<QueueRow> queue, IReadOnlyList<CalendarUser> people)
    {
        var zones = people.DistinctBy(p => p.Zone).ToDictionary(p => p.Zone);
        var clocks = ClockChanges
            .Ahead(viewing.Zone, zones.Values.Select(p => p.HomeZone), viewing.Now, Duration.FromDays(7))
            .Select(c =>
                " "
                + English.ClockChange(
                    c,
                    viewing.ClockOf(zones[c.Zone]),
                    viewing.ClockOf(viewing.Person),
                    viewing.Zone.ToLocal(c.At).Date,
                    viewing.Today
                )
            );
        return Waiting(viewing, queue) + string.Concat(clocks);
    }

    private static string Waiting(Viewing viewing, IReadOnlyList<QueueRow> queue)
    {
        if (queue.Count == 0)
            return "Nothing waits for you.";
        var endOfToday = LaneViews.Ms(viewing.Zone.Day(viewing.Today).End);
        var urgent = queue.Where(r => r.Deadline < endOfToday).ToList();
        if (urgent.Count == 0)
            return "Nothing must be done today.";
        var parts = new List<string>();
        void Say(string verb, string one, string many)
        {
            if (urgent.Count(r => r.Verb == verb) is > 0 and var count)
                parts.Add(English.Count(count, one, many));
        }

        Say("Answer", "answer", "answers");
        Say("Fix", "thing to fix", "things to fix");
        Say("Chase", "to chase", "to chase");
        Say("Decide", "decision", "decisions");
        return $"{English.Capital(English.And(parts))} before the day ends"
            + (urgent.Count == queue.Count ? "." : "; everything else can wait.");
    }

    /// <summary>An invitation in a line: a series is answered as a whole, judged by its next occurrence.</summary>
    private static QueueRow Row(Viewing viewing, OpenInvitation invitation, Urgencies urgencies)
    {
        var (lane, entry, part) = invitation;
        var told = entry.Told;
        var meeting = entry.Occurrence.Entry;
        var verdict = Judge(viewing, lane, entry);
        var organiser = viewing.Users([meeting.Owner])[meeting.Owner];
        var series = !meeting.IsSeries || part.RecurrenceId is not null ? "" : ", a series";
        return new QueueRow(
            $"answer-{told.PublicId}-{LaneViews.Id(part.RecurrenceId)}-{lane.Who.PublicId}",
            "Answer",
            viewing.View(lane.Who),
            told.Title!,
            $"{LaneWords.When(viewing, lane, told.Stretch)} for {English.Length(told.Stretch.Length)}{series}, {organiser.Name}{(meeting.AnswersWanted ? "" : "; no reply wanted")}{urgencies.InShort(invitation)}",
            English.Word(verdict.Kind),
            Tone(verdict.Kind),
            Why(viewing, lane, entry, verdict),
            told.PublicId,
            LaneViews.Id(part.RecurrenceId),
            LaneViews.Ms(told.Stretch.Start),
            LaneViews.Ms(told.Stretch.End),
            LaneViews.Ms(urgencies.Decision(invitation))
        );
    }

    internal static Verdict<LaneEntry> Judge(Viewing viewing, Lane lane, LaneEntry asked)
    {
        var others = lane
            .Entries.Where(e => !ReferenceEquals(e, asked) && !e.Told.AllDay && e.Occurrence.Entry.Id != asked.Occurrence.Entry.Id)
            .Select(e => new Standing<LaneEntry>(e, e.Told.Stretch, e.Told.Takes))
            .ToList();
        return Verdicts.Of(
            asked.Told.Stretch,
            asked.Site,
            others,
            e => e.Site,
            lane.Hours,
            lane.Absences,
            viewing.Store.Travel(),
            LaneWords.NotThere(viewing, lane, asked) is not null
        );
    }

    internal static string Why(Viewing viewing, Lane lane, LaneEntry entry, Verdict<LaneEntry> verdict) =>
        verdict switch
        {
            { Kind: VerdictKind.Elsewhere } when LaneWords.NotThere(viewing, lane, entry) is { } part => WhereTo.WhyNotThere(
                viewing,
                lane,
                part
            ),
            { Kind: VerdictKind.Clashes, With: { } with } =>
                $"{LaneWords.Name(with.Key)}, {English.Length(verdict.By)}, {English.Word(with.Takes)}",
            { Kind: VerdictKind.Tight, TooFar: true, With: { } with } when with.Key.Told.Place is { } place =>
                $"the way from {place} is {English.Length(verdict.By)} too short",
            { Kind: VerdictKind.Tight, TooFar: true } => $"{English.Length(verdict.By)} too little between two entries",
            { Kind: VerdictKind.Tight, With: { } with } =>
                $"no gap {(with.Stretch.Start >= entry.Told.Stretch.End ? "before" : "after")} {LaneWords.Name(with.Key)}",
            { Kind: VerdictKind.Away } => $"{lane.Who.GivenName} is away that day",
            { Kind: VerdictKind.OutOfHours } => "outside the working hours there",
            _ => "free, with a gap on both sides",
        };

    internal static string Tone(VerdictKind verdict) =>
        verdict switch
        {
            VerdictKind.Fits => "fits",
            VerdictKind.Tight or VerdictKind.OutOfHours => "doubt",
            _ => "wrong",
        };

    private static IEnumerable<QueueRow> Decisions(Viewing viewing, Lane lane)
    {
        foreach (var request in lane.Entries.Where(e => e.Told.Whole?.HoldRequest is not null).GroupBy(e => e.Told.Whole!.HoldRequest))
        {
            var first = request.First().Told;
            var lapses = first.Whole!.LapsesAt!.Value;
            var local = viewing.Zone.ToLocal(lapses);
            yield return new QueueRow(
                $"decide-{request.Key}",
                "Decide",
                viewing.View(lane.Who),
                first.Title!,
                English.Count(request.Count(), "hold", "holds"),
                "Lapse",
                "plain",
                $"{English.NearDay(local.Date, viewing.Today)} {English.Time(local.TimeOfDay)}",
                null,
                null,
                LaneViews.Ms(first.Stretch.Start),
                LaneViews.Ms(first.Stretch.End),
                LaneViews.Ms(lapses)
            );
        }
    }

    /// <summary>Who asks for more in a calendar of which the viewer may pass it on. It waits behind what today needs.</summary>
    private static IEnumerable<QueueRow> AccessRequests(Viewing viewing)
    {
        var endOfToday = LaneViews.Ms(viewing.Zone.Day(viewing.Today).End);
        foreach (var (request, _) in ReadAccess.Requests(viewing, ReadAccess.Calendars(viewing), kept: true))
        {
            var users = viewing.Users([request.Asker, request.Owner]);
            var (asker, owner) = (users[request.Asker], users[request.Owner]);
            yield return new QueueRow(
                $"access-{request.Id}",
                "Decide",
                viewing.View(owner),
                $"{asker.Name} asks",
                $"to {English.Access(request.Terms, owner, viewing.Person)}",
                "Access",
                "plain",
                request.Words is { } words ? $"“{words}”" : "",
                null,
                null,
                null,
                null,
                endOfToday + request.Id
            );
        }
    }

    /// <summary>Who asked for time and is to hear by the end of tomorrow.</summary>
    private static IEnumerable<QueueRow> Requests(Viewing viewing, IReadOnlyList<CalendarUser> kept)
    {
        var soon = viewing.Zone.Day(viewing.Today.PlusDays(1)).End;
        var due = ReadRequests.Known(viewing, kept, settled: false).Where(r => r.Due < soon).ToList();
        var people = viewing.Users(due.Select(r => r.Principal));
        foreach (var request in due)
        {
            yield return new QueueRow(
                $"request-{request.PublicId}",
                "Decide",
                viewing.View(people[request.Principal]),
                request.Caller,
                $"asks for {English.Length(request.Minutes)}",
                request.State == RequestState.Held ? "Held." : "Not answered.",
                request.Due < viewing.Now ? "wrong" : "doubt",
                ReadRequests.Due(viewing, request),
                null,
                null,
                null,
                null,
                LaneViews.Ms(request.Due)
            );
        }
    }

    private static QueueRow Chase(Viewing viewing, ChaseRow row) =>
        new(
            $"chase-{row.Entry}-{row.Occurrence}",
            "Chase",
            row.Organiser,
            row.Title,
            row.When,
            row.Judgement,
            row.Tone,
            row.Reason,
            row.Entry,
            row.Occurrence,
            row.Start,
            row.End,
            row.Start
        );
}
