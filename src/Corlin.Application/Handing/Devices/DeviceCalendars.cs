using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;

namespace Corlin.Application.Handing;

/// <summary>One calendar that a device of somebody keeps.</summary>
/// <param name="Key">By which the device knows it: the public id of whose it is, and behind a dash that of a further one.</param>
/// <param name="Name">As the device lists it.</param>
internal sealed record DeviceCalendar(
    string Key,
    string Name,
    CalendarUser Owner,
    CalendarId Id,
    bool IsMain,
    Rights Rights,
    LaneCalendars Lane
)
{
    /// <summary>
    /// Whether whatever stands there is told whole: only then is a change of one entry told as that. Otherwise what is private changes
    /// without a word of which it was.
    /// </summary>
    public bool IsWhole => Rights.Sight == Sight.Everything && Rights.PrivateSight == Sight.Everything;

    /// <summary>Whether an entry has its place on this calendar.</summary>
    public bool Keeps(Entry entry) => entry.Owner == Owner.Id ? entry.Home == Id : IsMain;
}

/// <summary>Which calendars a device keeps: those of its owner, and what others granted them by name or group.</summary>
internal static class DeviceCalendars
{
    private const int Most = 60;

    public static IReadOnlyList<DeviceCalendar> Of(Viewing viewing)
    {
        var owners = viewing.Held.Select(g => g.Owner).Prepend(viewing.Person.Id).Distinct().Take(Most).ToList();
        var lanes = viewing.CalendarsOf(owners);
        var people = viewing.Users(owners);
        return
        [
            .. owners
                .Where(lanes.ContainsKey)
                .OrderBy(o => o != viewing.Person.Id)
                .ThenBy(o => people[o].Flag)
                .ThenBy(o => people[o].Name, StringComparer.Ordinal)
                .SelectMany(o => Of(people[o], lanes[o]))
                .Where(c => c.Rights.Sight > Sight.Nothing),
        ];
    }

    /// <summary>One by its key; null where the device has none of that key.</summary>
    public static DeviceCalendar? Find(Viewing viewing, string key) => Of(viewing).FirstOrDefault(c => c.Key == key);

    /// <summary>The same inside a change, by what the actor may do then.</summary>
    public static DeviceCalendar? Find(IChangeSession session, UserId actor, string key) =>
        Find(new Viewing(session, actor, session.Now), key);

    private static IEnumerable<DeviceCalendar> Of(CalendarUser owner, LaneCalendars lane)
    {
        yield return new DeviceCalendar(owner.PublicId, owner.Name, owner, lane.Main, true, lane.Rights, lane);
        foreach (var (further, rights) in lane.Further)
            yield return new DeviceCalendar(
                $"{owner.PublicId}-{further.PublicId}",
                $"{owner.GivenName}: {further.Name}",
                owner,
                further.Calendar,
                false,
                rights,
                lane
            );
    }
}
