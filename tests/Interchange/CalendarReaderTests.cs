using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Interchange.Tests;

public class CalendarReaderTests
{
    private static readonly Stretch March = new(Instant.FromUtc(2027, 3, 1, 0, 0), Instant.FromUtc(2027, 4, 1, 0, 0));

    [Fact]
    public void A_weekly_series_keeps_its_wall_clock_its_end_and_its_exceptions()
    {
        var starts = Starts(
            """
            DTSTART;TZID=America/Halifax:20270303T090000
            DURATION:PT1H
            RRULE:FREQ=WEEKLY;UNTIL=20270324T120000Z
            EXDATE;TZID=America/Halifax:20270310T090000
            """
        );
        // After 14 March Halifax is three hours behind; UNTIL is the very start of the last one.
        Assert.Equal(
            [Instant.FromUtc(2027, 3, 3, 13, 0), Instant.FromUtc(2027, 3, 17, 12, 0), Instant.FromUtc(2027, 3, 24, 12, 0)],
            starts
        );
    }

    [Fact]
    public void One_occurrence_is_moved_and_one_cancelled()
    {
        var entries = CalendarReader.Read(
            Calendar(
                """
                BEGIN:VEVENT
                UID:s
                DTSTART:20270303T090000Z
                DTEND:20270303T100000Z
                RRULE:FREQ=WEEKLY;COUNT=4
                END:VEVENT
                BEGIN:VEVENT
                UID:s
                RECURRENCE-ID:20270310T090000Z
                DTSTART:20270311T140000Z
                DTEND:20270311T143000Z
                END:VEVENT
                BEGIN:VEVENT
                UID:s
                RECURRENCE-ID:20270317T090000Z
                STATUS:CANCELLED
                DTSTART:20270317T090000Z
                DTEND:20270317T100000Z
                END:VEVENT
                """
            ),
            DateTimeZone.Utc
        );
        var found = entries.SelectMany(e => Occurrences.In(e, March, DateTimeZone.Utc)).Select(o => o.Stretch.Start);
        Assert.Equal([Instant.FromUtc(2027, 3, 3, 9, 0), Instant.FromUtc(2027, 3, 11, 14, 0), Instant.FromUtc(2027, 3, 24, 9, 0)], found);
    }

    [Fact]
    public void What_takes_no_time_is_not_busy_and_a_day_is_whole_where_its_owner_is()
    {
        var busy = BusyReader
            .Read(
                Calendar(
                    """
                    BEGIN:VEVENT
                    UID:a
                    DTSTART;VALUE=DATE:20270308
                    END:VEVENT
                    BEGIN:VEVENT
                    UID:b
                    DTSTART:20270309T090000Z
                    DTEND:20270309T100000Z
                    TRANSP:TRANSPARENT
                    END:VEVENT
                    BEGIN:VEVENT
                    UID:c
                    DTSTART:20270309T110000
                    DURATION:PT30M
                    STATUS:TENTATIVE
                    END:VEVENT
                    """
                ),
                March,
                Zones.Get("Pacific/Auckland")
            )
            .ToList();
        Assert.Equal([TimeTaken.Firm, TimeTaken.Pencilled], busy.Select(b => b.Takes));
        Assert.Equal(new Stretch(Instant.FromUtc(2027, 3, 7, 11, 0), Instant.FromUtc(2027, 3, 8, 11, 0)), busy[0].Stretch);
        Assert.Equal(Instant.FromUtc(2027, 3, 8, 22, 0), busy[1].Stretch.Start);
    }

    [Fact]
    public void Dates_and_stretches_beside_the_rule_are_read()
    {
        var entries = CalendarReader.Read(
            Calendar(
                """
                BEGIN:VEVENT
                UID:s
                DTSTART;TZID=Europe/Lisbon:20270303T090000
                DURATION:PT1H
                RRULE:FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1
                RDATE;VALUE=PERIOD:20270310T140000Z/PT2H
                RDATE;TZID=Europe/Lisbon:20270311T090000
                END:VEVENT
                """
            ),
            DateTimeZone.Utc
        );
        var found = entries
            .SelectMany(e => Occurrences.In(e, March, DateTimeZone.Utc))
            .Select(o => (o.Stretch.Start, o.Stretch.Length.TotalMinutes));
        // The last working day of March is after the change of clocks in Lisbon.
        Assert.Equal(
            [
                (Instant.FromUtc(2027, 3, 10, 14, 0), 120),
                (Instant.FromUtc(2027, 3, 11, 9, 0), 60),
                (Instant.FromUtc(2027, 3, 31, 8, 0), 60),
            ],
            found
        );
    }

    [Fact]
    public void A_change_from_one_occurrence_on_is_read()
    {
        var entries = CalendarReader.Read(
            Calendar(
                """
                BEGIN:VEVENT
                UID:s
                DTSTART:20270303T090000Z
                DTEND:20270303T100000Z
                RRULE:FREQ=WEEKLY;COUNT=4
                END:VEVENT
                BEGIN:VEVENT
                UID:s
                RECURRENCE-ID;RANGE=THISANDFUTURE:20270317T090000Z
                DTSTART:20270317T110000Z
                DTEND:20270317T120000Z
                END:VEVENT
                """
            ),
            DateTimeZone.Utc
        );
        Assert.Equal(
            [9, 9, 11, 11],
            entries.SelectMany(e => Occurrences.In(e, March, DateTimeZone.Utc)).Select(o => o.Stretch.Start.InUtc().Hour)
        );
    }

    [Theory]
    [InlineData("RRULE:FREQ=MINUTELY", "more often than hourly")]
    [InlineData("RRULE:FREQ=SECONDLY;COUNT=3", "more often than hourly")]
    [InlineData("RRULE:FREQ=DAILY;BYWEEKNO=3", "BYWEEKNO")]
    public void A_rule_that_is_refused_names_the_event_and_the_reason(string line, string reason)
    {
        var refused = Assert.Throws<FormatException>(() => Starts($"DTSTART:20270303T090000Z\nDURATION:PT1H\nSUMMARY:Tide table\n{line}"));
        Assert.StartsWith("“Tide table” (e1): ", refused.Message, StringComparison.Ordinal);
        Assert.Contains(reason, refused.Message, StringComparison.OrdinalIgnoreCase);
    }

    private static List<Instant> Starts(string lines) =>
        [
            .. CalendarReader
                .Read(Calendar($"BEGIN:VEVENT\nUID:e1\n{lines}\nEND:VEVENT"), DateTimeZone.Utc)
                .SelectMany(e => Occurrences.In(e, March, DateTimeZone.Utc))
                .Select(o => o.Stretch.Start),
        ];

    private static string Calendar(string events) =>
        $"BEGIN:VCALENDAR\nVERSION:2.0\nPRODID:-//tests//EN\n{events}\nEND:VCALENDAR\n".ReplaceLineEndings("\r\n");
}
