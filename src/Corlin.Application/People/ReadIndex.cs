using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.People;

/// <summary>People, groups and rooms by name.</summary>
/// <param name="Count">How many there are; the first of them are told.</param>
/// <param name="MayAdminister">Whether the viewer keeps people inside, groups and rooms.</param>
/// <param name="Keeps">The principals whose own contacts the viewer keeps.</param>
public sealed record IndexView(IReadOnlyList<IndexRow> Rows, int Count, bool MayAdminister, IReadOnlyList<PersonView> Keeps);

/// <param name="Line">What they are, in a few words.</param>
public sealed record IndexRow(PersonView Who, string Line);

/// <param name="Of">people, outside, groups or rooms; all of them where null.</param>
public sealed record ReadIndex(UserId Viewer, string Text, string? Of, Instant Now)
{
    private const int Most = 200;

    public IndexView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        (UserKind[] Kinds, bool? Inside) wanted = Of switch
        {
            null => ([UserKind.Person, UserKind.Group, UserKind.Room, UserKind.Resource], null),
            "people" => ([UserKind.Person], true),
            "outside" => ([UserKind.Person], false),
            "groups" => ([UserKind.Group], null),
            "rooms" => ([UserKind.Room, UserKind.Resource], null),
            _ => throw new RefusedException(RefusalKind.BadInput, "of", Of),
        };
        var (found, count) = store.Index(Text.Trim(), wanted.Kinds, wanted.Inside, viewing.Keeps, Most);
        var members = store.CountMembers([.. found.Where(f => f.Kind == UserKind.Group).Select(f => f.Id)]);
        var facts = store.Facts([.. found.Where(f => f.Kind == UserKind.Room).Select(f => f.Id)]);
        return new IndexView(
            [
                .. found.Select(f => new IndexRow(
                    viewing.View(f),
                    Line(viewing, f, members.GetValueOrDefault(f.Id), facts.GetValueOrDefault(f.Id))
                )),
            ],
            count,
            store.IsAdministrator(Viewer),
            [
                .. viewing
                    .Users(viewing.Keeps)
                    .Values.Where(u => viewing.Keeps.Contains(u.Id) && u.Kind == UserKind.Person)
                    .OrderBy(u => u.Flag)
                    .Select(viewing.View),
            ]
        );
    }

    private static string Line(Viewing viewing, CalendarUser who, int members, PersonFacts? facts)
    {
        var parts = who.Kind switch
        {
            UserKind.Group => [English.Count(members, "member", "members")],
            UserKind.Room or UserKind.Resource =>
            [
                facts?.Capacity is { } n ? English.Count(n, "seat", "seats") : who.Post,
                SiteOf(viewing, who),
            ],
            _ when who.KeptFor is { } principal => [$"contact of {viewing.Users([principal])[principal].GivenName}", who.Post],
            _ when !who.Inside => [who.Post, who.Address[(who.Address.IndexOf('@', StringComparison.Ordinal) + 1)..]],
            _ => new[] { who.Post, viewing.TownOf(who) },
        };
        return string.Join(", ", parts.Where(p => !string.IsNullOrEmpty(p)));
    }

    private static string? SiteOf(Viewing viewing, CalendarUser room) => viewing.SiteOf(room.Place) ?? room.Place;
}
