using Corlin.Application.Changes;
using Corlin.Application.Ports;
using Corlin.Application.Reads;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Corlin.Web.Features.Arrange;

/// <param name="Required">Public ids or addresses.</param>
public sealed record SlotsRequest(string InNameOf, IReadOnlyList<string> Required, IReadOnlyList<string> Optional, int Minutes, string From, string To);

/// <param name="Start">Wall-clock time in <paramref name="Zone"/>, 2027-03-16T12:00.</param>
public sealed record ChosenRequest(
    string InNameOf, IReadOnlyList<string> Required, IReadOnlyList<string> Optional, string Start, string Zone, int Minutes, string? Place, bool Video);

/// <param name="Video">Make a conference link.</param>
/// <param name="Repeats">How it repeats, in words; null for once.</param>
public sealed record ArrangeRequest(
    string InNameOf, string Title, IReadOnlyList<string> Required, IReadOnlyList<string> Optional, string Start, string Zone, int Minutes, string? Place, bool Video,
    string? Agenda, string? Line, bool Private, string? Repeats = null);

/// <param name="Text">A meeting in a line of plain words.</param>
public sealed record LineRequest(string Text);

/// <param name="Words">How it is to repeat, as somebody typed it.</param>
/// <param name="People">The public ids of those for whom a change of clocks is looked at.</param>
public sealed record RepeatRequest(string Words, TimeRequest Time, IReadOnlyList<string> People);

/// <param name="Change">With it the sending can be undone for ten seconds.</param>
public sealed record ArrangedView(string Entry, long Change, int Asked);

internal static class ArrangeEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/slots", SlotsAsync);
        api.MapPost("/slots/chosen", ChosenAsync);
        api.MapPost("/meetings", SendAsync);
        api.MapPost("/repeat", RepeatAsync);
        api.MapPost("/line", LineAsync);
    }

    private static async Task<Ok<SlotsView>> SlotsAsync(Reader reader, SlotsRequest request)
    {
        var read = new ReadSlots(
            reader.Person, request.InNameOf, request.Required, request.Optional, request.Minutes, Reader.Date(request.From, "span"), Reader.Date(request.To, "span"), reader.Now);
        return TypedResults.Ok(await reader.ReadAsync(read.Run));
    }

    private static async Task<Ok<ChosenView>> ChosenAsync(Reader reader, ChosenRequest request)
    {
        var time = Times.Timed(request.Start, request.Zone, request.Minutes);
        var read = new ReadChosen(
            reader.Person, request.InNameOf, request.Required, request.Optional, time.ToStretch(DateTimeZone.Utc), request.Place, request.Video, reader.Now);
        return TypedResults.Ok(await reader.ReadAsync(read.Run));
    }

    private static async Task<Ok<LineReading>> LineAsync(Reader reader, LineRequest request)
    {
        var text = Times.Limited(request.Text, 500, "text") ?? "";
        return TypedResults.Ok(await reader.ReadAsync(new ReadLine(reader.Person, text, reader.Now).Run));
    }

    private static async Task<Ok<RepeatView>> RepeatAsync(Reader reader, RepeatRequest request)
    {
        var read = new ReadRepeat(reader.Person, request.Words, Times.Entry(request.Time, check: false), request.People, reader.Now);
        return TypedResults.Ok(await reader.ReadAsync(read.Run));
    }

    private static async Task<Ok<ArrangedView>> SendAsync(Reader reader, ArrangeRequest request, IConferenceLinks links)
    {
        var owner = await reader.UserAsync(request.InNameOf, "inNameOf");
        var invited = request.Required.Select(r => new Invited(r, AttendeeRole.Required)).Concat(request.Optional.Select(o => new Invited(o, AttendeeRole.Optional)));
        var time = Times.Timed(request.Start, request.Zone, request.Minutes);
        if (time.ToStretch(DateTimeZone.Utc).End <= reader.Now) throw new RefusedException(RefusalKind.InThePast, "start");
        var made = await reader.ChangeAsync(new ArrangeMeeting(
            reader.Person, owner, Times.Limited(request.Title, 200, "title") ?? "", [.. invited], time, Times.Limited(request.Place, 200, "place"),
            request.Video ? links.Make(request.Title) : null, Times.Limited(request.Agenda, 20_000, "agenda"), Times.Limited(request.Line, 2_000, "line"), request.Private,
            Times.Repeats(request.Repeats, time.Start.Year)));
        return TypedResults.Ok(new ArrangedView(made.PublicId, made.Change, made.Asked));
    }
}
