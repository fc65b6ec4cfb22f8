using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;

namespace Corlin.Application.Ports;

/// <summary>Absences.</summary>
public interface IAbsenceStore
{
    Absence Save(Absence absence);

    /// <summary>It stands no longer.</summary>
    void End(Absence absence);
}

/// <summary>Where people said they are.</summary>
public interface IStayStore
{
    /// <summary>Keeps where somebody is on some days.</summary>
    void Save(Stay stay);

    /// <summary>It applies no longer.</summary>
    void End(Stay stay);
}

/// <summary>Holidays, and closures of a site.</summary>
public interface IDayOffStore
{
    void Save(IReadOnlyList<DayOff> days);

    /// <summary>Keeps a closure.</summary>
    void Close(DayOff closure);

    /// <summary>False where there is no closure of that number.</summary>
    bool Open(long closure);
}

/// <summary>Weeks in which somebody is not to be asked.</summary>
public interface INoGoStore
{
    void Save(NoGo weeks);

    /// <summary>False where they have none of that number.</summary>
    bool Remove(UserId who, long id);
}
