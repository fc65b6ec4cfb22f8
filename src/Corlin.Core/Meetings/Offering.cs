using System.Collections.Immutable;
using System.Globalization;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>How an offer goes on as its readers answer.</summary>
public static class Offering
{
    /// <summary>A reader says how the times suit; what they said before is not so any more.</summary>
    /// <param name="reader">Their number.</param>
    /// <param name="marks">One for each time.</param>
    /// <exception cref="RefusedException">It cannot be answered any more, a mark is missing, or they have answered too often.</exception>
    public static Offer Answer(Offer offer, int reader, ImmutableArray<OfferMark> marks, string? words, Instant now)
    {
        MustBeOpen(offer, now);
        if (marks.Length != offer.Times.Length || marks.Any(m => !Enum.IsDefined(m)))
            throw new RefusedException(RefusalKind.OfferMarkMissing, "marks");
        if (words?.Length > Offer.LongestWords)
            throw new RefusedException(RefusalKind.BadInput, "words", words.Length.ToString(CultureInfo.InvariantCulture));
        var said = offer.Readers[reader];
        if (said.Answers >= Offer.MostAnswers)
            throw new RefusedException(RefusalKind.TooMany, "answers", $"{Offer.MostAnswers} answers");
        return offer with
        {
            Readers = offer.Readers.SetItem(
                reader,
                said with
                {
                    Marks = marks,
                    Words = string.IsNullOrWhiteSpace(words) ? null : words.Trim(),
                    At = now,
                    Answers = said.Answers + 1,
                }
            ),
            Version = offer.Version + 1,
        };
    }

    /// <summary>A time is booked; it can be answered no more.</summary>
    /// <param name="entry">The public id of the meeting that came of it.</param>
    /// <param name="chosenBy">The number of the reader who chose it, or null.</param>
    public static Offer Book(Offer offer, int time, string entry, int? chosenBy) =>
        offer with
        {
            State = OfferState.Booked,
            Booked = time,
            Entry = entry,
            ChosenBy = chosenBy,
            Version = offer.Version + 1,
        };

    /// <summary>It can be answered no more, and nothing was booked.</summary>
    /// <param name="state">Withdrawn or lapsed.</param>
    public static Offer End(Offer offer, OfferState state) => offer with { State = state, Version = offer.Version + 1 };

    /// <exception cref="RefusedException">It was booked, withdrawn, or its end came.</exception>
    public static void MustBeOpen(Offer offer, Instant now)
    {
        if (offer.State == OfferState.Booked)
            throw new RefusedException(RefusalKind.OfferBooked);
        if (!offer.IsOpenAt(now))
            throw new RefusedException(RefusalKind.OfferEnded);
    }

    /// <summary>Whether each of its readers said something.</summary>
    public static bool AllAnswered(Offer offer) => offer.Readers.All(r => r.At is not null);

    /// <summary>
    /// The time that suits best of those that are still free: nobody says no to it, the fewest come at a pinch, it is the earliest of
    /// equals. Null where somebody says no to each, or nobody has answered.
    /// </summary>
    /// <param name="isFree">Whether a time is still free, by its number.</param>
    public static int? Best(Offer offer, Func<int, bool> isFree)
    {
        var answered = offer.Readers.Where(r => !r.Marks.IsEmpty).ToList();
        if (answered.Count == 0)
            return null;
        var suiting = Enumerable
            .Range(0, offer.Times.Length)
            .Where(t => isFree(t) && answered.TrueForAll(r => r.Marks[t] != OfferMark.No))
            .OrderBy(t => answered.Count(r => r.Marks[t] == OfferMark.AtAPinch))
            .ThenBy(t => offer.Times[t].Start);
        return suiting.Select(t => (int?)t).FirstOrDefault();
    }
}
