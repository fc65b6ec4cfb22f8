using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Who may see and do what: grants, what is asked for, what is told of it, and the ceilings.</summary>
internal sealed class AccessStore(ChangeSession session) : IAccessStore
{
    private CorlinDb Db => session.Db;

    public Grant Give(Grant grant)
    {
        var row = AccessMapping.ToRow(grant, session.Current.Id);
        Db.Grants.Add(row);
        session.RaiseMain(grant.Owner);
        return grant with { Id = row.Id };
    }

    public void End(Grant grant)
    {
        Db.Grants.Single(g => g.Id == grant.Id).EndedById = session.Current.Id;
        foreach (var news in Db.AccessNews.Where(n => n.GrantId == grant.Id && n.NotBefore > session.Now))
            news.Withdrawn = true;
        session.RaiseMain(grant.Owner);
    }

    public (AccessTerms Terms, CalendarId? Calendar) HighestOf(long change)
    {
        var grants = Db.Grants.Where(g => g.GivenById == change || g.EndedById == change).ToList();
        if (grants.Count == 0)
            return (new AccessTerms(Sight.Nothing, Acting.Look, Until: session.Now), null);
        var terms = new AccessTerms(
            grants.Max(g => g.Sight),
            grants.Max(g => g.Acting),
            grants.Any(g => g.Private),
            null,
            grants.Any(g => g.Until is null) ? null : grants.Max(g => g.Until),
            grants.Any(g => g.PassOn)
        );
        var calendars = grants.Select(g => g.CalendarId).Distinct().ToList();
        return (terms, calendars is [{ } one] ? new CalendarId(one) : null);
    }

    public AccessRequest Ask(AccessRequest request)
    {
        var row = AccessMapping.ToRow(request, session.Current.Id);
        Db.AccessRequests.Add(row);
        session.RaiseMain(request.Owner);
        return request with { Id = row.Id };
    }

    public void Close(AccessRequest request)
    {
        Db.AccessRequests.Single(r => r.Id == request.Id).ClosedById = session.Current.Id;
        session.RaiseMain(request.Owner);
        // Who asked waits at their own screen.
        session.RaiseMain(request.Asker);
    }

    public void Tell(AccessNews news)
    {
        var first = session.Now + ChangeSession.TimeOfUndo;
        Db.AccessNews.Add(AccessMapping.ToRow(news.At < first ? news with { At = first } : news, session.Current.Id));
        Db.SaveChanges();
    }

    public bool PutAway(UserId who, long news)
    {
        var to = Db
            .AccessNews.Where(n => n.Id == news && n.NotBefore <= session.Now && !n.Withdrawn)
            .Select(n => (long?)n.ToId)
            .FirstOrDefault();
        if (to is not { } told || (told != who.Value && !session.GroupsOf(who).Contains(new UserId(told))))
            return false;
        if (Db.AccessNewsRead.Find(who.Value, news) is not null)
            return true;
        Db.AccessNewsRead.Add(new AccessNewsReadRow { NewsId = news, UserId = who.Value });
        Db.SaveChanges();
        return true;
    }

    public void SetCeiling(bool inside, Ceiling ceiling)
    {
        EndCeiling(inside);
        Db.Ceilings.Add(
            new CeilingRow
            {
                Inside = inside,
                Sight = ceiling.Sight,
                Acting = ceiling.Acting,
                Private = ceiling.Private,
                SetById = session.Current.Id,
            }
        );
        Db.SaveChanges();
        session.ForgetCeilings();
    }

    private void EndCeiling(bool inside)
    {
        foreach (var row in Db.Ceilings.Where(c => c.Inside == inside && c.EndedById == null))
            row.EndedById = session.Current.Id;
        Db.SaveChanges();
    }

    /// <summary>
    /// What the change gave ends, what it ended is given again, as new lines of what was; so with what was asked for and with ceilings. Who
    /// was not told yet is not told; who was is told what stands now.
    /// </summary>
    internal void RestoreAccess(long change)
    {
        var told = Db.AccessNews.Where(n => n.ChangeId == change).ToList();
        foreach (var news in told.Where(n => n.NotBefore > session.Now))
            news.Withdrawn = true;
        var grants = Db.Grants.Where(g => g.GivenById == change || g.EndedById == change).ToList();
        if (grants.Count > 0 && !KeptLines.NothingGivenSince(Db, change))
            throw new RefusedException(RefusalKind.ChangedSince);
        session.RestoreKept(KeptLines.Grants, change, row => End(AccessMapping.ToCore(row)), row => Give(AccessMapping.ToCore(row)));
        foreach (
            var news in told.Where(n =>
                !n.Withdrawn && n.Kind is AccessNewsKind.Granted or AccessNewsKind.Changed or AccessNewsKind.Withdrawn
            )
        )
            TellAgain(news, grants);
        session.RestoreKept(KeptLines.Requests, change, row => Close(AccessMapping.ToCore(row)), row => Ask(AccessMapping.ToCore(row)));
        session.RestoreKept(
            KeptLines.Ceilings,
            change,
            row => EndCeiling(row.Inside),
            row => SetCeiling(row.Inside, new Ceiling(row.Sight, row.Acting, row.Private))
        );
        session.ForgetCeilings();
        Db.SaveChanges();
    }

    private void TellAgain(AccessNewsRow news, List<GrantRow> grants)
    {
        var was = grants.FirstOrDefault(g => g.ReceiverId == news.ToId && g.OwnerId == news.OwnerId && g.GivenById != news.ChangeId);
        var gone = AccessMapping.ToCore(news, 0) with { Line = null, Grant = null, At = session.Now };
        Tell(
            was is null
                ? gone with
                {
                    Kind = AccessNewsKind.Withdrawn,
                }
                : gone with
                {
                    Kind = news.Kind == AccessNewsKind.Withdrawn ? AccessNewsKind.Granted : AccessNewsKind.Changed,
                    Terms = AccessMapping.ToCore(was).Terms,
                }
        );
    }
}
