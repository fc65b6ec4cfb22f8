using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Papers;

namespace Corlin.Application.Lanes;

/// <summary>What is told of the entries of a lane beyond time, title and place, where everything of them is.</summary>
internal sealed class SharedDetails
{
    private const int MostPeople = 40;

    private readonly Viewing viewing;
    private readonly UserId owner;
    private readonly ILookup<EntryId, Paper> papers;

    public SharedDetails(Viewing viewing, Lane lane)
    {
        (this.viewing, owner) = (viewing, lane.Who.Id);
        var whole = lane.Entries.Where(e => e.Told.Whole is not null).ToList();
        // Read once for all of them.
        viewing.Users(whole.SelectMany(e => People(e.Told.Whole!)));
        papers = viewing.Store.Papers([.. whole.Select(e => e.Occurrence.Entry.Id).Distinct()]).ToLookup(p => p.Entry);
    }

    /// <summary>Who else comes, how one joins, the agenda and the names of the papers; nothing of what is known to nobody else.</summary>
    public IReadOnlyList<string> Of(LaneEntry entry)
    {
        if (entry.Told.Whole is not { } whole)
            return [];
        var people = viewing.Meeting(People(whole).Where(id => id != owner));
        var names = people.Values.Where(u => u.Kind == UserKind.Person).Select(u => u.Name).Order(StringComparer.Ordinal).ToList();
        var lying = papers[entry.Occurrence.Entry.Id].Select(p => p.Name).Distinct(StringComparer.OrdinalIgnoreCase).ToList();
        return
        [
            .. names.Count == 0 ? Array.Empty<string>() : [English.MetWith([.. names.Take(MostPeople)], names.Count - MostPeople)],
            .. new[] { whole.Link, whole.DialIn }.OfType<string>(),
            .. string.IsNullOrWhiteSpace(whole.Agenda) ? Array.Empty<string>() : [whole.Agenda.Trim()],
            .. lying.Count == 0 ? Array.Empty<string>() : [English.PapersLie(lying)],
        ];
    }

    private static IEnumerable<UserId> People(WholeEntry whole) => whole.Attendees.Select(a => a.Who).Append(whole.Organiser).Distinct();
}
