using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.History;

/// <summary>What undo and redo do now, on whatever screen and device: of what the reader did last by hand.</summary>
/// <param name="Undo">Null where they did nothing within a day.</param>
/// <param name="Redo">Null where nothing was taken back since they did something.</param>
public sealed record ActsView(LastActView? Undo, LastActView? Redo);

/// <param name="Words">"Move it back to Tuesday 16 March, 12:00 and notify 6".</param>
public sealed record WayBackView(long Change, string Words);

/// <summary>What the reader can take back or do again.</summary>
public sealed record ReadActs(UserId Viewer, Instant Now)
{
    private const int MostChanges = 200;

    /// <summary>Longer ago it is taken back from the history, where it is seen for what it is.</summary>
    private static readonly Duration Within = Duration.FromDays(1);

    public ActsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var acts = store.ActsBy(Viewer, Now - Within, MostChanges);
        var undo = acts.FirstOrDefault(a => !a.Undone && !a.TookBack);
        // What was taken back is done again until something else is done.
        var redo = acts.TakeWhile(a => a.IsUndo).FirstOrDefault(a => !a.Undone && a.TookBack);
        var can = store.CanTakeBack([.. new[] { undo, redo }.OfType<PastAct>().Select(a => a.Changes)]);
        return new ActsView(undo is null ? null : View(viewing, undo, can[0]), redo is null ? null : View(viewing, redo, can[^1]));
    }

    private static LastActView View(Viewing viewing, PastAct act, TakenBack can)
    {
        var first = viewing.Store.WhatWasDone(act.Changes[0])!;
        var owner = viewing.Users([first.InNameOf])[first.InNameOf];
        var calendars = LaneCalendars.Of(viewing, owner.Id);
        var words = new HistoryRows(viewing, owner, calendars, [first]).Row(first with { TookBack = false, DidAgain = false }).Words;
        var whyNot = TakingBack.WhyNot(can, first.Kind);
        return new LastActView(
            act.Changes,
            act.Changes.Count == 1 ? words : $"{words} and {act.Changes.Count - 1} more",
            whyNot is { } kind ? English.Refused(new Refusal(kind, null, null)) : null,
            whyNot == RefusalKind.AlreadySent && act.Changes.Count == 1 ? TakingBack.WayBack(viewing, first) : null
        );
    }
}
