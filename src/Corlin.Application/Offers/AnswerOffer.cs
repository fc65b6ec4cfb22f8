using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Offers;

/// <summary>What a reader says of the offered times.</summary>
/// <param name="Chosen">The number of the one they choose, where the first choice decides; null where none fits.</param>
/// <param name="Marks">Where each marks the times: one for each.</param>
/// <param name="Words">What would suit, or anything else; or null.</param>
public sealed record OfferAnswer(int? Chosen, ImmutableArray<OfferMark> Marks, string? Words);

/// <summary>A reader answers an offer with their key. Whoever has the key is taken for them.</summary>
[Change(ChangeKind.OfferAnswered, "said which offered times fit for", MayTakeBack.Never)]
[Change(ChangeKind.OfferChosen, "chose an offered time for", MayTakeBack.Never)]
public sealed record AnswerOffer(string Key, OfferAnswer Said) : IChange<OfferState>
{
    public OfferState Apply(IChangeSession session)
    {
        if (session.OfferOfKey(KeyHash.Of(Key)!) is not var (offer, reader))
            throw new RefusedException(RefusalKind.NotFound);
        // The same choice twice is one: the button was pressed twice, or the answer was lost on the way.
        if (offer.State == OfferState.Booked && offer.ChosenBy == reader && offer.Booked == Said.Chosen)
            return offer.State;
        Offering.MustBeOpen(offer, session.Now);
        // What was offered in a right that is no more is offered no more.
        if (session.SpeakingFor(offer.MadeBy, offer.Owner) is null)
            throw new RefusedException(RefusalKind.OfferEnded);
        var said = Offering.Answer(offer, reader, Marks(offer), Said.Words, session.Now);
        if (Same(offer.Readers[reader], said.Readers[reader]))
            return offer.State;
        var isFree = OfferTimes.Free(session, offer, offer.MadeBy, session.Now);
        if (offer.Decision == OfferDecision.FirstChoice && Said.Chosen is { } chosen)
        {
            if (!isFree(chosen))
                throw new RefusedException(RefusalKind.OfferTimeGone);
            return Book(session, said, chosen, reader, ChangeKind.OfferChosen);
        }

        if (offer.Decision == OfferDecision.ByItself && Offering.AllAnswered(said) && Offering.Best(said, isFree) is { } best)
            return Book(session, said, best, reader, ChangeKind.OfferChosen);
        session.Begin(ChangeKind.OfferAnswered, offer.Readers[reader].Who, offer.Owner, null);
        session.OfferStore.Save(said);
        return said.State;
    }

    private ImmutableArray<OfferMark> Marks(Offer offer)
    {
        if (offer.Decision != OfferDecision.FirstChoice)
            return Said.Marks;
        if (Said.Chosen is { } chosen && (chosen < 0 || chosen >= offer.Times.Length))
            throw new RefusedException(RefusalKind.NotFound);
        return [.. Enumerable.Range(0, offer.Times.Length).Select(t => t == Said.Chosen ? OfferMark.Fits : OfferMark.No)];
    }

    private static bool Same(OfferReader one, OfferReader other) => one.Words == other.Words && one.Marks.SequenceEqual(other.Marks);

    private static OfferState Book(IChangeSession session, Offer offer, int time, int reader, ChangeKind kind)
    {
        var change = session.Begin(kind, offer.Readers[reader].Who, offer.Owner, null);
        OfferChanges.Book(session, offer, time, offer.MadeBy, offer.Decision == OfferDecision.FirstChoice ? reader : null, change);
        return OfferState.Booked;
    }
}

/// <summary>An offer whose end has come: the best of its times is booked where that was said, otherwise it is over.</summary>
public sealed record SettleOffer(string Offer) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        if (session.Offer(Offer) is not { State: OfferState.Open } offer || session.Now < offer.Until)
            return false;
        var mayStill = session.SpeakingFor(offer.MadeBy, offer.Owner) is not null;
        if (
            mayStill
            && offer.Decision == OfferDecision.ByItself
            && Offering.Best(offer, OfferTimes.Free(session, offer, offer.MadeBy, session.Now)) is { } best
        )
        {
            var change = session.Begin(ChangeKind.OfferBooked, offer.MadeBy, offer.Owner, null);
            OfferChanges.Book(session, offer, best, offer.MadeBy, null, change);
            return true;
        }

        session.Begin(ChangeKind.OfferEnded, offer.MadeBy, offer.Owner, null);
        session.OfferStore.Save(Offering.End(offer, OfferState.Lapsed));
        return true;
    }
}

/// <summary>Settles the offers whose end has come.</summary>
public sealed class OfferWorker(IReadStore store, IWriteGate gate)
{
    private const int AtOnce = 50;

    /// <returns>How many were settled.</returns>
    public async Task<int> RunDueAsync(NodaTime.Instant now, CancellationToken cancel = default)
    {
        var settled = 0;
        foreach (var due in await store.ReadAsync(s => s.OffersDue(now, AtOnce), cancel))
        {
            if (await gate.RunAsync(new SettleOffer(due), cancel))
                settled++;
        }

        return settled;
    }
}
