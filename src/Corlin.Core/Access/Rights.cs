using NodaTime;

namespace Corlin.Core.Access;

/// <summary>How much of an entry one sees, from least to most.</summary>
public enum Sight
{
    Nothing,

    /// <summary>That time is taken, and how firmly.</summary>
    Outline,

    /// <summary>Also title and place.</summary>
    Headlines,

    /// <summary>Also attendees, agenda, papers and notes.</summary>
    Everything,
}

/// <summary>What one may do in a calendar, from least to most.</summary>
public enum Acting
{
    Look,

    /// <summary>Add appointments, and change or remove those one added.</summary>
    Add,

    /// <summary>Change any appointment, and how an entry takes time, its category and reminder.</summary>
    Change,

    /// <summary>Also organise, change, cancel and answer in the owner's name.</summary>
    SpeakFor,
}

/// <summary>What somebody may see and do in a calendar at a moment, all grants taken together.</summary>
/// <param name="Grant">The grant that gives the acting, for the history; null for the owner and for defaults.</param>
public sealed record Rights(Sight Sight, Acting Acting, bool Private, long? Grant)
{
    /// <summary>Those of somebody in their own calendar.</summary>
    public static readonly Rights Own = new(Sight.Everything, Acting.SpeakFor, true, null);

    /// <summary>Those of who was granted nothing.</summary>
    public static readonly Rights None = new(Sight.Nothing, Acting.Look, false, null);

    private readonly Sight? privateSight;
    private readonly Acting? privateActing;

    /// <summary>How much of private entries: as far as a grant that includes them sees.</summary>
    public Sight PrivateSight
    {
        get => Private ? privateSight ?? Sight : Sight.Nothing;
        init => privateSight = value;
    }

    /// <summary>What may be done with private entries of others: as far as a grant that includes them goes.</summary>
    public Acting PrivateActing
    {
        get => Private ? privateActing ?? Acting : Acting.Look;
        init => privateActing = value;
    }

    /// <summary>Whether they answer, move and cancel in the name of the owner.</summary>
    public bool MaySpeakFor => Acting == Acting.SpeakFor;

    /// <summary>Whether they speak for the owner where a private entry is concerned.</summary>
    public bool MaySpeakForPrivate => PrivateActing == Acting.SpeakFor;

    /// <summary>Whether what is noted on the lane alone, categories and reminders, is told.</summary>
    public bool SeesMarks => Sight == Sight.Everything || Acting >= Acting.Change;

    /// <summary>
    /// A personal grant replaces the default, also downwards; of several valid now the highest of each scale counts; private entries come
    /// only from a grant that includes them, and only as far as that grant goes.
    /// </summary>
    /// <param name="grants">Those that somebody holds on one calendar, by themselves or through a group, and its defaults.</param>
    /// <param name="ceiling">What the organisation lets anybody of their kind have; null for all.</param>
    public static Rights Combine(IEnumerable<Grant> grants, bool inside, Instant now, Ceiling? ceiling = null)
    {
        Grant? highest = null,
            acts = null;
        Sight sight = Sight.Nothing,
            privateSight = Sight.Nothing;
        var privateActing = Acting.Look;
        var isPrivate = false;
        foreach (var grant in Counting(grants, inside, now))
        {
            highest = grant;
            if (acts is null || grant.Acting > acts.Acting)
                acts = grant;
            sight = Max(sight, grant.Sight);
            if (!grant.Private)
                continue;
            isPrivate = true;
            privateSight = Max(privateSight, grant.Sight);
            privateActing = Max(privateActing, grant.Acting);
        }

        if (highest is null)
            return None;
        // An external person only ever looks.
        var rights = new Rights(sight, inside ? acts!.Acting : Acting.Look, isPrivate, acts!.Receiver is null ? null : acts.Id)
        {
            PrivateSight = privateSight,
            PrivateActing = inside ? privateActing : Acting.Look,
        };
        return ceiling is null ? rights : rights.Under(ceiling);
    }

    private Rights Under(Ceiling ceiling) =>
        new(ceiling.On(Sight), ceiling.On(Acting), Private && ceiling.Private, Grant)
        {
            PrivateSight = ceiling.On(PrivateSight),
            PrivateActing = ceiling.On(PrivateActing),
        };

    private static List<Grant> Counting(IEnumerable<Grant> grants, bool inside, Instant now)
    {
        List<Grant> personal = [],
            defaults = [];
        foreach (var grant in grants)
        {
            if (!grant.HoldsAt(now))
                continue;
            if (grant.Receiver is not null)
                personal.Add(grant);
            else if (grant.Inside == inside)
                defaults.Add(grant);
        }

        return personal.Count > 0 ? personal : defaults;
    }

    private static T Max<T>(T one, T other)
        where T : struct, Enum => Comparer<T>.Default.Compare(one, other) < 0 ? other : one;
}
