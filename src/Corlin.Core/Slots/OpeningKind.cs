namespace Corlin.Core.Slots;

/// <summary>What of a request would be different.</summary>
public enum OpeningKind
{
    Shorter,

    /// <summary>On any day of the week.</summary>
    AnyDay,

    /// <summary>At any time of the day.</summary>
    AnyTime,

    /// <summary>Without time around it.</summary>
    NoBreathing,

    /// <summary>Over lunch too.</summary>
    OverLunch,

    /// <summary>Wherever everyone is that day.</summary>
    AnyPlace,

    /// <summary>Apart from what is there already.</summary>
    Apart,
    OnlyIfFree,
    Loosened,
    OtherDays,
}
