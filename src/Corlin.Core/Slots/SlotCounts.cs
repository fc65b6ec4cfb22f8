namespace Corlin.Core.Slots;

/// <summary>How many slots a request has, and would have if one of its people were another; the rest is worked out once.</summary>
public sealed class SlotCounts
{
    private readonly SlotWork work;
    private readonly StartBits[] bad;

    /// <param name="work">A search that is worked out.</param>
    public SlotCounts(SlotWork work)
    {
        this.work = work;
        bad = [.. work.People.Select(p => StartBits.Of(p.Bad, work.Grid))];
        Now = work.Slots().Count();
    }

    /// <summary>As the request is.</summary>
    public int Now { get; }

    /// <param name="other">Takes the place of the person with the same key.</param>
    /// <exception cref="ArgumentException">Nobody has that key, or a need names them.</exception>
    public int With(SlotPerson other)
    {
        var at = -1;
        for (var i = 0; i < work.People.Length; i++)
        {
            if (work.People[i].Person.Key == other.Key)
                at = i;
        }

        if (at < 0 || work.Request.Needs.Any(n => n.Of.Contains(other.Key)))
            throw new ArgumentException($"“{other.Key}” cannot be another here.", nameof(other));
        var slots = work.Open();
        for (var i = 0; i < bad.Length; i++)
        {
            if (i != at && work.People[i].Person.Need == Need.Required)
                slots.Remove(bad[i]);
        }

        if (other.Need == Need.Required)
            slots.Remove(StartBits.Of(new PersonStarts(other, work.Request).Bad, work.Grid));
        return slots.Count();
    }
}
