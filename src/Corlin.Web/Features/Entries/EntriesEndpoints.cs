using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Words;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Corlin.Web.Features.Entries;

/// <param name="InNameOf">Whose answer it is.</param>
/// <param name="Proposed">Another time that is offered with it, or null.</param>
/// <param name="Instruction">The key of the standing instruction that is followed, or null.</param>
/// <param name="AllTheSame">Whether it is meant to take the place of another answer that somebody else gave.</param>
/// <param name="Untold">Whether who organises it outside is not written to.</param>
public sealed record AnswerRequest(
    string InNameOf,
    string? Occurrence,
    Answer Answer,
    string? Comment,
    TimeRequest? Proposed,
    bool AllTheSame = false,
    string? Instruction = null,
    bool Untold = false
);

/// <param name="InNameOf">Who was asked.</param>
/// <param name="To">The public id of who comes in their place.</param>
public sealed record DelegationRequest(string InNameOf, string? Occurrence, string To, string? Comment);

/// <summary>Parts of an entry; those that are null are left alone.</summary>
/// <param name="Place">Empty for nowhere.</param>
/// <param name="Agenda">Rich text as HTML; of what the editor saw as it reads; empty for none.</param>
/// <param name="Repeats">In words; empty for once.</param>
/// <param name="Link">Empty for no conference.</param>
/// <param name="Line">To those invited; empty for none.</param>
public sealed record EntryParts(
    TimeRequest? Time = null,
    string? Title = null,
    string? Place = null,
    string? Agenda = null,
    bool? Private = null,
    string? Repeats = null,
    string? Link = null,
    string? DialIn = null,
    string? Line = null,
    bool? AnswersWanted = null,
    TimeTaken? Takes = null
);

/// <summary>A move by hand on the lane, in milliseconds since 1970.</summary>
public sealed record MoveRequest(long FromStart, long FromEnd, long ToStart, long ToEnd);

/// <summary>Who is invited besides, by public id or address, and who no longer.</summary>
public sealed record AskingRequest(IReadOnlyList<string> Required, IReadOnlyList<string> Optional, IReadOnlyList<string> Removed);

/// <param name="Was">The same parts as the editor saw them.</param>
public sealed record ChangeRequest(
    string? Occurrence,
    Reach Reach,
    EntryParts Becomes,
    EntryParts Was,
    MoveRequest? Move = null,
    AskingRequest? Asking = null
);

/// <param name="Becomes">The parts that would be different.</param>
/// <param name="AnyTimes">Whether near times are wanted although this one suits everyone.</param>
public sealed record WeighRequest(
    string? Occurrence,
    Reach Reach,
    EntryParts Becomes,
    MoveRequest? Move = null,
    AskingRequest? Asking = null,
    bool AnyTimes = false
);

/// <param name="Change">With it the change can be undone; null where nothing was changed.</param>
/// <param name="Conflicts">The parts that somebody else has changed meanwhile.</param>
/// <param name="Told">How many others are told, when the time of undo is over.</param>
public sealed record EntryChangedView(long? Change, string Entry, IReadOnlyList<EntryPart> Conflicts, int Told);

/// <param name="Note">Why, to those who are told.</param>
public sealed record CancelRequest(string? Occurrence, Reach Reach, string? Note = null);

/// <param name="Takes">free, hold, pencilled or firm.</param>
/// <param name="Calendar">The public id of a further calendar, or "main"; the main one where none is named.</param>
public sealed record AppointmentRequest(
    string InNameOf,
    string Title,
    TimeRequest Time,
    string? Place,
    TimeTaken Takes,
    bool Private,
    string? Repeats,
    string? Calendar = null,
    string? Category = null
);

/// <param name="Calendar">The public id of a further calendar, or "main".</param>
public sealed record PutOnRequest(string Calendar);

/// <param name="Lane">The public id of whose lane it is on.</param>
/// <param name="Occurrence">Which of a series; null for all of it.</param>
/// <param name="GapMinutes">How long before the other's start it begins, by the wall clock; of a debrief how long after its end.</param>
public sealed record TieRequest(string Lane, string? Occurrence, TieKind Kind, int GapMinutes, int Minutes);

/// <param name="InNameOf">The public id of whose part it is.</param>
/// <param name="Private">Whether it is private on their own lane.</param>
public sealed record OwnPartRequest(string InNameOf, bool Private);

internal static class EntriesEndpoints
{
    private const int MostAsked = 500;

    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/entries/{id}", GetAsync);
        api.MapPost("/entries/{id}/answer", AnswerAsync);
        api.MapPost("/entries/{id}/delegation", DelegateAsync);
        api.MapPost("/entries/{id}/change", ChangeAsync);
        api.MapPost("/entries/{id}/weighed", WeighAsync).RequireRateLimiting(Limits.Search);
        api.MapPost("/entries/{id}/cancel", CancelAsync);
        api.MapPut("/entries/{id}/calendar", PutOnCalendarAsync);
        api.MapPut("/entries/{id}/own-part", KeepPartPrivateAsync);
        api.MapPost("/entries/{id}/ties", TieAsync);
        api.MapPost("/appointments", AddAsync);
    }

    /// <param name="lane">The public id of whose lane it was chosen on.</param>
    private static async Task<Ok<EntryDetails>> GetAsync(Reader reader, string id, string lane, string? occurrence) =>
        TypedResults.Ok(
            await reader.ReadAsync(s => new ReadEntry(reader.Person, id, Reader.Occurrence(occurrence), lane, reader.Now).Run(s))
        );

    private static async Task<Ok<ChangedView>> DelegateAsync(Reader reader, string id, DelegationRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new DelegateInvitation(
                        reader.Person,
                        await reader.UserAsync(request.InNameOf, "inNameOf"),
                        id,
                        Reader.Occurrence(request.Occurrence),
                        request.To,
                        Times.Limited(request.Comment, LongestComment, "comment")
                    )
                )
            )
        );

    /// <summary>What is written with an answer.</summary>
    internal const int LongestComment = 2_000;

    private static async Task<Ok<ChangedView>> AnswerAsync(Reader reader, string id, AnswerRequest request)
    {
        if (request.Answer is Answer.None or Answer.Delegated)
            throw new RefusedException(RefusalKind.BadInput, "answer", request.Answer.ToString());
        var who = await reader.UserAsync(request.InNameOf, "inNameOf");
        return TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new AnswerInvitation(
                        reader.Person,
                        who,
                        id,
                        Reader.Occurrence(request.Occurrence),
                        request.Answer,
                        request.Comment?.Length > 2000 ? request.Comment[..2000] : request.Comment,
                        Proposed(request)
                    )
                    {
                        AllTheSame = request.AllTheSame,
                        Instruction = request.Instruction,
                        Untold = request.Untold,
                    }
                )
            )
        );
    }

    private static async Task<Ok<EntryChangedView>> ChangeAsync(Reader reader, string id, ChangeRequest request, IRichTexts texts)
    {
        var changed = await reader.ChangeAsync(
            new ChangeEntry(
                reader.Person,
                id,
                Reader.Occurrence(request.Occurrence),
                request.Reach,
                Parts(request.Becomes, texts, checkTime: true),
                Parts(request.Was, null, checkTime: false),
                Moving(request.Move),
                request.Asking is { } asking ? Asked(asking) : null
            )
        );
        return TypedResults.Ok(new EntryChangedView(changed.Change, changed.Entry, changed.Conflicts, changed.Told));
    }

    /// <summary>What a change would do, before it is made.</summary>
    private static async Task<Ok<WeighedView>> WeighAsync(Reader reader, string id, WeighRequest request, StartOptions options)
    {
        var read = new ReadWeighed(
            reader.Person,
            id,
            Reader.Occurrence(request.Occurrence),
            request.Reach,
            Parts(request.Becomes, null, checkTime: true),
            Moving(request.Move),
            request.Asking is { } asking ? Asked(asking) : null,
            reader.Now
        )
        {
            MailLeaves = options.MailLeaves,
            AnyTimes = request.AnyTimes,
        };
        return TypedResults.Ok(await reader.ReadAsync(read.Run));
    }

    private static Moving? Moving(MoveRequest? move) =>
        move is null ? null : new Moving(Span(move.FromStart, move.FromEnd), Span(move.ToStart, move.ToEnd));

    private static async Task<Ok<ChangedView>> CancelAsync(Reader reader, string id, CancelRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new CancelEntry(reader.Person, id, Reader.Occurrence(request.Occurrence), request.Reach, request.Note)
                )
            )
        );

    private static async Task<Ok<AddedView>> AddAsync(Reader reader, AppointmentRequest request)
    {
        var owner = await reader.UserAsync(request.InNameOf, "inNameOf");
        var time = Times.Entry(request.Time);
        var added = await reader.ChangeAsync(
            new AddAppointment(
                reader.Person,
                owner,
                Times.Limited(request.Title, 200, "title") ?? "",
                time,
                Times.Limited(request.Place, 200, "place"),
                null,
                request.Private,
                request.Takes,
                Times.Repeats(request.Repeats, time.LocalStart.Date),
                Further(request.Calendar)
            )
            {
                Category = Times.Limited(request.Category, Category.LongestName, "category"),
            }
        );
        return TypedResults.Ok(new AddedView(added.PublicId, added.Change));
    }

    private static async Task<Ok<AddedView>> TieAsync(Reader reader, string id, TieRequest request)
    {
        var lane = await reader.UserAsync(request.Lane, "lane");
        var added = await reader.ChangeAsync(
            new TieEntry(
                reader.Person,
                lane,
                id,
                Reader.Occurrence(request.Occurrence),
                request.Kind,
                Duration.FromMinutes(request.GapMinutes),
                Duration.FromMinutes(request.Minutes)
            )
        );
        return TypedResults.Ok(new AddedView(added.PublicId, added.Change));
    }

    private static async Task<Ok<ChangedView>> PutOnCalendarAsync(Reader reader, string id, PutOnRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new PutOnCalendar(reader.Person, id, Further(request.Calendar)))));

    private static async Task<Ok<ChangedView>> KeepPartPrivateAsync(Reader reader, string id, OwnPartRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new KeepPartPrivate(reader.Person, await reader.UserAsync(request.InNameOf, "inNameOf"), id, request.Private)
                )
            )
        );

    private static string? Further(string? calendar) => calendar == CalendarChoiceView.MainId ? null : calendar;

    private static Asking Asked(AskingRequest asking)
    {
        if (asking.Required.Count + asking.Optional.Count + asking.Removed.Count > MostAsked)
            throw new RefusedException(RefusalKind.TooMany, "attendees", "500 people");
        return new Asking(
            [
                .. asking.Required.Select(r => new Invited(r, AttendeeRole.Required)),
                .. asking.Optional.Select(o => new Invited(o, AttendeeRole.Optional)),
            ],
            [.. asking.Removed]
        );
    }

    private static EntryEdit Parts(EntryParts parts, IRichTexts? texts, bool checkTime)
    {
        var given = Times.Limited(parts.Agenda, Times.LongestAgenda, "agenda");
        var agenda =
            given is null ? null
            : texts is null ? new RichText(given, null)
            : texts.Read(given);
        var time = parts.Time is null ? null : Times.Entry(parts.Time, checkTime);
        return new EntryEdit
        {
            Time = time,
            Title = parts.Title is null ? null : Times.Limited(parts.Title, 200, "title") ?? "",
            Place = parts.Place is null ? null : Times.Limited(parts.Place, 200, "place") ?? "",
            Agenda = parts.Agenda is null ? null : agenda?.Plain ?? "",
            StyledAgenda = agenda?.Html,
            Link =
                parts.Link is null ? null
                : Times.Limited(parts.Link, 2_000, "link") is { } link
                    ? checkTime ? Conference.MustBeLink(link)
                        : link
                : "",
            DialIn = parts.DialIn is null ? null : Times.Limited(parts.DialIn, 500, "dialIn") ?? "",
            Line = parts.Line is null ? null : Times.Limited(parts.Line, 2_000, "line") ?? "",
            AnswersWanted = parts.AnswersWanted,
            Takes = parts.Takes is TimeTaken.Hold ? throw new RefusedException(RefusalKind.BadInput, "takes", "Hold") : parts.Takes,
            Private = parts.Private,
            Repeat = parts.Repeats is null
                ? null
                : new Repeat(Times.Repeats(parts.Repeats, time?.LocalStart.Date ?? new LocalDate(2000, 1, 1))),
        };
    }

    private static Stretch? Proposed(AnswerRequest request) =>
        request.Proposed is not { } time ? null
        : Times.Entry(time) is TimedEntry timed ? timed.ToStretch(timed.WallZone ?? DateTimeZone.Utc)
        : throw new RefusedException(RefusalKind.BadInput, "proposed", "A time of day");

    private static Stretch Span(long start, long end)
    {
        if (end <= start)
            throw new RefusedException(RefusalKind.EndBeforeStart, "end");
        if (end - start > TimeSpan.FromDays(366).TotalMilliseconds)
            throw new RefusedException(RefusalKind.LengthTooLong, "end");
        return new Stretch(Instant.FromUnixTimeMilliseconds(start), Instant.FromUnixTimeMilliseconds(end));
    }
}
