using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Access;

/// <summary>What one row of the table of access holds.</summary>
/// <param name="Key">The row: a public id, or inside or outside for a default.</param>
public sealed record AccessCellsView(string Key, IReadOnlyList<AccessCellView> Cells);

/// <summary>What somebody holds in somebody's calendars.</summary>
/// <param name="Calendar">Which of the calendars, by its place in their list.</param>
/// <param name="Sight">On the main one, all grants taken together, those through groups too.</param>
/// <param name="Beside">What differs on further calendars: "everything in Eastern pilot"; null where nothing does.</param>
/// <param name="Ends">"to 26 March", "from 22 March"; null where nothing is dated.</param>
/// <param name="Through">A group gives it to them too.</param>
public sealed record AccessCellView(
    int Calendar,
    Sight Sight,
    Acting Acting,
    bool Private,
    bool Own,
    string? Ends,
    bool Through,
    string? Beside
);

/// <param name="Of">Whose calendar it is about, by public id; null for all in which the viewer grants.</param>
/// <param name="Rows">The rows, at most <see cref="Most"/>; those beyond are left out.</param>
public sealed record ReadAccessCells(UserId Viewer, string? Of, IReadOnlyList<string> Rows, Instant Now)
{
    /// <summary>What a window of usual height shows, with what it draws beyond its edge.</summary>
    public const int Most = 16;

    public IReadOnlyList<AccessCellsView> Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        return Cells(viewing, ReadAccess.Calendars(viewing, Of));
    }

    internal IReadOnlyList<AccessCellsView> Cells(Viewing viewing, IReadOnlyList<ReadAccess.Managed> calendars)
    {
        var owners = calendars.Select(c => c.Who.Id).ToList();
        var place = owners.Select((o, i) => (o, i)).ToDictionary(o => o.o, o => o.i);
        var asked = Rows.Take(Most).ToList();
        var people = viewing.Store.Users([.. asked.Where(k => k is not ("inside" or "outside"))]);
        var groupsOf = viewing.Store.GroupsOf([.. people.Values.Where(u => u.Kind == UserKind.Person).Select(u => u.Id)]);
        var grants = viewing
            .Store.GrantsIn(owners, [.. people.Values.Select(p => p.Id).Concat(groupsOf.SelectMany(g => g))], asked.Count > people.Count)
            .Where(g => !g.IsOverAt(Now))
            .ToList();
        var defaults = grants.Where(g => g.Receiver is null).ToLookup(g => g.Inside);
        var most = new[] { true, false }.ToDictionary(side => side, viewing.Store.CeilingFor);
        var held = grants.Where(g => g.Receiver is not null).ToLookup(g => g.Receiver!.Value);
        return
        [
            .. asked.Select(key => new AccessCellsView(
                key,
                key switch
                {
                    "inside" => [.. Cells(calendars, defaults[true], place, true, null, most[true])],
                    "outside" => [.. Cells(calendars, defaults[false], place, false, null, most[false])],
                    _ when people.TryGetValue(key, out var who) =>
                    [
                        .. Own(who, place),
                        .. Cells(
                            calendars,
                            held[who.Id].Concat(groupsOf[who.Id].SelectMany(g => held[g])),
                            place,
                            who.Inside,
                            who.Id,
                            most[who.Inside]
                        ),
                    ],
                    _ => [],
                }
            )),
        ];
    }

    private static IEnumerable<AccessCellView> Own(CalendarUser who, Dictionary<UserId, int> place)
    {
        if (place.TryGetValue(who.Id, out var own))
            yield return new AccessCellView(own, Sight.Everything, Acting.SpeakFor, true, true, null, false, null);
    }

    private IEnumerable<AccessCellView> Cells(
        IReadOnlyList<ReadAccess.Managed> calendars,
        IEnumerable<Grant> grants,
        Dictionary<UserId, int> place,
        bool inside,
        UserId? receiver,
        Ceiling ceiling
    )
    {
        foreach (var on in grants.GroupBy(g => g.Owner))
        {
            if (on.Key == receiver)
                continue;
            var holds = on.Any(g => g.HoldsAt(Now));
            // What only begins later is shown as it will be.
            var counting = on.Where(g => !holds || g.HoldsAt(Now))
                .Select(g => g.Terms.From is null ? g : g with { Terms = g.Terms with { From = null } })
                .ToList();
            var at = place[on.Key];
            var rights = On(counting, calendars[at].Of.Main, inside, ceiling);
            yield return new AccessCellView(
                at,
                rights.Sight,
                rights.Acting,
                rights.Private,
                false,
                Ends(on, calendars[at].Who, holds),
                on.Any(g => g.Receiver is not null && g.Receiver != receiver),
                Beside(counting, calendars[at].Of, rights, inside, ceiling)
            );
        }
    }

    /// <summary>What is held there as far as the organisation allows it.</summary>
    private Rights On(List<Grant> grants, CalendarId calendar, bool inside, Ceiling ceiling) =>
        Rights.Combine(grants.Where(g => g.IsOn(calendar)), inside, Now, ceiling);

    /// <summary>What is held otherwise on further calendars, as far as the viewer knows these.</summary>
    private string? Beside(List<Grant> grants, LaneCalendars calendars, Rights main, bool inside, Ceiling ceiling)
    {
        if (calendars.Further.IsEmpty)
            return null;
        var beside = calendars
            .Further.Where(f => f.Rights.Sight >= Sight.Headlines)
            .Select(f => (f.Calendar.Name, Rights: On(grants, f.Calendar.Calendar, inside, ceiling)))
            .Where(f => (f.Rights.Sight, f.Rights.Acting, f.Rights.Private) != (main.Sight, main.Acting, main.Private))
            .Select(f => $"{English.Word(f.Rights.Sight)} in {f.Name}")
            .ToList();
        return beside.Count == 0 ? null : English.And(beside);
    }

    private string? Ends(IEnumerable<Grant> grants, CalendarUser owner, bool holds)
    {
        var terms = grants.Where(g => g.HoldsAt(Now) == holds).Select(g => g.Terms).ToList();
        var begins = holds ? null : terms.Min(t => t.From);
        var until = terms.Any(t => t.Until is null) ? null : terms.Max(t => t.Until);
        string Day(Instant moment) => English.ShortDay(ReadAccess.Day(moment, owner));
        return (begins, until) switch
        {
            ({ } b, { } u) => $"{Day(b)} to {Day(u - Duration.Epsilon)}",
            ({ } b, null) => $"from {Day(b)}",
            (null, { } u) => $"to {Day(u - Duration.Epsilon)}",
            _ => null,
        };
    }
}
