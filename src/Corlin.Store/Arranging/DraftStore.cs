using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Papers;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>What is being written is its writer's alone: no history tells it.</summary>
internal sealed class DraftStore(ChangeSession session) : IDraftStore, IMeetingKindStore
{
    private CorlinDb Db => session.Db;

    public void Save(KeptDraft draft)
    {
        var row = Db.Drafts.SingleOrDefault(d => d.PublicId == draft.PublicId);
        if (row is null)
            Db.Drafts.Add(
                row = new DraftRow
                {
                    PublicId = draft.PublicId,
                    Json = draft.Json,
                    WriterId = draft.Writer.Value,
                }
            );
        (row.Json, row.Version, row.At, row.SentByChangeId) = (draft.Json, draft.Version, draft.At, draft.SentBy);
        Db.SaveChanges();
        DropSent(draft);
    }

    public void Drop(KeptDraft draft) => Db.Drafts.Where(d => d.PublicId == draft.PublicId).ExecuteDelete();

    public void Lay(KeptDraft draft, Paper paper)
    {
        Db.DraftPapers.Add(DraftMapping.ToRow(paper, Db.Drafts.Single(d => d.PublicId == draft.PublicId).Id));
        Db.SaveChanges();
    }

    public void TakeAway(KeptDraft draft, Paper paper)
    {
        var of = Db.Drafts.Single(d => d.PublicId == draft.PublicId).Id;
        Db.DraftPapers.Where(p => p.DraftId == of && p.PublicId == paper.PublicId).ExecuteDelete();
    }

    public void Save(MeetingKind kind)
    {
        var row = Db.MeetingKinds.SingleOrDefault(k => k.PublicId == kind.PublicId);
        if (row is null)
            Db.MeetingKinds.Add(
                row = new MeetingKindRow
                {
                    PublicId = kind.PublicId,
                    Name = kind.Name,
                    Json = kind.Json,
                    OwnerId = kind.Owner.Value,
                }
            );
        (row.Name, row.Json) = (kind.Name, kind.Json);
        Db.SaveChanges();
    }

    public void Drop(MeetingKind kind) => Db.MeetingKinds.Where(k => k.PublicId == kind.PublicId).ExecuteDelete();

    public void SaveStanding(UserId owner, Standing? standing)
    {
        var row = Db.Standing.Find(owner.Value);
        if (row is not null)
            Db.Standing.Remove(row);
        Db.SaveChanges();
        if (standing is not null)
            Db.Standing.Add(
                new StandingRow
                {
                    OwnerId = owner.Value,
                    Link = standing.Link,
                    DialIn = standing.DialIn,
                }
            );
        Db.SaveChanges();
    }

    /// <summary>
    /// What the same writer sent longer ago than it can be undone is written no more. What was offered stays until it can be booked no
    /// more.
    /// </summary>
    private void DropSent(KeptDraft draft)
    {
        var before = session.Now - KeptDraft.Stays;
        var offered = session.Now - KeptDraft.StaysOffered;
        Db.Drafts.Where(d =>
                d.WriterId == draft.Writer.Value
                && d.At < before
                && Db.Changes.Any(c =>
                    c.Id == d.SentByChangeId && c.UndoneById == null && (c.Kind != ChangeKind.OfferMade || d.At < offered)
                )
            )
            .ExecuteDelete();
    }
}
