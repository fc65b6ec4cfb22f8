using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.People;

/// <summary>What the viewer may know of somebody, a group or a room.</summary>
/// <param name="Version">Sent back with a change.</param>
/// <param name="MayChange">Whether the viewer may change what is known of them.</param>
/// <param name="WhyNot">Who may, where the viewer may not; null otherwise.</param>
/// <param name="MayRemove">Whether the viewer may take them out of what is found.</param>
/// <param name="MayDelete">Whether the viewer may delete for good what is kept of them.</param>
/// <param name="Removed">They were removed from the directory, or deleted: nothing of them is changed any more.</param>
/// <param name="MayReadHistory">Whether the viewer may read what was done in their name.</param>
/// <param name="MayAdminister">Whether the viewer manages people, and so their ways in.</param>
/// <param name="MayGrant">Whether the viewer lets others into the calendar of a room or another resource.</param>
/// <param name="Hours">The working hours as told, by weekday; null where none were.</param>
/// <param name="HoursWords">The same in words.</param>
/// <param name="Place">The usual place, or null.</param>
/// <param name="Places">Those of the set-up, to choose from.</param>
/// <param name="KeptFor">The principal whose contact it is, or null.</param>
/// <param name="Members">Of a group, who is in it.</param>
/// <param name="Former">Of a group, who was in it, latest first.</param>
/// <param name="Groups">The groups they are in themselves.</param>
/// <param name="Everyone">How many people a group is, groups in it counted through.</param>
/// <param name="Waiting">Where their mail is to go, which waits; told to who may change what is known of them.</param>
public sealed record PersonPageView(
    PersonView Who,
    int Version,
    bool MayChange,
    string? WhyNot,
    bool MayRemove,
    bool MayDelete,
    bool Removed,
    bool MayReadHistory,
    bool MayAdminister,
    bool MayGrant,
    bool HasLane,
    IReadOnlyList<HoursSpanView>? Hours,
    string HoursWords,
    string? Place,
    IReadOnlyList<string> Places,
    IReadOnlyList<string> OtherAddresses,
    IReadOnlyList<string> Telephones,
    PersonView? Assistant,
    string? Note,
    int? Capacity,
    IReadOnlyList<string> Features,
    PersonView? KeptFor,
    IReadOnlyList<MemberView> Members,
    IReadOnlyList<MemberView> Former,
    IReadOnlyList<PersonView> Groups,
    int Everyone,
    WaitingAddressView? Waiting
);

/// <param name="Day">1 for Monday to 7 for Sunday.</param>
/// <param name="From">Minutes of the wall clock since midnight.</param>
public sealed record HoursSpanView(int Day, int From, int To, string? Place);

/// <param name="Words">Since when, or from when to when.</param>
public sealed record MemberView(PersonView Who, string Words);

public sealed record ReadPerson(UserId Viewer, string Who, Instant Now)
{
    private const int MostMembers = 2_000;

    public PersonPageView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var who = viewing.Find(Who);
        // Somebody else's contact is not told from nobody.
        if (who is null)
            throw new RefusedException(RefusalKind.NotFound);
        var facts = store.Facts([who.Id])[who.Id];
        var rights = viewing.RightsOn([who.KeptFor ?? who.Id]);
        var administrator = store.IsAdministrator(Viewer);
        var whyNot = Keeping.WhyNot(
            who,
            Viewer,
            administrator,
            rights.TryGetValue(who.KeptFor ?? who.Id, out var own) ? own : own = Rights.None
        );
        var mayChange = whyNot is null && !who.Removed;
        var mayRemove = whyNot is null && (who.Kind != UserKind.Person || who.KeptFor is not null || (!who.Inside && administrator));
        var memberships = who.Kind == UserKind.Group ? store.Memberships(who.Id, MostMembers) : [];
        var groups = store.MembershipsOf(who.Id);
        var people = viewing.Users([
            .. memberships.Select(m => m.Member),
            .. groups.Select(g => g.Group),
            .. new[] { facts.Assistant, who.KeptFor }.OfType<UserId>(),
        ]);
        return new PersonPageView(
            viewing.View(who),
            who.Version,
            mayChange,
            who.Removed ? English.InDirectoryNoMore
                : whyNot is { } reason ? English.Word(reason, who)
                : null,
            mayRemove && !who.Removed,
            mayRemove && who is { Kind: UserKind.Person, Deleted: false },
            who.Removed,
            who.KeptFor is null && own is { Sight: Sight.Everything },
            administrator && !who.Removed,
            who is { Removed: false, Kind: UserKind.Room or UserKind.Resource } && Granting.IsAsOwner(who, Viewer, () => administrator),
            who.Inside && who.Kind != UserKind.Group,
            who.Hours?.Spans.Select(s => new HoursSpanView((int)s.Day, s.From, s.To, s.Place)).ToList(),
            English.Hours(who.Hours),
            who.Place,
            [.. viewing.Places.Values.Where(p => !p.Closed).Select(p => p.Name).Order(StringComparer.Ordinal)],
            facts.OtherAddresses,
            facts.Telephones,
            facts.Assistant is { } assistant ? viewing.View(people[assistant]) : null,
            facts.Note,
            facts.Capacity,
            facts.Features,
            who.KeptFor is { } kept ? viewing.View(people[kept]) : null,
            [
                .. memberships
                    .Where(m => m.Until is null)
                    .Select(m => new MemberView(
                        viewing.View(people[m.Member]),
                        m.From == default ? "" : $"since {English.DayAndYear(Date(viewing, m.From))}"
                    )),
            ],
            [
                .. memberships
                    .Where(m => m.Until is not null)
                    .Select(m => new MemberView(
                        viewing.View(people[m.Member]),
                        $"{(m.From == default ? "" : English.DayAndYear(Date(viewing, m.From)) + " ")}to {English.DayAndYear(Date(viewing, m.Until!.Value))}"
                    )),
            ],
            [.. groups.Select(g => viewing.View(people[g.Group]))],
            who.Kind == UserKind.Group ? store.Members(who.Id).Count : 0,
            mayChange ? AddressesThatWait.Of(viewing, who, administrator) : null
        );
    }

    private static LocalDate Date(Viewing viewing, Instant at) => viewing.Zone.ToLocal(at).Date;
}
