using Corlin.Application.Calendars;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>
/// Does with a meeting that is not agreed what was said when a deadline for its answers was set. Nobody does it by hand:
/// <see cref="DeadlineWorker"/> does.
/// </summary>
public sealed record ActOnDeadline(EntryId Entry, LocalDateTime? RecurrenceId) : IChange<bool>
{
    /// <returns>Whether the deadline is done with.</returns>
    public bool Apply(IChangeSession session)
    {
        // It is looked at again here: what stood when it was found may have changed.
        if (session.DeadlineOn(Entry, RecurrenceId) is not { } deadline || deadline.At > session.Now)
            return false;
        if (session.EntriesNow([Entry]).GetValueOrDefault(Entry) is not { } meeting)
            return false;
        var zone = session.Users([meeting.Owner])[meeting.Owner].HomeZone;
        var occurrence = Occurrences.Find(meeting, RecurrenceId, zone);
        var over = meeting.Status != MeetingStatus.Sent || occurrence is null || Agreement.IsAgreed(meeting, RecurrenceId);
        // Who set it may speak for who organises it no more; then it is theirs.
        var actor = session.WhyNotChange(deadline.By, meeting) is null ? deadline.By : meeting.Owner;
        session.ByItself = true;
        try
        {
            switch (deadline.Due(session.Now, over, occurrence?.Stretch.Start ?? session.Now))
            {
                case AfterDeadline.GoesOn:
                    new GoOnWithout(actor, meeting.PublicId, RecurrenceId).Apply(session);
                    break;
                case AfterDeadline.Cancelled:
                    var note = English.CancelledByDeadline(zone.ToLocal(deadline.At));
                    var reach = RecurrenceId is null ? Reach.All : Reach.ThisOne;
                    new CancelEntry(actor, meeting.PublicId, RecurrenceId, reach, note).Apply(session);
                    break;
                default:
                    session.Begin(ChangeKind.DeadlineEnded, actor, meeting.Owner, null);
                    break;
            }

            session.DeadlineStore.End(Entry, RecurrenceId);
        }
        finally
        {
            session.ByItself = false;
        }

        return true;
    }
}

/// <summary>Acts upon the deadlines for answers that have passed.</summary>
public sealed class DeadlineWorker(IReadStore store, IWriteGate gate)
{
    private const int MostAtOnce = 50;

    /// <returns>How many were done with.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var done = 0;
        foreach (var due in await store.ReadAsync(s => s.DeadlinesDue(now, MostAtOnce), cancel))
            if (await gate.RunAsync(new ActOnDeadline(due.Entry, due.RecurrenceId), cancel))
                done++;
        return done;
    }
}
