using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;

namespace Corlin.Application.Meetings;

/// <summary>Something that the viewer is told of a meeting.</summary>
/// <param name="For">Whose part in it it is.</param>
/// <param name="Verb">Cancelled, Moved, Changed or Without.</param>
/// <param name="Words">What was done and by whom: "Tide lease, Tuesday 16 March, 12:00 to 12:45, does not take place."</param>
/// <param name="Note">What who did it wrote with it.</param>
/// <param name="Near">It begins, or was to, within a day of when it was told.</param>
/// <param name="Entry">The public id of the meeting where it still stands on that lane.</param>
public sealed record MeetingNewsView(long Id, PersonView For, string Verb, string Words, string? Note, bool Near, string? Entry);

internal static class MeetingNewsViews
{
    private const int Most = 8;

    /// <summary>What the viewer was told of meetings and has not put away: what is near first, then the latest.</summary>
    public static IReadOnlyList<MeetingNewsView> Read(Viewing viewing)
    {
        var store = viewing.Store;
        // Of somebody for whom they speak no more they are told nothing.
        var news = store.MeetingNewsFor(viewing.Person.Id, viewing.Now, Most).Where(n => viewing.Viewer.MaySpeakFor(n.Lane)).ToList();
        if (news.Count == 0)
            return [];
        var now = store.EntriesNow([.. news.Select(n => n.Entry).Distinct()]);
        var past = news.Select(n => (News: n, Change: store.PastOf(n.Entry, n.Change + 1, 1).FirstOrDefault(c => c.Id == n.Change)))
            .ToList();
        var users = viewing.Users(
            past.SelectMany(p =>
                (IEnumerable<UserId>)
                    [p.News.Lane, .. p.Change is { } c ? [c.Actor, c.InNameOf, .. c.Entries.SelectMany(People)] : Array.Empty<UserId>()]
            )
        );
        return
        [
            .. past.Select(p => View(viewing, p.News, p.Change, now.GetValueOrDefault(p.News.Entry), users)).OrderByDescending(v => v.Near),
        ];
    }

    private static IEnumerable<UserId> People(ChangedEntry entry) =>
        (entry.Before?.Participations ?? [])
            .Concat(entry.After?.Participations ?? [])
            .Select(p => p.Who)
            .Concat(entry.After is { } after ? [after.Owner] : []);

    private static MeetingNewsView View(
        Viewing viewing,
        MeetingNews news,
        PastChange? change,
        Entry? now,
        IReadOnlyDictionary<UserId, CalendarUser> users
    )
    {
        var did = change?.Entries.FirstOrDefault(e => e.Id == news.Entry);
        // Who is invited no more knows it as they were told it before.
        var told =
            did is null ? null
            : news.Kind == EffectKind.Removed ? Disclosure.Past(did.Before, null, null, news.Lane, viewing.Viewer, _ => Rights.None)
            : Disclosure.Past(
                did.Before,
                did.After,
                now,
                news.Lane,
                viewing.Viewer,
                _ => Rights.None,
                Left.Of(viewing.Store, now, news.Lane)
            );
        var state = told is { Withheld: false } ? told.After ?? told.Before : null;
        var who =
            change is null ? ""
            : change.InNameOf == change.Actor ? users[change.Actor].Name
            : $"{users[change.Actor].Name} for {users[change.InNameOf].Name}";
        var near = news.Stretch.Start > news.At && news.Stretch.Start - news.At < English.ShortNotice;
        return new MeetingNewsView(
            news.Id,
            viewing.View(users[news.Lane]),
            English.Verb(news.Kind),
            English.MeetingNews(news, told, state, who, did?.After is { } after ? users[after.Owner].Name : "", viewing.Zone, id =>
                users[id].Name
            ),
            state is null ? null : news.Note,
            near,
            state is not null && news.Kind != EffectKind.Removed && now is { Status: MeetingStatus.Sent } ? now.PublicId : null
        );
    }
}
