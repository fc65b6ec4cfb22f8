using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Wording;

/// <summary>What is said of times that are offered to people outside.</summary>
public static partial class English
{
    public static string Word(OfferMark mark) =>
        mark switch
        {
            OfferMark.Fits => "fits",
            OfferMark.AtAPinch => "at a pinch",
            OfferMark.No => "no",
            _ => throw new ArgumentOutOfRangeException(nameof(mark), mark, null),
        };

    /// <summary>"Thursday 18 March, 14:00 to 14:45", with the day of the end where it is another.</summary>
    public static string FromTo(LocalDateTime start, LocalDateTime end) =>
        end.Date == start.Date
            ? $"{Day(start.Date)}, {Time(start.TimeOfDay)} to {Time(end.TimeOfDay)}"
            : $"{Day(start.Date)}, {Time(start.TimeOfDay)} to {Day(end.Date)}, {Time(end.TimeOfDay)}";

    /// <summary>The same moment by another clock: "09:00 in Halifax", "Friday 19 March, 01:00 in Wellington".</summary>
    public static string AlsoAt(LocalDateTime there, LocalDate here, string town) =>
        there.Date == here ? $"{Time(there.TimeOfDay)} in {town}" : $"{Day(there.Date)}, {Time(there.TimeOfDay)} in {town}";

    /// <summary>What happens with what its readers say.</summary>
    public static string Decides(OfferDecision decision, int readers) =>
        decision switch
        {
            OfferDecision.FirstChoice => readers == 1
                ? "The time they choose is booked."
                : "The time that the first of them chooses is booked.",
            OfferDecision.ByMaker => "You book one when they have marked them.",
            _ => "The best is booked when all have marked them, or at the end.",
        };

    /// <summary>How an offer stands, for whoever keeps it.</summary>
    /// <param name="answered">How many of its readers have said something.</param>
    /// <param name="end">When it ends, or ended.</param>
    public static string OfferStands(OfferState state, int answered, int readers, string end) =>
        state switch
        {
            OfferState.Open => readers == 1
                ? answered == 0
                    ? $"no reply yet, until {end}"
                    : $"answered, until {end}"
                : $"{answered} of {readers} answered, until {end}",
            OfferState.Booked => "booked",
            OfferState.Withdrawn => "withdrawn",
            _ => $"ended {end}, nothing booked",
        };

    /// <summary>What is written to somebody outside: the times by their clock, and by when to choose. The link is put below it.</summary>
    /// <param name="times">As they are told in the reader's zone.</param>
    public static string OfferText(
        string organiser,
        string title,
        string length,
        string where,
        IReadOnlyList<string> times,
        string town,
        string until,
        bool marks
    ) =>
        $"""
            {organiser} suggests {(times.Count == 1 ? "this time" : "these times")} for “{title}” ({length}{where}):

            {string.Join("\n", times.Select(t => "- " + t))}

            Times are those of {town}. Please {(
                marks ? "say which of them fit"
                : times.Count == 1 ? "say whether it fits"
                : "choose one"
            )} by {until}, or say what would suit you:
            """;
}
