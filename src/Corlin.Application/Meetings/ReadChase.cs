using Corlin.Application.Calendars;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>Every meeting organised by the viewer or in the name of those they speak for, by what it waits for.</summary>
/// <param name="Cancelled">What can be brought back.</param>
/// <param name="Undelivered">What went out in their name and could not be delivered.</param>
/// <param name="Saved">What was saved and not sent.</param>
/// <param name="Owed">What others are to bring or send, and have not.</param>
public sealed record ChaseView(
    long Now,
    string Lead,
    IReadOnlyList<ChaseRow> Rows,
    IReadOnlyList<ZoneView> Zones,
    IReadOnlyList<MailLineView> Undelivered,
    IReadOnlyList<CancelledView> Cancelled,
    IReadOnlyList<SavedView> Saved,
    IReadOnlyList<OwedView> Owed
);

/// <summary>A meeting of which nobody was told yet.</summary>
/// <param name="Words">When it is to be, in the viewer's zone, and whether that time has passed.</param>
public sealed record SavedView(string Entry, string Title, PersonView For, string Words);

/// <summary>A meeting that was cancelled within the hour and can be brought back.</summary>
/// <param name="Words">When it was to be and who cancelled it: "Tuesday 16 March, 12:00 to 12:45; Noor Haddad cancelled it at
/// 09:42."</param>
public sealed record CancelledView(string Entry, string Title, PersonView For, string Words);

public sealed record ReadChase(UserId Viewer, Instant Now)
{
    private const int MostUndelivered = 20;

    private const int MostCancelled = 20;

    private const int MostSaved = 50;

    public ChaseView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        IReadOnlyList<CalendarUser> organisers = [.. viewing.Principals.Append(viewing.Person)];
        var rows = ChaseRows.Read(viewing, organisers);
        var span = new Stretch(Now, Now + Duration.FromDays(70));
        return new ChaseView(
            LaneViews.Ms(Now),
            Lead(rows),
            rows,
            viewing.ZonesOf(viewing.Principals, span),
            Undelivered(viewing),
            Cancelled(viewing),
            Saved(viewing, organisers),
            Owed.Read(viewing, organisers)
        );
    }

    private static IReadOnlyList<MailLineView> Undelivered(Viewing viewing) =>
        [
            .. viewing
                .Store.Mails(
                    new MailAsked(viewing.MailOf(), false, "", [MailState.Trying, MailState.Failed], null, OnlyOpen: true),
                    MostUndelivered
                )
                .Select(m => MailViews.Line(viewing, m)),
        ];

    private static IReadOnlyList<CancelledView> Cancelled(Viewing viewing)
    {
        var found = new List<CancelledView>();
        foreach (var of in viewing.Principals.Append(viewing.Person))
        {
            var past = viewing
                .Store.Past(of.Id, null, viewing.Now - RestoreMeeting.Within, null, null, MostCancelled)
                .Where(c => c is { Kind: ChangeKind.MeetingCancelled, Undone: false, TookBack: false })
                .ToList();
            var now = viewing.Store.EntriesNow([.. past.SelectMany(c => c.Entries).Select(e => e.Id).Distinct()]);
            foreach (var change in past)
            {
                if (change.Entries is not [var one] || !now.TryGetValue(one.Id, out var entry) || entry.Status != MeetingStatus.Cancelled)
                    continue;
                if (entry.Private && !viewing.Viewer.StandsFor(of.Id, true))
                    continue;
                var local = viewing.Zone.ToLocal(change.At);
                found.Add(
                    new CancelledView(
                        entry.PublicId,
                        entry.Title,
                        viewing.View(of),
                        $"{English.When(entry.Time, viewing.Zone)}; {viewing.Users([change.Actor])[change.Actor].Name} cancelled it at {English.Time(local.TimeOfDay)}."
                    )
                );
            }
        }

        return found;
    }

    private static IReadOnlyList<SavedView> Saved(Viewing viewing, IReadOnlyList<CalendarUser> organisers)
    {
        var of = organisers.DistinctBy(o => o.Id).ToDictionary(o => o.Id);
        return
        [
            .. viewing
                .Store.Saved([.. of.Keys], MostSaved)
                .Where(m => viewing.Viewer.StandsFor(m.Owner, m.Private))
                .Select(m => new SavedView(
                    m.PublicId,
                    m.Title,
                    viewing.View(of[m.Owner]),
                    English.When(m.Time, viewing.Zone) + (IsAhead(viewing, of[m.Owner], m) ? "" : "; that time has passed")
                )),
        ];
    }

    private static bool IsAhead(Viewing viewing, CalendarUser owner, Entry meeting) =>
        Occurrences.In(meeting, new Stretch(viewing.Now, viewing.Now + Duration.FromDays(366)), owner.HomeZone).Any();

    private static string Lead(IReadOnlyList<ChaseRow> rows)
    {
        var times = rows.Count(r => r.Group == ChaseGroup.NewTime);
        var decisions = rows.Count(r => r.Group == ChaseGroup.Decision);
        var answers = rows.Count(r => r.Group == ChaseGroup.Answers);
        if (rows.Count == 0)
            return "Nothing has been arranged yet.";
        var parts = new List<string>();
        if (times > 0)
            parts.Add(times == 1 ? "one waits for a new time" : English.Count(times, "", "wait for a new time"));
        if (decisions > 0)
            parts.Add(decisions == 1 ? "one for a decision" : $"{English.Count(decisions, "", "")}for a decision");
        if (answers > 0)
            parts.Add(answers == 1 ? "one waits for answers" : English.Count(answers, "", "wait for answers"));
        return parts.Count == 0 ? "Everything is agreed." : English.Capital(English.And(parts)) + ".";
    }
}
