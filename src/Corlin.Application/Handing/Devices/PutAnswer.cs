using System.Collections.Immutable;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>
/// What a device says of a meeting to which the calendar's owner is asked (RFC 6638 3.2.2): their answer to all of it or to one of it, and
/// how private it is on their lane. Anything else is the organiser's.
/// </summary>
internal sealed record PutAnswer(UserId Actor, DeviceCalendar Calendar, ImmutableArray<ScheduledPart> Parts)
{
    private const int LongestComment = 500;

    /// <returns>Whether anything is otherwise than before.</returns>
    public bool Change(IChangeSession session, Entry told, Entry stands, Entry read)
    {
        if (SaysOtherwise(told, read))
            throw new RefusedException(RefusalKind.NotTheOrganiser);
        var owner = Calendar.Owner.Id;
        var changed = false;
        foreach (var (id, answer, comment) in Answers(session, told, stands, read))
        {
            var now = session.Entry(stands.PublicId)!;
            if (Agreement.Of(now, owner, id) is not { } part || part.Answer == answer)
                continue;
            new AnswerInvitation(Actor, owner, stands.PublicId, id, answer, comment, null).Apply(session);
            changed = true;
        }

        if (told.Private != read.Private && !stands.Private)
        {
            new Calendars.KeepPartPrivate(Actor, owner, stands.PublicId, read.Private).Apply(session);
            changed = true;
        }

        return changed;
    }

    /// <summary>Whether it says another time, title, place, agenda or repetition than stands.</summary>
    private bool SaysOtherwise(Entry told, Entry read)
    {
        if (
            !told.Time.SaysTheSame(read.Time)
            || !ObjectText.Same(told.Title, read.Title)
            || !ObjectText.Same(told.Place, read.Place)
            || !ObjectText.Same(told.Agenda, read.Agenda)
            || ObjectText.Rule(told) != ObjectText.Rule(read)
        )
            return true;
        var zone = Calendar.Owner.HomeZone;
        foreach (var changed in read.Overrides.Where(o => !o.Cancelled))
        {
            // One that is not there for them is not asked about.
            if (Occurrences.Find(told, changed.RecurrenceId, zone) is not { } was)
                return true;
            if (
                Occurrences.Find(read, changed.RecurrenceId, zone) is not { } said
                || !was.Time.SaysTheSame(said.Time)
                || !ObjectText.Same(was.Title, said.Title)
                || !ObjectText.Same(was.Place, said.Place)
            )
                return true;
        }

        return false;
    }

    /// <summary>The whole first: what is said of single occurrences holds beside it.</summary>
    private IEnumerable<(LocalDateTime? Id, Answer Answer, string? Comment)> Answers(
        IChangeSession session,
        Entry told,
        Entry stands,
        Entry read
    )
    {
        var addresses = ObjectText.AddressesOf(session, Calendar.Owner);
        foreach (var part in Parts.OrderBy(p => p.RecurrenceId is not null))
        {
            if (part.Attendees.FirstOrDefault(a => addresses.Contains(a.Address)) is not { } own || own.Answer == Answer.None)
                continue;
            if (own.Answer == Answer.Delegated)
                throw new RefusedException(RefusalKind.BadInput, "answer", "Sending somebody else from a device");
            foreach (var id in Concerned(told, stands, part))
                yield return (id, own.Answer, Comment(part));
        }

        // One that the device took out of a series is one to which they do not come.
        foreach (var id in read.Exceptions.Where(x => Occurrences.Find(told, x, Calendar.Owner.HomeZone) is not null))
            yield return (id, Answer.Declined, null);
    }

    /// <summary>Who is asked to some occurrences alone answers each of them.</summary>
    private IEnumerable<LocalDateTime?> Concerned(Entry told, Entry stands, ScheduledPart part)
    {
        if (part.RecurrenceId is { } moment)
            return [told.Time.WallZone is { } zone ? zone.ToLocal(moment) : Calendar.Owner.HomeZone.ToLocal(moment).Date.AtMidnight()];
        var own = stands.Participations.Where(p => p.Who == Calendar.Owner.Id && !p.NotAsked).ToList();
        return own.Exists(p => p.RecurrenceId is null) ? [null] : own.Select(p => p.RecurrenceId);
    }

    private static string? Comment(ScheduledPart part) =>
        part.Text.Line?.Trim() is { Length: > 0 and <= LongestComment } comment ? comment : null;
}
