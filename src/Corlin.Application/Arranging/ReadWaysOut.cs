using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Slots;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Arranging;

/// <summary>What one press can do about something that has no room on a lane.</summary>
/// <param name="Clear">How its time could be cleared; null where it cannot.</param>
/// <param name="Instead">Of an invitation, other times that could be offered to who asks; null where there are none.</param>
public sealed record WaysOutView(ClearView? Clear, InsteadView? Instead);

/// <param name="Words">"Move Stand-up to 14:30".</param>
/// <param name="Notified">Who hears of it: "two people are notified".</param>
public sealed record ClearView(string Words, string Notified, IReadOnlyList<RoomMoveView> Moves);

/// <param name="Words">"Thursday 14:00, Friday 09:30 or Monday 15 March 10:00": by the viewer's clock.</param>
/// <param name="Line">The same for who asks, by their clock where it is known.</param>
public sealed record InsteadView(string Words, string Line);

/// <param name="Who">The public id of whose lane it stands on, for whom the viewer speaks.</param>
public sealed record ReadWaysOut(UserId Viewer, string Who, string Entry, LocalDateTime? RecurrenceId, Instant Now)
{
    private const int Offered = 3;

    /// <summary>In so many days other times are looked for.</summary>
    private const int DaysOn = 10;

    public WaysOutView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        return Clearing.Find(viewing, Who, Entry, RecurrenceId) is { } clearing
            ? new WaysOutView(Clear(viewing, clearing), Instead(viewing, clearing))
            : new WaysOutView(null, null);
    }

    private static ClearView? Clear(Viewing viewing, Clearing clearing)
    {
        if (clearing.Cheapest(viewing) is not var (question, plan))
            return null;
        var moves = plan.Moves.Select(m => (Entry: question.Entries[m.Key], m.To)).ToList();
        var notified = moves.SelectMany(m => ReadRoom.Notified(viewing, m.Entry)).Distinct().Count();
        string To(MovableEntry entry, Stretch to) =>
            $"{entry.Entry.Told.Title} {English.MovedTo(viewing.Zone.ToLocal(entry.Stretch.Start), viewing.Zone.ToLocal(to.Start))}";
        return new ClearView(
            $"Move {English.And([.. moves.Select(m => To(m.Entry, m.To))])}",
            notified == 0 ? "nobody is notified" : $"{English.Count(notified, "person is", "people are")} notified",
            [.. moves.Select(m => ReadRoom.Move(m.Entry, m.To))]
        );
    }

    /// <summary>The best of the free slots of both, as far as the viewer knows who asks; soonest first.</summary>
    private InsteadView? Instead(Viewing viewing, Clearing clearing)
    {
        var (told, organiser) = (clearing.Told, viewing.Users([clearing.Occurrence.Entry.Owner])[clearing.Occurrence.Entry.Owner]);
        if (
            organiser.Id == clearing.Who.Id
            || Agreement.Of(clearing.Occurrence.Entry, clearing.Who.Id, clearing.Occurrence.RecurrenceId) is null
            || !clearing.IsSought(viewing)
        )
            return null;
        var search = clearing.Search(viewing) with
        {
            Required = organiser.PublicId.Length == 0 ? [] : [organiser.PublicId],
            From = viewing.Today,
            To = viewing.Today.PlusDays(DaysOn),
        };
        var found = search
            .Run(viewing.Store)
            .Slots.Select(s => new Stretch(Instant.FromUnixTimeMilliseconds(s.Start), Instant.FromUnixTimeMilliseconds(s.End)))
            .Where(s => !s.Overlaps(told.Stretch))
            .Take(Offered)
            .OrderBy(s => s.Start)
            .ToList();
        if (found.Count == 0)
            return null;
        var zone = organiser.ZoneKnown ? organiser.HomeZone : viewing.Zone;
        return new InsteadView(
            English.Or([.. found.Select(s => Here(viewing, clearing.Who, s.Start))]),
            $"These would suit: {English.Or([.. found.Select(s => There(zone.ToLocal(s.Start)))])} ({Zones.City(zone.Id)} time)."
        );
    }

    private static string There(LocalDateTime local) => $"{English.Day(local.Date)} {English.Time(local.TimeOfDay)}";

    /// <summary>By the viewer's clock, with the hour of whose time it is where they live by another.</summary>
    private static string Here(Viewing viewing, CalendarUser who, Instant start)
    {
        var (here, theirs) = (viewing.Zone.ToLocal(start), who.HomeZone.ToLocal(start));
        var told = $"{English.NearDay(here.Date, viewing.Today)} {English.Time(here.TimeOfDay)}";
        if (here == theirs)
            return told;
        var day = here.Date == theirs.Date ? "" : $"{theirs.DayOfWeek} ";
        return $"{told} ({day}{English.Time(theirs.TimeOfDay)} {viewing.ClockOf(who)})";
    }
}
