using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What was done, as the history tells it.</summary>
public enum ChangeKind
{
    SetUp,
    PersonAdded,
    AccessGranted,
    AbsencePosted,
    AppointmentAdded,
    HoldPlaced,
    MeetingSent,
    InvitationAnswered,
    ProposalAccepted,
    ProposalRefused,
    WentOn,
    MeetingCancelled,
    Undone,
    EntryChanged,
    EntryCancelled,
    Imported,

    /// <summary>A category or a reminder was noted on a lane.</summary>
    EntryMarked,
    CategoryChanged,
    NoGoKept,
    NoGoOpened,
    CalendarFollowed,

    /// <summary>Name, address, interval or how it takes time of a calendar kept elsewhere.</summary>
    FollowingChanged,
    FollowingEnded,
    PaperAdded,
    PaperRemoved,
    SiteClosed,
    SiteOpened,
    AccessChanged,
    AccessWithdrawn,
    AccessAsked,
    AccessRefused,
    AccessAskedNoMore,
    CeilingSet,

    /// <summary>What is known of a person, group or room.</summary>
    PersonChanged,
    PersonRemoved,
    MembersChanged,
    PeopleImported,

    /// <summary>Somebody was given a way in, for the first time or anew.</summary>
    AccountInvited,
    AccountClosed,
    AccountOpened,
    SecondFactorRemoved,

    /// <summary>A calendar beside somebody's main one.</summary>
    CalendarAdded,
    CalendarChanged,
    CalendarRemoved,

    /// <summary>An appointment was put on another of its owner's calendars.</summary>
    PutOnCalendar,

    /// <summary>An assistant left what is open to who covers.</summary>
    HandedOver,
    HandoverNoted,
    HandoverTakenBack,

    /// <summary>Words went to those asked to a meeting, or to who wrote.</summary>
    MailWritten,

    /// <summary>A cancelled meeting takes place after all.</summary>
    MeetingRestored,

    /// <summary>A meeting was saved and not sent.</summary>
    MeetingSaved,

    /// <summary>The holds of a request stand no longer.</summary>
    HoldsReleased,

    /// <summary>A paper is to go out to those outside, or no longer.</summary>
    PaperSentAlong,

    /// <summary>Somebody else organises a meeting from then on.</summary>
    TurnedOver,

    /// <summary>Somebody asked for a principal's time, and it was written down.</summary>
    RequestTaken,

    /// <summary>What is known of such a request, or what became of it.</summary>
    RequestChanged,

    /// <summary>An entry was made that belongs with another.</summary>
    EntryTied,

    /// <summary>What is known of a meeting went to others, who are not asked.</summary>
    MeetingForwarded,

    /// <summary>Notes of a meeting went to some people.</summary>
    NotesReleased,

    /// <summary>What was to be done is done, or not after all.</summary>
    TaskDone,

    /// <summary>A meeting at once; those named were called.</summary>
    Convened,

    /// <summary>Somebody was called, or is called no more.</summary>
    CalledIn,
    CallWithdrawn,

    /// <summary>Who came into a group is asked to what it was asked to, or who left no longer; or it was decided otherwise.</summary>
    MemberSettled,

    /// <summary>An attendee made their own part of a meeting private, or no longer.</summary>
    PartMadePrivate,

    /// <summary>A place of the organisation, or the way between two.</summary>
    PlaceChanged,

    /// <summary>Somebody is asked to organise a meeting from then on.</summary>
    TurnOverOffered,

    /// <summary>They do not.</summary>
    TurnOverRefused,

    /// <summary>It is not offered any more.</summary>
    TurnOverTakenBack,

    /// <summary>An administrator ended all that somebody had open.</summary>
    AccountSignedOut,

    /// <summary>Somebody manages people and places from then on.</summary>
    AdministratorMade,

    /// <summary>Somebody does so no longer.</summary>
    AdministratorEnded,

    /// <summary>Mail to somebody is to go to another address, which waits.</summary>
    AddressAsked,

    /// <summary>It stays with the one before.</summary>
    AddressRefused,

    AbsenceChanged,

    /// <summary>Whoever was away is back, or does not go.</summary>
    AbsenceEnded,

    /// <summary>It was said where somebody is on some days, or that they are as usual.</summary>
    WhereSaid,

    /// <summary>It was said how much of where somebody is others are told.</summary>
    WhereToldSaid,

    /// <summary>A link by which a program reads a calendar.</summary>
    FeedMade,

    /// <summary>It got another key.</summary>
    FeedRenewed,
    FeedEnded,

    /// <summary>What an attendee said by word of mouth was entered as their answer.</summary>
    AnswerEntered,

    /// <summary>Entries were moved so that a meeting has room.</summary>
    RoomMade,

    /// <summary>Times are held and offered to people outside.</summary>
    OfferMade,

    /// <summary>A reader said how the offered times suit.</summary>
    OfferAnswered,

    /// <summary>A reader chose an offered time: it is booked.</summary>
    OfferChosen,

    /// <summary>Who made an offer, or the rule they set, booked one of its times.</summary>
    OfferBooked,

    /// <summary>Times are offered no longer.</summary>
    OfferEnded,

    /// <summary>What somebody wishes of every meeting was said anew.</summary>
    WishesKept,

    /// <summary>Who organises a meeting outside told of it.</summary>
    ToldFromOutside,

    /// <summary>A message that waited was taken in by hand.</summary>
    MailTakenIn,

    /// <summary>Something needs no look any more, until it changes.</summary>
    ConcernDismissed,

    /// <summary>What was dismissed needs a look again.</summary>
    ConcernShown,

    /// <summary>How far ahead is looked was said anew.</summary>
    LookAheadSaid,

    /// <summary>Who is invited is asked by one who keeps their calendar.</summary>
    PrincipalAsked,

    /// <summary>Who was asked said what is to be done.</summary>
    QuestionAnswered,

    /// <summary>A question is asked no more.</summary>
    QuestionEnded,

    /// <summary>What is to be answered to invitations of one kind was said.</summary>
    InstructionSaid,

    /// <summary>A standing instruction stands no more.</summary>
    InstructionEnded,

    /// <summary>Until when the answers to a meeting are wanted was said.</summary>
    DeadlineSet,

    /// <summary>There is no deadline for the answers to a meeting any more.</summary>
    DeadlineEnded,

    /// <summary>How somebody's day sheet is made, or when it goes by itself, was said.</summary>
    SheetSaid,

    /// <summary>A day sheet was printed or sent.</summary>
    SheetHanded,

    /// <summary>A day sheet went by itself, as was said.</summary>
    SheetWent,

    /// <summary>A part of a calendar was sent to people.</summary>
    CalendarSent,

    /// <summary>A device was let in to keep the calendars.</summary>
    DeviceAdded,

    /// <summary>A device was shut out.</summary>
    DeviceWithdrawn,

    /// <summary>It was said how much something counts against a free slot.</summary>
    SlotsWeighed,

    /// <summary>What hung on somebody who leaves was handed on.</summary>
    PersonLeft,

    /// <summary>What was known of somebody was deleted for good.</summary>
    PersonDeleted,

    /// <summary>It was said how the organisation is called.</summary>
    OrganisationNamed,
}

/// <param name="Kind">What was done; of an undo what it took back.</param>
public sealed record ChangeMade(long Id, ChangeKind Kind, UserId Actor, UserId InNameOf, Instant At, bool Undone);
