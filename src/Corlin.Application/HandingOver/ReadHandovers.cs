using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Waiting;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.HandingOver;

/// <summary>The handovers that concern the viewer, and what they could hand over now.</summary>
/// <param name="Standing">Those that are not over, and those that ended lately.</param>
public sealed record HandoversView(PersonView Viewer, IReadOnlyList<HandoverHeadView> Standing, IReadOnlyList<OpenForView> Open);

/// <param name="Words">"Noor Haddad is away to 12 March and leaves you 7 things."</param>
/// <param name="Over">The last day has passed.</param>
public sealed record HandoverHeadView(long Id, PersonView Away, PersonView Cover, string Words, bool Over);

/// <summary>What is open for one principal.</summary>
public sealed record OpenForView(PersonView Principal, IReadOnlyList<QueueRow> Rows);

public sealed record ReadHandovers(UserId Viewer, Instant Now)
{
    private const int Most = 20;

    /// <summary>For so long after the last day it is still shown, to be read on return.</summary>
    private const int DaysAfter = 7;

    public HandoversView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var open = OpenItems.Read(viewing, viewing.Principals).ToLookup(r => r.For.Id);
        return new HandoversView(
            viewing.View(viewing.Person),
            Heads(viewing),
            [.. viewing.Principals.Select(p => new OpenForView(viewing.View(p), [.. open[p.PublicId]]))]
        );
    }

    internal static IReadOnlyList<HandoverHeadView> Heads(Viewing viewing)
    {
        var standing = viewing.Store.HandoversOf(viewing.Person.Id, viewing.Today.PlusDays(-DaysAfter), Most);
        var people = viewing.Users(standing.SelectMany(h => new[] { h.Away, h.Cover }));
        return
        [
            .. standing.Select(h => new HandoverHeadView(
                h.Number,
                viewing.View(people[h.Away]),
                viewing.View(people[h.Cover]),
                Words(viewing, h, people),
                viewing.Today > h.Last
            )),
        ];
    }

    internal static string Words(Viewing viewing, Handover handover, IReadOnlyDictionary<UserId, CalendarUser> people)
    {
        var (away, cover) = (people[handover.Away], people[handover.Cover]);
        var things = English.Count(handover.Items.Length, "thing", "things");
        var last = English.ShortDay(handover.Last);
        var mine = handover.Away == viewing.Person.Id;
        if (viewing.Today > handover.Last)
            return mine ? $"{cover.Name} covered for you to {last}." : $"You covered for {away.Name} to {last}.";
        if (viewing.Today < handover.First)
            return mine
                ? $"From {English.ShortDay(handover.First)} to {last} you leave {cover.Name} {things}."
                : $"From {English.ShortDay(handover.First)} to {last} {away.Name} leaves you {things}.";
        return mine ? $"To {last} you leave {cover.Name} {things}." : $"{away.Name} is away to {last} and leaves you {things}.";
    }
}
