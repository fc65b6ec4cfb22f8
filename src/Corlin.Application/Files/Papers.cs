using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Files;

/// <summary>A document whose content has been kept, or a link.</summary>
/// <param name="Address">Where a link leads; null for a document.</param>
public sealed record NewPaper(string Name, string MediaType, long Size, string Hash, string? Address = null)
{
    /// <summary>A link; what it leads to is not looked at.</summary>
    /// <exception cref="RefusedException">The address is none of the web.</exception>
    public static NewPaper Link(string? name, string address)
    {
        if (
            !Uri.TryCreate(address.Trim(), UriKind.Absolute, out var uri)
            || uri.Scheme is not ("https" or "http")
            || address.Length > Paper.LongestAddress
        )
            throw new RefusedException(RefusalKind.BadInput, "address", address.Length > 60 ? address[..60] + "…" : address);
        var shown = string.IsNullOrWhiteSpace(name) ? uri.Host + uri.AbsolutePath.TrimEnd('/') : name.Trim();
        return new NewPaper(shown.Length > Paper.LongestName ? shown[..Paper.LongestName] : shown, "", 0, "", uri.AbsoluteUri);
    }

    public Paper With(EntryId entry, UserId by, Instant at) =>
        new(PublicIds.New(), entry, Name, MediaType, Size, Hash, by, at) { Address = Address };
}

/// <summary>Lays a paper with an entry; its content has been kept before.</summary>
[Change(ChangeKind.PaperAdded, "attached a paper to", MayTakeBack.ByWhoChangesTheEntryOfThePaper)]
public sealed record AddPaper(UserId Actor, string Entry, NewPaper Paper) : IChange<(long Change, string Paper)>
{
    public (long Change, string Paper) Apply(IChangeSession session)
    {
        var (entry, rights) = session.MustChange(Actor, Entry);
        var lying = session.Papers([entry.Id]);
        Papers.MustHaveRoom(lying);
        var change = session.Begin(ChangeKind.PaperAdded, Actor, entry.Owner, rights.Grant);
        var paper = Paper.With(entry.Id, Actor, session.Now);
        // A later version goes where the earlier one went.
        paper = paper with { GoesOut = PaperVersions.Latest(lying).Any(p => PaperVersions.SameName(p, paper) && p.GoesOut) };
        session.PaperStore.Add(paper, entry);
        session.TellOf(paper, entry, Actor);
        return (change, paper.PublicId);
    }
}

/// <summary>Takes a paper away from its entry.</summary>
[Change(ChangeKind.PaperRemoved, "removed a paper from", MayTakeBack.ByWhoChangesTheEntryOfThePaper)]
public sealed record RemovePaper(UserId Actor, string Entry, string Paper) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (entry, rights, paper) = session.MustChangePaper(Actor, Entry, Paper);
        var change = session.Begin(ChangeKind.PaperRemoved, Actor, entry.Owner, rights.Grant);
        session.PaperStore.Remove(paper, entry);
        return change;
    }
}

/// <summary>Says whether a paper goes to those outside with what is written to them from now on.</summary>
[Change(ChangeKind.PaperSentAlong, "said who gets a paper of", MayTakeBack.ByWhoChangesTheEntryOfThePaper)]
public sealed record SendPaperAlong(UserId Actor, string Entry, string Paper, bool GoesOut) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (entry, rights, paper) = session.MustChangePaper(Actor, Entry, Paper);
        var change = session.Begin(ChangeKind.PaperSentAlong, Actor, entry.Owner, rights.Grant);
        session.PaperStore.Remove(paper, entry);
        var next = paper with { PublicId = PublicIds.New(), GoesOut = GoesOut };
        session.PaperStore.Add(next, entry);
        session.TellOf(next, entry, Actor);
        return change;
    }
}

internal static class Papers
{
    /// <summary>Papers that lie elsewhere lie with an entry too.</summary>
    public static void LayWith(this IChangeSession session, Entry entry, IEnumerable<Paper> papers)
    {
        foreach (var paper in papers)
            session.PaperStore.Add(paper with { PublicId = PublicIds.New(), Entry = entry.Id }, entry);
    }

    public static void MustHaveRoom(IReadOnlyCollection<Paper> there)
    {
        if (there.Count >= Paper.MostOfOne)
            throw new RefusedException(RefusalKind.TooMany, "papers", Paper.MostOfOne.ToString(CultureInfo.InvariantCulture));
    }

    public static (Entry Entry, Core.Access.Rights Rights, Paper Paper) MustChangePaper(
        this IChangeSession session,
        UserId actor,
        string entry,
        string paper
    )
    {
        var (found, rights) = session.MustChange(actor, entry);
        return (
            found,
            rights,
            session.Papers([found.Id]).FirstOrDefault(p => p.PublicId == paper) ?? throw new RefusedException(RefusalKind.NotFound)
        );
    }

    /// <summary>Those outside who are asked get a paper that goes out.</summary>
    public static void TellOf(this IChangeSession session, Paper paper, Entry meeting, UserId actor)
    {
        if (!paper.GoesOut || meeting is not { Kind: EntryKind.Meeting, Status: MeetingStatus.Sent })
            return;
        var people = session.Users(meeting.Participations.Select(p => p.Who).Append(meeting.Owner));
        // After the meeting nobody is written to about it.
        if (Occurrences.Extent(meeting, people[meeting.Owner].HomeZone).End <= session.Now)
            return;
        var outside = meeting
            .Participations.Where(p => p.RecurrenceId is null && !people[p.Who].Inside)
            .Select(p => new Effect(EffectKind.Changed, p.Who, meeting.Owner));
        session.Tell(new Transition(meeting, [.. outside]), actor, laid: paper);
    }
}
