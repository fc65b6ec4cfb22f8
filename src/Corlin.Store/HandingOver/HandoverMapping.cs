using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

internal static class HandoverMapping
{
    public static Handover ToCore(HandoverRow row, IEnumerable<HandoverItemRow> items) =>
        new(
            row.Number,
            new UserId(row.AwayId),
            new UserId(row.CoverId),
            row.First,
            row.Last,
            row.Line,
            row.At,
            [.. items.OrderBy(i => i.Number).Select(ToCore)]
        );

    private static HandoverItem ToCore(HandoverItemRow row) =>
        new(
            row.Number,
            new UserId(row.PrincipalId),
            row.Key,
            row.EntryId is { } entry ? new EntryId(entry) : null,
            row.Words,
            row.Promised,
            row.Note,
            row.Back
        )
        {
            Kept = row.Kept,
        };

    public static HandoverRow ToRow(Handover handover, long keptBy) =>
        new()
        {
            Number = handover.Number,
            AwayId = handover.Away.Value,
            CoverId = handover.Cover.Value,
            First = handover.First,
            Last = handover.Last,
            Line = handover.Line,
            At = handover.At,
            KeptById = keptBy,
        };

    public static HandoverItemRow ToRow(HandoverItem item, long handover, long keptBy) =>
        new()
        {
            Number = item.Number,
            HandoverNumber = handover,
            PrincipalId = item.Principal.Value,
            Key = item.Key,
            EntryId = item.Entry?.Value,
            Words = item.Words,
            Promised = item.Promised,
            Note = item.Note,
            Back = item.Back,
            Kept = item.Kept,
            KeptById = keptBy,
        };
}
