using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Access;

/// <summary>A day of somebody's lane as somebody else sees it, beside the lane as it is.</summary>
/// <param name="Words">"Ines reads 4 of 7 titles."</param>
/// <param name="True">As the viewer sees it.</param>
/// <param name="Theirs">As the other sees it; of what the viewer may not know no more than the viewer is told.</param>
public sealed record AsSeenView(
    long Now,
    string Name,
    string Words,
    string Date,
    string Label,
    long Start,
    long End,
    bool Today,
    int Week,
    IReadOnlyList<ZoneView> Zones,
    LaneView True,
    LaneView Theirs
);

/// <param name="Receiver">A public id, or inside or outside for who holds nothing but the default.</param>
/// <param name="Owner">Whose lane it is; the viewer must be its owner or pass on what they hold there.</param>
/// <param name="Date">Today where none is given.</param>
public sealed record ReadAs(UserId Viewer, string Receiver, string Owner, LocalDate? Date, Instant Now)
{
    public AsSeenView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = (ReadAccess.Find(viewing, Owner) ?? throw new RefusedException(RefusalKind.NotFound)).Who;
        var (name, given, other) = Other(viewing, owner);
        var date = Date ?? viewing.Today;
        var day = viewing.Zone.Day(date);
        var mine = LaneReading.Read(viewing, [owner], day)[0];
        var theirs = Least(mine, LaneReading.Read(other, [owner], day)[0]);
        var read = theirs.Entries.Count(e => e.Told.Sight >= Sight.Headlines);
        return new AsSeenView(
            LaneViews.Ms(Now),
            name,
            Words(given, read, mine.Entries.Length, theirs),
            LocalDatePattern.Iso.Format(date),
            English.Day(date),
            LaneViews.Ms(day.Start),
            LaneViews.Ms(day.End),
            date == viewing.Today,
            NodaTime.Calendars.WeekYearRules.Iso.GetWeekOfWeekYear(date),
            viewing.ZonesOf([owner], day),
            LaneViews.View(viewing, mine, day),
            LaneViews.View(other, theirs, day)
        );
    }

    private (string Name, string Given, Viewing Seen) Other(Viewing viewing, CalendarUser owner)
    {
        if (Receiver is "inside" or "outside")
        {
            var inside = Receiver == "inside";
            var name = inside ? "Everyone inside" : "Everyone else";
            return (name, name, new Viewing(viewing, [.. viewing.Store.GrantsIn([owner.Id]).Where(g => g.Receiver is null)], inside));
        }

        var who = viewing.Find(Receiver) ?? throw new RefusedException(RefusalKind.PersonUnknown, "who", Receiver);
        if (who.Kind != UserKind.Group)
            return (who.Name, who.GivenName, new Viewing(viewing.Store, who.Id, Now));
        return (
            who.Name,
            who.Name,
            new Viewing(viewing, [.. viewing.Store.GrantsIn([owner.Id]).Where(g => g.Receiver == who.Id || g.Receiver is null)], who.Inside)
        );
    }

    /// <summary>The lane of another, cut down to what the viewer is told.</summary>
    private static Lane Least(Lane mine, Lane theirs)
    {
        var known = mine.Entries.ToDictionary(e => (e.Occurrence.Entry.Id, e.Occurrence.RecurrenceId));
        return theirs with
        {
            Entries =
            [
                .. theirs
                    .Entries.Where(e => known.ContainsKey((e.Occurrence.Entry.Id, e.Occurrence.RecurrenceId)))
                    .Select(e => (Theirs: e, Mine: known[(e.Occurrence.Entry.Id, e.Occurrence.RecurrenceId)]))
                    .Select(e => e.Theirs with { Told = Disclosure.Least(e.Mine.Told, e.Theirs.Told) }),
            ],
            Where = mine.Where < theirs.Where ? mine.Where : theirs.Where,
            Days = mine.Known ? theirs.Days : mine.Days,
            Hours = mine.Known ? theirs.Hours : mine.Hours,
            DaysOff = mine.Known ? theirs.DaysOff : mine.DaysOff,
            Absences = [.. theirs.Absences.Join(mine.Absences, t => t.Id, m => m.Id, (t, m) => Absence.Least(m, t))],
            NoGo = mine.NoGo.IsEmpty ? [] : theirs.NoGo,
            Followed = mine.Followed.IsEmpty ? [] : theirs.Followed,
        };
    }

    private static string Words(string name, int read, int all, Lane theirs)
    {
        if (!theirs.Known)
            return $"{name} may see nothing here.";
        if (all == 0)
            return "Nothing scheduled on this day.";
        if (read == all)
            return $"{name} reads every title.";
        return read == 0 ? $"{name} reads no title, only when time is taken." : $"{name} reads {read} of {all} titles.";
    }
}
