using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Text;

namespace Corlin.Application.People;

/// <param name="Change">With it the change can be undone.</param>
/// <param name="Id">The public id of who was added.</param>
public sealed record AddedPerson(long Change, string Id);

/// <summary>Adds somebody outside, or a contact of a principal; an administrator also people inside, groups and rooms.</summary>
/// <param name="KeptFor">The principal whose contact it is, or null for somebody whom everyone may know.</param>
[Change(ChangeKind.PersonAdded, "entered", MayTakeBack.ByWhoKeepsThem)]
public sealed record AddToPeople(UserId Actor, UserKind Kind, bool Inside, UserId? KeptFor, PersonEdit Said) : IChange<AddedPerson>
{
    public AddedPerson Apply(IChangeSession session)
    {
        if (Inside || Kind != UserKind.Person)
            session.MustAdminister(Actor);
        if (KeptFor is { } principal)
            session.MustKeepContactsOf(Actor, principal);
        if (KeptFor is not null && (Inside || Kind != UserKind.Person))
            throw new RefusedException(RefusalKind.BadInput, "keptFor");
        var change = session.Begin(ChangeKind.PersonAdded, Actor, KeptFor ?? Actor, null);
        return new AddedPerson(change, NewPeople.Add(session, Kind, Inside, KeptFor, Said, session.Users([Actor])[Actor]).PublicId);
    }
}

/// <summary>Changes what is known of somebody, a group or a room.</summary>
/// <param name="Version">The one that was looked at.</param>
[Change(ChangeKind.PersonChanged, "changed what is known of", MayTakeBack.ByWhoKeepsThem)]
public sealed record ChangePerson(UserId Actor, string Who, int Version, PersonEdit Said) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var who = session.MustKeep(Actor, Who, Said);
        if (who.Version != Version)
            throw new RefusedException(RefusalKind.ChangedSince);
        return Do(session, who, Said, Actor);
    }

    /// <summary>Changes somebody, whoever allowed it, and tells where mail went before that it goes elsewhere.</summary>
    internal static long Do(IChangeSession session, CalendarUser who, PersonEdit said, UserId actor)
    {
        var change = session.Begin(ChangeKind.PersonChanged, actor, who.Inside ? who.Id : who.KeptFor ?? actor, null);
        var (next, facts) = said.Apply(session, who, session.Facts([who.Id])[who.Id]);
        session.PeopleStore.Save(next, facts);
        Addresses.TellOld(session, who, next, actor);
        return change;
    }
}

/// <summary>Takes somebody outside, a contact, a group or a room out of what is found. What they took part in still names them.</summary>
[Change(ChangeKind.PersonRemoved, "removed from the directory", MayTakeBack.ByWhoKeepsThem)]
public sealed record RemovePerson(UserId Actor, string Who) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var who = session.MustKeep(Actor, Who);
        // Somebody inside has a calendar that others build on.
        if (who is { Inside: true, Kind: UserKind.Person })
            throw new RefusedException(RefusalKind.MayNotKeep, null, who.Name);
        if (who.Kind == UserKind.Person && who.KeptFor is null)
            session.MustAdminister(Actor);
        var change = session.Begin(ChangeKind.PersonRemoved, Actor, who.KeptFor ?? Actor, null);
        session.PeopleStore.Remove(who);
        return change;
    }
}

/// <summary>Puts people and groups into a group, and takes others out. Who they are at a moment is kept.</summary>
[Change(ChangeKind.MembersChanged, "changed the members of", MayTakeBack.ByWhoKeepsThem)]
public sealed record ChangeMembers(UserId Actor, string Group, IReadOnlyList<string> Added, IReadOnlyList<string> Removed) : IChange<long>
{
    private const int MostMembers = 2_000;

    public long Apply(IChangeSession session)
    {
        var group = session.MustKeep(Actor, Group);
        if (group.Kind != UserKind.Group)
            throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.MembersChanged, Actor, Actor, null);
        foreach (var id in Removed)
            if (session.User(id) is not { } member || !session.PeopleStore.Leave(group.Id, member.Id))
                throw new RefusedException(RefusalKind.ChangedSince, "removed");
        var inIt = session.Memberships(group.Id, MostMembers).Where(m => m.Until is null).Select(m => m.Member).ToHashSet();
        foreach (var id in Added)
        {
            var member = session.User(id) is { KeptFor: null } found
                ? found
                : throw new RefusedException(RefusalKind.PersonUnknown, "added", id);
            if (member.Id == group.Id || (member.Kind == UserKind.Group && session.EveryoneIn([member.Id])[member.Id].Contains(group.Id)))
                throw new RefusedException(RefusalKind.GroupInItself, "added", member.Name);
            if (!inIt.Add(member.Id))
                continue;
            if (inIt.Count > MostMembers)
                throw new RefusedException(RefusalKind.TooMany, "added", MostMembers.ToString(CultureInfo.InvariantCulture));
            session.PeopleStore.Join(group.Id, member.Id);
        }

        return change;
    }
}

/// <summary>New people, groups and rooms, as every way to add them makes them.</summary>
internal static class NewPeople
{
    private const int Flags = 12;

    public static CalendarUser Add(IChangeSession session, UserKind kind, bool inside, UserId? keptFor, PersonEdit said, CalendarUser actor)
    {
        var name = said.Name ?? "";
        var address =
            string.IsNullOrWhiteSpace(said.Address) && kind != UserKind.Person ? FreeAddress(session, name, actor) : said.Address ?? "";
        var blank = new CalendarUser(
            default,
            PublicIds.New(),
            kind,
            name,
            "",
            inside,
            inside ? actor.Zone : "Etc/UTC",
            null,
            null,
            name.Sum(c => c) % Flags,
            null
        )
        {
            KeptFor = keptFor,
        };
        var (who, facts) = (said with { Name = name, Address = address }).Apply(session, blank, PersonFacts.None);
        var added = session.PeopleStore.Save(who, facts);
        if (inside)
            OpenCalendar(session, added);
        return added;
    }

    /// <summary>The calendar of somebody inside, with the defaults of the organisation.</summary>
    public static void OpenCalendar(IChangeSession session, CalendarUser who)
    {
        session.CalendarStore.Add(who.Id, who.Name);
        // Rooms are looked at by everyone with their headline, so that one knows whom to ask; people show their outline.
        var sight = who.Kind is UserKind.Person ? Sight.Outline : Sight.Headlines;
        session.AccessStore.Give(new Grant(0, who.Id, null, null, Inside: true, new AccessTerms(sight, Acting.Look)));
    }

    /// <summary>An address made of a group's or a room's name, at the domain of who adds it.</summary>
    private static string FreeAddress(IChangeSession session, string name, CalendarUser actor)
    {
        var domain = actor.Address[(actor.Address.IndexOf('@', StringComparison.Ordinal) + 1)..];
        var local = string.Concat(Plain.Of(name).Trim().Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-')).Trim('-');
        if (local.Length == 0)
            local = "group";
        for (var i = 1; ; i++)
        {
            var address = i == 1 ? $"{local}@{domain}" : string.Create(CultureInfo.InvariantCulture, $"{local}-{i}@{domain}");
            if (session.UserByAddress(address) is null)
                return address;
        }
    }
}
