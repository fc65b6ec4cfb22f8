using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Waiting;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Whereabouts;

/// <summary>What came while somebody was away, on one page.</summary>
/// <param name="Words">"Maren was away from 15 March 2027 to 19 March 2027".</param>
/// <param name="Over">They are back.</param>
/// <param name="Asked">What they were asked to, and what became of it, latest first.</param>
/// <param name="Done">What was done in their name, by whom.</param>
/// <param name="Others">What others did to meetings that concern them, latest first.</param>
/// <param name="Waits">What waits for them now.</param>
/// <param name="Told">Who was sent the text, by name or address.</param>
public sealed record ReturnView(
    long Id,
    PersonView Who,
    string Words,
    PersonView? Covers,
    bool Over,
    IReadOnlyList<AskedMeanwhileView> Asked,
    IReadOnlyList<DoneMeanwhileView> Done,
    IReadOnlyList<HistoryRowView> Others,
    IReadOnlyList<QueueRow> Waits,
    IReadOnlyList<string> Told
);

/// <param name="By">Who organises it.</param>
/// <param name="Became">"declined by the absence", "accepted by Noor Haddad", "not answered".</param>
/// <param name="Waits">It waits for an answer.</param>
public sealed record AskedMeanwhileView(string Entry, string Title, string When, PersonView By, string Became, bool Waits);

/// <param name="ByAbsence">The absence did it by itself, as <paramref name="By"/> had it posted.</param>
/// <param name="ByInstruction">A standing instruction of <paramref name="By"/> did it by itself.</param>
public sealed record DoneMeanwhileView(PersonView By, bool ByAbsence, bool ByInstruction, IReadOnlyList<HistoryRowView> Rows);

/// <summary>An absence that is over or runs, for who comes back to it.</summary>
/// <param name="Words">"Maren was away from 15 March 2027 to 19 March 2027".</param>
public sealed record ReturnHeadView(long Id, PersonView Who, string Words);

/// <param name="Id">The number of the absence.</param>
public sealed record ReadReturn(UserId Viewer, long Id, Instant Now)
{
    private const int Most = 300;

    private static readonly Duration ReturnIsNews = Duration.FromDays(7);

    /// <summary>What others do to a meeting that those who are asked to it want to know.</summary>
    private static readonly HashSet<ChangeKind> OfMeetings =
    [
        ChangeKind.EntryChanged,
        ChangeKind.EntryCancelled,
        ChangeKind.MeetingCancelled,
        ChangeKind.MeetingRestored,
        ChangeKind.TurnedOver,
        ChangeKind.WentOn,
    ];

    public ReturnView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        if (store.Absence(Id) is not { } absence || !viewing.Viewer.StandsFor(absence.Who, false) || absence.Stretch.Start > Now)
            throw new RefusedException(RefusalKind.NotFound);
        var who = viewing.Users([absence.Who])[absence.Who];
        var calendars = viewing.CalendarsOf([who.Id]).GetValueOrDefault(who.Id) ?? throw new RefusedException(RefusalKind.NotFound);
        var own = store.Past(who.Id, null, absence.Stretch.Start, absence.Stretch.End, null, Most);
        var around = store.PastAround(who.Id, absence.Stretch.Start, absence.Stretch.End, Most);
        var asking = around.Where(c => !c.TookBack && c.Entries.Any(e => CameToBeAsked(e, who.Id))).ToList();
        return new ReturnView(
            absence.Id,
            viewing.View(who),
            Words(viewing, who, absence),
            absence.Covers is { } cover ? viewing.View(viewing.Users([cover])[cover]) : null,
            absence.Stretch.End <= Now,
            [.. Asked(viewing, who, calendars, asking, own)],
            Done(viewing, who, calendars, own),
            Others(viewing, who, calendars, [.. around.Except(asking)]),
            OpenItems.Read(viewing, [who]),
            Told(viewing, absence)
        );
    }

    /// <summary>The absences of some people that ended lately or run, the latest to end first.</summary>
    internal static IReadOnlyList<ReturnHeadView> Heads(Viewing viewing, IReadOnlyList<CalendarUser> people, bool overOnly)
    {
        var lately = new Stretch(viewing.Now - ReturnIsNews, viewing.Now);
        var byId = people.ToDictionary(p => p.Id);
        return
        [
            .. viewing
                .Store.Absences([.. byId.Keys], lately)
                .Where(a => a.Stretch.End > lately.Start && (!overOnly || a.Stretch.End <= viewing.Now))
                .OrderByDescending(a => a.Stretch.End)
                .Select(a => new ReturnHeadView(a.Id, viewing.View(byId[a.Who]), Words(viewing, byId[a.Who], a))),
        ];
    }

    private static string Words(Viewing viewing, CalendarUser who, Absence absence)
    {
        var over = absence.Stretch.End <= viewing.Now;
        var subject =
            who.Id == viewing.Person.Id
                ? over
                    ? "You were"
                    : "You are"
                : $"{who.GivenName} {(over ? "was" : "is")}";
        return $"{subject} away {English.FromTo(absence.Stretch, who.HomeZone)}";
    }

    private static bool CameToBeAsked(ChangedEntry changed, UserId who) =>
        changed.After is { Kind: EntryKind.Meeting, Status: MeetingStatus.Sent } after
        && after.Owner != who
        && after.Asks(who)
        && !(changed.Before is { Status: MeetingStatus.Sent } before && before.Asks(who));

    private static IEnumerable<AskedMeanwhileView> Asked(
        Viewing viewing,
        CalendarUser who,
        LaneCalendars calendars,
        IReadOnlyList<PastChange> asking,
        IReadOnlyList<PastChange> own
    )
    {
        var ids = asking.SelectMany(c => c.Entries).Where(e => CameToBeAsked(e, who.Id)).Select(e => e.Id).Distinct().ToList();
        var now = viewing.Store.EntriesNow(ids);
        viewing.Users(
            now.Values.SelectMany(e => e.Participations.Where(p => p.Who == who.Id).Select(p => p.AnsweredBy ?? who.Id).Append(e.Owner))
        );
        foreach (var entry in ids.Where(now.ContainsKey).Select(id => now[id]))
        {
            var told = Core.Access.Disclosure.Past(null, entry, null, who.Id, viewing.Viewer, e => calendars.SharedFor(viewing, e, null));
            if (told.Withheld || told.After is not { } state)
                continue;
            var became = Became(viewing, who, entry, own);
            yield return new AskedMeanwhileView(
                entry.PublicId,
                state.Title,
                English.When(entry.Time, viewing.Zone),
                viewing.View(viewing.Users([entry.Owner])[entry.Owner]),
                became ?? "not answered",
                became is null
            );
        }
    }

    /// <returns>Null where it waits for an answer.</returns>
    private static string? Became(Viewing viewing, CalendarUser who, Entry entry, IReadOnlyList<PastChange> own)
    {
        if (entry.Status == MeetingStatus.Cancelled)
            return "cancelled since";
        if (!entry.Asks(who.Id))
            return "no longer asked";
        var parts = entry.Participations.Where(p => p.Who == who.Id && !p.NotAsked).ToList();
        var answered = parts.Where(p => p.Answer != Answer.None).ToList();
        if (answered.Count == 0)
            return null;
        var last = answered[^1];
        var byAbsence =
            own.FirstOrDefault(c =>
                c.Kind == ChangeKind.InvitationAnswered && !c.TookBack && !c.Undone && c.Entries.Any(e => e.Id == entry.Id)
            ) is
            { ByAbsence: true };
        var by = byAbsence ? "the absence" : viewing.Users([last.AnsweredBy ?? who.Id])[last.AnsweredBy ?? who.Id].Name;
        var words = $"{English.Word(last.Answer)} by {by}";
        return parts.Exists(p => p.RecurrenceId is null && p.Answer == Answer.None)
            ? $"{English.Count(answered.Count, "time", "times")} {words}, the series not"
            : words;
    }

    private static IReadOnlyList<DoneMeanwhileView> Done(
        Viewing viewing,
        CalendarUser who,
        LaneCalendars calendars,
        IReadOnlyList<PastChange> own
    )
    {
        // The texts that went out are told by who read them.
        var done = own.Where(c => (c.Actor != who.Id || c.ByAbsence || c.ByItself) && !(c.ByAbsence && c.Kind == ChangeKind.MailWritten))
            .ToList();
        var rows = new HistoryRows(viewing, who, calendars, done);
        return
        [
            .. done.GroupBy(c => (c.Actor, c.ByAbsence, ByInstruction: c.Followed is { ByItself: true }))
                .OrderBy(g => g.Key.ByAbsence || g.Key.ByInstruction)
                .ThenByDescending(g => g.Count())
                .Select(g => new DoneMeanwhileView(
                    viewing.View(viewing.Users([g.Key.Actor])[g.Key.Actor]),
                    g.Key.ByAbsence,
                    g.Key.ByInstruction,
                    [.. g.Select(rows.Row)]
                )),
        ];
    }

    private static IReadOnlyList<HistoryRowView> Others(
        Viewing viewing,
        CalendarUser who,
        LaneCalendars calendars,
        IReadOnlyList<PastChange> around
    )
    {
        var told = around
            .Where(c =>
                OfMeetings.Contains(c.Kind) || (c.Kind == ChangeKind.InvitationAnswered && c.Entries.Any(e => e.After?.Owner == who.Id))
            )
            .ToList();
        var rows = new HistoryRows(viewing, who, calendars, told);
        return [.. told.Select(rows.Row)];
    }

    private static IReadOnlyList<string> Told(Viewing viewing, Absence absence)
    {
        var boxes = viewing.Store.ToldBy(absence, viewing.Viewer.StandsFor(absence.Who, true), Most);
        var known = viewing.Store.UsersByAddress([.. boxes.Select(b => b.Address)], absence.Who);
        return
        [
            .. boxes
                .Select(b => known.TryGetValue(b.Address, out var user) && viewing.MayKnow(user) ? user.Name : b.Address)
                .Distinct()
                .Order(StringComparer.Ordinal),
        ];
    }
}
