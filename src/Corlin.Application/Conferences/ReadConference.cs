using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Conferences;

/// <summary>A conference as who stands before it, or is in it, may know it.</summary>
/// <param name="Title">Told to those asked, to who speaks for them, and to who is in.</param>
/// <param name="When">By the clock of who organises, with their town.</param>
/// <param name="Words">What is going on: "Nobody is in yet; it begins at 12:00".</param>
/// <param name="In">Who is in, told as the title is.</param>
/// <param name="Knocking">Those who wait to be let in; told to those inside who are in.</param>
/// <param name="Me">out, knocks, in or refused.</param>
/// <param name="AtOnce">Whether who looks joins at once; else they knock.</param>
/// <param name="Early">Whether joining now starts it before its time.</param>
/// <param name="Calls">Who was called and did not come yet; told to who may call and withdraw.</param>
/// <param name="DialIn">The number and code by telephone, told as the title is.</param>
/// <param name="Entry">With which more can be asked for, where it may be known.</param>
public sealed record ConferenceView(
    long Now,
    string? Title,
    string Organiser,
    string When,
    string Words,
    IReadOnlyList<InView> In,
    IReadOnlyList<InView> Knocking,
    string Me,
    bool Known,
    bool AtOnce,
    bool Early,
    IReadOnlyList<CalledView> Calls,
    string? DialIn,
    string? Entry
);

/// <param name="Person">Null for a guest, and where a guest looks.</param>
/// <param name="Guest">Whether they came by the link alone and are nobody who is known here.</param>
/// <param name="Since">"since 12:01".</param>
public sealed record InView(string Id, string Name, PersonView? Person, bool Guest, string Since, bool Mine);

/// <param name="Words">"ringing", "did not answer", "cannot now", "has mail with the link".</param>
public sealed record CalledView(PersonView Who, string Words, bool Rings);

public sealed record ReadConference(string Key, Comer Comer, Instant Now)
{
    /// <summary>So often it is kept that a page is still open.</summary>
    private static readonly Duration Fresh = Duration.FromSeconds(25);

    /// <returns>With whether it is to be kept that the page of who is in, or knocks, is still open.</returns>
    public (ConferenceView View, bool Stale) Run(ICalendarReads store)
    {
        var at = store.MustFindConference(Key, Now);
        var entry = at.Entry;
        var stands = ConferenceAt.Stands(store, at, Comer.Who, Now);
        var come = store.Come(at);
        var people = store.Users([
            entry.Owner,
            .. come.Select(p => p.Who).OfType<UserId>(),
            .. Comer.Who is { } c ? [c] : Array.Empty<UserId>(),
        ]);
        var viewing = Comer.Who is { } who ? new Viewing(store, who, Now) : null;
        var mine = come.LastOrDefault(p => ConferenceAt.Is(p, Comer));
        var me =
            mine is null ? "out"
            : mine.IsIn(Now) ? "in"
            : mine.Knocks(Now) ? "knocks"
            : mine.State == PresenceState.Refused ? "refused"
            : "out";
        var organiser = people[entry.Owner];
        var zone = viewing?.Zone ?? organiser.HomeZone;
        var present = come.Where(p => p.IsIn(Now)).ToList();
        InView View(Presence p) =>
            new(
                p.PublicId,
                p.Name,
                p.Who is { } known && viewing is not null ? viewing.View(people[known]) : null,
                p.Who is null,
                $"since {English.Time(zone.ToLocal(p.JoinedAt ?? p.AskedAt).TimeOfDay)}",
                ConferenceAt.Is(p, Comer)
            );
        // Who only has the link learns how many are in, not who.
        var told = stands || me == "in";
        var inside = Comer.Who is { } w && people[w].Inside;
        var view = new ConferenceView(
            LaneViews.Ms(Now),
            told ? at.Title : null,
            organiser.Name,
            When(at, zone, viewing is null ? Zones.City(organiser.Zone) : null),
            Words(at, present, told, zone),
            told ? [.. present.Select(View)] : [],
            inside && me == "in" ? [.. come.Where(p => p.Knocks(Now)).Select(View)] : [],
            me,
            Comer.Who is not null,
            ConferenceRules.JoinsAtOnce(entry, inside, stands),
            at.Stretch.Start - Duration.FromMinutes(5) > Now && present.Count == 0,
            viewing is not null && entry.Convened && viewing.Viewer.StandsFor(entry.Owner, entry.Private)
                ? Calls(viewing, entry, come)
                : [],
            told ? entry.DialIn : null,
            stands ? entry.PublicId : null
        );
        return (view, me is "in" or "knocks" && Now - mine!.SeenAt > Fresh);
    }

    private static string When(Occurrence at, DateTimeZone zone, string? town)
    {
        var (from, to) = (zone.ToLocal(at.Stretch.Start), zone.ToLocal(at.Stretch.End));
        var told = at.Entry.Convened ? English.Time(from.TimeOfDay) : $"{English.Time(from.TimeOfDay)} to {English.Time(to.TimeOfDay)}";
        return $"{English.Day(from.Date)}, {told}{(town is null ? "" : $" in {town}")}";
    }

    private string Words(Occurrence at, List<Presence> present, bool told, DateTimeZone zone)
    {
        if (present.Count > 0 && !told)
            return $"{English.Capital(English.Count(present.Count, "person is", "people are"))} in.";
        if (present.Count > 0)
            return $"{English.And([.. present.Take(3).Select(p => p.Name), .. present.Count > 3 ? [$"{present.Count - 3} more"] : Array.Empty<string>()])} {(present.Count == 1 ? "is" : "are")} in.";
        if (at.Stretch.Start > Now)
            return $"Nobody is in yet; it begins at {English.Time(zone.ToLocal(at.Stretch.Start).TimeOfDay)}.";
        return at.Stretch.End <= Now ? $"It was over at {English.Time(zone.ToLocal(at.Stretch.End).TimeOfDay)}." : "Nobody is in.";
    }

    private IReadOnlyList<CalledView> Calls(Viewing viewing, Entry entry, IReadOnlyList<Presence> come)
    {
        var calls = viewing.Store.CallsOf(entry.Id, 100).GroupBy(c => c.Who).ToDictionary(g => g.Key, g => g.First());
        var missing = entry
            .Participations.Where(p => p.Role != AttendeeRole.Resource && !come.Any(c => c.Who == p.Who && c.JoinedAt is not null))
            .Select(p => p.Who)
            .ToList();
        var people = viewing.Users(missing);
        return [.. missing.Select(who => Called(viewing, people[who], calls.GetValueOrDefault(who)))];
    }

    private CalledView Called(Viewing viewing, CalendarUser who, Call? call) =>
        call switch
        {
            null => new CalledView(viewing.View(who), who.Inside ? "not called" : "has mail with the link", false),
            { State: CallState.PutOff } => new CalledView(viewing.View(who), "cannot now", false),
            { State: CallState.Withdrawn } => new CalledView(viewing.View(who), "no longer called", false),
            _ when call.Rings(Now) => new CalledView(viewing.View(who), "ringing", true),
            _ => new CalledView(viewing.View(who), "did not answer", false),
        };
}
