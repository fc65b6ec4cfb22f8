using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Calendars;

/// <summary>The requests for time, as every change finds them and says what became of them.</summary>
internal static class RequestsOf
{
    /// <exception cref="RefusedException">There is none that the actor may know of.</exception>
    public static (MeetingRequest Request, Core.Access.Rights Rights) MustFindRequest(this IChangeSession session, UserId actor, string id)
    {
        // Who may not know of it learns not even that it exists.
        var found = session.Request(id) ?? throw new RefusedException(RefusalKind.NotFound);
        return session.SpeakingFor(actor, found.Principal) is { } rights && (!found.Private || rights.MaySpeakForPrivate)
            ? (found, rights)
            : throw new RefusedException(RefusalKind.NotFound);
    }

    /// <summary>Something came of a request; of one that was settled otherwise meanwhile nothing is changed.</summary>
    public static void Became(
        this IChangeSession session,
        UserId actor,
        string? id,
        RequestState state,
        string? entry = null,
        string? holds = null
    )
    {
        if (id is null)
            return;
        var (request, _) = session.MustFindRequest(actor, id);
        if (request.Waits)
            session.RequestStore.Save(request with { State = state, Entry = entry, HoldRequest = holds, Version = request.Version + 1 });
    }
}
