using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Recurrence;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>Two hours of a series by turns, each early or late for others.</summary>
/// <param name="Start">When the first begins.</param>
/// <param name="Then">When the second begins.</param>
/// <param name="When">"Wednesday 17 March, 09:00 and 19:00".</param>
/// <param name="Verdict">Who is out of their hours: "Wiremu, then Lakshmi".</param>
/// <param name="Reason">How far, by their clocks, and at how many times anything else is in the way.</param>
/// <param name="Repeats">How the one half repeats, in words.</param>
/// <param name="ThenRepeats">How the other does.</param>
public sealed record TurnView(
    long Start,
    long Then,
    string When,
    string Verdict,
    string Tone,
    string Reason,
    string Repeats,
    string ThenRepeats
);

/// <summary>Where no hour of a series is fair to all.</summary>
internal static class Turns
{
    private const int Most = 2;

    /// <param name="repeats">How the whole series repeats, in words.</param>
    /// <param name="zone">The zone in which it is told.</param>
    /// <param name="but">What does not count.</param>
    public static IReadOnlyList<TurnView> Read(
        Viewing viewing,
        IReadOnlyList<Lane> lanes,
        SlotWork work,
        string repeats,
        DateTimeZone zone,
        Apart but
    )
    {
        var byKey = lanes.ToDictionary(l => l.Who.PublicId);
        return
        [
            .. TakingTurns.Find(work, zone, viewing.Zone, Most).Select(t => View(viewing, byKey, t, repeats, zone, but)).OfType<TurnView>(),
        ];
    }

    private static TurnView? View(
        Viewing viewing,
        Dictionary<string, Lane> lanes,
        TurnTaking turn,
        string repeats,
        DateTimeZone zone,
        Apart but
    )
    {
        var day = zone.ToLocal(turn.One.First.Stretch.Start).Date;
        if (RuleReader.Read(repeats, day).Rule is not { } rule || EveryOther.Split(rule, day) is not var (one, other))
            return null;
        var (first, second) = (viewing.Zone.ToLocal(turn.One.First.Stretch.Start), viewing.Zone.ToLocal(turn.Other.First.Stretch.Start));
        string Names(TurnHour hour) => English.And([.. hour.People.Select(p => lanes[p].Who.GivenName)]);
        return new TurnView(
            LaneViews.Ms(turn.One.First.Stretch.Start),
            LaneViews.Ms(turn.Other.First.Stretch.Start),
            English.InTurn(first, second),
            English.OutOfHoursInTurn(Names(turn.One), Names(turn.Other)),
            "doubt",
            string.Join(
                ' ',
                new[]
                {
                    NearMisses.Reason(viewing, lanes, turn.One.First, but),
                    NearMisses.Reason(viewing, lanes, turn.Other.First, but),
                    turn.Missed == 0 ? "" : English.SomethingElse(turn.Missed, turn.Times),
                }.Where(w => w.Length > 0)
            ),
            RuleWords.Write(one),
            RuleWords.Write(other)
        );
    }
}
