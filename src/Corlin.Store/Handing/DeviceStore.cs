using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Devices that keep calendars.</summary>
internal sealed class DeviceStore(ChangeSession session) : IDeviceStore
{
    private CorlinDb Db => session.Db;

    public void Save(Device device, string keyHash)
    {
        Db.Devices.Add(
            new DeviceRow
            {
                OwnerId = device.Owner.Value,
                Name = device.Name,
                KeyHash = keyHash,
                MadeAt = device.MadeAt,
                KeptById = session.Current.Id,
            }
        );
        Db.SaveChanges();
    }

    public void End(Device device)
    {
        Db.Devices.Single(d => d.Id == device.Id).EndedById = session.Current.Id;
        Db.SaveChanges();
    }

    public void Noted(Device device)
    {
        var row = Db.Devices.Single(d => d.Id == device.Id);
        (row.UsedAt, row.UsedWith) = (device.UsedAt, device.UsedWith);
        Db.SaveChanges();
    }

    public void Name(CalendarId calendar, EntryId entry, string name)
    {
        Db.DeviceNames.RemoveRange(
            Db.DeviceNames.Where(n => n.CalendarId == calendar.Value && (n.EntryId == entry.Value || n.Name == name))
        );
        Db.SaveChanges();
        Db.DeviceNames.Add(
            new DeviceNameRow
            {
                CalendarId = calendar.Value,
                Name = name,
                EntryId = entry.Value,
            }
        );
        Db.SaveChanges();
    }
}
