using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>What makes a slot worse for somebody who can come, and by how much.</summary>
internal static class SlotCosts
{
    public const int OptionalMissing = 40;
    public const int NotKnown = 60;
    public const int NotThere = 50;
    public const int OccurrenceMissed = 8;
    public const int OverPencilled = 30;
    public const int OverHold = 20;
    public const int NoGo = 35;
    public const int Protected = 30;
    public const int TooFar = 25;
    public const int FullDay = 15;
    public const int Loosened = 18;
    public const int NotTended = 8;
    public const int EdgeOfDay = 12;

    /// <summary>For each early or late hour that somebody had more than who had the fewest.</summary>
    public const int HadBefore = 4;
    public const int Lunch = 10;
    public const int NoBreathing = 8;
    public const int NoBreak = 6;
    private static readonly Duration NoEdges = Duration.FromHours(20);

    /// <summary>What costs wherever it is so, beside the wishes: of each the starts at which it is so.</summary>
    public static IEnumerable<(SlotReasonKind Reason, int Cost, StretchSet Starts)> Of(PersonStarts own, SlotRequest request)
    {
        var (person, length, everywhere) = (own.Person, request.Length, StretchSet.Of([request.Reach]));
        if (!person.Known)
            return [(SlotReasonKind.NotKnown, NotKnown, everywhere)];
        // Around the clock there is no first hour.
        var days = StretchSet.Of(own.OwnHours.Stretches.Where(h => h.Length < NoEdges));
        var first = Starts.AtTheBeginning(days, WorkingHours.EdgeOfDay);
        var beyond = person.Loosened == Duration.Zero ? StretchSet.Empty : everywhere.Except(Starts.Within(own.OwnHours, length));
        var last = Starts.AtTheEnd(days, length, WorkingHours.EdgeOfDay).Except(first).Except(beyond);
        var pencilled = Starts.Overlapping(own.Pencilled, length);
        var costs = new List<(SlotReasonKind Reason, int Cost, StretchSet Starts)>
        {
            (SlotReasonKind.NotThere, NotThere, Starts.Overlapping(person.NotThere, length)),
            (SlotReasonKind.NoGo, NoGo, Starts.Overlapping(person.NoGo, length)),
            (SlotReasonKind.Loosened, Loosened, beyond),
            (SlotReasonKind.FirstHour, EdgeOfDay, first.Except(beyond)),
            (SlotReasonKind.LastHour, EdgeOfDay, last),
            (SlotReasonKind.NoBreak, NoBreak, Starts.Touching(own.Firm, length)),
        };
        if (More(person, request) is > 0 and var more)
            costs.Add((SlotReasonKind.HadBefore, HadBefore * more, first.Union(last).Union(beyond)));
        if (request.Pencilled == Weight.Cost)
        {
            costs.Add((SlotReasonKind.OverPencilled, OverPencilled, pencilled));
            costs.Add((SlotReasonKind.OverHold, OverHold, Starts.Overlapping(own.Held, length).Except(pencilled)));
        }

        if (person.TendedUntil is { } until)
            costs.Add(
                (
                    SlotReasonKind.NotTended,
                    NotTended,
                    StretchSet.Of([Starts.Stretch(Instant.Max(until, request.Reach.Start), request.Reach.End)])
                )
            );
        return costs;
    }

    /// <summary>How many more early or late hours somebody had than who had the fewest of those who have hours at all.</summary>
    private static int More(SlotPerson person, SlotRequest request) =>
        person.EdgesHad == 0
            ? 0
            : person.EdgesHad - request.People.Where(p => p is { IsResource: false, Hours: not null }).Min(p => p.EdgesHad);
}
