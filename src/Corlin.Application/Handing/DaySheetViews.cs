using Corlin.Application.Lanes;
using Corlin.Core.Sheets;

namespace Corlin.Application.Handing;

/// <summary>Some days of somebody on a sheet, as its reader may know them: every word is written out.</summary>
/// <param name="Heading">"Maren Falk, Tuesday 9 March 2027".</param>
/// <param name="Made">As of when it is.</param>
/// <param name="Last">When the one before was handed out and by whom; null where none was, or the reader does not speak for them.</param>
/// <param name="Wish">How it is made, and when it goes by itself; null where the reader does not decide it.</param>
public sealed record DaySheetView(
    PersonView Who,
    string From,
    int Days,
    string Heading,
    string Made,
    string? Last,
    SheetPartsView Parts,
    SheetWishView? Wish,
    IReadOnlyList<SheetDayView> Sheets
);

/// <summary>What stands on it beside times, titles and places.</summary>
/// <param name="Attached">Whether the papers go with it by mail.</param>
public sealed record SheetPartsView(
    bool People,
    bool Agenda,
    bool Papers,
    bool Joining,
    bool Ways,
    bool LastTime,
    bool Gaps,
    bool Private,
    bool Attached = false
)
{
    /// <summary>In which order stands what is under an entry, each block once.</summary>
    public IReadOnlyList<SheetBlock> Order { get; init; } = SheetOrder.Usual;

    public static SheetPartsView Of(SheetParts parts, IReadOnlyList<SheetBlock> order) =>
        new(
            parts.HasFlag(SheetParts.People),
            parts.HasFlag(SheetParts.Agenda),
            parts.HasFlag(SheetParts.Papers),
            parts.HasFlag(SheetParts.Joining),
            parts.HasFlag(SheetParts.Ways),
            parts.HasFlag(SheetParts.LastTime),
            parts.HasFlag(SheetParts.Gaps),
            parts.HasFlag(SheetParts.Private),
            parts.HasFlag(SheetParts.Attached)
        )
        {
            Order = order,
        };

    public SheetParts ToParts() =>
        (People ? SheetParts.People : 0)
        | (Agenda ? SheetParts.Agenda : 0)
        | (Papers ? SheetParts.Papers : 0)
        | (Joining ? SheetParts.Joining : 0)
        | (Ways ? SheetParts.Ways : 0)
        | (LastTime ? SheetParts.LastTime : 0)
        | (Gaps ? SheetParts.Gaps : 0)
        | (Private ? SheetParts.Private : 0)
        | (Attached ? SheetParts.Attached : 0);
}

/// <param name="At">Minutes after midnight by the clock of their home; null where it is sent by hand only.</param>
/// <param name="To">Who gets it by mail.</param>
/// <param name="Said">By whom it was said; null where nothing was.</param>
public sealed record SheetWishView(int? At, bool DayBefore, bool Again, IReadOnlyList<PersonView> To, string? Said);

/// <param name="Heading">"Tuesday 9 March".</param>
/// <param name="Where">"Lisbon, Head office": where they are that day, with the hours between it and home where they are abroad.</param>
/// <param name="Notes">What holds for the day: absences, holidays, entries of whole days.</param>
/// <param name="Start">When the day begins where they are, in milliseconds since 1970.</param>
public sealed record SheetDayView(
    string Date,
    string Heading,
    string Where,
    IReadOnlyList<string> Notes,
    long Start,
    long End,
    IReadOnlyList<SheetLineView> Lines
);

/// <summary>What stands on a line of a sheet.</summary>
public enum SheetLineKind
{
    Entry,

    /// <summary>Time that is free.</summary>
    Gap,

    /// <summary>It stood on the sheet before and stands here no more.</summary>
    Gone,
}

/// <param name="Time">"09:00 to 10:00", by the clock of where they are.</param>
/// <param name="Home">The same at home, "12:00 in Lisbon"; null where that is the same.</param>
/// <param name="States">What is not as it looks: "not agreed: 6 of 9 required accepted", "pencilled".</param>
/// <param name="Change">"new", "was 14:00"; null where nothing is different.</param>
/// <param name="Leave">"leave at 10:05, 20 min to go".</param>
/// <param name="Joining">The link and the numbers.</param>
/// <param name="LastTime">What was noted the last time.</param>
/// <param name="Open">What is still to be done since.</param>
/// <param name="Takes">firm, pencilled, hold or free.</param>
public sealed record SheetLineView(
    SheetLineKind Kind,
    string? Id,
    string? Occurrence,
    long Start,
    long End,
    string Time,
    string? Home,
    string Title,
    IReadOnlyList<string> States,
    string? Change,
    string? Leave,
    string? Place,
    IReadOnlyList<string> Joining,
    IReadOnlyList<SheetPersonView> People,
    string? Agenda,
    IReadOnlyList<string> Papers,
    string? LastTime,
    IReadOnlyList<string> Open,
    string Takes
);

/// <param name="Words">Who that is, when they last met, and what they answered: "Harbour master, Setúbal; last met 3 March".</param>
public sealed record SheetPersonView(string Name, string Words);
