using Corlin.Core.Access;
using Corlin.Core.Calendars;

namespace Corlin.Application.Ports;

/// <summary>Devices that keep calendars.</summary>
public interface IDeviceStore
{
    /// <summary>Keeps a new device.</summary>
    void Save(Device device, string keyHash);

    /// <summary>Its password opens nothing from then on.</summary>
    void End(Device device);

    /// <summary>Keeps when it came and with what. No history tells it: nobody did it.</summary>
    void Noted(Device device);

    /// <summary>Keeps under which name a device knows an entry of a calendar.</summary>
    void Name(CalendarId calendar, EntryId entry, string name);
}
