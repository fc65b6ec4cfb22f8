using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What a change may do inside its transaction. It reads what it has written.</summary>
public interface IChangeSession : ICalendarReads
{
    Instant Now { get; }

    /// <summary>The absence that does by itself what is begun from now on; null while somebody does it by hand.</summary>
    Absence? ByAbsence { get; set; }

    /// <summary>Opens the change: everything saved from here on belongs to it, in the history and for undo.</summary>
    long Begin(ChangeKind kind, UserId actor, UserId inNameOf, long? grant);

    /// <summary>Goes on with a change that was begun before, as with a large one that is made piece by piece.</summary>
    void GoOn(long change);

    /// <summary>
    /// Stores a new or changed entry with its participations, what it occupies and the change log of every lane concerned.
    /// </summary>
    /// <returns>The entry with its id.</returns>
    Entry Save(Entry entry);

    /// <summary>The entries that were stored so far, each as it was stored last.</summary>
    IReadOnlyCollection<Entry> Stored { get; }

    /// <summary>Stores many entries of one calendar that nobody else takes part in, in pieces of bounded size.</summary>
    void SaveAll(IReadOnlyList<Entry> entries);

    /// <summary>Somebody is asked to organise a meeting from now on; whom else that was asked before is not any more.</summary>
    void Offer(TurnOverOffer offer);

    /// <summary>An offer holds no longer: it was taken, refused or taken back.</summary>
    void End(TurnOverOffer offer);

    /// <summary>Mail to somebody is to go elsewhere, which waits; what waited for them before does not any more.</summary>
    void Wait(WaitingAddress address);

    /// <summary>It waits no longer: it was taken, refused or taken back.</summary>
    void End(WaitingAddress address);

    /// <summary>
    /// Begins what is too much for one transaction: what is written of it nobody sees until it is shown, and no history tells it.
    /// </summary>
    Unseen BeginUnseen(CalendarId of);

    /// <summary>Stores new entries of a calendar that nobody else takes part in, for nobody to see yet.</summary>
    void SaveUnseen(Unseen unseen, IReadOnlyList<Entry> entries);

    /// <summary>Makes a category that is on no list yet.</summary>
    Category SaveUnseen(Category category);

    /// <summary>Lets all of it be seen at once, as one change.</summary>
    void Show(Unseen unseen, ChangeKind kind, UserId actor, UserId inNameOf, long? grant);

    /// <summary>Takes a piece of what nobody saw out of the store.</summary>
    /// <returns>Whether there is more of it.</returns>
    bool DropUnseen(Unseen unseen);

    /// <summary>Puts a piece of what is seen with the calendar to which it belongs.</summary>
    /// <returns>Whether there is more of it.</returns>
    bool Settle(Unseen unseen);

    /// <summary>
    /// Takes back what a change did, where nothing of it was changed since; messages not yet sent are withdrawn. Where the change was
    /// itself
    /// an undo, what that took back is done again, and its messages go out.
    /// </summary>
    /// <param name="entriesToo">False where they were taken back piece by piece before.</param>
    void Restore(long change, bool entriesToo = true);

    /// <summary>
    /// Takes back what a change did to some of its entries, the last first; those that somebody changed since stay as they are.
    /// </summary>
    /// <param name="before">Where the piece before ended; the largest number for the first.</param>
    /// <returns>Where this one ended; null where nothing was left.</returns>
    long? RestorePiece(long change, long before);

    /// <summary>The change with this id, or null.</summary>
    ChangeMade? Change(long id);

    /// <summary>Hands a message to the outbox; it leaves when the time of undo is over.</summary>
    /// <param name="about">Under what the mail room keeps it; null for a notice.</param>
    void Send(OutboxMessage message, MailAbout? about = null);

    /// <summary>A message that failed is tried again at once.</summary>
    void SendAgain(KeptMail mail);

    /// <summary>Somebody has seen that a message failed for good.</summary>
    void LetBe(KeptMail mail);

    /// <summary>Keeps a message that came in.</summary>
    /// <param name="filed">It is filed with what it is about.</param>
    void Keep(ReceivedMail mail, MailAbout about, bool filed);

    /// <summary>False where a message with this key was taken in before.</summary>
    bool TakeIn(string messageKey);

    CalendarUser Save(CalendarUser user);

    /// <summary>Stores new people at once.</summary>
    /// <returns>They, with their numbers, in the same order.</returns>
    IReadOnlyList<CalendarUser> Save(IReadOnlyList<CalendarUser> users);

    void SetAdministrator(UserId who, bool isOne);

    CalendarId AddCalendar(UserId owner, string name);

    /// <summary>Gives what stands from now on.</summary>
    /// <returns>The grant with its id.</returns>
    Grant Give(Grant grant);

    /// <summary>It stands no longer; nothing more is told of its end.</summary>
    void End(Grant grant);

    /// <summary>The most that any grant has which a change gave or ended, taken together.</summary>
    /// <returns>With the calendar for which all of them are; null where they are for all of the owner's, or for several.</returns>
    (AccessTerms Terms, CalendarId? Calendar) HighestOf(long change);

    AccessRequest Ask(AccessRequest request);

    /// <summary>It waits no longer.</summary>
    void Close(AccessRequest request);

    /// <summary>Tells somebody of their access once the time of undo is over, or later where it says so.</summary>
    void Tell(AccessNews news);

    /// <summary>Somebody has put a piece of news away. It is nobody else's, so no history tells it.</summary>
    /// <returns>False where they were told no such thing.</returns>
    bool PutAway(UserId who, long news);

    /// <summary>The same of something that was told of a meeting.</summary>
    bool PutMeetingNewsAway(UserId who, long news);

    void Set(bool inside, Ceiling ceiling);

    Absence Save(Absence absence);

    /// <summary>It stands no longer.</summary>
    void End(Absence absence);

    /// <summary>Keeps where somebody is on some days.</summary>
    void Save(Stay stay);

    /// <summary>It applies no longer.</summary>
    void End(Stay stay);

    void Save(IReadOnlyList<DayOff> days);

    /// <summary>Keeps a closure.</summary>
    void Close(DayOff closure);

    /// <summary>False where there is no closure of that number.</summary>
    bool Open(long closure);

    void Save(NoGo weeks);

    /// <summary>False where they have none of that number.</summary>
    bool RemoveNoGo(UserId who, long id);

    /// <summary>Keeps a new handover with its items.</summary>
    /// <returns>It, with its numbers.</returns>
    Handover Keep(Handover handover);

    /// <summary>Keeps what is different about one item of a handover.</summary>
    void Keep(Handover handover, HandoverItem item);

    /// <summary>It stands no longer.</summary>
    void TakeBack(Handover handover);

    /// <summary>Keeps a calendar beside the main one, or what is different about one that is kept: name, and whether it counts.</summary>
    /// <returns>The calendar with its ids.</returns>
    FurtherCalendar Keep(FurtherCalendar calendar);

    /// <summary>It is kept no longer; its entries stay in the store, so that it can be kept again.</summary>
    void KeepNoMore(FurtherCalendar calendar);

    /// <summary>
    /// Follows a calendar kept elsewhere from now on; where it has a calendar here already, it stands in the place of what was followed so
    /// far.
    /// </summary>
    Followed Follow(Followed followed);

    /// <summary>Follows it no longer; what was read stays in the store, so that it can be followed again.</summary>
    void EndFollowing(Followed followed);

    /// <summary>Keeps when it was read and how that went. No history tells it: nobody did it.</summary>
    void Noted(Followed followed);

    /// <summary>Makes the calendar of one that is kept elsewhere what was read there.</summary>
    /// <param name="next">New and changed entries.</param>
    /// <param name="gone">Entries that are no longer there.</param>
    void Mirror(Followed followed, IReadOnlyList<Entry> next, IReadOnlyCollection<EntryId> gone);

    /// <summary>Keeps a new feed.</summary>
    void Save(Feed feed, string keyHash);

    /// <summary>Its link leads nowhere from then on.</summary>
    void End(Feed feed);

    /// <summary>Keeps when it was read and with what. No history tells it: nobody did it.</summary>
    void Noted(Feed feed);

    /// <summary>Lays a paper with an entry.</summary>
    void Add(Paper paper, Entry entry);

    /// <summary>Takes a paper away from its entry; for a day it can be brought back.</summary>
    void Remove(Paper paper, Entry entry);

    /// <summary>Stores a new place, or what is different about one that there is.</summary>
    void Save(Place place);

    /// <param name="takes">Null where it is not known any more.</param>
    void SaveWay(string from, string to, Duration? takes);

    /// <summary>Stores what is known of somebody, new or changed, with its history.</summary>
    /// <returns>They, with their number and version.</returns>
    CalendarUser Save(CalendarUser user, PersonFacts facts);

    /// <summary>They are found no more; what they took part in still names them.</summary>
    void Remove(CalendarUser user);

    /// <summary>The people, groups and rooms that a change touched, as they stand now.</summary>
    IReadOnlyList<CalendarUser> PeopleOf(long change);

    /// <summary>Somebody is in a group from now on.</summary>
    void Join(UserId group, UserId member);

    /// <summary>False where they are not in it.</summary>
    bool Leave(UserId group, UserId member);

    /// <summary>Stores a new or changed category.</summary>
    /// <returns>The category with its id.</returns>
    Category Save(Category category);

    /// <summary>Takes a category off its list; entries that carry it show none.</summary>
    void Remove(Category category);

    /// <summary>Keeps what became of a reminder. It is nobody else's, so no history tells it.</summary>
    void Save(UserId who, EntryId entry, LocalDateTime? recurrenceId, ReminderMark mark);

    /// <summary>The entries that a change touched, as they stand now; those it took away are left out.</summary>
    IReadOnlyList<Entry> EntriesOf(long change, int limit);

    /// <summary>The public id of the entry of which a change laid a paper or took one away; null where it is no longer there.</summary>
    string? EntryOfPaper(long change);

    /// <summary>Keeps what somebody asked for, new or changed, with its history.</summary>
    void Keep(MeetingRequest request);

    /// <summary>Keeps notes, new or changed, with their tasks.</summary>
    /// <param name="told">The history tells it, and an undo takes it back; while they are only written nobody is told.</param>
    void Keep(MeetingNotes notes, bool told);

    /// <summary>Keeps that somebody is in a conference, was, or knocks. No history tells it.</summary>
    void Keep(Presence presence, Entry entry);

    /// <summary>Keeps a call, new or changed; an undo of the change that made it withdraws it.</summary>
    void Keep(Call call);

    /// <summary>What was to go to an address about an entry and has not left yet does not go.</summary>
    /// <returns>False where nothing waited.</returns>
    bool WithdrawUnsent(EntryId entry, string address);

    /// <summary>Keeps what somebody is writing.</summary>
    void Keep(KeptDraft draft);

    /// <summary>It is written no longer; its papers go with it.</summary>
    void Drop(KeptDraft draft);

    /// <summary>Lays a paper with a draft.</summary>
    void Lay(KeptDraft draft, Paper paper);

    /// <summary>Takes a paper away from a draft, for good.</summary>
    void TakeAway(KeptDraft draft, Paper paper);

    /// <summary>Keeps a kind of meeting, new or changed, under its public id. No history tells it.</summary>
    void Keep(MeetingKind kind);

    void Drop(MeetingKind kind);

    /// <summary>Keeps somebody's standing conference; null for none. No history tells it.</summary>
    void KeepStanding(UserId owner, Standing? standing);

    /// <summary>Keeps how somebody likes a view. It is nobody else's, so no history tells it.</summary>
    void KeepSetting(UserId who, string name, string json);
}

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
}

/// <param name="Kind">What was done; of an undo what it took back.</param>
public sealed record ChangeMade(long Id, ChangeKind Kind, UserId Actor, UserId InNameOf, Instant At, bool Undone);
