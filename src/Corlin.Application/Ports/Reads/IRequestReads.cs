using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What reads of requests ask of the store.</summary>
public interface IRequestReads
{
    /// <summary>What was asked of some principals: all that waits, and what was settled of what was taken in since a moment.</summary>
    IReadOnlyList<MeetingRequest> RequestsOf(IReadOnlyCollection<UserId> principals, Instant? settledSince, int limit);

    MeetingRequest? Request(string publicId);
}
