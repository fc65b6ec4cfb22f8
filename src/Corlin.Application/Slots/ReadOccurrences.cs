using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>The occurrences of a series that do not suit everyone required.</summary>
/// <param name="Times">How many occurrences were looked at.</param>
public sealed record OccurrencesView(int Times, IReadOnlyList<OccurrenceView> Missed);

/// <param name="Occurrence">When it starts by the rule, in milliseconds since 1970.</param>
/// <param name="When">"Thursday 1 April, 16:00".</param>
/// <param name="Why">What is in the way, as far as the viewer may know it: "Wiremu is away".</param>
/// <param name="Near">The slot nearest to it, at which it could take place instead; null where none is near.</param>
public sealed record OccurrenceView(long Occurrence, string When, string Why, NearTimeView? Near);

/// <param name="When">"14:15" on the same day, else "Friday 2 April, 14:15".</param>
public sealed record NearTimeView(long Start, string When);

/// <summary>Which occurrences of a series do not suit everyone required, why, and when each could take place instead.</summary>
/// <param name="Search">How it repeats, with whom and how long; its days do not matter.</param>
/// <param name="Start">When the first begins.</param>
public sealed record ReadOccurrences(UserId Viewer, ReadSlots Search, Instant Start)
{
    /// <summary>A slot is sought so long before and after each.</summary>
    private static readonly Duration Within = Duration.FromDays(3);

    public OccurrencesView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Search.Now);
        var question = Search.Ask(viewing);
        var first = new Stretch(Start, Start + question.Length);
        var occurrences = question.Occurrences?.Invoke(first) ?? [];
        if (occurrences.Count < 2)
            return new OccurrencesView(occurrences.Count, []);
        var from = Instant.Max(SlotPeople.NextStart(Search.Now), Start - Within);
        var (request, lanes) = question.In(new Stretch(from, Instant.Max(from, occurrences[^1].End) + Within));
        var asked = lanes.Zip(question.Asked, (lane, a) => (lane, a.Required)).ToList();
        // Each is looked at by itself, and what is pencilled is in its way as it is in that of the others.
        var slots = new NearSlots(new SlotWork(request with { Occurrences = null, Reach = request.Span, Pencilled = Weight.Forbid }));
        IReadOnlyList<(string Words, string Tone)> Wrong(Stretch at) => EachOccurrence.At(viewing, asked, at, question.Site, question.But);
        var missed = occurrences.Select(o => (At: o, Why: Wrong(o))).Where(o => o.Why.Count > 0).ToList();
        var taken = occurrences.Except(missed.Select(m => m.At)).ToList();
        var views = new List<OccurrenceView>();
        foreach (var (at, why) in missed)
        {
            Instant? near = slots
                .Of(at.Start, Within, viewing.Zone)
                .Select(start => (Instant?)start)
                .FirstOrDefault(start =>
                    new Stretch(start!.Value, start.Value + at.Length) is var own && !taken.Exists(own.Overlaps) && Wrong(own).Count == 0
                );
            if (near is { } found)
                taken.Add(new Stretch(found, found + at.Length));
            views.Add(View(viewing, at, why, near));
        }

        return new OccurrencesView(occurrences.Count, views);
    }

    private static OccurrenceView View(Viewing viewing, Stretch at, IReadOnlyList<(string Words, string Tone)> why, Instant? near)
    {
        var (local, today) = (viewing.Zone.ToLocal(at.Start), viewing.Today);
        string When(LocalDateTime time) =>
            $"{(time.Year == today.Year ? English.Day(time.Date) : English.DayAndYear(time.Date))}, {English.Time(time.TimeOfDay)}";
        var there = near is { } found ? viewing.Zone.ToLocal(found) : (LocalDateTime?)null;
        return new OccurrenceView(
            LaneViews.Ms(at.Start),
            When(local),
            English.And([.. why.Select(w => w.Words)]),
            there is { } other
                ? new NearTimeView(LaneViews.Ms(near!.Value), other.Date == local.Date ? English.Time(other.TimeOfDay) : When(other))
                : null
        );
    }
}
