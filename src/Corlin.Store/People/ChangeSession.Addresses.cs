using Corlin.Core.Calendars;
using Corlin.Store.Model;

namespace Corlin.Store;

// Addresses that wait.
internal sealed partial class ChangeSession
{
    public void Wait(WaitingAddress address)
    {
        if (WaitingAddressOf(address.Who) is { } before)
            End(before);
        Db.WaitingAddresses.Add(
            new WaitingAddressRow
            {
                WhoId = address.Who.Value,
                Address = address.Address,
                ById = address.By.Value,
                At = address.At,
                KeyHash = address.KeyHash,
                KeptById = Current.Id,
            }
        );
        Db.SaveChanges();
        RaiseMain(address.Who);
    }

    public void End(WaitingAddress address)
    {
        foreach (var row in Db.WaitingAddresses.Where(w => w.Id == address.Id && w.EndedById == null))
            row.EndedById = Current.Id;
        Db.SaveChanges();
        RaiseMain(address.Who);
    }

    /// <summary>What the change asked for waits no more, what it ended waits again.</summary>
    private void RestoreAddresses(long change) =>
        RestoreKept(KeptLines.Addresses, change, row => End(ToCore(row)), row => Wait(ToCore(row)));
}
