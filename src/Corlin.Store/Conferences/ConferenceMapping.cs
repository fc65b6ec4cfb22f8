using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

internal static class ConferenceMapping
{
    public static Presence ToCore(PresenceRow row) =>
        new(
            row.PublicId,
            new EntryId(row.EntryId),
            Texts.ReadTime(row.RecurrenceId),
            row.UserId is { } who ? new UserId(who) : null,
            row.Name,
            row.SecretHash,
            row.State,
            row.AskedAt
        )
        {
            JoinedAt = row.JoinedAt,
            LeftAt = row.LeftAt,
            SeenAt = row.SeenAt,
        };

    public static void Apply(Presence presence, PresenceRow row)
    {
        (row.EntryId, row.RecurrenceId, row.UserId) = (presence.Entry.Value, Texts.Write(presence.RecurrenceId), presence.Who?.Value);
        (row.Name, row.SecretHash, row.State, row.AskedAt) = (presence.Name, presence.SecretHash, presence.State, presence.AskedAt);
        (row.JoinedAt, row.LeftAt, row.SeenAt) = (presence.JoinedAt, presence.LeftAt, presence.SeenAt);
    }

    public static Call ToCore(CallRow row) =>
        new(
            row.PublicId,
            new EntryId(row.EntryId),
            new UserId(row.UserId),
            new UserId(row.ById),
            new UserId(row.InNameOfId),
            row.State,
            row.At
        );
}
