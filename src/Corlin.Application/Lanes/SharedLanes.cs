using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Papers;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>How much of what its reader may know a shared calendar tells.</summary>
/// <param name="Days">How many, today among them.</param>
/// <param name="Until">When the reader may no longer know it, or null.</param>
/// <param name="Most">Not nothing.</param>
/// <param name="Private">Whether private entries are told to a reader who may know them.</param>
/// <param name="Entries">The most that it tells.</param>
internal sealed record SharedPart(int Days, Instant? Until, Sight Most, bool Private, int Entries);

/// <summary>A calendar as a reader elsewhere gets it: as a file, or by a feed.</summary>
internal static class SharedLanes
{
    /// <summary>With it the UID of whatever is told of a calendar ends, where its own is not.</summary>
    internal const string UidEnding = "@shared.corlin.invalid";

    private const int Most = 500;

    /// <summary>As the file that goes to somebody outside tells it; null where they may know nothing of it now.</summary>
    /// <param name="until">When they may no longer, or null.</param>
    public static SharedLane? Of(ICalendarReads store, UserId reader, UserId owner, Instant? until, Instant now)
    {
        var viewing = new Viewing(store, reader, now);
        return Of(viewing, viewing.Users([owner])[owner], new SharedPart(SharedLane.Days + 1, until, Sight.Headlines, true, Most))?.Shared;
    }

    /// <summary>From today on, with the lane and the span it was made of; null where the reader may know nothing of it now.</summary>
    public static (SharedLane Shared, Lane Lane, Stretch Span)? Of(Viewing viewing, CalendarUser who, SharedPart part)
    {
        var today = who.HomeZone.ToLocal(viewing.Now).Date;
        var (start, end) = (who.HomeZone.Day(today).Start, who.HomeZone.Day(today.PlusDays(part.Days - 1)).End);
        var span = new Stretch(start, part.Until is { } last && last < end ? Instant.Max(last, viewing.Now) : end);
        var lane = LaneReading.Read(viewing, [who], span).Single();
        return lane.Known ? (Shared(viewing, lane, today, part), lane, span) : null;
    }

    /// <summary>Some days, as they go along with a letter; without entries where there are none.</summary>
    /// <param name="most">Not nothing.</param>
    public static SharedLane OfDays(Viewing viewing, CalendarUser who, LocalDate first, int days, Sight most, bool isPrivate)
    {
        var span = new Stretch(who.HomeZone.Day(first).Start, who.HomeZone.Day(first.PlusDays(days - 1)).End);
        var lane = LaneReading.Read(viewing, [who], span).Single();
        return Shared(viewing, lane, first, new SharedPart(days, null, most, isPrivate, Most));
    }

    private static SharedLane Shared(Viewing viewing, Lane lane, LocalDate first, SharedPart part)
    {
        var who = lane.Who;
        var details = part.Most == Sight.Everything ? new SharedDetails(viewing, lane) : null;
        var entries = lane
            .Entries.Select(e => View(e, who.Id, part, details))
            .Concat(lane.Absences.Select(a => View(viewing, a, who)))
            .OrderBy(e => e.Stretch.Start);
        return new SharedLane(
            who.Name,
            who.Zone,
            first,
            [.. entries.Take(part.Entries)],
            lane.Entries.Length + lane.Absences.Length > part.Entries
        );
    }

    /// <summary>What taken time is called where no more of it is told.</summary>
    internal static string Word(TimeTaken takes) =>
        takes switch
        {
            TimeTaken.Firm => "Taken",
            TimeTaken.Free => "Free",
            _ => "Pencilled",
        };

    private static SharedEntry View(LaneEntry entry, UserId owner, SharedPart part, SharedDetails? details)
    {
        var told = entry.Told;
        var taken = Word(told.Takes);
        var withheld = told.Withheld || (told.Private && !part.Private);
        var (title, place) =
            part.Most < Sight.Headlines ? (taken, null)
            : withheld ? ("Private", null)
            : (told.Title ?? taken, told.Place);
        return new SharedEntry(
            Uid(owner, $"{told.PublicId}\n{told.RecurrenceId}\n{told.Stretch}"),
            told.Stretch,
            told.AllDay,
            title,
            place,
            told.Takes
        )
        {
            Details = withheld || details is null ? [] : details.Of(entry),
        };
    }

    /// <summary>It tells who covers, and nobody why.</summary>
    private static SharedEntry View(Viewing viewing, Absence absence, CalendarUser owner)
    {
        var cover = absence.Covers is { } covers ? $"; {viewing.Users([covers])[covers].Name} covers" : "";
        return new SharedEntry(
            Uid(owner.Id, string.Create(CultureInfo.InvariantCulture, $"away\n{absence.Origin}")),
            absence.Stretch,
            absence.IsWholeDaysIn(owner.HomeZone),
            $"Away{cover}",
            null,
            TimeTaken.Firm,
            Away: true
        );
    }

    /// <summary>
    /// The same for the same time of the same calendar, so that a later file replaces an earlier one; nothing else is told by it.
    /// </summary>
    internal static string Uid(UserId owner, string what) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{owner.Value}\n{what}")))[..32] + UidEnding;
}

/// <summary>What is told of the entries of a lane beyond time, title and place, where everything of them is.</summary>
internal sealed class SharedDetails
{
    private const int MostPeople = 40;

    private readonly Viewing viewing;
    private readonly UserId owner;
    private readonly ILookup<EntryId, Paper> papers;

    public SharedDetails(Viewing viewing, Lane lane)
    {
        (this.viewing, owner) = (viewing, lane.Who.Id);
        var whole = lane.Entries.Where(e => e.Told.Whole is not null).ToList();
        // Read once for all of them.
        viewing.Users(whole.SelectMany(e => People(e.Told.Whole!)));
        papers = viewing.Store.Papers([.. whole.Select(e => e.Occurrence.Entry.Id).Distinct()]).ToLookup(p => p.Entry);
    }

    /// <summary>Who else comes, how one joins, the agenda and the names of the papers; nothing of what is known to nobody else.</summary>
    public IReadOnlyList<string> Of(LaneEntry entry)
    {
        if (entry.Told.Whole is not { } whole)
            return [];
        var people = viewing.Meeting(People(whole).Where(id => id != owner));
        var names = people.Values.Where(u => u.Kind == UserKind.Person).Select(u => u.Name).Order(StringComparer.Ordinal).ToList();
        var lying = papers[entry.Occurrence.Entry.Id].Select(p => p.Name).Distinct(StringComparer.OrdinalIgnoreCase).ToList();
        return
        [
            .. names.Count == 0 ? Array.Empty<string>() : [English.MetWith([.. names.Take(MostPeople)], names.Count - MostPeople)],
            .. new[] { whole.Link, whole.DialIn }.OfType<string>(),
            .. string.IsNullOrWhiteSpace(whole.Agenda) ? Array.Empty<string>() : [whole.Agenda.Trim()],
            .. lying.Count == 0 ? Array.Empty<string>() : [English.PapersLie(lying)],
        ];
    }

    private static IEnumerable<UserId> People(WholeEntry whole) => whole.Attendees.Select(a => a.Who).Append(whole.Organiser).Distinct();
}
