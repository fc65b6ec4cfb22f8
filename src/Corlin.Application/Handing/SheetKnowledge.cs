using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;
using Corlin.Core.Sheets;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>What is known beside the entries of a sheet: their papers and notes, and when people were last met.</summary>
internal sealed class SheetKnowledge
{
    private const int MostNotes = 2_000;
    private static readonly Duration Back = Duration.FromDays(182);

    private readonly Viewing viewing;
    private readonly Lane lane;
    private readonly ILookup<EntryId, Paper> papers;
    private readonly ILookup<EntryId, MeetingNotes> notes;
    private readonly Lazy<Dictionary<UserId, Instant>> met;

    public SheetKnowledge(Viewing viewing, Lane lane, SheetParts parts)
    {
        this.viewing = viewing;
        this.lane = lane;
        var whole = lane.Entries.Where(e => e.Told.Whole is not null).Select(e => e.Occurrence.Entry).DistinctBy(e => e.Id).ToList();
        IReadOnlyList<EntryId> Ids(bool wanted, Func<Entry, bool> which) => wanted ? [.. whole.Where(which).Select(e => e.Id)] : [];
        papers = viewing.Store.Papers(Ids(parts.HasFlag(SheetParts.Papers), _ => true)).ToLookup(p => p.Entry);
        notes = viewing.Store.NotesOf(Ids(parts.HasFlag(SheetParts.LastTime), e => e.IsSeries), MostNotes).ToLookup(n => n.Entry);
        met = new(Met);
    }

    /// <summary>The names of its papers, the latest of each name once.</summary>
    public IReadOnlyList<string> Papers(LaneEntry entry) =>
        entry.Told.Whole is null
            ? []
            : [.. papers[entry.Occurrence.Entry.Id].Select(p => p.Name).Distinct(StringComparer.OrdinalIgnoreCase)];

    /// <summary>When the lane's owner last met somebody, as far as the viewer may know it; null for not in the last half year.</summary>
    public Instant? LastMet(UserId who) => met.Value.TryGetValue(who, out var at) ? at : null;

    /// <summary>What was noted at the last occurrence before one, and what is still to be done since earlier ones.</summary>
    public (string? Last, IReadOnlyList<string> Open) Before(LaneEntry entry)
    {
        if (
            entry.Told is not { Sight: Sight.Everything, RecurrenceId: { } id }
            || !viewing.CalendarsOf([lane.Who.Id]).TryGetValue(lane.Who.Id, out var calendars)
        )
            return (null, []);
        var stored = entry.Occurrence.Entry;
        var reader = new NotesReader(viewing, lane.Who.Id, Deciding.Notes(stored, lane.Who.Id, calendars.RightsFor(stored)));
        var before = notes[stored.Id]
            .Select(reader.Told)
            .OfType<ToldNotes>()
            .Where(n => n.Notes.RecurrenceId < id)
            .OrderByDescending(n => n.Notes.RecurrenceId)
            .ThenByDescending(n => n.Own)
            .ToList();
        var last = before.Count > 0 ? reader.View(before[0]) : null;
        return (
            last is { Text: { Length: > 0 } text } ? English.LastTimeNoted(last.When, text) : null,
            [
                .. before
                    .SelectMany(n => n.Tasks.Where(t => t.DoneAt is null).Select(t => reader.View(n, t)))
                    .Select(t => English.StillOpen(t.Words, t.Owner?.Name, t.DueWords)),
            ]
        );
    }

    private Dictionary<UserId, Instant> Met()
    {
        var past = LaneReading.Read(viewing, [lane.Who], new Stretch(viewing.Now - Back, viewing.Now))[0];
        var last = new Dictionary<UserId, Instant>();
        foreach (
            var entry in past.Entries.Where(e =>
                e.Told is { Whole: not null, Kind: EntryKind.Meeting } && e.Told.Stretch.End <= viewing.Now
            )
        )
        {
            var whole = entry.Told.Whole!;
            foreach (var who in whole.Attendees.Where(a => a.Answer == Answer.Accepted).Select(a => a.Who).Append(whole.Organiser))
                last[who] = last.TryGetValue(who, out var at) ? Instant.Max(at, entry.Told.Stretch.Start) : entry.Told.Stretch.Start;
        }

        return last;
    }
}
