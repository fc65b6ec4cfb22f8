using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Requests: each state before and after is kept, and taken back by an undo.</summary>
internal sealed class RequestStore(ChangeSession session) : IRequestStore
{
    private CorlinDb Db => session.Db;

    public void Save(MeetingRequest request) => Become(request.PublicId, request);

    /// <summary>Gives requests back their state before the change.</summary>
    internal void RestoreRequests(long change)
    {
        foreach (var line in Db.MeetingRequestHistory.Where(h => h.ChangeId == change).OrderByDescending(h => h.Id).ToList())
        {
            if (!States.Stands(Db.MeetingRequests.SingleOrDefault(r => r.PublicId == line.PublicId), line.After))
                throw new RefusedException(RefusalKind.ChangedSince);
            Become(line.PublicId, line.Before is null ? null : RequestMapping.ToCore(States.Read<MeetingRequestRow>(line.Before)));
        }
    }

    /// <param name="after">Null where it is written down no longer.</param>
    private void Become(string publicId, MeetingRequest? after)
    {
        var row = Db.MeetingRequests.SingleOrDefault(r => r.PublicId == publicId);
        var before = States.WriteOrNone(row);
        var principal = row?.PrincipalId;
        if (after is null)
            Db.MeetingRequests.Remove(row!);
        else
        {
            if (row is null)
                Db.MeetingRequests.Add(
                    row = new MeetingRequestRow
                    {
                        PublicId = publicId,
                        Caller = after.Caller,
                        Why = after.Why,
                    }
                );
            RequestMapping.Apply(after, row);
        }

        Db.SaveChanges();
        Db.MeetingRequestHistory.Add(
            new MeetingRequestHistoryRow
            {
                ChangeId = session.Current.Id,
                PublicId = publicId,
                Before = before,
                After = after is null ? null : States.Write(row),
            }
        );
        foreach (var owner in new[] { principal, after?.Principal.Value }.OfType<long>().Distinct())
            session.RaiseMain(new UserId(owner));
    }
}
