using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.People;

/// <summary>What became of the lines of a file of people.</summary>
/// <param name="Change">With it the import can be undone; null where nothing was changed.</param>
public sealed record ImportedPeople(long? Change, int Added, int Changed, int Unchanged, IReadOnlyList<SkippedPart> Skipped);

/// <summary>
/// Takes people, groups and rooms in from a file: who is known by their address is changed where the line tells something else, the others
/// are added. A line that cannot be is left out and said; the others are taken in together.
/// </summary>
/// <param name="KeptFor">The principal whose own contacts they become, or null.</param>
[Change(ChangeKind.PeopleImported, "imported people", MayTakeBack.ByWhoKeepsThem)]
public sealed record ImportPeople(UserId Actor, IReadOnlyList<PersonLine> Lines, UserId? KeptFor) : IChange<ImportedPeople>
{
    public ImportedPeople Apply(IChangeSession session)
    {
        if (KeptFor is { } principal)
            session.MustKeepContactsOf(Actor, principal);
        var actor = session.Users([Actor])[Actor];
        var change = session.Begin(ChangeKind.PeopleImported, Actor, KeptFor ?? Actor, null);
        var skipped = new List<SkippedPart>();
        var (added, changed, unchanged) = (0, 0, 0);
        foreach (var line in Lines)
        {
            try
            {
                var known =
                    line.Address is { } address
                    && session.UserByAddress(address.ToLowerInvariant(), KeptFor) is { } found
                    && found.KeptFor == KeptFor
                        ? found
                        : null;
                if (known is null)
                {
                    if (line.Inside == true || line.Kind != UserKind.Person)
                        session.MustAdminister(Actor);
                    if (KeptFor is not null && (line.Inside == true || line.Kind != UserKind.Person))
                        throw new RefusedException(RefusalKind.BadInput, "kind", line.Name);
                    NewPeople.Add(session, line.Kind, line.Inside ?? line.Kind != UserKind.Person, KeptFor, Said(line), actor);
                    added++;
                }
                else if (Change(session, line, known))
                {
                    changed++;
                }
                else
                {
                    unchanged++;
                }
            }
            catch (RefusedException e)
            {
                skipped.Add(new SkippedPart(FormattableString.Invariant($"Line {line.Number}, {line.Name}"), English.Refused(e.Refusal)));
            }
        }

        return new ImportedPeople(added + changed > 0 ? change : null, added, changed, unchanged, skipped);
    }

    private bool Change(IChangeSession session, PersonLine line, CalendarUser known)
    {
        var facts = session.Facts([known.Id])[known.Id];
        var (next, nextFacts) = Said(line).Apply(session, known, facts);
        if (Same(next, known) && Same(nextFacts, facts))
            return false;
        session.MustKeep(Actor, known.PublicId, Said(line));
        session.PeopleStore.Save(next, nextFacts);
        return true;
    }

    private static bool Same(CalendarUser one, CalendarUser other) =>
        one with { Hours = null } == other with { Hours = null } && (one.Hours?.Spans ?? []).SequenceEqual(other.Hours?.Spans ?? []);

    private static bool Same(PersonFacts one, PersonFacts other) =>
        one.Telephones.SequenceEqual(other.Telephones)
        && one.OtherAddresses.Order(StringComparer.Ordinal).SequenceEqual(other.OtherAddresses)
        && one.Capacity == other.Capacity
        && one.Features.SequenceEqual(other.Features);

    /// <summary>What the line tells; an empty field leaves what is known.</summary>
    private static PersonEdit Said(PersonLine line) =>
        new(
            line.Name,
            line.Address,
            line.Zone,
            line.Post,
            line.Place,
            line.Hours,
            line.OtherAddresses.IsEmpty ? null : line.OtherAddresses,
            line.Telephones.IsEmpty ? null : line.Telephones,
            null,
            null,
            line.Capacity,
            line.Features.IsEmpty ? null : line.Features
        );
}
