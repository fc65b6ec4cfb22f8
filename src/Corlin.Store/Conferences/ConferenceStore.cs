using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Conferences: who comes and goes stays with the entry; a call is withdrawn with the change that made it.</summary>
internal sealed class ConferenceStore(ChangeSession session) : IConferenceStore
{
    private CorlinDb Db => session.Db;

    public void SavePresence(Presence presence, Entry entry)
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
                session.RaiseMain(who);
    }

    public void SaveCall(Call call)
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
                    ChangeId = session.Current.Id,
                }
            );
        }

        row.State = call.State;
        Db.SaveChanges();
        foreach (var who in new[] { call.Who, call.By, call.InNameOf }.Distinct())
            session.RaiseMain(who);
    }

    internal void RestoreCalls(long change)
    {
        foreach (var row in Db.Calls.Where(c => c.ChangeId == change && c.State == CallState.Rings).ToList())
            SaveCall(ConferenceMapping.ToCore(row) with { State = CallState.Withdrawn });
    }
}
