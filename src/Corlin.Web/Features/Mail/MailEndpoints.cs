using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Mail;

/// <summary>Which messages are asked for, in the address.</summary>
internal sealed record MailsAsked
{
    /// <summary>The public id of whose mail; null for everybody's that one may see.</summary>
    [FromQuery(Name = "of")]
    public string? Of { get; init; }

    /// <summary>all, sent, received or open; all where it is not said.</summary>
    [FromQuery(Name = "pile")]
    public string? Pile { get; init; }

    [FromQuery(Name = "text")]
    public string? Text { get; init; }

    /// <summary>Only what was kept before this message.</summary>
    [FromQuery(Name = "before")]
    public long? Before { get; init; }
}

/// <param name="Subject">Null for the title of the meeting.</param>
public sealed record WriteRequest(string? Occurrence, Circle Circle, string? Subject, string Text);

/// <param name="InNameOf">Who is invited to it.</param>
public sealed record OrganiserLetterRequest(string InNameOf, string? Occurrence, string Text);

public sealed record AnswerMailRequest(string Text);

/// <param name="Became">What became of the message.</param>
public sealed record LaidView(Received Became);

/// <summary>The mail room.</summary>
internal static class MailEndpoints
{
    private const int LongestSearch = 100;

    public static void Map(RouteGroupBuilder api)
    {
        var mails = api.MapGroup("/mails");
        mails.MapGet("/", GetAllAsync);
        mails.MapPost("/", LayAsync).WithMetadata(new RequestSizeLimitAttribute(MostBytes)).Accepts<byte[]>("message/rfc822");
        mails.MapGet("/{id:long}", GetAsync);
        mails.MapGet("/{id:long}/source", GetSourceAsync);
        mails.MapPost("/{id:long}/sending", SendAgainAsync);
        mails.MapPost("/{id:long}/settling", LetBeAsync);
        mails.MapPost("/{id:long}/taking-in", TakeInAsync);
        mails.MapPost("/{id:long}/answer", AnswerAsync);
        api.MapGet("/meetings/{id}/letters", LettersAsync);
        api.MapPost("/meetings/{id}/letters", WriteAsync);
        api.MapPost("/meetings/{id}/organiser/letters", WriteToOrganiserAsync);
    }

    private static async Task<Ok<MailsView>> GetAllAsync(Reader reader, [AsParameters] MailsAsked asked) =>
        TypedResults.Ok(
            await reader.ReadAsync(s =>
                new ReadMails(
                    reader.Person,
                    asked.Of,
                    Pile(asked.Pile),
                    Times.Limited(asked.Text, LongestSearch, "text") ?? "",
                    asked.Before,
                    reader.Now
                ).Run(s)
            )
        );

    private static MailPile Pile(string? text) =>
        text is null ? MailPile.All
        : Enum.TryParse<MailPile>(text, ignoreCase: true, out var pile) && Enum.IsDefined(pile) ? pile
        : throw new RefusedException(RefusalKind.BadInput, "pile", text);

    private static async Task<Ok<MailView>> GetAsync(Reader reader, long id) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadMail(reader.Person, id, reader.Now).Run(s)));

    /// <summary>A download and nothing else, whatever stands in it.</summary>
    private static async Task<FileContentHttpResult> GetSourceAsync(Reader reader, long id) =>
        TypedResults.File(
            await reader.ReadAsync(s => new ReadMailSource(reader.Person, id, reader.Now).Run(s)),
            "message/rfc822",
            FormattableString.Invariant($"message-{id}.eml")
        );

    private static async Task<NoContent> SendAgainAsync(Reader reader, long id)
    {
        await reader.ChangeAsync(new SendMailAgain(reader.Person, id));
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> LetBeAsync(Reader reader, long id)
    {
        await reader.ChangeAsync(new LetMailBe(reader.Person, id));
        return TypedResults.NoContent();
    }

    private const long MostBytes = 30L * 1024 * 1024;

    private static async Task<Ok<LaidView>> LayAsync(Reader reader, HttpRequest request, IncomingMail incoming)
    {
        using var file = new MemoryStream();
        await request.Body.CopyToAsync(file, request.HttpContext.RequestAborted);
        var zone = await reader.ReadAsync(s => s.Users([reader.Person])[reader.Person].HomeZone);
        try
        {
            return TypedResults.Ok(new LaidView(await reader.ChangeAsync(incoming.Brought(reader.Person, file.ToArray(), zone))));
        }
        catch (FormatException)
        {
            throw new RefusedException(RefusalKind.MailUnreadable, "file");
        }
    }

    private static async Task<Ok<ChangedView>> TakeInAsync(Reader reader, IncomingMail incoming, long id)
    {
        var source = await reader.ReadAsync(s => new ReadMailSource(reader.Person, id, reader.Now).Run(s));
        var message = incoming.Asks(source, await reader.ReadAsync(s => s.Users([reader.Person])[reader.Person].HomeZone));
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new TakeInMail(reader.Person, id, message))));
    }

    private static async Task<Ok<ChangedView>> AnswerAsync(Reader reader, long id, AnswerMailRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new AnswerMail(reader.Person, id, request.Text))));

    private static async Task<Ok<LettersView>> LettersAsync(Reader reader, string id, string? occurrence) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadLetters(reader.Person, id, Reader.Occurrence(occurrence), reader.Now).Run));

    private static async Task<Ok<ChangedView>> WriteAsync(Reader reader, string id, WriteRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new WriteTo(reader.Person, id, Reader.Occurrence(request.Occurrence), request.Circle, request.Subject, request.Text)
                )
            )
        );

    private static async Task<Ok<ChangedView>> WriteToOrganiserAsync(Reader reader, string id, OrganiserLetterRequest request)
    {
        var who = await reader.UserAsync(request.InNameOf, "inNameOf");
        return TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(new WriteToOrganiser(reader.Person, who, id, Reader.Occurrence(request.Occurrence), request.Text))
            )
        );
    }
}
