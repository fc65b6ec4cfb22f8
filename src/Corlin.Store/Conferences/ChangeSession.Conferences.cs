using System.Text.Json;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

// Conferences: who comes and goes stays with the entry; a call is withdrawn with the change that made it.
internal sealed partial class ChangeSession
{
    public void Keep(Presence presence, Entry entry)
    {
        var row = Db.Presences.SingleOrDefault(p => p.PublicId == presence.PublicId);
        var shows = row is null || row.State != presence.State || presence.State != PresenceState.In;
        if (row is null)
            Db.Presences.Add(
                row = new PresenceRow
                {
                    PublicId = presence.PublicId,
                    Name = presence.Name,
                    RecurrenceId = "",
                }
            );
        ConferenceMapping.Apply(presence, row);
        Db.SaveChanges();
        // That a page is still open is no news on anybody's lane.
        if (shows)
            foreach (var who in entry.Participations.Select(p => p.Who).Append(entry.Owner).Distinct())
                RaiseMain(who);
    }

    public void Keep(Call call)
    {
        var row = Db.Calls.SingleOrDefault(c => c.PublicId == call.PublicId);
        if (row is null)
        {
            Db.Calls.Add(
                row = new CallRow
                {
                    PublicId = call.PublicId,
                    EntryId = call.Entry.Value,
                    UserId = call.Who.Value,
                    ById = call.By.Value,
                    InNameOfId = call.InNameOf.Value,
                    At = call.At,
                    ChangeId = Current.Id,
                }
            );
        }

        row.State = call.State;
        Db.SaveChanges();
        foreach (var who in new[] { call.Who, call.By, call.InNameOf }.Distinct())
            RaiseMain(who);
    }

    public bool WithdrawUnsent(EntryId entry, string address)
    {
        WriteHandedOver();
        var changes = Db.History.Where(h => h.EntryId == entry.Value).GroupBy(h => h.ChangeId).Select(g => g.Key).ToArray();
        var waiting = Db
            .Outbox.Where(o => changes.Contains(o.ChangeId) && o.SentAt == null && o.WithdrawnAt == null)
            .ToList()
            .Where(o => JsonSerializer.Deserialize<OutboxMessage>(o.Body, Texts.Json) is { Mail.To.Address: { } to } && to == address)
            .ToList();
        foreach (var message in waiting)
            message.WithdrawnAt = Now;
        Db.SaveChanges();
        return waiting.Count > 0;
    }

    private void RestoreCalls(long change)
    {
        foreach (var row in Db.Calls.Where(c => c.ChangeId == change && c.State == CallState.Rings).ToList())
            Keep(ConferenceMapping.ToCore(row) with { State = CallState.Withdrawn });
    }
}
