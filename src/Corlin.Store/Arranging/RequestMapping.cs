using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

internal static class RequestMapping
{
    public static MeetingRequest ToCore(MeetingRequestRow row) =>
        new(
            row.PublicId,
            new UserId(row.PrincipalId),
            row.Caller,
            row.PersonId is { } person ? new UserId(person) : null,
            row.RingBack,
            row.Way,
            row.Why,
            row.Minutes,
            row.Urgency,
            row.Promised,
            row.Private,
            row.State,
            new UserId(row.TakenById),
            row.TakenAt
        )
        {
            Entry = row.Entry,
            HoldRequest = row.HoldRequest,
            Version = row.Version,
        };

    public static void Apply(MeetingRequest request, MeetingRequestRow row)
    {
        row.PrincipalId = request.Principal.Value;
        row.Caller = request.Caller;
        row.PersonId = request.Person?.Value;
        row.RingBack = request.RingBack;
        row.Way = request.Way;
        row.Why = request.Why;
        row.Minutes = request.Minutes;
        row.Urgency = request.Urgency;
        row.Promised = request.Promised;
        row.Private = request.Private;
        row.State = request.State;
        row.Waits = request.Waits;
        row.Entry = request.Entry;
        row.HoldRequest = request.HoldRequest;
        row.Version = request.Version;
        row.TakenById = request.TakenBy.Value;
        row.TakenAt = request.TakenAt;
    }
}
