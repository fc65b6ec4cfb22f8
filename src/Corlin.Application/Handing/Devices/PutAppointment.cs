using System.Collections.Immutable;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Editing;
using Corlin.Core.Recurrence;

namespace Corlin.Application.Handing;

/// <summary>What a device says of an appointment, also of one that becomes a meeting by whom it asks.</summary>
internal sealed record PutAppointment(
    UserId Actor,
    DeviceCalendar Calendar,
    ImmutableArray<ScheduledPart> Parts,
    string? KeptOfMeeting,
    Func<Entry, Entry, string, bool>? SameBesidesCategory
)
{
    public Entry Make(IChangeSession session, Entry read)
    {
        var owner = Calendar.Owner.Id;
        var rights = session.MustAddTo(Actor, owner, Calendar.Id);
        RuleChecks.MustFit(read.Rule, read.Time);
        session.Begin(ChangeKind.AppointmentAdded, Actor, owner, rights.Grant);
        var made = session.EntryStore.Save(FromFile.New(read, Calendar.Id, owner, Actor, session.Now));
        Ask(session, made);
        return made;
    }

    /// <param name="told">As the device was told it.</param>
    /// <returns>Whether anything is otherwise than before.</returns>
    public bool Change(IChangeSession session, Entry told, Entry stands, Entry read)
    {
        var (_, rights) = session.MustChange(Actor, stands.PublicId);
        var becomes = FromFile.Taken(stands, WithUntold(told, stands, read)) with
        {
            Sequence = Math.Max(stands.Sequence, read.Sequence),
            RelatedTo = read.RelatedTo ?? stands.RelatedTo,
        };
        if (IsAsKept(session, stands, becomes))
            becomes = becomes with { Raw = stands.Raw };
        var asks = Asked(session).Count > 0;
        if (FromFile.SaysTheSame(stands, becomes) && !asks)
            return false;
        RuleChecks.MustFit(becomes.Rule, becomes.Time);
        session.Begin(ChangeKind.EntryChanged, Actor, stands.Owner, rights.Grant);
        var saved = session.EntryStore.Save(becomes);
        session.GoAlong(stands, stands.IsSeries ? stands.Time.LocalStart : null, saved);
        Ask(session, saved);
        return true;
    }

    /// <summary>What the device was not told it does not take away by not saying it.</summary>
    private static Entry WithUntold(Entry told, Entry stands, Entry read)
    {
        var tellsAgenda = told.Agenda == stands.Agenda;
        return read with
        {
            Agenda = tellsAgenda ? read.Agenda : stands.Agenda,
            // A device that shows plain words alone leaves those that look as they did.
            StyledAgenda =
                tellsAgenda && !ObjectText.Same(read.Agenda, stands.Agenda) ? read.StyledAgenda : read.StyledAgenda ?? stands.StyledAgenda,
            Link = told.Link == stands.Link ? read.Link : stands.Link,
            Raw = told.Raw == stands.Raw ? read.Raw : stands.Raw,
            Overrides = [.. read.Overrides.Select(o => WithUntold(told, stands, o))],
        };
    }

    private static Override WithUntold(Entry told, Entry stands, Override read)
    {
        Override? Of(Entry entry) =>
            entry.Overrides.FirstOrDefault(o => o.RecurrenceId == read.RecurrenceId && o.AndFollowing == read.AndFollowing);
        if (Of(stands) is not { } own || Of(told) == own)
            return read;
        return own with { Time = read.Time, Cancelled = read.Cancelled };
    }

    /// <summary>The category on the lane goes out with an entry, and comes back with it.</summary>
    private bool IsAsKept(IChangeSession session, Entry stands, Entry becomes)
    {
        var owner = Calendar.Owner.Id;
        return stands.MarkOn(owner).Category is { } category
            && session.Categories([owner]).FirstOrDefault(c => c.Id == category) is { } listed
            && SameBesidesCategory?.Invoke(stands, becomes, listed.Name) == true;
    }

    /// <summary>Whoever it asks is asked: from then on it is a meeting that the calendar's owner organises.</summary>
    private void Ask(IChangeSession session, Entry entry)
    {
        if (Asked(session) is not { Count: > 0 } asked)
            return;
        session.EntryStore.Save(entry with { Raw = KeptOfMeeting });
        new ChangeEntry(
            Actor,
            entry.PublicId,
            ToldInFiles.First(entry, Calendar.Owner)?.RecurrenceId,
            Reach.All,
            new EntryEdit(),
            new EntryEdit(),
            Asking: new Asking([.. asked], [])
        ).Apply(session);
    }

    /// <summary>Those whom its owner asks to it; what another organises is kept as a file would be.</summary>
    private List<Invited> Asked(IChangeSession session)
    {
        var own = ObjectText.AddressesOf(session, Calendar.Owner);
        var whole = Parts.FirstOrDefault(p => p.RecurrenceId is null);
        return whole?.Organiser is { } organiser && own.Contains(organiser)
            ? [.. whole.Attendees.Where(a => !own.Contains(a.Address)).Select(a => new Invited(a.Address, a.Role))]
            : [];
    }
}
