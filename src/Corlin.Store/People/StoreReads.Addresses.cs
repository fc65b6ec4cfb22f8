using Corlin.Core.Calendars;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// Addresses that wait, and those that changed lately.
internal partial class StoreReads
{
    /// <summary>The whole state of a person, as the history keeps it.</summary>
    internal sealed record PersonRows(UserRow Person, IReadOnlyList<string> OtherAddresses)
    {
        public static PersonRows Read(string snapshot) => States.Read<PersonRows>(snapshot);
    }

    public IReadOnlyList<WaitingAddress> WaitingAddresses(int limit) =>
        [
            .. Db
                .WaitingAddresses.AsNoTracking()
                .Where(w => w.EndedById == null)
                .OrderBy(w => w.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(ToCore),
        ];

    public WaitingAddress? WaitingAddress(long id) =>
        Db.WaitingAddresses.AsNoTracking().SingleOrDefault(w => w.EndedById == null && w.Id == id) is { } row ? ToCore(row) : null;

    public WaitingAddress? WaitingAddressOf(UserId who) =>
        Db.WaitingAddresses.AsNoTracking().SingleOrDefault(w => w.EndedById == null && w.WhoId == who.Value) is { } row
            ? ToCore(row)
            : null;

    public IReadOnlyDictionary<UserId, AddressChange> AddressChangesSince(IReadOnlyCollection<UserId> people, Instant since)
    {
        var wanted = people.Select(p => p.Value).ToArray();
        var lines = Db
            .PersonHistory.AsNoTracking()
            .Where(h => wanted.Contains(h.UserId) && h.Before != null)
            .Join(
                Db.Changes,
                h => h.ChangeId,
                c => c.Id,
                (line, change) =>
                    new
                    {
                        line.Id,
                        line.UserId,
                        line.Before,
                        line.After,
                        change.ActorId,
                        change.At,
                    }
            )
            .Where(l => l.At >= since)
            .OrderBy(l => l.Id)
            .ToList();
        var found = new Dictionary<UserId, AddressChange>();
        foreach (var line in lines)
        {
            var who = new UserId(line.UserId);
            var (was, isNow) = (PersonRows.Read(line.Before!).Person.Address, PersonRows.Read(line.After).Person.Address);
            if (was == isNow)
                continue;
            var first = found.TryGetValue(who, out var earlier) ? earlier.Was : was;
            // What was put back as it was is no change.
            if (first == isNow)
                found.Remove(who);
            else
                found[who] = new AddressChange(who, first, new UserId(line.ActorId), line.At);
        }

        return found;
    }

    internal static WaitingAddress ToCore(WaitingAddressRow row) =>
        new(row.Id, new UserId(row.WhoId), row.Address, new UserId(row.ById), row.At, row.KeyHash);
}
