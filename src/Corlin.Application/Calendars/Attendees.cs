using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Calendars;

/// <summary>Somebody asked, by public id or by e-mail address.</summary>
public sealed record Invited(string IdOrAddress, AttendeeRole Role);

/// <summary>Who asks people to something.</summary>
/// <param name="Principal">In whose name: their own contacts come first.</param>
/// <param name="Private">Whether it is private: who is asked to it by address alone becomes a contact of the principal, known to nobody
/// else.</param>
internal readonly record struct Inviting(UserId Actor, UserId Principal, bool Private);

/// <summary>Finds who is asked; an address nobody has yet becomes an external person.</summary>
internal static class Attendees
{
    /// <summary>So many are invited by name; more come as a group.</summary>
    public const int MostNamed = 500;

    /// <exception cref="RefusedException">A person is unknown, an address is none, or nobody is required.</exception>
    public static IReadOnlyList<Participation> Resolve(IChangeSession session, IEnumerable<Invited> invited, Inviting by)
    {
        var found = Found(session, invited, by);
        return found.Any(p => p.Role == AttendeeRole.Required) ? found : throw new RefusedException(RefusalKind.NoAttendee, "required");
    }

    /// <exception cref="RefusedException">A person is unknown, or an address is none.</exception>
    public static AttendeesEdit Edit(IChangeSession session, Asking asking, Inviting by) =>
        new(
            [.. Found(session, asking.Added, by)],
            [.. asking.Removed.Select(r => (session.User(r) ?? throw new RefusedException(RefusalKind.PersonUnknown, "removed", r)).Id)]
        );

    /// <summary>The groups among those asked, with their members as they are now.</summary>
    public static IEnumerable<InvitedGroup> GroupsOf(IChangeSession session, IEnumerable<Invited> invited) =>
        session
            .Users([.. invited.Select(i => i.IdOrAddress.Trim()).Where(i => !i.Contains('@', StringComparison.Ordinal)).Distinct()])
            .Values.Where(u => u.Kind == UserKind.Group)
            .Select(u => new InvitedGroup(u.Id, [.. session.Members(u.Id)]));

    private static IReadOnlyList<Participation> Found(IChangeSession session, IEnumerable<Invited> invited, Inviting by)
    {
        var found = new Dictionary<UserId, Participation>();
        var named = invited.ToList();
        if (named.Count > MostNamed)
            throw new RefusedException(RefusalKind.TooMany, "required", $"{MostNamed} people by name; invite more as a group");
        var byAddress = session.FindOrAdd(
            [.. named.Where(n => n.IdOrAddress.Contains('@', StringComparison.Ordinal)).Select(n => (n.IdOrAddress, Field(n)))],
            by
        );
        foreach (var one in named.OrderBy(i => i.Role))
        {
            var user = byAddress.TryGetValue(one.IdOrAddress.Trim().ToLowerInvariant(), out var known) ? known : Find(session, one, by);
            // A group is its members at the time of sending.
            var ids = user.Kind == UserKind.Group ? session.Members(user.Id) : [user.Id];
            var role = user.Kind is UserKind.Room or UserKind.Resource ? AttendeeRole.Resource : one.Role;
            foreach (var id in ids.Where(i => i != by.Principal || user.Kind != UserKind.Group))
                found.TryAdd(id, new Participation(id, role));
        }

        if (found.Count > MostInAll)
            throw new RefusedException(RefusalKind.TooMany, "required", $"{MostInAll:N0} people");
        return [.. found.Values];
    }

    private const int MostInAll = 2_000;

    private static CalendarUser Find(IChangeSession session, Invited one, Inviting by) =>
        session.FindOrAdd(one.IdOrAddress, Field(one), by);

    private static string Field(Invited one) => one.Role == AttendeeRole.Optional ? "optional" : "required";

    /// <summary>Somebody by public id or address; who has that address nowhere yet becomes an external person.</summary>
    /// <exception cref="RefusedException">A person is unknown, or not to be known by who acts; or an address is none.</exception>
    internal static CalendarUser FindOrAdd(this IChangeSession session, string idOrAddress, string field, Inviting by)
    {
        var text = idOrAddress.Trim();
        return text.Contains('@', StringComparison.Ordinal)
            ? session.FindOrAdd([(text, field)], by)[text.ToLowerInvariant()]
            : session.MustKnow(by.Actor, text, field);
    }

    /// <summary>The same of many addresses at once, by address in lower case.</summary>
    private static Dictionary<string, CalendarUser> FindOrAdd(
        this IChangeSession session,
        IReadOnlyList<(string Address, string Field)> said,
        Inviting by
    )
    {
        if (said.Count == 0)
            return [];
        var named = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var (text, field) in said)
        {
            var address = text.Trim().ToLowerInvariant();
            if (!Mailbox.IsAddress(address))
                throw new RefusedException(RefusalKind.AddressIsNone, field, text.Trim());
            named.TryAdd(address, text.Trim());
        }

        var found = new Dictionary<string, CalendarUser>(session.UsersByAddress([.. named.Keys], by.Principal), StringComparer.Ordinal);
        var added = session.PeopleStore.AddAll([
            .. named
                .Where(n => !found.ContainsKey(n.Key))
                .Select(n => new CalendarUser(
                    default,
                    PublicIds.New(),
                    UserKind.Person,
                    n.Value,
                    n.Key,
                    Inside: false,
                    CalendarUser.NoZone,
                    null,
                    null,
                    0,
                    null
                )
                {
                    KeptFor = by.Private ? by.Principal : null,
                }),
        ]);
        foreach (var user in added)
            found[user.Address] = user;
        return found;
    }
}
