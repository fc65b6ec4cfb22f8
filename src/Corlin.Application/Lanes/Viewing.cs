using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>One reading of the store by one person at one moment.</summary>
internal sealed class Viewing
{
    private readonly Lazy<IReadOnlyDictionary<string, Place>> places;
    private const int MostRooms = 500;

    private IReadOnlyList<string>? workPlaces;
    private StartedNow? started;
    private readonly Dictionary<UserId, CalendarUser> users = [];
    private readonly Dictionary<UserId, string> namesOfUnknown = [];
    private readonly Dictionary<UserId, Rights> laneRights = [];

    // Null for who has no main calendar.
    private readonly Dictionary<UserId, LaneCalendars?> laneCalendars = [];
    private readonly Dictionary<UserId, IReadOnlyList<Category>> categories = [];

    private readonly IReadOnlyList<Grant>? holding;
    private IReadOnlyList<UserId>? keeps;

    /// <summary>
    /// What somebody would be told who holds some grants and nothing else, takes part in nothing and speaks for nobody; the times are those
    /// of who wants to know.
    /// </summary>
    /// <param name="inside">Whether that somebody is inside.</param>
    public Viewing(Viewing asker, IReadOnlyList<Grant> holding, bool inside)
    {
        Store = asker.Store;
        Now = asker.Now;
        places = asker.places;
        Person = asker.Person with { Inside = inside };
        Ceiling = Store.CeilingFor(inside);
        Viewer = new Viewer(default, ImmutableDictionary<UserId, bool>.Empty);
        this.holding = holding;
    }

    public Viewing(ICalendarReads store, UserId person, Instant now)
    {
        Store = store;
        Now = now;
        places = new(store.Places);
        // They know themselves, whosever contact they are.
        users[person] = Person = store.Users([person])[person];
        Ceiling = store.CeilingFor(Person.Inside);
        // Speaking for somebody is a grant for all of their calendars.
        Held = [.. store.GrantsHeldBy(person).Where(g => g.HoldsAt(now) && g.Owner != person)];
        var speaksFor = Held.Where(g => g.Calendar is null)
            .GroupBy(g => g.Owner)
            .Select(own => (own.Key, Rights: Rights.Combine(own, Person.Inside, now, Ceiling)))
            .Where(own => own.Rights.MaySpeakFor)
            .ToImmutableDictionary(own => own.Key, own => own.Rights.MaySpeakForPrivate);
        Viewer = new Viewer(person, speaksFor);
    }

    public ICalendarReads Store { get; }

    public Instant Now { get; }

    public Viewer Viewer { get; }

    public CalendarUser Person { get; }

    /// <summary>What the viewer holds now in the calendars of others, by themselves or through a group.</summary>
    public IReadOnlyList<Grant> Held { get; } = [];

    /// <summary>The viewer and those whose calendar they keep: their own contacts are known to the viewer.</summary>
    public IReadOnlyList<UserId> Keeps =>
        keeps ??= [
            Person.Id,
            .. Held.Where(g => g.Calendar is null)
                .GroupBy(g => g.Owner)
                .Where(own => Keeping.Keeps(Person.Id, own.Key, Rights.Combine(own, Person.Inside, Now, Ceiling)))
                .Select(own => own.Key),
        ];

    /// <summary>
    /// Whether the viewer may know of somebody: everyone knows people inside and outside, but the contacts of a principal only who keeps
    /// that calendar.
    /// </summary>
    public bool MayKnow(CalendarUser who) => who.KeptFor is not { } principal || Keeps.Contains(principal);

    /// <summary>Somebody by public id; null where there is nobody of whom the viewer may know.</summary>
    public CalendarUser? Find(string publicId) => Store.User(publicId) is { } user && MayKnow(user) ? user : null;

    /// <summary>The most that the organisation lets the viewer have in a calendar that is not theirs.</summary>
    public Ceiling Ceiling { get; }

    /// <summary>The zone in which the viewer reads: the one of their profile.</summary>
    public DateTimeZone Zone => Person.HomeZone;

    public LocalDate Today => Zone.ToLocal(Now).Date;

    /// <summary>Who is in which conference now.</summary>
    public StartedNow Started => started ??= new StartedNow(Store, Now);

    public IReadOnlyDictionary<string, Place> Places => places.Value;

    /// <summary>
    /// The names of the open places where somebody can work, in order. A room is a place too, but nobody works a day there.
    /// </summary>
    public IReadOnlyList<string> WorkPlaces => workPlaces ??= ReadWorkPlaces();

    private List<string> ReadWorkPlaces()
    {
        var rooms = Store.Rooms(MostRooms).Select(r => r.Name).ToHashSet();
        return [.. Places.Values.Where(p => !p.Closed && !rooms.Contains(p.Name)).Select(p => p.Name).Order(StringComparer.Ordinal)];
    }

    /// <summary>Those for whom the viewer speaks, by name; the viewer is not among them.</summary>
    public IReadOnlyList<CalendarUser> Principals =>
        [
            .. Users(Viewer.SpeaksFor.Keys)
                .Values.Where(u => Viewer.SpeaksFor.ContainsKey(u.Id) && u.Kind == UserKind.Person)
                .OrderBy(u => u.Flag)
                .ThenBy(u => u.Name, StringComparer.Ordinal),
        ];

    /// <summary>
    /// People by their numbers; each is read from the store once. Whom the viewer may not know is there without name and address.
    /// </summary>
    public IReadOnlyDictionary<UserId, CalendarUser> Users(IEnumerable<UserId> ids)
    {
        var unread = ids.Where(id => !users.ContainsKey(id)).ToList();
        if (unread.Count > 0)
        {
            foreach (var (id, user) in Store.Users(unread))
            {
                users[id] = MayKnow(user) ? user : Unnamed(user);
                if (!MayKnow(user))
                    namesOfUnknown[id] = user.Name;
            }
        }

        return users;
    }

    /// <summary>
    /// As <see cref="Users"/>, with the names of all: who takes part in a meeting is told whom they meet, and no more of them.
    /// </summary>
    public IReadOnlyDictionary<UserId, CalendarUser> Meeting(IEnumerable<UserId> ids)
    {
        var asked = ids.ToHashSet();
        var known = Users(asked);
        return asked
            .Where(known.ContainsKey)
            .ToDictionary(id => id, id => namesOfUnknown.TryGetValue(id, out var name) ? known[id] with { Name = name } : known[id]);
    }

    private static CalendarUser Unnamed(CalendarUser who) =>
        new(who.Id, "", who.Kind, "somebody outside", "", Inside: false, "Etc/UTC", null, null, 0, null) { KeptFor = who.KeptFor };

    /// <summary>The viewer's rights on the main calendars of some people; who has none is left out.</summary>
    public Dictionary<UserId, Rights> RightsOn(IReadOnlyCollection<UserId> owners)
    {
        var calendars = Store.MainCalendars(owners);
        var grants = GrantsOn(calendars.Keys);
        return calendars.ToDictionary(c => c.Key, c => Combined(grants[c.Key], c.Key, c.Value));
    }

    /// <summary>
    /// The calendars that stand on the lanes of some people, with the viewer's rights on each; who has no main one is left out.
    /// </summary>
    public Dictionary<UserId, LaneCalendars> CalendarsOf(IReadOnlyCollection<UserId> owners)
    {
        var unread = owners.Where(o => !laneCalendars.ContainsKey(o)).Distinct().ToList();
        if (unread.Count > 0)
            ReadCalendars(unread);
        return owners.Distinct().Where(o => laneCalendars[o] is not null).ToDictionary(o => o, o => laneCalendars[o]!);
    }

    private void ReadCalendars(IReadOnlyCollection<UserId> owners)
    {
        var calendars = Store.MainCalendars(owners);
        var grants = GrantsOn(calendars.Keys);
        var further = Store.FurtherOf([.. calendars.Keys]).ToLookup(f => f.Owner);
        var followed = Store.FollowedBy([.. calendars.Keys]).ToLookup(f => f.Owner);
        var people = Users(calendars.Keys);
        foreach (var owner in owners)
        {
            laneCalendars[owner] = calendars.TryGetValue(owner, out var main)
                ? new LaneCalendars(
                    owner,
                    main,
                    Combined(grants[owner], owner, main),
                    [.. further[owner].Select(f => (f, Combined(grants[owner], owner, f.Calendar)))],
                    [.. followed[owner]]
                )
                {
                    OnAll = Combined(grants[owner].Where(g => g.Receiver is not null), owner, null),
                    OfResource = people[owner].Kind is UserKind.Room or UserKind.Resource,
                }
                : null;
        }
    }

    /// <summary>The viewer's rights on somebody's main calendar, read once; none where they have no calendar.</summary>
    public Rights RightsOnLane(UserId owner)
    {
        ReadRights([owner]);
        return laneRights[owner];
    }

    /// <summary>Reads the rights on the main calendars of some people at once, where they are not known yet.</summary>
    public void ReadRights(IEnumerable<UserId> owners)
    {
        var unread = owners.Where(o => !laneRights.ContainsKey(o)).Distinct().ToList();
        if (unread.Count == 0)
            return;
        var rights = RightsOn(unread);
        foreach (var owner in unread)
            laneRights[owner] = rights.GetValueOrDefault(owner, Rights.None);
    }

    private ILookup<UserId, Grant> GrantsOn(IEnumerable<UserId> owners) =>
        holding?.ToLookup(g => g.Owner) ?? Store.GrantsOn([.. owners], Viewer.Person);

    private Rights Combined(IEnumerable<Grant> grants, UserId owner, CalendarId? calendar) =>
        owner == Viewer.Person ? Rights.Own : Rights.Combine(grants.Where(g => g.IsOn(calendar)), Person.Inside, Now, Ceiling);

    /// <summary>The list of categories of somebody's calendar, where the viewer may know it.</summary>
    public IReadOnlyList<CategoryView> CategoriesOf(CalendarUser who, Rights rights) =>
        rights.SeesMarks ? [.. ListOf(who).Select(c => View(c, who))] : [];

    public CategoryView? CategoryOf(CalendarUser who, LaneMark? mark) =>
        mark?.Category is { } id && ListOf(who).FirstOrDefault(c => c.Id == id) is { } category ? View(category, who) : null;

    private IReadOnlyList<Category> ListOf(CalendarUser who)
    {
        if (!categories.TryGetValue(who.Id, out var list))
            categories[who.Id] = list = Store.Categories([who.Id]);
        return list;
    }

    private static CategoryView View(Category category, CalendarUser who) =>
        new(category.Id.Value, who.PublicId, category.Name, category.Colour);

    /// <summary>
    /// The country and site by which somebody's holidays and closures are known. A room has no holidays, but its site closes.
    /// </summary>
    public IEnumerable<string> WhereOf(CalendarUser who)
    {
        if (who.Place is null || !Places.TryGetValue(who.Place, out var place))
            yield break;
        yield return place.Site;
        if (who.Kind == UserKind.Person && place.Country is { } country)
            yield return country;
    }

    /// <summary>Somebody by public id in whose name the viewer asks.</summary>
    /// <exception cref="RefusedException">Nobody has that id, or they do not speak for them.</exception>
    public CalendarUser MustSpeakFor(string inNameOf)
    {
        var owner = Find(inNameOf) ?? throw new RefusedException(RefusalKind.PersonUnknown, "inNameOf", inNameOf);
        return Viewer.MaySpeakFor(owner.Id) ? owner : throw new RefusedException(RefusalKind.MayNotSpeakFor, "inNameOf");
    }

    /// <summary>The site of a place or room by its name, or null where it is not one of the set-up.</summary>
    public string? SiteOf(string? place) => place is not null && Places.TryGetValue(place, out var known) ? known.Site : null;

    /// <summary>Where a meeting takes place: as it is typed, or where the first of its rooms is; null where that is not known.</summary>
    public string? SiteOf(string? place, IEnumerable<CalendarUser> asked) =>
        SiteOf(place) ?? asked.Where(a => a.Kind == UserKind.Room).Select(r => SiteOf(r.Place)).FirstOrDefault(s => s is not null);

    public PersonView View(CalendarUser user) =>
        new(
            user.PublicId,
            user.Name,
            user.GivenName,
            user.Kind.ToString().ToLowerInvariant(),
            user.Inside,
            user.Flag,
            user.Zone,
            TownOf(user),
            user.Post,
            user.Address
        );

    public string TownOf(CalendarUser user)
    {
        if (user.Place is null)
            return user.ZoneKnown ? Zones.City(user.Zone) : "";
        return Places.TryGetValue(user.Place, out var place) ? place.Town : user.Place;
    }

    /// <summary>
    /// What the clock is called by which somebody lives: the town of where they work, where the clock there is theirs, else that of their
    /// zone.
    /// </summary>
    public string ClockOf(CalendarUser user) =>
        user.Place is { } at && Places.TryGetValue(at, out var place) && place.Zone != user.Zone ? Zones.City(user.Zone) : TownOf(user);

    public ZoneView View(string zone, string label, Stretch span) =>
        new(
            zone,
            label,
            [.. Zones.Get(zone).Offsets(span).Select(o => new OffsetView(o.From.ToUnixTimeMilliseconds(), o.Offset.Seconds / 60))]
        );

    /// <summary>The viewer's own zone first, then those of the people shown, each once.</summary>
    public IReadOnlyList<ZoneView> ZonesOf(IEnumerable<CalendarUser> people, Stretch span) =>
        [.. people.Prepend(Person).Where(p => p.ZoneKnown).DistinctBy(p => p.Zone).Select(p => View(p.Zone, ClockOf(p), span))];
}
