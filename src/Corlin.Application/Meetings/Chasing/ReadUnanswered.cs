using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>Who has not answered, meeting by meeting, soonest first.</summary>
public sealed record UnansweredView(IReadOnlyList<UnansweredRow> Rows);

/// <param name="Silent">Who is to be reminded.</param>
/// <param name="Today">Who has not answered either, and was written to about it today.</param>
public sealed record UnansweredRow(
    string Entry,
    string? Occurrence,
    string Title,
    string When,
    PersonView Organiser,
    IReadOnlyList<PersonView> Silent,
    IReadOnlyList<PersonView> Today,
    IReadOnlyList<ToCallView> ToCall
);

/// <summary>Who told their last answer to the organiser by word of mouth, and has not answered now.</summary>
/// <param name="Telephone">Their first number; null where none is known.</param>
/// <param name="Today">Whether they were written to about it today all the same.</param>
public sealed record ToCallView(PersonView Who, string? Telephone, bool Today);

public sealed record ReadUnanswered(UserId Viewer, Instant Now)
{
    public UnansweredView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        IReadOnlyList<CalendarUser> organisers = [.. viewing.Principals.Append(viewing.Person)];
        // What is agreed waits for nobody, and what waits for another time is asked anew then.
        var rows = ChaseRows
            .Read(viewing, organisers)
            .Where(r => r.Group is ChaseGroup.Answers or ChaseGroup.Decision)
            .OrderBy(r => r.Start);
        return new UnansweredView([.. rows.Select(r => Row(viewing, r)).OfType<UnansweredRow>().Take(RemindSilent.Most)]);
    }

    private static UnansweredRow? Row(Viewing viewing, ChaseRow row)
    {
        var meeting = viewing.Store.Entry(row.Entry)!;
        var occurrence = Occurrences.Find(
            meeting,
            LaneViews.ReadId(row.Occurrence),
            viewing.Users([meeting.Owner])[meeting.Owner].HomeZone
        );
        if (occurrence is null || Reminding.Of(viewing, meeting, occurrence) is not { Count: > 0 } silent)
            return null;
        return new UnansweredRow(
            row.Entry,
            row.Occurrence,
            row.Title,
            row.When,
            row.Organiser,
            [.. silent.Where(s => s is { Today: false, ByMouth: false }).Select(s => viewing.View(s.Who))],
            [.. silent.Where(s => s is { Today: true, ByMouth: false }).Select(s => viewing.View(s.Who))],
            ToCall(viewing, [.. silent.Where(s => s.ByMouth)])
        );
    }

    private static IReadOnlyList<ToCallView> ToCall(Viewing viewing, IReadOnlyList<Silent> silent)
    {
        if (silent.Count == 0)
            return [];
        var facts = viewing.Store.Facts([.. silent.Select(s => s.Who.Id)]);
        return
        [
            .. silent.Select(s => new ToCallView(
                viewing.View(s.Who),
                facts.GetValueOrDefault(s.Who.Id, PersonFacts.None).Telephones.FirstOrDefault(),
                s.Today
            )),
        ];
    }
}
