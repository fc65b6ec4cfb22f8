using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Text;
using Corlin.Core.Time;
using Corlin.Core.Words;
using Corlin.Core.Words.Lines;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Calendars;

/// <summary>A meeting as it was understood from a line of plain words; what is null was not said.</summary>
/// <param name="Required">Those known here; an address nobody has yet stands in <paramref name="RequiredAddresses"/>.</param>
/// <param name="From">With <paramref name="To"/> the days between which it should be.</param>
/// <param name="When">The time or the days in words, or empty.</param>
/// <param name="Start">The chosen time, in milliseconds since 1970.</param>
/// <param name="Repeats">How it repeats, in words.</param>
/// <param name="NotUnderstood">The parts of the line that were not understood, in order.</param>
/// <param name="Local">The chosen time by the wall clock of <paramref name="Zone"/>, "2027-03-16T12:00".</param>
/// <param name="Zone">The zone that was said, else the reader's; null where no time was chosen.</param>
/// <param name="EndZone">Of a journey the zone by which its end was said.</param>
/// <param name="Wishes">What is wished of a free slot; null for nothing.</param>
public sealed record LineReading(
    string? InNameOf,
    string? Title,
    IReadOnlyList<PersonView> Required,
    IReadOnlyList<PersonView> Optional,
    IReadOnlyList<string> RequiredAddresses,
    IReadOnlyList<string> OptionalAddresses,
    string? From,
    string? To,
    long? Start,
    string When,
    int? Minutes,
    string? Place,
    bool? Video,
    bool? Private,
    string? Repeats,
    IReadOnlyList<NotUnderstoodView> NotUnderstood,
    string? Local,
    string? Zone,
    string? EndZone,
    WishesView? Wishes,
    SomeOfLine? Some,
    EachOfLine? Each,
    AnyRoom? Room
);

/// <summary>People of whom only so many must come; those whom nobody knows here by their addresses.</summary>
public sealed record SomeOfLine(IReadOnlyList<PersonView> Of, IReadOnlyList<string> Addresses, int AtLeast);

/// <summary>People who are met one after another.</summary>
/// <param name="InOneRun">Whether one begins as soon as the one before allows.</param>
public sealed record EachOfLine(IReadOnlyList<PersonView> Of, IReadOnlyList<string> Addresses, bool InOneRun);

/// <param name="At">Where in the line it begins; <paramref name="End"/> where it ends.</param>
/// <param name="Why">What it was taken for, in words.</param>
/// <param name="Readings">What may be meant: each can stand in its place.</param>
public sealed record NotUnderstoodView(int At, int End, string Text, NotUnderstoodKind Kind, string Why, IReadOnlyList<string> Readings);

public sealed record ReadLine(UserId Viewer, string Text, Instant Now)
{
    /// <summary>Whether it looks for a free slot: bounds are then wishes.</summary>
    public bool Wishing { get; init; }

    public LineReading Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var names = new StoreNames(viewing);
        var line = LineReader.Read(Text, viewing.Zone.ToLocal(Now), names, viewing.Zone, Wishing);
        var zone = line.Zone is { } named ? Zones.Get(named) : viewing.Zone;
        var start = line is { Date: { } date, Time: { } time } ? zone.ToInstant(date + time) : (Instant?)null;
        var (from, to) = line switch
        {
            { Between: { } between } => (between.Start, between.End),
            { Date: { } day } => (day, day),
            _ => ((LocalDate?)null, (LocalDate?)null),
        };
        return new LineReading(
            line.InNameOf,
            line.Title,
            Known(viewing, line.Required),
            Known(viewing, line.Optional),
            [.. line.Required.Where(IsAddress)],
            [.. line.Optional.Where(IsAddress)],
            Date(from),
            Date(to),
            start?.ToUnixTimeMilliseconds(),
            When(line, from, to) + ByWhichClock(line),
            line.Length is { } length ? (int)length.TotalMinutes : null,
            line.Place ?? line.OtherPlace,
            line.Video,
            line.Private,
            line.Rule is { } rule ? RuleWords.Write(rule) : null,
            [.. line.NotUnderstood.Select(n => new NotUnderstoodView(n.At, n.End, Text[n.At..n.End], n.Kind, Why(n.Kind), n.Readings))],
            line is { Date: { } onDay, Time: { } atTime } ? LocalText.Format(onDay + atTime) : null,
            start is null ? null : zone.Id,
            line.EndZone,
            WishesView.Of(line.Wishes),
            line.Some is { } some ? new SomeOfLine(Known(viewing, some.Of), [.. some.Of.Where(IsAddress)], some.AtLeast) : null,
            line.Each is { } each ? new EachOfLine(Known(viewing, each.Of), [.. each.Of.Where(IsAddress)], each.InOneRun) : null,
            line.Room is { } room ? new AnyRoom(room.Seats, room.Features) : null
        );
    }

    private static readonly LocalDateTimePattern LocalText = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm");

    private static List<PersonView> Known(Viewing viewing, IEnumerable<string> keys) =>
        [.. keys.Where(k => !IsAddress(k)).Distinct().Select(viewing.Store.User).OfType<CalendarUser>().Select(viewing.View)];

    private static string When(Line line, LocalDate? from, LocalDate? to) =>
        (line.Time, from, to) switch
        {
            ({ } time, { } day, _) => $"{English.Day(day)}, {English.Time(time)}",
            (_, { } first, { } last) when first == last => English.Day(first),
            (_, { } first, { } last) => $"between {English.ShortDay(first)} and {English.ShortDay(last)}",
            _ => "",
        };

    /// <summary>" Halifax time", or " in Lisbon to 13:30 in Halifax", with the day where it lands on another.</summary>
    private static string ByWhichClock(Line line)
    {
        if (line is { EndZone: { } end, Zone: { } begin, Date: { } date, Time: { } time, Length: { } length })
        {
            var lands = Zones.Get(end).ToLocal(Zones.Get(begin).ToInstant(date + time) + length);
            var day = lands.Date == date ? "" : $" on {English.Day(lands.Date)}";
            return $" in {line.ZoneName ?? Zones.City(begin)} to {English.Time(lands.TimeOfDay)} in {line.EndZoneName ?? Zones.City(end)}{day}";
        }

        return line.Zone is { } said ? $" {line.ZoneName ?? Zones.City(said)} time" : "";
    }

    private static string? Date(LocalDate? date) => date is { } day ? LocalDatePattern.Iso.Format(day) : null;

    private static string Why(NotUnderstoodKind kind) =>
        kind switch
        {
            NotUnderstoodKind.Person => "nobody here has that name, or more than one",
            NotUnderstoodKind.Time => "it is past, does not exist, or may be several",
            NotUnderstoodKind.NoDay => "say on which day",
            _ => "not understood",
        };

    private static bool IsAddress(string key) =>
        key.Contains('@', StringComparison.Ordinal) && !key.Contains(' ', StringComparison.Ordinal);

    /// <summary>Names as the store knows them. A given name is enough where one person has it.</summary>
    private sealed class StoreNames(Viewing viewing) : ILineNames
    {
        private const int Enough = 12;
        private readonly Dictionary<string, IReadOnlyList<CalendarUser>> people = new(StringComparer.OrdinalIgnoreCase);
        private IReadOnlyList<string>? features;
        private readonly Dictionary<string, LineName?> asked = new(StringComparer.OrdinalIgnoreCase);

        public LineName? Person(string name)
        {
            if (asked.TryGetValue(name, out var known))
                return known;
            return asked[name] = IsAddress(name) ? new LineName(ByAddress(name.ToLowerInvariant())) : Find(name);
        }

        public bool ArrangesFor(string key) =>
            viewing.Store.User(key) is { } who && (who.Id == viewing.Person.Id || viewing.Viewer.MaySpeakFor(who.Id));

        public bool IsGroup(string key) => viewing.Store.User(key) is { Kind: UserKind.Group };

        public string? Place(string name) =>
            viewing.Places.Values.FirstOrDefault(p => Plain.Same(p.Name, name))?.Name
            ?? viewing
                .Store.FindUsers(name, viewing.Keeps, Enough)
                .FirstOrDefault(u => u.Kind == UserKind.Room && Plain.Same(u.Name, name))
                ?.Name;

        public string? RoomFeature(string name) =>
            (features ??= AnyRoom.FeaturesThereAre(viewing.Store)).FirstOrDefault(f => Plain.Same(f, name));

        /// <summary>Whose contact the viewer may not know stays an address.</summary>
        private string ByAddress(string address) =>
            viewing.Store.UserByAddress(address) is { } known && viewing.MayKnow(known) ? known.PublicId : address;

        private LineName? Find(string name)
        {
            var said = name.StartsWith("the ", StringComparison.OrdinalIgnoreCase) ? name[4..] : name;
            if (said.Length == 0 || !char.IsLetter(said[0]))
                return null;
            var first = said.Split(' ')[0];
            // Most words of a line begin nobody's name, and that is asked once for each.
            var found = Called(first);
            if (found.Count == 0)
                return null;
            if (first.Length < said.Length)
                found = [.. found.Concat(Called(said)).DistinctBy(u => u.Id)];
            if (found.FirstOrDefault(u => u.Kind == UserKind.Group && NameList.IsGroup(u.Name, said)) is { } group)
                return new LineName(group.PublicId);
            var called = NameList.Called([.. found.Where(u => u.Kind == UserKind.Person).Select(u => (u.PublicId, u.Name))], said);
            // Of several of one name the one for whom the viewer speaks is meant.
            if (called.Count > 1)
                called = called.Where(ArrangesFor).ToList() is [var own] ? [own] : called;
            return called.Count == 0 ? null
                : called.Count == 1 ? new LineName(called[0]) { Name = found.First(u => u.PublicId == called[0]).Name }
                : new LineName(null) { Either = [.. found.Where(u => called.Contains(u.PublicId)).Select(u => u.Name)] };
        }

        private IReadOnlyList<CalendarUser> Called(string words) =>
            people.TryGetValue(words, out var known) ? known : people[words] = viewing.Store.FindUsers(words, viewing.Keeps, Enough);
    }
}
