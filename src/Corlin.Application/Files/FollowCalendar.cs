using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Files;

/// <summary>What a user says of a calendar kept elsewhere.</summary>
/// <param name="Address">http, https or webcal, which is another word for https.</param>
/// <param name="Most">The most that its entries take up time.</param>
public sealed record Following(string Name, string Address, TimeTaken Most, Duration Every)
{
    private const int LongestName = 100;
    private const int LongestAddress = 2_000;

    /// <summary>The same, as it is kept.</summary>
    /// <exception cref="RefusedException">Some of it cannot be.</exception>
    internal Following Checked()
    {
        var name = Name.Trim();
        if (name.Length is 0 or > LongestName)
            throw new RefusedException(RefusalKind.BadInput, "name", name);
        if (Every < Followed.Shortest || Every > Followed.Longest)
            throw new RefusedException(RefusalKind.BadInput, "every", Every.ToString());
        if (Most == TimeTaken.Hold || !Enum.IsDefined(Most))
            throw new RefusedException(RefusalKind.BadInput, "most", Most.ToString());
        return this with { Name = name, Address = CheckedAddress() };
    }

    private string CheckedAddress()
    {
        var text = Address.Trim();
        if (text.StartsWith("webcal:", StringComparison.OrdinalIgnoreCase))
            text = "https:" + text[7..];
        // A name or password in it would be shown and sent; addresses that need one carry a key in their path.
        var read =
            text.Length <= LongestAddress
            && Uri.TryCreate(text, UriKind.Absolute, out var uri)
            && uri.Scheme is "http" or "https"
            && uri.Host.Contains('.', StringComparison.Ordinal)
            && uri.UserInfo.Length == 0;
        return read ? text : throw new RefusedException(RefusalKind.AddressNotRead, "address", text.Length > 80 ? text[..80] + "…" : text);
    }
}

/// <summary>Lets a calendar kept elsewhere stand on somebody's lane.</summary>
[Change(ChangeKind.CalendarFollowed, "subscribed to a calendar", MayTakeBack.ByWhoChangesTheLane)]
public sealed record FollowCalendar(UserId Actor, UserId InNameOf, Following What) : IChange<long>
{
    public const int MostOfOne = 20;

    public long Apply(IChangeSession session)
    {
        var rights = session.MustChangeLane(Actor, InNameOf);
        var what = What.Checked();
        var others = session.FollowedBy([InNameOf]);
        if (others.Count >= MostOfOne)
            throw new RefusedException(RefusalKind.TooMany, null, MostOfOne.ToString(CultureInfo.InvariantCulture));
        if (others.Any(o => o.Name == what.Name))
            throw new RefusedException(RefusalKind.NameTaken, "name", what.Name);
        var change = session.Begin(ChangeKind.CalendarFollowed, Actor, InNameOf, rights.Grant);
        session.FollowedStore.Follow(
            new Followed(0, default, InNameOf, what.Name, what.Address, what.Most, what.Every) { DueAt = session.Now }
        );
        return change;
    }
}

/// <summary>Changes what was said of a calendar kept elsewhere.</summary>
[Change(ChangeKind.FollowingChanged, "changed a subscribed calendar", MayTakeBack.ByWhoChangesTheLane)]
public sealed record ChangeFollowing(UserId Actor, UserId InNameOf, long Id, Following What) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustChangeLane(Actor, InNameOf);
        var stands = session.MustBeFollowed(InNameOf, Id);
        var what = What.Checked();
        if (session.FollowedBy([InNameOf]).Any(o => o.Id != Id && o.Name == what.Name))
            throw new RefusedException(RefusalKind.NameTaken, "name", what.Name);
        var change = session.Begin(ChangeKind.FollowingChanged, Actor, InNameOf, rights.Grant);
        var next = stands with { Name = what.Name, Address = what.Address, Most = what.Most, Every = what.Every };
        // At another address nothing of what is known of the old one holds.
        session.FollowedStore.Follow(
            what.Address == stands.Address
                ? next
                : next with
                {
                    Tag = null,
                    FetchedAt = null,
                    Failure = null,
                    Failures = 0,
                    DueAt = session.Now,
                }
        );
        return change;
    }
}

/// <summary>Takes a calendar kept elsewhere off the lane.</summary>
[Change(ChangeKind.FollowingEnded, "unsubscribed from a calendar", MayTakeBack.ByWhoChangesTheLane)]
public sealed record EndFollowing(UserId Actor, UserId InNameOf, long Id) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustChangeLane(Actor, InNameOf);
        var stands = session.MustBeFollowed(InNameOf, Id);
        var change = session.Begin(ChangeKind.FollowingEnded, Actor, InNameOf, rights.Grant);
        session.FollowedStore.End(stands);
        return change;
    }
}

/// <summary>Has a calendar kept elsewhere read now, not only when it is due.</summary>
public sealed record FetchNow(UserId Actor, UserId InNameOf, long Id) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        session.MustChangeLane(Actor, InNameOf);
        session.FollowedStore.Noted(session.MustBeFollowed(InNameOf, Id) with { DueAt = session.Now });
        return true;
    }
}

/// <summary>Keeps what was read of a calendar kept elsewhere: its entries become what stands there.</summary>
/// <param name="Read">As it was when it was asked for.</param>
/// <param name="Entries">Null where nothing has changed, or it failed.</param>
internal sealed record TakeOver(Followed Read, IReadOnlyList<Entry>? Entries, string? Tag, FetchFailure? Failure) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        // It was changed or ended while it was read: what came is of something else.
        if (session.Followed(Read.Id) is not { } followed || followed.Address != Read.Address)
            return false;
        if (Entries is not null)
            Mirror(session, followed, Entries);
        session.FollowedStore.Noted(Failure is { } why ? followed.Failed(why, session.Now) : followed.Read(Tag, session.Now));
        return true;
    }

    private static void Mirror(IChangeSession session, Followed followed, IReadOnlyList<Entry> entries)
    {
        var stand = session.AtHome(followed.Calendar);
        var next = new List<Entry>();
        foreach (var entry in entries)
        {
            if (!stand.TryGetValue(entry.Uid, out var stands))
            {
                next.Add(FromFile.New(entry, followed.Calendar, followed.Owner, followed.Owner, session.Now) with { KeptElsewhere = true });
            }
            else if (!FromFile.SaysTheSame(stands, entry))
            {
                next.Add(FromFile.Taken(stands, entry));
            }
        }

        var there = entries.Select(e => e.Uid).ToHashSet(StringComparer.Ordinal);
        session.FollowedStore.Mirror(followed, next, [.. stand.Values.Where(s => !there.Contains(s.Uid)).Select(s => s.Id)]);
    }
}

internal static class FollowedRight
{
    /// <exception cref="RefusedException">That lane has none of that number.</exception>
    public static Followed MustBeFollowed(this IChangeSession session, UserId owner, long id) =>
        session.Followed(id) is { } followed && followed.Owner == owner ? followed : throw new RefusedException(RefusalKind.NotFound);
}
