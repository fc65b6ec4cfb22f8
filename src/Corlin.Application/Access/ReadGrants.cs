using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Access;

/// <summary>What one person or group holds in somebody's calendars, grant by grant.</summary>
/// <param name="Through">What they hold by a group as well.</param>
public sealed record GrantsView(IReadOnlyList<GrantView> Grants, IReadOnlyList<ThroughView> Through);

/// <param name="From">The first day in the owner's zone, or null for at once.</param>
/// <param name="Until">The last day, or null for no end.</param>
/// <param name="MayChange">Whether the viewer may change or withdraw it.</param>
/// <param name="On">The one calendar that it is for, in words; null for all of the owner's.</param>
public sealed record GrantView(
    long Id,
    Sight Sight,
    Acting Acting,
    bool Private,
    bool PassOn,
    string? From,
    string? Until,
    bool MayChange,
    string? On
);

public sealed record ThroughView(string Group, Sight Sight, Acting Acting);

/// <param name="Receiver">A public id, or inside or outside for a default.</param>
/// <param name="Owner">Whose calendars they are; the viewer must be able to know who holds what there.</param>
public sealed record ReadGrants(UserId Viewer, string Receiver, string Owner, Instant Now)
{
    public GrantsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var calendar = ReadAccess.Find(viewing, Owner) ?? throw new RefusedException(RefusalKind.NotFound);
        var owner = calendar.Who;
        var stands = store.GrantsIn([owner.Id]).Where(g => !g.IsOverAt(Now)).ToList();
        if (Receiver is "inside" or "outside")
            return new GrantsView(
                [.. stands.Where(g => g.Receiver is null && g.Inside == (Receiver == "inside")).Select(g => View(g, calendar))],
                []
            );
        var who = viewing.Find(Receiver) ?? throw new RefusedException(RefusalKind.PersonUnknown, "who", Receiver);
        var groups = store.GroupsOf(who.Id).ToHashSet();
        var through = stands.Where(g => g.Receiver is { } group && groups.Contains(group)).ToList();
        var users = viewing.Users(through.Select(g => g.Receiver!.Value));
        return new GrantsView(
            [.. stands.Where(g => g.Receiver == who.Id).Select(g => View(g, calendar))],
            [.. through.Select(g => new ThroughView(users[g.Receiver!.Value].Name, g.Sight, g.Acting))]
        );
    }

    private GrantView View(Grant grant, ReadAccess.Managed calendar) =>
        new(
            grant.Id,
            grant.Sight,
            grant.Acting,
            grant.Private,
            grant.Terms.PassOn,
            grant.Terms.From is { } from ? LocalDatePattern.Iso.Format(ReadAccess.Day(from, calendar.Who)) : null,
            ReadAccess.LastDay(grant.Terms.Until, calendar.Who),
            calendar.MayGive(grant.Terms, Now, grant.Calendar),
            calendar.Of.NameOf(grant) switch
            {
                null => null,
                "" => "main calendar",
                var name => $"calendar “{name}”",
            }
        );
}
