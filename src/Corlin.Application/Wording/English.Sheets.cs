using Corlin.Core.Calendars;
using Corlin.Core.Sheets;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Wording;

// What stands on a day sheet.
public static partial class English
{
    /// <summary>"Maren Falk, Tuesday 9 March 2027", "Maren Falk, 8 to 14 March 2027".</summary>
    public static string SheetHeading(string name, LocalDate first, int days)
    {
        var last = first.PlusDays(days - 1);
        return days == 1 ? $"{name}, {Day(first)} {first.Year}"
            : first.Month == last.Month ? $"{name}, {first.Day} to {ShortDay(last)} {last.Year}"
            : $"{name}, {ShortDay(first)} to {ShortDay(last)} {last.Year}";
    }

    /// <summary>"As of today 09:42."</summary>
    public static string SheetMade(LocalDateTime at, LocalDate today) => $"As of {Moment(at, today)}.";

    /// <summary>"The sheet before was handed out yesterday 17:40 by Noor Haddad."</summary>
    public static string SheetBefore(LocalDateTime at, LocalDate today, string by) =>
        $"Changes are marked since {Moment(at, today)}, when {by} handed out the sheet before.";

    /// <summary>"4 h behind Lisbon".</summary>
    public static string HoursFrom(Offset there, Offset home, string town)
    {
        var apart = Duration.FromSeconds(there.Seconds - home.Seconds);
        return $"{Length(apart < Duration.Zero ? -apart : apart)} {(apart < Duration.Zero ? "behind" : "ahead of")} {town}";
    }

    /// <summary>"09:00 to 10:00"; of what began before the day, or ends after it, only the end that lies in it.</summary>
    public static string SheetTime(Stretch stretch, DateTimeZone zone, LocalDate day)
    {
        var (start, end) = (zone.ToLocal(stretch.Start), zone.ToLocal(stretch.End));
        var until = end <= day.PlusDays(1).AtMidnight() ? Time(end.TimeOfDay) : $"{Day(end.Date)}, {Time(end.TimeOfDay)}";
        return start.Date < day ? $"to {until}" : $"{Time(start.TimeOfDay)} to {until}";
    }

    public static string NotAgreed(string waiting) => $"not agreed: {waiting}";

    public static string NotAnsweredYet => "not answered yet";

    public static string AnsweredTentatively => "answered tentatively";

    public static string HeldUntil(LocalDateTime lapses, LocalDate today) => $"held until {Moment(lapses, today)}";

    public static string FreeFor(Duration length) => $"free, {Length(length)}";

    public static string LeaveAt(LocalTime at, Duration way, Duration shortBy) =>
        shortBy > Duration.Zero
            ? $"leave at {Time(at)}, {Length(way)} to go: {Length(shortBy)} short"
            : $"leave at {Time(at)}, {Length(way)} to go";

    public static string LastMet(LocalDate date, LocalDate today) =>
        date.Year == today.Year ? $"last met {ShortDay(date)}" : $"last met {ShortDay(date)} {date.Year}";

    public static string NeverMet => "not met in the last half year";

    /// <summary>"new", "was 14:00", "was Monday 8 March 14:00, in Gannet".</summary>
    public static string Different(SheetChange change, DateTimeZone zone, LocalDate day)
    {
        if (change.IsNew)
            return "new";
        var parts = new List<string>();
        if (change.Was is { } was)
        {
            var (start, end) = (zone.ToLocal(was.Start), zone.ToLocal(was.End));
            parts.Add(
                start.Date == day
                    ? $"was {Time(start.TimeOfDay)} to {Time(end.TimeOfDay)}"
                    : $"was {Day(start.Date)}, {Time(start.TimeOfDay)}"
            );
        }

        if (change.WasAt is { } place)
            parts.Add(place.Length == 0 ? "had no place" : $"was in {place}");
        return string.Join(", ", parts);
    }

    public static string TakesPlaceNoMore => "not at this time any more";

    public static string NothingThatDay => "Nothing scheduled.";

    /// <summary>"Times of Lisbon."</summary>
    public static string TimesOf(string city) => $"Times of {city}.";

    public static string NothingInTheseDays(bool isFree) =>
        isFree ? "No time is free in these days." : "Nothing is scheduled in these days.";

    public static string MoreThanThis => "There is more than is given here.";

    public static string AllDay => "all day";

    /// <summary>The subject of the mail with a sheet.</summary>
    public static string SheetSubject(string heading, bool again) => again ? $"Changed: {heading}" : heading;

    public static string PapersLie(IReadOnlyList<string> names) => $"{(names.Count == 1 ? "Paper" : "Papers")}: {And(names)}";

    /// <summary>"With Ana Brandão and Tomé Vidal", "With Ana Brandão, Tomé Vidal and 12 more".</summary>
    public static string MetWith(IReadOnlyList<string> names, int more) => $"With {And(more > 0 ? [.. names, $"{more} more"] : names)}";

    public static string LastTimeNoted(string when, string text) => $"Last time, {when}: {text}";

    public static string StillOpen(string words, string? who, string due) =>
        string.Join(", ", new[] { $"still open: {words}", who ?? "", due }.Where(w => w.Length > 0));

    /// <summary>"declined", "no reply yet"; null for who accepted.</summary>
    public static string? NotComing(Answer answer) => answer == Answer.Accepted ? null : Word(answer);
}
