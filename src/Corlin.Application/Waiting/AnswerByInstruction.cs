using System.Globalization;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>
/// Answers an invitation as a standing instruction says, where who it is of said that nobody need look: in their own name, once for each
/// state of the meeting. Nobody does it by hand: <see cref="InstructionWorker"/> does.
/// </summary>
/// <param name="Entry">The public id of the meeting.</param>
public sealed record AnswerByInstruction(UserId Of, string Entry, LocalDateTime? RecurrenceId) : IChange<bool>
{
    /// <returns>Whether it was answered.</returns>
    public bool Apply(IChangeSession session)
    {
        // It is worked out again here: what stood when it was found may have changed.
        if (Due(session, Of, session.Now).Due.FirstOrDefault(d => d.Entry == Entry && d.RecurrenceId == RecurrenceId) is not { } due)
            return false;
        if (!session.MailStore.TakeIn(due.Once))
            return false;
        session.ByInstruction = new Instructed(due.Instruction, ByItself: true);
        try
        {
            new AnswerInvitation(Of, Of, Entry, RecurrenceId, due.Instruction.Answer, due.Instruction.Words, null).Apply(session);
        }
        finally
        {
            session.ByInstruction = null;
        }

        return true;
    }

    /// <summary>An invitation that is to be answered, and by what it is known that it was.</summary>
    internal sealed record ToAnswerByItself(StandingInstruction Instruction, string Entry, LocalDateTime? RecurrenceId, string Once);

    /// <summary>So long who sent something, or said an instruction, can take it back, and nothing is answered.</summary>
    private static readonly Duration Undo = Duration.FromSeconds(10);

    private const int AheadDays = 21;

    /// <summary>
    /// What is to be answered now for somebody, and whether something else is that waits for its sender. A series as a whole is answered
    /// by nobody but a person: its occurrences differ.
    /// </summary>
    internal static (IReadOnlyList<ToAnswerByItself> Due, bool Waits) Due(ICalendarReads store, UserId of, Instant now)
    {
        var standing = store.Instructions([of]);
        if (!standing.Any(i => i.ByItself))
            return ([], false);
        var viewing = new Viewing(store, of, now);
        var ahead = new Stretch(viewing.Zone.Day(viewing.Today).Start, viewing.Zone.Day(viewing.Today.PlusDays(AheadDays)).End);
        var own = LaneReading.Read(viewing, [viewing.Person], ahead);
        var open = OpenInvitations.Read(viewing, own).Where(i => i.Lane.Who.Id == of && i.Entry.Told.Stretch.Start > now).ToList();
        var instructions = new Instructions(viewing, standing, open);
        var (due, waits) = (new List<ToAnswerByItself>(), false);
        foreach (var invitation in open)
        {
            var meeting = invitation.Entry.Occurrence.Entry;
            if (meeting is not { Status: MeetingStatus.Sent } || (meeting.IsSeries && invitation.Part.RecurrenceId is null))
                continue;
            var about = instructions.About(invitation, DeskQueue.Judge(viewing, invitation.Lane, invitation.Entry));
            if (Instructing.ByItself(about) is not { } instruction)
                continue;
            var once = Once(instruction, meeting, invitation.Part.RecurrenceId);
            if (store.WasTakenIn(once))
                continue;
            if (instruction.At + Undo > now || (store.PastOf(meeting.Id, long.MaxValue, 1) is [var last, ..] && last.At + Undo > now))
                waits = true;
            else
                due.Add(new ToAnswerByItself(instruction, meeting.PublicId, invitation.Part.RecurrenceId, once));
        }

        return (due, waits);
    }

    /// <summary>One answer for each state of a meeting: where it was taken back it is for a person to answer.</summary>
    private static string Once(StandingInstruction instruction, Entry meeting, LocalDateTime? recurrenceId) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"instruction\n{instruction.Key}\n{meeting.PublicId}\n{LaneViews.Id(recurrenceId)}\n{meeting.Sequence}"
        );
}
