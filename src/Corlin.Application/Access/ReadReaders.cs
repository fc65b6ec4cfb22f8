using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Access;

/// <summary>How many people can read a title on a lane, and how many where it is private. The owner is not counted.</summary>
/// <param name="Words">"7 people can read this title".</param>
/// <param name="PrivateWords">The same where it is private.</param>
public sealed record ReadersView(int Readers, int PrivateReaders, string Words, string PrivateWords);

/// <param name="Owner">On whose lane it stands; the viewer must be able to add to it.</param>
/// <param name="Calendar">The public id of one of their further calendars; null for the main one.</param>
public sealed record ReadReaders(UserId Viewer, string Owner, string? Calendar, Instant Now)
{
    public ReadersView? Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        if (viewing.Find(Owner) is not { } owner || !viewing.CalendarsOf([owner.Id]).TryGetValue(owner.Id, out var own))
            return null;
        if (own.Find(Calendar) is not { Rights.Acting: >= Acting.Add } chosen)
            return null;
        var grants = store.GrantsIn([owner.Id]).Where(g => g.HoldsAt(Now) && g.IsOn(chosen.Id)).ToList();
        var (open, closed) = TitleReaders.Count(viewing, owner, grants);
        return new ReadersView(open, closed, Words(open, owner), Words(closed, owner));
    }

    private static string Words(int count, CalendarUser owner) =>
        count switch
        {
            0 => $"Only {owner.GivenName} can read this title",
            1 => $"{owner.GivenName} and one other can read this title",
            _ => $"{owner.GivenName} and {count} others can read this title",
        };
}
