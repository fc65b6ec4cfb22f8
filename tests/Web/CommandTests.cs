using System.Reflection;
using System.Text.Json;

namespace Corlin.Web.Tests;

/// <summary>The commands of ./corlin that work on a data folder while no server does.</summary>
public sealed class CommandTests
{
    private static (int Code, string Said, string Wrong) Run(params string[] args)
    {
        using var said = new StringWriter();
        using var wrong = new StringWriter();
        var (output, error) = (Console.Out, Console.Error);
        Console.SetOut(said);
        Console.SetError(wrong);
        try
        {
            return ((int)Assembly.Load("Corlin.Cli").EntryPoint!.Invoke(null, [args])!, said.ToString(), wrong.ToString());
        }
        finally
        {
            Console.SetOut(output);
            Console.SetError(error);
        }
    }

    private const string Tides =
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:a\r\nDTSTART:20270316T170000Z\r\nSUMMARY:Tide\r\nEND:VEVENT\r\n"
        + "BEGIN:VEVENT\r\nUID:b\r\nDTSTART:20270316T170000Z\r\nRRULE:FREQ=SECONDLY\r\nSUMMARY:Ticking\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";

    [Fact]
    public async Task A_calendar_file_is_taken_into_the_calendar_of_an_address_and_what_cannot_be_is_said_in_a_line()
    {
        await using var host = await Host.StartAsync(demo: false);
        using var browser = host.Open();
        await browser.PostAsync(
            "/api/setup",
            new
            {
                name = "Hedda Lind",
                address = "hedda.lind@ebbline.example",
                zone = "Europe/Lisbon",
                password = "long enough to keep",
            }
        );
        var file = Path.Combine(host.Folder, "tides.ics");
        await File.WriteAllTextAsync(file, Tides, TestContext.Current.CancellationToken);
        (int, string, string) Import(string address, string folder) => Run("import", file, "--for", address, "--data", folder);

        Assert.Contains("is in use by another Corlin", Import("hedda.lind@ebbline.example", host.Folder).Item3, StringComparison.Ordinal);
        var (none, _, reason) = Import("hedda.lind@ebbline.example", "nowhere");
        Assert.Equal((1, "corlin: There is no Corlin in nowhere. Name its data folder with --data.\n"), (none, reason));
        (none, _, reason) = await host.WhileDownAsync(false, folder => Import("x@ebbline.example", folder));
        Assert.Equal((1, "corlin: Nobody here has the address x@ebbline.example.\n"), (none, reason));
        var (code, said, wrong) = await host.WhileDownAsync(false, folder => Import("hedda.lind@ebbline.example", folder));
        Assert.Equal((0, ""), (code, wrong));
        Assert.StartsWith("Hedda Lind: 1 added, 0 changed, 0 as they were, 1 not taken over.\nTicking: ", said, StringComparison.Ordinal);
        Assert.StartsWith(
            "Hedda Lind: 0 added, 0 changed, 1 as they were",
            (await host.WhileDownAsync(false, folder => Import("hedda.lind@ebbline.example", folder))).Item2,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_backup_is_taken_while_others_write_and_restored_into_an_empty_folder_alone()
    {
        var cancel = TestContext.Current.CancellationToken;
        await using var host = await Host.StartAsync(demo: true);
        using var noor = await host.SignInAsync("noor.haddad@ebbline.example");
        var maren = await noor.PersonAsync("Maren Falk");
        var (backup, elsewhere) = (Path.Combine(host.Folder, "all.zip"), Path.Combine(Path.GetTempPath(), Path.GetRandomFileName()));
        Task Add(int day) =>
            noor.DoAsync("/api/appointments", Access.Appointment(maren, $"Written meanwhile {day}", $"2027-06-{day:00}T09:00"));
        await Add(1);
        var writing = Task.Run(
            async () =>
            {
                for (var day = 2; day < 28; day++)
                    await Add(day);
            },
            cancel
        );
        var (code, said, wrong) = Run("backup", backup, "--data", host.Folder);
        await writing;
        Assert.Equal((0, ""), (code, wrong));
        Assert.StartsWith($"{backup}: the database and ", said, StringComparison.Ordinal);
        try
        {
            Assert.Contains("There is no folder", Run("backup", "/no/such/a.zip", "--data", host.Folder).Wrong, StringComparison.Ordinal);
            Assert.Contains("is not empty", Run("restore", backup, "--data", host.Folder).Wrong, StringComparison.Ordinal);
            Assert.Equal(0, Run("restore", backup, "--data", elsewhere).Code);
            Assert.Equal((0, "All is well: the database, what stands where, and the papers.\n"), Checked(elsewhere));
            Assert.Contains("in use", Run("check", "--data", host.Folder).Wrong, StringComparison.Ordinal);
            var there = Titles(elsewhere);
            Assert.Contains("Written meanwhile 1", there);
            // It is of one moment: what was written after it is not there, and nothing is left out before it.
            Assert.Equal(
                Enumerable
                    .Range(1, there.Count(t => t.StartsWith("Written", StringComparison.Ordinal)))
                    .Select(n => $"Written meanwhile {n}"),
                there.Where(t => t.StartsWith("Written", StringComparison.Ordinal))
            );

            // What is wrong is found, each in a line.
            Alter(elsewhere, """DELETE FROM "Occupancy" WHERE "EntryId" = (SELECT max("Id") FROM "Entries")""");
            var (found, lines) = Checked(elsewhere);
            Assert.Equal(1, found);
            Assert.Matches("^Entry [0-9a-f]{32} does not stand where its times say\\.\n$", lines);
        }
        finally
        {
            if (Directory.Exists(elsewhere))
                Directory.Delete(elsewhere, recursive: true);
        }
    }

    [Theory]
    [InlineData("", "12 08:00")]
    [InlineData("\"edgeOfDay\": 0", "0 08:00")]
    [InlineData("\"EdgeOfDay\": 100", "100 08:00")]
    public void What_counts_against_a_slot_weighs_as_the_request_says(string weights, string expected)
    {
        using var reply = JsonDocument.Parse(Slots(weights).Said);
        var first = reply
            .RootElement.GetProperty("slots")
            .EnumerateArray()
            .Single(s => s.GetProperty("start").GetString()!.Contains("T08:00"));
        Assert.Equal(expected, $"{first.GetProperty("cost")} {first.GetProperty("start").GetString()![11..16]}");
    }

    [Theory]
    [InlineData("\"dinner\": 3", "Nothing that counts against a slot is called “dinner”.")]
    [InlineData("\"3\": 3", "Nothing that counts against a slot is called “3”.")]
    [InlineData("\"lunch\": 101", "“lunch” weighs from 0 to 100, not 101.")]
    [InlineData("\"lunch\": -1", "“lunch” weighs from 0 to 100, not -1.")]
    public void What_cannot_count_is_refused_in_a_line(string weights, string reason)
    {
        var (code, _, wrong) = Slots(weights);
        Assert.Equal((1, $"corlin: {reason}\n"), (code, wrong));
    }

    /// <summary>A Tuesday of one person who works from 8 to 18, with nothing on it.</summary>
    private static (int Code, string Said, string Wrong) Slots(string weights)
    {
        var folder = Directory.CreateTempSubdirectory().FullName;
        try
        {
            File.WriteAllText(Path.Combine(folder, "a.ics"), "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x\r\nEND:VCALENDAR\r\n");
            var file = Path.Combine(folder, "request.json");
            File.WriteAllText(
                file,
                $$$"""
                {"from": "2027-03-09T00:00:00Z", "to": "2027-03-10T00:00:00Z", "minutes": 60, "step": 30, "weights": { {{{weights}}} },
                 "people": [{"id": "a", "need": "required", "zone": "UTC", "calendar": "a.ics", "hours": {"TU": ["08:00-18:00"]}}]}
                """
            );
            return Run("slots", file);
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    [Fact]
    public void What_is_no_backup_or_not_whole_is_refused_and_leaves_nothing()
    {
        var folder = Directory.CreateTempSubdirectory().FullName;
        try
        {
            var (file, target) = (Path.Combine(folder, "some.zip"), Path.Combine(folder, "restored"));
            Assert.Contains("There is no file", Run("restore", file, "--data", target).Wrong, StringComparison.Ordinal);
            File.WriteAllText(file, "no archive");
            Assert.Contains("is no backup of Corlin", Run("restore", file, "--data", target).Wrong, StringComparison.Ordinal);
            foreach (var note in new[] { """{"Format":1,"MadeAt":"","Database":"00","Papers":0,"Lacking":[]}""", """{"Format":9}""", "[" })
            {
                File.Delete(file);
                using (var zip = System.IO.Compression.ZipFile.Open(file, System.IO.Compression.ZipArchiveMode.Create))
                {
                    foreach (
                        var (name, text) in new[]
                        {
                            ("corlin-backup.json", note),
                            ("corlin.db", "x"),
                            ("keys/../../out.xml", "x"),
                            ("papers/../x", "x"),
                        }
                    )
                    {
                        using var writer = new StreamWriter(zip.CreateEntry(name).Open());
                        writer.Write(text);
                    }
                }

                Assert.Equal(1, Run("restore", file, "--data", target).Code);
                Assert.Equal(["some.zip"], Directory.EnumerateFiles(folder).Select(Path.GetFileName));
                Assert.True(
                    !Directory.Exists(target) || !Directory.EnumerateFileSystemEntries(target).Any(f => Path.GetFileName(f) != "lock")
                );
            }

            Assert.Contains("There is no Corlin in", Run("backup", file, "--data", folder).Wrong, StringComparison.Ordinal);
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    private static (int Code, string Said) Checked(string folder)
    {
        var (code, said, wrong) = Run("check", "--data", folder);
        Assert.Equal("", wrong);
        return (code, said);
    }

    private static List<string> Titles(string folder)
    {
        using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(folder, "corlin.db")};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = """SELECT "Title" FROM "Entries" ORDER BY "Id" """;
        using var reader = command.ExecuteReader();
        var titles = new List<string>();
        while (reader.Read())
            titles.Add(reader.GetString(0));
        return titles;
    }

    private static void Alter(string folder, string sql)
    {
        using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(folder, "corlin.db")};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }
}
