using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>What was written to those who are asked to a meeting, and a reminder that is ready to go to those who said nothing.</summary>
/// <param name="Text">In the organiser's name, with the title and the time.</param>
public sealed record LettersView(string Subject, string Text, IReadOnlyList<WrittenToView> Written);

/// <summary>When somebody was last written to about it.</summary>
/// <param name="When">"today 09:42", "yesterday 15:10".</param>
public sealed record WrittenToView(string Person, string GivenName, string When, bool Today);

public sealed record ReadLetters(UserId Viewer, string Id, LocalDateTime? RecurrenceId, Instant Now)
{
    private const int Most = 500;

    public LettersView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var meeting = store.Entry(Id);
        if (meeting is not { Kind: EntryKind.Meeting } || !viewing.Viewer.StandsFor(meeting.Owner, meeting.Private))
            throw new RefusedException(RefusalKind.NotFound);
        var organiser = viewing.Users([meeting.Owner])[meeting.Owner];
        var occurrence = Occurrences.Find(meeting, RecurrenceId, organiser.HomeZone) ?? throw new RefusedException(RefusalKind.NotFound);
        var people = viewing.Users(Agreement.For(meeting, RecurrenceId).Where(p => p.Role != AttendeeRole.Resource).Select(p => p.Who));
        var last = store
            .LettersAbout(Id, Most)
            .GroupBy(l => l.To, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(g => g.Key, g => g.Max(l => l.At), StringComparer.OrdinalIgnoreCase);
        var (subject, text) = Reminding.Words(viewing, occurrence, organiser, store.DeadlineOn(meeting.Id, RecurrenceId), null);
        return new LettersView(
            subject,
            text,
            [
                .. people
                    .Values.Where(p => last.ContainsKey(p.Address))
                    .Select(p =>
                    {
                        var local = viewing.Zone.ToLocal(last[p.Address]);
                        return new WrittenToView(
                            p.PublicId,
                            p.GivenName,
                            English.Moment(local, viewing.Today),
                            local.Date == viewing.Today
                        );
                    }),
            ]
        );
    }
}
