using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Core.Slots;

/// <summary>Why somebody cannot come, in the order in which it is said.</summary>
public enum Obstacle
{
    /// <summary>They are away.</summary>
    Away,

    /// <summary>It lies beyond their hours.</summary>
    OutOfHours,

    /// <summary>Something is in the way.</summary>
    Taken,

    /// <summary>It falls into time that is protected.</summary>
    Protected,

    /// <summary>They are not at their usual place.</summary>
    Elsewhere,

    /// <summary>It lies apart from what is there already.</summary>
    Apart,

    /// <summary>There is too little time before or after something else.</summary>
    NoBreathing,

    /// <summary>The way from the one before, or to the next, does not fit in between.</summary>
    TooFar,

    /// <summary>It leaves no lunch.</summary>
    NoLunch,

    /// <summary>Their day would hold too much.</summary>
    FullDay,
}

/// <summary>What a person's time says to each start, worked out once for all of them.</summary>
internal sealed class PersonStarts
{
    private readonly Dictionary<Obstacle, StretchSet> obstacles = [];
    private readonly SlotRequest request;
    private readonly List<(SlotReasonKind, int, StretchSet)> wished = [];
    private IReadOnlyList<(SlotReasonKind Reason, int Cost, StretchSet Starts)>? costs;

    /// <summary>Works out the starts of one person once for a request.</summary>
    public PersonStarts(SlotPerson person, SlotRequest request)
    {
        Person = person;
        this.request = request;
        var (length, reach) = (request.Length, request.Reach);
        OwnHours = person.Hours ?? WorkingHours.Usual.Within(reach, person.Zone);
        Hours = Widened(person, OwnHours);
        Pencilled = Taken(TimeTaken.Pencilled);
        Held = Taken(TimeTaken.Hold);
        Firm = Taken(TimeTaken.Firm);
        var forbids = request.Pencilled == Weight.Forbid;
        InTheWay = forbids ? Firm.Union(Pencilled).Union(Held) : Firm;
        var rules = new PersonalRules(person, reach, length, InTheWay);
        obstacles[Obstacle.Away] = Starts.Overlapping(person.Absences, length);
        obstacles[Obstacle.Taken] = Starts.Overlapping(InTheWay, length);
        obstacles[Obstacle.OutOfHours] = StretchSet.Of([reach]).Except(Starts.Within(Hours, length));
        void Wish(Obstacle obstacle, SlotReasonKind reason, SlotTerm term, Weight weight, StretchSet starts)
        {
            if (weight == Weight.Forbid)
                obstacles[obstacle] = obstacles.GetValueOrDefault(obstacle, StretchSet.Empty).Union(starts);
            else
                wished.Add((reason, request.Weights[term], starts));
        }

        if (person.Protected is { } kept)
            Wish(Obstacle.Protected, SlotReasonKind.Protected, SlotTerm.Protected, kept.Weight, Starts.Overlapping(kept.Time, length));
        foreach (var wish in person.Wishes)
            Wish(Obstacle.Protected, SlotReasonKind.Protected, SlotTerm.Protected, wish.Weight, rules.Breaking(wish, OwnHours));
        if (person.MostADay is { } limit)
            Wish(Obstacle.FullDay, SlotReasonKind.FullDay, SlotTerm.FullDay, limit.Weight, rules.FullDay(limit));
        if (!person.IsResource)
        {
            if (request.Breathing is { } breathing)
                Wish(
                    Obstacle.NoBreathing,
                    SlotReasonKind.NoBreathing,
                    SlotTerm.NoBreathing,
                    breathing.Weight,
                    Starts.Overlapping(InTheWay, length, breathing.Around)
                );
            if (request.At is { } at)
            {
                var taken = person.Busy.Where(b => b.Takes == TimeTaken.Firm || (forbids && b.Takes != TimeTaken.Free));
                Wish(Obstacle.TooFar, SlotReasonKind.TooFar, SlotTerm.TooFar, at.Weight, rules.TooFar(at, taken));
            }

            if (request.AtUsualPlaces)
                obstacles[Obstacle.Elsewhere] = Starts.Overlapping(person.Elsewhere, length);
            if (request.Together is { } together && together.Person == person.Key)
                obstacles[Obstacle.Apart] = rules.Apart(together.Within);
            if (request.Lunch is { } lunch)
                Wish(Obstacle.NoLunch, SlotReasonKind.Lunch, SlotTerm.Lunch, lunch.Weight, rules.NoLunch(lunch));
        }

        Bad = obstacles.Values.Aggregate((all, one) => all.Union(one));
    }

    /// <summary>Whose starts these are.</summary>
    public SlotPerson Person { get; }

    /// <summary>Their hours as they are.</summary>
    public StretchSet OwnHours { get; }

    /// <summary>Their hours, as wide as the request has them.</summary>
    public StretchSet Hours { get; }

    /// <summary>What is taken firmly.</summary>
    public StretchSet Firm { get; }

    /// <summary>What is pencilled.</summary>
    public StretchSet Pencilled { get; }

    /// <summary>What is held.</summary>
    public StretchSet Held { get; }

    /// <summary>The time that something takes which rules a slot out.</summary>
    public StretchSet InTheWay { get; }

    /// <summary>Starts at which they cannot come.</summary>
    public StretchSet Bad { get; }

    /// <summary>Starts that are worse for them, each kind with what it costs.</summary>
    public IReadOnlyList<(SlotReasonKind Reason, int Cost, StretchSet Starts)> Costs =>
        costs ??= [.. wished.Concat(SlotCosts.Of(this, request)).Where(c => !c.Item3.IsEmpty)];

    /// <summary>The time in which they could take part in something.</summary>
    public StretchSet Free =>
        Hours.Except(InTheWay).Except(Person.Absences).Except(Person.Protected is { Weight: Weight.Forbid } p ? p.Time : StretchSet.Empty);

    /// <summary>The starts at which one thing keeps them from coming, in the order in which it is said.</summary>
    public IEnumerable<(Obstacle Obstacle, StretchSet Starts)> Obstacles =>
        obstacles.Where(o => !o.Value.IsEmpty).OrderBy(o => o.Key).Select(o => (o.Key, o.Value));

    /// <summary>What keeps them from coming at a start; none where they can.</summary>
    public IEnumerable<Obstacle> ObstaclesAt(NodaTime.Instant start) =>
        obstacles.Where(o => o.Value.Contains(start)).Select(o => o.Key).Order();

    private StretchSet Taken(TimeTaken how) => StretchSet.Of(Person.Busy.Where(b => b.Takes == how).Select(b => b.Stretch));

    private static StretchSet Widened(SlotPerson person, StretchSet hours) =>
        person.Loosened == NodaTime.Duration.Zero
            ? hours
            : hours.Each(h => new Stretch(h.Start - person.Loosened, h.End + person.Loosened));
}
