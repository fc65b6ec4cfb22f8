using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Core.Slots;

/// <summary>A person's time in a search, worked out once for all of its starts.</summary>
internal sealed class PersonTime
{
    public PersonTime(SlotPerson person, SlotRequest request)
    {
        Person = person;
        Hours = person.Hours ?? WorkingHours.Usual.Within(request.Reach, person.Zone);
        Pencilled = Taken(TimeTaken.Pencilled);
        Held = Taken(TimeTaken.Hold);
        Firm = Taken(TimeTaken.Firm);
        var forbidden = Firm.Union(person.Absences);
        if (request.Pencilled == Weight.Forbid)
            forbidden = forbidden.Union(Pencilled).Union(Held);
        Allowed = Hours.Except(forbidden);
    }

    public SlotPerson Person { get; }

    public StretchSet Hours { get; }

    public StretchSet Firm { get; }

    public StretchSet Pencilled { get; }

    public StretchSet Held { get; }

    /// <summary>The time that nothing forbids.</summary>
    public StretchSet Allowed { get; }

    private StretchSet Taken(TimeTaken how) => StretchSet.Of(Person.Busy.Where(b => b.Takes == how).Select(b => b.Stretch));
}
