using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;

namespace Corlin.Application.Access;

/// <summary>Something that the viewer is told of their access.</summary>
/// <param name="Owner">Whose calendar it is about.</param>
/// <param name="Words">"Maren Falk lets you see headlines of her calendar, to 26 March."</param>
/// <param name="Line">What who did it wrote with it.</param>
/// <param name="ToLane">Whether there is something to look at.</param>
public sealed record AccessNewsView(long Id, PersonView Owner, string Words, string? Line, bool ToLane);

internal static class AccessNewsViews
{
    private const int Most = 5;

    /// <summary>What the viewer was told of their access and has not put away, latest first.</summary>
    public static IReadOnlyList<AccessNewsView> Read(Viewing viewing)
    {
        var news = viewing.Store.AccessNewsFor(viewing.Person.Id, viewing.Now, Most);
        var users = viewing.Users(news.SelectMany(n => new[] { n.Owner, n.By, n.To }));
        return
        [
            .. news.Select(n => new AccessNewsView(
                n.Id,
                viewing.View(users[n.Owner]),
                Words(viewing, n, users),
                n.Line,
                n.Kind is AccessNewsKind.Granted or AccessNewsKind.Changed && n.Terms.Sight > Sight.Nothing
            )),
        ];
    }

    private static string Away(AccessNews news, CalendarUser owner) =>
        English.FromTo(new Core.Time.Stretch(news.Terms.From!.Value, news.Terms.Until!.Value), owner.HomeZone);

    private static string Words(Viewing viewing, AccessNews news, IReadOnlyDictionary<UserId, CalendarUser> users)
    {
        var (owner, by) = (users[news.Owner], users[news.By]);
        // Done in the owner's name it shows both names.
        var who = by.Id == owner.Id ? owner.Name : $"{by.Name} for {owner.Name}";
        var dated = English.Dated(news.Terms, owner);
        var to = news.To == viewing.Person.Id ? "you" : users[news.To].Name;
        var access = English.Access(news.Terms, owner, viewing.Person, news.On);
        return news.Kind switch
        {
            AccessNewsKind.Granted => $"{who} lets {to} {access}{dated}.",
            AccessNewsKind.Changed => $"{who} changed it: {to} may now {access}{dated}.",
            AccessNewsKind.Lowered => $"The organisation allows less: {to} may now {access}{dated}.",
            AccessNewsKind.Withdrawn => $"{who} has withdrawn it: {to} may no longer {access}.",
            AccessNewsKind.KeyMade
            or AccessNewsKind.WayInClosed
            or AccessNewsKind.WayInOpened
            or AccessNewsKind.SecondFactorTaken
            or AccessNewsKind.SignedOut
            or AccessNewsKind.AdministratorMade
            or AccessNewsKind.AdministratorEnded => English.Capital(English.WayIn(news.Kind, owner, by, viewing.Person)) + ".",
            AccessNewsKind.Covers => $"{who} put {to} down as cover: {owner.GivenName} is away {Away(news, owner)}.",
            AccessNewsKind.CoversNoMore =>
                $"{who}: {to} need not cover for {owner.GivenName} any more, who was to be away {Away(news, owner)}.",
            AccessNewsKind.Ended => $"It has ended: {to} could {access}.",
            _ => $"{who} refuses what you asked for: to {access}.",
        };
    }
}
