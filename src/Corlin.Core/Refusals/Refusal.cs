namespace Corlin.Core.Refusals;

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

    /// <summary>There is no country of that name or code.</summary>
    CountryUnknown,
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

    /// <summary>Who is outside only looks.</summary>
    OutsideLooks,

    /// <summary>Nobody speaks for somebody in one of their calendars only.</summary>
    SpeaksForAll,

    /// <summary>What is granted would be over before it begins.</summary>
    NeverHolds,

    /// <summary>The organisation allows less.</summary>
    AboveCeiling,

    /// <summary>Who grants holds less themselves.</summary>
    MoreThanHeld,

    /// <summary>Who grants holds nothing there that they may pass on.</summary>
    MayNotGrant,

    /// <summary>Nobody asks for or grants access to their own calendars.</summary>
    OwnCalendar,
    MayNotChange,

    /// <summary>They may change what they added, and somebody else added it.</summary>
    NotYourAddition,

    /// <summary>A file is not what it should be.</summary>
    FileNotRead,

    /// <summary>A meeting stands on the main calendar of who organises it.</summary>
    OnMainOnly,

    /// <summary>No service makes conferences here; a link can only be given.</summary>
    NoConferences,

    /// <summary>The same request was answered already, and its answer is not there any more.</summary>
    DoneAlready,

    /// <summary>Somebody works there, or a room is in it.</summary>
    PlaceInUse,

    /// <summary>Occurrences of a series take more time than passes from one to the next.</summary>
    LongerThanItsRhythm,

    /// <summary>Where somebody's mail goes is said by an administrator, or by who keeps the contact.</summary>
    AddressByAdministrator,

    /// <summary>Another absence stands in that time.</summary>
    AwayAlready,

    /// <summary>Who is to cover is away then too.</summary>
    CoverIsAway,

    /// <summary>Nobody covers for themselves.</summary>
    CoversSelf,

    /// <summary>An absence of more than a year.</summary>
    LongerThanAYear,

    /// <summary>What was done in somebody's name is for who sees their calendar whole.</summary>
    HistoryNotTold,

    /// <summary>A key opens no address that waits for who brings it.</summary>
    AddressKeyUnknown,

    /// <summary>Who is to read a calendar may see nothing of it.</summary>
    ReaderSeesNothing,

    /// <summary>A link that led to a calendar leads there no longer.</summary>
    FeedEnded,

    /// <summary>Asked of one occurrence, though it belongs to the whole.</summary>
    OfTheWhole,

    /// <summary>It is turned over to somebody else, not to who organises it.</summary>
    OwnMeeting,

    /// <summary>
    /// Somebody else gave another answer for the same person, and who answers now has not said that it is to be replaced.
    /// </summary>
    AnsweredOtherwise,

    /// <summary>Another file is being taken into that calendar just now.</summary>
    FileUnderWay,

    /// <summary>Nobody is said to have asked.</summary>
    NoCaller,

    /// <summary>Only what was cancelled comes back.</summary>
    NotCancelled,

    /// <summary>It was cancelled longer ago than it can be brought back.</summary>
    CancelledLongAgo,

    /// <summary>The rule picks dates or hours that do not move by so many days.</summary>
    RuleDoesNotMove,

    /// <summary>The rule yields no occurrence.</summary>
    NeverOccurs,

    /// <summary>The rule leaves out the start.</summary>
    StartLeftOut,

    /// <summary>A part of the words for how it repeats was not understood.</summary>
    RuleNotUnderstood,

    /// <summary>The wall clock skips that time on that day.</summary>
    TimeSkipped,

    /// <summary>Another of the list has that name.</summary>
    NameTaken,

    /// <summary>It is read from a calendar kept elsewhere.</summary>
    KeptElsewhere,

    /// <summary>The address of a calendar is none.</summary>
    AddressNotRead,

    /// <summary>Only who manages people and places does that.</summary>
    AdministratorsOnly,

    /// <summary>People inside are changed by themselves, who speaks for them, and administrators.</summary>
    MayNotKeep,

    /// <summary>Who was removed from the directory, or deleted, is not changed any more.</summary>
    RemovedAlready,

    /// <summary>Somebody else has that e-mail address.</summary>
    AddressTaken,

    /// <summary>A group would be a member of itself.</summary>
    GroupInItself,

    /// <summary>Nobody closes their own way in.</summary>
    OwnWayIn,

    /// <summary>Somebody has to manage people and places.</summary>
    LastAdministrator,

    /// <summary>Of who can still sign in nothing is deleted.</summary>
    SignsInStill,

    /// <summary>A password is too short, a key or a code no longer holds.</summary>
    PasswordTooShort,
    KeyNotHeld,
    CodeWrong,

    /// <summary>A passkey that was not made here, for somebody else, or too late.</summary>
    PasskeyNotTaken,
    PasswordWrong,

    /// <summary>A paper is too large, or none of those that are taken.</summary>
    PaperNotTaken,

    /// <summary>A place that is not one of the organisation's, or is closed.</summary>
    PlaceUnknown,

    /// <summary>Another has just said otherwise of the same days.</summary>
    WhereSaidSince,

    /// <summary>What was to be moved to make room, or what it was to go between, has changed.</summary>
    RoomChanged,

    /// <summary>One of the offered times was booked already.</summary>
    OfferBooked,

    /// <summary>An offer was withdrawn, or its end came.</summary>
    OfferEnded,

    /// <summary>An offered time was taken by something else meanwhile.</summary>
    OfferTimeGone,

    /// <summary>How some offered time suits was not said.</summary>
    OfferMarkMissing,

    /// <summary>Nobody outside is named to whom times could be offered.</summary>
    OfferWithoutReader,

    /// <summary>There are as many already as there may be.</summary>
    TooMany,
    BadInput,

    /// <summary>More of some are wished than there are.</summary>
    MoreThanThereAre,

    /// <summary>A link to set a password could not be sent.</summary>
    KeyNotMailed,

    /// <summary>A plan of several meetings no longer does as it was worked out.</summary>
    PanelChanged,

    /// <summary>Several are to be met one after another in a meeting that repeats.</summary>
    PanelOfSeries,

    /// <summary>Somebody is to be met by themselves in a meeting in which they take part anyway.</summary>
    PanelWithThose,

    /// <summary>No room there is has so many seats and all of what is wanted.</summary>
    NoRoomFits,

    /// <summary>A file is neither a message nor a calendar file that asks something.</summary>
    MailUnreadable,

    /// <summary>A message from a file is for nobody for whom who laid it speaks.</summary>
    MailForNobody,

    /// <summary>A message that waits cannot be taken in by hand either.</summary>
    MailNotTaken,

    /// <summary>Whether somebody comes is known already.</summary>
    NothingToAsk,

    /// <summary>Only who an instruction is of can say that it is put into effect by itself.</summary>
    OnlyTheirOwnWord,

    /// <summary>Who would be reminded was written to about it today.</summary>
    WrittenToday,

    /// <summary>A deadline for answers is not before the meeting begins.</summary>
    DeadlineTooLate,

    /// <summary>A standing instruction does not say to which invitations it applies, or nothing that can be.</summary>
    InstructionAboutNothing,

    /// <summary>A day sheet is to go by itself, and to nobody.</summary>
    SheetHasNoReader,

    /// <summary>A calendar is to be sent, and to nobody.</summary>
    CalendarHasNoReader,
}

/// <summary>A typed reason; the wording module turns it into words.</summary>
/// <param name="Field">The field of the request that is at fault, or null.</param>
/// <param name="What">What was given there, to say it back to whoever gave it.</param>
public sealed record Refusal(RefusalKind Kind, string? Field = null, string? What = null);

/// <summary>Thrown where a rule does not allow what was asked; nothing was changed.</summary>
public sealed class RefusedException(Refusal refusal) : Exception(refusal.Kind.ToString())
{
    /// <param name="field">The part of the request that is wrong; null where it is none.</param>
    /// <param name="what">What was said there, to be told back; null for nothing.</param>
    public RefusedException(RefusalKind kind, string? field = null, string? what = null)
        : this(new Refusal(kind, field, what)) { }

    /// <summary>Why.</summary>
    public Refusal Refusal { get; } = refusal;
}
