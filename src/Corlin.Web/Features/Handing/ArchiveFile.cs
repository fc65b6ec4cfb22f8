using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Corlin.Application.Handing;
using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Web.Features.Handing;

/// <summary>Everything that somebody has here, as one ZIP file of open formats.</summary>
internal sealed class ArchiveFile(Reader reader, ICalendarFiles files, ITables tables, IPaperFiles papers)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private readonly HashSet<string> names = new(StringComparer.OrdinalIgnoreCase);

    /// <summary>Written to the disk, so that little of it is in memory; gone when it is closed.</summary>
    public async Task<FileStream> WriteAsync()
    {
        var archive = await reader.ReadAsync(new ReadArchive(reader.Person, reader.Now).Run);
        var file = TemporaryFile.Make();
        try
        {
            await using (var zip = await ZipArchive.CreateAsync(file, ZipArchiveMode.Create, leaveOpen: true, null))
            {
                await TextAsync(zip, "read me.txt", Words(archive, reader.Now));
                await TextAsync(zip, "person.json", JsonSerializer.Serialize(archive.Person, Json));
                await TextAsync(zip, "settings.json", JsonSerializer.Serialize(archive.Settings, Json));
                await TextAsync(zip, "devices.json", JsonSerializer.Serialize(archive.Devices, Json));
                await TextAsync(zip, "notes.json", JsonSerializer.Serialize(archive.Notes, Json));
                await TextAsync(zip, "done.csv", Done(archive));
                foreach (var calendar in archive.Calendars)
                    await TextAsync(zip, Unique($"calendars/{calendar.Name}", ".ics"), Calendar(calendar));
                await PapersAsync(zip, archive.Papers);
                await MailsAsync(zip, archive.Mails);
            }

            file.Position = 0;
            return file;
        }
        catch
        {
            await file.DisposeAsync();
            throw;
        }
    }

    private static string Words(Archive archive, Instant now) =>
        $"""
            Everything that Corlin keeps of {archive.Person.Who.Name}, {archive.Person.Who.Address},
            as it was at {InstantPattern.General.Format(now)}.

            person.json    what is known of you
            calendars/     your calendars (iCalendar, RFC 5545), what you are invited to among them
            notes.json     notes and tasks on your lane
            papers/        what is attached to your own entries; links.csv has the links among them
            mail/          every message that went out in your name or came to you (RFC 5322)
            done.csv       what was done in your name, by whom
            settings.json  how you like your views
            devices.json   your phones and devices, without their passwords

            What you wrote in meetings of others, and what others noted about you on their own lanes, is theirs and not in here.
            """;

    private string Calendar(ArchivedCalendar calendar)
    {
        using var text = new StringWriter();
        var content = calendar.Content;
        files.Write(text, content.Entries, reader.Now, content.People, content.Categories, content.Absences);
        return text.ToString();
    }

    private string Done(Archive archive)
    {
        using var text = new StringWriter();
        tables.Write(
            text,
            ["when", "who", "what", "details", "under", "taken back"],
            archive.Done.Select(d =>
                new[]
                {
                    InstantPattern.General.Format(Instant.FromUnixTimeMilliseconds(d.At)),
                    d.By.Name,
                    d.Words,
                    string.Join("; ", d.Details),
                    d.Under ?? "",
                    d.Undone ? "yes" : "",
                }
            )
        );
        return text.ToString();
    }

    private async Task PapersAsync(ZipArchive zip, IReadOnlyList<ArchivedPaper> all)
    {
        foreach (var paper in all.Where(p => p.Hash is not null))
        {
            await using var content = papers.Open(paper.Hash!);
            if (content is null)
                continue;
            var extension = Path.GetExtension(paper.Name);
            var name = Unique($"papers/{Plain(paper.Of)}/{Path.GetFileNameWithoutExtension(paper.Name)}", extension);
            await using var entry = await zip.CreateEntry(name).OpenAsync(reader.Cancel);
            await content.CopyToAsync(entry, reader.Cancel);
        }

        using var links = new StringWriter();
        tables.Write(
            links,
            ["of", "name", "address"],
            all.Where(p => p.Address is not null).Select(p => new[] { p.Of, p.Name, p.Address! })
        );
        await TextAsync(zip, "papers/links.csv", links.ToString());
    }

    /// <summary>One after another: each is read by itself.</summary>
    private async Task MailsAsync(ZipArchive zip, IReadOnlyList<MailLineView> mails)
    {
        foreach (var mail in mails)
        {
            byte[] source;
            try
            {
                source = await reader.ReadAsync(new ReadMailSource(reader.Person, mail.Id, reader.Now).Run);
            }
            catch (RefusedException)
            {
                // What has not left yet has no text of its own.
                continue;
            }

            var name = Unique(string.Create(CultureInfo.InvariantCulture, $"mail/{mail.Id:000000}"), ".eml");
            await using var entry = await zip.CreateEntry(name).OpenAsync(reader.Cancel);
            await entry.WriteAsync(source, reader.Cancel);
        }
    }

    private async Task TextAsync(ZipArchive zip, string name, string text)
    {
        await using var entry = await zip.CreateEntry(name).OpenAsync(reader.Cancel);
        await entry.WriteAsync(Encoding.UTF8.GetBytes(text), reader.Cancel);
    }

    private string Unique(string path, string extension)
    {
        var plain = string.Join('/', path.Split('/').Select(Plain));
        for (var i = 1; ; i++)
        {
            var name = i == 1 ? plain + extension : string.Create(CultureInfo.InvariantCulture, $"{plain} {i}{extension}");
            if (names.Add(name))
                return name;
        }
    }

    /// <summary>A name that every machine takes as a file's: nothing in it leads elsewhere.</summary>
    private static string Plain(string name)
    {
        var plain = new string([.. name.Select(c => char.IsLetterOrDigit(c) || c is ' ' or '-' or '_' ? c : '_').Take(80)]).Trim();
        return plain.Length == 0 ? "without a name" : plain;
    }
}
