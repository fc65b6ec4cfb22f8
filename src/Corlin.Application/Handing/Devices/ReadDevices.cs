using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>A device that keeps calendars; its password is told to nobody again.</summary>
/// <param name="Used">"Here today at 09:40 with DAVx5/4.4", or that it never was.</param>
public sealed record DeviceView(long Id, string Name, string Added, string Used);

/// <param name="Calendars">The names of the calendars that a device of the viewer's keeps.</param>
/// <param name="SignInAs">The name with which a device signs in.</param>
public sealed record DevicesView(IReadOnlyList<DeviceView> Devices, IReadOnlyList<string> Calendars, string SignInAs);

/// <summary>The devices that keep the calendars of who looks.</summary>
public sealed record ReadDevices(UserId Viewer, Instant Now)
{
    public DevicesView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        return new DevicesView(
            [
                .. store
                    .DevicesOf(Viewer)
                    .Select(d => new DeviceView(
                        d.Id,
                        d.Name,
                        $"Added {Said(viewing, d.MadeAt)}",
                        d.UsedAt is { } at ? $"Here {Said(viewing, at)}{(d.UsedWith is { } with ? $" with {with}" : "")}" : "Not here yet"
                    )),
            ],
            [.. DeviceCalendars.Of(viewing).Select(c => c.Name)],
            viewing.Person.Address
        );
    }

    private static string Said(Viewing viewing, Instant at)
    {
        var local = viewing.Zone.ToLocal(at);
        return $"{English.NearDay(local.Date, viewing.Today)} at {English.Time(local.TimeOfDay)}";
    }
}
