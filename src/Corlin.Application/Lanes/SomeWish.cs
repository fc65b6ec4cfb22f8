using System.Globalization;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Lanes;

/// <summary>So many of some must come, whichever they are: "one of the two lawyers", "any of these rooms".</summary>
/// <param name="Of">Public ids or addresses; a group stands for its members.</param>
public sealed record SomeWish(IReadOnlyList<string> Of, int AtLeast);

/// <summary>The same as people.</summary>
internal sealed record SomeAsked(IReadOnlyList<CalendarUser> Of, int AtLeast)
{
    /// <summary>More of them in one search make no sense.</summary>
    public const int MostWishes = 5;

    /// <exception cref="RefusedException">One is unknown, or more are wished than there are.</exception>
    public static IReadOnlyList<SomeAsked> Find(Viewing viewing, CalendarUser organiser, IReadOnlyList<SomeWish> wishes)
    {
        if (wishes.Count > MostWishes)
            throw new RefusedException(RefusalKind.TooMany, "some", MostWishes.ToString(CultureInfo.InvariantCulture));
        return
        [
            .. wishes.Select(w =>
            {
                IReadOnlyList<CalendarUser> of = [.. Asked.Find(viewing, organiser, [], w.Of).Skip(1).Select(a => a.Who)];
                return w.AtLeast >= 1 && w.AtLeast <= of.Count
                    ? new SomeAsked(of, w.AtLeast)
                    : throw new RefusedException(RefusalKind.MoreThanThereAre, "some", of.Count.ToString(CultureInfo.InvariantCulture));
            }),
        ];
    }
}
