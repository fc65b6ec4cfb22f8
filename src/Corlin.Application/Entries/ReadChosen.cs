using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Entries;

/// <summary>What a chosen time is for each of those asked, and what is wrong with it.</summary>
/// <param name="Wrong">The heaviest first; empty where nothing is.</param>
/// <param name="Picked">Of those of whom only so many must come the ones who do, as far as they can.</param>
/// <param name="Series">How what repeats suits everyone over the half year; null for once.</param>
public sealed record ChosenView(
    long Start,
    long End,
    string When,
    IReadOnlyList<ChosenPersonView> People,
    IReadOnlyList<WarningView> Wrong,
    SeriesView? Series,
    IReadOnlyList<PersonView> Picked
);

public sealed record ChosenPersonView(string Person, string Local, string State, string Tone);

/// <param name="Words">What is wrong.</param>
/// <param name="Mends">What mends it, each in one step; empty where nothing needs to be.</param>
public sealed record WarningView(string Words, string Tone, IReadOnlyList<MendView> Mends);

/// <summary>What is done to the sentence to mend something.</summary>
public enum MendKind
{
    /// <summary>The best free slot is taken instead.</summary>
    Slot,

    /// <summary>It starts at a given moment.</summary>
    Start,

    /// <summary>Somebody is asked to come only if free.</summary>
    Optional,

    /// <summary>It is also held by link.</summary>
    Video,

    /// <summary>A room is taken in place of those that were.</summary>
    Room,

    /// <summary>The papers that stay inside go to those outside.</summary>
    PapersOut,
}

/// <param name="Start">In milliseconds since 1970, where it is about that.</param>
/// <param name="Person">Whom or which room it is about.</param>
public sealed record MendView(MendKind Kind, string Words, long? Start = null, PersonView? Person = null);

public sealed record ReadChosen(
    UserId Viewer,
    string InNameOf,
    IReadOnlyList<string> Required,
    IReadOnlyList<string> Optional,
    Stretch Stretch,
    string? Place,
    bool HasLink,
    Instant Now
)
{
    /// <summary>The draft that is written, for its papers.</summary>
    public string? Draft { get; init; }

    /// <summary>The public id of the meeting where it was saved.</summary>
    public string? Saved { get; init; }

    public string? HoldRequest { get; init; }

    /// <summary>How it repeats, in words; null for once.</summary>
    public string? Repeats { get; init; }

    /// <summary>The tzdb id of the zone in which a series is told; null for the viewer's.</summary>
    public string? ToldIn { get; init; }

    /// <summary>Of whom only so many must come.</summary>
    public IReadOnlyList<SomeWish> Some { get; init; } = [];

    /// <summary>Any room like that is to be free; null where none is sought.</summary>
    public AnyRoom? Room { get; init; }

    /// <summary>Occurrences of a series that are to take place at a time of their own.</summary>
    public IReadOnlyList<MovedOccurrence> Moved { get; init; } = [];

    /// <summary>Whether mail reaches anybody outside.</summary>
    public bool MailLeaves { get; init; } = true;

    public ChosenView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var organiser = viewing.MustSpeakFor(InNameOf);
        var asked = Asked.Find(viewing, organiser, Required, Optional).ToList();
        var but = Apart.Named(viewing, Saved, HoldRequest);
        var picked = Pick(viewing, organiser, asked, but);
        asked.AddRange(picked.Select(p => (p, true)));
        var occurrences = MovedOccurrence.In(HalfYear.Following(Repeats, ToldIn ?? viewing.Zone.Id)?.Invoke(Stretch) ?? [], Moved);
        var around = AtTime.Around(Stretch);
        var lanes = LaneReading.Read(
            viewing,
            [.. asked.Select(a => a.Who)],
            occurrences.Count < 2 ? around : new Stretch(around.Start, AtTime.Around(occurrences[^1]).End)
        );
        var states = lanes.Select(lane => AtTime.One(viewing, lane, Stretch, but)).ToList();
        var local = viewing.Zone.ToLocal(Stretch.Start);
        var papers =
            Draft is null ? []
            : store.Draft(Viewer, Draft) is null ? []
            : store.PapersOfDraft(Draft);
        var wrongs = new Wrongs(
            viewing,
            [.. asked.Zip(states, lanes).Select(a => new AskedAtTime(a.First.Who, a.First.Required, a.Second, a.Third))],
            Stretch,
            Place,
            HasLink,
            papers,
            but,
            [.. Required]
        )
        {
            MailLeaves = MailLeaves,
        };
        return new ChosenView(
            LaneViews.Ms(Stretch.Start),
            LaneViews.Ms(Stretch.End),
            $"{local.DayOfWeek} {local.Day}, {English.Time(local.TimeOfDay)}",
            [.. states.Select(s => new ChosenPersonView(s.Who.PublicId, s.Local, s.Words, s.Tone))],
            [.. wrongs.Find()],
            occurrences.Count < 2
                ? null
                : EachOccurrence.Weigh(
                    viewing,
                    [.. lanes.Zip(asked, (lane, a) => (lane, a.Required))],
                    occurrences,
                    HasLink ? null : wrongs.Site,
                    but
                ),
            [.. picked.Select(viewing.View)]
        );
    }

    /// <summary>Of each wish as many as are wished, who is free before who is not; those who are asked already count.</summary>
    private List<CalendarUser> Pick(
        Viewing viewing,
        CalendarUser organiser,
        IReadOnlyList<(CalendarUser Who, bool Required)> asked,
        Apart but
    )
    {
        var picked = new List<CalendarUser>();
        foreach (var some in SomeAsked.Find(viewing, organiser, Some, Room, Place))
        {
            bool Comes(CalendarUser who) =>
                picked.Exists(p => p.PublicId == who.PublicId) || asked.Any(a => a.Required && a.Who.PublicId == who.PublicId);
            var others = some.Of.Where(w => !Comes(w)).ToList();
            var free = LaneReading
                .Read(viewing, others, AtTime.Around(Stretch))
                .ToLookup(lane => AtTime.One(viewing, lane, Stretch, but).Kind == AtTimeKind.Free, lane => lane.Who);
            picked.AddRange(free[true].Concat(free[false]).Take(Math.Max(0, some.AtLeast - (some.Of.Count - others.Count))));
        }

        return picked;
    }
}
