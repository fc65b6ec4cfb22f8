using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Conferences;

/// <summary>Somebody calls the viewer into a conference now.</summary>
/// <param name="By">"Noor Haddad for Maren Falk".</param>
/// <param name="Key">The key of the conference.</param>
/// <param name="Until">When it rings no more, in milliseconds since 1970.</param>
public sealed record RingingCall(string Id, PersonView From, string By, string Title, string Key, long Until);

public sealed record ReadCalls(UserId Viewer, Instant Now)
{
    private const int Most = 5;

    public IReadOnlyList<RingingCall> Run(ICalendarReads store)
    {
        var ringing = store.CallsTo(Viewer, Now - Call.RingsFor, Most).Where(c => c.Rings(Now)).ToList();
        if (ringing.Count == 0)
            return [];
        var viewing = new Viewing(store, Viewer, Now);
        var entries = store.EntriesNow([.. ringing.Select(c => c.Entry)]);
        var people = viewing.Users(ringing.SelectMany(c => new[] { c.By, c.InNameOf }));
        return
        [
            .. ringing
                .Where(c =>
                    entries.TryGetValue(c.Entry, out var entry)
                    && entry.Status == MeetingStatus.Sent
                    && ConferenceRules.KeyOf(entry.Link) is not null
                )
                .Select(c => new RingingCall(
                    c.PublicId,
                    viewing.View(people[c.By]),
                    c.By == c.InNameOf ? people[c.By].Name : $"{people[c.By].Name} for {people[c.InNameOf].Name}",
                    entries[c.Entry].Title,
                    ConferenceRules.KeyOf(entries[c.Entry].Link)!,
                    LaneViews.Ms(c.At + Call.RingsFor)
                )),
        ];
    }
}
