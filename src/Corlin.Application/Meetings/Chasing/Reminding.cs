using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;

namespace Corlin.Application.Meetings;

/// <summary>Somebody who has not answered.</summary>
/// <param name="Today">Whether they were written to about it today already.</param>
/// <param name="ByMouth">Whether they told their last answer to the organiser, who does better to call than to write.</param>
internal sealed record Silent(CalendarUser Who, bool Today, bool ByMouth);

/// <summary>Who has not answered to a meeting, and what is written to them.</summary>
internal static class Reminding
{
    private const int MostLetters = 500;

    /// <summary>None of a meeting that wants no answers.</summary>
    public static IReadOnlyList<Silent> Of(Viewing viewing, Entry meeting, Occurrence occurrence)
    {
        if (!meeting.AnswersWanted)
            return [];
        var silent = Agreement
            .For(meeting, occurrence.RecurrenceId)
            .Where(p => p is { Answer: Answer.None, Role: not AttendeeRole.Resource } && p.Who != viewing.Person.Id)
            .Select(p => p.Who)
            .ToHashSet();
        if (silent.Count == 0)
            return [];
        var today = WrittenToday(viewing, meeting);
        var tell = viewing.Store.ToldByMouth(silent, meeting.Owner);
        return
        [
            .. viewing
                .Users(silent)
                .Values.Where(u => silent.Contains(u.Id) && u is { Kind: UserKind.Person, Address.Length: > 0 })
                .OrderBy(u => u.Name, StringComparer.Ordinal)
                .Select(u => new Silent(u, today.Contains(u.Address), tell.Contains(u.Id))),
        ];
    }

    /// <summary>The addresses that were written to about a meeting today.</summary>
    public static IReadOnlySet<string> WrittenToday(Viewing viewing, Entry meeting) =>
        viewing
            .Store.LettersAbout(meeting.PublicId, MostLetters)
            .Where(l => viewing.Zone.ToLocal(l.At).Date == viewing.Today)
            .Select(l => l.To)
            .ToHashSet(StringComparer.OrdinalIgnoreCase);

    /// <summary>Writes to some who have not answered.</summary>
    /// <param name="line">What is written besides, or null.</param>
    public static void Write(
        Viewing viewing,
        IChangeSession session,
        Entry meeting,
        Occurrence occurrence,
        IEnumerable<Silent> silent,
        AnswerDeadline? deadline,
        string? line
    )
    {
        var organiser = viewing.Users([meeting.Owner])[meeting.Owner];
        var (subject, text) = Words(viewing, occurrence, organiser, deadline, line);
        foreach (var who in silent.Select(s => s.Who))
            session.Write(viewing.Person, who, subject, text, new MailAbout(meeting.Owner, meeting.PublicId, meeting.Private));
    }

    public static (string Subject, string Text) Words(
        Viewing viewing,
        Occurrence occurrence,
        CalendarUser organiser,
        AnswerDeadline? deadline,
        string? line
    )
    {
        var town = viewing.ClockOf(organiser);
        return English.Reminder(
            occurrence.Title,
            English.When(occurrence.Time, organiser.HomeZone),
            town,
            organiser,
            viewing.Person,
            deadline is null ? null : English.AnswerBy(organiser.HomeZone.ToLocal(deadline.At), town, null, deadline.Then),
            line
        );
    }
}
