using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>How often somebody gave an answer to who asked them.</summary>
public sealed record AnswersGiven(UserId Who, UserId Organiser, Answer Answer, int Count);

/// <summary>What can be asked of the store. Every question is bounded by what it is asked for.</summary>
public interface ICalendarReads
    : IAccessReads,
        IHistoryReads,
        IMailReads,
        IWishReads,
        IWatchReads,
        IQuestionReads,
        IInstructionReads,
        IDeadlineReads,
        IMeetingNewsReads,
        IDraftReads,
        IRequestReads,
        IOfferReads,
        INotesReads,
        IConferenceReads,
        IAddressReads,
        IPeopleReads,
        IFeedReads,
        IDeviceReads,
        ISheetReads
{
    CalendarUser? User(string publicId);

    /// <summary>
    /// Who has an e-mail address, as their first or a further one: a contact of that principal before somebody whom everyone knows.
    /// </summary>
    CalendarUser? UserByAddress(string address, UserId? principal = null);

    /// <summary>The same of many addresses at once; those that nobody has are left out.</summary>
    IReadOnlyDictionary<string, CalendarUser> UsersByAddress(IReadOnlyCollection<string> addresses, UserId? principal);

    IReadOnlyDictionary<UserId, CalendarUser> Users(IEnumerable<UserId> ids);

    /// <summary>Those who are there, by their public id.</summary>
    IReadOnlyDictionary<string, CalendarUser> Users(IReadOnlyCollection<string> publicIds);

    /// <summary>Whether somebody manages people and places.</summary>
    bool IsAdministrator(UserId who);

    /// <summary>Who manages people and places.</summary>
    IReadOnlySet<UserId> Administrators();

    /// <summary>People, groups and rooms of whom a word begins with the text, by name.</summary>
    /// <param name="keeps">The principals whose own contacts may be found.</param>
    IReadOnlyList<CalendarUser> FindUsers(string text, IReadOnlyCollection<UserId> keeps, int limit);

    /// <summary>
    /// Who is what somebody typed, the best first: by any part of a name with a letter wrong, post, town or group; rooms by seats and what
    /// they have.
    /// </summary>
    IReadOnlyList<CalendarUser> SeekUsers(string text, IReadOnlyCollection<UserId> keeps, int limit);

    /// <summary>As <see cref="SeekUsers"/>, those of one kind, and how many there are.</summary>
    (IReadOnlyList<CalendarUser> First, int Count) Index(
        string text,
        IReadOnlyCollection<UserKind> kinds,
        bool? inside,
        IReadOnlyCollection<UserId> keeps,
        int limit
    );

    /// <summary>The rooms there are, by name.</summary>
    IReadOnlyList<CalendarUser> Rooms(int limit);

    IReadOnlyDictionary<UserId, PersonFacts> Facts(IReadOnlyCollection<UserId> who);

    /// <summary>Who is in a group and who was, those in it first.</summary>
    IReadOnlyList<Membership> Memberships(UserId group, int limit);

    /// <summary>The groups somebody is in themselves, not through another.</summary>
    IReadOnlyList<Membership> MembershipsOf(UserId member);

    /// <summary>How many are in each of some groups themselves.</summary>
    IReadOnlyDictionary<UserId, int> CountMembers(IReadOnlyCollection<UserId> groups);

    /// <summary>The main calendars of those who have one.</summary>
    IReadOnlyDictionary<UserId, CalendarId> MainCalendars(IEnumerable<UserId> owners);

    /// <summary>The entries that touch a span, by calendar; a series is there once.</summary>
    ILookup<CalendarId, Entry> Touching(IReadOnlyCollection<CalendarId> calendars, Stretch span);

    Entry? Entry(string publicId);

    /// <summary>The entries of a calendar that have one of some UIDs, by UID.</summary>
    IReadOnlyDictionary<string, Entry> ByUid(CalendarId calendar, IReadOnlyCollection<string> uids);

    /// <summary>
    /// The meetings that others organise to which somebody is asked and that have one of some UIDs, by UID; those not sent are left out.
    /// </summary>
    IReadOnlyDictionary<string, Entry> AskedTo(UserId who, IReadOnlyCollection<string> uids);

    /// <summary>
    /// The entries on some calendars of which each word is said in title, place, agenda or a paper's name, or names somebody who takes
    /// part; latest first.
    /// </summary>
    IReadOnlyList<(CalendarId Calendar, Entry Entry)> Matching(
        IReadOnlyCollection<CalendarId> calendars,
        IReadOnlyCollection<SoughtWord> words,
        int limit
    );

    /// <summary>The meetings that some declined as a whole, of which each word is said in title, place or agenda; latest first.</summary>
    IReadOnlyList<(UserId Who, Entry Entry)> Declined(IReadOnlyCollection<UserId> who, IReadOnlyCollection<SoughtWord> words, int limit);

    /// <summary>The holds of one request, on whichever calendars they stand, soonest first; those released are left out.</summary>
    IReadOnlyList<Entry> HoldsOf(string request);

    /// <summary>What is tied to some entries, on whichever lanes, in the order in which it was made; also what stands no longer.</summary>
    IReadOnlyList<Entry> TiedTo(IReadOnlyCollection<EntryId> entries, int limit);

    /// <summary>
    /// The meetings to which a group was asked as such and that have something at or after a moment, soonest first; those not sent are left
    /// out.
    /// </summary>
    IReadOnlyList<Entry> MeetingsOfGroup(UserId group, Instant from, int limit);

    /// <summary>The same of whichever groups, of those that some organise; only what still takes place.</summary>
    IReadOnlyList<Entry> MeetingsOfGroups(IReadOnlyCollection<UserId> organisers, Instant from, int limit);

    /// <summary>The meetings of that UID, by whom each is organised; of one organiser there is one at most.</summary>
    IReadOnlyList<Entry> MeetingsOf(string uid);

    /// <summary>
    /// The meetings that have something at or after a moment and that some were asked to and have not answered, as a whole or in part;
    /// those that are over first come first.
    /// </summary>
    IReadOnlyList<(UserId Who, Entry Entry)> Unanswered(IReadOnlyCollection<UserId> who, Instant from, int limit);

    /// <summary>How often some answered what to some who asked them, since a moment; what is private is not counted.</summary>
    IReadOnlyList<AnswersGiven> AnswersTo(IReadOnlyCollection<UserId> who, IReadOnlyCollection<UserId> organisers, Instant since);

    /// <summary>The meetings that some organise and that have something at or after a moment, soonest first.</summary>
    IReadOnlyList<Entry> Organised(IReadOnlyCollection<UserId> organisers, Instant from, int limit);

    /// <summary>Meetings that were saved and not sent, the latest first, past ones too.</summary>
    IReadOnlyList<Entry> Saved(IReadOnlyCollection<UserId> organisers, int limit);

    IReadOnlyList<Absence> Absences(IReadOnlyCollection<UserId> who, Stretch span);

    /// <summary>One that stands.</summary>
    Absence? Absence(long id);

    /// <summary>Those that are not over and say something to who asks for that time, or decline it.</summary>
    IReadOnlyList<Absence> AbsencesThatAnswer(Instant now);

    /// <summary>To whom an absence sent its text, as it was and as it was before it was changed; the latest first.</summary>
    /// <param name="withPrivate">Also who asked to something private.</param>
    IReadOnlyList<Mailbox> ToldBy(Absence absence, bool withPrivate, int limit);

    /// <summary>Whether a key was taken in before.</summary>
    bool WasTakenIn(string key);

    /// <summary>
    /// What was said of where some people are on days from one (with it) to another (without it), and what repeats around them.
    /// </summary>
    IReadOnlyList<Stay> Stays(IReadOnlyCollection<UserId> who, LocalDate from, LocalDate until);

    /// <summary>One by its number; null where none stands.</summary>
    Stay? Stay(long id);

    /// <summary>The last change of what was said of where somebody is; zero where nothing ever was.</summary>
    long LastStayChange(UserId who);

    /// <summary>What others than somebody said of days, or took back, since a change.</summary>
    IReadOnlyList<(Stay Stay, UserId By)> StaysChangedSince(UserId who, long change, LocalDate from, LocalDate until, UserId butBy);

    /// <summary>What stands of handovers by or to somebody that end on or after a day, by their first day.</summary>
    IReadOnlyList<Handover> HandoversOf(UserId who, LocalDate lastFrom, int limit);

    /// <summary>A handover that stands, or null.</summary>
    Handover? Handover(long number);

    /// <summary>When anything was last done in the name of each; who never did anything is left out.</summary>
    IReadOnlyDictionary<UserId, Instant> LastChanges(IReadOnlyCollection<UserId> who);

    /// <summary>Holidays and closures of some countries and sites that touch a span of days.</summary>
    IReadOnlyList<DayOff> DaysOff(IReadOnlyCollection<string> where, LocalDate from, LocalDate until);

    /// <summary>The no-go weeks of some people that touch a span of days.</summary>
    IReadOnlyList<NoGo> NoGoWeeks(IReadOnlyCollection<UserId> who, LocalDate from, LocalDate until);

    /// <summary>The calendars that some people keep beside their main ones, by name.</summary>
    IReadOnlyList<FurtherCalendar> FurtherOf(IReadOnlyCollection<UserId> owners);

    /// <summary>The calendars kept elsewhere that stand on some people's lanes, by name.</summary>
    IReadOnlyList<Followed> FollowedBy(IReadOnlyCollection<UserId> owners);

    /// <summary>One that is followed, or null.</summary>
    Followed? Followed(long id);

    /// <summary>Those that are to be read by then, longest due first.</summary>
    IReadOnlyList<Followed> FollowedDue(Instant now, int limit);

    /// <summary>All entries whose home is that calendar, by UID.</summary>
    IReadOnlyDictionary<string, Entry> AtHome(CalendarId calendar);

    /// <summary>Meetings that somebody is asked to organise, which waits.</summary>
    IReadOnlyList<TurnOverOffer> TurnOversTo(IReadOnlyCollection<UserId> who);

    /// <summary>To whom a meeting is offered just now, or null.</summary>
    TurnOverOffer? TurnOverOf(EntryId meeting);

    /// <summary>An offer that waits.</summary>
    TurnOverOffer? TurnOver(long id);

    /// <summary>What is being written in pieces, or was and is not yet put with its calendar; the first first.</summary>
    IReadOnlyList<Unseen> WrittenInPieces();

    /// <summary>How many entries have their home on each of some calendars.</summary>
    IReadOnlyDictionary<CalendarId, int> CountAtHome(IReadOnlyCollection<CalendarId> calendars);

    /// <summary>The papers that lie with some entries, in the order in which they were laid there.</summary>
    IReadOnlyList<Paper> Papers(IReadOnlyCollection<EntryId> entries);

    /// <summary>The hashes that papers name, or named at or after a moment.</summary>
    IReadOnlySet<string> NamedPapers(Instant since);

    IReadOnlyDictionary<string, Place> Places();

    TravelTable Travel();

    /// <summary>The table of ways as it was set up, by site.</summary>
    IReadOnlyList<(string From, string To, int Minutes)> Ways();

    /// <summary>The people and rooms whose usual place is one of some, rooms last.</summary>
    IReadOnlyList<CalendarUser> At(IReadOnlyCollection<string> places, int limit);

    /// <summary>The people and rooms in each of some groups, in groups of it too.</summary>
    IReadOnlyDictionary<UserId, IReadOnlyList<UserId>> MembersOf(IReadOnlyCollection<UserId> groups);

    /// <summary>As <see cref="MembersOf"/>, of one group.</summary>
    IReadOnlyList<UserId> Members(UserId group) => MembersOf([group])[group];

    /// <summary>The categories of some people's lists, by name.</summary>
    IReadOnlyList<Category> Categories(IReadOnlyCollection<UserId> owners);

    /// <summary>What became of somebody's reminders of some entries, by entry and recurrence id.</summary>
    IReadOnlyDictionary<(EntryId Entry, LocalDateTime? RecurrenceId), ReminderMark> ReminderMarks(
        UserId who,
        IReadOnlyCollection<EntryId> entries
    );

    /// <summary>How somebody likes their views, by name; values are JSON.</summary>
    IReadOnlyDictionary<string, string> Settings(UserId who);
}

/// <summary>Opens the store for reading: one consistent state for the whole of a read.</summary>
public interface IReadStore
{
    Task<T> ReadAsync<T>(Func<ICalendarReads, T> read, CancellationToken cancel = default);
}
