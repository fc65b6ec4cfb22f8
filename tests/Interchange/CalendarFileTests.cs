using System.Text;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Interchange.Tests;

/// <summary>Calendar files as they come: of any size, from anywhere, broken or not.</summary>
public class CalendarFileTests
{
    private static readonly DateTimeZone Lisbon = Zones.Get("Europe/Lisbon");

    private static ReadFile Read(string text) =>
        CalendarFile.Read(new MemoryStream(Encoding.UTF8.GetBytes(text)), Lisbon, TestContext.Current.CancellationToken);

    private static string Calendar(string body) =>
        $"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//tests//EN\r\n{body.ReplaceLineEndings("\r\n").Trim()}\r\nEND:VCALENDAR\r\n";

    private static string Event(string lines, string uid = "e1") =>
        $"BEGIN:VEVENT\nUID:{uid}\nDTSTAMP:20270101T000000Z\n{lines}\nEND:VEVENT";

    private static Entry Only(string lines) => Assert.Single(Read(Calendar(Event(lines))).Entries);

    [Fact]
    public void An_event_is_read_whole()
    {
        var entry = Only(
            "DTSTART;TZID=Europe/Lisbon:20270316T120000\nDTEND;TZID=America/Halifax:20270316T090000\nSUMMARY:Tide\\, lease\nLOCATION:Gannet\nDESCRIPTION:1. Clause 7\\n2. Who signs\nCLASS:PRIVATE\nTRANSP:TRANSPARENT"
        );
        Assert.Equal(
            new TimedEntry(new LocalDateTime(2027, 3, 16, 12, 0), "Europe/Lisbon", Duration.Zero, "America/Halifax", Zones.TzdbVersion),
            entry.Time
        );
        Assert.Equal(
            ("Tide, lease", "Gannet", "1. Clause 7\n2. Who signs", true, TimeTaken.Free),
            (entry.Title, entry.Place, entry.Agenda, entry.Private, entry.Takes)
        );
    }

    [Fact]
    public void What_is_not_used_survives_the_way_through()
    {
        const string kept = """
            ORGANIZER;CN=Maren Falk:mailto:maren.falk@ebbline.example
            ATTENDEE;PARTSTAT=ACCEPTED;X-SEAT="5:B":mailto:tome.vidal@ebbline.example
            X-BERTH;X-SIDE=port:Dunlin\, quay 4
            BEGIN:VALARM
            ACTION:DISPLAY
            TRIGGER:-PT15M
            X-TONE:bell
            END:VALARM
            """;
        var file = Calendar(
            Event($"DTSTART;TZID=Europe/Lisbon:20270316T120000\nDURATION:PT1H\nRRULE:FREQ=WEEKLY;COUNT=4\nSUMMARY:Tide\n{kept}")
                + "\n"
                + Event(
                    "RECURRENCE-ID;TZID=Europe/Lisbon:20270323T120000\nDTSTART;TZID=Europe/Lisbon:20270323T150000\nDURATION:PT1H\nSUMMARY:Tide, later\nX-BERTH:Petrel"
                )
        );
        var entry = Assert.Single(Read(file).Entries);
        var written = CalendarWriter.ToText([entry], Instant.FromUtc(2027, 3, 8, 9, 42));
        var unfolded = written.Replace("\r\n ", "", StringComparison.Ordinal);
        foreach (var line in kept.Split('\n'))
            Assert.Contains(line.Trim(), unfolded, StringComparison.Ordinal);
        Assert.Contains("X-BERTH:Petrel", unfolded, StringComparison.Ordinal);
        Assert.All(written.Split("\r\n"), l => Assert.True(Encoding.UTF8.GetByteCount(l) <= 75));
        // Read again it is the same, to the last line.
        Assert.Equal(written, CalendarWriter.ToText(Read(written).Entries, Instant.FromUtc(2027, 3, 8, 9, 42)));
    }

    [Theory]
    [InlineData("FREQ=MONTHLY;BYDAY=-1FR;UNTIL=20271231T120000Z")]
    [InlineData("FREQ=DAILY;COUNT=10")]
    public void A_series_takes_place_at_the_same_moments_after_the_way_through(string rule)
    {
        var entry = Only(
            $"DTSTART;TZID=America/Halifax:20270305T090000\nDURATION:PT45M\nRRULE:{rule}\nRDATE;VALUE=PERIOD:20270310T140000Z/PT2H\nEXDATE;TZID=America/Halifax:20270326T090000"
        );
        var again = Assert.Single(Read(CalendarWriter.ToText([entry], Instant.MinValue)).Entries);
        var span = new Stretch(Instant.FromUtc(2027, 1, 1, 0, 0), Instant.FromUtc(2028, 6, 1, 0, 0));
        Assert.Equal(
            Occurrences.In(entry, span, Lisbon).Select(o => o.Stretch),
            Occurrences.In(again, span, Lisbon).Select(o => o.Stretch)
        );
        Assert.NotEmpty(Occurrences.In(entry, span, Lisbon));
    }

    [Theory]
    [InlineData("GMT Standard Time", "Europe/London")]
    [InlineData("/ebbline.example/20270101/Europe/Lisbon", "Europe/Lisbon")]
    public void Zones_by_other_names_are_known_and_it_is_said(string name, string zone)
    {
        var read = Read(Calendar(Event($"DTSTART;TZID=\"{name}\":20270316T120000\nDURATION:PT1H\nSUMMARY:Tide")));
        Assert.Equal(zone, Assert.IsType<TimedEntry>(Assert.Single(read.Entries).Time).Zone);
        Assert.Equal([$"The zone “{name}” is read as {zone}."], read.Notes);
    }

    [Fact]
    public void A_zone_that_only_the_file_knows_is_found_by_its_rules()
    {
        const string zone = """
            BEGIN:VTIMEZONE
            TZID:Harbour time
            BEGIN:STANDARD
            DTSTART:20071104T020000
            TZOFFSETFROM:-0300
            TZOFFSETTO:-0400
            RRULE:FREQ=YEARLY;BYMONTH=11;BYDAY=1SU
            END:STANDARD
            BEGIN:DAYLIGHT
            DTSTART:20070311T020000
            TZOFFSETFROM:-0400
            TZOFFSETTO:-0300
            RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=2SU
            END:DAYLIGHT
            END:VTIMEZONE
            """;
        var entry = Assert.Single(
            Read(Calendar(zone + "\n" + Event("DTSTART;TZID=Harbour time:20270316T120000\nDURATION:PT1H\nSUMMARY:Tide"))).Entries
        );
        Assert.Equal(Instant.FromUtc(2027, 3, 16, 15, 0), entry.Time.ToStretch(Lisbon).Start);
        Assert.Equal(
            Instant.FromUtc(2027, 1, 16, 16, 0),
            entry.Time.StartingAt(new LocalDateTime(2027, 1, 16, 12, 0)).ToStretch(Lisbon).Start
        );
    }

    [Fact]
    public void A_zone_that_nobody_knows_is_that_of_the_owner_and_it_is_said()
    {
        var read = Read(Calendar(Event("DTSTART;TZID=Atlantis:20270316T120000\nDURATION:PT1H\nSUMMARY:Tide")));
        Assert.Equal("Europe/Lisbon", Assert.IsType<TimedEntry>(Assert.Single(read.Entries).Time).Zone);
        Assert.Equal(["No zone is called “Atlantis”; its times are read in Europe/Lisbon."], read.Notes);
    }

    [Theory]
    [InlineData("\r")]
    [InlineData("\n")]
    [InlineData("\r\n")]
    public void Lines_may_end_in_any_way(string end) =>
        Assert.Equal(
            "Tide",
            Assert
                .Single(Read(Calendar(Event("DTSTART:20270316T120000Z\nDURATION:PT1H\nSUMMARY:Ti\n de")).ReplaceLineEndings(end)).Entries)
                .Title
        );

    [Fact]
    public void One_bad_event_does_not_keep_the_others_and_is_told_with_its_reason()
    {
        var read = Read(
            Calendar(
                string.Join(
                    "\n",
                    Event("DTSTART:20270316T120000Z\nDURATION:PT1H\nSUMMARY:Good", "a"),
                    Event("DTSTART:20270316T120000Z\nDURATION:PT1H\nRRULE:FREQ=SECONDLY\nSUMMARY:Ticking", "b"),
                    Event("SUMMARY:Nowhen", "c"),
                    Event("DTSTART:20270316T120000Z\nDTEND:20270316T110000Z\nSUMMARY:Backwards", "d"),
                    Event($"DTSTART:20270316T120000Z\nDURATION:PT1H\nSUMMARY:{new string('x', 1_001)}", "f"),
                    Event("RECURRENCE-ID:20270316T120000Z\nDTSTART:20270316T120000Z\nDURATION:PT1H\nSUMMARY:Orphan", "e"),
                    "BEGIN:VTODO\nUID:t\nSUMMARY:Buy rope\nEND:VTODO"
                )
            )
        );
        // What comes without its series is an invitation to that one occurrence.
        Assert.Equal(["Good", "Orphan"], read.Entries.Select(e => e.Title));
        Assert.Equal(
            ["Ticking", "Nowhen", "Backwards", new string('x', 80) + "…", "1 of the kind VTODO"],
            read.Skipped.Select(s => s.What)
        );
        Assert.All(read.Skipped, s => Assert.NotEmpty(s.Why));
    }

    [Fact]
    public void A_file_that_ends_too_early_gives_what_is_whole_and_tells_the_rest()
    {
        var whole = Calendar(
            Event("DTSTART:20270316T120000Z\nDURATION:PT1H\nSUMMARY:First", "a")
                + "\n"
                + Event("DTSTART:20270316T120000Z\nDURATION:PT1H\nSUMMARY:Second", "b")
        );
        var read = Read(whole[..whole.LastIndexOf("END:VEVENT", StringComparison.Ordinal)]);
        Assert.Equal(["First"], read.Entries.Select(e => e.Title));
        Assert.Equal(("Second", "the file ends in the middle of it"), read.Skipped.Select(s => (s.What, s.Why)).Single());
    }

    [Theory]
    [InlineData("")]
    [InlineData("<html></html>")]
    [InlineData("{\"events\":[]}")]
    public void What_is_no_calendar_file_is_refused(string text) => Assert.Throws<FormatException>(() => Read(text));

    [Fact]
    public void A_file_in_another_encoding_is_refused_with_what_to_do()
    {
        var bytes = Encoding.Latin1.GetBytes(Calendar(Event("DTSTART:20270316T120000Z\nDURATION:PT1H\nSUMMARY:Maré")));
        var refused = Assert.Throws<FormatException>(() =>
            CalendarFile.Read(new MemoryStream(bytes), Lisbon, TestContext.Current.CancellationToken)
        );
        Assert.Contains("UTF-8", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_bomb_of_dates_and_a_rule_from_the_year_one_are_skipped_and_a_rule_of_each_hour_is_bounded()
    {
        var dates = string.Join(
            ',',
            Enumerable.Range(0, 6_000).Select(i => new LocalDate(2000, 1, 1).PlusDays(i).ToString("yyyyMMdd", null))
        );
        var read = Read(
            Calendar(
                Event($"DTSTART;VALUE=DATE:20000101\nRDATE;VALUE=DATE:{dates}\nSUMMARY:Bomb", "a")
                    + "\n"
                    + Event("DTSTART:00010101T000000Z\nDURATION:PT1H\nRRULE:FREQ=HOURLY\nSUMMARY:Old", "b")
                    + "\n"
                    + Event("DTSTART:19000101T000000Z\nDURATION:PT1H\nRRULE:FREQ=HOURLY\nSUMMARY:Old", "c")
            )
        );
        Assert.Contains("5,000", read.Skipped[0].Why, StringComparison.Ordinal);
        Assert.Equal("it lies before 1900 or after 2200", read.Skipped[1].Why);
        var old = Assert.Single(read.Entries);
        var all = Occurrences.In(old, new Stretch(Instant.FromUtc(1, 1, 1, 0, 0), Instant.FromUtc(9000, 1, 1, 0, 0)), Lisbon);
        Assert.Equal(Expansion.Most, all.Count());
    }

    [Fact]
    public void Events_without_a_uid_are_the_same_each_time_the_file_is_read()
    {
        var file = Calendar("BEGIN:VEVENT\nDTSTART:20270316T120000Z\nDURATION:PT1H\nSUMMARY:Nameless\nEND:VEVENT");
        Assert.Equal(Read(file).Entries.Single().Uid, Read(file).Entries.Single().Uid);
    }
}
