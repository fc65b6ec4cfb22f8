using System.Globalization;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Lanes;

/// <summary>Who is invited, as a screen sends it before anything is stored.</summary>
internal static class Asked
{
    /// <summary>More are not looked at at once: none of them is left out without a word.</summary>
    public const int MostPeople = 200;

    /// <summary>The people behind ids and addresses; an address nobody has yet stands for an external person.</summary>
    /// <exception cref="RefusedException">One of them is unknown, or is no address, or they are more than <see cref="MostPeople"/>.</exception>
    public static IReadOnlyList<(CalendarUser Who, bool Required)> Find(
        Viewing viewing,
        CalendarUser organiser,
        IReadOnlyList<string> required,
        IReadOnlyList<string> optional
    )
    {
        var found = new List<(CalendarUser Who, bool Required)> { (organiser, true) };
        var known = viewing.Store.Users([.. required.Concat(optional).Select(t => t.Trim()).Distinct()]);
        foreach (var (text, must) in required.Select(r => (r, true)).Concat(optional.Select(o => (o, false))))
        {
            var field = must ? "required" : "optional";
            foreach (var who in One(viewing, organiser, known, text.Trim(), field))
            {
                if (found.All(f => f.Who.PublicId != who.PublicId))
                    found.Add((who, must));
            }

            if (found.Count > MostPeople)
                throw new RefusedException(RefusalKind.TooMany, field, MostPeople.ToString(CultureInfo.InvariantCulture));
        }

        return found;
    }

    private static IReadOnlyList<CalendarUser> One(
        Viewing viewing,
        CalendarUser organiser,
        IReadOnlyDictionary<string, CalendarUser> known,
        string text,
        string field
    )
    {
        if (text.Contains('@', StringComparison.Ordinal))
        {
            var address = text.ToLowerInvariant();
            if (!Mailbox.IsAddress(address))
                throw new RefusedException(RefusalKind.AddressIsNone, field, text);
            return
            [
                viewing.Store.UserByAddress(address, organiser.Id)
                    ?? new CalendarUser(default, address, UserKind.Person, text, address, Inside: false, "Etc/UTC", null, null, 0, null),
            ];
        }

        if (!known.TryGetValue(text, out var user) || !viewing.MayKnow(user))
            throw new RefusedException(RefusalKind.PersonUnknown, field, text);
        return user.Kind == UserKind.Group ? [.. viewing.Store.Users(viewing.Store.Members(user.Id)).Values] : [user];
    }
}
