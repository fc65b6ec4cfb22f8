using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>To whom of a meeting is written.</summary>
public enum Circle
{
    Everyone,
    Required,

    /// <summary>Those who have not answered.</summary>
    Silent,

    /// <summary>Those outside.</summary>
    External,
}

/// <summary>Writes to those who are asked to a meeting, without changing it. What they write back is filed with it.</summary>
/// <param name="Subject">Null for the title of the meeting.</param>
[Change(ChangeKind.MailWritten, "wrote mail", MayTakeBack.BySpeaker)]
public sealed record WriteTo(UserId Actor, string Meeting, LocalDateTime? RecurrenceId, Circle Circle, string? Subject, string Text)
    : IChange<long>
{
    public const int LongestSubject = 200;

    public const int LongestText = 10_000;

    public long Apply(IChangeSession session)
    {
        MailWords.Check(Subject, Text);
        var (meeting, rights) = session.MustOrganise(Actor, Meeting);
        if (meeting.Status == MeetingStatus.Draft)
            throw new RefusedException(RefusalKind.NotSent);
        var parts = Agreement.For(meeting, RecurrenceId).Where(p => p.Who != Actor && p.Role != AttendeeRole.Resource).ToList();
        var people = session.Users([Actor, .. parts.Select(p => p.Who)]);
        var circle = parts
            .Where(p => IsIn(p, people[p.Who]))
            .Select(p => people[p.Who])
            .Where(p => p is { Kind: UserKind.Person, Address.Length: > 0 })
            .DistinctBy(p => p.Id)
            .ToList();
        if (circle.Count == 0)
            throw new RefusedException(RefusalKind.NoAttendee, "circle");
        var change = session.Begin(ChangeKind.MailWritten, Actor, meeting.Owner, rights.Grant);
        var subject = Subject is { Length: > 0 } ? Subject : meeting.Title;
        foreach (var to in circle)
            session.Write(people[Actor], to, subject, Text, new MailAbout(meeting.Owner, meeting.PublicId, meeting.Private));
        return change;
    }

    private bool IsIn(Participation part, CalendarUser who) =>
        Circle switch
        {
            Circle.Required => part.Role == AttendeeRole.Required,
            Circle.Silent => part.Answer == Answer.None,
            Circle.External => !who.Inside,
            _ => true,
        };
}

/// <summary>
/// Writes to who organises a meeting to which somebody is asked, without answering it. What they write back is filed with it.
/// </summary>
/// <param name="InNameOf">Who is invited to it.</param>
public sealed record WriteToOrganiser(UserId Actor, UserId InNameOf, string Meeting, LocalDateTime? RecurrenceId, string Text)
    : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        MailWords.Check(null, Text);
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var meeting = session.Entry(Meeting) ?? throw new RefusedException(RefusalKind.NotFound);
        var part = Agreement.Of(meeting, InNameOf, RecurrenceId);
        var hidden = (meeting.Private || part is { OwnPrivate: true }) && !rights.MaySpeakForPrivate;
        if (meeting.Kind != EntryKind.Meeting || meeting.Status == MeetingStatus.Draft || part is null || hidden)
            throw new RefusedException(RefusalKind.NotFound);
        var people = session.Users([Actor, meeting.Owner]);
        if (meeting.Owner == Actor || people[meeting.Owner] is not { Kind: UserKind.Person, Address.Length: > 0 } organiser)
            throw new RefusedException(RefusalKind.NoAttendee, "organiser");
        var change = session.Begin(ChangeKind.MailWritten, Actor, InNameOf, rights.Grant);
        session.Write(people[Actor], organiser, meeting.Title, Text, new MailAbout(InNameOf, meeting.PublicId, meeting.Private));
        return change;
    }
}

internal static class MailWords
{
    public static void Check(string? subject, string text)
    {
        if (subject?.Length > WriteTo.LongestSubject || subject?.AsSpan().IndexOfAny('\r', '\n') >= 0)
            throw new RefusedException(RefusalKind.BadInput, "subject", subject);
        if (string.IsNullOrWhiteSpace(text) || text.Length > WriteTo.LongestText)
            throw new RefusedException(RefusalKind.BadInput, "text", "");
    }
}
