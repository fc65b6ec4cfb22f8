using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Arranging;

/// <summary>Keeps a kind of meeting on a principal's list: what is always the same about it.</summary>
/// <param name="Id">Null for a new one.</param>
public sealed record KeepKind(UserId Actor, UserId InNameOf, string? Id, string Name, string Json) : IChange<string>
{
    public string Apply(IChangeSession session)
    {
        session.MustSpeakFor(Actor, InNameOf);
        Drafts.MustBeJson(Json, MeetingKind.LongestJson, "parts");
        var name = Name.Trim();
        if (name.Length is 0 or > MeetingKind.LongestName)
            throw new RefusedException(RefusalKind.BadInput, "name", name);
        var list = session.KindsOf([InNameOf]);
        if (Id is not null && list.All(k => k.PublicId != Id))
            throw new RefusedException(RefusalKind.NotFound);
        if (list.Any(k => k.PublicId != Id && string.Equals(k.Name, name, StringComparison.CurrentCultureIgnoreCase)))
            throw new RefusedException(RefusalKind.NameTaken, "name", name);
        if (Id is null && list.Count >= MeetingKind.MostOfOne)
            throw new RefusedException(RefusalKind.TooMany, "name", $"{list.Count} kinds");
        var kind = new MeetingKind(Id ?? PublicIds.New(), InNameOf, name, Json);
        session.MeetingKindStore.Save(kind);
        return kind.PublicId;
    }
}

/// <summary>Takes a kind of meeting off a principal's list.</summary>
public sealed record DropKind(UserId Actor, UserId InNameOf, string Id) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        session.MustSpeakFor(Actor, InNameOf);
        session.MeetingKindStore.Drop(
            session.KindsOf([InNameOf]).FirstOrDefault(k => k.PublicId == Id) ?? throw new RefusedException(RefusalKind.NotFound)
        );
        return true;
    }
}

/// <summary>Keeps the conference that a principal always uses.</summary>
/// <param name="Link">Null for none any more.</param>
/// <param name="DialIn">Numbers and code, in words; or null.</param>
public sealed record KeepStanding(UserId Actor, UserId InNameOf, string? Link, string? DialIn) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        session.MustSpeakFor(Actor, InNameOf);
        session.MeetingKindStore.SaveStanding(InNameOf, Link is null ? null : new Standing(InNameOf, Conference.MustBeLink(Link), DialIn));
        return true;
    }
}

/// <summary>What is taken as the address of a conference.</summary>
public static class Conference
{
    private const int LongestLink = 2_000;

    /// <exception cref="RefusedException">It is no address of the web.</exception>
    public static string MustBeLink(string text) =>
        text.Length <= LongestLink && Uri.TryCreate(text.Trim(), UriKind.Absolute, out var uri) && uri.Scheme is "https" or "http"
            ? text.Trim()
            : throw new RefusedException(RefusalKind.BadInput, "link", text.Length > 60 ? text[..60] + "…" : text);
}
