using System.Collections.Immutable;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>The calendars whose entries stand on somebody's lane, with the viewer's rights on each.</summary>
/// <param name="Owner">Whose lane it is.</param>
/// <param name="Rights">On the main one; what stands on the lane of itself, hours and absences, follows these.</param>
/// <param name="Followed">Those kept elsewhere; they follow the rights on the main one.</param>
internal sealed record LaneCalendars(
    UserId Owner,
    CalendarId Main,
    Rights Rights,
    ImmutableArray<(FurtherCalendar Calendar, Rights Rights)> Further,
    ImmutableArray<Followed> Followed
)
{
    /// <summary>What the viewer holds in all of the owner's calendars, and so in one that is kept no longer.</summary>
    public Rights OnAll { get; init; } = Rights.None;

    /// <summary>Those of somebody; of whom the viewer may know nothing, none.</summary>
    public static LaneCalendars Of(Viewing viewing, UserId owner) =>
        viewing.CalendarsOf([owner]).GetValueOrDefault(owner) ?? new LaneCalendars(owner, default, Rights.None, [], []);

    /// <summary>Every calendar to be read for the lane.</summary>
    public IEnumerable<CalendarId> Ids => [Main, .. Further.Select(f => f.Calendar.Calendar), .. Followed.Select(f => f.Calendar)];

    /// <summary>Whether the viewer may see anything of any of them.</summary>
    public bool AnythingSeen => Rights.Sight > Sight.Nothing || Further.Any(f => f.Rights.Sight > Sight.Nothing);

    /// <summary>One of the owner's own by its public id, or the main one where that is null or says so; null where there is none.</summary>
    public (CalendarId Id, Rights Rights)? Find(string? publicId)
    {
        if (publicId is null or CalendarChoiceView.MainId)
            return (Main, Rights);
        foreach (var (calendar, rights) in Further)
            if (calendar.PublicId == publicId)
                return (calendar.Calendar, rights);
        return null;
    }

    /// <summary>The name of the one calendar that a grant is for, empty for the main one; null for all.</summary>
    public string? NameOf(Grant grant)
    {
        if (grant.Calendar is not { } one)
            return null;
        return one == Main ? "" : Further.FirstOrDefault(f => f.Calendar.Calendar == one).Calendar?.Name ?? "one kept no longer";
    }

    /// <summary>The viewer's rights where an entry stands: on one of the owner's further calendars, or on the main one.</summary>
    public Rights RightsFor(Entry entry)
    {
        foreach (var further in Further)
            if (further.Calendar.Calendar == entry.Home)
                return further.Rights;
        return Keeps(entry) ? Rights : OnAll;
    }

    /// <summary>Whether it is the lane of a room or another resource.</summary>
    public bool OfResource { get; init; }

    /// <summary>
    /// What the viewer may know of an occurrence on this lane; null where it does not stand there or nothing of it may be known.
    /// </summary>
    public DisclosedEntry? Told(Viewing viewing, Occurrence occurrence)
    {
        var entry = occurrence.Entry;
        return Keeps(entry)
            ? Disclosure.Disclose(
                occurrence,
                Owner,
                viewing.Viewer,
                RightsFor(entry),
                viewing.Now,
                SharedFor(viewing, entry, occurrence.RecurrenceId)
            )
            : null;
    }

    /// <summary>The same, and besides what the lane's owner declined, for them and who speaks for them.</summary>
    public DisclosedEntry? ToldOrDeclined(Viewing viewing, Occurrence occurrence) =>
        Told(viewing, occurrence) ?? Disclosure.Declined(occurrence, Owner, viewing.Viewer, RightsFor(occurrence.Entry));

    /// <summary>
    /// The rights that count for what is shared of an entry: on the lane of a room those on the lanes of who meets there.
    /// </summary>
    public Rights SharedFor(Viewing viewing, Entry entry, LocalDateTime? recurrenceId) =>
        OfResource && entry.Kind == EntryKind.Meeting && entry.Owner != Owner
            ? Disclosure.InRoom(entry, recurrenceId, RightsFor(entry), viewing.RightsOnLane)
            : RightsFor(entry);

    /// <summary>An entry as it takes time on the lane.</summary>
    public Entry OnLane(Entry entry)
    {
        if (entry.Home == Main || entry.Owner != Owner)
            return entry;
        foreach (var (further, _) in Further)
            if (further.Calendar == entry.Home)
                return further.OnLane(entry);
        foreach (var followed in Followed)
            if (followed.Calendar == entry.Home)
                return followed.OnLane(entry);
        return entry;
    }

    /// <summary>
    /// Whether an entry of the owner's stands on a calendar that they still keep or follow; what others organise always does.
    /// </summary>
    public bool Keeps(Entry entry) => entry.Owner != Owner || entry.Home == Main || Ids.Contains(entry.Home);
}
