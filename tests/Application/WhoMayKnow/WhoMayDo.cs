using Corlin.Application.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>
/// Whatever an organisation is, every change is done or refused as a plain second statement of the rules says, and a refusal tells no
/// difference between what is hidden and what is not there.
/// </summary>
internal static class WhoMayDo
{
    /// <summary>So many times each change is tried in one organisation.</summary>
    private const int Ways = 2;

    /// <summary>What says that somebody may not; all else says that it cannot be.</summary>
    private static readonly HashSet<RefusalKind> MayNot =
    [
        RefusalKind.NotFound,
        RefusalKind.MayNotSpeakFor,
        RefusalKind.OnlyTheirOwnWord,
        RefusalKind.MayNotAdd,
        RefusalKind.MayNotChange,
        RefusalKind.NotTheOrganiser,
        RefusalKind.NotYourAddition,
        RefusalKind.MayNotGrant,
        RefusalKind.MoreThanHeld,
        RefusalKind.AdministratorsOnly,
        RefusalKind.MayNotKeep,
        RefusalKind.AddressByAdministrator,
    ];

    public static async Task<List<string>> WrongAsync(World world, Organisation made, int seed)
    {
        var rules = new PlainRules(made);
        var random = new Random(seed);
        var wrong = new List<string>();
        foreach (var type in EveryChange.Types)
        {
            var actor = random.Next(Organisation.Inside);
            foreach (var change in EveryChange.Of(type, made.People[actor], made, world, random, Ways))
            {
                var may = await world.See(store => new PlainRights(made, rules, store).Of(actor, change));
                var refused = await EveryChange.TryAsync(world, change);
                if (may == May.No && refused is null)
                    wrong.Add($"{actor} may not, and did: {change}");
                if (may == May.Yes && refused is not null && MayNot.Contains(refused.Kind))
                    wrong.Add($"{actor} may, and was refused as {refused}: {change}");
                foreach (var hidden in Hidden(made, rules, actor, change))
                {
                    var ofNothing = await EveryChange.TryAsync(world, EveryChange.OfNothing(change, hidden));
                    if (refused is not null || ofNothing is not null)
                        if (ofNothing?.Kind != refused?.Kind || ofNothing?.Field != refused?.Field)
                            wrong.Add(
                                $"{actor} is refused {refused} of what is hidden and {ofNothing} of what is not there, as {hidden}: {change}"
                            );
                }
            }
        }

        return wrong;
    }

    /// <summary>What a change names that its actor may not know of.</summary>
    private static IEnumerable<string> Hidden(Organisation made, PlainRules rules, int actor, object change)
    {
        foreach (var property in change.GetType().GetProperties())
        {
            var id = property.GetValue(change) switch
            {
                string text => text,
                NotesAt at => at.Entry,
                IReadOnlyList<string> { Count: 1 } some when property.Name == "Entries" => some[0],
                _ => null,
            };
            if (
                made.Entries.FirstOrDefault(e => e.Id == id || (id is not null && e.HoldRequest == id)) is { } entry
                && !Knows(made, rules, actor, entry)
            )
                yield return property.Name;
            if (made.Requests.FirstOrDefault(r => r.Id == id) is { } asked && !rules.SpeaksFor(actor, asked.Owner, asked.Private))
                yield return property.Name;
            if (id is not null && made.Drafts.TryGetValue(id, out var whose) && whose != actor)
                yield return property.Name;
            if (made.Tasks.FirstOrDefault(t => t.Id == id) is { Id: not null } task && !Knows(made, rules, actor, task.Entry))
                yield return property.Name;
        }
    }

    private static bool Knows(Organisation made, PlainRules rules, int actor, Stood entry) =>
        rules.Anywhere(actor, entry) >= 2
        || rules.TakesPart(actor, entry)
        || Enumerable.Range(0, Organisation.Inside).Any(l => rules.FindsDeclined(actor, entry, l))
        || (entry.MadeBy == actor && entry.Kind != "tied");
}
