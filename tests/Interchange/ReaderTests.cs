using System.Diagnostics;
using System.Globalization;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using Corlin.Interchange.Mail;
using NodaTime;

namespace Corlin.Interchange.Tests;

/// <summary>
/// What Corlin writes is read by three libraries that are not ours. The zones are called by names that nobody knows, so that each goes by
/// the definition in the file and by nothing else.
/// </summary>
public class ReaderTests
{
    private static readonly Instant Until = Instant.FromUtc(2028, 6, 1, 0, 0);

    public static readonly TheoryData<string> ZoneIds =
    [
        "Europe/Lisbon",
        "America/Halifax",
        "Pacific/Auckland",
        "Africa/Casablanca",
        "Australia/Lord_Howe",
        "America/St_Johns",
        "Asia/Kolkata",
        "Europe/Dublin",
        "America/Sao_Paulo",
        "Asia/Gaza",
        "Pacific/Chatham",
        "Asia/Tehran",
    ];

    private static string Folder => Path.Combine(Root, "tests", "readers");

    private static string Root
    {
        get
        {
            var at = new DirectoryInfo(AppContext.BaseDirectory);
            while (!File.Exists(Path.Combine(at.FullName, "Corlin.slnx")))
                at = at.Parent!;
            return at.FullName;
        }
    }

    [Theory]
    [MemberData(nameof(ZoneIds))]
    public async Task Three_readers_expand_a_file_to_the_same_moments(string zone)
    {
        var entries = new[]
        {
            Entry("single", zone, "2027-03-16T15:00", null),
            Entry("daily", zone, "2026-09-01T09:30", "FREQ=DAILY;COUNT=300"),
            Entry("weekly", zone, "2026-01-05T08:00", "FREQ=WEEKLY;BYDAY=MO,TH") with
            {
                Exceptions = [new LocalDateTime(2026, 4, 6, 8, 0)],
                Overrides =
                [
                    new Override(new LocalDateTime(2026, 10, 26, 8, 0), World(zone, "2026-10-27T11:00")),
                    new Override(new LocalDateTime(2027, 4, 5, 8, 0), Cancelled: true),
                ],
            },
            Entry("until", zone, "2026-11-02T18:00", "FREQ=WEEKLY;UNTIL=20270531T220000Z"),
        };
        var text = CalendarWriter.ToText(entries, Instant.FromUtc(2027, 3, 8, 9, 42));
        var expected = entries
            .SelectMany(e => Occurrences.In(e, new Stretch(Instant.FromUtc(2026, 1, 1, 0, 0), Until), Zones.Get(zone)))
            .Where(o => o.Stretch.Start < Until)
            .Select(o => $"{o.Entry.Uid} {o.Stretch.Start.ToUnixTimeSeconds()}");
        await AssertReadAsync(text, zone, expected);
    }

    [Theory]
    [MemberData(nameof(ZoneIds))]
    public async Task Three_readers_expand_an_invitation_to_the_same_moments(string zone)
    {
        var entry = Entry("meeting", zone, "2027-01-11T15:00", "FREQ=WEEKLY;COUNT=60");
        var stretch = entry.Time.ToStretch(DateTimeZone.Utc);
        var moved = World(zone, "2027-04-06T10:00").ToStretch(DateTimeZone.Utc);
        var mail = new OutgoingMail(
            SchedulingMethod.Request,
            new Mailbox("Rosa", "rosa@porto.example"),
            new Mailbox("Maren", "maren@ebbline.example"),
            null,
            "meeting",
            0,
            Instant.FromUtc(2027, 1, 1, 0, 0),
            stretch,
            zone,
            "Lease",
            null,
            null,
            null,
            null,
            [],
            null,
            new MailSeries("FREQ=WEEKLY;COUNT=60", "every week", [new LocalDateTime(2027, 1, 18, 15, 0)], [], null)
            {
                Changed = [new MailOverride(new LocalDateTime(2027, 4, 5, 15, 0), moved, "Lease", null)],
            }
        );
        var expected = Occurrences
            .In(
                entry with
                {
                    Exceptions = [new LocalDateTime(2027, 1, 18, 15, 0)],
                    Overrides = [new Override(new LocalDateTime(2027, 4, 5, 15, 0), World(zone, "2027-04-06T10:00"))],
                },
                new Stretch(stretch.Start, Until),
                Zones.Get(zone)
            )
            .Select(o => $"meeting {o.Stretch.Start.ToUnixTimeSeconds()}");
        await AssertReadAsync(SchedulingWriter.ToText(mail), zone, expected);
    }

    private static async Task AssertReadAsync(string text, string zone, IEnumerable<string> expected)
    {
        var strange = text.Replace(zone, "Ebbline/" + zone[(zone.LastIndexOf('/') + 1)..], StringComparison.Ordinal);
        Assert.Contains("TZID:Ebbline/", strange, StringComparison.Ordinal);
        var wanted = expected.Order(StringComparer.Ordinal).ToList();
        Assert.NotEmpty(wanted);
        foreach (
            var (program, script) in new[]
            {
                ("node", "expand.mjs"),
                ("/usr/bin/python3", "expand-dateutil.py"),
                ("/usr/bin/python3", "expand-libical.py"),
            }
        )
            Assert.Equal(
                (script, string.Join('\n', wanted)),
                (script, string.Join('\n', (await ReadByAsync(program, script, strange)).Order(StringComparer.Ordinal)))
            );
    }

    /// <summary>What a reader that is not ours says of a file, a line each.</summary>
    internal static async Task<IReadOnlyList<string>> ReadByAsync(string program, string script, string text)
    {
        var file = Path.Combine(Path.GetTempPath(), Path.GetRandomFileName() + ".ics");
        await File.WriteAllTextAsync(file, text, TestContext.Current.CancellationToken);
        try
        {
            return await RunAsync(program, script, file);
        }
        finally
        {
            File.Delete(file);
        }
    }

    private static async Task<IReadOnlyList<string>> RunAsync(string program, string script, string file)
    {
        var start = new ProcessStartInfo(
            program,
            [Path.Combine(Folder, script), file, Until.ToUnixTimeSeconds().ToString(CultureInfo.InvariantCulture)]
        )
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = Folder,
        };
        using var process = Process.Start(start)!;
        var errors = process.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken);
        var said = await process.StandardOutput.ReadToEndAsync(TestContext.Current.CancellationToken);
        await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        Assert.True(process.ExitCode == 0, await errors);
        return said.Split('\n', StringSplitOptions.RemoveEmptyEntries);
    }

    private static TimedEntry World(string zone, string start) =>
        new(
            NodaTime.Text.LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm").Parse(start).Value,
            zone,
            Duration.FromMinutes(45),
            null,
            Zones.TzdbVersion
        );

    private static Entry Entry(string uid, string zone, string start, string? rule) =>
        new()
        {
            PublicId = uid,
            Uid = uid,
            Kind = EntryKind.Appointment,
            Home = new CalendarId(1),
            Owner = new UserId(1),
            MadeBy = new UserId(1),
            MadeAt = Instant.MinValue,
            Title = uid,
            Time = World(zone, start),
            Rule = rule is null ? null : Rule.Parse(rule),
        };
}
