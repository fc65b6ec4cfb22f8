using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>What a series would be for somebody who is asked to it.</summary>
/// <param name="Words">"Of the next 26, 24 fit. Two clash."</param>
/// <param name="Turn">What a change of clocks does to it; null where it does nothing.</param>
/// <param name="Misses">Those that neither fit nor are tight, in order.</param>
public sealed record SeriesFitView(string Words, string? Turn, IReadOnlyList<SeriesMissView> Misses);

/// <param name="Occurrence">By what it is answered apart.</param>
public sealed record SeriesMissView(string Occurrence, string When, string Judgement, string Tone, string Reason);

/// <summary>The verdict on each of the next occurrences of a series.</summary>
/// <param name="Who">The public id of who is asked, for whom the viewer speaks.</param>
public sealed record ReadSeriesFit(UserId Viewer, string Who, string Entry, Instant Now)
{
    /// <summary>Half a year of a weekly series.</summary>
    public const int Most = 26;

    private static readonly Duration Ahead = Duration.FromDays(366);

    /// <returns>Null where no series of that id stands on their lane.</returns>
    public SeriesFitView? Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var who = viewing.MustSpeakFor(Who);
        if (store.Entry(Entry) is not { IsSeries: true } series || !series.StandsWith(who.Id))
            return null;
        var times = Occurrences
            .In(series, new Stretch(Now, Now + Ahead), who.HomeZone)
            .Where(o => o.Stretch.Start > Now)
            .Take(Most)
            .ToList();
        if (times.Count == 0)
            return null;
        var (first, last) = (viewing.Zone.ToLocal(times[0].Stretch.Start).Date, viewing.Zone.ToLocal(times[^1].Stretch.End).Date);
        var lane = LaneReading.Read(viewing, [who], new Stretch(viewing.Zone.Day(first).Start, viewing.Zone.Day(last).End))[0];
        var asked = lane
            .Entries.Where(e => e.Occurrence.Entry.Id == series.Id && e.Told is { Whole: not null, RecurrenceId: not null })
            .Where(e => e.Told.Stretch.Start > Now)
            .Take(Most)
            .ToList();
        return asked.Count == 0 ? null : View(viewing, lane, asked);
    }

    private static SeriesFitView View(Viewing viewing, Lane lane, List<LaneEntry> asked)
    {
        var judged = asked.Select(e => (Entry: e, Verdict: DeskQueue.Judge(viewing, lane, e))).ToList();
        var turned = Turns.OutOfHours(asked.Select(e => e.Told.Stretch), lane.Days);
        return new SeriesFitView(
            English.SeriesFit(judged.ConvertAll(j => j.Verdict.Kind)),
            turned is { } turn ? Turned(viewing, lane, turn.Start) : null,
            [
                .. judged
                    .Where(j => j.Verdict.Kind is not (VerdictKind.Fits or VerdictKind.Tight))
                    .Select(j => new SeriesMissView(
                        LaneViews.Id(j.Entry.Told.RecurrenceId)!,
                        English.Capital(LaneWords.When(viewing, lane, j.Entry.Told.Stretch)),
                        English.Word(j.Verdict.Kind),
                        DeskQueue.Tone(j.Verdict.Kind),
                        DeskQueue.Why(viewing, lane, j.Entry, j.Verdict)
                    )),
            ]
        );
    }

    private static string Turned(Viewing viewing, Lane lane, Instant start)
    {
        var there = lane.Days.ZoneAt(start).ToLocal(start);
        return $"From {English.Day(viewing.Zone.ToLocal(start).Date)} on, once clocks have changed, it is at {English.Time(there.TimeOfDay)} for {lane.Who.GivenName}, out of hours.";
    }
}
