using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Mapping;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// Who is in which conference, and who is called.
internal partial class StoreReads
{
    public IReadOnlyList<Entry> EntriesOfConference(string key, int limit) =>
        InOrder([.. Db.Entries.Where(e => e.ConferenceKey == key).OrderByDescending(e => e.Id).Take(limit).Select(e => e.Id)]);

    public IReadOnlyList<Presence> PresencesOf(EntryId entry, LocalDateTime? recurrenceId, int limit)
    {
        var which = Texts.Write(recurrenceId);
        return
        [
            .. Db
                .Presences.AsNoTracking()
                .Where(p => p.EntryId == entry.Value && p.RecurrenceId == which)
                .OrderByDescending(p => p.Id)
                .Take(limit)
                .AsEnumerable()
                .Reverse()
                .Select(ConferenceMapping.ToCore),
        ];
    }

    public IReadOnlyList<Presence> PresentSince(Instant seen, int limit) =>
        [
            .. Db
                .Presences.AsNoTracking()
                .Where(p => p.State == PresenceState.In && p.SeenAt > seen)
                .OrderBy(p => p.SeenAt)
                .Take(limit)
                .AsEnumerable()
                .Select(ConferenceMapping.ToCore),
        ];

    public IReadOnlyList<Call> CallsTo(UserId who, Instant since, int limit) =>
        [
            .. Db
                .Calls.AsNoTracking()
                .Where(c => c.UserId == who.Value && c.At > since)
                .OrderByDescending(c => c.At)
                .Take(limit)
                .AsEnumerable()
                .Select(ConferenceMapping.ToCore),
        ];

    public IReadOnlyList<Call> CallsOf(EntryId entry, int limit) =>
        [
            .. Db
                .Calls.AsNoTracking()
                .Where(c => c.EntryId == entry.Value)
                .OrderByDescending(c => c.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(ConferenceMapping.ToCore),
        ];

    public Call? Call(string publicId) =>
        Db.Calls.AsNoTracking().SingleOrDefault(c => c.PublicId == publicId) is { } row ? ConferenceMapping.ToCore(row) : null;
}
