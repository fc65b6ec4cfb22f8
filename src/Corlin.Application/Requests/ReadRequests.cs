using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Text;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Requests;

/// <summary>Who asked for the time of those the viewer speaks for, what is due first.</summary>
/// <param name="Of">For whom one can be written down.</param>
public sealed record RequestsView(string Lead, IReadOnlyList<PersonView> Of, IReadOnlyList<RequestView> Requests);

/// <param name="Person">Who asked, where they are known here.</param>
/// <param name="Words">"asks Maren for 45 minutes, by telephone today 09:12".</param>
/// <param name="Due">"promised by today 18:00", "this week", or null where it is settled.</param>
/// <param name="State">In words; null while nothing was done.</param>
/// <param name="Promised">In milliseconds since 1970.</param>
/// <param name="MayWrite">Whether there is an address to write to.</param>
public sealed record RequestView(
    string Id,
    int Version,
    PersonView For,
    string Caller,
    PersonView? Person,
    string Words,
    string Why,
    string? RingBack,
    string? Due,
    string Tone,
    string? State,
    bool Waits,
    string? Entry,
    RequestWay Way,
    int Minutes,
    Urgency Urgency,
    long? Promised,
    bool Private,
    bool MayWrite
);

/// <param name="Text">Finds those in whose name, reason or way to ring back it stands.</param>
/// <param name="Settled">Also those that were settled.</param>
public sealed record ReadRequests(UserId Viewer, string Text, bool Settled, Instant Now)
{
    private const int Most = 200;

    private static readonly Duration Remembered = Duration.FromDays(180);

    public RequestsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        IReadOnlyList<CalendarUser> of = viewing.Principals.Any(p => p.Id == Viewer)
            ? viewing.Principals
            : [.. viewing.Principals, viewing.Person];
        var text = Plain.Of(Text).TrimEnd();
        var found = Known(viewing, of, Settled || text.Length > 0)
            .Where(r => text.Length == 0 || Plain.Of($"{r.Caller} {r.Why} {r.RingBack}").Contains(text, StringComparison.Ordinal))
            .OrderBy(r => r.Waits ? 0 : 1)
            .ThenBy(r => r.Waits ? r.Due : Instant.MaxValue)
            .ThenByDescending(r => r.TakenAt)
            .ToList();
        var people = viewing.Users(found.SelectMany(r => new[] { r.Principal, r.TakenBy, r.Person ?? r.TakenBy }));
        return new RequestsView(Lead(found), [.. of.Select(viewing.View)], [.. found.Select(r => View(viewing, r, people))]);
    }

    /// <summary>Those that the viewer may know of.</summary>
    internal static IEnumerable<MeetingRequest> Known(Viewing viewing, IReadOnlyList<CalendarUser> of, bool settled) =>
        viewing
            .Store.RequestsOf([.. of.Select(p => p.Id)], settled ? viewing.Now - Remembered : null, Most)
            .Where(r => viewing.Viewer.StandsFor(r.Principal, r.Private));

    private static RequestView View(Viewing viewing, MeetingRequest request, IReadOnlyDictionary<UserId, CalendarUser> people)
    {
        var principal = people[request.Principal];
        var person = request.Person is { } known && people.TryGetValue(known, out var user) ? user : null;
        var taken = viewing.Zone.ToLocal(request.TakenAt);
        var by = request.TakenBy == viewing.Person.Id ? "" : $", told {people[request.TakenBy].GivenName}";
        var overdue = request.Waits && request.Due < viewing.Now;
        return new RequestView(
            request.PublicId,
            request.Version,
            viewing.View(principal),
            request.Caller,
            person is null ? null : viewing.View(person),
            $"asks {principal.GivenName} for {English.Length(request.Minutes)}, {English.Word(request.Way)} {English.Moment(taken, viewing.Today)}{by}",
            request.Why,
            request.RingBack,
            request.Waits ? Due(viewing, request) : null,
            overdue ? "wrong"
                : request.Urgency == Urgency.CanWait && request.Promised is null ? "plain"
                : "doubt",
            State(viewing, request),
            request.Waits,
            request.Entry,
            request.Way,
            request.Minutes,
            request.Urgency,
            request.Promised is { } at ? LaneViews.Ms(at) : null,
            request.Private,
            person is { Address.Length: > 0 } || Mailbox.IsAddress(request.Caller.ToLowerInvariant())
        );
    }

    private static string? State(Viewing viewing, MeetingRequest request)
    {
        if (request.State == RequestState.Open)
            return null;
        if (request is not { State: RequestState.Held, HoldRequest: { } holds })
            return English.Word(request.State);
        var until = viewing.Store.HoldsOf(holds).Select(h => h.LapsesAt).Max();
        return until is { } lapses && lapses > viewing.Now
            ? $"times are held until {English.Moment(viewing.Zone.ToLocal(lapses), viewing.Today)}"
            : "what was held has lapsed";
    }

    internal static string Due(Viewing viewing, MeetingRequest request) =>
        request switch
        {
            { Promised: { } promised } =>
                $"{(promised < viewing.Now ? "was promised by" : "promised by")} {English.Moment(viewing.Zone.ToLocal(promised), viewing.Today)}",
            { Urgency: Urgency.AtOnce } => "at once",
            { Urgency: Urgency.ThisWeek } => "this week",
            _ => "can wait",
        };

    private static string Lead(List<MeetingRequest> found)
    {
        var waiting = found.Count(r => r.Waits);
        return waiting == 0 ? "Nobody waits for an answer."
            : waiting == 1 ? "One person waits for an answer."
            : $"{waiting} people wait for an answer.";
    }
}
