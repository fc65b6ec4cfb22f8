namespace Corlin.Web.Tests;

/// <summary>Meetings on a phone: answered by who is asked, organised by whose they are (RFC 6638).</summary>
public sealed class CalDavMeetingTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private const string Tome = "tome.vidal@ebbline.example";

    private const string Ana = "ana.brandao@ebbline.example";

    private static string New() => $"{Guid.NewGuid():N}@phone.example";

    private static string Asks(string organiser, params string[] asked) =>
        string.Join("\r\n", asked.Select(a => $"ATTENDEE;PARTSTAT=NEEDS-ACTION:mailto:{a}").Prepend($"ORGANIZER:mailto:{organiser}"));

    /// <summary>The line of somebody in an object.</summary>
    private static string Line(string text, string address) =>
        text.Split('\n')
            .Single(l => l.StartsWith("ATTENDEE", StringComparison.Ordinal) && l.Contains(address, StringComparison.Ordinal))
            .Trim();

    private static string Answered(string text, string address, string answer)
    {
        var line = Line(text, address);
        return text.Replace(
            line,
            System.Text.RegularExpressions.Regex.Replace(line, "PARTSTAT=[A-Z-]+", $"PARTSTAT={answer}"),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_phone_arranges_a_meeting_another_answers_it_and_each_sees_what_the_other_did()
    {
        using var tome = await Phone.AddAsync(demo.Host, Tome);
        using var ana = await Phone.AddAsync(demo.Host, Ana);
        var (his, hers) = (await tome.CalendarAsync("Tomé Vidal"), await ana.CalendarAsync("Ana Brandão"));
        var token = (await ana.SyncAsync(hers, "")).Token;
        var uid = New();
        Assert.Equal(201, await tome.StatusAsync("PUT", $"{his}{uid}.ics", Phone.Event(uid, "Cable bids", 9, Asks(Tome, Ana, Tome))));

        // It is an invitation inside, on her calendar at once, under the UID that his phone gave it.
        var invitation = Assert.Single((await ana.SyncAsync(hers, token)).There);
        var (text, tag, schedule) = await ana.GetAsync(invitation);
        Assert.Contains($"UID:{uid}", text, StringComparison.Ordinal);
        Assert.Contains("PARTSTAT=NEEDS-ACTION", Line(text, Ana), StringComparison.Ordinal);
        Assert.NotNull(schedule);
        var (organised, his1, hisSchedule) = await tome.GetAsync($"{his}{uid}.ics");

        Assert.Equal(204, await ana.StatusAsync("PUT", invitation, Answered(text, Ana, "ACCEPTED"), ("If-Match", tag)));
        Assert.Contains("PARTSTAT=ACCEPTED", Line((await ana.GetAsync(invitation)).Text, Ana), StringComparison.Ordinal);
        var (after, his2, hisSchedule2) = await tome.GetAsync($"{his}{uid}.ics");
        Assert.Contains("PARTSTAT=ACCEPTED", Line(after, Ana), StringComparison.Ordinal);
        // Her answer is news to his phone, and no reason to refuse what it says of the meeting itself.
        Assert.NotEqual(his1, his2);
        Assert.Equal(hisSchedule, hisSchedule2);
        Assert.Equal(
            412,
            await tome.StatusAsync(
                "PUT",
                $"{his}{uid}.ics",
                organised.Replace("Cable bids", "Cable offers", StringComparison.Ordinal),
                ("If-Match", his1)
            )
        );
        Assert.Equal(
            204,
            await tome.StatusAsync(
                "PUT",
                $"{his}{uid}.ics",
                organised.Replace("Cable bids", "Cable offers", StringComparison.Ordinal),
                ("If-Schedule-Tag-Match", hisSchedule!)
            )
        );
        var renamed = (await ana.GetAsync(invitation)).Text;
        Assert.Contains("SUMMARY:Cable offers", renamed, StringComparison.Ordinal);
        Assert.Contains("PARTSTAT=ACCEPTED", Line(renamed, Ana), StringComparison.Ordinal);

        // Another time is another question.
        Assert.Equal(
            204,
            await tome.StatusAsync(
                "PUT",
                $"{his}{uid}.ics",
                (await tome.GetAsync($"{his}{uid}.ics"))
                    .Text.Replace("T090000", "T130000", StringComparison.Ordinal)
                    .Replace("T100000", "T140000", StringComparison.Ordinal)
            )
        );
        var moved = (await ana.GetAsync(invitation)).Text;
        Assert.Contains("PARTSTAT=NEEDS-ACTION", Line(moved, Ana), StringComparison.Ordinal);
        Assert.Contains("T130000", moved, StringComparison.Ordinal);

        // She takes it off her phone: she does not come, and his still shows it.
        Assert.Equal(204, await ana.StatusAsync("DELETE", invitation));
        Assert.Equal(404, await ana.StatusAsync("GET", invitation));
        Assert.Contains("PARTSTAT=DECLINED", Line((await tome.GetAsync($"{his}{uid}.ics")).Text, Ana), StringComparison.Ordinal);
        // A phone that was away meanwhile and says that she comes after all is heard.
        Assert.Equal(204, await ana.StatusAsync("PUT", invitation, Answered(moved, Ana, "TENTATIVE")));
        Assert.Contains("PARTSTAT=TENTATIVE", Line((await tome.GetAsync($"{his}{uid}.ics")).Text, Ana), StringComparison.Ordinal);

        Assert.Equal(204, await tome.StatusAsync("DELETE", $"{his}{uid}.ics"));
        Assert.Equal(404, await ana.StatusAsync("GET", invitation));
    }

    [Fact]
    public async Task Who_is_asked_answers_and_changes_nothing_else()
    {
        using var tome = await Phone.AddAsync(demo.Host, Tome);
        using var ana = await Phone.AddAsync(demo.Host, Ana);
        var (his, hers) = (await tome.CalendarAsync("Tomé Vidal"), await ana.CalendarAsync("Ana Brandão"));
        var uid = New();
        Assert.Equal(
            201,
            await tome.StatusAsync(
                "PUT",
                $"{his}{uid}.ics",
                Phone.Event(uid, "Harbour dues", 15, "LOCATION:Gannet", "DESCRIPTION:What we pay", Asks(Tome, Ana))
            )
        );
        var invitation = await ana.WithAsync(hers, uid);
        var text = (await ana.GetAsync(invitation)).Text;
        foreach (
            var (was, said) in new[]
            {
                ("Harbour dues", "Harbour dudes"),
                ("T150000", "T160000"),
                ("LOCATION:Gannet", "LOCATION:Elsewhere"),
                ("What we pay", "What they pay"),
                ("END:VEVENT", "RRULE:FREQ=DAILY\r\nEND:VEVENT"),
            }
        )
        {
            var (status, condition, reason) = await ana.RefusedAsync(
                "PUT",
                invitation,
                text.Replace(was, said, StringComparison.Ordinal)
                    .Replace("T160000", said == "T160000" ? "T170000" : "T160000", StringComparison.Ordinal)
            );
            Assert.Equal((403, "allowed-attendee-scheduling-object-change"), (status, condition));
            Assert.False(string.IsNullOrWhiteSpace(reason));
        }

        // The truth stands as it was, and as the phone finds it at its next reading.
        Assert.Equal(text, (await ana.GetAsync(invitation)).Text);
        // What others answered is not hers to say, and what she says of it is not heard.
        Assert.Equal(
            204,
            await ana.StatusAsync("PUT", invitation, text.Replace("SUMMARY", "X-OWN:1\r\nSUMMARY", StringComparison.Ordinal))
        );
        Assert.Equal(text, (await ana.GetAsync(invitation)).Text);
        // How private it is on her calendar is hers.
        Assert.Equal(
            204,
            await ana.StatusAsync("PUT", invitation, text.Replace("SUMMARY", "CLASS:PRIVATE\r\nSUMMARY", StringComparison.Ordinal))
        );
        Assert.Contains("CLASS:PRIVATE", (await ana.GetAsync(invitation)).Text, StringComparison.Ordinal);
        Assert.DoesNotContain("CLASS:PRIVATE", (await tome.GetAsync($"{his}{uid}.ics")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Of_a_series_one_is_answered_one_is_moved_and_one_is_left_out()
    {
        using var tome = await Phone.AddAsync(demo.Host, Tome);
        using var ana = await Phone.AddAsync(demo.Host, Ana);
        var (his, hers) = (await tome.CalendarAsync("Tomé Vidal"), await ana.CalendarAsync("Ana Brandão"));
        var (uid, path) = (New(), "");
        path = $"{his}{uid}.ics";
        Assert.Equal(
            201,
            await tome.StatusAsync("PUT", path, Phone.Event(uid, "Rope checks", 17, "RRULE:FREQ=DAILY;COUNT=6", Asks(Tome, Ana)))
        );
        var invitation = await ana.WithAsync(hers, uid);
        var text = (await ana.GetAsync(invitation)).Text;
        Assert.Contains("RRULE:FREQ=DAILY;COUNT=6", text, StringComparison.Ordinal);

        // All of it, but for one.
        var accepted = Answered(text, Ana, "ACCEPTED");
        var one =
            $"BEGIN:VEVENT\r\nUID:{uid}\r\nDTSTAMP:20270308T090000Z\r\nRECURRENCE-ID;TZID=Europe/Lisbon:20270314T170000\r\nDTSTART;TZID=Europe/Lisbon:20270314T170000\r\nDTEND;TZID=Europe/Lisbon:20270314T180000\r\nSUMMARY:Rope checks\r\nORGANIZER:mailto:{Tome}\r\nATTENDEE;PARTSTAT=DECLINED:mailto:{Ana}\r\nEND:VEVENT\r\nEND:VCALENDAR";
        Assert.Equal(204, await ana.StatusAsync("PUT", invitation, accepted.Replace("END:VCALENDAR", one, StringComparison.Ordinal)));
        var (_, tag, _) = await ana.GetAsync(invitation);
        var both = Ical.Net.Calendar.Load((await ana.GetAsync(invitation)).Text)!;
        Assert.Equal(
            "ACCEPTED",
            both.Events.Single(e => e.RecurrenceIdentifier is null)
                .Attendees.Single(a => a.Value!.OriginalString.Contains(Ana, StringComparison.Ordinal))
                .ParticipationStatus
        );
        Assert.Equal(
            "DECLINED",
            both.Events.Single(e => e.RecurrenceIdentifier is not null)
                .Attendees.Single(a => a.Value!.OriginalString.Contains(Ana, StringComparison.Ordinal))
                .ParticipationStatus
        );
        // Said once more it is the same.
        Assert.Equal(204, await ana.StatusAsync("PUT", invitation, (await ana.GetAsync(invitation)).Text));
        Assert.Equal(tag, (await ana.GetAsync(invitation)).Tag);

        // He moves one and leaves another out.
        var organised = (await tome.GetAsync(path)).Text;
        var moved =
            $"BEGIN:VEVENT\r\nUID:{uid}\r\nDTSTAMP:20270308T090000Z\r\nRECURRENCE-ID;TZID=Europe/Lisbon:20270315T170000\r\nDTSTART;TZID=Europe/Lisbon:20270315T080000\r\nDTEND;TZID=Europe/Lisbon:20270315T090000\r\nSUMMARY:Rope checks\r\nEND:VEVENT\r\nEND:VCALENDAR";
        Assert.Equal(
            204,
            await tome.StatusAsync(
                "PUT",
                path,
                organised
                    .Replace("RRULE:", "EXDATE;TZID=Europe/Lisbon:20270316T170000\r\nRRULE:", StringComparison.Ordinal)
                    .Replace("END:VCALENDAR", moved, StringComparison.Ordinal)
            )
        );
        var told = (await ana.GetAsync(invitation)).Text;
        Assert.Contains("EXDATE;TZID=Europe/Lisbon:20270316T170000", told, StringComparison.Ordinal);
        Assert.Contains("DTSTART;TZID=Europe/Lisbon:20270315T080000", told, StringComparison.Ordinal);
        // Put back as it was read, nothing is otherwise.
        var now = await tome.GetAsync(path);
        Assert.Equal(204, await tome.StatusAsync("PUT", path, now.Text));
        Assert.Equal(now.Tag, (await tome.GetAsync(path)).Tag);
    }

    [Fact]
    public async Task Who_is_asked_is_added_and_taken_out_and_somebody_outside_gets_a_letter()
    {
        using var tome = await Phone.AddAsync(demo.Host, Tome);
        using var ana = await Phone.AddAsync(demo.Host, Ana);
        var (his, hers) = (await tome.CalendarAsync("Tomé Vidal"), await ana.CalendarAsync("Ana Brandão"));
        var uid = New();
        var path = $"{his}{uid}.ics";
        // First alone, then with people: an appointment becomes a meeting under the same UID.
        Assert.Equal(201, await tome.StatusAsync("PUT", path, Phone.Event(uid, "Crane hire", 19)));
        Assert.Equal(204, await tome.StatusAsync("PUT", path, Phone.Event(uid, "Crane hire", 19, Asks(Tome, Ana))));
        var invitation = await ana.WithAsync(hers, uid);
        Assert.Equal(
            204,
            await tome.StatusAsync(
                "PUT",
                path,
                Phone.Event(uid, "Crane hire", 19, Asks(Tome, "lena.brandt@halvard.example", "new.one@crane.example"))
            )
        );
        Assert.Equal(404, await ana.StatusAsync("GET", invitation));
        await demo.Host.RunDueAsync(TimeSpan.FromSeconds(30));
        var letters = Directory
            .EnumerateFiles(demo.Host.Simulation, "*.eml", SearchOption.AllDirectories)
            .Select(File.ReadAllText)
            .Where(m => m.Contains("To: ", StringComparison.Ordinal) && m.Contains("new.one@crane.example", StringComparison.Ordinal))
            .ToList();
        Assert.Contains(letters, m =>
            m.Contains("Crane hire", StringComparison.Ordinal) && m.Contains("method=REQUEST", StringComparison.OrdinalIgnoreCase)
        );
    }

    [Fact]
    public async Task What_an_assistant_lays_down_in_her_principals_name_is_her_principals()
    {
        using var noor = await Phone.AddAsync(demo.Host, Host.Noor);
        using var maren = await Phone.AddAsync(demo.Host, "maren.falk@ebbline.example");
        using var ana = await Phone.AddAsync(demo.Host, Ana);
        var (lane, hers) = (await noor.CalendarAsync("Maren Falk"), await ana.CalendarAsync("Ana Brandão"));
        var uid = New();
        Assert.Equal(
            201,
            await noor.StatusAsync("PUT", $"{lane}{uid}.ics", Phone.Event(uid, "Board lunch", 12, Asks("maren.falk@ebbline.example", Ana)))
        );
        Assert.Contains(
            "ORGANIZER;CN=\"Maren Falk\":mailto:maren.falk@ebbline.example",
            (await ana.GetAsync(await ana.WithAsync(hers, uid))).Text,
            StringComparison.Ordinal
        );
        // Her principal’s own phone has it too, and the history says whose hand it was.
        Assert.Contains(
            "SUMMARY:Board lunch",
            (await maren.GetAsync(await maren.WithAsync(await maren.CalendarAsync("Maren Falk"), uid))).Text,
            StringComparison.Ordinal
        );
        // In her own name she asks nobody on her principal’s calendar: it is kept as what it says.
        var other = New();
        Assert.Equal(201, await noor.StatusAsync("PUT", $"{lane}{other}.ics", Phone.Event(other, "Own lunch", 13, Asks(Host.Noor, Ana))));
        Assert.DoesNotContain(await ana.AllAsync(hers), o => o.Value.Contains(other, StringComparison.Ordinal));
    }
}
