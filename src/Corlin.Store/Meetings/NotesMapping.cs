using System.Globalization;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

internal static class NotesMapping
{
    public static MeetingNotes ToCore(NotesRow row, IEnumerable<TaskRow> tasks) =>
        new(
            row.PublicId,
            new EntryId(row.EntryId),
            Texts.ReadTime(row.RecurrenceId),
            new UserId(row.LaneId),
            new UserId(row.WrittenById),
            row.WrittenAt
        )
        {
            Text = row.Text,
            Styled = row.Styled,
            Tasks = [.. tasks.OrderBy(t => t.Place).Select(ToCore)],
            Version = row.Version,
            Released = row is { ReleasedTo: { } to, ReleasedById: { } by, ReleasedAt: { } at }
                ? new NotesRelease(
                    row.ReleasedText,
                    row.ReleasedStyled,
                    [
                        .. to.Split(' ', StringSplitOptions.RemoveEmptyEntries)
                            .Select(id => new UserId(long.Parse(id, CultureInfo.InvariantCulture))),
                    ],
                    new UserId(by),
                    at
                )
                : null,
        };

    public static void Apply(MeetingNotes notes, NotesRow row)
    {
        row.EntryId = notes.Entry.Value;
        row.RecurrenceId = Texts.Write(notes.RecurrenceId);
        row.LaneId = notes.Lane.Value;
        (row.Text, row.Styled, row.Version) = (notes.Text, notes.Styled, notes.Version);
        (row.WrittenById, row.WrittenAt) = (notes.WrittenBy.Value, notes.WrittenAt);
        var released = notes.Released;
        (row.ReleasedText, row.ReleasedStyled, row.ReleasedById, row.ReleasedAt) = (
            released?.Text,
            released?.Styled,
            released?.By.Value,
            released?.At
        );
        row.ReleasedTo = released is null
            ? null
            : string.Join(' ', released.To.Select(t => t.Value.ToString(CultureInfo.InvariantCulture)));
    }

    public static void Apply(MeetingTask task, int place, NotesRow notes, TaskRow row)
    {
        (row.NotesId, row.LaneId, row.Place) = (notes.Id, notes.LaneId, place);
        (row.Words, row.OwnerId, row.Due, row.Told) = (task.Words, task.Owner?.Value, task.Due, task.Told);
        (row.DoneAt, row.DoneById) = (task.DoneAt, task.DoneBy?.Value);
    }

    private static MeetingTask ToCore(TaskRow row) =>
        new(row.PublicId, row.Words, row.OwnerId is { } owner ? new UserId(owner) : null, row.Due)
        {
            Told = row.Told,
            DoneAt = row.DoneAt,
            DoneBy = row.DoneById is { } by ? new UserId(by) : null,
        };
}
