using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Mapping;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// What was asked for before there is an invitation.
internal partial class StoreReads
{
    public IReadOnlyList<MeetingRequest> RequestsOf(IReadOnlyCollection<UserId> principals, Instant? settledSince, int limit)
    {
        var wanted = principals.Select(p => p.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        var waiting = Db
            .MeetingRequests.AsNoTracking()
            .Where(r => wanted.Contains(r.PrincipalId) && r.Waits)
            .OrderBy(r => r.Id)
            .Take(limit)
            .ToList();
        if (settledSince is not { } since)
            return [.. waiting.Select(RequestMapping.ToCore)];
        var settled = Db
            .MeetingRequests.AsNoTracking()
            .Where(r => wanted.Contains(r.PrincipalId) && !r.Waits && r.TakenAt >= since)
            .OrderByDescending(r => r.TakenAt)
            .Take(limit)
            .ToList();
        return [.. waiting.Concat(settled).Select(RequestMapping.ToCore)];
    }

    public MeetingRequest? Request(string publicId) =>
        Db.MeetingRequests.AsNoTracking().SingleOrDefault(r => r.PublicId == publicId) is { } row ? RequestMapping.ToCore(row) : null;
}
