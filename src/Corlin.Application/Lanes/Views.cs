namespace Corlin.Application.Lanes;

// What screens get. Instants are milliseconds since 1970 in UTC; the browser turns them into local times with the
// offsets of ZoneView and knows no zones of its own.

/// <summary>Somebody or something that can be asked, as everyone may know them.</summary>
/// <param name="Kind">person, group, room or resource.</param>
/// <param name="Town">Where they are at home, in words.</param>
public sealed record PersonView(
    string Id,
    string Name,
    string GivenName,
    string Kind,
    bool Inside,
    int Flag,
    string Zone,
    string Town,
    string? Post,
    string Address
);

public sealed record SpanView(long Start, long End);

/// <param name="OffsetMinutes">Minutes east of UTC from then on.</param>
public sealed record OffsetView(long From, int OffsetMinutes);

/// <summary>A zone with the offsets that hold in the span shown.</summary>
public sealed record ZoneView(string Id, string Label, IReadOnlyList<OffsetView> Offsets);

/// <summary>An entry on a lane, no more of it than the viewer may know.</summary>
/// <param name="Id">Null where only the outline is told.</param>
/// <param name="Occurrence">Which of a series, as local time; null otherwise.</param>
/// <param name="Takes">firm, pencilled, hold or free.</param>
/// <param name="Label">What stands on it.</param>
/// <param name="Detail">The second line: place, or what it waits for.</param>
/// <param name="ToAnswer">It waits for an answer of the lane's owner.</param>
/// <param name="MayChange">Whether the viewer may move or change it.</param>
/// <param name="Series">Whether it is one of several.</param>
/// <param name="TellsOthers">Whether moving it tells others.</param>
/// <param name="On">Whether it takes place now, or somebody has started it.</param>
/// <param name="Category">Its category on this lane, where that may be known.</param>
/// <param name="Link">The address of the conference, from a quarter of an hour before it begins until it ends.</param>
public sealed record EntryView(
    string? Id,
    string? Occurrence,
    long Start,
    long End,
    string Takes,
    string Label,
    string? Detail,
    bool Private,
    bool AllDay,
    bool ToAnswer,
    bool MayChange,
    bool Series,
    bool TellsOthers,
    bool On,
    string? Link,
    CategoryView? Category
);

/// <param name="Id">Its number on the list of the lane's owner.</param>
/// <param name="Lane">Whose list, by public id.</param>
/// <param name="Colour">Which of the flag colours.</param>
public sealed record CategoryView(long Id, string Lane, string Name, int Colour);

/// <summary>The way between two entries.</summary>
/// <param name="ShortMinutes">How much time is lacking; 0 where there is enough.</param>
public sealed record WayView(long Start, long End, int Minutes, int ShortMinutes, string Words);

/// <summary>Two entries that want the same time.</summary>
public sealed record ClashView(long Start, long End, string Words);

public sealed record AwayView(long Start, long End, string Words);

/// <param name="Date">Its first day where it is kept.</param>
/// <param name="Kind">"Holiday in Lisbon", "Halifax yard closed".</param>
public sealed record DayOffView(string Date, long Start, long End, string Kind, string Words);

/// <summary>Somebody's lane over a span.</summary>
/// <param name="Known">Whether their calendar may be seen; if not, white says nothing.</param>
/// <param name="MayAdd">Whether the viewer may add to it.</param>
/// <param name="Closed">Holidays and closures where they work, and no-go weeks.</param>
/// <param name="Tended">Until when the calendar is tended, in words; null where that is as far as is looked, or not looked for.</param>
/// <param name="Where">Where they are and until when, in words.</param>
/// <param name="Unread">Which calendars kept elsewhere could not be read, and since when; null where all were.</param>
public sealed record LaneView(
    PersonView Who,
    bool Known,
    bool HoursKnown,
    bool MayAdd,
    bool MaySpeakFor,
    IReadOnlyList<SpanView> Hours,
    IReadOnlyList<EntryView> Entries,
    IReadOnlyList<WayView> Ways,
    IReadOnlyList<ClashView> Clashes,
    IReadOnlyList<AwayView> Away,
    IReadOnlyList<AwayView> Closed,
    string Where,
    string? Tended,
    string? Unread
);
