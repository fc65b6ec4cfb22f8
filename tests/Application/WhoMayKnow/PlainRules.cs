namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>
/// Who may know what, said again as plainly as it can be, from the values of <see cref="Organisation"/> alone. It shares no code with what
/// it is held against. 0 nothing, 1 outline, 2 headline, 3 whole; 0 look, 1 add, 2 change, 3 speak for.
/// </summary>
internal sealed class PlainRules(Organisation of)
{
    /// <summary>A place of a lane: a person by number, or the room.</summary>
    public const int TheRoom = -1;

    internal sealed record Hold(int Sees, int Does, int SeesPrivate, int DoesPrivate);

    internal Hold On(int viewer, int owner, bool further)
    {
        if (viewer == owner)
            return new Hold(3, 3, 3, 3);
        var there = of.Grants.Where(g => g.Owner == owner && !g.Ended && (further || !g.FurtherOnly)).ToList();
        var own = there.Where(g => g.To == viewer || (g.ToGroup && of.Members.Contains(viewer))).ToList();
        // What somebody holds takes the place of what everyone has.
        if (own.Count == 0)
            own = [.. there.Where(g => g.To is null && !g.ToGroup).TakeLast(1)];
        int Most(IEnumerable<int> some) => some.DefaultIfEmpty(0).Max();
        var isPrivate = own.Where(g => g.Private).ToList();
        var (sees, does, allowsPrivate) = of.Ceiling;
        int Doing(int most) => most;
        return new Hold(
            Math.Min(Most(own.Select(g => g.Sees)), sees),
            Doing(Math.Min(Most(own.Select(g => g.Does)), does)),
            allowsPrivate ? Math.Min(Most(isPrivate.Select(g => g.Sees)), sees) : 0,
            allowsPrivate ? Math.Min(Most(isPrivate.Select(g => g.Does)), does) : 0
        );
    }

    internal bool SpeaksFor(int viewer, int who, bool privateToo)
    {
        if (viewer == who)
            return true;
        var held = of
            .Grants.Where(g =>
                g.Owner == who && !g.Ended && !g.FurtherOnly && (g.To == viewer || (g.ToGroup && of.Members.Contains(viewer)))
            )
            .ToList();
        if (privateToo && !of.Ceiling.Private)
            return false;
        return of.Ceiling.Does == 3 && held.Any(g => g.Does == 3 && (g.Private || !privateToo));
    }

    /// <summary>Whether somebody knows a meeting because they, or somebody for whom they speak, organise it or are asked to it.</summary>
    public bool TakesPart(int viewer, Stood entry)
    {
        if (entry.Kind != "meeting")
            return viewer == entry.Owner;
        if (SpeaksFor(viewer, entry.Owner, entry.Private))
            return true;
        return !entry.Draft && entry.Parts.Any(p => !p.Removed && SpeaksFor(viewer, p.Who, entry.Private || p.OwnPrivate));
    }

    public bool StandsOn(Stood entry, int lane)
    {
        if (lane == TheRoom)
            return entry is { Room: true, Draft: false };
        if (entry.Owner == lane)
            return true;
        return entry is { Kind: "meeting", Draft: false } && entry.Parts.Any(p => p.Who == lane && !p.Removed && p.Answer != "declined");
    }

    /// <summary>How much of an entry somebody is told on a lane.</summary>
    public int Told(int viewer, Stood entry, int lane)
    {
        if (!StandsOn(entry, lane))
            return 0;
        if (lane == TheRoom)
        {
            // A room is seen to be taken. What is on there is told as far as it is told on the lane of somebody who meets there.
            return TakesPart(viewer, entry) ? 3 : Math.Max(1, Enumerable.Range(0, Organisation.Inside).Max(l => Granted(viewer, entry, l)));
        }

        var hold = On(viewer, lane, entry.OnFurther);
        var ownPart = entry.Parts.FirstOrDefault(p => p.Who == lane && !p.Removed);
        var wrote = entry.Kind is "appointment" or "hold" && entry.MadeBy == viewer && hold.Does >= 1;
        if (wrote)
            return 3;
        var takesPart = TakesPart(viewer, entry);
        if (!entry.Private && ownPart is not { OwnPrivate: true })
            return takesPart ? 3 : hold.Sees;
        if (takesPart && ownPart is not { OwnPrivate: true })
            return 3;
        // Their own part is private: only they, and who speaks for them in private matters, know it from there.
        if (ownPart is { OwnPrivate: true } && SpeaksFor(viewer, lane, true))
            return 3;
        if (hold.Sees == 0 && !takesPart)
            return 0;
        return Math.Max(1, hold.SeesPrivate);
    }

    private int Granted(int viewer, Stood entry, int lane)
    {
        if (!StandsOn(entry, lane))
            return 0;
        var hold = On(viewer, lane, entry.OnFurther);
        return entry.Private || entry.Parts.Any(p => p.Who == lane && p.OwnPrivate) ? hold.SeesPrivate : hold.Sees;
    }

    /// <summary>The most that somebody is told of an entry anywhere.</summary>
    public int Anywhere(int viewer, Stood entry) =>
        Enumerable.Range(TheRoom, Organisation.Inside + 1).Max(lane => Told(viewer, entry, lane));

    /// <summary>What somebody declined stands on their lane no more; they, and who speaks for them, find it again.</summary>
    public bool FindsDeclined(int viewer, Stood entry, int lane) =>
        entry is { Kind: "meeting", Draft: false }
        && entry.Parts.FirstOrDefault(p => p.Who == lane && p is { Answer: "declined", Removed: false }) is { } part
        && SpeaksFor(viewer, lane, entry.Private || part.OwnPrivate);

    /// <summary>
    /// What somebody wrote with their answer is for the organiser, for themselves, and for who speaks for one of the two.
    /// </summary>
    public bool ReadsComment(int viewer, Stood entry, Part part) =>
        SpeaksFor(viewer, entry.Owner, entry.Private) || SpeaksFor(viewer, part.Who, entry.Private || part.OwnPrivate);

    /// <summary>What was declined left the calendar: who only sees or changes that finds it no more.</summary>
    public bool Left(int viewer, Stood entry, int lane) =>
        entry.Parts.FirstOrDefault(p => p.Who == lane && !p.Removed) is { Answer: "declined" } part
        && !SpeaksFor(viewer, lane, entry.Private || part.OwnPrivate);

    /// <summary>Notes belong to a lane and follow the grant on it.</summary>
    public bool ReadsNotes(int viewer, Stood entry, int lane)
    {
        if (Left(viewer, entry, lane))
            return false;
        var hold = On(viewer, lane, false);
        return (entry.Private || entry.Parts.Any(p => p.Who == lane && p.OwnPrivate) ? hold.SeesPrivate : hold.Sees) == 3;
    }

    /// <summary>A contact of the first is known to who keeps that calendar; who meets them is told their name.</summary>
    public bool KeepsContacts(int viewer) => viewer == 0 || On(viewer, 0, false) is var hold && hold.Does >= 2 && PersonallyHolds(viewer);

    private bool PersonallyHolds(int viewer) =>
        of.Grants.Any(g => g.Owner == 0 && !g.Ended && !g.FurtherOnly && (g.To == viewer || (g.ToGroup && of.Members.Contains(viewer))));
}
