using System.Globalization;
using System.Text.Json;
using Corlin.Application.Files;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Arranging;

/// <summary>Keeps what somebody is writing, so that it survives a closed window.</summary>
/// <param name="Id">Null for one that is begun.</param>
/// <param name="Version">The version that was written on.</param>
/// <param name="PapersOf">The public id of a saved meeting, or of another draft, that is written on: its papers lie with the draft from the
/// beginning.</param>
public sealed record KeepDraft(UserId Actor, string? Id, int Version, string Json, string? PapersOf = null) : IChange<KeptDraft>
{
    public KeptDraft Apply(IChangeSession session)
    {
        Drafts.MustBeJson(Json, KeptDraft.LongestJson, "draft");
        if (Id is null)
        {
            var most = KeptDraft.MostOfOne.ToString(CultureInfo.InvariantCulture);
            if (session.DraftsOf(Actor).Count >= KeptDraft.MostOfOne)
                throw new RefusedException(RefusalKind.TooMany, "draft", $"{most} drafts");
            var begun = new KeptDraft(PublicIds.New(), Actor, Json, 1, session.Now, null);
            session.DraftStore.Save(begun);
            foreach (var paper in Papers(session))
                session.DraftStore.Lay(begun, paper with { PublicId = PublicIds.New() });
            return begun;
        }

        var stands = session.MustFindDraft(Actor, Id);
        if (stands.SentBy is not null || stands.Version != Version)
            throw new RefusedException(RefusalKind.ChangedSince, "draft");
        var next = stands with { Json = Json, Version = Version + 1, At = session.Now };
        session.DraftStore.Save(next);
        return next;
    }

    private IReadOnlyList<Core.Papers.Paper> Papers(IChangeSession session)
    {
        if (PapersOf is null)
            return [];
        return session.Draft(Actor, PapersOf) is { } other
            ? session.PapersOfDraft(other.PublicId)
            : session.Papers([session.MustChange(Actor, PapersOf).Entry.Id]);
    }
}

/// <summary>Puts away what somebody is writing, for good.</summary>
public sealed record DropDraft(UserId Actor, string Id) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        session.DraftStore.Drop(session.MustFindDraft(Actor, Id));
        return true;
    }
}

/// <summary>Lays a paper or a link with what somebody is writing.</summary>
public sealed record LayPaper(UserId Actor, string Draft, NewPaper Paper) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        var draft = session.MustFindDraft(Actor, Draft);
        Papers.MustHaveRoom(session.PapersOfDraft(draft.PublicId));
        session.DraftStore.Lay(draft, Paper.With(default, Actor, session.Now));
        return true;
    }
}

/// <summary>Says of a paper of a draft whether it goes out, or takes it away.</summary>
/// <param name="GoesOut">Null to take it away.</param>
public sealed record ChangeDraftPaper(UserId Actor, string Draft, string Paper, bool? GoesOut) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        var draft = session.MustFindDraft(Actor, Draft);
        var paper = session.PapersOfDraft(draft.PublicId).FirstOrDefault(p => p.PublicId == Paper)
            ?? throw new RefusedException(RefusalKind.NotFound);
        session.DraftStore.TakeAway(draft, paper);
        if (GoesOut is { } goesOut)
            session.DraftStore.Lay(draft, paper with { GoesOut = goesOut });
        return true;
    }
}

internal static class Drafts
{
    /// <exception cref="RefusedException">The actor writes none of that id.</exception>
    public static KeptDraft MustFindDraft(this IChangeSession session, UserId actor, string id) =>
        session.Draft(actor, id) ?? throw new RefusedException(RefusalKind.NotFound, "draft");

    /// <exception cref="RefusedException">It is none, or longer than it may be.</exception>
    public static void MustBeJson(string text, int longest, string field)
    {
        if (text.Length > longest || !IsJson(text))
            throw new RefusedException(RefusalKind.BadInput, field, field);
    }

    public static bool IsJson(string text)
    {
        try
        {
            using var read = JsonDocument.Parse(text);
            return true;
        }
        catch (JsonException)
        {
            return false;
        }
    }
}
