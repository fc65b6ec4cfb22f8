using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Model;

namespace Corlin.Store;

// Addresses that wait.
internal sealed partial class ChangeSession
{
    public void Wait(WaitingAddress address)
    {
        if (WaitingAddressOf(address.Who) is { } before) End(before);
        Db.WaitingAddresses.Add(new WaitingAddressRow
        {
            WhoId = address.Who.Value,
            Address = address.Address,
            ById = address.By.Value,
            At = address.At,
            KeyHash = address.KeyHash,
            KeptById = Current.Id,
        });
        Db.SaveChanges();
        RaiseMain(address.Who);
    }

    public void End(WaitingAddress address)
    {
        foreach (var row in Db.WaitingAddresses.Where(w => w.Id == address.Id && w.EndedById == null)) row.EndedById = Current.Id;
        Db.SaveChanges();
        RaiseMain(address.Who);
    }

    /// <summary>What the change asked for waits no more, what it ended waits again.</summary>
    private void RestoreAddresses(long change)
    {
        var rows = Db.WaitingAddresses.Where(w => w.KeptById == change || w.EndedById == change).ToList();
        if (rows.Any(r => r.EndedById is { } by && by != change)) throw new RefusedException(RefusalKind.ChangedSince);
        foreach (var row in rows.Where(r => r.EndedById is null)) End(ToCore(row));
        foreach (var row in rows.Where(r => r.EndedById == change)) Wait(ToCore(row));
    }
}
