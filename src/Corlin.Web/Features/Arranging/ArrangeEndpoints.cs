using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Web.Edge;
using Corlin.Web.Features.Calendars;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Corlin.Web.Features.Arranging;

/// <param name="Start">Wall-clock time in <paramref name="Zone"/>, 2027-03-16T12:00.</param>
/// <param name="Video">Whether it has, or will have, a conference.</param>
/// <param name="Draft">What is written of it, for its papers.</param>
public sealed record ChosenRequest(
    string InNameOf,
    IReadOnlyList<string> Required,
    IReadOnlyList<string> Optional,
    string Start,
    string Zone,
    int Minutes,
    string? Place,
    bool Video,
    string? Draft = null,
    string? Saved = null,
    string? HoldRequest = null,
    string? Repeats = null,
    string? ToldIn = null,
    WishesView? Wishes = null,
    IReadOnlyList<MovedRequest>? Moved = null,
    IReadOnlyList<SomeWish>? Some = null,
    AnyRoom? Room = null
);

/// <summary>A meeting as it is written.</summary>
/// <param name="Start">Wall-clock time in <paramref name="Zone"/>.</param>
/// <param name="Video">Make a conference link.</param>
/// <param name="Agenda">Rich text as HTML.</param>
/// <param name="Repeats">How it repeats, in words; null for once.</param>
/// <param name="Link">A conference that is there already; not with <paramref name="Video"/>.</param>
/// <param name="ToldIn">The zone in which its times are told; null for <paramref name="Zone"/>.</param>
/// <param name="EndZone">The zone in which its end is told, where it is another.</param>
/// <param name="Answers">Whether those asked are to answer.</param>
/// <param name="Reminder">usual, none, or minutes before; null for usual.</param>
/// <param name="Draft">The draft from which it comes.</param>
/// <param name="Saved">The public id of a meeting that was saved and not sent: it becomes this one.</param>
/// <param name="HoldRequest">The holds that are released with it.</param>
/// <param name="Send">False to save it and ask nobody.</param>
/// <param name="Admission">Who joins the conference by its link at once.</param>
/// <param name="Request">The public id of what somebody asked for, of which it comes.</param>
/// <param name="Moved">Occurrences of a series that take place at a time of their own.</param>
/// <param name="Turn">Where two hours take turns, the other of them.</param>
/// <param name="Deadline">Until when those asked are to answer.</param>
/// <param name="Panel">Where several are met one after another, who of them when; the start said is then the first.</param>
public sealed record ArrangeRequest(
    string InNameOf,
    string Title,
    IReadOnlyList<string> Required,
    IReadOnlyList<string> Optional,
    string Start,
    string Zone,
    int Minutes,
    string? Place,
    bool Video,
    string? Agenda,
    string? Line,
    bool Private,
    string? Repeats = null,
    string? Link = null,
    string? DialIn = null,
    string? ToldIn = null,
    string? EndZone = null,
    bool Answers = true,
    string? Category = null,
    string? Reminder = null,
    Rank? Rank = null,
    string? Draft = null,
    string? Saved = null,
    string? HoldRequest = null,
    bool Send = true,
    string? Request = null,
    Admission Admission = Admission.Asked,
    IReadOnlyList<MovedRequest>? Moved = null,
    TurnRequest? Turn = null,
    PanelSentRequest? Panel = null,
    AnswersByRequest? Deadline = null
);

/// <param name="At">Wall-clock time in <paramref name="Zone"/>.</param>
public sealed record AnswersByRequest(string At, string Zone, AfterDeadline Then);

/// <param name="Start">Wall-clock time in the zone of the meeting.</param>
/// <param name="Repeats">How it repeats, in words.</param>
public sealed record TurnRequest(string Start, string Repeats);

/// <param name="Text">A meeting in a line of plain words.</param>
/// <param name="Wishing">Whether it looks for a free slot: bounds are then wishes.</param>
public sealed record LineRequest(string Text, bool Wishing = false);

/// <param name="Words">How it is to repeat, as somebody typed it.</param>
/// <param name="People">The public ids of those for whom a change of clocks is looked at.</param>
/// <param name="Parts">The same by parts, in place of the words.</param>
public sealed record RepeatRequest(string Words, TimeRequest Time, IReadOnlyList<string> People, RepeatPartsView? Parts = null);

/// <param name="Change">With it the sending can be undone for ten seconds.</param>
/// <param name="Asked">How many people are asked, in all its meetings.</param>
/// <param name="Occurrence">Of a series its first occurrence; null for once.</param>
public sealed record ArrangedView(string Entry, long Change, int Asked, int Meetings, string? Occurrence = null);

internal static class ArrangeEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/slots/chosen", ChosenAsync);
        api.MapPost("/meetings", SendAsync);
        api.MapPost("/repeat", RepeatAsync);
        api.MapPost("/line", LineAsync).RequireRateLimiting(Limits.Search);
    }

    private static async Task<Ok<ChosenView>> ChosenAsync(Reader reader, ChosenRequest request, StartOptions options)
    {
        var time = Times.Timed(request.Start, request.Zone, request.Minutes);
        var read = new ReadChosen(
            reader.Person,
            request.InNameOf,
            request.Required,
            request.Optional,
            time.ToStretch(DateTimeZone.Utc),
            request.Place,
            request.Video,
            reader.Now
        )
        {
            Draft = request.Draft,
            Saved = request.Saved,
            HoldRequest = request.HoldRequest,
            MailLeaves = options.MailLeaves,
            Repeats = Times.Limited(request.Repeats, SlotsEndpoints.LongestRepeats, "repeats"),
            ToldIn = request.ToldIn is null ? null : Times.Zone(request.ToldIn, "zone"),
            Moved = MovedRequest.Read(request.Moved),
            Some = request.Some ?? [],
            Room = SlotsEndpoints.Checked(request.Room),
        };
        var chosen = await reader.ReadAsync(read.Run);
        var wishes = request.Wishes is { } wished ? SlotsEndpoints.Checked(wished) : WishesView.None;
        if (wishes == WishesView.None)
            return TypedResults.Ok(chosen);
        var (start, day) = (time.ToStretch(DateTimeZone.Utc).Start, time.Start.Date);
        var search = new ReadSlots(
            reader.Person,
            request.InNameOf,
            request.Required,
            request.Optional,
            request.Minutes,
            day,
            day,
            reader.Now
        )
        {
            Saved = request.Saved,
            HoldRequest = request.HoldRequest,
            Wishes = wishes,
        };
        var broken = await reader.ReadAsync(new ReadWished(reader.Person, search, start).Run);
        return TypedResults.Ok(chosen with { Wrong = [.. chosen.Wrong, .. broken] });
    }

    private static async Task<Ok<LineReading>> LineAsync(Reader reader, LineRequest request)
    {
        var text = Times.Limited(request.Text, 500, "text") ?? "";
        return TypedResults.Ok(await reader.ReadAsync(new ReadLine(reader.Person, text, reader.Now) { Wishing = request.Wishing }.Run));
    }

    private static async Task<Ok<RepeatView>> RepeatAsync(Reader reader, RepeatRequest request)
    {
        var read = new ReadRepeat(reader.Person, request.Words, Times.Entry(request.Time, check: false), request.People, reader.Now)
        {
            Parts = Parts(request.Parts),
        };
        return TypedResults.Ok(await reader.ReadAsync(read.Run));
    }

    private static RuleParts? Parts(RepeatPartsView? parts)
    {
        if (parts is null)
            return null;
        if (
            parts.Every is < 1 or > RuleParts.MostEvery
            || parts.Times is < 1 or > RuleParts.MostTimes
            || parts.Unit == Frequency.Hourly
            || !Enum.IsDefined(parts.Unit)
            || !Enum.IsDefined(parts.On)
            || parts.Weekdays.Any(d => d is < 1 or > 7)
        )
            throw new RefusedException(RefusalKind.BadInput, "parts", $"every {parts.Every}");
        return new RuleParts(
            parts.Every,
            parts.Unit,
            [.. parts.Weekdays.Select(d => (IsoDayOfWeek)d)],
            parts.On,
            parts.Until is null ? null : Reader.Date(parts.Until, "until"),
            parts.Times
        );
    }

    private static async Task<Ok<ArrangedView>> SendAsync(Reader reader, ArrangeRequest request, IConferenceLinks links, IRichTexts texts)
    {
        var meeting = await MeetingAsync(reader, request, links, texts);
        if (((TimedEntry)meeting.Time).ToStretch(DateTimeZone.Utc).End <= reader.Now)
            throw new RefusedException(RefusalKind.InThePast, "start");
        var made = await reader.ChangeAsync(meeting);
        return TypedResults.Ok(
            new ArrangedView(
                made.PublicId,
                made.Change,
                made.Asked,
                made.Meetings,
                made.First is { } first ? NodaTime.Text.LocalDateTimePattern.ExtendedIso.Format(first) : null
            )
        );
    }

    /// <summary>A meeting as it was written, checked where it comes in.</summary>
    internal static async Task<ArrangeMeeting> MeetingAsync(Reader reader, ArrangeRequest request, IConferenceLinks links, IRichTexts texts)
    {
        var owner = await reader.UserAsync(request.InNameOf, "inNameOf");
        var invited = request
            .Required.Select(r => new Invited(r, AttendeeRole.Required))
            .Concat(request.Optional.Select(o => new Invited(o, AttendeeRole.Optional)));
        var time = Time(request);
        var agenda = Times.Limited(request.Agenda, Times.LongestAgenda, "agenda") is { } html ? texts.Read(html) : null;
        var given = Times.Limited(request.Link, 2_000, "link");
        var conference =
            given is null && request.Video ? links.Make() ?? throw new RefusedException(RefusalKind.NoConferences, "video") : null;
        var link = given is null ? conference?.Link : Conference.MustBeLink(given);
        return new ArrangeMeeting(
            reader.Person,
            owner,
            Times.Limited(request.Title, 200, "title") ?? "",
            [.. invited],
            time,
            Times.Limited(request.Place, 200, "place"),
            link,
            agenda?.Plain,
            Times.Limited(request.Line, 2_000, "line"),
            request.Private,
            Times.Repeats(request.Repeats, time.Start.Date)
        )
        {
            DialIn = Times.Limited(request.DialIn, 500, "dialIn") ?? conference?.DialIn,
            StyledAgenda = agenda?.Html,
            AnswersWanted = request.Answers,
            Mark = new MarkWish(
                Times.Limited(request.Category, 40, "category"),
                MarksEndpoints.Reminder(request.Reminder)?.Wish,
                request.Rank
            ),
            Draft = request.Draft,
            Saved = request.Saved,
            HoldRequest = request.HoldRequest,
            Send = request.Send,
            Request = request.Request,
            Admission = request.Admission,
            Moved = MovedRequest.Read(request.Moved),
            Turn = request.Turn is { } turn ? Turn(request, turn) : null,
            Deadline = request.Deadline is { } by ? new DeadlineWish(Times.Moment(by.At, by.Zone, "deadline"), by.Then) : null,
            Panel = request.Panel is { } panel ? Panel(reader, request, panel) : null,
        };
    }

    private static PanelPlan Panel(Reader reader, ArrangeRequest request, PanelSentRequest panel) =>
        new(
            SlotsEndpoints.Panel(reader, panel.Asked),
            [
                .. panel
                    .Meetings.Take(Core.Slots.Panel.Most + 1)
                    .Select(m => new PanelMeeting(m.Who, Time(request with { Start = m.Start }), [.. m.Also ?? []])),
            ]
        );

    private static TurnWish Turn(ArrangeRequest request, TurnRequest turn)
    {
        var time = Time(request with { Start = turn.Start });
        var rule = Times.Repeats(turn.Repeats, time.Start.Date)
            ?? throw new RefusedException(RefusalKind.BadInput, "turn", "no repetition");
        return new TurnWish(time, rule);
    }

    /// <summary>The time chosen in the writer's zone, as the meeting is to tell it.</summary>
    private static TimedEntry Time(ArrangeRequest request)
    {
        var chosen = Times.Timed(request.Start, request.Zone, request.Minutes);
        var toldIn = Times.Zone(request.ToldIn ?? request.Zone, "zone");
        var told = toldIn == request.Zone ? chosen : TimedEntry.At(chosen.ToStretch(DateTimeZone.Utc), toldIn);
        return request.EndZone is null || request.EndZone == toldIn ? told : told with { EndZone = Times.Zone(request.EndZone, "endZone") };
    }
}
