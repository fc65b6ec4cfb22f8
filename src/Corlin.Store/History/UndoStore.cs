using Corlin.Application.Ports;
using Corlin.Core.Refusals;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>What a change did, taken back.</summary>
internal sealed class UndoStore(ChangeSession session) : IUndoStore
{
    private CorlinDb Db => session.Db;

    public void Restore(long change, bool entriesToo = true)
    {
        session.MailStore.WriteHandedOver();
        var waiting = Db.Outbox.Where(o => o.ChangeId == change).ToList();
        if (waiting.Any(o => o.SentAt is not null))
            throw new RefusedException(RefusalKind.AlreadySent);
        foreach (var message in waiting)
            message.WithdrawnAt = session.Now;
        Db.SaveChanges();
        session.PaperStore.TakeAwayPapers(change);
        if (entriesToo)
            session.EntryUndo.RestoreEntries(
                Db.History.AsNoTracking().Where(h => h.ChangeId == change).OrderByDescending(h => h.Id).ToList()
            );
        session.MailStore.RestoreFiled(change);
        session.DayOffStore.RestoreNoGo(change);
        session.WishStore.Restore(change);
        session.WishStore.RestoreWeights(change);
        session.OrganisationStore.Restore(change);
        session.WatchStore.Restore(change);
        session.QuestionStore.Restore(change);
        session.InstructionStore.Restore(change);
        session.DeadlineStore.Restore(change);
        session.DayOffStore.RestoreClosures(change);
        session.AbsenceStore.RestoreAbsences(change);
        session.StayStore.RestoreStays(change);
        session.FeedStore.RestoreFeeds(change);
        session.SheetStore.Restore(change);
        session.AccessStore.RestoreAccess(change);
        session.PeopleStore.RestorePeople(change);
        session.FollowedStore.RestoreFollowed(change);
        session.CalendarStore.RestoreFurther(change);
        session.HandoverStore.RestoreHandovers(change);
        session.TurnOverStore.RestoreTurnOvers(change);
        session.AddressStore.RestoreAddresses(change);
        session.RequestStore.RestoreRequests(change);
        session.OfferStore.RestoreOffers(change);
        session.NotesStore.RestoreNotes(change);
        session.ConferenceStore.RestoreCalls(change);
        session.PaperStore.BringBackPapers(change);
        session.CategoryStore.RestoreCategories(change);
        Db.Changes.Single(c => c.Id == change).UndoneById = session.Current.Id;
        Db.SaveChanges();
        if (Db.Changes.SingleOrDefault(c => c.UndoneById == change) is { } original)
            session.MailStore.SendAgain(original.Id);
        Db.SaveChanges();
    }

    public long? RestorePiece(long change, long before)
    {
        var lines = session.LinesOf(change, before);
        if (lines.Count == 0)
            return null;
        session.EntryUndo.RestoreEntries(session.AsMade(lines));
        return lines[^1].Id;
    }
}
