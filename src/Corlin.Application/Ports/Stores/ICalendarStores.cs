using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>Calendars: the main one of somebody, and further ones.</summary>
public interface ICalendarStore
{
    /// <summary>Where the meetings stand that somebody outside organises; nobody else knows of that calendar, and it is no lane.</summary>
    CalendarId OfOutside(UserId organiser);

    CalendarId Add(UserId owner, string name);

    /// <summary>Keeps a calendar beside the main one, or what is different about one that is kept: name, and whether it counts.</summary>
    /// <returns>The calendar with its ids.</returns>
    FurtherCalendar Save(FurtherCalendar calendar);

    /// <summary>It is kept no longer; its entries stay in the store, so that it can be kept again.</summary>
    void Remove(FurtherCalendar calendar);
}

/// <summary>The categories of somebody’s lane.</summary>
public interface ICategoryStore
{
    /// <summary>Stores a new or changed category.</summary>
    /// <returns>The category with its id.</returns>
    Category Save(Category category);

    /// <summary>Takes a category off its list; entries that carry it show none.</summary>
    void Remove(Category category);
}

/// <summary>What became of reminders.</summary>
public interface IReminderStore
{
    /// <summary>Keeps what became of a reminder. It is nobody else's, so no history tells it.</summary>
    void Save(UserId who, EntryId entry, LocalDateTime? recurrenceId, ReminderMark mark);
}
