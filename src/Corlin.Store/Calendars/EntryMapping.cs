using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;
using Corlin.Core.Recurrence;
using Corlin.Core.Text;
using Corlin.Core.Time;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store.Mapping;

/// <summary>An entry's rows together: the unit that is stored, restored and told in the history.</summary>
/// <param name="Marks">Null for none.</param>
internal sealed record EntryRows(
    EntryRow Entry,
    IReadOnlyList<OverrideRow> Overrides,
    IReadOnlyList<ParticipationRow> Participations,
    IReadOnlyList<LaneMarkRow>? Marks = null
)
{
    /// <summary>The entry as it was in a state that the history keeps.</summary>
    public static Entry Read(string snapshot) => States.Read<EntryRows>(snapshot).ToCore();

    private Entry ToCore() => EntryMapping.ToCore(Entry, Overrides, Participations, Marks ?? []);
}

internal static class EntryMapping
{
    public static Entry ToCore(
        EntryRow row,
        IEnumerable<OverrideRow> overrides,
        IEnumerable<ParticipationRow> participations,
        IEnumerable<LaneMarkRow> marks
    ) =>
        new()
        {
            Id = new EntryId(row.Id),
            PublicId = row.PublicId,
            Uid = row.Uid,
            RelatedTo = row.RelatedTo,
            Kind = row.Kind,
            Home = new CalendarId(row.CalendarId),
            Owner = new UserId(row.OwnerId),
            Time = ToCore(row.Time)!,
            Rule = row.Rule is null ? null : Rule.Parse(row.Rule),
            Additions = Texts.ReadAdditions(row.Additions),
            Exceptions = Texts.ReadTimes(row.Exceptions),
            Overrides =
            [
                .. overrides.Select(o => new Override(o.RecurrenceId, ToCore(o.Time), o.Title, o.Place, o.Cancelled, o.AndFollowing)
                {
                    Agenda = o.Agenda,
                    Link = o.Link,
                    Private = o.Private,
                    Takes = o.Takes,
                    Sequence = o.Sequence,
                    ToldAt = o.ToldAt,
                }),
            ],
            Title = row.Title,
            Place = row.Place,
            Link = row.Link,
            DialIn = row.DialIn,
            AskedBy = row.AskedBy,
            RingBack = row.RingBack,
            Agenda = row.Agenda,
            StyledAgenda = row.StyledAgenda,
            Line = row.Line,
            Takes = row.Takes,
            Private = row.Private,
            AnswersWanted = !row.NoAnswers,
            Status = row.Status,
            Sequence = row.Sequence,
            MovedAt = row.MovedAt,
            ToldAt = row.ToldAt,
            OnlyOccurrences = row.OnlyOccurrences,
            Version = row.Version,
            Participations = [.. participations.OrderBy(p => p.Id).Select(ToCore)],
            Marks = [.. marks.OrderBy(m => m.LaneId).Select(ToCore)],
            GoesOn = Texts.ReadWhich(row.GoesOn),
            HoldRequest = row.HoldRequest,
            LapsesAt = row.LapsesAt,
            Raw = row.Raw,
            KeptElsewhere = row.KeptElsewhere,
            Admission = row.Admission,
            Convened = row.Convened,
            Groups = Texts.ReadGroups(row.Groups),
            Tie = row is { TiedToId: { } to, TieKind: { } kind, TieGap: { } gap }
                ? new Tie(new EntryId(to), row.TieOccurrence, kind, gap, row.TieWords)
                : null,
            MadeBy = new UserId(row.MadeById),
            MadeAt = row.MadeAt,
        };

    public static EntryRow NewRow(Entry entry, Instant lastEnd)
    {
        var row = new EntryRow
        {
            PublicId = entry.PublicId,
            Uid = entry.Uid,
            Title = entry.Title,
            Time = new TimeColumns(),
        };
        Apply(entry, row, lastEnd);
        return row;
    }

    public static void Apply(Entry entry, EntryRow row, Instant lastEnd)
    {
        row.Kind = entry.Kind;
        row.Uid = entry.Uid;
        row.RelatedTo = entry.RelatedTo;
        row.CalendarId = entry.Home.Value;
        row.OwnerId = entry.Owner.Value;
        Apply(entry.Time, row.Time);
        row.LastEnd = lastEnd;
        row.Rule = entry.Rule?.ToString();
        row.Additions = Texts.Write(entry.Additions);
        row.Exceptions = Texts.Write(entry.Exceptions);
        row.Title = entry.Title;
        row.Place = entry.Place;
        row.Link = entry.Link;
        row.DialIn = entry.DialIn;
        row.AskedBy = entry.AskedBy;
        row.RingBack = entry.RingBack;
        row.Agenda = entry.Agenda;
        row.StyledAgenda = entry.StyledAgenda;
        row.Line = entry.Line;
        row.Takes = entry.Takes;
        row.Private = entry.Private;
        row.NoAnswers = !entry.AnswersWanted;
        row.Status = entry.Status;
        row.Sequence = entry.Sequence;
        row.MovedAt = entry.MovedAt;
        row.ToldAt = entry.ToldAt;
        row.OnlyOccurrences = entry.OnlyOccurrences;
        row.Version = entry.Version;
        row.GoesOn = Texts.Write(entry.GoesOn);
        row.HoldRequest = entry.HoldRequest;
        row.LapsesAt = entry.LapsesAt;
        row.Raw = entry.Raw;
        row.KeptElsewhere = entry.KeptElsewhere;
        (row.TiedToId, row.TieOccurrence, row.TieKind, row.TieGap, row.TieWords) = (
            entry.Tie?.To.Value,
            entry.Tie?.RecurrenceId,
            entry.Tie?.Kind,
            entry.Tie?.Gap,
            entry.Tie?.Words
        );
        row.ConferenceKey = ConferenceRules.KeyOf(entry.Link);
        row.Admission = entry.Admission;
        row.Convened = entry.Convened;
        row.Groups = Texts.Write(entry.Groups);
        row.SearchText = SearchText(entry);
        row.MadeById = entry.MadeBy.Value;
        row.MadeAt = entry.MadeAt;
    }

    public static string SearchText(Entry entry) =>
        Plain.Of(
            string.Join(
                ' ',
                entry
                    .Overrides.SelectMany(o => new[] { o.Title, o.Place, o.Agenda })
                    .Prepend(entry.AskedBy)
                    .Prepend(entry.Agenda)
                    .Prepend(entry.Place)
                    .Prepend(entry.Title)
                    .OfType<string>()
            )
        );

    public static OverrideRow ToRow(long entry, Override changed)
    {
        var time = new TimeColumns();
        if (changed.Time is not null)
            Apply(changed.Time, time);
        return new OverrideRow
        {
            EntryId = entry,
            RecurrenceId = changed.RecurrenceId,
            Time = time,
            Title = changed.Title,
            Place = changed.Place,
            Cancelled = changed.Cancelled,
            AndFollowing = changed.AndFollowing,
            Agenda = changed.Agenda,
            Link = changed.Link,
            Private = changed.Private,
            Takes = changed.Takes,
            Sequence = changed.Sequence,
            ToldAt = changed.ToldAt,
        };
    }

    public static void Apply(Participation part, ParticipationRow row)
    {
        row.UserId = part.Who.Value;
        row.RecurrenceId = part.RecurrenceId;
        row.Role = part.Role;
        row.Answer = part.Answer;
        row.Comment = part.Comment;
        row.ProposedStart = part.Proposed?.Start;
        row.ProposedEnd = part.Proposed?.End;
        row.AnsweredAt = part.AnsweredAt;
        row.AnsweredById = part.AnsweredBy?.Value;
        row.ByWordOfMouth = part.ByWordOfMouth;
        row.Untold = part.Untold;
        row.NotAsked = part.NotAsked;
        row.Address = part.Address;
        row.DelegatedToId = part.DelegatedTo?.Value;
        row.DelegatedFromId = part.DelegatedFrom?.Value;
        row.Uninvited = part.Uninvited;
        row.OwnPrivate = part.OwnPrivate;
        row.Version = part.Version;
    }

    private static Participation ToCore(ParticipationRow row) =>
        new(new UserId(row.UserId), row.Role, row.RecurrenceId)
        {
            Answer = row.Answer,
            Comment = row.Comment,
            Proposed = row is { ProposedStart: { } start, ProposedEnd: { } end } ? new Stretch(start, end) : null,
            AnsweredAt = row.AnsweredAt,
            AnsweredBy = row.AnsweredById is { } by ? new UserId(by) : null,
            ByWordOfMouth = row.ByWordOfMouth,
            Untold = row.Untold,
            NotAsked = row.NotAsked,
            Address = row.Address,
            DelegatedTo = row.DelegatedToId is { } to ? new UserId(to) : null,
            DelegatedFrom = row.DelegatedFromId is { } from ? new UserId(from) : null,
            Uninvited = row.Uninvited,
            OwnPrivate = row.OwnPrivate,
            Version = row.Version,
        };

    public static Paper ToCore(PaperRow row) =>
        new(row.PublicId, new EntryId(row.EntryId), row.Name, row.MediaType, row.Size, row.Hash, new UserId(row.AddedById), row.AddedAt)
        {
            Address = row.Address,
            GoesOut = row.GoesOut,
        };

    public static PaperRow ToRow(Paper paper) =>
        new()
        {
            PublicId = paper.PublicId,
            EntryId = paper.Entry.Value,
            Name = paper.Name,
            SearchName = Plain.Of(paper.Name),
            MediaType = paper.MediaType,
            Size = paper.Size,
            Hash = paper.Hash,
            Address = paper.Address,
            GoesOut = paper.GoesOut,
            AddedById = paper.AddedBy.Value,
            AddedAt = paper.AddedAt,
        };

    public static LaneMarkRow ToRow(long entry, LaneMark mark) =>
        new()
        {
            EntryId = entry,
            LaneId = mark.Lane.Value,
            CategoryId = mark.Category?.Value,
            NoReminder = mark.Reminder is { Before: null },
            ReminderBefore = mark.Reminder?.Before,
            Rank = mark.Rank,
        };

    private static LaneMark ToCore(LaneMarkRow row) =>
        new(new UserId(row.LaneId))
        {
            Category = row.CategoryId is { } category ? new CategoryId(category) : null,
            Rank = row.Rank,
            Reminder = row.NoReminder || row.ReminderBefore is not null ? new ReminderWish(row.ReminderBefore) : null,
        };

    private static EntryTime? ToCore(TimeColumns time)
    {
        if (time is { FirstDay: { } first, UntilDay: { } until })
            return new AllDayEntry(first, until);
        return time is { LocalStart: { } start, Zone: { } zone, Length: { } length }
            ? new TimedEntry(start, zone, length, time.EndZone, time.TzdbVersion ?? "")
            : null;
    }

    private static void Apply(EntryTime time, TimeColumns row)
    {
        var timed = time as TimedEntry;
        var allDay = time as AllDayEntry;
        row.LocalStart = timed?.Start;
        row.Zone = timed?.Zone;
        row.Length = timed?.Length;
        row.EndZone = timed?.EndZone;
        row.TzdbVersion = timed?.TzdbVersion;
        row.FirstDay = allDay?.First;
        row.UntilDay = allDay?.Until;
    }
}
