using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Application.History;

/// <summary>Changes as their reader may know them.</summary>
internal sealed class HistoryRows
{
    private readonly Viewing viewing;
    private readonly CalendarUser owner;
    private readonly LaneCalendars calendars;
    private readonly IReadOnlyDictionary<EntryId, Entry> now;
    private readonly IReadOnlyDictionary<UserId, CalendarUser> people;
    private readonly Dictionary<EntryId, Entry?> left;
    private readonly bool maySeeGrants;

    public HistoryRows(Viewing viewing, CalendarUser owner, LaneCalendars calendars, IReadOnlyList<PastChange> past)
    {
        this.viewing = viewing;
        this.owner = owner;
        this.calendars = calendars;
        now = viewing.Store.EntriesNow([.. past.SelectMany(c => c.Entries).Select(e => e.Id)]);
        left = now.ToDictionary(e => e.Key, e => Left.Of(viewing.Store, e.Value, owner.Id));
        people = viewing.Users(past.SelectMany(Named).Append(owner.Id));
        // Who holds what is told to the owner and to those who may pass something on.
        maySeeGrants =
            owner.Id == viewing.Person.Id || viewing.Held.Any(g => g.Owner == owner.Id && g.Receiver is not null && g.Terms.PassOn);
    }

    public HistoryRowView Row(PastChange change)
    {
        var told = change
            .Entries.Select(e =>
                Disclosure.Past(
                    e.Before,
                    e.After,
                    now.GetValueOrDefault(e.Id),
                    owner.Id,
                    viewing.Viewer,
                    state => calendars.SharedFor(viewing, state, null),
                    left.GetValueOrDefault(e.Id)
                )
            )
            .ToList();
        var local = viewing.Zone.ToLocal(change.At);
        var verb = change.Kind.Verb();
        var what = What(change, told);
        return new HistoryRowView(
            change.Id,
            LaneViews.Ms(change.At),
            $"{English.Day(local.Date)} {local.Year}",
            English.Time(local.TimeOfDay),
            viewing.View(people[change.Actor]),
            change.InNameOf == change.Actor ? null : viewing.View(people[change.InNameOf]),
            $"{(change.TookBack ? "took back: " : change.DidAgain ? "did again: " : "")}{verb}{(what.Length == 0 ? "" : $" {what}")}",
            [.. Details(change, told), .. Instruction(change)],
            change.Under is { } grant && grant.Owner == owner.Id && maySeeGrants
                ? English.Access(grant.Terms, people[grant.Owner], viewing.Person, calendars.NameOf(grant))
                : null,
            change.Undone,
            told is [{ Withheld: false } one] && change.Entries is [var only] && now.ContainsKey(only.Id)
                ? (one.After ?? one.Before)?.PublicId
                : null,
            change.ByAbsence,
            change.Followed is { ByItself: true } && MayKnowInstructions(change.InNameOf),
            change is { ByItself: true, Followed: null }
        );
    }

    private static IEnumerable<UserId> Named(PastChange change) =>
        [
            change.Actor,
            change.InNameOf,
            .. change.People,
            .. change.Members.SelectMany(m => new[] { m.Group, m.Member }),
            .. change.Given.Concat(change.Ended).Select(g => g.Receiver).OfType<UserId>(),
            .. change.Under is { } under ? [under.Owner] : Array.Empty<UserId>(),
            .. change.Entries.SelectMany(e => (e.Before?.Participations ?? []).Concat(e.After?.Participations ?? [])).Select(p => p.Who),
        ];

    /// <summary>What somebody wants answered is told to those who answer for them.</summary>
    private bool MayKnowInstructions(UserId of) => of == viewing.Person.Id || viewing.Viewer.SpeaksFor.ContainsKey(of);

    private IEnumerable<string> Instruction(PastChange change) =>
        change.Followed is { } followed && MayKnowInstructions(change.InNameOf)
            ? [$"Standing instruction: {InstructionWords.Say(viewing, followed.Instruction)}"]
            : [];

    private string What(PastChange change, List<PastEntry> told)
    {
        if (told.Count == 0 && change.EntriesInAll > 0)
            return English.Count(change.EntriesInAll, "entry", "entries");
        if (told.Count > 1)
            return English.Count(told.Count, "entry", "entries");
        if (told.Count == 1)
            return told[0] is { Withheld: false } one ? $"“{(one.After ?? one.Before)!.Title}”" : "something private";
        if (change.People.Count > 3)
            return English.Count(change.People.Count, "person", "people");
        if (change.People.Count > 0)
            return English.And([.. change.People.Select(Name)]);
        return change.Members.Count > 0 ? Name(change.Members[0].Group) : "";
    }

    private IEnumerable<string> Details(PastChange change, List<PastEntry> told)
    {
        foreach (var entry in told.Where(t => !t.Withheld))
        {
            var title = told.Count == 1 ? "" : $"“{(entry.After ?? entry.Before)!.Title}”: ";
            if (entry is { Before: { } before, After: { } after })
                foreach (var line in English.Differences(before, after, viewing.Zone, Name))
                    yield return title + line;
            else if ((entry.After ?? entry.Before) is { } state)
                yield return $"{title}{English.When(state.Time, viewing.Zone)}{(state.Place is null ? "" : $", {state.Place}")}";
        }

        foreach (var joined in change.Members.GroupBy(m => m.Joined))
            yield return $"{English.And([.. joined.Select(m => Name(m.Member))])} {(joined.Key ? "came in" : "left")}";
        if (!maySeeGrants)
            yield break;
        foreach (var grant in change.Given.Where(g => g.Receiver is not null))
            yield return $"{Name(grant.Receiver!.Value)} may {English.Access(grant.Terms, owner, viewing.Person, calendars.NameOf(grant))}";
        foreach (var grant in change.Ended.Where(g => g.Receiver is not null && change.Given.All(o => o.Receiver != g.Receiver)))
            yield return $"{Name(grant.Receiver!.Value)} may no longer {English.Access(grant.Terms, owner, viewing.Person, calendars.NameOf(grant))}";
    }

    private string Name(UserId who) => people[who].Name;
}
