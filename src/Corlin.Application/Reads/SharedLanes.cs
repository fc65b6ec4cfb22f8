using System.Security.Cryptography;
using System.Text;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Reads;

/// <summary>A calendar as somebody outside may know it, who has no way in and gets it as a file.</summary>
internal static class SharedLanes
{
    public const int Days = 90;

    private const int Most = 500;

    /// <summary>From today on; null where the reader may know nothing of it now.</summary>
    /// <param name="until">When they may no longer, or null.</param>
    public static SharedLane? Of(ICalendarReads store, UserId reader, UserId owner, Instant? until, Instant now)
    {
        var viewing = new Viewing(store, reader, now);
        var who = viewing.Users([owner])[owner];
        var today = who.HomeZone.ToLocal(now).Date;
        var (start, end) = (who.HomeZone.Day(today).Start, who.HomeZone.Day(today.PlusDays(Days)).End);
        var span = new Stretch(start, until is { } last && last < end ? Instant.Max(last, now) : end);
        var lane = Lanes.Read(viewing, [who], span).Single();
        return lane.Known ? new SharedLane(who.Name, who.Zone, today, [.. lane.Entries.Take(Most).Select(e => View(e.Told, owner))], lane.Entries.Length > Most) : null;
    }

    private static SharedEntry View(DisclosedEntry told, UserId owner) => new(
        Uid(told, owner), told.Stretch, told.AllDay, told.Withheld ? "Private" : told.Title ?? (told.Takes == TimeTaken.Firm ? "Taken" : "Pencilled"), told.Place, told.Takes);

    /// <summary>The same for the same time of the same calendar, so that a later file replaces an earlier one; nothing else is told by it.</summary>
    private static string Uid(DisclosedEntry told, UserId owner) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{owner.Value}\n{told.PublicId}\n{told.RecurrenceId}\n{told.Stretch}")))[..32] + "@shared.corlin.invalid";
}
