using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

/// <summary>A change under way: everything it does belongs to one transaction.</summary>
internal sealed class ChangeSession(CorlinDb db, Instant now) : StoreReads(db), IChangeSession
{
    /// <summary>Messages wait this long, so that a change can be undone before anybody was told.</summary>
    public static readonly Duration TimeOfUndo = Duration.FromSeconds(10);

    internal const int PieceSize = 500;

    private readonly Dictionary<long, (long Number, ChangeReach Reach)> changed = [];

    private ChangeRow? current;

    private long? act;

    /// <summary>In whole milliseconds, as instants are kept: what is stored equals what is read again.</summary>
    public Instant Now { get; } = Instant.FromUnixTimeMilliseconds(now.ToUnixTimeMilliseconds());

    /// <summary>The calendars that changed, with their new numbers.</summary>
    public IReadOnlyCollection<CalendarChange> Changed =>
        [.. changed.Select(c => new CalendarChange(new CalendarId(c.Key), c.Value.Number, c.Value.Reach))];

    /// <summary>The change that is under way; null before it began, as when the first data are laid down.</summary>
    internal long? CurrentId => current?.Id;

    internal ChangeRow Current => current ?? throw new InvalidOperationException("A change begins before it saves.");

    public Absence? ByAbsence { get; set; }

    public Instructed? ByInstruction { get; set; }

    public bool ByItself { get; set; }

    public long Begin(ChangeKind kind, UserId actor, UserId inNameOf, long? grant)
    {
        current = new ChangeRow
        {
            Kind = kind,
            ActorId = actor.Value,
            InNameOfId = inNameOf.Value,
            GrantId = grant,
            At = Now,
            AbsenceId = ByAbsence?.Origin,
            InstructionId = ByInstruction is { } followed ? InstructionStore.NumberOf(followed.Instruction) : null,
            ByItself = ByItself || ByInstruction is { ByItself: true },
            ActId = act,
        };
        Db.Changes.Add(current);
        Db.SaveChanges();
        act ??= current.Id;
        return current.Id;
    }

    public void GoOn(long change) => current = Db.Changes.Find(change)!;

    public ChangeMade? Change(long id) =>
        Db.Changes.Find(id) is { } row
            ? new ChangeMade(row.Id, KindOf(row), new UserId(row.ActorId), new UserId(row.InNameOfId), row.At, row.UndoneById is not null)
            : null;

    /// <summary>The calendars of those who work at a site have changed.</summary>
    internal void RaiseAt(string site)
    {
        Db.SaveChanges();
        var there = Db.People.Where(p => p.Inside && Db.Places.Any(s => s.Site == site && s.Name == p.Place)).Select(p => p.Id).ToArray();
        foreach (var calendar in MainCalendars(there.Select(id => new UserId(id))).Values)
            Raise(calendar.Value, null);
        Db.SaveChanges();
    }

    internal void RaiseMain(UserId owner, ChangeReach reach = ChangeReach.Outline)
    {
        foreach (var calendar in MainCalendars([owner]).Values)
            Raise(calendar.Value, null, false, reach);
        Db.SaveChanges();
    }

    /// <summary>A calendar has changed; it is written with what comes next, at the latest with the change itself.</summary>
    internal void Raise(long calendar, long? entry, bool removed = false, ChangeReach reach = ChangeReach.Outline)
    {
        var row = Db.Calendars.Find(calendar)!;
        row.ChangeNumber++;
        Touched(row, reach);
        if (entry is { } id)
            Db.ChangeLog.Add(
                new ChangeLogRow
                {
                    CalendarId = calendar,
                    Number = row.ChangeNumber,
                    EntryId = id,
                    Removed = removed,
                }
            );
        // Who looks at a lane watches its main calendar.
        if (!row.Main)
            RaiseMain(new UserId(row.OwnerId), reach);
    }

    /// <summary>Of several changes of a calendar the one counts that most may learn of.</summary>
    internal void Touched(CalendarRow calendar, ChangeReach reach) =>
        changed[calendar.Id] = (
            calendar.ChangeNumber,
            changed.TryGetValue(calendar.Id, out var sooner) && sooner.Reach < reach ? sooner.Reach : reach
        );

    /// <summary>The highest number that a row of a table ever had.</summary>
    internal long LastNumber(string table) =>
        Db.Database.SqlQuery<long>($"SELECT seq AS \"Value\" FROM sqlite_sequence WHERE name = {table}").AsEnumerable().FirstOrDefault();

    /// <summary>What the change kept stands no more, what it ended stands again, as new lines of what was.</summary>
    internal void RestoreKept<TRow>(KeptLine<TRow> kind, long change, Action<TRow> end, Action<TRow> keep)
        where TRow : class
    {
        // Both are read before either is written.
        var (kept, ended) = kind.Of(Db, change);
        foreach (var row in kept)
            end(kind.Stands(Db, row) ?? throw new RefusedException(RefusalKind.ChangedSince));
        foreach (var row in ended)
            keep(row);
    }

    internal EntryStore EntryStore => field ??= new EntryStore(this);

    internal UndoStore UndoStore => field ??= new UndoStore(this);

    internal EntryUndo EntryUndo => field ??= new EntryUndo(this);

    internal DayOffStore DayOffStore => field ??= new DayOffStore(this);

    internal MailStore MailStore => field ??= new MailStore(this);

    internal PeopleStore PeopleStore => field ??= new PeopleStore(this);

    internal CalendarStore CalendarStore => field ??= new CalendarStore(this);

    internal PlaceStore PlaceStore => field ??= new PlaceStore(this);

    internal CategoryStore CategoryStore => field ??= new CategoryStore(this);

    internal EntryPieces EntryPieces => field ??= new EntryPieces(this);

    internal AbsenceStore AbsenceStore => field ??= new AbsenceStore(this);

    internal StayStore StayStore => field ??= new StayStore(this);

    internal HandoverStore HandoverStore => field ??= new HandoverStore(this);

    internal AccessStore AccessStore => field ??= new AccessStore(this);

    internal PaperStore PaperStore => field ??= new PaperStore(this);

    internal FollowedStore FollowedStore => field ??= new FollowedStore(this);

    internal AddressStore AddressStore => field ??= new AddressStore(this);

    internal RequestStore RequestStore => field ??= new RequestStore(this);

    internal DraftStore DraftStore => field ??= new DraftStore(this);

    internal SheetStore SheetStore => field ??= new SheetStore(this);
    internal FeedStore FeedStore => field ??= new FeedStore(this);

    internal DeviceStore DeviceStore => field ??= new DeviceStore(this);

    internal OfferStore OfferStore => field ??= new OfferStore(this);

    internal WishStore WishStore => field ??= new WishStore(this);

    internal OrganisationStore OrganisationStore => field ??= new OrganisationStore(this);

    internal QuestionStore QuestionStore => field ??= new QuestionStore(this);

    internal InstructionStore InstructionStore => field ??= new InstructionStore(this);

    internal DeadlineStore DeadlineStore => field ??= new DeadlineStore(this);

    internal WatchStore WatchStore => field ??= new WatchStore(this);

    internal TurnOverStore TurnOverStore => field ??= new TurnOverStore(this);

    internal NotesStore NotesStore => field ??= new NotesStore(this);

    internal ConferenceStore ConferenceStore => field ??= new ConferenceStore(this);

    internal UnseenStore UnseenStore => field ??= new UnseenStore(this);

    IEntryStore IChangeSession.EntryStore => EntryStore;

    IUnseenStore IChangeSession.UnseenStore => UnseenStore;

    IUndoStore IChangeSession.UndoStore => UndoStore;

    ICalendarStore IChangeSession.CalendarStore => CalendarStore;

    ICategoryStore IChangeSession.CategoryStore => CategoryStore;

    IReminderStore IChangeSession.ReminderStore => CategoryStore;

    ITurnOverStore IChangeSession.TurnOverStore => TurnOverStore;

    IMeetingNewsStore IChangeSession.MeetingNewsStore => MailStore;

    INotesStore IChangeSession.NotesStore => NotesStore;

    IConferenceStore IChangeSession.ConferenceStore => ConferenceStore;

    IAddressStore IChangeSession.AddressStore => AddressStore;

    IPeopleStore IChangeSession.PeopleStore => PeopleStore;

    IPlaceStore IChangeSession.PlaceStore => PlaceStore;

    ISettingStore IChangeSession.SettingStore => PlaceStore;

    IMailStore IChangeSession.MailStore => MailStore;

    IAccessStore IChangeSession.AccessStore => AccessStore;

    IAbsenceStore IChangeSession.AbsenceStore => AbsenceStore;

    IStayStore IChangeSession.StayStore => StayStore;

    IDayOffStore IChangeSession.DayOffStore => DayOffStore;

    INoGoStore IChangeSession.NoGoStore => DayOffStore;

    IHandoverStore IChangeSession.HandoverStore => HandoverStore;

    IFollowedStore IChangeSession.FollowedStore => FollowedStore;

    IPaperStore IChangeSession.PaperStore => PaperStore;

    IFeedStore IChangeSession.FeedStore => FeedStore;

    IDeviceStore IChangeSession.DeviceStore => DeviceStore;

    ISheetStore IChangeSession.SheetStore => SheetStore;
    IOfferStore IChangeSession.OfferStore => OfferStore;

    IWishStore IChangeSession.WishStore => WishStore;
    IOrganisationStore IChangeSession.OrganisationStore => OrganisationStore;

    IQuestionStore IChangeSession.QuestionStore => QuestionStore;

    IInstructionStore IChangeSession.InstructionStore => InstructionStore;

    IDeadlineStore IChangeSession.DeadlineStore => DeadlineStore;

    IWatchStore IChangeSession.WatchStore => WatchStore;

    IRequestStore IChangeSession.RequestStore => RequestStore;

    IDraftStore IChangeSession.DraftStore => DraftStore;

    IMeetingKindStore IChangeSession.MeetingKindStore => DraftStore;
}
