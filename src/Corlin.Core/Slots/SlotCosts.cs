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
    public const int NotTended = 8;
    public const int EdgeOfDay = 12;
    public const int Lunch = 10;
    public const int NoBreak = 6;

    private static readonly Duration Hour = Duration.FromHours(1);
    private static readonly LocalTime LunchFrom = new(12, 0);
    private static readonly LocalTime LunchTo = new(13, 30);
    private static readonly Duration LeastLunch = Duration.FromMinutes(45);

    public static void Weigh(PersonTime person, Stretch stretch, List<(SlotReason Reason, int Cost)> into)
    {
        void Add(SlotReasonKind kind, int cost) => into.Add((new SlotReason(kind, person.Person.Key), cost));

        if (!person.Person.Known)
        {
            Add(SlotReasonKind.NotKnown, NotKnown);
            return;
        }

        if (person.Pencilled.Overlaps(stretch))
            Add(SlotReasonKind.OverPencilled, OverPencilled);
        else if (person.Held.Overlaps(stretch))
            Add(SlotReasonKind.OverHold, OverHold);

        if (person.Person.NotThere.Overlaps(stretch))
            Add(SlotReasonKind.NotThere, NotThere);
        if (person.Person.NoGo.Overlaps(stretch))
            Add(SlotReasonKind.NoGo, NoGo);
        if (person.Person.TendedUntil <= stretch.Start)
            Add(SlotReasonKind.NotTended, NotTended);

        if (person.Hours.Around(stretch.Start) is { } day && day.Length < Duration.FromHours(20))
        {
            if (stretch.Start - day.Start < Hour)
                Add(SlotReasonKind.FirstHour, EdgeOfDay);
            else if (day.End - stretch.End < Hour)
                Add(SlotReasonKind.LastHour, EdgeOfDay);
            if (LeavesNoLunch(stretch, person.Person.ZoneAt(stretch.Start)))
                Add(SlotReasonKind.Lunch, Lunch);
        }

        if (person.Firm.Stretches.Any(f => f.End == stretch.Start || f.Start == stretch.End))
            Add(SlotReasonKind.NoBreak, NoBreak);
    }

    /// <summary>What is left of lunch in one piece is too short, by the wall clock of the person.</summary>
    private static bool LeavesNoLunch(Stretch stretch, DateTimeZone zone)
    {
        var date = zone.ToLocal(stretch.Start).Date;
        var lunch = new Stretch(zone.ToInstant(date + LunchFrom), zone.ToInstant(date + LunchTo));
        return stretch.Overlaps(lunch) && Duration.Max(stretch.Start - lunch.Start, lunch.End - stretch.End) < LeastLunch;
    }
}
