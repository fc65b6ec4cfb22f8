using System.Text;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>How a calendar is written out.</summary>
public enum CalendarForm
{
    /// <summary>A heading for each day, and its lines under it.</summary>
    ByDay,

    /// <summary>One run of lines, each with its day.</summary>
    InOneRun,

    /// <summary>The time that is free, and nothing of what is not.</summary>
    FreeTimes,
}

/// <summary>What of a calendar is sent.</summary>
/// <param name="Most">Not nothing.</param>
/// <param name="Private">Whether private entries are told; else each reads "Private".</param>
/// <param name="Papers">Whether the papers go along, where everything is told.</param>
/// <param name="Zone">The tzdb id of the zone in which its times are written; null for that of whose calendar it is.</param>
public sealed record CalendarPart(LocalDate From, int Days, Sight Most, bool Private, CalendarForm Form, string? Zone, bool Papers = false)
{
    public const int MostDays = 366;
}

/// <summary>A letter with a calendar, as its reader gets it.</summary>
/// <param name="IsEmpty">Whether nothing stands in it, which it says.</param>
/// <param name="Files">The names of the files that go along.</param>
/// <param name="Capped">Whether the organisation lets those outside know less than was chosen.</param>
public sealed record CalendarLetterView(string Subject, string Text, bool IsEmpty, IReadOnlyList<string> Files, bool Capped);

/// <summary>A letter with a calendar before it is sent.</summary>
/// <param name="Who">The public id of whose calendar it is.</param>
/// <param name="Inside">Whether its reader belongs to the organisation.</param>
public sealed record ReadCalendarLetter(UserId Viewer, string Who, CalendarPart Part, string? Note, bool Inside, Instant Now)
{
    private static readonly Duration ShortestFree = Duration.FromMinutes(15);

    private const string Indent = "    ";

    public CalendarLetterView Run(ICalendarReads store) => Written(new Viewing(store, Viewer, Now)).View;

    /// <summary>The letter, and what goes along: as a calendar, null where nothing does, and the papers.</summary>
    internal (CalendarLetterView View, SharedLane? Lane, IReadOnlyList<SentPaper> Papers) Written(Viewing viewing)
    {
        var who = viewing.MustSpeakFor(Who);
        if (Part.Days is < 1 or > CalendarPart.MostDays)
            throw new RefusedException(RefusalKind.SpanTooLong, "days");
        if (Part.Most is not (Sight.Outline or Sight.Headlines or Sight.Everything) || (Part.Zone is { } id && !Zones.Exists(id)))
            throw new RefusedException(RefusalKind.BadInput, "part");
        var ceiling = viewing.Store.CeilingFor(Inside);
        var (most, isPrivate) = (ceiling.On(Part.Most), Part.Private && ceiling.Private);
        var capped = (most, isPrivate) != (Part.Most, Part.Private);
        var zone = Part.Zone is null ? who.HomeZone : Zones.Get(Part.Zone);
        var shared = SharedLanes.OfDays(viewing, who, Part.From, Part.Days, most, isPrivate);
        var heading = English.SheetHeading(who.Name, Part.From, Part.Days);
        var lines =
            most == Sight.Nothing ? []
            : Part.Form == CalendarForm.FreeTimes ? Free(viewing, who, zone)
            : Lines(shared, zone);
        var papers =
            Part.Papers && Part.Form != CalendarForm.FreeTimes && most == Sight.Everything
                ? PapersAlong.Of(viewing, who, Part.From, Part.Days, isPrivate)
                : PapersAlong.None;
        var text = new StringBuilder();
        if (English.SheetNote(Note, [.. papers.Sent.Select(p => p.Name)], papers.LeftOut) is { } note)
            text.Append(note.ReplaceLineEndings("\r\n")).Append("\r\n\r\n");
        text.Append(heading).Append("\r\n").Append(English.TimesOf(Zones.City(zone.Id))).Append("\r\n\r\n");
        text.Append(lines.Count == 0 ? English.NothingInTheseDays(Part.Form == CalendarForm.FreeTimes) : string.Join("\r\n", lines));
        text.Append("\r\n");
        var along = Part.Form == CalendarForm.FreeTimes || shared.Entries.Count == 0 || most == Sight.Nothing ? null : shared;
        IEnumerable<string> files = [.. along is null ? Array.Empty<string>() : ["calendar.ics"], .. papers.Sent.Select(p => p.Name)];
        return (new CalendarLetterView(heading, text.ToString(), lines.Count == 0, [.. files], capped), along, papers.Sent);
    }

    private List<string> Lines(SharedLane shared, DateTimeZone zone)
    {
        var lines = new List<string>();
        foreach (var day in shared.Entries.GroupBy(e => LocalDate.Max(Part.From, zone.ToLocal(e.Stretch.Start).Date)))
        {
            if (Part.Form == CalendarForm.ByDay)
                lines.AddRange([.. lines.Count == 0 ? Array.Empty<string>() : [""], English.Day(day.Key)]);
            lines.AddRange(day.Select(e => Line(e, day.Key, zone)));
        }

        if (shared.Cut)
            lines.Add(English.MoreThanThis);
        return lines;
    }

    private string Line(SharedEntry entry, LocalDate day, DateTimeZone zone)
    {
        var time = entry.AllDay ? English.AllDay : English.SheetTime(entry.Stretch, zone, day);
        var what = string.Join(", ", new[] { entry.Title, entry.Place }.Where(w => !string.IsNullOrEmpty(w)));
        // What is not agreed is not taken for it.
        if (entry.Takes is TimeTaken.Pencilled or TimeTaken.Hold && entry.Title != "Pencilled")
            what += " (pencilled)";
        var line = Part.Form == CalendarForm.ByDay ? $"{Indent}{time}  {what}" : $"{English.Day(day)}, {time}: {what}";
        var under = "\r\n" + (Part.Form == CalendarForm.ByDay ? Indent + Indent : Indent);
        return line + string.Concat(entry.Details.Select(d => under + d.ReplaceLineEndings(under)));
    }

    /// <summary>What is left of the working hours from now on.</summary>
    private List<string> Free(Viewing viewing, CalendarUser who, DateTimeZone zone)
    {
        var span = new Stretch(who.HomeZone.Day(Part.From).Start, who.HomeZone.Day(Part.From.PlusDays(Part.Days - 1)).End);
        var lane = LaneReading.Read(viewing, [who], span)[0];
        var taken = StretchSet.Of(
            lane.Entries.Where(e => e.Told.Takes > TimeTaken.Free)
                .Select(e => e.Told.Stretch)
                .Concat(lane.Absences.Select(a => a.Stretch))
                .Append(new Stretch(Instant.MinValue, Now))
        );
        return
        [
            .. lane
                .Hours.Intersect(StretchSet.Of([span]))
                .Except(taken)
                .Stretches.Where(f => f.Length >= ShortestFree)
                .Select(f => (Stretch: f, Day: zone.ToLocal(f.Start).Date))
                .GroupBy(f => f.Day)
                .Select(day => $"{English.Day(day.Key)}: {string.Join(", ", day.Select(f => English.SheetTime(f.Stretch, zone, f.Day)))}"),
        ];
    }
}
