using System.Text;
using Corlin.Application.Files;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Files;

/// <param name="Change">With it the import can be undone; null where nothing was changed.</param>
/// <param name="Skipped">What was not taken over, and why; at most the first hundred.</param>
/// <param name="SkippedInAll">How many there are.</param>
public sealed record ImportReport(
    long? Change,
    int Added,
    int Changed,
    int Unchanged,
    IReadOnlyList<SkippedPart> Skipped,
    int SkippedInAll,
    IReadOnlyList<string> Notes
);

internal static class FilesEndpoints
{
    /// <summary>A larger file is refused before it is read.</summary>
    private const long MostBytes = 64L * 1024 * 1024;

    private const int ToldInReport = 100;

    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/calendars/{person}/file", ImportAsync)
            .WithMetadata(new RequestSizeLimitAttribute(MostBytes))
            .Accepts<byte[]>("text/calendar");
        api.MapGet("/work/{name}", Progress);
        api.MapGet("/calendars/{person}/file", ExportAsync).Produces<string>(200, "text/calendar");
        api.MapGet("/calendars/{person}/busy", BusyAsync).Produces<string>(200, "text/calendar");
    }

    private static Ok<ProgressView> Progress(Reader reader, string name, WorkUnderWay under) =>
        TypedResults.Ok(under.Of(reader.Person, name));

    /// <param name="work">A name under which its progress can be asked for.</param>
    private static async Task<Ok<ImportReport>> ImportAsync(
        Reader reader,
        string person,
        string? work,
        HttpRequest request,
        ICalendarFiles files,
        WorkUnderWay under,
        FileImports imports
    )
    {
        var owner = await reader.FindAsync(person, "calendar");
        await using var kept = await TemporaryFile.OfAsync(request);
        try
        {
            using var going = under.Begin(reader.Person, work);
            using var read = files.Open(kept, owner.HomeZone, request.HttpContext.RequestAborted);
            going.InAll = read.InAll;
            // Taken apart before the gate: however long that takes, nobody else's change waits for it.
            var entries = going.Counted(read.Entries()).ToList();
            // What is begun is written to the end, whether or not its answer is lost on the way: who asks again is told what came of it.
            var made = await imports.RunAsync(
                new ImportEntries(reader.Person, owner.Id, entries, read.CategoryOf) { SameBesidesCategory = read.SameBesidesCategory }
            );
            var left = made.Left.Select(l => new SkippedPart(l.Title, English.Word(l.Reason)));
            return TypedResults.Ok(
                new ImportReport(
                    made.Change,
                    made.Added,
                    made.Changed,
                    made.Unchanged,
                    [.. read.Skipped.Concat(left).Take(ToldInReport)],
                    read.SkippedInAll + made.LeftInAll,
                    read.Notes
                )
            );
        }
        catch (FormatException e)
        {
            throw new RefusedException(RefusalKind.FileNotRead, "file", e.Message);
        }
    }

    /// <param name="from">The first day, or null for all.</param>
    /// <param name="to">The last day.</param>
    /// <param name="entry">The public id of the one entry, or null for all.</param>
    private static async Task<FileContentHttpResult> ExportAsync(
        Reader reader,
        string person,
        string? from,
        string? to,
        string? entry,
        ICalendarFiles files
    )
    {
        var export = await reader.ReadAsync(s =>
        {
            var zone = (s.User(person) ?? throw new RefusedException(RefusalKind.PersonUnknown, "calendar", person)).HomeZone;
            var span =
                from is null && to is null
                    ? (Stretch?)null
                    : new Stretch(
                        zone.Day(Reader.Date(from ?? "1900-01-01", "from")).Start,
                        zone.Day(Reader.Date(to ?? "2200-12-31", "to")).End
                    );
            if (span is { Length.TotalDays: <= 0 })
                throw new RefusedException(RefusalKind.EndBeforeStart, "to");
            return new ReadExport(reader.Person, person, entry, span, reader.Now).Run(s);
        });
        using var text = new StringWriter();
        files.Write(text, export.Entries, reader.Now, export.People, export.Categories, export.Absences);
        return Named(text, export.Name, ".ics");
    }

    /// <param name="from">The first day; today where none is given.</param>
    /// <param name="to">The last; four weeks after the first where none is given.</param>
    private static async Task<FileContentHttpResult> BusyAsync(Reader reader, string person, string? from, string? to, ICalendarFiles files)
    {
        var times = await reader.ReadAsync(
            new ReadBusy(
                reader.Person,
                person,
                from is null ? null : Reader.Date(from, "from"),
                to is null ? null : Reader.Date(to, "to"),
                reader.Now
            ).Run
        );
        using var text = new StringWriter();
        files.WriteBusy(text, times, reader.Now);
        return Named(text, $"{times.Owner.Name} busy", ".ifb");
    }

    private static FileContentHttpResult Named(StringWriter text, string name, string kind)
    {
        var plain = string.Concat(name.Select(c => char.IsLetterOrDigit(c) ? c : '-')).Trim('-');
        return TypedResults.File(
            Encoding.UTF8.GetBytes(text.ToString()),
            "text/calendar; charset=utf-8",
            $"{(plain.Length == 0 ? "calendar" : plain)}{kind}"
        );
    }
}
