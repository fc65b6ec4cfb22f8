using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Waiting;
using Corlin.Application.Whereabouts;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Desk;

/// <summary>Somebody's own page: now and next, what is asked of them, what was done in their name, and who may see and do what.</summary>
/// <param name="Day">Their own lane, today.</param>
/// <param name="Coming">What is on now and what comes today, soonest first.</param>
/// <param name="After">What stands first on a later day, where nothing comes today; null otherwise.</param>
/// <param name="Questions">What those who keep their calendar ask them.</param>
/// <param name="Asked">What else waits for their answer or decision.</param>
/// <param name="Told">What others did to meetings to which they are asked.</param>
/// <param name="Done">What others did in their name in the last days, latest first.</param>
/// <param name="Speakers">Those who speak for them and get a copy of what they are told.</param>
/// <param name="OwnCopies">Whether they get it themselves too.</param>
/// <param name="Where">Where they work today, in words.</param>
/// <param name="Returns">An absence of theirs that ended lately.</param>
public sealed record MineView(
    long Now,
    string DateLine,
    PersonView Viewer,
    IReadOnlyList<ZoneView> Zones,
    DayView Day,
    IReadOnlyList<ComingView> Coming,
    ComingView? After,
    IReadOnlyList<QuestionView> Questions,
    IReadOnlyList<QueueRow> Asked,
    IReadOnlyList<MeetingNewsView> Told,
    IReadOnlyList<HistoryRowView> Done,
    IReadOnlyList<HolderView> Holders,
    IReadOnlyList<PersonView> Speakers,
    bool OwnCopies,
    IReadOnlyList<ReturnHeadView> Returns,
    string Where
);

/// <summary>What somebody holds in the viewer's calendars.</summary>
/// <param name="Grant">The number of the grant, to withdraw it.</param>
/// <param name="Words">"may see everything in your calendar and speak for you".</param>
public sealed record HolderView(long Grant, PersonView Who, Sight Sight, Acting Acting, string Words);

public sealed record ReadMine(UserId Viewer, Instant Now)
{
    private const int MostDone = 40;
    private const int LookAheadDays = 21;
    private static readonly Duration DoneWithin = Duration.FromDays(7);

    public MineView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var today = viewing.Zone.Day(viewing.Today);
        var ahead = new Stretch(today.Start, viewing.Zone.Day(viewing.Today.PlusDays(LookAheadDays)).End);
        var lane = LaneReading.Read(viewing, [viewing.Person], ahead)[0];
        var standing = lane
            .Entries.Where(e => e.Told.Stretch.End > Now && !e.Told.AllDay && e.Told.Takes > TimeTaken.Free)
            .OrderBy(e => e.Told.Stretch.Start)
            .ToList();
        var coming = standing.Where(e => e.Told.Stretch.Start < today.End).ToList();
        var questions = QuestionViews.OfViewer(viewing, lane);
        var speakers = new SpeakersOf(store, [Viewer], Now).For(Viewer, isPrivate: false);
        return new MineView(
            LaneViews.Ms(Now),
            English.Day(viewing.Today),
            viewing.View(viewing.Person),
            viewing.ZonesOf([viewing.Person], today),
            ReadDesk.Today(viewing, [lane]),
            [.. coming.Select(e => ComingViews.View(viewing, lane, e))],
            coming.Count == 0 && standing.Count > 0 ? ComingViews.View(viewing, lane, standing[0]) : null,
            questions,
            [
                .. DeskQueue
                    .Build(viewing, [lane])
                    .Where(r => r.For.Id == viewing.Person.PublicId && r.Verb is "Answer" or "Decide")
                    .Where(r => !questions.Any(q => q.Entry == r.Entry && q.Occurrence == r.Occurrence)),
            ],
            [.. MeetingNewsViews.Read(viewing).Where(n => n.For.Id == viewing.Person.PublicId)],
            Done(viewing),
            Holders(viewing),
            [.. speakers.Select(viewing.View)],
            Copies.AreWanted(store, Viewer),
            ReadReturn.Heads(viewing, [viewing.Person], overOnly: true),
            Strips.Words(viewing, lane, viewing.Today)
        );
    }

    private static IReadOnlyList<HistoryRowView> Done(Viewing viewing)
    {
        var past = viewing
            .Store.Past(viewing.Person.Id, null, viewing.Now - DoneWithin, null, null, MostDone)
            .Where(c => c.Actor != viewing.Person.Id)
            .ToList();
        if (past.Count == 0)
            return [];
        var rows = new HistoryRows(viewing, viewing.Person, viewing.CalendarsOf([viewing.Person.Id])[viewing.Person.Id], past);
        return [.. past.Select(rows.Row)];
    }

    private static IReadOnlyList<HolderView> Holders(Viewing viewing)
    {
        var grants = viewing.Store.GrantsIn([viewing.Person.Id]).Where(g => g.Receiver is not null && !g.IsOverAt(viewing.Now)).ToList();
        var people = viewing.Users(grants.Select(g => g.Receiver!.Value));
        var calendars = viewing.CalendarsOf([viewing.Person.Id]).GetValueOrDefault(viewing.Person.Id);
        return
        [
            .. grants
                .OrderByDescending(g => g.Acting)
                .ThenByDescending(g => g.Sight)
                .ThenBy(g => people[g.Receiver!.Value].Name, StringComparer.Ordinal)
                .Select(g => new HolderView(
                    g.Id,
                    viewing.View(people[g.Receiver!.Value]),
                    g.Sight,
                    g.Acting,
                    $"may {English.Access(g.Terms, viewing.Person, viewing.Person, calendars?.NameOf(g))}{English.Dated(g.Terms, viewing.Person)}"
                )),
        ];
    }
}
