using System.Collections.Immutable;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>
/// What a device says of a meeting that the calendar's owner organises (RFC 6638 3.2.1): the whole first, then single occurrences, each by
/// the change that a screen would make.
/// </summary>
internal sealed record PutMeeting(UserId Actor, DeviceCalendar Calendar, ImmutableArray<ScheduledPart> Parts)
{
    /// <summary>More than these are not changed at once.</summary>
    private const int MostOccurrences = 200;

    /// <returns>Whether anything is otherwise than before.</returns>
    public bool Change(IChangeSession session, Entry told, Entry stands, Entry read)
    {
        if (read.Overrides.Any(o => o.AndFollowing && told.Overrides.All(t => t != o)))
            throw new RefusedException(RefusalKind.OfTheWhole, "reach");
        var changed = Whole(session, told, stands, read);
        // What was said of the whole moved what was said of its parts along.
        var now = changed ? Told(session, stands) : told;
        var left = Left(now, read);
        var edits = Edited(now, read);
        if (left.Count + edits.Count > MostOccurrences)
            throw new RefusedException(RefusalKind.TooMany, null, $"{MostOccurrences} occurrences");
        foreach (var id in left)
            new CancelEntry(Actor, stands.PublicId, id, Reach.ThisOne).Apply(session);
        foreach (var (id, edit) in edits)
            new ChangeEntry(Actor, stands.PublicId, id, Reach.ThisOne, edit, new EntryEdit()).Apply(session);
        return changed || left.Count + edits.Count > 0;
    }

    private Entry Told(IChangeSession session, Entry stands) =>
        new DeviceObjects(new Viewing(session, Actor, session.Now), Calendar).Of(session.Entry(stands.PublicId)!)?.Told
        ?? throw new RefusedException(RefusalKind.NotFound);

    private bool Whole(IChangeSession session, Entry told, Entry stands, Entry read)
    {
        var first = ToldInFiles.First(told, Calendar.Owner)?.RecurrenceId;
        var edit = new EntryEdit
        {
            Time = told.Time.SaysTheSame(read.Time) ? null : At(told, read, first),
            Title = Edited(told.Title, read.Title),
            Place = Edited(told.Place, read.Place),
            Agenda = Edited(told.Agenda, read.Agenda),
            StyledAgenda = Edited(told.Agenda, read.Agenda) is null ? null : read.StyledAgenda,
            Link = Edited(told.Link, read.Link),
            Private = told.Private == read.Private ? null : read.Private,
            Takes = told.Takes == read.Takes ? null : read.Takes,
            Repeat = ObjectText.Rule(told) == ObjectText.Rule(read) ? null : new Repeat(read.Rule),
        };
        var asking = Asking(session, told);
        if (edit == new EntryEdit() && asking is null)
            return false;
        new ChangeEntry(Actor, stands.PublicId, first, Reach.All, edit, new EntryEdit(), Asking: asking).Apply(session);
        return true;
    }

    /// <summary>The edit is made at an occurrence, which moves as the series does.</summary>
    private static EntryTime At(Entry told, Entry read, LocalDateTime? first) =>
        first is { } id
            ? read.Time.StartingAt(
                id + Period.Between(told.Time.LocalStart, read.Time.LocalStart, PeriodUnits.Days | PeriodUnits.AllTimeUnits)
            )
            : read.Time;

    private static string? Edited(string? told, string? read) => ObjectText.Same(told, read) ? null : read ?? "";

    /// <summary>Whom the device asks besides, and whom no longer; null where they are the same.</summary>
    /// <param name="told">Whom the device was not told of, it takes out of nothing.</param>
    private Asking? Asking(IChangeSession session, Entry told)
    {
        var own = ObjectText.AddressesOf(session, Calendar.Owner);
        if (Parts.FirstOrDefault(p => p.RecurrenceId is null) is not { } whole)
            return null;
        var people = session.Users(told.Participations.Select(p => p.Who));
        var asked = told
            .Participations.Where(p => p.RecurrenceId is null && !p.NotAsked)
            .Select(p => (people[p.Who].PublicId, Addresses: ObjectText.AddressesOf(session, people[p.Who])))
            .ToList();
        var added = whole
            .Attendees.Where(a => !own.Contains(a.Address) && !asked.Exists(p => p.Addresses.Contains(a.Address)))
            .Select(a => new Invited(a.Address, a.Role))
            .ToImmutableArray();
        var removed = asked
            .Where(p => !whole.Attendees.Any(a => p.Addresses.Contains(a.Address)))
            .Select(p => p.PublicId)
            .ToImmutableArray();
        return added.IsEmpty && removed.IsEmpty ? null : new Asking(added, removed);
    }

    /// <summary>The occurrences that the device left out or cancelled, and that take place.</summary>
    private List<LocalDateTime> Left(Entry told, Entry read) =>
        [
            .. read
                .Exceptions.Concat(read.Overrides.Where(o => o.Cancelled).Select(o => o.RecurrenceId))
                .Distinct()
                .Where(id => Occurrences.Find(told, id, Calendar.Owner.HomeZone) is not null),
        ];

    /// <summary>What the device says of single occurrences that is otherwise than it was told.</summary>
    private List<(LocalDateTime Id, EntryEdit Edit)> Edited(Entry told, Entry read)
    {
        if (!told.IsSeries)
            return [];
        var zone = Calendar.Owner.HomeZone;
        return
        [
            .. read
                .Overrides.Where(o => !o.Cancelled)
                .Concat(told.Overrides)
                .Where(o => !o.AndFollowing)
                .Select(o => o.RecurrenceId)
                .Distinct()
                .Where(id => !read.Exceptions.Contains(id) && !read.Overrides.Any(o => o.Cancelled && o.RecurrenceId == id))
                .Select(id => (Id: id, Was: Occurrences.Find(told, id, zone), Becomes: Occurrences.Find(read, id, zone)))
                .Where(o => o is { Was: not null, Becomes: not null })
                .Select(o => (o.Id, Edit: Edited(o.Was!, o.Becomes!)))
                .Where(o => o.Edit != new EntryEdit()),
        ];
    }

    private static EntryEdit Edited(Occurrence was, Occurrence becomes) =>
        new()
        {
            Time = was.Time.SaysTheSame(becomes.Time) ? null : becomes.Time,
            Title = Edited(was.Title, becomes.Title),
            Place = Edited(was.Place, becomes.Place),
            // These belong to the whole: said of one alone they are refused, with the reason.
            Agenda = Edited(was.Agenda, becomes.Agenda),
            Link = Edited(was.Link, becomes.Link),
        };
}
