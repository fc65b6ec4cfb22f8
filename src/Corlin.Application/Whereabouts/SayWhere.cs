using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Whereabouts;

/// <summary>
/// Says where somebody is on some days, in their name: it goes before their hours and usual place, and replaces what was said of these
/// days.
/// </summary>
/// <param name="Said">One stay or several that belong together, as a trip and its ways; one as usual takes away what was said.</param>
/// <param name="Seen">The last change of what was said of them that the actor saw.</param>
[Change(ChangeKind.WhereSaid, "said where they work", MayTakeBack.BySpeaker)]
public sealed record SayWhere(UserId Actor, UserId InNameOf, IReadOnlyList<WhereSaid> Said, long Seen) : IChange<long>
{
    public const int MostAtOnce = 40;

    private const int MostAhead = 500;

    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var who = session.Users([InNameOf])[InNameOf];
        if (who.Kind != UserKind.Person)
            throw new RefusedException(RefusalKind.PersonUnknown, "who");
        if (Said.Count is 0 or > MostAtOnce)
            throw new RefusedException(RefusalKind.BadInput, "said");
        var today = who.HomeZone.ToLocal(session.Now).Date;
        var stays = Said.Select(s => (Said: s, Stay: StayOf(session.Places(), InNameOf, s, today, session.Now))).ToList();
        foreach (var (_, stay) in stays)
            NobodyElse(session, stay);
        var change = session.Begin(ChangeKind.WhereSaid, Actor, InNameOf, rights.Grant);
        foreach (var (said, stay) in stays)
        {
            foreach (
                var (ended, left) in Stays
                    .MakeRoom(
                        session.Stays([InNameOf], stay.First, stay.Rule is null ? UntilOf(stay) : LocalDate.MaxIsoValue),
                        stay,
                        said.Usual,
                        today
                    )
                    .ToList()
            )
            {
                session.StayStore.End(ended);
                foreach (var piece in left)
                    session.StayStore.Save(piece);
            }

            if (!said.Usual)
                session.StayStore.Save(stay);
        }

        if (session.Stays([InNameOf], today, LocalDate.MaxIsoValue).Count > MostAhead)
            throw new RefusedException(RefusalKind.TooMany, "said", MostAhead.ToString(CultureInfo.InvariantCulture));
        return change;
    }

    /// <summary>What was said as a stay of somebody's.</summary>
    /// <exception cref="RefusedException">It cannot be.</exception>
    internal static Stay StayOf(IReadOnlyDictionary<string, Place> places, UserId who, WhereSaid said, LocalDate today, Instant now)
    {
        var place = said.Kind == StayKind.Place && !said.Usual ? PlaceOf(places, said.Place) : null;
        var stay = new Stay(
            who,
            said.Usual ? StayKind.Home : said.Kind,
            place,
            said.First,
            said.Rule is null ? said.Last ?? said.First : null,
            said.Rule,
            said.Part
        )
        {
            At = now,
        };
        return Stays.WhyNot(stay, today) is { } why ? throw Refused(why) : stay;
    }

    private static RefusedException Refused(WhyNoStay why) =>
        why switch
        {
            WhyNoStay.EndsBeforeItBegins => new RefusedException(RefusalKind.EndBeforeStart, "last"),
            WhyNoStay.PartOfDay => new RefusedException(RefusalKind.EndBeforeStart, "part"),
            WhyNoStay.TooLong => new RefusedException(RefusalKind.LongerThanAYear, "last"),
            WhyNoStay.InThePast => new RefusedException(RefusalKind.InThePast, "last"),
            WhyNoStay.NeverComes => new RefusedException(RefusalKind.NeverOccurs, "rule"),
            _ => new RefusedException(RefusalKind.PlaceUnknown, "place"),
        };

    private static string PlaceOf(IReadOnlyDictionary<string, Place> places, string? name) =>
        name is not null
        && places.Values.FirstOrDefault(p => !p.Closed && string.Equals(p.Name, name, StringComparison.OrdinalIgnoreCase)) is { } place
            ? place.Name
            : throw new RefusedException(RefusalKind.PlaceUnknown, "place", name);

    /// <summary>Of two who say something of the same days at once the second is told of the first.</summary>
    private void NobodyElse(IChangeSession session, Stay stay)
    {
        foreach (var (other, by) in session.StaysChangedSince(InNameOf, Seen, stay.First, UntilOf(stay), Actor))
        {
            if (
                !stay.Days(LocalDate.Max(stay.First, other.First), UntilOf(stay))
                    .Take(Stay.LongestDays)
                    .Any(d => other.Days(d, d.PlusDays(1)).Any())
            )
                continue;
            throw new RefusedException(RefusalKind.WhereSaidSince, "said", $"{session.Users([by])[by].Name}: {English.Stay(other)}");
        }
    }

    private static LocalDate UntilOf(Stay stay) =>
        stay.Rule is null ? stay.Last!.Value.PlusDays(1) : stay.First.PlusDays(2 * Stay.LongestDays);
}

/// <summary>Takes away one thing that was said, from a day on or altogether.</summary>
/// <param name="From">The first day on which it applies no longer; null for all of it that is not over.</param>
public sealed record SayNoMore(UserId Actor, long Stay, LocalDate? From) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        if (session.Stay(Stay) is not { } stands || session.SpeakingFor(Actor, stands.Who) is not { } rights)
            throw new RefusedException(RefusalKind.NotFound);
        var today = session.Users([stands.Who])[stands.Who].HomeZone.ToLocal(session.Now).Date;
        var change = session.Begin(ChangeKind.WhereSaid, Actor, stands.Who, rights.Grant);
        session.StayStore.End(stands);
        // What was is not rewritten: the days before today stay as they were said.
        foreach (var left in Stays.Without(stands, LocalDate.Max(From ?? today, today), null))
            session.StayStore.Save(left);
        return change;
    }
}

/// <summary>Says how much of where somebody is others are told.</summary>
[Change(ChangeKind.WhereToldSaid, "changed who sees where they are", MayTakeBack.BySpeaker)]
public sealed record TellWhere(UserId Actor, UserId InNameOf, WhereTold Told) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (!Enum.IsDefined(Told))
            throw new RefusedException(RefusalKind.BadInput, "told");
        var change = session.Begin(ChangeKind.WhereToldSaid, Actor, InNameOf, rights.Grant);
        session.PeopleStore.Save(session.Users([InNameOf])[InNameOf] with { TellsWhere = Told }, session.Facts([InNameOf])[InNameOf]);
        return change;
    }
}
