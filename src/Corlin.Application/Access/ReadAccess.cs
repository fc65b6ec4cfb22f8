using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Access;

/// <summary>Who may see and do what in the calendars whose grants the viewer may know.</summary>
/// <param name="Words">"4 calendars, 12 who hold something, 2 who ask."</param>
/// <param name="First">What the first rows hold; the others are asked for as they come into view.</param>
/// <param name="Requests">What others ask for in these calendars.</param>
/// <param name="Asked">What the viewer has asked for elsewhere.</param>
/// <param name="MayChangeCeilings">Whether the viewer is an administrator.</param>
public sealed record AccessView(
    long Now,
    string Words,
    IReadOnlyList<AccessCalendarView> Calendars,
    IReadOnlyList<AccessRowView> Rows,
    IReadOnlyList<AccessCellsView> First,
    IReadOnlyList<AccessRequestView> Requests,
    IReadOnlyList<AccessRequestView> Asked,
    CeilingView Inside,
    CeilingView Outside,
    bool MayChangeCeilings
);

/// <summary>Somebody's calendars.</summary>
/// <param name="Own">They are the viewer's own.</param>
/// <param name="Most">The most that the viewer may grant there; null where they may only know.</param>
/// <param name="Choices">Each of them, to be granted alone; empty where there is only the main one.</param>
public sealed record AccessCalendarView(PersonView Who, bool Own, MostView? Most, IReadOnlyList<CalendarChoiceView> Choices);

/// <param name="Until">The last day for which the viewer may grant; null for no end.</param>
public sealed record MostView(Sight Sight, Acting Acting, bool Private, string? Until);

/// <summary>Somebody who holds something.</summary>
/// <param name="Who">Null for everyone inside or everyone else.</param>
/// <param name="Note">Where or what they are: "Madrid", "group of 6", "outside", "you".</param>
public sealed record AccessRowView(string Key, PersonView? Who, string Name, string Note, bool Inside);

/// <param name="Who">Who asks, or of one's own whose calendar it is.</param>
public sealed record AccessRequestView(
    long Id,
    PersonView Who,
    PersonView Owner,
    Sight Sight,
    Acting Acting,
    bool Private,
    string? Until,
    string? Words,
    string Asked,
    bool MayGrant
);

public sealed record CeilingView(Sight Sight, Acting Acting, bool Private);

/// <param name="Of">Whose calendar it is about, by public id; null for all in which the viewer grants.</param>
public sealed record ReadAccess(UserId Viewer, string? Of, Instant Now)
{
    private const string You = "you";

    public AccessView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var calendars = Calendars(viewing, Of);
        var rows = Rows(viewing, calendars);
        var first = new ReadAccessCells(Viewer, Of, [.. rows.Take(ReadAccessCells.Most).Select(r => r.Key)], Now).Cells(viewing, calendars);
        IReadOnlyList<AccessRequestView> requests =
        [
            .. Requests(viewing, calendars, Of is null).Select(r => Request(viewing, r.Request, r.In)),
        ];
        IReadOnlyList<AccessRequestView> asked = [.. store.AccessRequestsOf(Viewer).Select(r => Request(viewing, r, null))];
        return new AccessView(
            LaneViews.Ms(Now),
            Words(Of is null ? calendars.Count : null, rows, requests.Count),
            [.. calendars.Select(c => View(viewing, c))],
            rows,
            first,
            requests,
            asked,
            View(store.CeilingFor(true)),
            View(store.CeilingFor(false)),
            store.IsAdministrator(Viewer)
        );
    }

    /// <param name="Held">What the viewer may pass on there; null where they grant as the owner does.</param>
    /// <param name="Of">The calendars themselves.</param>
    internal sealed record Managed(CalendarUser Who, IReadOnlyList<Grant>? Held, LaneCalendars Of)
    {
        /// <summary>Whether the viewer may grant anything at all there.</summary>
        public bool PassesOn => Held is not { Count: 0 };

        /// <summary>Whether the viewer may give or take such terms there.</summary>
        public bool MayGive(AccessTerms terms, Instant now, CalendarId? calendar = null) =>
            Held is null || Granting.WhyNotPassOn(Held, terms, now, calendar) is null;
    }

    /// <summary>The viewer's own calendars, and those of which they may pass on what they hold or for whose owner they speak.</summary>
    internal static IReadOnlyList<Managed> Calendars(Viewing viewing)
    {
        var held = viewing.Held.ToLookup(g => g.Owner);
        var owners = held.Where(own => viewing.Viewer.MaySpeakFor(own.Key) || own.Any(g => g.Terms.PassOn)).Select(own => own.Key).ToList();
        var users = viewing.Users(owners);
        var calendars = LanesOf(viewing, [.. owners, viewing.Person.Id]);
        return
        [
            .. owners
                .Where(calendars.ContainsKey)
                .Select(o => users[o])
                .OrderBy(u => u.Kind)
                .ThenBy(u => u.Flag)
                .ThenBy(u => u.Name, StringComparer.Ordinal)
                .Select(u => new Managed(
                    u,
                    GrantsAsOwner(viewing, u) ? null : [.. held[u.Id].Where(g => g.Terms.PassOn)],
                    calendars[u.Id]
                )),
            .. calendars.TryGetValue(viewing.Person.Id, out var own) ? [new Managed(viewing.Person, null, own)] : Array.Empty<Managed>(),
        ];
    }

    /// <summary>The calendars of one, or all in which the viewer grants.</summary>
    /// <param name="of">A public id, or null for all.</param>
    /// <exception cref="RefusedException">They grant nothing there, or may not know of it.</exception>
    internal static IReadOnlyList<Managed> Calendars(Viewing viewing, string? of) =>
        of is null ? Calendars(viewing) : [Find(viewing, of) ?? throw new RefusedException(RefusalKind.NotFound)];

    /// <summary>The calendars of one of which the viewer knows who holds what; null where they do not, or may not know of it.</summary>
    internal static Managed? Find(Viewing viewing, string owner) =>
        viewing.Find(owner) is not { } who ? null
        : GrantsAsOwner(viewing, who)
            ? LanesOf(viewing, [who.Id]).TryGetValue(who.Id, out var lanes) ? new Managed(who, null, lanes)
                : null
        : Calendars(viewing).FirstOrDefault(c => c.Who.Id == who.Id);

    private static bool GrantsAsOwner(Viewing viewing, CalendarUser owner) =>
        Granting.IsAsOwner(owner, viewing.Person.Id, () => viewing.Store.IsAdministrator(viewing.Person.Id));

    /// <summary>Who asks for more in those calendars.</summary>
    /// <param name="kept">And in those of groups and rooms, which administrators grant.</param>
    internal static IReadOnlyList<(AccessRequest Request, Managed In)> Requests(
        Viewing viewing,
        IReadOnlyList<Managed> calendars,
        bool kept
    )
    {
        var granted = calendars.Where(c => c.PassesOn).ToDictionary(c => c.Who.Id);
        var asked = viewing.Store.AccessRequestsTo(granted.Keys).Select(r => (r, granted[r.Owner]));
        if (!kept || !viewing.Store.IsAdministrator(viewing.Person.Id))
            return [.. asked];
        var others = viewing.Store.AccessRequestsToKept().Where(r => !granted.ContainsKey(r.Owner)).ToList();
        var owners = viewing.Users(others.Select(r => r.Owner));
        var of = LanesOf(viewing, [.. owners.Keys]);
        return [.. asked, .. others.Where(r => of.ContainsKey(r.Owner)).Select(r => (r, new Managed(owners[r.Owner], null, of[r.Owner])))];
    }

    /// <summary>The calendars of each; rights on them are worked out only where somebody keeps more than one.</summary>
    private static Dictionary<UserId, LaneCalendars> LanesOf(Viewing viewing, IReadOnlyCollection<UserId> owners)
    {
        var keepMore = viewing.Store.FurtherOf(owners).Select(f => f.Owner).Distinct().ToList();
        var known = viewing.CalendarsOf(keepMore);
        return viewing
            .Store.MainCalendars(owners)
            .ToDictionary(c => c.Key, c => known.GetValueOrDefault(c.Key) ?? new LaneCalendars(c.Key, c.Value, Rights.None, [], []));
    }

    private AccessCalendarView View(Viewing viewing, Managed calendar)
    {
        if (calendar.Held is not { } held)
            return new AccessCalendarView(
                viewing.View(calendar.Who),
                calendar.Who.Id == Viewer,
                new MostView(Sight.Everything, Acting.SpeakFor, true, null),
                Choices(calendar)
            );
        // The one that lets most be passed on; nobody adds two together.
        var most = held.Select(g => g.Terms)
            .OrderByDescending(t => t.Sight)
            .ThenByDescending(t => t.Acting)
            .ThenByDescending(t => t.Private)
            .FirstOrDefault();
        return new AccessCalendarView(
            viewing.View(calendar.Who),
            false,
            most is null ? null : new MostView(most.Sight, most.Acting, most.Private, LastDay(most.Until, calendar.Who)),
            Choices(calendar)
        );
    }

    private static IReadOnlyList<CalendarChoiceView> Choices(Managed calendar)
    {
        var further = calendar
            .Of.Further.Where(f => f.Rights.Sight >= Sight.Headlines)
            .Select(f => CalendarChoiceView.Of(f.Calendar))
            .ToList();
        return further.Count == 0 ? [] : [CalendarChoiceView.Main(calendar.Who), .. further];
    }

    private List<AccessRowView> Rows(Viewing viewing, IReadOnlyList<Managed> calendars)
    {
        var hold = viewing.Store.ReceiversIn([.. calendars.Select(c => c.Who.Id)], Now);
        var users = viewing.Users(hold.Keys.Append(Viewer));
        var receivers = hold.Keys.Append(Viewer).Distinct().Select(r => users[r]).ToList();
        var members = viewing.Store.EveryoneIn([.. receivers.Where(r => r.Kind == UserKind.Group).Select(r => r.Id)]);
        return
        [
            new("inside", null, "Everyone inside", "by default", true),
            new("outside", null, "Everyone else", "by default", false),
            .. receivers
                .OrderByDescending(u => u.Id == Viewer)
                .ThenBy(u =>
                    u.Inside
                        ? u.Kind == UserKind.Group
                            ? 1
                            : 0
                        : 2
                )
                .ThenByDescending(u => hold.GetValueOrDefault(u.Id))
                .ThenBy(u => u.Name, StringComparer.Ordinal)
                .Select(who => new AccessRowView(who.PublicId, viewing.View(who), who.Name, Note(viewing, who, members), who.Inside)),
        ];
    }

    internal static string? LastDay(Instant? until, CalendarUser owner) =>
        until is { } end ? LocalDatePattern.Iso.Format(Day(end - Duration.Epsilon, owner)) : null;

    internal static LocalDate Day(Instant moment, CalendarUser owner) => owner.HomeZone.ToLocal(moment).Date;

    private string Note(Viewing viewing, CalendarUser who, ILookup<UserId, UserId> members)
    {
        if (who.Id == Viewer)
            return You;
        if (who.Kind == UserKind.Group)
            return $"group of {members[who.Id].Count()}";
        return who.Inside ? viewing.TownOf(who) : "outside";
    }

    private AccessRequestView Request(Viewing viewing, AccessRequest request, Managed? calendar)
    {
        var users = viewing.Users([request.Asker, request.Owner]);
        var (asker, owner) = (users[request.Asker], users[request.Owner]);
        var local = viewing.Zone.ToLocal(request.At);
        return new AccessRequestView(
            request.Id,
            viewing.View(asker),
            viewing.View(owner),
            request.Terms.Sight,
            request.Terms.Acting,
            request.Terms.Private,
            LastDay(request.Terms.Until, owner),
            request.Words,
            $"{English.NearDay(local.Date, viewing.Today)} {English.Time(local.TimeOfDay)}",
            calendar is not null && calendar.MayGive(request.Terms, Now)
        );
    }

    private static CeilingView View(Ceiling ceiling) => new(ceiling.Sight, ceiling.Acting, ceiling.Private);

    /// <param name="calendars">How many it is about; null of one that was asked for by itself.</param>
    private static string Words(int? calendars, List<AccessRowView> rows, int asks)
    {
        var hold = rows.Count(r => r.Who is not null && r.Note != You);
        var asking = asks == 0 ? "" : $", {English.Count(asks, "asks", "ask")} for more";
        var others = English.Count(hold, "other holds", "others hold");
        if (calendars is not { } many)
            return hold == 0 ? $"Nobody else holds anything by name{asking}." : $"By name {others} something{asking}.";
        var where = English.Count(many, "calendar", "calendars");
        return hold == 0 ? $"In {where} nobody else holds anything{asking}." : $"In {where} {others} something{asking}.";
    }
}
