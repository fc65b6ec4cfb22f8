using Corlin.Application.Ports;

namespace Corlin.Application.Access;

/// <summary>Asking for access where it may have been asked for already.</summary>
internal static class AskingAnew
{
    /// <summary>Who asks anew asks for that alone.</summary>
    /// <param name="waiting">What the same person asks for already, of anybody.</param>
    public static void AskAnew(this IChangeSession session, AccessRequest request, IEnumerable<AccessRequest> waiting)
    {
        foreach (var before in waiting.Where(r => r.Owner == request.Owner))
            session.AccessStore.Close(before);
        session.AccessStore.Ask(request);
    }
}
