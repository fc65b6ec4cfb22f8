using Corlin.Core.Calendars;
using Corlin.Core.Sheets;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What can be asked of the store about day sheets.</summary>
public interface ISheetReads
{
    /// <summary>How somebody's sheet is made; null where nothing was said.</summary>
    SheetWish? SheetWish(UserId owner);

    /// <summary>Those that go by themselves.</summary>
    IReadOnlyList<SheetWish> SheetsByThemselves(int limit);

    /// <summary>The sheets that were handed out and have a day of some, the latest first.</summary>
    /// <param name="until">The first day that is no part of it.</param>
    IReadOnlyList<HandedSheet> HandedSheets(UserId owner, LocalDate from, LocalDate until, int limit);
}
