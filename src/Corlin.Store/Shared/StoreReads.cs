using System.Collections.Immutable;
using System.Collections.ObjectModel;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

/// <summary>What can be asked, on one connection and in one transaction.</summary>
/// <param name="memory">Null inside a change: what it has written and not committed is not kept for others.</param>
internal partial class StoreReads(CorlinDb db, StoreMemory? memory = null) : ICalendarReads
{
    internal TravelTable? travel;
    internal IReadOnlyDictionary<string, Place>? places;

    private readonly PeopleIndex index = memory?.People ?? new PeopleIndex();

    /// <summary>The entries that a read has seen: its state does not change while it lasts.</summary>
    private readonly Dictionary<long, Entry> known = [];

    internal CorlinDb Db { get; } = db;

    public CalendarUser? User(string publicId) =>
        Db.People.AsNoTracking().FirstOrDefault(u => u.PublicId == publicId) is { } row ? PeopleMapping.ToCore(row) : null;

    public IReadOnlyDictionary<UserId, CalendarUser> Users(IEnumerable<UserId> ids)
    {
        var wanted = ids.Select(i => i.Value).Distinct().ToArray();
        if (wanted.Length == 0)
            return ReadOnlyDictionary<UserId, CalendarUser>.Empty;
        return Db
            .People.AsNoTracking()
            .Where(u => wanted.Contains(u.Id))
            .AsEnumerable()
            .Select(PeopleMapping.ToCore)
            .ToDictionary(u => u.Id);
    }

    public IReadOnlyDictionary<string, CalendarUser> Users(IReadOnlyCollection<string> publicIds)
    {
        if (publicIds.Count == 0)
            return ReadOnlyDictionary<string, CalendarUser>.Empty;
        return Db
            .People.AsNoTracking()
            .Where(u => publicIds.Contains(u.PublicId))
            .AsEnumerable()
            .Select(PeopleMapping.ToCore)
            .ToDictionary(u => u.PublicId);
    }

    public bool IsAdministrator(UserId who) => Db.People.Where(p => p.Id == who.Value).Select(p => p.Administrator).FirstOrDefault();

    public IReadOnlySet<UserId> Administrators() =>
        Db.People.Where(p => p.Administrator && !p.Removed).Select(p => p.Id).AsEnumerable().Select(id => new UserId(id)).ToHashSet();

    public IReadOnlyDictionary<UserId, CalendarId> MainCalendars(IEnumerable<UserId> owners)
    {
        var wanted = owners.Select(o => o.Value).Distinct().ToArray();
        if (wanted.Length == 0)
            return ReadOnlyDictionary<UserId, CalendarId>.Empty;
        return Db
            .Calendars.AsNoTracking()
            .Where(c => c.Main && wanted.Contains(c.OwnerId))
            .Select(c => new { c.OwnerId, c.Id })
            .AsEnumerable()
            .ToDictionary(c => new UserId(c.OwnerId), c => new CalendarId(c.Id));
    }

    public ILookup<CalendarId, Entry> Touching(IReadOnlyCollection<CalendarId> calendars, Stretch span)
    {
        var wanted = calendars.Select(c => c.Value).Distinct().ToArray();
        if (wanted.Length == 0)
            return Enumerable.Empty<Entry>().ToLookup(_ => default(CalendarId));
        var parts = PartsOf(wanted);
        var kept = KeptOf(wanted);
        var standing = new Dictionary<long, IReadOnlyList<long>>();
        foreach (var calendar in wanted)
            if (kept.GetValueOrDefault(calendar)?.Within(span) is { } found)
                standing[calendar] = found;
        long[] unread = [.. wanted.Concat(parts.Keys).Where(c => !standing.ContainsKey(c))];
        var rows = Standing(unread, span);
        foreach (var calendar in unread)
        {
            ImmutableArray<long> read = [.. rows[calendar]];
            kept.GetValueOrDefault(calendar)?.Add(span, read);
            standing[calendar] = read;
        }

        var ids = standing.SelectMany(s => s.Value.Select(e => (Calendar: s.Key, Entry: e))).ToList();
        foreach (var (calendar, entry) in ids)
            if (kept.GetValueOrDefault(calendar)?.Find(entry) is { } seen)
                known.TryAdd(entry, seen);
        var entries = ById([.. ids.Select(i => i.Entry).Distinct()]);
        foreach (var (calendar, entry) in ids)
            kept.GetValueOrDefault(calendar)?.Add(entry, entries[entry]);
        return ids.ToLookup(i => new CalendarId(parts.GetValueOrDefault(i.Calendar, i.Calendar)), i => entries[i.Entry]);
    }

    /// <summary>The numbers of the entries that stand on some calendars within a span.</summary>
    private ILookup<long, long> Standing(long[] calendars, Stretch span)
    {
        if (calendars.Length == 0)
            return Enumerable.Empty<long>().ToLookup(e => e);
        var (start, end) = (span.Start, span.End);
        return Db
            .Occupancy.AsNoTracking()
            .Where(o => calendars.Contains(o.CalendarId) && o.LastEnd > start && o.FirstStart < end)
            .Select(o => new { o.CalendarId, o.EntryId })
            .Distinct()
            .ToLookup(o => o.CalendarId, o => o.EntryId);
    }

    /// <summary>What is in memory of some calendars as they stand in this read; none inside a change.</summary>
    private Dictionary<long, EntryMemory.Kept> KeptOf(IReadOnlyCollection<long> calendars) =>
        memory is null
            ? []
            : ChangeNumbers([.. calendars.Select(c => new CalendarId(c))])
                .ToDictionary(c => c.Key.Value, c => memory.Entries.Of(c.Key.Value, c.Value));

    /// <summary>Parts of some calendars that are seen, with the calendar of each; for nearly all there are none.</summary>
    private Dictionary<long, long> PartsOf(long[] calendars) =>
        Db.Parts.AsNoTracking().Where(p => p.Shown && calendars.Contains(p.CalendarId)).ToDictionary(p => p.Id, p => p.CalendarId);

    public IReadOnlyList<Unseen> WrittenInPieces() =>
        [
            .. Db
                .Parts.AsNoTracking()
                .OrderBy(p => p.Id)
                .AsEnumerable()
                .Select(p => new Unseen(new CalendarId(p.Id), new CalendarId(p.CalendarId), p.ChangeId, p.Shown)),
        ];

    public Entry? Entry(string publicId)
    {
        var id = Db.Entries.Where(e => e.PublicId == publicId).Select(e => e.Id).FirstOrDefault();
        return id == 0 ? null : ById([id])[id];
    }

    public IReadOnlyDictionary<string, Entry> ByUid(CalendarId calendar, IReadOnlyCollection<string> uids)
    {
        var found = new Dictionary<string, Entry>(StringComparer.Ordinal);
        foreach (var some in uids.Distinct().Chunk(500))
        {
            var ids = Db.Entries.Where(e => e.CalendarId == calendar.Value && some.Contains(e.Uid)).Select(e => e.Id).ToArray();
            foreach (var entry in ById(ids).Values)
                found[entry.Uid] = entry;
        }

        return found;
    }

    public IReadOnlyDictionary<string, Entry> AskedTo(UserId who, IReadOnlyCollection<string> uids)
    {
        var found = new Dictionary<string, Entry>(StringComparer.Ordinal);
        foreach (var some in uids.Distinct().Chunk(500))
        {
            var ids = Db
                .Entries.Where(e =>
                    some.Contains(e.Uid)
                    && e.OwnerId != who.Value
                    && e.Status != MeetingStatus.Draft
                    && Db.Participations.Any(p => p.EntryId == e.Id && p.UserId == who.Value)
                )
                .Select(e => e.Id)
                .ToArray();
            foreach (var entry in ById(ids).Values)
                found[entry.Uid] = entry;
        }

        return found;
    }

    public IReadOnlyList<(CalendarId Calendar, Entry Entry)> Matching(
        IReadOnlyCollection<CalendarId> calendars,
        IReadOnlyCollection<SoughtWord> words,
        int limit
    )
    {
        var wanted = calendars.Select(c => c.Value).ToArray();
        var parts = PartsOf(wanted);
        wanted = [.. wanted, .. parts.Keys];
        var said = Db
            .Occupancy.AsNoTracking()
            .Where(o => wanted.Contains(o.CalendarId) && o.RecurrenceId == "")
            .Join(
                Db.Entries,
                o => o.EntryId,
                e => e.Id,
                (o, e) =>
                    new
                    {
                        o.CalendarId,
                        e.Id,
                        e.OwnerId,
                        e.SearchText,
                        o.LastEnd,
                    }
            );
        foreach (var word in words)
        {
            var (one, other) = word.Patterns;
            var named = word.With.Select(w => w.Value).ToArray();
            // All that somebody organises is meant only where more is said of it.
            var owners = words.Count > 1 ? named : [];
            said = said.Where(r =>
                EF.Functions.Like(r.SearchText, one)
                || EF.Functions.Like(r.SearchText, other)
                || Db.Papers.Any(p =>
                    p.EntryId == r.Id
                    && p.RemovedByChangeId == null
                    && (EF.Functions.Like(p.SearchName, one) || EF.Functions.Like(p.SearchName, other))
                )
                || owners.Contains(r.OwnerId)
                || Db.Participations.Any(p => p.EntryId == r.Id && named.Contains(p.UserId))
            );
        }

        var rows = said.OrderByDescending(r => r.LastEnd).Take(limit).Select(r => new { r.CalendarId, r.Id }).ToList();
        var entries = ById([.. rows.Select(r => r.Id).Distinct()]);
        return [.. rows.Select(r => (new CalendarId(parts.GetValueOrDefault(r.CalendarId, r.CalendarId)), entries[r.Id]))];
    }

    public IReadOnlyList<(UserId Who, Entry Entry)> Declined(
        IReadOnlyCollection<UserId> who,
        IReadOnlyCollection<SoughtWord> words,
        int limit
    )
    {
        var wanted = who.Select(w => w.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        var said = Db
            .Participations.AsNoTracking()
            .Where(p => wanted.Contains(p.UserId) && p.Answer == Answer.Declined && p.RecurrenceId == null)
            .Join(
                Db.Entries,
                p => p.EntryId,
                e => e.Id,
                (p, e) =>
                    new
                    {
                        p.UserId,
                        e.Id,
                        e.SearchText,
                        e.LastEnd,
                        e.Status,
                    }
            )
            .Where(r => r.Status == MeetingStatus.Sent);
        foreach (var word in words)
        {
            var (one, other) = word.Patterns;
            said = said.Where(r => EF.Functions.Like(r.SearchText, one) || EF.Functions.Like(r.SearchText, other));
        }

        var rows = said.OrderByDescending(r => r.LastEnd).Take(limit).Select(r => new { r.UserId, r.Id }).ToList();
        var entries = ById([.. rows.Select(r => r.Id).Distinct()]);
        return [.. rows.Select(r => (new UserId(r.UserId), entries[r.Id]))];
    }

    public IReadOnlyList<Entry> TiedTo(IReadOnlyCollection<EntryId> entries, int limit)
    {
        var wanted = entries.Select(e => (long?)e.Value).Distinct().ToArray();
        if (wanted.Length == 0)
            return [];
        return InOrder([.. Db.Entries.Where(e => wanted.Contains(e.TiedToId)).OrderBy(e => e.Id).Take(limit).Select(e => e.Id)]);
    }

    public IReadOnlyList<Entry> MeetingsOfGroup(UserId group, Instant from, int limit)
    {
        var ids = Db
            .EntryGroups.Where(g => g.GroupId == group.Value)
            .Join(Db.Entries, g => g.EntryId, e => e.Id, (g, e) => e)
            .Where(e => e.LastEnd > from && e.Status != MeetingStatus.Draft)
            .OrderBy(e => e.LastEnd)
            .Take(limit)
            .Select(e => e.Id)
            .ToArray();
        return InOrder(ids);
    }

    public IReadOnlyList<Entry> MeetingsOfGroups(IReadOnlyCollection<UserId> organisers, Instant from, int limit)
    {
        var wanted = organisers.Select(o => o.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        var ids = Db
            .Entries.Where(e =>
                wanted.Contains(e.OwnerId)
                && e.Kind == EntryKind.Meeting
                && e.LastEnd > from
                && e.Status == MeetingStatus.Sent
                && Db.EntryGroups.Any(g => g.EntryId == e.Id)
            )
            .OrderBy(e => e.LastEnd)
            .Take(limit)
            .Select(e => e.Id)
            .ToArray();
        return InOrder(ids);
    }

    private protected IReadOnlyList<Entry> InOrder(long[] ids)
    {
        var found = ById(ids);
        return [.. ids.Select(id => found[id])];
    }

    public IReadOnlyList<Entry> MeetingsOf(string uid)
    {
        const int Most = 20;
        var ids = Db
            .Entries.Where(e => e.Uid == uid && e.Kind == EntryKind.Meeting)
            .OrderBy(e => e.Id)
            .Select(e => e.Id)
            .Take(Most)
            .ToList();
        return ids.Count == 0 ? [] : [.. ById([.. ids]).Values];
    }

    public IReadOnlyList<(UserId Who, Entry Entry)> Unanswered(IReadOnlyCollection<UserId> who, Instant from, int limit)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        var rows = (
            from part in Db.Participations.AsNoTracking()
            where part.Answer == Answer.None && wanted.Contains(part.UserId) && !part.NotAsked && part.Role != AttendeeRole.Resource
            join entry in Db.Entries.AsNoTracking() on part.EntryId equals entry.Id
            where entry.Kind == EntryKind.Meeting && entry.Status == MeetingStatus.Sent && entry.LastEnd > @from
            orderby entry.LastEnd, entry.Id
            select new { part.UserId, EntryId = entry.Id }
        )
            .Take(limit)
            .ToList()
            .Distinct()
            .ToList();
        var entries = ById([.. rows.Select(r => r.EntryId).Distinct()]);
        return [.. rows.Select(r => (new UserId(r.UserId), entries[r.EntryId]))];
    }

    public IReadOnlyList<AnswersGiven> AnswersTo(IReadOnlyCollection<UserId> who, IReadOnlyCollection<UserId> organisers, Instant since)
    {
        var (asked, asking) = (who.Select(w => w.Value).ToArray(), organisers.Select(o => o.Value).ToArray());
        if (asked.Length == 0)
            return [];
        return
        [
            .. (
                from entry in Db.Entries.AsNoTracking()
                where asking.Contains(entry.OwnerId) && entry.Kind == EntryKind.Meeting && !entry.Private && entry.LastEnd > since
                join part in Db.Participations.AsNoTracking() on entry.Id equals part.EntryId
                where asked.Contains(part.UserId) && part.RecurrenceId == null && part.Answer != Answer.None && !part.OwnPrivate
                group part by new
                {
                    part.UserId,
                    entry.OwnerId,
                    part.Answer,
                } into same
                select new
                {
                    same.Key.UserId,
                    same.Key.OwnerId,
                    same.Key.Answer,
                    Count = same.Count(),
                }
            )
                .AsEnumerable()
                .Select(s => new AnswersGiven(new UserId(s.UserId), new UserId(s.OwnerId), s.Answer, s.Count)),
        ];
    }

    public IReadOnlyList<Entry> Organised(IReadOnlyCollection<UserId> organisers, Instant from, int limit)
    {
        var wanted = organisers.Select(o => o.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        var ids = Db
            .Entries.Where(e =>
                wanted.Contains(e.OwnerId) && e.Kind == EntryKind.Meeting && e.LastEnd > from && e.Status == MeetingStatus.Sent
            )
            .OrderBy(e => e.LastEnd)
            .Take(limit)
            .Select(e => e.Id)
            .ToArray();
        var entries = ById(ids);
        return [.. ids.Select(id => entries[id])];
    }

    public IReadOnlyList<Entry> Saved(IReadOnlyCollection<UserId> organisers, int limit)
    {
        var wanted = organisers.Select(o => o.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        var ids = Db
            .Entries.Where(e => wanted.Contains(e.OwnerId) && e.Kind == EntryKind.Meeting && e.Status == MeetingStatus.Draft)
            .OrderByDescending(e => e.LastEnd)
            .Take(limit)
            .Select(e => e.Id)
            .ToArray();
        var entries = ById(ids);
        return [.. ids.Select(id => entries[id])];
    }

    public IReadOnlyList<Absence> Absences(IReadOnlyCollection<UserId> who, Stretch span)
    {
        var wanted = who.Select(o => o.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        var (start, end) = (span.Start, span.End);
        return
        [
            .. Db
                .Absences.AsNoTracking()
                .Where(a => wanted.Contains(a.UserId) && a.End > start && a.Start < end && a.EndedById == null)
                .AsEnumerable()
                .Select(ToCore),
        ];
    }

    public IReadOnlyList<Absence> AbsencesThatAnswer(Instant now) =>
        [
            .. Db
                .Absences.AsNoTracking()
                .Where(a => a.EndedById == null && a.End > now && (a.Invitations != NewInvitations.Kept || a.TextInside != null))
                .OrderBy(a => a.Id)
                .AsEnumerable()
                .Select(ToCore),
        ];

    public IReadOnlyList<Mailbox> ToldBy(Absence absence, bool withPrivate, int limit) =>
        [
            .. Db
                .Changes.Where(c => c.AbsenceId == absence.Origin && c.Kind == ChangeKind.MailWritten && c.UndoneById == null)
                .Join(Db.Outbox.Where(o => o.WithdrawnAt == null), c => c.Id, o => o.ChangeId, (c, o) => (long?)o.Id)
                .Join(
                    Db.Mails.Where(m => withPrivate || !m.Private),
                    o => o,
                    m => m.OutboxId,
                    (o, m) =>
                        new
                        {
                            m.Id,
                            m.ToName,
                            m.ToAddress,
                        }
                )
                .OrderByDescending(m => m.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(m => new Mailbox(m.ToName, m.ToAddress)),
        ];

    public bool WasTakenIn(string key) => Db.TakenIn.Any(t => t.Key == key);

    public Absence? Absence(long id) =>
        Db.Absences.AsNoTracking().SingleOrDefault(a => a.Id == id && a.EndedById == null) is { } row ? ToCore(row) : null;

    internal static Absence ToCore(AbsenceRow row) =>
        new(new UserId(row.UserId), new Stretch(row.Start, row.End), row.CoversId is { } cover ? new UserId(cover) : null, row.Reason)
        {
            Id = row.Id,
            Kind = row.Kind,
            TextInside = row.TextInside,
            TextOutside = row.TextOutside,
            Invitations = row.Invitations,
            ReasonTo = row.ReasonTo,
            By = row.ById is { } by ? new UserId(by) : null,
            Origin = row.OriginId ?? row.Id,
        };

    public IReadOnlyDictionary<UserId, Instant> LastChanges(IReadOnlyCollection<UserId> who)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        if (wanted.Length == 0)
            return ReadOnlyDictionary<UserId, Instant>.Empty;
        // Changes are numbered in the order in which they were made: the last by number is the last in time.
        var last = Db.Changes.Where(c => wanted.Contains(c.InNameOfId)).GroupBy(c => c.InNameOfId).Select(g => g.Max(c => c.Id)).ToArray();
        return Db.Changes.AsNoTracking().Where(c => last.Contains(c.Id)).ToDictionary(c => new UserId(c.InNameOfId), c => c.At);
    }

    public IReadOnlyList<DayOff> DaysOff(IReadOnlyCollection<string> where, LocalDate from, LocalDate until)
    {
        if (where.Count == 0)
            return [];
        return
        [
            .. Db
                .DaysOff.AsNoTracking()
                .Where(d => where.Contains(d.Where) && d.Until > from && d.First < until && d.OpenedById == null)
                .OrderBy(d => d.First)
                .AsEnumerable()
                .Select(d => new DayOff(d.Kind, d.Where, d.First, d.Until, d.Words) { Id = d.Id }),
        ];
    }

    public IReadOnlyList<NoGo> NoGoWeeks(IReadOnlyCollection<UserId> who, LocalDate from, LocalDate until)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        // No run of weeks is longer than the most there may be, so that the index by its first day bounds the reading.
        var earliest = from.PlusWeeks(-NoGo.MostWeeks);
        return
        [
            .. Db
                .NoGoWeeks.AsNoTracking()
                .Where(n => wanted.Contains(n.UserId) && n.OpenedById == null && n.First >= earliest && n.First < until)
                .OrderBy(n => n.First)
                .AsEnumerable()
                .Select(n => new NoGo(n.Id, new UserId(n.UserId), n.First, n.Weeks, n.Words))
                .Where(n => n.Until > from),
        ];
    }

    public IReadOnlyList<FurtherCalendar> FurtherOf(IReadOnlyCollection<UserId> owners)
    {
        var wanted = owners.Select(o => o.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        return
        [
            .. Db
                .Further.AsNoTracking()
                .Where(f => wanted.Contains(f.OwnerId) && f.EndedById == null)
                .OrderBy(f => f.Name)
                .Join(
                    Db.Calendars,
                    f => f.CalendarId,
                    c => c.Id,
                    (f, c) =>
                        new
                        {
                            f.CalendarId,
                            c.PublicId,
                            f.OwnerId,
                            f.Name,
                            f.Counts,
                        }
                )
                .AsEnumerable()
                .Select(f => new FurtherCalendar(new CalendarId(f.CalendarId), f.PublicId, new UserId(f.OwnerId), f.Name, f.Counts)),
        ];
    }

    public IReadOnlyList<Followed> FollowedBy(IReadOnlyCollection<UserId> owners)
    {
        var wanted = owners.Select(o => o.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        return
        [
            .. Db
                .Followed.AsNoTracking()
                .Where(f => wanted.Contains(f.OwnerId) && f.EndedById == null)
                .OrderBy(f => f.Name)
                .AsEnumerable()
                .Select(PeopleMapping.ToCore),
        ];
    }

    public Followed? Followed(long id) =>
        Db.Followed.AsNoTracking().SingleOrDefault(f => f.Id == id && f.EndedById == null) is { } row ? PeopleMapping.ToCore(row) : null;

    public IReadOnlyList<Followed> FollowedDue(Instant now, int limit) =>
        [
            .. Db
                .Followed.AsNoTracking()
                .Where(f => f.DueAt <= now && f.EndedById == null)
                .OrderBy(f => f.DueAt)
                .Take(limit)
                .AsEnumerable()
                .Select(PeopleMapping.ToCore),
        ];

    public IReadOnlyDictionary<string, Entry> AtHome(CalendarId calendar)
    {
        var ids = Db.Entries.Where(e => e.CalendarId == calendar.Value).Select(e => e.Id).ToArray();
        return ids.Chunk(500).SelectMany(some => ById(some).Values).ToDictionary(e => e.Uid, StringComparer.Ordinal);
    }

    public IReadOnlyDictionary<CalendarId, int> CountAtHome(IReadOnlyCollection<CalendarId> calendars)
    {
        var wanted = calendars.Select(c => c.Value).ToArray();
        if (wanted.Length == 0)
            return ReadOnlyDictionary<CalendarId, int>.Empty;
        return Db
            .Entries.Where(e => wanted.Contains(e.CalendarId))
            .GroupBy(e => e.CalendarId)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionary(g => new CalendarId(g.Key), g => g.Count);
    }

    public IReadOnlyList<Paper> Papers(IReadOnlyCollection<EntryId> entries)
    {
        var wanted = entries.Select(e => e.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        return
        [
            .. Db
                .Papers.AsNoTracking()
                .Where(p => wanted.Contains(p.EntryId) && p.RemovedByChangeId == null)
                .OrderBy(p => p.Id)
                .AsEnumerable()
                .Select(EntryMapping.ToCore),
        ];
    }

    public IReadOnlySet<string> NamedPapers(Instant since) =>
        Db
            .Papers.Where(p => p.RemovedAt == null || p.RemovedAt >= since)
            .Select(p => p.Hash)
            .Concat(Db.DraftPapers.Select(p => p.Hash))
            .ToHashSet();

    public IReadOnlyDictionary<string, Place> Places() =>
        places ??= Db
            .Places.AsNoTracking()
            .AsEnumerable()
            .Select(p => new Place(p.Name, p.Site, p.Town, p.Zone, p.Country) { Address = p.Address, Closed = p.Closed })
            .ToDictionary(p => p.Name);

    public IReadOnlyList<(string From, string To, int Minutes)> Ways() =>
        [
            .. Db
                .Ways.AsNoTracking()
                .OrderBy(w => w.FromSite)
                .ThenBy(w => w.ToSite)
                .AsEnumerable()
                .Select(w => (w.FromSite, w.ToSite, w.Minutes)),
        ];

    public IReadOnlyList<CalendarUser> At(IReadOnlyCollection<string> places, int limit) =>
        [
            .. Db
                .People.AsNoTracking()
                .Where(p => p.Place != null && places.Contains(p.Place) && !p.Removed)
                .OrderBy(p => p.Kind)
                .ThenBy(p => p.Name)
                .Take(limit)
                .AsEnumerable()
                .Select(PeopleMapping.ToCore),
        ];

    public TravelTable Travel() =>
        travel ??= new TravelTable(
            Db.Ways.AsNoTracking().AsEnumerable().ToDictionary(w => (w.FromSite, w.ToSite), w => Duration.FromMinutes(w.Minutes))
        );

    public IReadOnlyList<Category> Categories(IReadOnlyCollection<UserId> owners)
    {
        var wanted = owners.Select(o => o.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        return
        [
            .. Db
                .Categories.AsNoTracking()
                .Where(c => wanted.Contains(c.OwnerId) && !c.Removed)
                .OrderBy(c => c.Name)
                .AsEnumerable()
                .Select(c => new Category(new CategoryId(c.Id), new UserId(c.OwnerId), c.Name, c.Colour)),
        ];
    }

    public IReadOnlyDictionary<(EntryId Entry, LocalDateTime? RecurrenceId), ReminderMark> ReminderMarks(
        UserId who,
        IReadOnlyCollection<EntryId> entries
    )
    {
        var wanted = entries.Select(e => e.Value).ToArray();
        if (wanted.Length == 0)
            return ReadOnlyDictionary<(EntryId, LocalDateTime?), ReminderMark>.Empty;
        return Db
            .Reminders.AsNoTracking()
            .Where(r => r.UserId == who.Value && wanted.Contains(r.EntryId))
            .AsEnumerable()
            .ToDictionary(
                r => (new EntryId(r.EntryId), Texts.ReadTime(r.RecurrenceId)),
                r => new ReminderMark(r.OccursAt, r.ShownAt, r.SnoozedUntil, r.DismissedAt)
            );
    }

    public IReadOnlyDictionary<string, string> Settings(UserId who) =>
        Db.Settings.AsNoTracking().Where(s => s.UserId == who.Value).ToDictionary(s => s.Name, s => s.Json);

    /// <summary>Entries whole, by their numbers.</summary>
    internal Dictionary<long, Entry> ById(long[] ids)
    {
        if (memory is null)
            return ReadById(ids);
        foreach (var (id, entry) in ReadById([.. ids.Where(i => !known.ContainsKey(i))]))
            known[id] = entry;
        return ids.Distinct().Where(known.ContainsKey).ToDictionary(i => i, i => known[i]);
    }

    private Dictionary<long, Entry> ReadById(long[] ids)
    {
        if (ids.Length == 0)
            return [];
        var overrides = Db.Overrides.AsNoTracking().Where(o => ids.Contains(o.EntryId)).ToLookup(o => o.EntryId);
        var participations = Db.Participations.AsNoTracking().Where(p => ids.Contains(p.EntryId)).ToLookup(p => p.EntryId);
        var marks = Db.LaneMarks.AsNoTracking().Where(m => ids.Contains(m.EntryId)).ToLookup(m => m.EntryId);
        return Db
            .Entries.AsNoTracking()
            .Where(e => ids.Contains(e.Id))
            .AsEnumerable()
            .ToDictionary(e => e.Id, e => EntryMapping.ToCore(e, overrides[e.Id], participations[e.Id], marks[e.Id]));
    }
}
