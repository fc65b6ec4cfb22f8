using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Files;

/// <summary>A calendar kept elsewhere, as those who may change the lane know it.</summary>
/// <param name="Most">firm, pencilled or free: the most that its entries take up time.</param>
/// <param name="EveryMinutes">How long after a reading the next is due.</param>
/// <param name="Entries">How many of its entries stand here.</param>
/// <param name="Read">"Read today at 09:40", or that it never was.</param>
/// <param name="Failure">Why the last try failed, and when the next comes; null where it did not.</param>
/// <param name="Waiting">It is due and being read.</param>
public sealed record FollowedView(
    long Id,
    string Name,
    string Address,
    string Most,
    int EveryMinutes,
    int Entries,
    string Read,
    string? Failure,
    bool Waiting
);

/// <param name="MayChange">Whether the viewer may follow calendars on that lane.</param>
public sealed record FollowedListView(bool MayChange, IReadOnlyList<FollowedView> Calendars);

/// <summary>The calendars kept elsewhere that stand on a lane.</summary>
/// <param name="Owner">The public id of whose lane it is.</param>
public sealed record ReadFollowed(UserId Viewer, string Owner, Instant Now)
{
    public FollowedListView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.Find(Owner) ?? throw new RefusedException(RefusalKind.PersonUnknown, "who", Owner);
        // An address opens the calendar behind it: who may not change the lane learns of none.
        if (!viewing.RightsOn([owner.Id]).TryGetValue(owner.Id, out var own) || own.Acting < Acting.Change)
            return new FollowedListView(false, []);
        var followed = store.FollowedBy([owner.Id]);
        var counts = store.CountAtHome([.. followed.Select(f => f.Calendar)]);
        return new FollowedListView(true, [.. followed.Select(f => View(viewing, f, counts.GetValueOrDefault(f.Calendar)))]);
    }

    private static FollowedView View(Viewing viewing, Followed followed, int entries) =>
        new(
            followed.Id,
            followed.Name,
            followed.Address,
            English.Word(followed.Most),
            (int)followed.Every.TotalMinutes,
            entries,
            followed.FetchedAt is { } read ? $"Read {UnreadCalendars.At(viewing, read)}" : "Never read yet",
            followed.Failure is { } why
                ? $"{English.Word(why)}. {(followed.FetchedAt is null ? "The" : "What was read last stays; the")} next try is {UnreadCalendars.At(viewing, followed.DueAt)}."
                : null,
            followed.DueAt <= viewing.Now
        );
}
