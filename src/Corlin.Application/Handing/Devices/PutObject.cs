using System.Collections.Immutable;
using Corlin.Application.Files;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Refusals;

namespace Corlin.Application.Handing;

public enum PutOutcome
{
    Made,
    Changed,

    /// <summary>It says what stands there already.</summary>
    Unchanged,

    /// <summary>What stands there is not what the device last read.</summary>
    OutOfDate,

    /// <summary>What has that UID stands on the calendar under another name (RFC 4791 5.3.2.1).</summary>
    UidElsewhere,
}

/// <param name="At">Under which name what has that UID stands; null where that is not the matter.</param>
public sealed record PutDone(PutOutcome Outcome, string? At = null);

/// <summary>
/// Lays down what a device says of an entry: a new one, a change, or an answer. It is put into effect by the changes that the screens make,
/// so that it may do what its owner may, and no more.
/// </summary>
/// <param name="Calendar">The key of the calendar.</param>
/// <param name="Read">What it says, as the interchange read it.</param>
/// <param name="Parts">Who organises it and who is asked, as it says them.</param>
/// <param name="KeptOfMeeting">What of it Corlin does not use and is kept where it is a meeting here: nothing of people and alarms.</param>
/// <param name="Holds">Whether it may replace what stands there: one object or none.</param>
public sealed record PutObject(
    UserId Actor,
    string Calendar,
    string Name,
    Entry Read,
    ImmutableArray<ScheduledPart> Parts,
    string? KeptOfMeeting,
    Func<DeviceContent, bool> Holds
) : IChange<PutDone>
{
    /// <summary>
    /// Whether what is kept of an entry is what the device says of it, but for the category of that name, which stands on the lane.
    /// </summary>
    public Func<Entry, Entry, string, bool>? SameBesidesCategory { get; init; }

    public const int LongestName = 250;

    public const int LongestUid = 250;

    public PutDone Apply(IChangeSession session)
    {
        if (Name.Length > LongestName || Read.Uid.Length is 0 or > LongestUid)
            throw new RefusedException(RefusalKind.BadInput, "name", "The name or the UID");
        var viewing = new Viewing(session, Actor, session.Now);
        var calendar = DeviceCalendars.Find(viewing, Calendar) ?? throw new RefusedException(RefusalKind.NotFound);
        var objects = new DeviceObjects(viewing, calendar);
        var stands = objects.Find(Name);
        if (!Holds(objects.Content(stands is null ? [] : [stands])))
            return new PutDone(PutOutcome.OutOfDate);
        if (stands?.Stands is { } entry)
            return entry.Uid == Read.Uid ? Replace(session, calendar, stands, entry, Read)
                : entry.Uid == Beside ? Replace(session, calendar, stands, entry, Read with { Uid = Beside })
                : new PutDone(PutOutcome.UidElsewhere);
        // Taken time and absences are known among all there is; nothing is laid down in their place.
        if (objects.IsTakenTime(Name))
            throw new RefusedException(RefusalKind.MayNotChange);
        return Lay(session, viewing, calendar, objects);
    }

    private PutDone Replace(IChangeSession session, DeviceCalendar calendar, DeviceObject told, Entry stands, Entry read)
    {
        if (stands.Kind == EntryKind.Hold)
            throw new RefusedException(RefusalKind.MayNotChange);
        if (stands.Kind == EntryKind.Appointment)
            return Said(Appointment(calendar).Change(session, told.Told!, stands, read));
        return Said(
            stands.Owner == calendar.Owner.Id
                ? new PutMeeting(Actor, calendar, Parts).Change(session, told.Told!, stands, read)
                : new PutAnswer(Actor, calendar, Parts).Change(session, told.Told!, stands, read)
        );
    }

    private PutAppointment Appointment(DeviceCalendar calendar) => new(Actor, calendar, Parts, KeptOfMeeting, SameBesidesCategory);

    private static PutDone Said(bool changed) => new(changed ? PutOutcome.Changed : PutOutcome.Unchanged);

    private PutDone Lay(IChangeSession session, Viewing viewing, DeviceCalendar calendar, DeviceObjects objects)
    {
        var owner = calendar.Owner.Id;
        if (!calendar.IsMain || session.AskedTo(owner, [Read.Uid]).GetValueOrDefault(Read.Uid) is not { } asked)
            return Lay(session, calendar, objects, Read);
        if (objects.Of(asked) is { } there)
            return new PutDone(PutOutcome.UidElsewhere, there.Name);
        var isPrivate = asked.HoldsPrivate || asked.Participations.Any(p => p.Who == owner && p.OwnPrivate);
        if (!viewing.Viewer.StandsFor(owner, isPrivate))
            return Lay(session, calendar, objects, Read with { Uid = Beside });
        // What was declined left the calendar; a device that still has it answers otherwise.
        session.DeviceStore.Name(calendar.Id, asked.Id, Name);
        return Said(new PutAnswer(Actor, calendar, Parts).Change(session, asked, asked, Read));
    }

    /// <summary>What the device may not know of is not told from what is not there: its own stands beside it, under another UID.</summary>
    private PutDone Lay(IChangeSession session, DeviceCalendar calendar, DeviceObjects objects, Entry read)
    {
        if (session.ByUid(calendar.Id, [read.Uid]).GetValueOrDefault(read.Uid) is { } same)
        {
            if (objects.Of(same) is { } there)
                return new PutDone(PutOutcome.UidElsewhere, there.Name);
            if (same is { Status: MeetingStatus.Cancelled, Kind: EntryKind.Appointment } && session.WhyNotChange(Actor, same) is null)
            {
                session.DeviceStore.Name(calendar.Id, same.Id, Name);
                Appointment(calendar).Change(session, same, same, read);
                return new PutDone(PutOutcome.Made);
            }

            return read.Uid == Beside
                ? throw new RefusedException(RefusalKind.MayNotAdd)
                : Lay(session, calendar, objects, read with { Uid = Beside });
        }

        var made = Appointment(calendar).Make(session, read);
        session.DeviceStore.Name(calendar.Id, made.Id, Name);
        return new PutDone(PutOutcome.Made);
    }

    private string Beside => ImportEntries.Beside(Actor, Read.Uid);
}
