using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Calendars;

/// <summary>When two last met, as far as the viewer may know.</summary>
/// <param name="Words">"Maren last met Rosa Teixeira on Tuesday 2 March 2027, 10:00.", or that nothing of it is known here.</param>
/// <param name="Entry">The meeting; null where there is none that the viewer may see.</param>
public sealed record LastMetView(string Words, FoundEntryView? Entry);

internal static class LastMetViews
{
    private const int MostCandidates = 400;

    /// <summary>What stands in no entry: those with somebody are looked for, not those that say something.</summary>
    private const string NoWords = "\u0001";
    private static readonly Duration Back = Duration.FromDays(3_660);

    /// <returns>Null where nobody is called so.</returns>
    public static LastMetView? Read(Viewing viewing, LastMet asked, IReadOnlyList<CalendarUser> lanes)
    {
        var whom = Person(viewing, asked.Whom);
        // Where it is not said who, whoever the viewer speaks for is meant who met them last.
        var who =
            asked.Who is null ? lanes.Where(l => viewing.Viewer.MaySpeakFor(l.Id)).ToList()
            : Person(viewing, asked.Who) is { } named ? [named]
            : [];
        if (whom is null || who.Count == 0)
            return null;
        var last = who.Where(w => w.Id != whom.Id && lanes.Any(l => l.Id == w.Id))
            .Select(w => (Who: w, Told: Last(viewing, w, whom.Id)))
            .Where(m => m.Told is not null)
            .OrderByDescending(m => m.Told!.Stretch.Start)
            .FirstOrDefault();
        if (last.Told is null)
            return new LastMetView($"In what you may see {who[0].GivenName} has not met {whom.Name}.", null);
        var entry = ReadFind.View(viewing, last.Who, last.Told, "");
        return new LastMetView($"{last.Who.GivenName} last met {whom.Name} on {entry.When}.", entry);
    }

    private static DisclosedEntry? Last(Viewing viewing, CalendarUser who, UserId whom) =>
        viewing.CalendarsOf([who.Id]).GetValueOrDefault(who.Id) is not { } calendars
            ? null
            : viewing
                .Store.Matching([.. calendars.Ids], [new SoughtWord(NoWords, [whom])], MostCandidates)
                .Select(c => Before(c.Entry, who, whom, viewing.Now))
                .OfType<Occurrence>()
                .OrderByDescending(o => o.Stretch.Start)
                .Select(o => calendars.ToldOrDeclined(viewing, o))
                .FirstOrDefault(t => t?.Whole is not null && !t.Withheld);

    private static CalendarUser? Person(Viewing viewing, string name) =>
        viewing.Store.SeekUsers(name, viewing.Keeps, 12).FirstOrDefault(u => u.Kind == UserKind.Person);

    /// <summary>The last occurrence that has begun in which both took part.</summary>
    private static Occurrence? Before(Entry entry, CalendarUser who, UserId whom, Instant now)
    {
        if (entry.Status != MeetingStatus.Sent)
            return null;
        var past = Occurrences.In(entry, new Stretch(now - Back, now), who.HomeZone).Where(o => o.Stretch.Start <= now);
        return past.LastOrDefault(o => Took(entry, whom, o) && Took(entry, who.Id, o));
    }

    private static bool Took(Entry entry, UserId who, Occurrence at) =>
        entry.Owner == who || Core.Meetings.Agreement.Of(entry, who, at.RecurrenceId) is { NotAsked: false, Answer: not Answer.Declined };
}
