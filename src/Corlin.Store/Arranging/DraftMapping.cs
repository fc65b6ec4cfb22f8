using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Papers;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

internal static class DraftMapping
{
    /// <param name="undone">Whether the change that sent it was taken back.</param>
    public static KeptDraft ToCore(DraftRow row, bool undone) =>
        new(row.PublicId, new UserId(row.WriterId), row.Json, row.Version, row.At, undone ? null : row.SentByChangeId);

    public static MeetingKind ToCore(MeetingKindRow row) => new(row.PublicId, new UserId(row.OwnerId), row.Name, row.Json);

    public static Paper ToCore(DraftPaperRow row) =>
        new(row.PublicId, default, row.Name, row.MediaType, row.Size, row.Hash, new UserId(row.AddedById), row.AddedAt)
        {
            Address = row.Address,
            GoesOut = row.GoesOut,
        };

    public static DraftPaperRow ToRow(Paper paper, long draft) =>
        new()
        {
            PublicId = paper.PublicId,
            DraftId = draft,
            Name = paper.Name,
            MediaType = paper.MediaType,
            Size = paper.Size,
            Hash = paper.Hash,
            Address = paper.Address,
            GoesOut = paper.GoesOut,
            AddedById = paper.AddedBy.Value,
            AddedAt = paper.AddedAt,
        };
}
