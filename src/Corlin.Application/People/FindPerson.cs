using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.People;

/// <summary>Somebody whom a request names by public id; null where there is nobody of whom the viewer may know.</summary>
public sealed record FindPerson(UserId Viewer, string Who, Instant Now)
{
    public CalendarUser? Run(ICalendarReads store) => new Viewing(store, Viewer, Now).Find(Who);
}
