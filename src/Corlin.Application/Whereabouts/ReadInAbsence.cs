using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Slots;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Whereabouts;

/// <summary>Something that stands in an absence; a series counts once.</summary>
/// <param name="Occurrence">The first of it in that time; null of what does not repeat.</param>
/// <param name="Occurrences">All of it in that time; none of what does not repeat.</param>
/// <param name="Judgement">Whether it waits for an answer, is theirs, or somebody else's.</param>
/// <param name="Choices">What can become of it, what is proposed first.</param>
public sealed record InAbsenceView(
    string Entry,
    string? Occurrence,
    IReadOnlyList<string> Occurrences,
    string Title,
    string When,
    string Judgement,
    IReadOnlyList<InAbsenceChoice> Choices
);

/// <param name="Words">"Move it to Monday 15 March, 10:00".</param>
/// <param name="To">Of a move when it begins then, in milliseconds; null of all else.</param>
public sealed record InAbsenceChoice(InAbsenceWish Wish, string Words, long? To);

/// <summary>What stands in the time of an absence, before it is posted or after, with what can become of each.</summary>
/// <param name="From">Wall-clock time at the home of who is away.</param>
/// <param name="Cover">The public id of who covers, or null.</param>
public sealed record ReadInAbsence(UserId Viewer, string Who, LocalDateTime From, LocalDateTime To, Instant Now, string? Cover = null)
{
    private const int Most = 200;

    public IReadOnlyList<InAbsenceView> Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var who = viewing.MustSpeakFor(Who);
        var span = Absent.AtHome(who, From, To);
        if (span.Length > Absence.Longest)
            throw new RefusedException(RefusalKind.LongerThanAYear, "to");
        var cover = Cover is null ? null : viewing.Find(Cover) ?? throw new RefusedException(RefusalKind.PersonUnknown, "covers", Cover);
        var choices = new InAbsenceChoices(viewing, who, cover, span);
        var lane = LaneReading.Read(viewing, [who], span).Single();
        return
        [
            .. lane
                .Entries.Where(e => e.Told is { Takes: > TimeTaken.Free, PublicId: not null } && e.Occurrence.Entry.Kind != EntryKind.Hold)
                .GroupBy(e => e.Occurrence.Entry.Id)
                .Take(Most)
                .Select(g => View(viewing, who, [.. g], choices)),
        ];
    }

    private static InAbsenceView View(Viewing viewing, CalendarUser who, IReadOnlyList<LaneEntry> entries, InAbsenceChoices choices)
    {
        var told = entries[0].Told;
        var local = who.HomeZone.ToLocal(told.Stretch.Start);
        var when = told.AllDay ? English.Day(local.Date) : $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)}";
        return new InAbsenceView(
            told.PublicId!,
            LaneViews.Id(told.RecurrenceId),
            [.. entries.Select(e => LaneViews.Id(e.Told.RecurrenceId)).OfType<string>()],
            told.Title ?? "Private",
            entries.Count > 1 ? $"{when}, {English.Count(entries.Count, "time", "times")}" : when,
            Whose(viewing, who, entries[0]),
            choices.For(entries)
        );
    }

    private static string Whose(Viewing viewing, CalendarUser who, LaneEntry entry)
    {
        var meeting = entry.Occurrence.Entry;
        if (meeting.Kind != EntryKind.Meeting)
            return "an appointment";
        if (meeting.Owner == who.Id)
            return $"{who.GivenName} organises it";
        var organiser = viewing.Meeting([meeting.Owner])[meeting.Owner].GivenName;
        return Agreement.Of(meeting, who.Id, entry.Occurrence.RecurrenceId) is { Answer: Answer.None }
            ? $"{organiser} asks, not answered"
            : $"{organiser} organises it";
    }
}

/// <summary>What can become of what stands in an absence.</summary>
internal sealed class InAbsenceChoices(Viewing viewing, CalendarUser who, CalendarUser? cover, Stretch away)
{
    /// <summary>Another time is sought for so many, the first of them; the others are moved by hand.</summary>
    private const int MostSought = 8;
    private const int DaysAfter = 14;

    private int sought;

    /// <param name="entries">What of one entry falls into it.</param>
    public IReadOnlyList<InAbsenceChoice> For(IReadOnlyList<LaneEntry> entries)
    {
        var (entry, told) = (entries[0].Occurrence.Entry, entries[0].Told);
        var keep = new InAbsenceChoice(InAbsenceWish.Keep, "Keep it", null);
        var choices = new List<InAbsenceChoice>();
        if (told.Stretch.End <= viewing.Now || told.Whole is null)
            return [keep];
        if (entry.Kind != EntryKind.Meeting)
        {
            choices.Add(keep);
            if (told.MayChange)
                choices.Add(new InAbsenceChoice(InAbsenceWish.Cancel, "Delete it", null));
        }
        else if (entry.Owner == who.Id)
        {
            if (entries.Count == 1 && After(entry, entries[0]) is { } slot)
                choices.Add(slot);
            choices.Add(keep);
            if (told.MayChange && cover is not null && !entry.Asks(cover.Id))
                choices.Add(SendCover());
            if (told.MayChange)
                choices.Add(
                    new InAbsenceChoice(InAbsenceWish.Cancel, entries.Count > 1 ? $"Cancel these {entries.Count}" : "Cancel it", null)
                );
        }
        else
        {
            var declined = Agreement.Of(entry, who.Id, told.RecurrenceId) is { Answer: Answer.Declined };
            if (!declined)
                choices.Add(
                    new InAbsenceChoice(
                        InAbsenceWish.Decline,
                        entries.Count > 1 ? $"Decline these {entries.Count} with the text" : "Decline with the text",
                        null
                    )
                );
            if (!declined && cover is not null && entry.Owner != cover.Id && !entry.Private)
                choices.Add(SendCover());
            choices.Add(keep);
        }

        if (who.Id != viewing.Person.Id)
            choices.Add(new InAbsenceChoice(InAbsenceWish.Ask, $"Ask {who.GivenName}", null));
        return choices;
    }

    private InAbsenceChoice SendCover() => new(InAbsenceWish.SendCover, $"{cover!.GivenName} goes instead", null);

    /// <summary>The first time after the absence that suits all who have to come.</summary>
    private InAbsenceChoice? After(Entry entry, LaneEntry stands)
    {
        if (!stands.Told.MayChange || stands.Told.AllDay || entry.Status != MeetingStatus.Sent || ++sought > MostSought)
            return null;
        var minutes = (int)stands.Told.Stretch.Length.TotalMinutes;
        if (minutes is < 5 or > 24 * 60)
            return null;
        var asked = Agreement.For(entry, stands.Told.RecurrenceId).Where(p => p.Who != who.Id && !p.NotAsked).ToList();
        var people = viewing.Users(asked.Select(a => a.Who));
        string[] Ids(bool required) =>
            [
                .. asked
                    .Where(a => (a.Role != AttendeeRole.Optional) == required)
                    .Select(a => people[a.Who].PublicId)
                    .Where(id => id.Length > 0),
            ];
        var first = viewing.Zone.ToLocal(Instant.Max(away.End, viewing.Now)).Date;
        var found = new ReadSlots(
            viewing.Person.Id,
            who.PublicId,
            Ids(true),
            Ids(false),
            minutes,
            first,
            first.PlusDays(DaysAfter),
            viewing.Now
        )
        {
            Saved = entry.PublicId,
            Place = stands.Told.Place,
            HasLink = stands.Told.Whole?.Link is not null,
        }
            .Run(viewing.Store)
            .Slots.Where(s => s.Start >= LaneViews.Ms(away.End))
            .ToList();
        if ((found.Where(s => s.Tone == "fits").MinBy(s => s.Start) ?? found.MinBy(s => s.Start)) is not { } slot)
            return null;
        var local = viewing.Zone.ToLocal(Instant.FromUnixTimeMilliseconds(slot.Start));
        return new InAbsenceChoice(InAbsenceWish.Move, $"Move to {English.Day(local.Date)}, {English.Time(local.TimeOfDay)}", slot.Start);
    }
}
