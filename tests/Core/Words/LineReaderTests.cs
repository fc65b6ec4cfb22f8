using Corlin.Core.Words.Lines;
using CsCheck;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class LineReaderTests
{
    /// <summary>As the list of names, of somebody who arranges for Maren.</summary>
    private sealed class Organisation : ILineNames
    {
        private static readonly NameList Names = new(
            [
                .. new[]
                {
                    "Ana Brandão",
                    "Ana Lúcia Prates",
                    "Tomé Vidal",
                    "Ruta Vaitkus",
                    "Maren Falk",
                    "May Ferreira",
                    "Owen Tupper",
                    "Maeve Power",
                    "Luis Carrasco",
                }.Select(n => (n, n)),
            ],
            ["Array design", "Safety board"],
            ["Gannet", "Dunlin", "Head office", "Dock 4", "Yard 2", "Pier kitchen"]
        );

        public LineName? Person(string name) => Names.Person(name);

        public string? Place(string name) => Names.Place(name);

        public bool IsGroup(string key) => Names.IsGroup(key);

        public bool ArrangesFor(string key) => key == "Maren Falk";
    }

    private static readonly string[] Vocabulary =
    [
        .. "thu 15:00 for 45 with Ruta Ana , if free about in every second Thursday until and to between 16 March next week by video x".Split(
            ' '
        ),
        .. "one of each Owen : or before after yesterday today noon midnight morning Saturday - at 9 back-to-back quarter days halifax".Split(
            ' '
        ),
        .. "not never from onwards any mornings but latest weekdays only the".Split(' '),
    ];

    // A Monday.
    private static Line Read(string text, bool wishing = false) =>
        LineReader.Read(text, Local("2027-03-08 09:42"), new Organisation(), Corlin.Core.Time.Zones.Get("Europe/Lisbon"), wishing);

    [Fact]
    public void A_whole_meeting_is_one_line()
    {
        var line = Read("Thu 15:00 for 45 with Ruta, if free Tomé, about lease, in Gannet, every second Thursday");
        Assert.Equal(new LocalDate(2027, 3, 11), line.Date);
        Assert.Equal(new LocalTime(15, 0), line.Time);
        Assert.Equal(Duration.FromMinutes(45), line.Length);
        Assert.Equal(["Ruta Vaitkus"], line.Required);
        Assert.Equal(["Tomé Vidal"], line.Optional);
        Assert.Equal(("lease", "Gannet", "FREQ=WEEKLY;INTERVAL=2;BYDAY=TH"), (line.Title, line.Place, line.Rule!.ToString()));
        Assert.Empty(line.NotUnderstood);
    }

    [Theory]
    [InlineData("today at 17:00", "2027-03-08 17:00")]
    [InlineData("tomorrow 9am", "2027-03-09 09:00")]
    [InlineData("next Thursday at 3 pm", "2027-03-18 15:00")]
    [InlineData("Monday 09:00", "2027-03-15 09:00")]
    [InlineData("Monday 10:00", "2027-03-08 10:00")]
    [InlineData("on 16 March 12.30", "2027-03-16 12:30")]
    [InlineData("2 March noon", "2028-03-02 12:00")]
    [InlineData("every other tue 9-9.15", "2027-03-09 09:00")]
    [InlineData("9-9.15 every tue", "2027-03-09 09:00")]
    [InlineData("every weekday 9", "2027-03-09 09:00")]
    [InlineData("29 February 2028 8:15", "2028-02-29 08:15")]
    [InlineData("the Thursday after next at 10", "2027-03-25 10:00")]
    [InlineData("Thursday night at 11", "2027-03-11 23:00")]
    [InlineData("20270312 10:00", "2027-03-12 10:00")]
    [InlineData("last day of April at 10", "2027-04-30 10:00")]
    [InlineData("every tue at 10 from April", "2027-04-06 10:00")]
    [InlineData("every morning at 9", "2027-03-09 09:00")]
    [InlineData("0930 Thursday", "2027-03-11 09:30")]
    [InlineData("this coming Friday at 9", "2027-03-12 09:00")]
    [InlineData("every Wednesday at 9 until 18 Nov", "2027-03-10 09:00")]
    [InlineData("every May 3 at noon", "2027-05-03 12:00")]
    [InlineData("fri 4:00 PM-4:30 PM", "2027-03-12 16:00")]
    public void Days_and_clocks_are_the_next_there_are(string text, string when)
    {
        var line = Read(text);
        Assert.Equal(Local(when), line.Date!.Value + line.Time!.Value);
        Assert.Empty(line.NotUnderstood);
    }

    [Theory]
    [InlineData("for 45 minutes", 45)]
    [InlineData("for 90min", 90)]
    [InlineData("for two hours", 120)]
    [InlineData("for 1 h 30", 90)]
    [InlineData("for half an hour", 30)]
    [InlineData("15:00 to 16:30", 90)]
    [InlineData("15:00-15:20", 20)]
    public void Lengths_are_read_as_people_say_them(string text, int minutes) =>
        Assert.Equal(Duration.FromMinutes(minutes), Read(text).Length);

    [Theory]
    [InlineData("between 16 and 26 March", "2027-03-16", "2027-03-26")]
    [InlineData("between Thursday and 2 April", "2027-03-11", "2027-04-02")]
    [InlineData("next week", "2027-03-15", "2027-03-21")]
    [InlineData("this week", "2027-03-08", "2027-03-14")]
    [InlineData("in the week of 22 March", "2027-03-22", "2027-03-28")]
    [InlineData("wk of 5 April", "2027-04-05", "2027-04-11")]
    [InlineData("in the next two weeks", "2027-03-08", "2027-03-22")]
    [InlineData("later this week", "2027-03-08", "2027-03-14")]
    [InlineData("some time in April", "2027-04-01", "2027-04-30")]
    [InlineData("next month", "2027-04-01", "2027-04-30")]
    [InlineData("within the next month", "2027-03-08", "2027-04-08")]
    [InlineData("within the next ten days", "2027-03-08", "2027-03-18")]
    [InlineData("on the weekend", "2027-03-13", "2027-03-14")]
    public void A_span_of_days_is_read(string text, string from, string to)
    {
        var between = Read(text).Between!;
        Assert.Equal((from, to), (between.Start.ToString("yyyy-MM-dd", null), between.End.ToString("yyyy-MM-dd", null)));
    }

    [Fact]
    public void Names_go_on_over_commas_and_in_whose_name_is_read()
    {
        var line = Read("for Maren with Ruta, Tomé and May Ferreira, private, by video, about board, second reading");
        Assert.Equal(["Ruta Vaitkus", "Tomé Vidal", "May Ferreira"], line.Required);
        Assert.Equal(("Maren Falk", true, true, "board, second reading"), (line.InNameOf, line.Private, line.Video, line.Title));
    }

    [Theory]
    [InlineData("with Ana", "Ana")]
    [InlineData("with Zelda and Ruta", "Zelda")]
    [InlineData("with Ruta every blue moon", "every blue moon")]
    [InlineData("31 February 10:00", "31 February")]
    [InlineData("Lease 11:00", "11:00")]
    [InlineData("Lease with Owne tomorrow at 10", "Owne")]
    [InlineData("Rope test tomorrow at 9 or 11", "9 or 11")]
    [InlineData("Crane lift tomorrow 10am and 4pm", "10am and 4pm")]
    [InlineData("Audit Thursday at 10 for 2 hours until 11", "for 2 hours")]
    [InlineData("Talk in Gannet or Dunlin on Friday at 2", "Gannet or Dunlin")]
    [InlineData("Talk on Friday between 2 and 4", "between 2 and 4")]
    [InlineData("Talk Friday first thing", "first thing")]
    [InlineData("Dinner tonight", "tonight")]
    [InlineData("Ballast last week", "last week")]
    [InlineData("Ballast on Tursday", "Tursday")]
    [InlineData("Ballast Friday 13 March", "Friday 13 March")]
    [InlineData("Ballast every second Thursday at 10 until June", "every second Thursday", "until June")]
    [InlineData("Ballast on Sunday 28 March at 01:30", "01:30")]
    public void What_is_doubtful_is_marked_where_it_stands_and_sets_nothing(string text, params string[] missed) =>
        Assert.Equal(missed, Missed(text));

    [Theory]
    [InlineData("Rope test tomorrow at 9 or 11", "9", "11")]
    [InlineData("Rope test Thursday at 10 or Friday at 2", "Thursday at 10", "Friday at 2")]
    [InlineData("Talk in Gannet or Dunlin on Friday at 2", "Gannet", "Dunlin")]
    [InlineData("Ballast on Tursday at 2pm", "Tuesday", "Thursday")]
    [InlineData("Ballast with Ana tomorrow at 2", "Ana Brandão", "Ana Lúcia Prates")]
    [InlineData("Ballast every Friday at 9 until June", "until 1 June", "until the end of June")]
    public void What_may_mean_two_things_offers_both_and_each_is_understood(string text, string one, string other)
    {
        var doubt = Assert.Single(Read(text).NotUnderstood, n => !n.Readings.IsEmpty);
        Assert.Equal([one, other], doubt.Readings);
        foreach (var reading in doubt.Readings)
            Assert.Empty(Missed(text[..doubt.At] + reading + text[doubt.End..]));
    }

    [Theory]
    [InlineData("call with Owen tomorrow at half eleven", "call", "2027-03-09 11:30", null)]
    [InlineData("Board dinner on 18th March at 7.30pm at Head office", "Board dinner", "2027-03-18 19:30", null)]
    [InlineData("Crew review on Tuesday at twenty past two", "Crew review", "2027-03-09 14:20", null)]
    [InlineData("Dock 4 inspection at 9.15 until 10 tomorrow", "Dock 4 inspection", "2027-03-09 09:15", 45)]
    [InlineData("Hiring chat in the morning tomorrow at 7", "Hiring chat", "2027-03-09 07:00", null)]
    [InlineData("Pilot talk from 10pm to 2am on Thursday", "Pilot talk", "2027-03-11 22:00", 240)]
    [InlineData("Lisbon office move on Thursday at 10", "Lisbon office move", "2027-03-11 10:00", null)]
    [InlineData("Would Thursday at 3 work for the lease review with Owen", "lease review", "2027-03-11 15:00", null)]
    [InlineData("We need to talk to Luis about pilot fees on Friday at 11", "pilot fees", "2027-03-12 11:00", null)]
    [InlineData("Wind talk 2 till 3 on Friday with Owen and Luis", "Wind talk", "2027-03-12 14:00", 60)]
    [InlineData("Pump trial Thursday at 14h", "Pump trial", "2027-03-11 14:00", null)]
    [InlineData("The August figures review tomorrow 3-3:45pm", "August figures review", "2027-03-09 15:00", 45)]
    [InlineData("Friday drinks on Thursday at 5", "Friday drinks", "2027-03-11 17:00", null)]
    [InlineData("Weekly report review with Luis on Friday at 4", "Weekly report review", "2027-03-12 16:00", null)]
    [InlineData("Feb 29 drill at 10", "drill", "2028-02-29 10:00", null)]
    [InlineData("Port dues on Thursday at quarter to nine in the morning", "Port dues", "2027-03-11 08:45", null)]
    [InlineData("Buoy lights tomorow at 4pm", "Buoy lights", "2027-03-09 16:00", null)]
    [InlineData("Chain check on Monday at 9", "Chain check", "2027-03-15 09:00", null)]
    [InlineData("Power cable review Thursday 16:00 to 15:00", "Power cable review", "2027-03-11 16:00", 1380)]
    public void What_is_left_is_what_it_is_called(string text, string title, string when, int? minutes)
    {
        var line = Read(text);
        Assert.Equal(
            (title, Local(when), minutes),
            (line.Title, line.Date!.Value + line.Time!.Value, line.Length is { } length ? (int)length.TotalMinutes : null)
        );
        Assert.Empty(line.NotUnderstood);
    }

    [Theory]
    [InlineData("Tidal gate on Friday at 16:00 for 3/4 hour", "Tidal gate", "2027-03-12 16:00", 45)]
    [InlineData("Tidal gate on Friday at 16:00 for 1 1/2 hours", "Tidal gate", "2027-03-12 16:00", 90)]
    [InlineData("Tidal gate on Friday at 4, 1½ hours", "Tidal gate", "2027-03-12 16:00", 90)]
    [InlineData("Two and a half hours on the lease, Tuesday at 9", "lease", "2027-03-09 09:00", 150)]
    [InlineData("Review 14h30 tomorrow", "Review", "2027-03-09 14:30", null)]
    [InlineData("Review on 8.4. 10-11h", "Review", "2027-04-08 10:00", 60)]
    [InlineData("Steering gear Wed noon-1", "Steering gear", "2027-03-10 12:00", 60)]
    [InlineData("Crane check on the last Friday in March at 2pm", "Crane check", "2027-03-26 14:00", null)]
    [InlineData("Crane check on the second Tuesday in April at 9", "Crane check", "2027-04-13 09:00", null)]
    [InlineData("Crane check first Monday of February at 9", "Crane check", "2028-02-07 09:00", null)]
    [InlineData("Crane check 10 Mar '27 3.30pm", "Crane check", "2027-03-10 15:30", null)]
    [InlineData("Crane check Tuesday 16 at 9", "Crane check", "2027-03-16 09:00", null)]
    [InlineData("Crane check on the nineteenth at nine", "Crane check", "2027-03-19 09:00", null)]
    [InlineData("Crane check 12 noon Friday", "Crane check", "2027-03-12 12:00", null)]
    [InlineData("Crane check at 9 o'clock sharp tomorrow", "Crane check", "2027-03-09 09:00", null)]
    [InlineData("Crane check Fri, starts 9, ends 10:30", "Crane check", "2027-03-12 09:00", 90)]
    [InlineData("Crane check Thu@3", "Crane check", "2027-03-11 15:00", null)]
    [InlineData("Crane check thu3pm", "Crane check", "2027-03-11 15:00", null)]
    [InlineData("Crane check Thu 1500hrs", "Crane check", "2027-03-11 15:00", null)]
    [InlineData("Crane check Wed 8h30-11h", "Crane check", "2027-03-10 08:30", 150)]
    [InlineData("Crane check 2027-03-18T09:30", "Crane check", "2027-03-18 09:30", null)]
    [InlineData("Crane check Mon 8am lisbon", "Crane check", "2027-03-15 08:00", null)]
    [InlineData("Crane check tmw 0730", "Crane check", "2027-03-09 07:30", null)]
    [InlineData("Crane check 10th 7:30am", "Crane check", "2027-03-10 07:30", null)]
    [InlineData("Crane check 10:15 tmw 20'", "Crane check", "2027-03-09 10:15", 20)]
    [InlineData("Crane check 12.30-13.30 tomorrow", "Crane check", "2027-03-09 12:30", 60)]
    [InlineData("Crew breakfast, 7:45, Wed", "Crew breakfast", "2027-03-10 07:45", null)]
    [InlineData("Bed and breakfast, 7:45, Wed", "Bed and breakfast", "2027-03-10 19:45", null)]
    [InlineData("Crane check some time tomorrow at 10", "Crane check", "2027-03-09 10:00", null)]
    [InlineData("Dinner Owen + Luis, 20:00, 12.3.", "Dinner", "2027-03-12 20:00", null)]
    [InlineData("Crane check Thu 3-330", "Crane check", "2027-03-11 15:00", 30)]
    [InlineData("Half hour chat w Owen thu 2", "chat", "2027-03-11 14:00", 30)]
    [InlineData("Crane check Saturday 22:00 to Sunday 06:00", "Crane check", "2027-03-13 22:00", 480)]
    [InlineData("Crane check from Friday at 6pm until Monday 8am", "Crane check", "2027-03-12 18:00", 3_720)]
    [InlineData("Crane check 22:00 Saturday - 06:00 Sunday", "Crane check", "2027-03-13 22:00", 480)]
    [InlineData("Crane check 27 March 22:00 to 28 March 06:00", "Crane check", "2027-03-27 22:00", 420)]
    [InlineData("Crane check Saturday 22:00 to Sunday 06:00 Halifax time", "Crane check", "2027-03-13 22:00", 420)]
    [InlineData("Crane check Monday 8:00 to Tuesday 17:00", "Crane check", "2027-03-15 08:00", 1_980)]
    [InlineData("Back to back filming Thursday at 3", "Back to back filming", "2027-03-11 15:00", null)]
    [InlineData("1-2-1 with Owen Thursday at 3", "1-2-1", "2027-03-11 15:00", null)]
    [InlineData("Crane check | Thursday | 3pm |", "Crane check", "2027-03-11 15:00", null)]
    [InlineData("Crane check on Thursday at 16.30 hrs", "Crane check", "2027-03-11 16:30", null)]
    [InlineData("Crane check on Thursday at 9.30 hrs", "Crane check", "2027-03-11 09:30", null)]
    [InlineData("Crane check Thursday 1.5 hrs at 9", "Crane check", "2027-03-11 09:00", 90)]
    [InlineData("Video w/ Ruta 4.30 thu re cable route", "cable route", "2027-03-11 16:30", null)]
    [InlineData("pls book crane check in Gannet room, tomorrow 11", "crane check", "2027-03-09 11:00", null)]
    public void People_say_hours_days_and_lengths_in_many_ways(string text, string title, string when, int? minutes) =>
        What_is_left_is_what_it_is_called(text, title, when, minutes);

    [Theory]
    [InlineData("Ballast Friday at 24:00", "24:00")]
    [InlineData("Ballast at 12 midnight Friday", "12 midnight")]
    [InlineData("Ballast Fri 26 March 3-ish", "3-ish")]
    [InlineData("Ballast on Easter Monday at 10", "Easter Monday")]
    [InlineData("Ballast mid-April", "mid-April")]
    [InlineData("Ballast at the end of the week", "the end of the week")]
    [InlineData("Ballast next year", "next year")]
    [InlineData("Ballast at lunchtime on Thursday", "at lunchtime")]
    [InlineData("Ballast in two hours", "in two hours")]
    [InlineData("Ballast asap", "asap")]
    [InlineData("Ballast as soon as possible", "as soon as possible")]
    [InlineData("Ballast with Owen on Tuesday, his morning", "his morning")]
    [InlineData("Ballast tomorrow at the same time", "at the same time")]
    [InlineData("Ballast 5, 6 and 7 April", "5, 6 and 7 April")]
    [InlineData("Ballast Thursday 11 twice a month", "twice a month")]
    [InlineData("Ballast Tuesday at 9 biweekly", "biweekly")]
    [InlineData("Ballast every Tuesday at 9 except 23 March", "except 23 March")]
    [InlineData("Ballast Mon-Fri at 9", "Mon-Fri", "9")]
    [InlineData("Ballast Thursday at 3, not in Dunlin", "not in Dunlin")]
    [InlineData("Ballast with everyone in array design except Owen, Tue 10", "except Owen")]
    [InlineData("Ballast Friday at 2 for a couple of hours", "for a couple of hours")]
    [InlineData("Ballast Friday at 2 for an hour or two", "for an hour or two")]
    [InlineData("Ballast Friday at 2, 30-45 minutes", "30-45 minutes")]
    [InlineData("Ballast Tuesday 9.30 ZZ time", "ZZ time")]
    [InlineData("Ballast Tuesday 9.30 UTC+1", "UTC+1")]
    [InlineData("Ballast Thu after 3", "after 3")]
    [InlineData("Ballast Thu by 3", "by 3")]
    [InlineData("Ballast by Thursday", "by Thursday")]
    [InlineData("Any two of Owen, Luis and Maeve, ballast", "Any two of Owen, Luis and Maeve")]
    [InlineData("Ballast with one of Owen and Luis", "with one of Owen and Luis")]
    [InlineData("Ballast Saturday 22:00 to Sunday 06:00 for 2 hours", "for 2 hours")]
    [InlineData("Ballast on the first Monday of each quarter at 10", "on the first Monday of each quarter", "10")]
    [InlineData("Ballast not before Friday", "not before Friday")]
    [InlineData("Ballast next week or the week after", "next week or the week after")]
    [InlineData("Ballast Thu 3pm her time", "her time")]
    [InlineData("Ballast with everyone Thu 3pm", "everyone")]
    [InlineData("Ana: ballast wed 4pm", "Ana")]
    [InlineData("Ballast with Owen C if he's free, Tuesday 9.30", "Owen C")]
    [InlineData("Ballast with Owen Clarke, Tuesday 9.30", "Owen Clarke")]
    public void A_guess_is_never_taken_for_what_was_said(string text, params string[] missed) => Assert.Equal(missed, Missed(text));

    [Theory]
    [InlineData("Ballast every Tues & Thurs 9-9.30 from next week", "FREQ=WEEKLY;BYDAY=TU,TH", "2027-03-16 09:00")]
    [InlineData("Fortnightly ballast with Maeve, Tuesdays 4pm, from 6 April", "FREQ=WEEKLY;INTERVAL=2;BYDAY=TU", "2027-04-06 16:00")]
    [InlineData("Ballast Tuesday at 9, repeats fortnightly", "FREQ=WEEKLY;INTERVAL=2", "2027-03-09 09:00")]
    [InlineData("Ballast from 29 March until 2 April every day at 9", "FREQ=DAILY;UNTIL=20270402T235959", "2027-03-29 09:00")]
    public void How_often_is_put_together_from_where_it_stands(string text, string rule, string when) =>
        What_repeats_begins_at_the_first_time_there_is(text, rule, when);

    [Theory]
    [InlineData("cc Ruta and Luis: dredge costs with Owen Friday 10am", "Owen Tupper", "Ruta Vaitkus,Luis Carrasco")]
    [InlineData("Ferry talk with Maeve if she's free on Friday at 2", "", "Maeve Power")]
    [InlineData("Ferry talk with Owen, Luis optional, tomorrow at 11", "Owen Tupper", "Luis Carrasco")]
    [InlineData("Mooring plan without Ruta, with Owen, Friday 3pm", "Owen Tupper", "")]
    [InlineData("Kick-off with array design group & safety board, 2 April 10:00", "Array design,Safety board", "")]
    [InlineData("Owen but not Luis, Friday at 3", "Owen Tupper", "")]
    [InlineData("Owen, not Luis, Friday at 3", "Owen Tupper", "")]
    [InlineData("Plan with Owen, with or without Luis, Friday at 3", "Owen Tupper", "Luis Carrasco")]
    [InlineData("Owen and optionally Luis, Friday at 3", "Owen Tupper", "Luis Carrasco")]
    [InlineData("Plan with Ana P, Friday at 3", "Ana Lúcia Prates", "")]
    [InlineData("Plan with Ana Prates and Mr Carrasco, Friday at 3", "Ana Lúcia Prates,Luis Carrasco", "")]
    [InlineData("Plan Friday 2pm + jo.hale@tidewell.example, +Owen", "jo.hale@tidewell.example,Owen Tupper", "")]
    [InlineData("Plan with Owen, Luis if he can make it, Friday 3pm", "Owen Tupper", "Luis Carrasco")]
    [InlineData("Plan with Maeve Powre on Friday at 3", "Maeve Power", "")]
    [InlineData("Plan: Owen, Luis & Maeve (opt), Friday at 3", "Owen Tupper,Luis Carrasco", "Maeve Power")]
    [InlineData("Plan with Owen (required), Luis (optional) Friday at 3", "Owen Tupper", "Luis Carrasco")]
    [InlineData("Plan with Owen (optional: Luis) Friday at 3", "Owen Tupper", "Luis Carrasco")]
    [InlineData("Plan with Owen Tupper <owen.tupper@ebbline.example> Friday at 3", "Owen Tupper", "")]
    [InlineData("Plan with Bela Costa <bela@tides.example> and Owen Tupper Friday at 3", "bela@tides.example,Owen Tupper", "")]
    [InlineData("Plan with Owen Tupper, Bela <bela@tides.example> Friday at 3", "Owen Tupper,bela@tides.example", "")]
    [InlineData("Find 20 minutes for Owen and me Friday at 3", "Owen Tupper", "")]
    [InlineData("Plan wiht Owen Friday at 3", "Owen Tupper", "")]
    [InlineData("Plan with Ana L and ana b Friday at 3", "Ana Lúcia Prates,Ana Brandão", "")]
    [InlineData("Signing with jo.hale@tidewell.example and Power, 11 March 4pm", "jo.hale@tidewell.example,Maeve Power", "")]
    public void People_are_named_as_people_name_them(string text, string required, string optional) =>
        Assert.Equal((required, optional), (string.Join(',', Read(text).Required), string.Join(',', Read(text).Optional)));

    [Theory]
    [InlineData("Lease call 5pm London time on Thursday", "Europe/London")]
    [InlineData("Permit call tomorrow 9am EST", "America/New_York")]
    [InlineData("Lease call Thursday 10am in Wellington", "Pacific/Auckland")]
    [InlineData("Halifax lease review Thursday at 10", null)]
    [InlineData("Lease call Thursday 10am NZ", "Pacific/Auckland")]
    [InlineData("Lease call Thursday 10am uk", "Europe/London")]
    [InlineData("Lease call Thursday 10am hr", null)]
    [InlineData("Lease call Thursday 10am is", null)]
    [InlineData("Lease call Thursday 10am to", null)]
    [InlineData("Lease call Thursday 10am ca 1 hour", null)]
    public void An_hour_is_that_of_the_zone_that_is_named_behind_it(string text, string? zone) => Assert.Equal(zone, Read(text).Zone);

    [Theory]
    [InlineData("Stocktake all day Friday", "2027-03-12", "2027-03-12")]
    [InlineData("Survey 12/3 - 14/3", "2027-03-12", "2027-03-14")]
    [InlineData("Anchor test 12th-14th April", "2027-04-12", "2027-04-14")]
    [InlineData("Holiday from 29 March until 2 April", "2027-03-29", "2027-04-02")]
    [InlineData("Site visit Yard 2 all day on 22 March", "2027-03-22", "2027-03-22")]
    [InlineData("Tank clean 22 March, 2 days", "2027-03-22", "2027-03-23")]
    [InlineData("Tank clean Tuesday to Thursday", "2027-03-09", "2027-03-11")]
    public void Whole_days_are_days(string text, string from, string to)
    {
        var line = Read(text);
        Assert.True(line.AllDay);
        Assert.Equal((from, to), (line.Between!.Start.ToString("yyyy-MM-dd", null), line.Between.End.ToString("yyyy-MM-dd", null)));
    }

    [Theory]
    [InlineData(
        "Ops round every Monday and Thursday at 10 until 30 June",
        "FREQ=WEEKLY;BYDAY=MO,TH;UNTIL=20270630T235959",
        "2027-03-08 10:00"
    )]
    [InlineData("Standing call on the last Friday of each month at 3pm", "FREQ=MONTHLY;BYDAY=-1FR", "2027-03-26 15:00")]
    [InlineData("Yoga Tuesdays and Thursdays at 7:30 for 10 weeks", "FREQ=WEEKLY;BYDAY=TU,TH;COUNT=20", "2027-03-09 19:30")]
    [InlineData("Mail run every weekday at 8 from 1 April", "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR", "2027-04-01 08:00")]
    public void What_repeats_begins_at_the_first_time_there_is(string text, string rule, string when)
    {
        var line = Read(text);
        Assert.Equal((rule, Local(when)), (line.Rule!.ToString(), line.Date!.Value + line.Time!.Value));
    }

    [Fact]
    public void Any_line_is_read_and_every_word_is_understood_or_marked_once() =>
        Gen.Int[0, Vocabulary.Length - 1]
            .Select(i => Vocabulary[i])
            .Array[0, 12]
            .Sample(words =>
            {
                var text = string.Join(' ', words);
                foreach (var wishing in new[] { false, true })
                {
                    var marks = Read(text, wishing).NotUnderstood;
                    Assert.All(marks, m => Assert.True(m.At < m.End && m.End <= text.Length));
                    Assert.All(marks.Zip(marks.Skip(1)), pair => Assert.True(pair.First.End <= pair.Second.At));
                }
            });

    private static IEnumerable<string> Missed(string text) => Read(text).NotUnderstood.Select(m => text[m.At..m.End]);

    [Theory]
    [InlineData("Flight 17 March 10:00 Lisbon to 13:30 Halifax", "Europe/Lisbon", "America/Halifax", 390)]
    [InlineData("Flight on 17 March at 10:00 in Lisbon to 13:30 in Halifax", "Europe/Lisbon", "America/Halifax", 390)]
    [InlineData("17 March flight 22:15 Halifax arriving 08:05 Lisbon", "America/Halifax", "Europe/Lisbon", 410)]
    [InlineData("Flight 17 March 10:00 Lisbon to 13:30 London time", "Europe/Lisbon", "Europe/London", 210)]
    [InlineData("Flight 17 March 14:00 Wellington to 18 March 06:30 Lisbon", "Pacific/Auckland", "Europe/Lisbon", 1770)]
    [InlineData("Flight 17 March 14:00 Wellington to 06:30 Lisbon the next day", "Pacific/Auckland", "Europe/Lisbon", 1770)]
    [InlineData("Flight 17 March 22:15 Halifax - 08:05 Lisbon +1", "America/Halifax", "Europe/Lisbon", 410)]
    public void A_journey_ends_by_the_clock_of_where_it_lands(string text, string from, string to, int minutes)
    {
        var line = LineReader.Read(text, Local("2027-03-08 09:42"), new Organisation());
        Assert.Equal(
            (new LocalDate(2027, 3, 17), from, to, Duration.FromMinutes(minutes)),
            (line.Date, line.Zone, line.EndZone, line.Length)
        );
        Assert.Equal("Flight", line.Title, ignoreCase: true);
        Assert.Empty(line.NotUnderstood);
    }

    [Theory]
    [InlineData("Call 17 March 10:00 to 13:30 Halifax time")]
    [InlineData("Review 17 March 10:00 to 11:30")]
    [InlineData("Lisbon to Halifax, 17 March at 10:00")]
    public void Without_two_clocks_it_is_no_journey(string text) =>
        Assert.Null(LineReader.Read(text, Local("2027-03-08 09:42"), new Organisation()).EndZone);

    [Fact]
    public void Who_lands_before_they_leave_is_asked_when() =>
        Assert.Equal(["14:00"], Missed("Flight 18 March 14:00 Wellington to 17 March 06:30 Lisbon"));

    [Theory]
    [InlineData("Maren flies to Halifax on 17 March at 10:00", "Maren Falk", "Maren flies to Halifax")]
    [InlineData("Maren's review with Owen Thursday at 3", null, "Maren's review")]
    [InlineData("Owen flies to Halifax on 17 March at 10:00", null, "Owen flies to Halifax")]
    public void Whose_day_is_told_is_whose_it_is_where_the_writer_arranges_for_them(string text, string? whose, string title)
    {
        var line = Read(text);
        Assert.Equal((whose, title), (line.InNameOf, line.Title));
    }

    [Theory]
    [InlineData("Maren on leave Thursday", "Maren Falk", "Maren on leave")]
    [InlineData("Owen on the road on Thursday", null, "Owen on the road")]
    [InlineData("On call Thursday", null, "On call")]
    public void What_somebody_is_is_its_name_and_asks_nobody(string text, string? whose, string title)
    {
        var line = Read(text);
        Assert.Equal((whose, title, new LocalDate(2027, 3, 11)), (line.InNameOf, line.Title, line.Date));
        Assert.Empty(line.Required);
        Assert.Empty(line.NotUnderstood);
    }

    [Theory]
    [InlineData("Leave all day on Saturday and Sunday", "2027-03-13", "2027-03-14")]
    [InlineData("Leave for 3 days from Tuesday", "2027-03-09", "2027-03-11")]
    [InlineData("Leave 12 April for 3 days", "2027-04-12", "2027-04-14")]
    [InlineData("Leave from the 12th to the 14th of April", "2027-04-12", "2027-04-14")]
    [InlineData("Leave Mon 15 to Wed 17 March", "2027-03-15", "2027-03-17")]
    [InlineData("Leave Thu 11 - Fri 12 March", "2027-03-11", "2027-03-12")]
    [InlineData("Leave from 15 March for two weeks", "2027-03-15", "2027-03-28")]
    [InlineData("Leave for a week from Tuesday", "2027-03-09", "2027-03-15")]
    [InlineData("Leave 15 March for a fortnight", "2027-03-15", "2027-03-28")]
    public void Whole_days_are_counted_from_the_first(string text, string first, string last)
    {
        var line = Read(text);
        Assert.True(line.AllDay);
        Assert.Equal((Day(first), Day(last)), (line.Between!.Start, line.Between.End));
        Assert.Equal(("Leave", 0), (line.Title, line.NotUnderstood.Length));

        static LocalDate Day(string iso) => NodaTime.Text.LocalDatePattern.Iso.Parse(iso).Value;
    }

    // Each is asked and nothing of it is guessed, and nothing of it slips into the name.
    [Theory]
    [InlineData("Review early next week", "early")]
    [InlineData("Review 3 days from Tuesday", "3 days from Tuesday")]
    [InlineData("Review on Tuesday and Thursday at 10", "Tuesday and Thursday at 10")]
    [InlineData("Review 12, 13 March", "12, 13 March")]
    [InlineData("Review second week of April", "second week of April")]
    [InlineData("Review in week 12", "in week 12")]
    [InlineData("Review next weekend", "next weekend")]
    [InlineData("Review first Monday at 10", "first Monday")]
    [InlineData("Review Thursday at 9:75", "9:75")]
    [InlineData("Review Thursday ~3pm", "~3pm")]
    [InlineData("Review Thursday until 5", "until 5")]
    [InlineData("Review Thursday night at 1", "night|1")]
    [InlineData("Review Thursday lunchtime", "lunchtime")]
    [InlineData("Review soon with Ruta", "soon")]
    [InlineData("Review with Owen's team Thursday at 3", "Owen's team")]
    [InlineData("Review with Owen & co Thursday at 3", "co")]
    [InlineData("Review with Owen and her assistant Thursday at 3", "her assistant")]
    [InlineData("Review with Maeve or Ruta Thursday at 3", "Maeve or Ruta")]
    [InlineData("Review every Friday at 10 and 3", "10 and 3")]
    [InlineData("Review twice weekly", "twice weekly")]
    [InlineData("Review every Friday until 1 March 2027 at 9", "every Friday|until 1 March 2027")]
    [InlineData("Review Tue and Thu every week 12-1", "Tue and Thu every week 12-1")]
    [InlineData("Cancel the Review on Thursday", "Cancel")]
    [InlineData("move the Review to Thursday", "move")]
    [InlineData("Review Mon 15 to Wed 18 March", "Mon 15 to Wed 18 March")]
    [InlineData("Review Mon 17 to Wed 15 March", "Mon 17 to Wed 15 March")]
    [InlineData("Review biweekly Thursdays at 14:00", "biweekly")]
    [InlineData("Review Thursday noonish", "noonish")]
    [InlineData("Review Thursday 16:00 till late", "till late")]
    [InlineData("Review Thursday at 10 for two weeks", "for two weeks")]
    [InlineData("Review Thursday at 10am your time", "your time")]
    [InlineData("Review daily 9:00 except Fridays", "except Fridays")]
    [InlineData("Review Tue 9-9.15 until end of june", "until end of june")]
    [InlineData("Review Wednesday, whole afternoon", "whole afternoon")]
    public void What_is_in_doubt_is_asked_in_its_own_words(string text, string asked)
    {
        var line = Read(text);
        Assert.Equal("Review", line.Title);
        Assert.Equal(asked.Split('|'), line.NotUnderstood.Select(m => text[m.At..m.End]));
    }

    [Theory]
    [InlineData("Budget Friday 10am Halifax with Owen", "America/Halifax")]
    [InlineData("Budget 5pm Halifax on Thursday", "America/Halifax")]
    [InlineData("Budget Friday 10am halifax", "America/Halifax")]
    [InlineData("Budget Halifax Thursday 5pm", null)]
    [InlineData("Budget Thursday 5pm Gannet", null)]
    public void A_town_right_behind_an_hour_is_its_clock(string text, string? zone) => Assert.Equal(zone, Read(text).Zone);

    [Theory]
    [InlineData("Charts with Ruta, Luis if he can, Thursday 2pm", "Luis Carrasco")]
    [InlineData("Charts with Ruta, Luis if needed, Thursday 2pm", "Luis Carrasco")]
    [InlineData("Charts Thursday 2pm, Ruta required, Luis optional", "Luis Carrasco")]
    [InlineData("Charts Thursday 2pm with Ruta and, if she can, Luis", "Luis Carrasco")]
    [InlineData("Charts Thursday 2pm w/ Ruta, opt. Luis", "Luis Carrasco")]
    public void Who_comes_if_they_can_is_optional(string text, string optional)
    {
        var line = Read(text);
        Assert.Equal(["Ruta Vaitkus"], line.Required);
        Assert.Equal([optional], line.Optional);
        Assert.Equal("Charts", line.Title);
    }

    [Theory]
    [InlineData("One to one with Owen tomorrow 4pm", "One to one")]
    [InlineData("1-1 with Owen tomorrow 4pm", "1-1")]
    [InlineData("Training 10am Thursday for Owen", "Training for Owen")]
    [InlineData("Quiz night Thursday at 8pm", "Quiz night")]
    [InlineData("Schedule a call with Owen for Tuesday at 9", "call")]
    [InlineData("Find time with Owen next week", null)]
    [InlineData("Find a venue with Owen next week", "Find a venue")]
    public void What_it_is_called_keeps_its_words(string text, string? title)
    {
        var line = Read(text);
        Assert.Equal((title, 0), (line.Title, line.NotUnderstood.Length));
    }

    [Theory]
    [InlineData("Dentist Friday 17:15 private", "Dentist", true)]
    [InlineData("Dentist Friday 17:15 (private)", "Dentist", true)]
    [InlineData("Private tour Friday 17:15", "Private tour", false)]
    public void Private_at_the_end_is_no_part_of_its_name(string text, string title, bool isPrivate)
    {
        var line = Read(text);
        Assert.Equal((title, isPrivate), (line.Title, line.Private == true));
    }

    [Theory]
    [InlineData("Dinner Owen + Luis, 20:00, 12.3.", "Dinner", "Owen Tupper|Luis Carrasco")]
    [InlineData("array budget Maren, Owen 16/3 8am", "array budget", "Maren Falk|Owen Tupper")]
    [InlineData("When is Maeve free for 2 hours this week", null, "Maeve Power")]
    [InlineData("when can Maren and Luis meet for an hour next week?", null, "Maren Falk|Luis Carrasco")]
    [InlineData("when can Maren meet Luis next week", null, "Maren Falk|Luis Carrasco")]
    [InlineData("Is Maeve free on Thursday at 3", null, "Maeve Power")]
    [InlineData("Is the crane free on Thursday", "crane free", "")]
    [InlineData("When is Maren back to be free Thursday", "When is Maren back to be free", "")]
    public void All_of_a_list_and_whose_time_is_sought_are_asked(string text, string? title, string required)
    {
        var line = Read(text);
        Assert.Equal((title, 0), (line.Title, line.NotUnderstood.Length));
        Assert.Equal(required.Split('|', StringSplitOptions.RemoveEmptyEntries).Order(), line.Required.Order());
    }

    [Theory]
    [InlineData("Who does Maren meet tomorrow", "Who")]
    [InlineData("where is Maren on Thursday", "where")]
    public void A_question_is_no_meeting(string text, string asked) => Assert.Equal([asked], Missed(text));

    [Fact]
    public void Video_with_a_length_behind_it_is_how_they_meet()
    {
        var line = Read("Owen 8pm Wellington Thursday video 45 min");
        Assert.Equal((null, true, "Pacific/Auckland"), (line.Title, line.Video, line.Zone));
        Assert.Equal(["Owen Tupper"], line.Required);
    }

    [Fact]
    public void A_rule_fills_the_span_that_is_said()
    {
        var line = Read("Audit every Mon/Wed at 10 from 6 April to 25 May");
        Assert.Equal(("FREQ=WEEKLY;BYDAY=MO,WE;UNTIL=20270525T235959", new LocalDate(2027, 4, 7)), (line.Rule!.ToString(), line.Date));
    }
}
