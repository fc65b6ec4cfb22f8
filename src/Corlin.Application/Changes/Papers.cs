using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;

namespace Corlin.Application.Changes;

/// <summary>Lays a paper with an entry; its content has been kept before.</summary>
public sealed record AddPaper(UserId Actor, string Entry, string Name, string MediaType, long Size, string Hash) : IChange<(long Change, string Paper)>
{
    public (long Change, string Paper) Apply(IChangeSession session)
    {
        var (entry, rights) = session.MustChange(Actor, Entry);
        if (session.Papers([entry.Id]).Count >= Paper.MostOfOne) throw new RefusedException(RefusalKind.TooMany, "papers", Paper.MostOfOne.ToString(CultureInfo.InvariantCulture));
        var change = session.Begin(ChangeKind.PaperAdded, Actor, entry.Owner, rights.Grant);
        var paper = new Paper(PublicIds.New(), entry.Id, Name, MediaType, Size, Hash, Actor, session.Now);
        session.Add(paper, entry);
        return (change, paper.PublicId);
    }
}

/// <summary>Takes a paper away from its entry.</summary>
public sealed record RemovePaper(UserId Actor, string Entry, string Paper) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (entry, rights) = session.MustChange(Actor, Entry);
        var paper = session.Papers([entry.Id]).FirstOrDefault(p => p.PublicId == Paper) ?? throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.PaperRemoved, Actor, entry.Owner, rights.Grant);
        session.Remove(paper, entry);
        return change;
    }
}
