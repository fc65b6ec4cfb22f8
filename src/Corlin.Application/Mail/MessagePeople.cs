using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;

namespace Corlin.Application.Mail;

/// <summary>The people of a scheduling message: who is behind each address, whichever of theirs it is.</summary>
internal sealed class MessagePeople
{
    private readonly IChangeSession session;
    private readonly CalendarUser? to;
    private readonly Dictionary<string, CalendarUser> known;
    private readonly Dictionary<string, string> names = new(StringComparer.Ordinal);

    private readonly Dictionary<UserId, CalendarUser> byId = [];

    /// <summary>Under which address each was named, where that is not their first.</summary>
    private readonly Dictionary<UserId, string> namedBy = [];

    public MessagePeople(IChangeSession session, ReceivedMessage message, CalendarUser? to)
    {
        (this.session, this.to) = (session, to);
        var lines = message.Parts.SelectMany(p => p.Attendees).ToList();
        foreach (var line in lines.Where(l => !string.IsNullOrWhiteSpace(l.Name)))
            names.TryAdd(line.Address, line.Name!);
        foreach (var part in message.Parts)
            if (part.Organiser is { } organiser && !string.IsNullOrWhiteSpace(part.OrganiserName))
                names.TryAdd(organiser, part.OrganiserName);
        string?[] said =
        [
            message.Sender,
            .. message.Parts.SelectMany(p => new[] { p.Organiser, p.OrganiserSentBy }),
            .. lines.SelectMany(l => new[] { l.Address, l.SentBy, l.DelegatedTo, l.DelegatedFrom }),
        ];
        known = new(session.UsersByAddress([.. said.OfType<string>().Distinct()], to?.Id), StringComparer.Ordinal);
        foreach (var (address, user) in known)
            if (address != user.Address)
                namedBy[user.Id] = address;
        foreach (var user in known.Values.ToList())
            known.TryAdd(user.Address, user);
        // Whom it came to may be named nowhere in it.
        if (to is not null)
            known[to.Address] = to;
    }

    /// <summary>Somebody of the meeting; each is read once.</summary>
    public CalendarUser User(UserId id) => byId.TryGetValue(id, out var user) ? user : byId[id] = session.Users([id])[id];

    /// <summary>
    /// Those who take part in what stands are known by their first address, before any contact of another principal who has the same.
    /// </summary>
    public void Know(IEnumerable<CalendarUser> users)
    {
        foreach (var user in users)
        {
            known[user.Address] = user;
            byId[user.Id] = user;
        }
    }

    public CalendarUser? Find(string address) => known.GetValueOrDefault(address);

    /// <summary>Who has an address that nobody had becomes somebody outside, known to who keeps the calendar to which it came.</summary>
    public CalendarUser FindOrAdd(string address)
    {
        if (known.TryGetValue(address, out var user))
            return user;
        var name = names.TryGetValue(address, out var said) ? Clean(said) : address;
        return known[address] = session.PeopleStore.Add(
            new CalendarUser(default, PublicIds.New(), UserKind.Person, name, address, false, CalendarUser.NoZone, null, null, 0, null)
            {
                KeptFor = to is { Inside: true, Kind: UserKind.Person } ? to.Id : null,
            }
        );
    }

    private static string Domain(string address) => address[(address.LastIndexOf('@') + 1)..];

    private const int LongestName = 120;

    private static string Clean(string name)
    {
        var plain = string.Concat(name.Select(c => char.IsControl(c) ? ' ' : c)).Trim();
        return plain.Length > LongestName ? plain[..LongestName] : plain;
    }

    /// <summary>The message with the first address of everyone who is known.</summary>
    public ReceivedMessage Known(ReceivedMessage message)
    {
        string First(string address) => known.TryGetValue(address, out var user) ? user.Address : address;
        string? Maybe(string? address) => address is null ? null : First(address);
        // Who sends for another is believed where both are of one domain; a stranger is nobody's assistant by saying so.
        string? For(string? sentBy, string? whom) =>
            sentBy is not null && whom is not null && Domain(sentBy) == Domain(whom) ? First(sentBy) : null;
        // A room or a group comes in nobody's place.
        string? Instead(string? address) => Find(address ?? "") is { Kind: not UserKind.Person } ? null : Maybe(address);
        return message with
        {
            Sender = First(message.Sender),
            Parts =
            [
                .. message.Parts.Select(p =>
                    p with
                    {
                        Organiser = Maybe(p.Organiser),
                        OrganiserSentBy = For(p.OrganiserSentBy, p.Organiser),
                        Attendees =
                        [
                            .. p.Attendees.Select(a =>
                                a with
                                {
                                    Address = First(a.Address),
                                    SentBy = For(a.SentBy, a.Address),
                                    DelegatedTo = Instead(a.DelegatedTo),
                                    DelegatedFrom = Maybe(a.DelegatedFrom),
                                }
                            ),
                        ],
                    }
                ),
            ],
        };
    }

    /// <summary>
    /// As it is taken in here: a room of ours is not booked from outside, the organiser is no attendee of their own meeting, whom the
    /// message came to without being named is asked too, and of a cancellation that leaves others of us in it only who is named is taken
    /// off.
    /// </summary>
    public ReceivedMessage ForUs(ReceivedMessage message, Entry? meeting)
    {
        var asks = message.Method == SchedulingMethod.Request;
        return message with { Parts = [.. message.Parts.Select(One)] };

        ScheduledPart One(ScheduledPart part)
        {
            var people = part
                .Attendees.Where(a =>
                    a.Address != part.Organiser && Find(a.Address) is null or { Inside: false } or { Kind: UserKind.Person }
                )
                .ToList();
            if (asks && to is { Inside: true, Kind: UserKind.Person } && !people.Any(a => Find(a.Address) is { Inside: true }))
                people.Add(new AttendeeLine(to.Address, Answer.None) { Role = AttendeeRole.Optional });
            var ours = part with { Attendees = [.. people] };
            var leavesSome =
                message.Method == SchedulingMethod.Cancel
                && people.Count > 0
                && meeting is not null
                && Inside(meeting, null).Any(a => people.All(p => p.Address != a));
            return leavesSome ? ours with { Status = null } : ours;
        }
    }

    /// <summary>The addresses of those inside who are asked to a meeting, or are by a message.</summary>
    public IReadOnlyList<string> Inside(Entry? meeting, ReceivedMessage? message)
    {
        var standing = meeting is null
            ? []
            : session.Users(meeting.Participations.Select(p => p.Who)).Values.Where(u => u.Inside).Select(u => u.Address);
        var named = (message?.Parts ?? []).SelectMany(p => p.Attendees).Select(a => a.Address).Where(a => Find(a) is { Inside: true });
        return [.. standing.Concat(named).Distinct()];
    }

    /// <summary>Whether somebody is inside.</summary>
    public bool Inside(UserId who) => User(who).Inside;

    /// <summary>With the address under which each was asked, which their answer has to name.</summary>
    public Entry WithAddresses(Entry told) =>
        told with
        {
            Participations =
            [
                .. told.Participations.Select(p => namedBy.TryGetValue(p.Who, out var address) ? p with { Address = address } : p),
            ],
        };
}
