using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>What somebody wishes of every meeting.</summary>
public enum KeptWishKind
{
    /// <summary>None starts on some days of the week.</summary>
    NotOn,

    /// <summary>None starts earlier.</summary>
    NotBefore,

    /// <summary>None ends later, on the day of its start.</summary>
    NotAfter,

    /// <summary>So much time around it is clear of what is in the way.</summary>
    Around,

    /// <summary>A piece of lunch stays free, as <see cref="LunchWish.Usual"/> has it.</summary>
    Lunch,

    /// <summary>What is in the way that day and the meeting take no more.</summary>
    MostADay,

    /// <summary>None falls into the first or the last hour of the day.</summary>
    EdgesSpared,

    /// <summary>They are where they usually are, and not at home or at another place for the day.</summary>
    AtUsualPlace,

    /// <summary>At most so much time lies between it and the nearest thing that is in the way.</summary>
    Together,
}

/// <summary>
/// A wish that is kept with somebody, by the clock by which they live. Whoever searches learns of it only that they are not free, or would
/// rather not.
/// </summary>
/// <param name="Value">
/// Of <see cref="KeptWishKind.NotOn"/> the days, a bit each from 1 for Monday; of times the minute of the day, of lengths minutes; else 0.
/// </param>
public sealed record KeptWish(KeptWishKind Kind, int Value, Weight Weight)
{
    private const int MinutesADay = 24 * 60;

    /// <summary>Whether the value is one that its kind can have.</summary>
    public bool IsSound =>
        Enum.IsDefined(Weight)
        && Kind switch
        {
            KeptWishKind.NotOn => Value is > 0 and < 1 << 7,
            KeptWishKind.NotBefore or KeptWishKind.NotAfter => Value is > 0 and < MinutesADay,
            KeptWishKind.Around => Value is > 0 and <= 240,
            KeptWishKind.MostADay => Value is > 0 and <= MinutesADay,
            KeptWishKind.Together => Value is > 0 and <= 240,
            KeptWishKind.Lunch or KeptWishKind.EdgesSpared or KeptWishKind.AtUsualPlace => Value == 0,
            _ => false,
        };

    /// <summary>Whether <see cref="KeptWishKind.NotOn"/> names a day.</summary>
    public bool Names(IsoDayOfWeek day) => (Value >> ((int)day - 1) & 1) != 0;
}
