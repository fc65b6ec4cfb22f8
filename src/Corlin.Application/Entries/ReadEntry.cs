using Corlin.Application.Files;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Words;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Entries;

/// <summary>One occurrence of an entry with everything the viewer may know of it.</summary>
/// <param name="MayAnswerFor">Those for whom the viewer may answer it.</param>
/// <param name="Repeats">How it repeats, in words; null for once, or for dates only.</param>
/// <param name="WhyNot">Why it cannot be changed here, and what can be done instead; null where it can.</param>
/// <param name="Calendar">Null where its owner keeps only the one, and for what is no appointment of theirs.</param>
/// <param name="MayAsk">Whether the viewer may ask people to it, and take them out.</param>
/// <param name="KeptIn">The calendar kept elsewhere from which it is read, where only there it can be changed.</param>
/// <param name="Reaches">Empty for one that takes place once.</param>
/// <param name="WasIn">Who was in its conference and from when to when.</param>
/// <param name="Admission">Who joins its conference by the link at once.</param>
/// <param name="TiedTo">With what it belongs itself.</param>
public sealed record EntryDetails(
    string Id,
    string? Occurrence,
    long Start,
    long End,
    string When,
    string Title,
    string? Place,
    string? Link,
    string? DialIn,
    string? AskedBy,
    string? RingBack,
    string? Agenda,
    string? StyledAgenda,
    string? Line,
    bool Private,
    bool AnswersWanted,
    bool Sent,
    HeldView? Held,
    string Kind,
    string Takes,
    PersonView? Organiser,
    string? MadeBy,
    bool Agreed,
    IReadOnlyList<ChaseAttendee> Attendees,
    IReadOnlyList<PersonView> MayAnswerFor,
    bool MayChange,
    bool MayAsk,
    string? WhyNot,
    SaidTime Said,
    string? Repeats,
    IReadOnlyList<ReachView> Reaches,
    MarkView? Mark,
    string? KeptIn,
    OnCalendarView? Calendar,
    IReadOnlyList<PaperView> Papers,
    IReadOnlyList<TiedView> Tied,
    TiedView? TiedTo,
    bool MayTie,
    bool MayForward,
    IReadOnlyList<string> WasIn,
    Admission Admission
)
{
    /// <summary>Whether the viewer may read what is noted of it: who knows it whole, and of what was declined nobody.</summary>
    public bool ReadsNotes { get; init; }

    /// <summary>
    /// Whether the part of the lane's owner in a meeting is private on their own lane; null where the viewer does not decide it.
    /// </summary>
    public bool? OwnPartPrivate { get; init; }

    /// <summary>Of a series that is not sent yet the occurrences with a time of their own; told to who may change it.</summary>
    public IReadOnlyList<MovedView> Moved { get; init; } = [];

    /// <summary>Of those for whom the viewer may answer it, whose answer stands without its organiser having been told.</summary>
    public IReadOnlyList<UntoldView> Untold { get; init; } = [];

    /// <summary>Whom its organiser asks to organise it, which waits; null where nobody is asked or the viewer does not change it.</summary>
    public PersonView? OfferedTo { get; init; }
}

/// <param name="Who">The public id of who was asked.</param>
/// <param name="Occurrence">Of which it is the answer; null for all of a series.</param>
public sealed record UntoldView(string Who, Answer Answer, string? Occurrence);

/// <param name="Occurrence">When it would start by the rule, in milliseconds since 1970.</param>
/// <param name="Start">When it starts instead.</param>
public sealed record MovedView(long Occurrence, long Start);

/// <summary>On which of its owner's calendars an appointment stands.</summary>
/// <param name="Id">One of the choices.</param>
/// <param name="Choices">Those on which the viewer may put it.</param>
public sealed record OnCalendarView(string Id, bool MayChange, IReadOnlyList<CalendarChoiceView> Choices);

/// <summary>What holds of one request have in common.</summary>
/// <param name="Lapses">When they are over, in words.</param>
/// <param name="LapsesAt">In milliseconds since 1970.</param>
/// <param name="Starts">Of those on this lane, in milliseconds since 1970.</param>
public sealed record HeldView(string Request, string Lapses, long? LapsesAt, IReadOnlyList<long> Starts);

/// <summary>What is noted on the lane on which it was chosen.</summary>
/// <param name="Reminder">usual, none, or minutes before.</param>
/// <param name="Rank">fixed, askFirst or mayMove; null where nothing was said.</param>
/// <param name="MayChange">Whether the viewer decides it.</param>
/// <param name="Categories">The list to choose from.</param>
public sealed record MarkView(CategoryView? Category, string Reminder, Rank? Rank, bool MayChange, IReadOnlyList<CategoryView> Categories);

/// <summary>When it takes place, as it was said, to be edited.</summary>
/// <param name="Start">Wall-clock time in <paramref name="Zone"/>; for whole days the first date.</param>
/// <param name="Minutes">For whole days how many days.</param>
/// <param name="End">Wall-clock end in <paramref name="EndZone"/>; null where there is none.</param>
public sealed record SaidTime(string Start, string Zone, int Minutes, bool AllDay, string? EndZone, string? End = null);

/// <summary>How far an edit can reach.</summary>
/// <param name="Reach">thisOne, fromHereOn or all.</param>
/// <param name="Note">Its count and dates.</param>
public sealed record ReachView(Reach Reach, string Label, string Note);

/// <param name="Lane">The public id of whose lane it was chosen on.</param>
public sealed record ReadEntry(UserId Viewer, string Id, LocalDateTime? RecurrenceId, string Lane, Instant Now)
{
    private static readonly LocalDateTimePattern LocalTime = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm");

    public EntryDetails Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.Find(Lane) ?? throw new RefusedException(RefusalKind.NotFound);
        var stored = store.Entry(Id) ?? throw new RefusedException(RefusalKind.NotFound);
        if (!viewing.CalendarsOf([owner.Id]).TryGetValue(owner.Id, out var calendars))
            throw new RefusedException(RefusalKind.NotFound);
        var entry = calendars.OnLane(stored);
        var rights = calendars.RightsFor(entry);
        var occurrence = Occurrences.Find(entry, RecurrenceId, owner.HomeZone) ?? throw new RefusedException(RefusalKind.NotFound);
        var told = calendars.ToldOrDeclined(viewing, occurrence);
        if (told is null || told.Sight < Sight.Headlines)
            throw new RefusedException(RefusalKind.NotFound);
        var reaches =
            entry.IsSeries && told.MayChange
                ? Reaches.At(entry, RecurrenceId!.Value, viewing.Users([entry.Owner])[entry.Owner].HomeZone).Select(View)
                : [];
        var mark = told.Mark is { } noted
            ? new MarkView(
                viewing.CategoryOf(owner, noted),
                Reminder(noted.Reminder),
                noted.Rank,
                rights.Acting >= Acting.Change,
                viewing.CategoriesOf(owner, rights)
            )
            : null;
        return Details(viewing, owner, told, [.. reaches]) with
        {
            Mark = mark,
            Moved = told is { MayChange: true, Whole.Status: MeetingStatus.Draft }
                ? [.. MovedOccurrence.From(entry).Select(m => new MovedView(LaneViews.Ms(m.Occurrence), LaneViews.Ms(m.Start)))]
                : [],
            OfferedTo =
                told is { MayChange: true, Kind: EntryKind.Meeting } && store.TurnOverOf(entry.Id) is { } offer
                    ? viewing.View(viewing.Users([offer.To])[offer.To])
                    : null,
            KeptIn = calendars.Followed.FirstOrDefault(f => f.Calendar == entry.Home)?.Name,
            Calendar = OnCalendar(calendars, entry, owner, told),
            ReadsNotes = calendars.Told(viewing, occurrence) is { Sight: Sight.Everything },
            Papers = told.Whole is null ? [] : PaperView.All(viewing, store.Papers([entry.Id])),
            Tied = TiedViews.Of(viewing, calendars, owner, entry, occurrence),
            TiedTo = TiedViews.To(viewing, calendars, owner, occurrence),
            WasIn = told.Whole is null ? [] : StartedViews.WasIn(viewing, entry, RecurrenceId),
            Admission = entry.Admission,
            OwnPartPrivate = OwnPart(viewing, entry, owner),
            Untold = told.Whole is null ? [] : Untold(viewing, entry),
            MayForward =
                told.Kind == EntryKind.Meeting
                && told.Whole is { Status: MeetingStatus.Sent }
                && viewing.Viewer.MaySpeakFor(owner.Id)
                && (!entry.Private || entry.Owner == owner.Id),
            MayTie = mark is { MayChange: true } && entry is { Tie: null, KeptElsewhere: false } && entry.Kind != EntryKind.Hold,
        };
    }

    private IReadOnlyList<UntoldView> Untold(Viewing viewing, Entry entry) =>
        [
            .. Agreement
                .For(entry, RecurrenceId)
                .Where(p => p.Untold && viewing.Viewer.StandsFor(p.Who, entry.Private || p.OwnPrivate))
                .Select(p => new UntoldView(viewing.Users([p.Who])[p.Who].PublicId, p.Answer, LaneViews.Id(p.RecurrenceId))),
        ];

    private bool? OwnPart(Viewing viewing, Entry entry, CalendarUser owner) =>
        entry.Kind == EntryKind.Meeting
        && viewing.Viewer.StandsFor(owner.Id, true)
        && Agreement.Of(entry, owner.Id, RecurrenceId) is { Role: not AttendeeRole.Resource } part
            ? part.OwnPrivate
            : null;

    /// <summary>Of an appointment on its owner's lane; null where there is only the main calendar.</summary>
    private static OnCalendarView? OnCalendar(LaneCalendars calendars, Entry entry, CalendarUser owner, DisclosedEntry told)
    {
        if (entry.Owner != owner.Id || entry.Kind == EntryKind.Meeting || entry.KeptElsewhere || calendars.Further.IsEmpty)
            return null;
        var seen = calendars
            .Further.Where(f => f.Calendar.Calendar == entry.Home || f.Rights.Acting >= Acting.Add)
            .Select(f => f.Calendar)
            .ToList();
        IReadOnlyList<CalendarChoiceView> choices =
        [
            .. entry.Home == calendars.Main || calendars.Rights.Acting >= Acting.Add
                ? [CalendarChoiceView.Main(owner)]
                : Array.Empty<CalendarChoiceView>(),
            .. seen.Select(CalendarChoiceView.Of),
        ];
        return new OnCalendarView(
            seen.FirstOrDefault(f => f.Calendar == entry.Home)?.PublicId ?? CalendarChoiceView.MainId,
            told.MayChange,
            choices
        );
    }

    private static string Reminder(ReminderWish? wish) =>
        wish switch
        {
            null => "usual",
            { Before: null } => "none",
            { Before: { } before } => ((int)before.TotalMinutes).ToString(System.Globalization.CultureInfo.InvariantCulture),
        };

    private EntryDetails Details(Viewing viewing, CalendarUser owner, DisclosedEntry told, IReadOnlyList<ReachView> reaches)
    {
        var whole = told.Whole;
        var attendees = whole?.Attendees ?? [];
        var people = whole is null
            ? new Dictionary<UserId, CalendarUser>()
            : (told.TakesPart ? (Func<IEnumerable<UserId>, IReadOnlyDictionary<UserId, CalendarUser>>)viewing.Meeting : viewing.Users)([
                whole.Organiser,
                whole.MadeBy,
                .. attendees.Select(a => a.Who),
                .. attendees.Select(a => a.AnsweredBy).OfType<UserId>(),
            ]);
        var local = viewing.Zone.ToLocal(told.Stretch.Start);
        var end = viewing.Zone.ToLocal(told.Stretch.End);
        var (days, zone) = WhereTo.At(viewing, owner, told.Stretch.Start);
        var there = AtTime.Local(viewing, owner, zone, told.Stretch.Start);
        var elsewhere = zone.ToLocal(told.Stretch.Start) == local ? "" : $", {there} in {days}";
        var meeting = told.Kind == EntryKind.Meeting;
        return new EntryDetails(
            told.PublicId!,
            LaneViews.Id(told.RecurrenceId),
            LaneViews.Ms(told.Stretch.Start),
            LaneViews.Ms(told.Stretch.End),
            told.AllDay
                ? English.When(
                    new AllDayEntry(owner.HomeZone.ToLocal(told.Stretch.Start).Date, owner.HomeZone.ToLocal(told.Stretch.End).Date),
                    viewing.Zone
                )
                : $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)} to {English.Time(end.TimeOfDay)}{elsewhere}{OwnZone(viewing, owner, told)}",
            told.Title!,
            told.Place,
            whole?.Link,
            whole?.DialIn,
            whole?.AskedBy,
            whole?.RingBack,
            whole?.Agenda,
            whole?.StyledAgenda,
            whole?.Line,
            told.Private,
            whole?.AnswersWanted ?? true,
            whole?.Status != MeetingStatus.Draft,
            Held(viewing, owner, whole),
            told.Kind!.Value.ToString().ToLowerInvariant(),
            English.Word(told.Takes),
            whole is null ? null : viewing.View(people[whole.Organiser]),
            MadeBy(people, whole),
            meeting && whole is { Agreed: true },
            [.. attendees.Select(a => RoomReasons.Said(viewing, told, people[a.Who], ChaseRows.Attendee(viewing, people, a)))],
            meeting
                ?
                [
                    .. attendees
                        .Where(a => a.Role != AttendeeRole.Resource && viewing.Viewer.MaySpeakFor(a.Who))
                        .Select(a => viewing.View(people[a.Who])),
                ]
                : [],
            told.MayChange,
            told.MayChange && told.Kind != EntryKind.Hold && whole is not null && viewing.Viewer.StandsFor(whole.Organiser, told.Private),
            told.WhyNot is { } whyNot ? English.Word(whyNot, whole is null ? "its organiser" : people[whole.Organiser].Name) : null,
            Said(told.Time!),
            told.Rule is { } rule ? RuleWords.Write(rule) : null,
            reaches,
            null,
            null,
            null,
            [],
            [],
            null,
            false,
            false,
            [],
            Admission.Asked
        );
    }

    /// <summary>The times as the entry itself says them, where that is neither the viewer's zone nor the lane's.</summary>
    private static string OwnZone(Viewing viewing, CalendarUser owner, DisclosedEntry told)
    {
        if (told.Time is not TimedEntry timed)
            return "";
        string At(string zone, Instant moment) => $"{English.Time(Zones.Get(zone).ToLocal(moment).TimeOfDay)} in {Zones.City(zone)}";
        if (timed.EndZone is { } endZone)
            return $" ({At(timed.Zone, told.Stretch.Start)} to {At(endZone, told.Stretch.End)})";
        return timed.Zone == viewing.Zone.Id || timed.Zone == owner.Zone ? "" : $" ({At(timed.Zone, told.Stretch.Start)})";
    }

    private static SaidTime Said(EntryTime time) =>
        time switch
        {
            TimedEntry timed => new SaidTime(
                LocalTime.Format(timed.Start),
                timed.Zone,
                (int)timed.Length.TotalMinutes,
                false,
                timed.EndZone,
                timed.EndZone is { } zone
                    ? LocalTime.Format(Zones.Get(zone).ToLocal(Zones.Get(timed.Zone).ToInstant(timed.Start) + timed.Length))
                    : null
            ),
            AllDayEntry days => new SaidTime(
                LocalDatePattern.Iso.Format(days.First),
                "",
                Period.DaysBetween(days.First, days.Until),
                true,
                null
            ),
            _ => throw new ArgumentOutOfRangeException(nameof(time)),
        };

    private static HeldView? Held(Viewing viewing, CalendarUser owner, WholeEntry? whole) =>
        whole?.HoldRequest is not { } request
            ? null
            : new HeldView(
                request,
                whole.LapsesAt is { } lapses ? $"held until {English.Moment(viewing.Zone.ToLocal(lapses), viewing.Today)}" : "held",
                whole.LapsesAt is { } at ? LaneViews.Ms(at) : null,
                [
                    .. viewing
                        .Store.HoldsOf(request)
                        .Where(h => h.Owner == owner.Id)
                        .Select(h => LaneViews.Ms(h.Time.ToStretch(owner.HomeZone).Start)),
                ]
            );

    private static ReachView View(ReachSpan span)
    {
        var label = span.Reach switch
        {
            Reach.ThisOne => "this one",
            Reach.FromHereOn => "from here on",
            _ => "all of it",
        };
        var first = English.Day(span.First.Date);
        var note = span switch
        {
            { Reach: Reach.ThisOne } => first,
            { Last: { } last, Count: { } count } =>
                $"{count}, from {English.ShortDay(span.First.Date)} to {English.ShortDay(last.Date)} {last.Year}",
            _ => $"from {English.ShortDay(span.First.Date)} {span.First.Year}, no end",
        };
        return new ReachView(span.Reach, label, note);
    }

    private static string? MadeBy(IReadOnlyDictionary<UserId, CalendarUser> people, WholeEntry? whole)
    {
        if (whole is null || !people.TryGetValue(whole.MadeBy, out var maker))
            return null;
        return whole.MadeBy == whole.Organiser ? maker.Name : $"{maker.Name} for {people[whole.Organiser].Name}";
    }
}
