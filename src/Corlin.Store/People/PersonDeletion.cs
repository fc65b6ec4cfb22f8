using System.Text.Json;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>
/// Deletes what is kept of somebody, from what stands and from the history. Where others took part with them a seat stays, without a name.
/// </summary>
internal sealed class PersonDeletion(ChangeSession session, CalendarUser who)
{
    /// <summary>What stands in the place of a name.</summary>
    private const string NoName = "Somebody deleted";

    private readonly long id = who.Id.Value;

    private string NoAddress => $"{id}@{CalendarUser.DeletedDomain}";

    private CorlinDb Db => session.Db;

    /// <summary>Whether an address is that of somebody deleted: nothing is sent there.</summary>
    internal static bool IsNobody(string address) => address.EndsWith($"@{CalendarUser.DeletedDomain}", StringComparison.Ordinal);

    internal void Do()
    {
        Db.SaveChanges();
        var addresses = AddressesOf(Db, id);
        Alone();
        Seats();
        Letters(addresses);
        Person();
        Whereabouts();
        Db.ChangeTracker.Clear();
        session.RaiseMain(who.Id);
        session.ForgetGroups();
    }

    /// <summary>What they entered and nobody else takes part in, with its history, papers and notes.</summary>
    private void Alone()
    {
        var alone = AloneOf(Db, id).Select(e => e.Id).ToArray();
        foreach (var some in alone.Chunk(ChangeSession.PieceSize))
        {
            session.EntryPieces.Delete(some);
            Db.History.Where(h => some.Contains(h.EntryId)).ExecuteDelete();
            Db.Notes.Where(n => some.Contains(n.EntryId)).ExecuteDelete();
            Db.Papers.Where(p => some.Contains(p.EntryId)).ExecuteDelete();
        }
    }

    /// <summary>Their words beside an answer, as they stand and as they stood.</summary>
    private void Seats()
    {
        var entries = Db.Participations.Where(p => p.UserId == id).Select(p => p.EntryId).Distinct().ToArray();
        Db.Participations.Where(p => p.UserId == id)
            .ExecuteUpdate(p => p.SetProperty(x => x.Comment, (string?)null).SetProperty(x => x.Address, (string?)null));
        foreach (var some in entries.Chunk(ChangeSession.PieceSize))
        {
            foreach (var line in Db.History.Where(h => some.Contains(h.EntryId)))
                (line.Before, line.After) = (WithoutWords(line.Before), WithoutWords(line.After));
            Db.SaveChanges();
            Db.ChangeTracker.Clear();
        }

        // What others remember of these meetings is read anew.
        foreach (var calendar in Db.Occupancy.Where(o => entries.Contains(o.EntryId)).Select(o => o.CalendarId).Distinct().ToList())
            session.Raise(calendar, null);
        Db.SaveChanges();
    }

    private string? WithoutWords(string? snapshot)
    {
        if (snapshot is null)
            return null;
        var rows = States.Read<EntryRows>(snapshot);
        foreach (var part in rows.Participations.Where(p => p.UserId == id))
            (part.Comment, part.Address) = (null, null);
        return States.Write(rows);
    }

    private void Letters(string[] addresses)
    {
        var letters = LettersOf(Db, addresses);
        Db.MailSources.Where(s => letters.Any(m => m.Id == s.MailId)).ExecuteDelete();
        letters.ExecuteDelete();
        // Letters to others about what they took part in name them among those asked, in a form that cannot be searched.
        Db.MailSources.Where(s =>
                Db.Mails.Any(m =>
                    m.Id == s.MailId
                    && m.Settled
                    && Db.Entries.Any(e => e.PublicId == m.Entry && Db.Participations.Any(p => p.EntryId == e.Id && p.UserId == id))
                )
            )
            .ExecuteDelete();
        foreach (var address in addresses.Select(Said))
        foreach (var row in Db.Outbox.Where(o => o.SentAt == null && o.WithdrawnAt == null && o.Body.Contains(address)).ToList())
            if (OutboxMapping.To(OutboxMapping.ToMessage(row, null)) is { } to && addresses.Contains(to.Address))
                row.WithdrawnAt = session.Now;
        Db.SaveChanges();
        foreach (var (said, instead) in addresses.Select(a => (Said(a), NoAddress)).Append(Named()))
        {
            Db.Outbox.Where(o => o.Body.Contains(said)).ExecuteUpdate(o => o.SetProperty(x => x.Body, x => x.Body.Replace(said, instead)));
            Db.Asked.Where(a => a.Json.Contains(said)).ExecuteUpdate(a => a.SetProperty(x => x.Json, x => x.Json.Replace(said, instead)));
        }
    }

    /// <summary>
    /// What stands in a message for their name, and instead of it: a name of one word only where it is a value whole, as it may be a word
    /// of the language, or of the form in which messages are kept.
    /// </summary>
    private (string Said, string Instead) Named() =>
        who.Name.Contains(' ', StringComparison.Ordinal) ? (Said(who.Name), NoName) : ($":\"{Said(who.Name)}\"", $":\"{NoName}\"");

    /// <summary>A text as it stands within one of JSON.</summary>
    private static string Said(string text) => JsonSerializer.Serialize(text, Texts.Json)[1..^1];

    private void Person()
    {
        Db.OtherAddresses.Where(a => a.UserId == id).ExecuteDelete();
        Db.WaitingAddresses.Where(w => w.WhoId == id).ExecuteDelete();
        Db.Set<Account>().Where(a => a.PersonId == id).ExecuteDelete();
        Db.Calendars.Where(c => c.OwnerId == id).ExecuteUpdate(c => c.SetProperty(x => x.Name, NoName));
        var row = Db.People.Single(p => p.Id == id);
        var blank = who with { Name = NoName, Address = NoAddress, Hours = null, Place = null, Post = null };
        PeopleMapping.Apply(blank, PersonFacts.None, row);
        row.Removed = true;
        row.Version++;
        Db.SaveChanges();
        var nothing = States.Write(new StoreReads.PersonRows(row, []));
        // A line of its own: by the newest the index in memory learns that people have changed.
        Db.PersonHistory.Add(
            new PersonHistoryRow
            {
                ChangeId = session.Current.Id,
                UserId = id,
                Before = nothing,
                After = nothing,
            }
        );
        Db.SaveChanges();
        Db.PersonHistory.Where(h => h.UserId == id).ExecuteUpdate(h => h.SetProperty(x => x.After, nothing));
        Db.PersonHistory.Where(h => h.UserId == id && h.Before != null).ExecuteUpdate(h => h.SetProperty(x => x.Before, nothing));
    }

    /// <summary>Where they were, how they liked their screens, and what they were writing.</summary>
    private void Whereabouts()
    {
        Db.Stays.Where(s => s.UserId == id).ExecuteDelete();
        Db.Absences.Where(a => a.UserId == id).ExecuteDelete();
        Db.NoGoWeeks.Where(n => n.UserId == id).ExecuteDelete();
        Db.KeptWishes.Where(w => w.UserId == id).ExecuteDelete();
        Db.Instructions.Where(i => i.UserId == id).ExecuteDelete();
        Db.Settings.Where(s => s.UserId == id).ExecuteDelete();
        Db.Reminders.Where(r => r.UserId == id).ExecuteDelete();
        Db.Devices.Where(d => d.OwnerId == id).ExecuteDelete();
        Db.Drafts.Where(d => d.WriterId == id).ExecuteDelete();
        Db.SheetWishes.Where(s => s.OwnerId == id).ExecuteDelete();
        Db.HandedSheets.Where(s => s.OwnerId == id).ExecuteDelete();
        Db.AccessRequests.Where(r => r.AskerId == id || r.OwnerId == id).ExecuteDelete();
        Db.AccessNews.Where(n => n.ToId == id).ExecuteDelete();
    }

    /// <summary>Entries of somebody in which nobody else takes part.</summary>
    internal static IQueryable<EntryRow> AloneOf(CorlinDb db, long who) =>
        db.Entries.Where(e => e.OwnerId == who && !db.Participations.Any(p => p.EntryId == e.Id && p.UserId != who));

    /// <summary>Their first address and the further ones.</summary>
    internal static string[] AddressesOf(CorlinDb db, long who) =>
        [
            .. db.People.Where(p => p.Id == who).Select(p => p.Address),
            .. db.OtherAddresses.Where(a => a.UserId == who).Select(a => a.Address),
        ];

    internal static IQueryable<MailRow> LettersOf(CorlinDb db, string[] addresses) =>
        db.Mails.Where(m => addresses.Contains(m.FromAddress) || addresses.Contains(m.ToAddress));
}
