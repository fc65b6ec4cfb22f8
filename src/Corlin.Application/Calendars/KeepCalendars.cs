using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Text;

namespace Corlin.Application.Calendars;

/// <summary>Keeps a calendar beside somebody's main one.</summary>
/// <param name="Counts">Whether its entries take up time.</param>
[Change(ChangeKind.CalendarAdded, "added a calendar", MayTakeBack.BySpeaker)]
public sealed record AddCalendar(UserId Actor, UserId InNameOf, string Name, bool Counts) : IChange<AddedCalendar>
{
    public const int MostOfOne = 20;

    public AddedCalendar Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        session.CalendarOf(InNameOf);
        var others = session.FurtherOf([InNameOf]);
        if (others.Count >= MostOfOne)
            throw new RefusedException(RefusalKind.TooMany, null, MostOfOne.ToString(CultureInfo.InvariantCulture));
        var name = CalendarNames.Checked(others, Name);
        var change = session.Begin(ChangeKind.CalendarAdded, Actor, InNameOf, rights.Grant);
        var kept = session.CalendarStore.Save(new FurtherCalendar(default, "", InNameOf, name, Counts));
        return new AddedCalendar(kept.PublicId, change);
    }
}

/// <param name="Change">With it the adding can be undone.</param>
public sealed record AddedCalendar(string PublicId, long Change);

/// <summary>Calls a further calendar something else, or says whether it counts as taken.</summary>
/// <param name="Calendar">Its public id.</param>
[Change(ChangeKind.CalendarChanged, "changed a calendar", MayTakeBack.BySpeaker)]
public sealed record ChangeCalendar(UserId Actor, UserId InNameOf, string Calendar, string Name, bool Counts) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var stands = session.MustKeepCalendar(InNameOf, Calendar);
        var name = CalendarNames.Checked(session.FurtherOf([InNameOf]).Where(f => f != stands), Name);
        var change = session.Begin(ChangeKind.CalendarChanged, Actor, InNameOf, rights.Grant);
        session.CalendarStore.Save(stands with { Name = name, Counts = Counts });
        return change;
    }
}

/// <summary>Takes a further calendar away with all that stands on it.</summary>
/// <param name="Calendar">Its public id.</param>
[Change(ChangeKind.CalendarRemoved, "removed a calendar", MayTakeBack.BySpeaker)]
public sealed record RemoveCalendar(UserId Actor, UserId InNameOf, string Calendar) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var stands = session.MustKeepCalendar(InNameOf, Calendar);
        var change = session.Begin(ChangeKind.CalendarRemoved, Actor, InNameOf, rights.Grant);
        session.CalendarStore.Remove(stands);
        return change;
    }
}

/// <summary>Puts an appointment or a hold on another of its owner's calendars. A meeting stands on the main one.</summary>
/// <param name="Calendar">The public id of a further one; null for the main one.</param>
[Change(ChangeKind.PutOnCalendar, "moved to another calendar", MayTakeBack.ByWhoChangesEachEntry)]
public sealed record PutOnCalendar(UserId Actor, string Entry, string? Calendar) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (entry, rights) = session.MustChange(Actor, Entry);
        if (entry.Kind == EntryKind.Meeting)
            throw new RefusedException(RefusalKind.OnMainOnly, "calendar");
        var calendar = session.MustFindCalendar(Actor, entry.Owner, Calendar);
        session.MustAddTo(Actor, entry.Owner, calendar);
        // An appointment is known by its calendar and UID.
        if (session.ByUid(calendar, [entry.Uid]).Count > 0)
            throw new RefusedException(RefusalKind.ChangedSince);
        var change = session.Begin(ChangeKind.PutOnCalendar, Actor, entry.Owner, rights.Grant);
        session.EntryStore.Save(entry with { Home = calendar, Version = entry.Version + 1 });
        return change;
    }
}

internal static class CalendarNames
{
    /// <exception cref="RefusedException">It is none, too long, or another has it.</exception>
    public static string Checked(IEnumerable<FurtherCalendar> others, string name)
    {
        var trimmed = name.Trim();
        if (trimmed.Length is 0 or > FurtherCalendar.LongestName)
            throw new RefusedException(RefusalKind.BadInput, "name", trimmed);
        return others.Any(o => Plain.Of(o.Name) == Plain.Of(trimmed))
            ? throw new RefusedException(RefusalKind.NameTaken, "name", trimmed)
            : trimmed;
    }
}
