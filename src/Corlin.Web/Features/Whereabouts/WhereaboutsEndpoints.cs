using Corlin.Application.Whereabouts;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Web.Features.Whereabouts;

/// <param name="From">Wall-clock time at the home of who is away, "2027-03-10T00:00".</param>
/// <param name="To">Its end; of whole days the midnight after the last.</param>
/// <param name="Covers">The public id of who covers, or null.</param>
/// <param name="Texts">What those read who ask or write; null for nothing, or for as it is.</param>
/// <param name="ReasonTo">To whom the reason shows; null for who keeps the calendar, or for as it is.</param>
/// <param name="CoverMay">What who covers may do meanwhile; null for what they may anyway, or for as it is.</param>
public sealed record AbsenceSaid(
    string From,
    string To,
    string? Covers,
    string? Reason,
    AbsenceKind Kind,
    AwayTexts? Texts = null,
    ReasonTold? ReasonTo = null,
    CoverMay? CoverMay = null
);

/// <param name="Entry">The public id of what stands in it.</param>
/// <param name="Occurrences">Which of a series; none of what does not repeat.</param>
/// <param name="To">Of a move when it begins then, in milliseconds.</param>
public sealed record SettledRequest(string Entry, IReadOnlyList<string> Occurrences, InAbsenceWish Wish, long? To = null);

/// <param name="Who">The public id of who is away.</param>
/// <param name="Settled">What becomes of what stands in it; what is not named is kept.</param>
/// <param name="CoversPrincipals">Whether who covers also holds meanwhile what whoever is away holds in the calendars of others.</param>
public sealed record AbsenceRequest(
    string Who,
    AbsenceSaid Said,
    IReadOnlyList<SettledRequest>? Settled = null,
    bool CoversPrincipals = false
);

public sealed record SettleAwayRequest(IReadOnlyList<SettledRequest> Settled);

/// <param name="Kind">What they do then.</param>
/// <param name="Place">Of a stay at a place its name.</param>
/// <param name="First">"2027-03-10".</param>
/// <param name="Last">The last day; null of one that repeats.</param>
/// <param name="Rule">How it repeats (RRULE), or null.</param>
/// <param name="From">In minutes since midnight; 0 for the whole day.</param>
/// <param name="To">1440 for the whole day.</param>
/// <param name="Usual">They are as usual then: what was said is taken away.</param>
public sealed record StaySaid(StayKind Kind, string? Place, string First, string? Last, string? Rule, int From, int To, bool Usual);

/// <param name="Who">The public id of whose days they are.</param>
/// <param name="Seen">The last change of them that was seen.</param>
public sealed record WhereRequest(string Who, IReadOnlyList<StaySaid> Said, long Seen);

/// <param name="Line">As it was typed; null where <paramref name="Said"/> says it.</param>
/// <param name="Month">"2027-03", the month that is looked at, or null.</param>
public sealed record WhereReadRequest(string Who, string? Line, IReadOnlyList<StaySaid> Said, string? Month);

/// <param name="Said">Each as it can be said again.</param>
/// <param name="Words">In the same order, in words.</param>
public sealed record WhereReadView(
    IReadOnlyList<StaySaid> Said,
    IReadOnlyList<string> Words,
    string? Problem,
    string? Away,
    IReadOnlyList<NoLongerFits> NoLongerFit
);

/// <param name="Who">The public id of whose days they are.</param>
public sealed record WhereToldRequest(string Who, WhereTold Told);

internal static class WhereaboutsEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/whereabouts", GetAsync);
        api.MapGet("/whereabouts/year", YearAsync);
        api.MapPost("/whereabouts/read", ReadAsync);
        api.MapPost("/whereabouts", SayAsync);
        api.MapDelete("/whereabouts/{id:long}", NoMoreAsync);
        api.MapPut("/whereabouts/told", ToldAsync);
        api.MapGet("/absences/standing", StandingAsync);
        api.MapGet("/absences/{id:long}/return", ReturnAsync);
        api.MapPost("/absences", PostAsync);
        api.MapPost("/absences/{id:long}/settled", SettleAsync);
        api.MapPut("/absences/{id:long}", ChangeAsync);
        api.MapDelete("/absences/{id:long}", EndAsync);
    }

    private const int MostStays = SayWhere.MostAtOnce;

    /// <param name="month">"2027-03"; that of today where none is given.</param>
    /// <param name="also">Others at whom the reader looks, their public ids with commas.</param>
    private static async Task<Ok<WhereaboutsView>> GetAsync(Reader reader, string? month, string? also) =>
        TypedResults.Ok(
            await reader.ReadAsync(
                new ReadWhereabouts(reader.Person, month, reader.Now, also?.Split(',', StringSplitOptions.RemoveEmptyEntries)).Run
            )
        );

    /// <param name="year">That of today where none is given.</param>
    private static async Task<Ok<WhereaboutsYearView>> YearAsync(Reader reader, int? year) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadWhereaboutsYear(reader.Person, year, reader.Now).Run));

    /// <summary>Reads a line, or what was said by hand, and tells what saying it does. It changes nothing.</summary>
    private static async Task<Ok<WhereReadView>> ReadAsync(Reader reader, WhereReadRequest request)
    {
        var month = request.Month is { } asked ? Reader.Date(asked + "-01", "month") : (LocalDate?)null;
        var read = await reader.ReadAsync(
            new ReadWhereSaid(reader.Person, request.Who, request.Line, Said(request.Said), month, reader.Now).Run
        );
        return TypedResults.Ok(
            new WhereReadView(
                [.. read.Said.Select(s => View(s.Said))],
                [.. read.Said.Select(s => s.Words)],
                read.Problem,
                read.Away,
                read.NoLongerFit
            )
        );
    }

    private static async Task<Ok<ChangedView>> SayAsync(Reader reader, WhereRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new SayWhere(reader.Person, await reader.UserAsync(request.Who, "who"), Said(request.Said), request.Seen)
                )
            )
        );

    /// <param name="from">The first day on which it applies no longer; today where none is given.</param>
    private static async Task<Ok<ChangedView>> NoMoreAsync(Reader reader, long id, string? from) =>
        TypedResults.Ok(
            new ChangedView(await reader.ChangeAsync(new SayNoMore(reader.Person, id, from is null ? null : Reader.Date(from, "from"))))
        );

    private static async Task<Ok<ChangedView>> ToldAsync(Reader reader, WhereToldRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(new TellWhere(reader.Person, await reader.UserAsync(request.Who, "who"), request.Told))
            )
        );

    private static IReadOnlyList<WhereSaid> Said(IReadOnlyList<StaySaid>? said)
    {
        if (said is { Count: > MostStays })
            throw new RefusedException(RefusalKind.TooMany, "said", MostStays.ToString(System.Globalization.CultureInfo.InvariantCulture));
        return
        [
            .. (said ?? []).Select(s => new WhereSaid(
                Enum.IsDefined(s.Kind) ? s.Kind : throw new RefusedException(RefusalKind.BadInput, "kind"),
                Times.Limited(s.Place, Place.LongestName, "place"),
                Reader.Date(s.First, "first"),
                s.Last is null ? null : Reader.Date(s.Last, "last"),
                s.Rule is null ? null : RuleOf(s.Rule),
                new DaySpan(s.From, s.To),
                s.Usual
            )),
        ];
    }

    private static Rule RuleOf(string text)
    {
        try
        {
            return Rule.Parse(Times.Limited(text, 300, "rule") ?? "");
        }
        catch (FormatException)
        {
            throw new RefusedException(RefusalKind.RuleNotUnderstood, "rule", text);
        }
    }

    private static StaySaid View(WhereSaid said) =>
        new(
            said.Kind,
            said.Place,
            LocalDatePattern.Iso.Format(said.First),
            said.Last is { } last ? LocalDatePattern.Iso.Format(last) : null,
            said.Rule?.ToString(),
            said.Part.From,
            said.Part.To,
            said.Usual
        );

    /// <summary>What came while somebody was away.</summary>
    private static async Task<Ok<ReturnView>> ReturnAsync(Reader reader, long id) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadReturn(reader.Person, id, reader.Now).Run));

    /// <param name="cover">The public id of who covers, or null.</param>
    private static async Task<Ok<IReadOnlyList<InAbsenceView>>> StandingAsync(
        Reader reader,
        string who,
        string from,
        string to,
        string? cover
    ) =>
        TypedResults.Ok(
            await reader.ReadAsync(
                new ReadInAbsence(reader.Person, who, Reader.Time(from, "from"), Reader.Time(to, "to"), reader.Now, cover).Run
            )
        );

    private static async Task<Ok<ActView>> PostAsync(Reader reader, AbsenceRequest request)
    {
        var (who, said) = (await reader.FindAsync(request.Who, "who"), request.Said);
        var absence = new PostAbsence(
            reader.Person,
            who.Id,
            Absent.AtHome(who, Reader.Time(said.From, "from"), Reader.Time(said.To, "to")),
            await CoversAsync(reader, said),
            said.Reason,
            said.Kind
        )
        {
            Texts = said.Texts ?? AwayTexts.None,
            ReasonTo = said.ReasonTo ?? ReasonTold.Keepers,
            CoverMay = said.CoverMay ?? CoverMay.AsNow,
        };
        return TypedResults.Ok(
            new ActView(
                await reader.ChangeAsync(
                    new PostAbsenceAndSettle(reader.Person, absence, Settled(request.Settled))
                    {
                        CoversPrincipals = request.CoversPrincipals,
                    }
                )
            )
        );
    }

    private static async Task<Ok<ActView>> SettleAsync(Reader reader, long id, SettleAwayRequest request) =>
        TypedResults.Ok(new ActView(await reader.ChangeAsync(new SettleInAbsence(reader.Person, id, Settled(request.Settled)))));

    private static IReadOnlyList<SettledInAbsence> Settled(IReadOnlyList<SettledRequest>? settled)
    {
        if (settled is { Count: > MostStays })
            throw new RefusedException(
                RefusalKind.TooMany,
                "settled",
                MostStays.ToString(System.Globalization.CultureInfo.InvariantCulture)
            );
        return
        [
            .. (settled ?? [])
                .Where(s => s.Wish != InAbsenceWish.Keep)
                .Select(s => new SettledInAbsence(
                    s.Entry ?? throw new RefusedException(RefusalKind.BadInput, "entry"),
                    s.Occurrences is { Count: > 0 } some ? [.. some.Select(Reader.Occurrence)] : [null],
                    Enum.IsDefined(s.Wish) ? s.Wish : throw new RefusedException(RefusalKind.BadInput, "wish"),
                    s.To is { } to ? Times.Moment(to, "to") : null
                )),
        ];
    }

    private static async Task<Ok<ActView>> ChangeAsync(Reader reader, long id, AbsenceSaid said) =>
        TypedResults.Ok(
            new ActView(
                await reader.ChangeAsync(
                    new ChangeAbsence(
                        reader.Person,
                        id,
                        Reader.Time(said.From, "from"),
                        Reader.Time(said.To, "to"),
                        await CoversAsync(reader, said),
                        said.Reason,
                        said.Kind
                    )
                    {
                        Texts = said.Texts,
                        ReasonTo = said.ReasonTo,
                        CoverMay = said.CoverMay,
                    }
                )
            )
        );

    private static async Task<Ok<ActView>> EndAsync(Reader reader, long id) =>
        TypedResults.Ok(new ActView(await reader.ChangeAsync(new EndAbsence(reader.Person, id))));

    private static async Task<UserId?> CoversAsync(Reader reader, AbsenceSaid said) =>
        said.Covers is { } covers ? await reader.UserAsync(covers, "covers") : null;
}
