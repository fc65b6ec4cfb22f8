namespace Corlin.Core.Meetings;

/// <summary>Why something asked for is not done.</summary>
public enum RefusalKind
{
    NotFound,
    MayNotSpeakFor,
    MayNotAdd,
    NotTheOrganiser,
    NotAnAttendee,
    NoAttendee,
    NoTitle,
    AddressIsNone,
    PersonUnknown,
    ZoneUnknown,
    EndBeforeStart,
    LengthTooLong,
    LengthLongerThanSpan,
    SpanTooLong,
    InThePast,
    OrganiserAsAttendee,
    NotSent,
    Cancelled,
    NothingProposed,
    ChangedSince,
    AlreadySent,
    IllegalGrant,
    BadInput,
}

/// <summary>A typed reason; the wording module turns it into words.</summary>
/// <param name="Field">The field of the request that is at fault, or null.</param>
/// <param name="What">What was given there, to say it back to whoever gave it.</param>
public sealed record Refusal(RefusalKind Kind, string? Field = null, string? What = null);

/// <summary>Thrown where a rule does not allow what was asked; nothing was changed.</summary>
public sealed class RefusedException(Refusal refusal) : Exception(refusal.Kind.ToString())
{
    public RefusedException(RefusalKind kind, string? field = null, string? what = null) : this(new Refusal(kind, field, what))
    {
    }

    public Refusal Refusal { get; } = refusal;
}
