using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Watching;

/// <summary>
/// Invitations that the principal and who keeps the calendar answered differently: the organiser was told one thing, then another.
/// </summary>
internal static class Contradicted
{
    /// <summary>So long ago is looked at who answered.</summary>
    private static readonly Duration Lately = Duration.FromDays(7);

    private const int MostEntries = 20;
    private const int MostChanges = 30;

    public static IEnumerable<Concern> Find(Looking looking, IReadOnlyList<Lane> lanes)
    {
        var viewing = looking.Viewing;
        var byWho = lanes.ToDictionary(l => l.Who.Id);
        var both = viewing.Store.AnsweredByMore([.. byWho.Keys], viewing.Now - Lately, MostEntries);
        if (both.Count == 0)
            yield break;
        var entries = viewing.Store.EntriesNow([.. both.Select(b => b.Entry)]);
        foreach (var (who, id) in both.Where(b => entries.ContainsKey(b.Entry)))
        {
            foreach (var (which, before, now) in Apart(viewing.Store, id, who))
            {
                if (Concern(looking, byWho[who], entries[id], which, before, now) is { } concern)
                    yield return concern;
            }
        }
    }

    private static IEnumerable<(LocalDateTime? Which, GivenFor Before, GivenFor Now)> Apart(ICalendarReads store, EntryId entry, UserId who)
    {
        var given = store
            .PastOf(entry, null, MostChanges)
            .Where(c => c is { Kind: ChangeKind.InvitationAnswered, Undone: false, TookBack: false } && c.InNameOf == who)
            .OrderBy(c => c.Id)
            .SelectMany(c => c.Entries.Where(e => e.Id == entry && e.After is not null).SelectMany(e => Given(e, c, who)))
            .ToLookup(g => g.Which, g => g.Given);
        foreach (var answers in given)
            if (AnsweredApart.Of(who, [.. answers]) is { } apart)
                yield return (answers.Key, apart.Before, apart.Now);
    }

    private static IEnumerable<(LocalDateTime? Which, GivenFor Given)> Given(ChangedEntry changed, PastChange change, UserId who) =>
        changed
            .After!.Participations.Where(p => p.Who == who && p.Answer != Answer.None)
            .Where(p =>
                changed.Before?.Participations.FirstOrDefault(b => b.Who == who && b.RecurrenceId == p.RecurrenceId) is not { } before
                || before.AnsweredAt != p.AnsweredAt
            )
            .Select(p => (p.RecurrenceId, new GivenFor(change.Actor, p.Answer, change.At)));

    private static Concern? Concern(Looking looking, Lane lane, Entry entry, LocalDateTime? which, GivenFor before, GivenFor now)
    {
        var viewing = looking.Viewing;
        var ahead = new Stretch(viewing.Now, viewing.Now + Duration.FromDays(LookAheads.MostDays));
        var next = Occurrences
            .In(entry, ahead, lane.Who.HomeZone)
            .FirstOrDefault(o => o.Stretch.Start > viewing.Now && (which is null || o.RecurrenceId == which));
        if (
            next is null
            || !looking.IsDue(ConcernKind.AnsweredApart, lane, next.Stretch.Start)
            // What was declined last left the lane.
            || viewing.CalendarsOf([lane.Who.Id])[lane.Who.Id].ToldOrDeclined(viewing, next) is not { Whole: not null } told
        )
            return null;
        var people = viewing.Users([before.By, now.By]);
        return new Concern(
            ConcernKind.AnsweredApart,
            lane,
            $"{entry.PublicId}@{LaneViews.Id(which)}",
            $"{before.At} {now.At}",
            told.Stretch.Start
        )
        {
            Title = told.Title!,
            Text = LaneWords.When(viewing, lane, told.Stretch),
            Judgement = "Answered twice",
            Reason =
                $"{people[before.By].GivenName} said {English.Word(before.Answer)}, then {people[now.By].GivenName} {English.Word(now.Answer)}",
            Entry = new LaneEntry(next, told, null),
            Marked = told.Stretch,
        };
    }
}
