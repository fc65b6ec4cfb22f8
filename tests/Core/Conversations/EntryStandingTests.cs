using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using CsCheck;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>A meeting made into what messages know of it, and back.</summary>
public class EntryStandingTests
{
    private static readonly DateTimeZone Lisbon = Zones.Get("Europe/Lisbon");
    private static readonly LocalDateTime First = new(2027, 3, 9, 10, 0);

    private static string Address(UserId who) => FormattableString.Invariant($"p{who.Value}@harbour.example");

    private static UserId Who(string address) => new(long.Parse(address[1..address.IndexOf('@', StringComparison.Ordinal)], null));

    private static readonly Gen<Participation> Parts = Gen.Select(Gen.Int[2, 5], Gen.Int[0, 4], Gen.Int[0, 3], Gen.Bool, Gen.Int[0, 2])
        .Select(
            (who, answer, week, notAsked, role) =>
                new Participation(
                    new UserId(who),
                    role == 0 ? AttendeeRole.Optional : AttendeeRole.Required,
                    week == 0 ? null : First.PlusWeeks(week)
                )
                {
                    Answer = (Answer)answer,
                    AnsweredAt = answer == 0 ? null : Instant.FromUtc(2027, 3, 1, 9, answer),
                    AnsweredBy = answer == 0 ? null : new UserId(who),
                    Comment = answer == 2 ? "Perhaps." : null,
                    NotAsked = week > 0 && notAsked,
                }
        );

    private static readonly Gen<Override> Changes = Gen.Select(Gen.Int[1, 3], Gen.Int[0, 3], Gen.Int[0, 1], Gen.Bool)
        .Select(
            (week, hours, title, cancelled) =>
                new Override(
                    First.PlusWeeks(week),
                    hours == 0 ? null : TimedEntry.At(new Stretch(At(week, hours), At(week, hours + 1)), "Europe/Lisbon"),
                    title == 0 ? null : "Another title",
                    Cancelled: cancelled
                )
                {
                    Sequence = week,
                    ToldAt = Instant.FromUtc(2027, 3, 2, 9, week),
                }
        );

    private static Instant At(int week, int hours) => Lisbon.ToInstant(First.PlusWeeks(week).PlusHours(hours));

    private static readonly Gen<Entry> Meetings = Gen.Select(Parts.Array[1, 9], Changes.Array[0, 3], Gen.Bool, Gen.Bool)
        .Select(
            (parts, changes, series, cancelled) =>
                new Entry
                {
                    PublicId = "m",
                    Uid = "m@harbour.example",
                    Kind = EntryKind.Meeting,
                    Home = new CalendarId(1),
                    Owner = new UserId(1),
                    MadeBy = new UserId(1),
                    MadeAt = Instant.FromUtc(2027, 3, 1, 0, 0),
                    Title = "Berth plan",
                    Place = "Quay 4",
                    Time = new TimedEntry(First, "Europe/Lisbon", Duration.FromHours(1), null, Zones.TzdbVersion),
                    Rule = series ? Rule.Parse("FREQ=WEEKLY;COUNT=5") : null,
                    Status = cancelled ? MeetingStatus.Cancelled : MeetingStatus.Sent,
                    Sequence = 4,
                    MovedAt = 2,
                    ToldAt = Instant.FromUtc(2027, 3, 1, 9, 0),
                    Overrides = series ? [.. changes.DistinctBy(c => c.RecurrenceId)] : [],
                    Participations = [.. Fitting(parts, series)],
                }
        );

    /// <summary>One part a person and occurrence; nobody is taken out of an occurrence who is not in the series.</summary>
    private static IEnumerable<Participation> Fitting(Participation[] parts, bool series)
    {
        var own = parts.Where(p => series || p.RecurrenceId is null).DistinctBy(p => (p.Who, p.RecurrenceId)).ToList();
        return own.Where(p => !p.NotAsked || own.Any(o => o.Who == p.Who && o.RecurrenceId is null));
    }

    [Fact]
    public void What_no_message_changed_stands_as_it_stood() =>
        Meetings.Sample(
            meeting =>
            {
                var standing = EntryStanding.Of(meeting, Address, Lisbon);
                Same(meeting, meeting.WithSeats(standing, Who, Lisbon));
                var told = meeting.WithTold(standing, Who, Lisbon);
                Same(meeting, told);
                Assert.Equal(
                    (meeting.Time, meeting.Title, meeting.Place, meeting.Status),
                    (told.Time, told.Title, told.Place, told.Status)
                );
                Assert.Equal((meeting.Sequence, meeting.MovedAt, meeting.ToldAt), (told.Sequence, told.MovedAt, told.ToldAt));
                Assert.Equal(meeting.Rule?.ToString(), told.Rule?.ToString());
                var span = new Stretch(Instant.FromUtc(2027, 1, 1, 0, 0), Instant.FromUtc(2028, 1, 1, 0, 0));
                Assert.Equal(
                    Occurrences.In(meeting, span, Lisbon).Select(o => (o.RecurrenceId, o.Stretch, o.Title, o.Place)),
                    Occurrences.In(told, span, Lisbon).Select(o => (o.RecurrenceId, o.Stretch, o.Title, o.Place))
                );
            },
            iter: 2_000
        );

    /// <summary>Everyone has the same part in each occurrence, with the same words.</summary>
    private static void Same(Entry one, Entry other)
    {
        LocalDateTime?[] ids = one.Rule is null
            ? [null]
            : [null, .. Enumerable.Range(0, 5).Select(w => (LocalDateTime?)First.PlusWeeks(w))];
        foreach (var id in ids)
        foreach (var who in Enumerable.Range(2, 4).Select(i => new UserId(i)))
        {
            var (was, now) = (PartOf(one, who, id), PartOf(other, who, id));
            Assert.Equal(was, now);
        }
    }

    private static (AttendeeRole, Answer, string?, Instant?, UserId?)? PartOf(Entry meeting, UserId who, LocalDateTime? id) =>
        Core.Meetings.Agreement.Of(meeting, who, id) is { } part
            ? (part.Role, part.Answer, part.Comment, part.AnsweredAt, part.AnsweredBy)
            : null;
}
