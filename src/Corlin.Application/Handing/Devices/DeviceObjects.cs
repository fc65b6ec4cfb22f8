using System.Collections.Immutable;
using Corlin.Application.Files;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>One object of a calendar, as a device may know it (RFC 4791 4.1).</summary>
/// <param name="Name">The last part of its address.</param>
/// <param name="Told">What it says; of an absence null.</param>
public sealed record DeviceObject(string Name, Entry? Told, AbsenceInFile? Absence)
{
    public string Uid => Told?.Uid ?? Absence!.Uid;

    /// <summary>Whether it is an entry by itself; taken time and absences are not changed by a device.</summary>
    public bool IsEntry => Stands is not null;

    /// <summary>What stands here, for changes alone: more than the device is told.</summary>
    internal Entry? Stands { get; init; }
}

/// <summary>Objects with what is needed to write them.</summary>
/// <param name="Categories">The category that an entry has on the calendar.</param>
public sealed record DeviceContent(
    IReadOnlyList<DeviceObject> Objects,
    IReadOnlyDictionary<UserId, Mailbox> People,
    IReadOnlyDictionary<EntryId, string> Categories
);

/// <summary>Makes of the entries of a calendar the objects that a device is told.</summary>
internal sealed class DeviceObjects(Viewing viewing, DeviceCalendar calendar)
{
    /// <summary>What ended longer ago is not told any more.</summary>
    public static readonly Duration Past = Duration.FromDays(366);

    /// <summary>Taken time of which nothing else is told reaches this far back and forth from today.</summary>
    private const int TakenDaysBack = 31;

    private const int TakenDaysAhead = 400;

    private const string Ending = ".ics";

    private const string Beside = "-beside";

    private const int MostOccurrences = 1_000;

    private static readonly Instant Forever = Instant.FromUtc(9000, 1, 1, 0, 0);

    private readonly Lazy<IReadOnlyDictionary<EntryId, string>> names = new(() => viewing.Store.DeviceNames(calendar.Id));

    private readonly Lazy<IReadOnlySet<string>> given = new(() =>
        viewing.Store.DeviceNames(calendar.Id).Values.ToHashSet(StringComparer.Ordinal)
    );

    public Stretch Span => new(viewing.Now - Past, Forever);

    /// <summary>All that the device is told of the calendar.</summary>
    public DeviceContent All()
    {
        var objects = new List<DeviceObject>();
        var hidden = new List<Entry>();
        foreach (var entry in viewing.Store.Touching([calendar.Id], Span)[calendar.Id].Where(calendar.Keeps))
        {
            if (Of(entry) is { } told)
                objects.Add(told);
            else
                hidden.Add(entry);
        }

        objects.AddRange(TimeOf(hidden));
        objects.AddRange(Absences());
        return Content(objects);
    }

    /// <summary>The same of one entry; null where it does not stand there, or is told as taken time alone.</summary>
    public DeviceObject? Of(Entry entry)
    {
        if (!calendar.Keeps(entry) || entry.Status == MeetingStatus.Cancelled || Sighted(entry) is not (>= Sight.Headlines and var sight))
            return null;
        return OnLane(entry) is { } stands
            ? new DeviceObject(NameOf(entry), sight == Sight.Everything ? Whole(stands) : Headline(stands), null) { Stands = entry }
            : null;
    }

    /// <summary>What stands there under a name; null for nothing, taken time and absences.</summary>
    public DeviceObject? Find(string name) => Entries([name]).GetValueOrDefault(name) is { } entry ? Of(entry) : null;

    /// <summary>What stands there under some names; what is not there is left out.</summary>
    public DeviceContent Named(IReadOnlyCollection<string> wanted)
    {
        var found = Entries(wanted).Values.Select(Of).OfType<DeviceObject>().ToList();
        if (found.Count == wanted.Count)
            return Content(found);
        var known = found.Select(f => f.Name).ToHashSet(StringComparer.Ordinal);
        // Taken time and absences are known among all there is.
        var others = calendar.IsWhole ? Absences() : All().Objects.Where(o => !o.IsEntry);
        return Content([.. found, .. others.Where(o => wanted.Contains(o.Name) && !known.Contains(o.Name))]);
    }

    /// <summary>
    /// The entries behind some names, whatever became of them: by the name that a device gave it, or else that of its public id.
    /// </summary>
    private Dictionary<string, Entry> Entries(IReadOnlyCollection<string> wanted)
    {
        var found = new Dictionary<string, Entry>(viewing.Store.EntriesOfDeviceNames(calendar.Id, wanted), StringComparer.Ordinal);
        var ids = wanted
            .Where(n => !found.ContainsKey(n) && n.EndsWith(Ending, StringComparison.Ordinal))
            .ToDictionary(n => n, n => IdOf(n[..^Ending.Length]), StringComparer.Ordinal);
        var entries = viewing.Store.Entries([.. ids.Values.Distinct()]);
        foreach (var (name, id) in ids)
            if (entries.GetValueOrDefault(id) is { } entry && NameOf(entry) == name)
                found[name] = entry;
        return found;
    }

    private static string IdOf(string name) => name.EndsWith(Beside, StringComparison.Ordinal) ? name[..^Beside.Length] : name;

    /// <summary>Whether a name is that of taken time or an absence, which is not changed by a device.</summary>
    public bool IsTakenTime(string name) =>
        (name.EndsWith(SharedLanes.UidEnding + Ending, StringComparison.Ordinal) || name.StartsWith("absence-", StringComparison.Ordinal))
        && All().Objects.Any(o => o.Name == name);

    public string? Named(EntryId entry) => names.Value.GetValueOrDefault(entry);

    public string NameOf(Entry entry) => Named(entry.Id) ?? NameOf(entry.PublicId);

    /// <summary>That of a public id; where a device has laid down something else under it, one beside it.</summary>
    public string NameOf(string publicId) => given.Value.Contains(publicId + Ending) ? publicId + Beside + Ending : publicId + Ending;

    public DeviceContent Content(IReadOnlyList<DeviceObject> objects)
    {
        var told = objects.Select(o => o.Told).OfType<Entry>().Where(e => e.Id.Value != 0).ToList();
        var named = told.Where(e => e.Kind == EntryKind.Meeting)
            .SelectMany(e => e.Participations.Select(p => p.Who).Append(e.Owner))
            .Distinct()
            .ToList();
        var people = viewing.Users(named);
        return new DeviceContent(
            objects,
            named.Where(w => people[w].Address.Length > 0).ToDictionary(w => w, w => new Mailbox(people[w].Name, people[w].Address)),
            ToldInFiles.Categories(viewing, calendar.Owner, calendar.Rights, told)
        );
    }

    /// <summary>Absences are of the main calendar; they are posted here and not by a device.</summary>
    public IEnumerable<DeviceObject> Absences() =>
        calendar.IsMain
            ? viewing
                .Store.Absences([calendar.Owner.Id], Span)
                .OrderBy(a => a.Stretch.Start)
                .Select(a => ToldInFiles.Absence(viewing, calendar.Owner, a))
                .Select(a => new DeviceObject(a.Uid + Ending, null, a))
            : [];

    private Sight Sighted(Entry entry) =>
        Disclosure.OfWhole(entry, calendar.Owner.Id, viewing.Viewer, calendar.Lane.SharedFor(viewing, entry, null));

    /// <summary>
    /// As it stands on this lane: what was taken out of a series for its owner is left out, and who is asked to some of it gets those
    /// alone. Null where nothing of it stands there.
    /// </summary>
    private Entry? OnLane(Entry entry)
    {
        var lane = calendar.Owner.Id;
        if (entry.Kind != EntryKind.Meeting || entry.Owner == lane)
            return Agreement.On(Any(entry), lane, viewing.Now) is null ? null : entry;
        var own = entry.Participations.Where(p => p.Who == lane).ToList();
        if (entry.Status == MeetingStatus.Draft || own.All(p => p.NotAsked || p.Answer is Answer.Declined or Answer.Delegated))
            return null;
        if (own.Exists(p => p.OwnPrivate))
            entry = entry with { Private = true };
        if (!entry.IsSeries)
            return entry;
        if (own.Exists(p => p.RecurrenceId is null))
            return entry with
            {
                Exceptions = [.. entry.Exceptions, .. own.Where(p => p.NotAsked).Select(p => p.RecurrenceId!.Value)],
                Overrides = WithAnswers(entry, own),
            };
        return Alone(entry, own);
    }

    /// <summary>Where the answer to one occurrence is another than to the series, it is told as a changed one (RFC 6638 3.2).</summary>
    private static ImmutableArray<Override> WithAnswers(Entry entry, List<Participation> own) =>
        [
            .. entry.Overrides,
            .. own.Where(p => p is { NotAsked: false, RecurrenceId: { } id } && entry.Overrides.All(o => o.RecurrenceId != id))
                .Select(p => new Override(p.RecurrenceId!.Value)),
        ];

    /// <summary>Some occurrences of a series, without what its rule says of the others.</summary>
    private Entry? Alone(Entry entry, List<Participation> own)
    {
        var asked = own.Where(p => !p.NotAsked)
            .Select(p => Occurrences.Find(entry, p.RecurrenceId, calendar.Owner.HomeZone))
            .OfType<Occurrence>()
            .OrderBy(o => o.RecurrenceId)
            .ToList();
        if (asked.Count == 0)
            return null;
        return entry with
        {
            Time = entry.Time.StartingAt(asked[0].RecurrenceId!.Value),
            Rule = null,
            Additions = [.. asked.Skip(1).Select(o => new Addition(o.RecurrenceId!.Value))],
            Exceptions = [],
            Overrides = [.. entry.Overrides.Where(o => asked.Exists(a => a.RecurrenceId == o.RecurrenceId))],
        };
    }

    private Entry Whole(Entry entry) => ToldInFiles.Stripped(entry, viewing, calendar.Rights.PrivateSight == Sight.Everything);

    /// <summary>What, when and where, and nothing of who or why.</summary>
    private static Entry Headline(Entry entry) =>
        new()
        {
            Id = entry.Id,
            PublicId = entry.PublicId,
            Uid = entry.Uid,
            Kind = EntryKind.Appointment,
            Home = entry.Home,
            Owner = entry.Owner,
            Time = entry.Time,
            Rule = entry.Rule,
            Additions = entry.Additions,
            Exceptions = entry.Exceptions,
            Overrides =
            [
                .. entry.Overrides.Select(o =>
                    (o.Private == true ? o with { Title = "Private", Place = "" } : o) with
                    {
                        Agenda = null,
                        Link = null,
                    }
                ),
            ],
            Title = entry.Title,
            Place = entry.Place,
            Takes = entry.Takes,
            Private = entry.Private,
            Status = entry.Status,
            Sequence = entry.Sequence,
            MadeBy = entry.MadeBy,
            MadeAt = entry.MadeAt,
        };

    private Occurrence Any(Entry entry) =>
        ToldInFiles.First(entry, calendar.Owner) ?? new Occurrence(entry, null, entry.Time, entry.Time.ToStretch(calendar.Owner.HomeZone));

    /// <summary>
    /// The time that the others take: each time by itself, so that nothing tells which belong together or what they are.
    /// </summary>
    private IEnumerable<DeviceObject> TimeOf(IReadOnlyList<Entry> hidden)
    {
        if (hidden.Count == 0)
            return [];
        var zone = calendar.Owner.HomeZone;
        var today = zone.ToLocal(viewing.Now).Date;
        var span = new Stretch(zone.Day(today.PlusDays(-TakenDaysBack)).Start, zone.Day(today.PlusDays(TakenDaysAhead)).End);
        return hidden
            .SelectMany(e => Occurrences.In(calendar.Lane.OnLane(e), span, zone).Take(MostOccurrences))
            .Select(o => calendar.Lane.Told(viewing, o))
            .OfType<DisclosedEntry>()
            .Select(d => (d.Stretch, d.Takes, d.AllDay, d.Withheld, d.Title, d.Place))
            .Distinct()
            .OrderBy(t => t.Stretch.Start)
            .Select(t => Taken(t.Stretch, t.Takes, t.AllDay, t.Title ?? (t.Withheld ? "Private" : SharedLanes.Word(t.Takes)), t.Place));
    }

    private DeviceObject Taken(Stretch stretch, TimeTaken takes, bool allDay, string title, string? place)
    {
        var uid = SharedLanes.Uid(calendar.Owner.Id, $"{stretch}\n{takes}\n{title}");
        var told = new SharedEntry(uid, stretch, allDay, title, place, takes).ToEntry(calendar.Owner.Zone);
        return new DeviceObject(told.Uid + Ending, told, null);
    }
}
