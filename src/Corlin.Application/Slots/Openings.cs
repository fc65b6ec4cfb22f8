using Corlin.Application.Calendars;
using Corlin.Application.Wording;
using Corlin.Core.Slots;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Slots;

/// <summary>How many free slots there would be if one thing were different.</summary>
/// <param name="Person">The public id of whom it is about; null where it is about nobody.</param>
/// <param name="Minutes">The length it would have, or how far the hours would be loosened.</param>
/// <param name="From">The first of the other days.</param>
/// <param name="To">The last of them.</param>
public sealed record OpeningView(
    OpeningKind Kind,
    int Slots,
    string Words,
    string? Person = null,
    int Minutes = 0,
    string? From = null,
    string? To = null
);

/// <summary>What would open most where little fits: each way is counted.</summary>
internal static class Openings
{
    private const int Most = 5;
    private const int Week = 7;
    private static readonly int[] LoosenedBy = [30, 60, 120, 180];
    private static readonly Duration Hour = Duration.FromHours(1);

    /// <param name="reader">The zone of the viewer.</param>
    /// <param name="another">The same request in other days.</param>
    /// <param name="last">The last day of the request.</param>
    public static IReadOnlyList<OpeningView> Read(
        SlotRequest request,
        SlotCounts counts,
        WishesView wishes,
        DateTimeZone reader,
        IReadOnlyDictionary<string, string> names,
        string organiser,
        Func<LocalDate, LocalDate, SlotRequest> another,
        LocalDate last
    )
    {
        return
        [
            .. Shorter(request)
                .Concat(WithoutWishes(request, wishes, reader, organiser))
                .Concat(ByPerson(request, counts, names, organiser))
                .Append(OtherDays(another, last))
                .Where(o => o.Slots > counts.Now)
                .OrderByDescending(o => o.Slots)
                .Take(Most),
        ];
    }

    private static IEnumerable<OpeningView> Shorter(SlotRequest request)
    {
        var less = request.Length > Hour ? Duration.FromMinutes(30) : Duration.FromMinutes(15);
        var shorter = request.Length - less;
        if (shorter < less)
            yield break;
        yield return new OpeningView(
            OpeningKind.Shorter,
            SlotSearch.Count(request with { Length = shorter }),
            English.Instead(shorter, request.Length),
            Minutes: (int)shorter.TotalMinutes
        );
    }

    private static IEnumerable<OpeningView> WithoutWishes(SlotRequest request, WishesView wishes, DateTimeZone reader, string organiser)
    {
        OpeningView Without(OpeningKind kind, WishesView other) =>
            new(kind, SlotSearch.Count(other.On(request, reader, organiser)), English.Opens(kind));
        if (wishes.NotOn.Count > 0)
            yield return Without(OpeningKind.AnyDay, wishes with { NotOn = [] });
        if (wishes.From is not null || wishes.To is not null)
            yield return Without(OpeningKind.AnyTime, wishes with { From = null, To = null });
        if (wishes.Around > 0)
            yield return Without(OpeningKind.NoBreathing, wishes with { Around = 0 });
        if (wishes.Lunch)
            yield return Without(OpeningKind.OverLunch, wishes with { Lunch = false });
        if (wishes.AtUsualPlaces)
            yield return Without(OpeningKind.AnyPlace, wishes with { AtUsualPlaces = false });
        if (wishes.Together > 0)
            yield return Without(OpeningKind.Apart, wishes with { Together = 0 });
    }

    private static IEnumerable<OpeningView> ByPerson(
        SlotRequest request,
        SlotCounts counts,
        IReadOnlyDictionary<string, string> names,
        string organiser
    )
    {
        foreach (var person in request.People.Where(p => p.Need == Need.Required))
        {
            if (person.Key != organiser)
                yield return new OpeningView(
                    OpeningKind.OnlyIfFree,
                    counts.With(person with { Need = Need.Optional }),
                    English.OnlyIfFree(names[person.Key]),
                    person.Key
                );
            if (!person.IsResource && Loosened(person, counts) is { } loosened)
                yield return new OpeningView(
                    OpeningKind.Loosened,
                    loosened.Slots,
                    English.EarlyOrLate(names[person.Key], loosened.By),
                    person.Key,
                    (int)loosened.By.TotalMinutes
                );
        }
    }

    /// <summary>The least by which somebody's hours would have to be loosened to open anything; null where nothing does.</summary>
    private static (Duration By, int Slots)? Loosened(SlotPerson person, SlotCounts counts)
    {
        foreach (var minutes in LoosenedBy.Where(m => m > person.Loosened.TotalMinutes))
        {
            var by = Duration.FromMinutes(minutes);
            var slots = counts.With(person with { Loosened = by });
            if (slots > counts.Now)
                return (by, slots);
        }

        return null;
    }

    private static OpeningView OtherDays(Func<LocalDate, LocalDate, SlotRequest> another, LocalDate last)
    {
        var (from, to) = (last.PlusDays(1), last.PlusDays(Week));
        return new OpeningView(
            OpeningKind.OtherDays,
            SlotSearch.Count(another(from, to)),
            English.WeekAfter(from, to),
            From: LocalDatePattern.Iso.Format(from),
            To: LocalDatePattern.Iso.Format(to)
        );
    }
}
