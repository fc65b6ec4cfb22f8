using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Text;
using Corlin.Core.Words;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>
/// Everybody and everything that can be found, as words in memory: any part of a name, one letter wrong, posts, towns, groups and what
/// rooms have are more than an index of a database finds. It is read anew after people, groups or places have changed.
/// </summary>
public sealed class PeopleIndex
{
    private Read? latest;

    /// <summary>The numbers of those who are what was typed, the best first.</summary>
    /// <param name="keeps">The principals whose own contacts may be found.</param>
    /// <param name="isWanted">Of which kind, and inside or not.</param>
    internal IReadOnlyList<long> Find(CorlinDb db, Seeking seeking, IReadOnlyCollection<UserId> keeps, Func<UserKind, bool, bool> isWanted)
    {
        var read = Of(db);
        return
        [
            .. read
                .Rows.Where(r => isWanted(r.Kind, r.Inside) && (r.KeptFor is null || keeps.Contains(new UserId(r.KeptFor.Value))))
                .Select(r => (r.Id, r.Order, Score: seeking.Score(r.Words)))
                .Where(r => r.Score is not null)
                .OrderByDescending(r => r.Score)
                .ThenBy(r => r.Order)
                .Select(r => r.Id),
        ];
    }

    private Read Of(CorlinDb db)
    {
        var stamp = Stamp.Of(db);
        var read = latest;
        if (read is null || read.Stamp != stamp)
            latest = read = new Read(stamp, Rows(db));
        return read;
    }

    private static ImmutableArray<Row> Rows(CorlinDb db)
    {
        var towns = db.Places.AsNoTracking().ToDictionary(p => p.Name, p => $"{p.Town} {p.Site}");
        var names = db
            .People.AsNoTracking()
            .Where(p => p.Kind == UserKind.Group && !p.Removed)
            .Select(p => new { p.Id, p.Name })
            .ToDictionary(p => p.Id, p => p.Name);
        var groups = db
            .Memberships.AsNoTracking()
            .Where(m => m.EndedById == null)
            .Select(m => new { m.UserId, m.GroupId })
            .AsEnumerable()
            .ToLookup(m => m.UserId, m => names.GetValueOrDefault(m.GroupId, ""));
        return
        [
            .. db
                .People.AsNoTracking()
                .Where(p => !p.Removed)
                .OrderByDescending(p => p.Inside)
                .ThenBy(p => p.Kind)
                .ThenBy(p => p.SearchName)
                .Select(p => new
                {
                    p.Id,
                    p.KeptForId,
                    p.Name,
                    p.Address,
                    p.Post,
                    p.Place,
                    p.Kind,
                    p.Capacity,
                    p.Features,
                    p.Zone,
                    p.Inside,
                })
                .AsEnumerable()
                .Select(
                    (p, at) =>
                        new Row(
                            p.Id,
                            p.KeptForId,
                            p.Kind,
                            p.Inside,
                            at,
                            new Sought(
                                Words(p.Name),
                                Words(
                                    $"{p.Post} {p.Place} {(p.Place is null ? Corlin.Core.Time.Zones.City(p.Zone) : towns.GetValueOrDefault(p.Place))} {p.Features} {string.Join(' ', groups[p.Id])}"
                                ),
                                p.Address,
                                p.Kind == UserKind.Room ? p.Capacity : null
                            )
                        )
                ),
        ];
    }

    private static ImmutableArray<string> Words(string text) => [.. Plain.Words(text).Distinct()];

    private sealed record Row(long Id, long? KeptFor, UserKind Kind, bool Inside, int Order, Sought Words);

    private sealed record Read(Stamp Stamp, ImmutableArray<Row> Rows);

    /// <summary>What differs once anything of it was changed.</summary>
    private sealed record Stamp(long? Person, long? Change, long? Member, long? Left, string Places)
    {
        public static Stamp Of(CorlinDb db) =>
            new(
                db.People.Max(p => (long?)p.Id),
                db.PersonHistory.Max(h => (long?)h.Id),
                db.Memberships.Max(m => (long?)m.Id),
                db.Memberships.Max(m => m.EndedById),
                string.Join('|', db.Places.OrderBy(p => p.Name).Select(p => p.Name + p.Town + p.Site))
            );
    }
}
