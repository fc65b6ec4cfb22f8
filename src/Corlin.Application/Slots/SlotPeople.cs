using System.Collections.Immutable;
using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>What is known of those asked, as a search for free slots takes it, and what it finds in a few words.</summary>
internal static class SlotPeople
{
    /// <summary>Starts are tried every quarter of an hour.</summary>
    private static readonly Duration Step = Duration.FromMinutes(15);

    /// <summary>The next quarter of an hour, or the moment itself where it is one.</summary>
    public static Instant NextStart(Instant from)
    {
        var step = Step.BclCompatibleTicks;
        return Instant.FromUnixTimeTicks((from.ToUnixTimeTicks() + step - 1) / step * step);
    }

    /// <param name="site">Where it takes place; null where nobody need be there.</param>
    public static SlotRequest Request(Viewing viewing, Stretch span, Duration length, ImmutableArray<SlotPerson> people, string? site) =>
        new(span, length, Step, people)
        {
            // A way is told only where both places are; where it is not known it forbids nothing.
            At = site is null ? null : new PlaceWish(site, viewing.Store.Travel(), Weight.Cost),
            Weights = viewing.Store.SlotWeights(),
        };

    /// <param name="tended">Until which day the calendar of somebody is tended.</param>
    /// <param name="site">Where it takes place; null where nobody need be there.</param>
    /// <param name="but">What does not count.</param>
    /// <param name="key">What tells an entry apart that could be moved; null where that does not matter.</param>
    public static SlotPerson Person(
        Viewing viewing,
        Lane lane,
        Need need,
        Dictionary<UserId, LocalDate> tended,
        string? site,
        Apart but,
        Func<LaneEntry, string?>? key = null
    ) =>
        new(
            lane.Who.PublicId,
            need,
            lane.Who.HomeZone,
            lane.Hours,
            [
                .. lane
                    .Entries.Where(e => e.Told.Takes > TimeTaken.Free && !but.Has(e.Occurrence.Entry))
                    .Select(e => new Busy(
                        e.Told.Stretch,
                        e.Told.Takes,
                        e.Occurrence.Time is TimedEntry ? viewing.SiteOf(e.Told.Place) : null
                    )
                    {
                        Key = key?.Invoke(e),
                    }),
            ],
            StretchSet.Of(lane.Absences.Select(x => x.Stretch)),
            lane.Known
        )
        {
            Days = lane.Days,
            IsResource = lane.Who.Kind is UserKind.Room or UserKind.Resource,
            NotThere = WhereTo.NotThere(viewing, lane, site),
            NoGo = StretchSet.Of(lane.NoGo.Select(n => n.In(lane.Who.HomeZone))),
            TendedUntil = tended.TryGetValue(lane.Who.Id, out var until) ? lane.Who.HomeZone.Day(until).End : null,
        };

    /// <summary>"In hours for all", "Lakshmi late": a few words.</summary>
    public static (string Words, string Tone) Verdict(Slot slot, Dictionary<string, string> names, bool zonesKnown)
    {
        string Who(params ReadOnlySpan<SlotReasonKind> kinds)
        {
            var wanted = kinds.ToArray();
            return English.And([.. slot.Reasons.Where(r => wanted.Contains(r.Kind)).Select(r => names[r.Person!]).Distinct()]);
        }

        if (slot.Reasons.FirstOrDefault(r => r.Kind == SlotReasonKind.SomeOccurrences) is { } some)
            return ($"{some.Fitting} of {some.Of} times", "doubt");
        if (!slot.Missing.IsEmpty)
            return ($"without {English.And([.. slot.Missing.Select(m => names[m])])}", "doubt");
        if (Who(SlotReasonKind.NotThere) is { Length: > 0 } elsewhere)
            return ($"{elsewhere} elsewhere", "doubt");
        if (Who(SlotReasonKind.OverPencilled, SlotReasonKind.OverHold) is { Length: > 0 } over)
            return ($"pencilled, {over}", "doubt");
        if (Who(SlotReasonKind.Loosened) is { Length: > 0 } beyond)
            return ($"out of hours, {beyond}", "doubt");
        if (Who(SlotReasonKind.LastHour) is { Length: > 0 } late)
            return ($"{late} late", "doubt");
        if (Who(SlotReasonKind.FirstHour) is { Length: > 0 } early)
            return ($"{early} early", "doubt");
        if (Who(SlotReasonKind.Lunch) is { Length: > 0 })
            return ("over lunch", "doubt");
        return zonesKnown ? ("In hours for all", "fits") : ("In hours for all whose zone is known", "doubt");
    }
}
