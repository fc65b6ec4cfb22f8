using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.People;

/// <summary>People, rooms and groups that are what was typed.</summary>
public sealed record ReadPeople(UserId Viewer, string Text, Instant Now)
{
    private const int Most = 12;

    public IReadOnlyList<PersonView> Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var text = Text.Trim();
        return [.. store.SeekUsers(text, viewing.Keeps, Most).Select(viewing.View)];
    }
}
