using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>What people wish of every meeting, and how much what is not as wished counts.</summary>
internal sealed class WishStore(ChangeSession session) : IWishStore
{
    private CorlinDb Db => session.Db;

    public void Keep(UserId who, ImmutableArray<KeptWish> wishes)
    {
        var stands = Db.KeptWishes.Where(w => w.UserId == who.Value && w.EndedById == null).ToList();
        foreach (var gone in stands.Where(s => !wishes.Contains(Wish(s))))
            gone.EndedById = session.Current.Id;
        foreach (var wish in wishes.Except(stands.Select(Wish)))
            Add(who.Value, wish);
        session.RaiseMain(who);
    }

    public void Weigh(SlotTerm term, int weight)
    {
        EndWeight(term);
        Db.SlotWeights.Add(
            new SlotWeightRow
            {
                Term = term,
                Value = weight,
                KeptById = session.Current.Id,
            }
        );
    }

    private void EndWeight(SlotTerm term)
    {
        foreach (var row in Db.SlotWeights.Where(w => w.Term == term && w.EndedById == null))
            row.EndedById = session.Current.Id;
        // Of each only one stands, which the database checks line by line.
        Db.SaveChanges();
    }

    /// <summary>What the change said is said no more, what it ended is said again.</summary>
    internal void Restore(long change) =>
        session.RestoreKept(
            KeptLines.Wishes,
            change,
            row =>
            {
                row.EndedById = session.Current.Id;
                session.RaiseMain(new UserId(row.UserId));
            },
            row =>
            {
                Add(row.UserId, Wish(row));
                session.RaiseMain(new UserId(row.UserId));
            }
        );

    /// <summary>The same of weights.</summary>
    internal void RestoreWeights(long change) =>
        session.RestoreKept(KeptLines.SlotWeights, change, row => EndWeight(row.Term), row => Weigh(row.Term, row.Value));

    internal static KeptWish Wish(KeptWishRow row) => new(row.Kind, row.Value, row.Weight);

    private void Add(long user, KeptWish wish) =>
        Db.KeptWishes.Add(
            new KeptWishRow
            {
                UserId = user,
                Kind = wish.Kind,
                Value = wish.Value,
                Weight = wish.Weight,
                KeptById = session.Current.Id,
            }
        );
}
