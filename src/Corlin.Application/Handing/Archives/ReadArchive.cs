using Corlin.Application.Files;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>One calendar of somebody's, to be written as a file.</summary>
public sealed record ArchivedCalendar(string Name, Export Content);

/// <param name="Of">The title of what it lies with.</param>
/// <param name="Hash">By which its content is found; null for a link.</param>
public sealed record ArchivedPaper(string Of, string Name, string? Hash, string? Address);

/// <param name="Of">The title of what was noted about.</param>
/// <param name="When">The occurrence, on the clock of the entry; null for what takes place once.</param>
/// <param name="Tasks">Each in words, with who and until when.</param>
public sealed record ArchivedNotes(string Of, string? When, string Written, string? Text, IReadOnlyList<string> Tasks);

/// <summary>Everything that somebody has here.</summary>
/// <param name="Settings">How they like their views, by name; each is JSON.</param>
/// <param name="Mails">The numbers of the messages that went out in their name or came to them, the latest first.</param>
/// <param name="Done">What was done in their name, the latest first.</param>
public sealed record Archive(
    PersonPageView Person,
    IReadOnlyDictionary<string, string> Settings,
    IReadOnlyList<DeviceView> Devices,
    IReadOnlyList<ArchivedCalendar> Calendars,
    IReadOnlyList<ArchivedNotes> Notes,
    IReadOnlyList<ArchivedPaper> Papers,
    IReadOnlyList<MailLineView> Mails,
    IReadOnlyList<HistoryRowView> Done
);

/// <summary>All that somebody has here, for themselves alone: it is theirs to take along.</summary>
public sealed record ReadArchive(UserId Viewer, Instant Now)
{
    private const int AtOnce = 500;

    private const int MostNotes = 20_000;

    private const int MostDone = 100_000;

    private const int MostMails = 20_000;

    private static readonly Stretch Always = new(Instant.FromUtc(1, 1, 1, 0, 0), Instant.FromUtc(9000, 1, 1, 0, 0));

    public Archive Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var who = viewing.Person;
        var lane = LaneCalendars.Of(viewing, Viewer);
        var calendars = new List<ArchivedCalendar> { new(who.Name, new ReadExport(Viewer, who.PublicId, null, null, Now).Run(store)) };
        foreach (var (further, _) in lane.Further)
            calendars.Add(new ArchivedCalendar(further.Name, Of(viewing, who, lane, further)));
        var entries = calendars.SelectMany(c => c.Content.Entries).DistinctBy(e => e.Id).ToList();
        return new Archive(
            // Between which places one can choose is nothing of theirs.
            new ReadPerson(Viewer, who.PublicId, Now).Run(store) with
            {
                Places = [],
            },
            store.Settings(Viewer),
            new ReadDevices(Viewer, Now).Run(store).Devices,
            calendars,
            Notes(viewing, entries),
            Papers(store, [.. entries.Where(e => e.Owner == Viewer)]),
            Mails(store, who),
            new ReadHistory(Viewer, who.PublicId, null, null, null, null, null, Now, MostDone).Run(store).Rows
        );
    }

    private static Export Of(Viewing viewing, CalendarUser who, LaneCalendars lane, FurtherCalendar further)
    {
        var told = viewing
            .Store.Touching([further.Calendar], Always)[further.Calendar]
            .Where(e => ToldInFiles.IsToldWhole(viewing, e, who, lane))
            .ToList();
        return new Export(
            further.Name,
            told,
            new Dictionary<UserId, Corlin.Core.Meetings.Mailbox>(),
            ToldInFiles.Categories(viewing, who, lane.Rights, told),
            []
        );
    }

    /// <summary>Those that belong to their lane, or were written there by who keeps it.</summary>
    private List<ArchivedNotes> Notes(Viewing viewing, IReadOnlyList<Entry> entries)
    {
        var titles = entries.ToDictionary(e => e.Id, e => e.Title);
        var notes = entries
            .Select(e => e.Id)
            .Chunk(AtOnce)
            .SelectMany(some => viewing.Store.NotesOf(some, MostNotes))
            .Where(n => n.Lane == Viewer)
            .ToList();
        var people = viewing.Users(notes.SelectMany(n => n.Tasks.Select(t => t.Owner).OfType<UserId>()));
        return
        [
            .. notes.Select(n => new ArchivedNotes(
                titles[n.Entry],
                n.RecurrenceId?.ToString(),
                n.WrittenAt.ToString(),
                n.Text,
                [
                    .. n.Tasks.Select(t =>
                        $"{t.Words}{(t.Owner is { } by ? $", {people[by].Name}" : "")}{(t.Due is { } due ? $", by {due}" : "")}"
                    ),
                ]
            )),
        ];
    }

    private static List<ArchivedPaper> Papers(ICalendarReads store, IReadOnlyList<Entry> own)
    {
        var titles = own.ToDictionary(e => e.Id, e => e.Title);
        return
        [
            .. own.Select(e => e.Id)
                .Chunk(AtOnce)
                .SelectMany(store.Papers)
                .Select(p => new ArchivedPaper(titles[p.Entry], p.Name, p.Address is null ? p.Hash : null, p.Address)),
        ];
    }

    private List<MailLineView> Mails(ICalendarReads store, CalendarUser who)
    {
        var found = new List<MailLineView>();
        long? before = null;
        do
        {
            var page = new ReadMails(Viewer, who.PublicId, MailPile.All, "", before, Now).Run(store);
            found.AddRange(page.Mails);
            before = page.Before;
        } while (before is not null && found.Count < MostMails);
        return found;
    }
}
