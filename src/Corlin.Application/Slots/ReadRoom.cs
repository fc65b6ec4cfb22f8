using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>How room could be made where little fits.</summary>
/// <param name="Plans">The cheapest first; they differ in when the meeting would be.</param>
public sealed record RoomView(IReadOnlyList<RoomPlanView> Plans);

/// <summary>A time that becomes free when some entries are moved, in one step.</summary>
/// <param name="Verdict">"one move".</param>
/// <param name="Reason">What goes where: "Stand-up to 14:30, Ops round to 20:15; both suit everyone in them."</param>
/// <param name="Words">The same for the last look, with who is notified.</param>
public sealed record RoomPlanView(
    long Start,
    long End,
    string When,
    string Verdict,
    string Reason,
    string Words,
    IReadOnlyList<RoomMoveView> Moves
);

/// <summary>An entry that would go elsewhere.</summary>
/// <param name="Entry">Its public id.</param>
/// <param name="RecurrenceId">Which of a series; null for what does not repeat.</param>
/// <param name="People">The public ids of those on whose lanes it stands.</param>
public sealed record RoomMoveView(
    string Entry,
    string? RecurrenceId,
    string Title,
    long FromStart,
    long FromEnd,
    long ToStart,
    long ToEnd,
    IReadOnlyList<string> People
);

/// <summary>The cheapest ways of making room for a meeting, as far as the viewer may move what is in its way.</summary>
/// <param name="Search">What is looked for; who looks is the viewer.</param>
public sealed record ReadRoom(UserId Viewer, ReadSlots Search)
{
    /// <summary>A plan moves no more entries.</summary>
    public const int MostMoves = 3;

    private const int Plans = 3;

    public RoomView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Search.Now);
        var question = RoomQuestion.Ask(viewing, Search);
        var plans = MakeRoom.Cheapest(
            question.Search.Fair(question.Request),
            question.Movable,
            question.Rules,
            MostMoves,
            viewing.Zone,
            Plans
        );
        return new RoomView([.. plans.Select(p => View(viewing, question, p))]);
    }

    private static RoomPlanView View(Viewing viewing, RoomQuestion question, RoomPlan plan)
    {
        var moves = plan.Moves.Select(m => (question.Entries[m.Key].Entry.Told.Title, Entry: question.Entries[m.Key], m.To)).ToList();
        string To(MovableEntry entry, Stretch to) =>
            English.MovedTo(viewing.Zone.ToLocal(entry.Stretch.Start), viewing.Zone.ToLocal(to.Start));
        var notified = moves.SelectMany(m => Notified(viewing, m.Entry)).Distinct().Count();
        var local = viewing.Zone.ToLocal(plan.Start.Start);
        return new RoomPlanView(
            LaneViews.Ms(plan.Start.Start),
            LaneViews.Ms(plan.Start.End),
            $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)}",
            English.Moves(moves.Count),
            English.Suits([.. moves.Select(m => $"{m.Title} {To(m.Entry, m.To)}")]),
            English.InOneStep([.. moves.Select(m => $"{m.Title}, {When(viewing, m.Entry.Stretch.Start)} {To(m.Entry, m.To)}")], notified),
            [.. moves.Select(m => Move(m.Entry, m.To))]
        );
    }

    internal static RoomMoveView Move(MovableEntry entry, Stretch to) =>
        new(
            entry.Occurrence.Entry.PublicId,
            entry.Occurrence.RecurrenceId is { } id ? NodaTime.Text.LocalDateTimePattern.ExtendedIso.Format(id) : null,
            entry.Entry.Told.Title!,
            LaneViews.Ms(entry.Stretch.Start),
            LaneViews.Ms(entry.Stretch.End),
            LaneViews.Ms(to.Start),
            LaneViews.Ms(to.End),
            [.. entry.With.Select(w => w.PublicId)]
        );

    private static string When(Viewing viewing, Instant start)
    {
        var local = viewing.Zone.ToLocal(start);
        return $"{English.Day(local.Date)} {English.Time(local.TimeOfDay)}";
    }

    /// <summary>Rooms and its owner are not counted, nor is who moves it.</summary>
    internal static IEnumerable<UserId> Notified(Viewing viewing, MovableEntry entry) =>
        entry.With.Skip(1).Where(w => w.Kind == UserKind.Person && w.Id != viewing.Person.Id).Select(w => w.Id);
}
