using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Application.Meetings;

/// <summary>What a proposed time does to everyone.</summary>
internal static class Proposals
{
    /// <summary>The one that suits those required best first, the soonest of several alike.</summary>
    public static IReadOnlyList<ProposalView> View(
        Viewing viewing,
        CalendarUser organiser,
        DisclosedEntry told,
        WholeEntry whole,
        IReadOnlyDictionary<UserId, CalendarUser> people
    ) =>
        [
            .. whole
                .Attendees.Where(a => a.Proposed is { } p && p.Start > viewing.Now)
                .Select(a => View(viewing, organiser, told, whole, people, a))
                .OrderBy(p => p.Cannot)
                .ThenBy(p => p.Unsure)
                .ThenBy(p => p.Start),
        ];

    /// <summary>
    /// "Of two other times Tomé’s 15:30 suits everyone required.", or which hinders fewest; null where fewer than two are proposed.
    /// </summary>
    /// <param name="proposals">The best first.</param>
    public static string? Weigh(IReadOnlyList<ProposalView> proposals)
    {
        if (proposals is not [var best, _, ..])
            return null;
        var different = proposals.DistinctBy(p => p.Start).ToList();
        if (different.Count == 1)
            return $"{English.And([.. proposals.Select(p => p.By.GivenName)])} propose the same time.";
        var times = English.Count(different.Count, "other time", "other times");
        var alike = different.TakeWhile(p => (p.Cannot, p.Unsure) == (best.Cannot, best.Unsure)).ToList();
        if (best.Cannot + best.Unsure > 0)
            return $"Of {times} none suits everyone required; {best.When} hinders fewest.";
        return alike.Count == different.Count
            ? $"{English.Capital(times)} are proposed, and each suits everyone required."
            : $"Of {times} {English.And([.. alike.Select(p => p.When)])} {(alike.Count == 1 ? "suits" : "suit")} everyone required.";
    }

    private static ProposalView View(
        Viewing viewing,
        CalendarUser organiser,
        DisclosedEntry told,
        WholeEntry whole,
        IReadOnlyDictionary<UserId, CalendarUser> people,
        Participation part
    )
    {
        var proposed = part.Proposed!.Value;
        var others = whole.Attendees.Where(a => a.Who != part.Who && a.Role != AttendeeRole.Resource).ToList();
        List<CalendarUser> asked = [organiser, .. others.Select(a => people[a.Who])];
        var states = AtTime.For(viewing, asked, proposed, Apart.From(viewing, told.PublicId));
        var required = others.Where(a => a.Role == AttendeeRole.Required).Select(a => a.Who).Append(organiser.Id).ToHashSet();
        var hindered = states.Where(s => required.Contains(s.Who.Id) && s.Kind is AtTimeKind.Taken or AtTimeKind.Away).ToList();
        var unsure = states
            .Where(s => required.Contains(s.Who.Id) && s.Kind is AtTimeKind.OutOfHours or AtTimeKind.NotKnown or AtTimeKind.Pencilled)
            .ToList();
        var (consequence, tone) =
            hindered.Count > 0 ? ($"{English.And([.. hindered.Select(h => h.Who.GivenName)])} cannot then", "wrong")
            : unsure.Count > 0 ? ($"{English.And([.. unsure.Select(h => $"{h.Who.GivenName} is {h.Words}")])}", "doubt")
            : ("everyone required is free", "fits");
        var local = viewing.Zone.ToLocal(proposed.Start);
        var sameDay = local.Date == viewing.Zone.ToLocal(told.Stretch.Start).Date;
        var when = (sameDay ? "" : English.NearDay(local.Date, viewing.Today) + " ") + English.Time(local.TimeOfDay);
        return new ProposalView(
            viewing.View(people[part.Who]),
            LaneViews.Ms(proposed.Start),
            LaneViews.Ms(proposed.End),
            when,
            part.Comment,
            consequence,
            tone,
            hindered.Count,
            unsure.Count,
            [.. states.Select(s => new ConsequenceView(viewing.View(s.Who), s.Local, s.Words, s.Tone))]
        );
    }
}
