using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

// Calendars kept elsewhere: what a user says of them belongs to the change, what is read from them to nobody.
internal sealed partial class ChangeSession
{
    public Followed Follow(Followed followed)
    {
        if (followed.Id != 0)
            Ended(followed.Id);
        var row = PeopleMapping.ToRow(followed);
        row.FollowedById = Current.Id;
        if (row.CalendarId == 0)
        {
            var calendar = new CalendarRow
            {
                PublicId = PublicIds.New(),
                OwnerId = row.OwnerId,
                Name = row.Name,
            };
            Db.Calendars.Add(calendar);
            Db.SaveChanges();
            row.CalendarId = calendar.Id;
        }

        Db.Followed.Add(row);
        RaiseMain(followed.Owner);
        return followed with { Id = row.Id, Calendar = new CalendarId(row.CalendarId) };
    }

    public void EndFollowing(Followed followed)
    {
        Ended(followed.Id);
        RaiseMain(followed.Owner);
    }

    private void Ended(long id) => Db.Followed.Single(f => f.Id == id).EndedById = Current.Id;

    public void Noted(Followed followed)
    {
        var row = Db.Followed.Single(f => f.Id == followed.Id);
        var shows = (row.Failure, row.FetchedAt is null) != (followed.Failure, followed.FetchedAt is null);
        PeopleMapping.Apply(followed, row);
        Db.SaveChanges();
        if (shows)
            RaiseMain(followed.Owner);
    }

    public void Mirror(Followed followed, IReadOnlyList<Entry> next, IReadOnlyCollection<EntryId> gone)
    {
        foreach (var some in gone.Select(g => g.Value).Chunk(PieceSize))
            Delete(some);
        SavePieces(next, null);
        if (next.Count > 0)
            RaiseMain(followed.Owner);
    }

    /// <summary>What the change began to follow ends, what it ended is followed again, as new lines of what was.</summary>
    private void RestoreFollowed(long change) =>
        RestoreKept(
            KeptLines.Followed,
            change,
            row => EndFollowing(PeopleMapping.ToCore(row)),
            row => Follow(PeopleMapping.ToCore(row) with { Id = 0, DueAt = Now })
        );
}
