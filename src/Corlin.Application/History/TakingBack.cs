using Corlin.Application.Calendars;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.History;

/// <param name="Changes">With them it is taken back, or done again, as one.</param>
/// <param name="Words">What it did: "changed “Lunch with Ana”".</param>
/// <param name="WhyNot">Why it cannot be, in words; null where it can.</param>
/// <param name="Back">Where it has left, the way back in words, with the change of which it is; or null.</param>
public sealed record LastActView(IReadOnlyList<long> Changes, string Words, string? WhyNot, WayBackView? Back);

/// <summary>Whether what was done can be taken back, and what leads back where it cannot.</summary>
internal static class TakingBack
{
    public static RefusalKind? WhyNot(TakenBack can, ChangeKind kind) =>
        kind.TakenBack() == MayTakeBack.Never
            ? RefusalKind.AlreadySent
            : can switch
            {
                TakenBack.Sent => RefusalKind.AlreadySent,
                TakenBack.ChangedSince => RefusalKind.ChangedSince,
                _ => null,
            };

    /// <summary>
    /// The way back from a change of a meeting of which people were told; null where there is none, or the time before is over.
    /// </summary>
    public static WayBackView? WayBack(Viewing viewing, PastChange change)
    {
        if (!change.Undone && CutSeries.In(change.Entries) is { } cut)
            return Joined(viewing, change, cut);
        if (change is not { Undone: false, Entries: [{ Before: { } before, After: { } after } one] })
            return null;
        if (
            viewing.Store.EntriesNow([one.Id]).GetValueOrDefault(one.Id) is not { } now
            || !viewing.Viewer.StandsFor(now.Owner, now.HoldsPrivate)
            || TurnBack.Of(before, after, now) is not { } back
        )
            return null;
        var restored = back.Transition.Entry;
        var wholeSeries = restored.IsSeries && back.Occurrence is null;
        var stands = Occurrences.Find(
            restored,
            wholeSeries ? restored.Time.LocalStart : back.Occurrence,
            viewing.Users([now.Owner])[now.Owner].HomeZone
        );
        if (stands is null || (!wholeSeries && stands.Stretch.End <= viewing.Now))
            return null;
        var people = viewing.Users(back.Transition.Effects.Select(e => e.To));
        var told = Told(viewing, back.Transition.Effects);
        var when = English.When(stands.Time, viewing.Zone);
        return new WayBackView(
            change.Id,
            back.Way switch
            {
                Corlin.Core.Editing.WayBack.Moves => $"Move it back to {when} and notify {told}",
                Corlin.Core.Editing.WayBack.BringsBack => $"Reinstate it on {when} and invite {told} again",
                Corlin.Core.Editing.WayBack.Asks => AskedAgain(back.Transition.Effects, people),
                _ => $"Change it back and notify {told}",
            }
        );
    }

    /// <summary>That of a series that was cut, as long as none of what began is over.</summary>
    private static WayBackView? Joined(Viewing viewing, PastChange change, CutSeries cut)
    {
        var now = viewing.Store.EntriesNow([.. change.Entries.Select(e => e.Id)]);
        if (
            now.Values.FirstOrDefault(e => e.PublicId == cut.Kept.PublicId) is not { } kept
            || now.Values.FirstOrDefault(e => e.PublicId == cut.Begun.PublicId) is not { } begun
        )
            return null;
        if (!viewing.Viewer.StandsFor(kept.Owner, kept.HoldsPrivate || begun.HoldsPrivate) || cut.Back(kept, begun) is not { } back)
            return null;
        if (begun.Time.ToStretch(viewing.Users([begun.Owner])[begun.Owner].HomeZone).End <= viewing.Now)
            return null;
        return new WayBackView(
            change.Id,
            $"Make it one series again as it was and notify {Told(viewing, back.Ended.Effects.Concat(back.Restored.Effects))}"
        );
    }

    private static int Told(Viewing viewing, IEnumerable<Effect> effects)
    {
        var people = viewing.Users(effects.Select(e => e.To));
        return effects.Select(e => e.To).Distinct().Count(t => people[t].Kind != UserKind.Room);
    }

    /// <summary>"Ask Tomé again and take Ana out".</summary>
    private static string AskedAgain(IReadOnlyCollection<Effect> effects, IReadOnlyDictionary<UserId, CalendarUser> people)
    {
        var again = Named(EffectKind.Invite);
        var without = Named(EffectKind.Removed);
        return English.Capital(
            English.And([
                .. again is null ? [] : new[] { $"invite {again} again" },
                .. without is null ? [] : new[] { $"remove {without}" },
            ])
        );

        string? Named(EffectKind kind)
        {
            var names = effects.Where(e => e.Kind == kind).Select(e => people[e.To].GivenName).ToList();
            return names.Count switch
            {
                0 => null,
                <= 2 => English.And(names),
                _ => $"{names.Count} people",
            };
        }
    }
}
