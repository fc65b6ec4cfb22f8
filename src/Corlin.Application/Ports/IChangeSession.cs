using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What a change may do inside its transaction. It reads what it has written.</summary>
public interface IChangeSession : ICalendarReads
{
    Instant Now { get; }

    /// <summary>The absence that does by itself what is begun from now on; null while somebody does it by hand.</summary>
    Absence? ByAbsence { get; set; }

    /// <summary>Whether what is begun from now on is done by a deadline, and by nobody's hand.</summary>
    bool ByItself { get; set; }

    /// <summary>The standing instruction that is followed by what is begun from now on; null while none is.</summary>
    Instructed? ByInstruction { get; set; }

    /// <summary>Opens the change: everything saved from here on belongs to it, in the history and for undo.</summary>
    long Begin(ChangeKind kind, UserId actor, UserId inNameOf, long? grant);

    /// <summary>Goes on with a change that was begun before, as with a large one that is made piece by piece.</summary>
    void GoOn(long change);

    /// <summary>The change with this id, or null.</summary>
    ChangeMade? Change(long id);

    IEntryStore EntryStore { get; }
    IUnseenStore UnseenStore { get; }
    IUndoStore UndoStore { get; }
    ICalendarStore CalendarStore { get; }
    ICategoryStore CategoryStore { get; }
    IReminderStore ReminderStore { get; }
    ITurnOverStore TurnOverStore { get; }
    IMeetingNewsStore MeetingNewsStore { get; }
    INotesStore NotesStore { get; }
    IConferenceStore ConferenceStore { get; }
    IAddressStore AddressStore { get; }
    IPeopleStore PeopleStore { get; }
    IPlaceStore PlaceStore { get; }
    ISettingStore SettingStore { get; }
    IMailStore MailStore { get; }
    IAccessStore AccessStore { get; }
    IAbsenceStore AbsenceStore { get; }
    IStayStore StayStore { get; }
    IDayOffStore DayOffStore { get; }
    INoGoStore NoGoStore { get; }
    IHandoverStore HandoverStore { get; }
    IFollowedStore FollowedStore { get; }
    IPaperStore PaperStore { get; }
    IFeedStore FeedStore { get; }
    IDeviceStore DeviceStore { get; }
    ISheetStore SheetStore { get; }
    IRequestStore RequestStore { get; }
    IOfferStore OfferStore { get; }
    IWishStore WishStore { get; }
    IOrganisationStore OrganisationStore { get; }

    IQuestionStore QuestionStore { get; }

    IInstructionStore InstructionStore { get; }

    IDeadlineStore DeadlineStore { get; }

    IWatchStore WatchStore { get; }
    IDraftStore DraftStore { get; }
    IMeetingKindStore MeetingKindStore { get; }
}
