using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.People;

/// <summary>Where mail to somebody is to go, which waits.</summary>
/// <param name="Words">Who asks for it, since when, and what it waits for.</param>
/// <param name="MayDecide">Whether the viewer takes it or leaves the one before.</param>
/// <param name="MayTakeBack">Whether the viewer asked for it.</param>
public sealed record WaitingAddressView(long Id, string Address, string Words, bool MayDecide, bool MayTakeBack);

/// <summary>Addresses that wait for an administrator, and those that became others lately.</summary>
internal static class AddressesThatWait
{
    private const int Most = 50;

    /// <summary>So long whoever arranges something is told that mail to somebody goes elsewhere.</summary>
    private static readonly Duration Lately = Duration.FromDays(30);

    private static readonly Duration DecideWithin = Duration.FromDays(3);

    /// <summary>A row each for who manages people.</summary>
    public static IEnumerable<QueueRow> Read(Viewing viewing)
    {
        if (!viewing.Store.IsAdministrator(viewing.Person.Id))
            return [];
        var waiting = viewing.Store.WaitingAddresses(Most);
        var people = viewing.Users(waiting.SelectMany(w => new[] { w.Who, w.By }));
        return waiting.Select(w => new QueueRow(
            $"address-{w.Id}",
            "Decide",
            viewing.View(people[w.Who]),
            people[w.Who].Name,
            $"mail is to go to {w.Address}",
            "Asked",
            "doubt",
            $"by {(w.By == w.Who ? "themselves" : people[w.By].Name)} {English.Moment(viewing.Zone.ToLocal(w.At), viewing.Today)}; now it goes to {people[w.Who].Address}",
            null,
            null,
            null,
            null,
            LaneViews.Ms(w.At + DecideWithin),
            Address: w.Id
        ));
    }

    public static WaitingAddressView? Of(Viewing viewing, CalendarUser who, bool administrator)
    {
        if (viewing.Store.WaitingAddressOf(who.Id) is not { } waiting)
            return null;
        var by = viewing.Users([waiting.By])[waiting.By];
        var asker = by.Id == viewing.Person.Id ? "You" : by.Name;
        var until = waiting.KeyHash is null ? "An administrator decides" : "It waits for the letter that went there to be opened";
        return new WaitingAddressView(
            waiting.Id,
            waiting.Address,
            $"{asker} asked for it {English.Moment(viewing.Zone.ToLocal(waiting.At), viewing.Today)}. {until}.",
            administrator,
            by.Id == viewing.Person.Id
        );
    }

    /// <summary>
    /// A sentence of each whose mail goes elsewhere since lately: an invitation to them goes where somebody said a few days ago.
    /// </summary>
    public static IEnumerable<string> ChangedLately(Viewing viewing, IReadOnlyCollection<CalendarUser> asked)
    {
        var there = asked.Where(w => w.Id.Value > 0).ToDictionary(w => w.Id);
        var changes = viewing.Store.AddressChangesSince(there.Keys, viewing.Now - Lately);
        var by = viewing.Users(changes.Values.Select(c => c.By));
        return changes.Values.Select(c =>
            $"Mail to {there[c.Who].Name} goes to {there[c.Who].Address} since {English.ShortDay(viewing.Zone.ToLocal(c.At).Date)}, by {by[c.By].Name}; before, it went to {c.Was}."
        );
    }
}
