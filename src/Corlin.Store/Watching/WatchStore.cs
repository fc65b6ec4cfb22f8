using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>What was dismissed of what needs a look, and how far ahead is looked.</summary>
internal sealed class WatchStore(ChangeSession session) : IWatchStore
{
    private CorlinDb Db => session.Db;

    public void Dismiss(Dismissal dismissal)
    {
        End(dismissal.Of.Value, dismissal.Key);
        Add(dismissal.Of.Value, dismissal.Key, dismissal.Print);
    }

    public void Show(UserId of, string key) => End(of.Value, key);

    public void Look(UserId of, LookAhead ahead)
    {
        foreach (var row in Db.LookAheads.Where(l => l.UserId == of.Value && l.Kind == ahead.Kind && l.EndedById == null))
            row.EndedById = session.Current.Id;
        Add(of.Value, ahead.Kind, ahead.Days);
    }

    /// <summary>What the change said is said no more, what it ended is said again.</summary>
    internal void Restore(long change)
    {
        session.RestoreKept(
            KeptLines.Dismissals,
            change,
            row => Ended(row),
            row =>
            {
                End(row.UserId, row.Key);
                Add(row.UserId, row.Key, row.Print);
            }
        );
        session.RestoreKept(
            KeptLines.LookAheads,
            change,
            row =>
            {
                row.EndedById = session.Current.Id;
                session.RaiseMain(new UserId(row.UserId));
            },
            row => Add(row.UserId, row.Kind, row.Days)
        );
    }

    private void End(long user, string key)
    {
        foreach (var row in Db.Dismissals.Where(d => d.UserId == user && d.Key == key && d.EndedById == null))
            Ended(row);
    }

    private void Ended(DismissalRow row)
    {
        row.EndedById = session.Current.Id;
        session.RaiseMain(new UserId(row.UserId));
    }

    private void Add(long user, string key, string print)
    {
        Db.Dismissals.Add(
            new DismissalRow
            {
                UserId = user,
                Key = key,
                Print = print,
                KeptById = session.Current.Id,
            }
        );
        session.RaiseMain(new UserId(user));
    }

    private void Add(long user, ConcernKind kind, int days)
    {
        Db.LookAheads.Add(
            new LookAheadRow
            {
                UserId = user,
                Kind = kind,
                Days = days,
                KeptById = session.Current.Id,
            }
        );
        session.RaiseMain(new UserId(user));
    }
}
