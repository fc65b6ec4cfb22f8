using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Calendars kept elsewhere: what a user says of them belongs to the change, what is read from them to nobody.</summary>
internal sealed class FollowedStore(ChangeSession session) : IFollowedStore
{
    private CorlinDb Db => session.Db;

    public Followed Follow(Followed followed)
    {
        if (followed.Id != 0)
            Ended(followed.Id);
        var row = PeopleMapping.ToRow(followed);
        row.FollowedById = session.Current.Id;
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
        session.RaiseMain(followed.Owner);
        return followed with { Id = row.Id, Calendar = new CalendarId(row.CalendarId) };
    }

    public void End(Followed followed)
    {
        Ended(followed.Id);
        session.RaiseMain(followed.Owner);
    }

    private void Ended(long id) => Db.Followed.Single(f => f.Id == id).EndedById = session.Current.Id;

    public void Noted(Followed followed)
    {
        var row = Db.Followed.Single(f => f.Id == followed.Id);
        var shows = (row.Failure, row.FetchedAt is null) != (followed.Failure, followed.FetchedAt is null);
        PeopleMapping.Apply(followed, row);
        Db.SaveChanges();
        if (shows)
            session.RaiseMain(followed.Owner);
    }

    public void Mirror(Followed followed, IReadOnlyList<Entry> next, IReadOnlyCollection<EntryId> gone)
    {
        foreach (var some in gone.Select(g => g.Value).Chunk(ChangeSession.PieceSize))
            session.EntryPieces.Delete(some);
        session.EntryPieces.SavePieces(next, null);
        if (next.Count > 0)
            session.RaiseMain(followed.Owner);
    }

    /// <summary>What the change began to follow ends, what it ended is followed again, as new lines of what was.</summary>
    internal void RestoreFollowed(long change) =>
        session.RestoreKept(
            KeptLines.Followed,
            change,
            row => End(PeopleMapping.ToCore(row)),
            row => Follow(PeopleMapping.ToCore(row) with { Id = 0, DueAt = session.Now })
        );
}
