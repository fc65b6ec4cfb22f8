using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Addresses that wait.</summary>
internal sealed class AddressStore(ChangeSession session) : IAddressStore
{
    private CorlinDb Db => session.Db;

    public void Wait(WaitingAddress address)
    {
        if (session.WaitingAddressOf(address.Who) is { } before)
            End(before);
        Db.WaitingAddresses.Add(
            new WaitingAddressRow
            {
                WhoId = address.Who.Value,
                Address = address.Address,
                ById = address.By.Value,
                At = address.At,
                KeyHash = address.KeyHash,
                KeptById = session.Current.Id,
            }
        );
        Db.SaveChanges();
        session.RaiseMain(address.Who);
    }

    public void End(WaitingAddress address)
    {
        foreach (var row in Db.WaitingAddresses.Where(w => w.Id == address.Id && w.EndedById == null))
            row.EndedById = session.Current.Id;
        Db.SaveChanges();
        session.RaiseMain(address.Who);
    }

    /// <summary>What the change asked for waits no more, what it ended waits again.</summary>
    internal void RestoreAddresses(long change) =>
        session.RestoreKept(KeptLines.Addresses, change, row => End(StoreReads.ToCore(row)), row => Wait(StoreReads.ToCore(row)));
}
