using System.Globalization;
using Corlin.Application.Access;
using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Application.Requests;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words;
using Corlin.Interchange.ICalendar;
using Corlin.Simulation.Calendars;
using NodaTime;

namespace Corlin.Simulation.Seed;

/// <summary>Somebody who can sign in to the demo.</summary>
public sealed record DemoSignIn(UserId Person, string Name, string Address, string Post);

/// <summary>Fills an empty store with the demo's organisation, one change after another, as its people would have made them.</summary>
public sealed class DemoSeed(IWriteGate gate, IConferenceLinks links, CalendarHouse house, DemoClock clock)
{
    private const string Domain = "ebbline.example";
    private const int WeeksBefore = 3;
    private const int WeeksAfter = 8;

    private readonly Dictionary<string, CalendarUser> people = [];
    private readonly Dictionary<UserId, IReadOnlyList<string>> groupMembers = [];

    /// <param name="folder">The demo folder.</param>
    /// <param name="start">The moment at which the demo begins; its date in Lisbon is the start day.</param>
    public async Task<IReadOnlyList<DemoSignIn>> RunAsync(string folder, Instant start, CancellationToken cancel = default)
    {
        var files = DemoFiles.Read(folder);
        var days = new DemoDays(Zones.Get("Europe/Lisbon").ToLocal(start).Date);
        clock.StopAt(start - Duration.FromDays(7 * WeeksBefore));
        await PlacesAsync(files, cancel);
        await PeopleAsync(files, cancel);
        await gate.RunAsync(new NameOrganisation(Administrator(files).Id, null, "Ebbline"), cancel);
        await ClosuresAsync(files, days, cancel);
        await AccessAsync(files, days, cancel);
        await FactsAsync(files, cancel);
        clock.StopAt(start - Duration.FromDays(6));
        foreach (var line in files.Rounds)
            await RoundAsync(line, days, cancel);
        foreach (var line in files.Entries)
            await EntryAsync(line, days, start, cancel);
        foreach (var line in files.Facts.Calendars)
            await CalendarAsync(line, days, cancel);
        await MembersAsync(files, days, cancel);
        clock.StopAt(start - Duration.FromDays(2));
        foreach (var line in files.Elsewhere)
            await ElsewhereAsync(line, days, cancel);
        clock.StopAt(start - Duration.FromHours(19));
        foreach (var a in files.Access.Asks)
        {
            var until = a.Until is { } last ? people[a.On].HomeZone.Day(days.Date(last)).End : (Instant?)null;
            await gate.RunAsync(
                new AskForAccess(people[a.Who].Id, people[a.On].Id, new AccessTerms(a.Sight, a.Acting, Until: until), a.Words),
                cancel
            );
        }

        foreach (var line in files.Requests)
            await RequestAsync(line, days, cancel);
        clock.StopAt(null);
        return [.. files.People.Where(p => p.SignsIn).Select(p => new DemoSignIn(people[p.Key].Id, p.Name, people[p.Key].Address, p.Post))];
    }

    private CalendarUser Administrator(DemoFiles files) => people[files.People.First(p => p.Administrator).Key];

    private async Task PlacesAsync(DemoFiles files, CancellationToken cancel)
    {
        foreach (var p in files.Places.Places)
            await gate.RunAsync(new AddPlace(new Place(p.Name, p.Site, p.Town, p.Zone, p.Country)), cancel);
        foreach (var r in files.Groups.Rooms)
            await gate.RunAsync(new AddPlace(new Place(r.Name, r.Site, r.Town, r.Zone)), cancel);
        foreach (var w in files.Places.Ways)
            await gate.RunAsync(new SetWay(w.From, w.To, Duration.FromMinutes(w.Minutes)), cancel);
    }

    private async Task ClosuresAsync(DemoFiles files, DemoDays days, CancellationToken cancel)
    {
        var administrator = Administrator(files);
        foreach (var c in files.Places.Closures)
            await gate.RunAsync(new CloseSite(administrator.Id, c.Site, days.Date(c.From), days.Date(c.To).PlusDays(1), c.Words), cancel);
    }

    private async Task PeopleAsync(DemoFiles files, CancellationToken cancel)
    {
        async Task Add(
            string key,
            UserKind kind,
            string name,
            bool inside,
            string zone,
            WorkingHours? hours,
            string? place,
            int flag,
            string? post,
            bool administrator = false
        )
        {
            var address = inside ? $"{key}@{Domain}" : key;
            people[key] = await gate.RunAsync(
                new AddPerson(new CalendarUser(default, "", kind, name, address, inside, zone, hours, place, flag, post), administrator),
                cancel
            );
        }

        foreach (var p in files.People)
            await Add(p.Key, UserKind.Person, p.Name, !p.Outside, p.Zone, Hours(p.Hours), p.Place, p.Flag, p.Post, p.Administrator);
        foreach (var r in files.Groups.Rooms)
            await Add(r.Key, UserKind.Room, r.Name, true, r.Zone, null, r.Name, r.Flag, r.Post);
        foreach (var g in files.Groups.Groups)
        {
            await Add(g.Key, UserKind.Group, g.Name, true, g.Zone, null, null, g.Flag, null);
            groupMembers[people[g.Key].Id] = g.Members;
            foreach (var member in g.Members)
                await gate.RunAsync(new AddMember(people[g.Key].Id, people[member].Id), cancel);
        }
    }

    private async Task FactsAsync(DemoFiles files, CancellationToken cancel)
    {
        var administrator = Administrator(files);
        foreach (var f in files.Facts.Facts)
        {
            var said = new PersonEdit(
                Telephones: f.Telephones,
                OtherAddresses: f.OtherAddresses,
                Note: f.Note,
                Capacity: f.Capacity,
                Features: f.Features
            );
            await gate.RunAsync(new ChangePerson(administrator.Id, people[f.Who].PublicId, 1, said), cancel);
        }

        foreach (var c in files.Facts.Contacts)
        {
            var said = new PersonEdit(c.Name, c.Address, c.Zone, c.Post, Telephones: c.Telephones, Note: c.Note);
            var added = await gate.RunAsync(
                new AddToPeople(people[c.By].Id, UserKind.Person, false, c.For is null ? null : people[c.For].Id, said),
                cancel
            );
            if (c.AssistantOf is { } whose)
                await gate.RunAsync(
                    new ChangePerson(administrator.Id, people[whose].PublicId, 2, new PersonEdit(Assistant: added.Id)),
                    cancel
                );
        }
    }

    private async Task CalendarAsync(CalendarLine line, DemoDays days, CancellationToken cancel)
    {
        var (owner, by) = (people[line.For], people[line.By]);
        var calendar = await gate.RunAsync(new AddCalendar(by.Id, owner.Id, line.Name, line.Counts), cancel);
        foreach (var g in line.Grants)
            await gate.RunAsync(
                new GrantAccess(by.Id, owner.Id, [people[g.To].Id], new AccessTerms(g.Sight, g.Acting), Calendar: calendar.PublicId),
                cancel
            );
        foreach (var e in line.Entries)
            await gate.RunAsync(
                new AddAppointment(
                    by.Id,
                    owner.Id,
                    e.Title,
                    days.Timed(e.Day, e.At, e.Minutes, owner.Zone),
                    e.Place,
                    Calendar: calendar.PublicId
                ),
                cancel
            );
    }

    private async Task MembersAsync(DemoFiles files, DemoDays days, CancellationToken cancel)
    {
        var administrator = Administrator(files);
        foreach (var m in files.Facts.Members)
        {
            clock.StopAt(administrator.HomeZone.Day(days.Date(m.Day)).Start + Duration.FromHours(10));
            await gate.RunAsync(
                new ChangeMembers(
                    administrator.Id,
                    people[m.Group].PublicId,
                    [.. m.Added.Select(a => people[a].PublicId)],
                    [.. m.Removed.Select(r => people[r].PublicId)]
                ),
                cancel
            );
        }
    }

    private static WorkingHours? Hours(string? text)
    {
        if (text is null)
            return null;
        int Minute(string part) =>
            (int.Parse(part[..2], CultureInfo.InvariantCulture) * 60) + int.Parse(part[3..], CultureInfo.InvariantCulture);
        var (from, to) = (text.Split('-')[0], text.Split('-')[1]);
        return WorkingHours.Weekdays(Minute(from), Minute(to));
    }

    private async Task AccessAsync(DemoFiles files, DemoDays days, CancellationToken cancel)
    {
        foreach (var g in files.Access.Grants)
        {
            var owner = people[g.On];
            var terms = new AccessTerms(g.Sight, g.Acting, g.Private, Day(owner, g.From)?.Start, Day(owner, g.Until)?.End, g.PassOn);
            await gate.RunAsync(new GrantAccess(people[g.By ?? g.On].Id, owner.Id, [people[g.To].Id], terms, g.Line), cancel);
        }

        Stretch? Day(CalendarUser owner, int? day) => day is { } d ? owner.HomeZone.Day(days.Date(d)) : null;
        foreach (var a in files.Access.Absences)
        {
            var who = people[a.Who];
            var away = new Stretch(who.HomeZone.Day(days.Date(a.From)).Start, who.HomeZone.Day(days.Date(a.To)).End);
            await gate.RunAsync(new PostAbsence(people[a.By].Id, who.Id, away, people[a.Covers].Id, a.Reason), cancel);
        }

        foreach (var w in files.Access.Whereabouts)
        {
            var part = w.Hours is { } hours ? new DaySpan(hours[0] * 60, hours[1] * 60) : DaySpan.Whole;
            var said = new WhereSaid(
                w.Kind,
                w.Place,
                days.Date(w.From),
                w.To is { } last ? days.Date(last) : null,
                w.Rule is { } rule ? Rule.Parse(rule) : null,
                part
            );
            await gate.RunAsync(new SayWhere(people[w.By].Id, people[w.Who].Id, [said], long.MaxValue), cancel);
        }

        foreach (var n in files.Access.NoGo)
            await gate.RunAsync(new KeepNoGo(people[n.By].Id, people[n.Who].Id, days.Date(5 * n.Week), n.Weeks, n.Words), cancel);
    }

    private Task RequestAsync(RequestLine line, DemoDays days, CancellationToken cancel)
    {
        var owner = people[line.For];
        var promised = line.Promised is { } by ? days.Moment(by.Day, by.At, owner.Zone) : (Instant?)null;
        var said = new RequestSaid(
            line.Caller,
            line.Person is null ? null : people[line.Person].PublicId,
            line.RingBack,
            line.Way,
            line.Why,
            line.Minutes,
            line.Urgency,
            promised,
            Private: false
        );
        return gate.RunAsync(new KeepRequest(people[line.By].Id, owner.Id, null, 0, said), cancel);
    }

    /// <summary>Writes the file of a server elsewhere and has its calendar followed.</summary>
    private async Task ElsewhereAsync(ElsewhereLine line, DemoDays days, CancellationToken cancel)
    {
        var entries = line.Entries.Select(
            (e, i) =>
                new Entry
                {
                    PublicId = "",
                    Uid = $"{i}@{new Uri(line.Address).Host}",
                    Kind = EntryKind.Appointment,
                    Home = default,
                    Owner = default,
                    Time = e.At is null
                        ? new AllDayEntry(days.Date(e.Day), days.Date(e.Day).PlusDays(1))
                        : days.Timed(e.Day, e.At, e.Minutes, line.Zone),
                    Rule = e.Rule is null ? null : Rule.Parse(e.Rule),
                    Title = e.Title,
                    Place = e.Place,
                    Takes = e.Free ? TimeTaken.Free : TimeTaken.Firm,
                    MadeBy = default,
                    MadeAt = default,
                }
        );
        var file = house.FileOf(new Uri(line.Address));
        Directory.CreateDirectory(Path.GetDirectoryName(file)!);
        await using (var text = new StreamWriter(file))
            CalendarWriter.Write(text, [.. entries], clock.GetCurrentInstant(), _ => null);
        await gate.RunAsync(
            new FollowCalendar(
                people[line.By].Id,
                people[line.For].Id,
                new Following(line.Name, line.Address, line.Most, Duration.FromMinutes(line.EveryMinutes))
            ),
            cancel
        );
    }

    private async Task RoundAsync(string line, DemoDays days, CancellationToken cancel)
    {
        var parts = line.Split('|', StringSplitOptions.TrimEntries);
        var who = people[parts[0]];
        int[] on = [.. parts[2].Split(' ').Select(n => int.Parse(n, CultureInfo.InvariantCulture))];
        var (time, rule) = Series(days, on, 1, null, parts[3], int.Parse(parts[4], CultureInfo.InvariantCulture), who.Zone);
        await gate.RunAsync(new AddAppointment(who.Id, who.Id, parts[1], time, parts[5].Length == 0 ? null : parts[5], Rule: rule), cancel);
    }

    private async Task EntryAsync(EntryLine line, DemoDays days, Instant start, CancellationToken cancel)
    {
        var owner = people[line.For];
        var actor = people[line.By ?? line.For];
        if (line.Holds is not null)
        {
            await gate.RunAsync(
                new PlaceHolds(
                    actor.Id,
                    owner.Id,
                    line.Title,
                    [.. line.Holds.Select(h => (EntryTime)days.Timed(h.Day, h.At, h.Minutes, owner.Zone))],
                    days.Moment(line.Lapses!.Day, line.Lapses.At, owner.Zone)
                ),
                cancel
            );
            return;
        }

        var (time, rule) = Time(line, days, owner.Zone);
        if (line.With is null)
        {
            var added = await gate.RunAsync(
                new AddAppointment(
                    actor.Id,
                    owner.Id,
                    line.Title,
                    time,
                    line.Place,
                    line.Video ? links.Make()?.Link : null,
                    line.Private,
                    line.Takes,
                    rule
                ),
                cancel
            );
            await MarkAsync(line, owner, added.PublicId, cancel);
            return;
        }

        var invited = line.With.Select(w => new Invited(
            people[w.TrimEnd('?')].PublicId,
            w.EndsWith('?') ? AttendeeRole.Optional : AttendeeRole.Required
        ));
        var arranged = await gate.RunAsync(
            new ArrangeMeeting(
                actor.Id,
                owner.Id,
                line.Title,
                [.. invited],
                time,
                line.Place,
                line.Video ? links.Make()?.Link : null,
                line.Agenda,
                null,
                line.Private,
                rule
            ),
            cancel
        );
        await MarkAsync(line, owner, arranged.PublicId, cancel);
        await AnswersAsync(line, arranged.PublicId, time.ToStretch(owner.HomeZone), start, cancel);
    }

    private async Task MarkAsync(EntryLine line, CalendarUser owner, string entry, CancellationToken cancel)
    {
        if (line.Category is null && line.Remind is null)
            return;
        var reminder = line.Remind is { } minutes ? new ReminderChoice(new ReminderWish(Duration.FromMinutes(minutes))) : null;
        await gate.RunAsync(new MarkEntries(owner.Id, owner.Id, [entry], line.Category, reminder), cancel);
    }

    private async Task AnswersAsync(EntryLine line, string entry, Stretch stretch, Instant start, CancellationToken cancel)
    {
        var asked = line.With!.Select(w => people[w.TrimEnd('?')])
            .SelectMany(u => u.Kind == UserKind.Group ? Members(u) : [u])
            .Where(u => u.Kind == UserKind.Person && u.Address != people[line.For].Address)
            .DistinctBy(u => u.Id);
        var answeredAt = start - Duration.FromDays(5);
        foreach (var who in asked)
        {
            var key = who.Inside ? who.Address[..who.Address.IndexOf('@', StringComparison.Ordinal)] : who.Address;
            if (line.Open?.Contains(key) == true)
                continue;
            var answer =
                line.Tentative?.Contains(key) == true ? Answer.Tentative
                : line.Declined?.Contains(key) == true ? Answer.Declined
                : Answer.Accepted;
            clock.StopAt(answeredAt += Duration.FromMinutes(7));
            if (line.Propose is { } propose && propose.Who == key)
            {
                var other = new Stretch(
                    stretch.Start + Duration.FromMinutes(propose.Minutes),
                    stretch.End + Duration.FromMinutes(propose.Minutes)
                );
                await gate.RunAsync(new AnswerInvitation(who.Id, who.Id, entry, null, Answer.Tentative, propose.Comment, other), cancel);
                continue;
            }

            await gate.RunAsync(new AnswerInvitation(who.Id, who.Id, entry, null, answer, null, null), cancel);
        }

        clock.StopAt(start - Duration.FromDays(6));
    }

    private IEnumerable<CalendarUser> Members(CalendarUser group) => groupMembers[group.Id].Select(key => people[key]);

    private static (EntryTime Time, Rule? Rule) Time(EntryLine line, DemoDays days, string zone)
    {
        if (line.AllDay is { } allDay)
            return (new AllDayEntry(days.Date(allDay), days.Date(allDay).PlusDays(1)), null);
        if (line.On is { } on)
            return Series(days, [.. on], line.Every, line.From, line.At!, line.Minutes, zone);
        return (days.Timed(line.Day!.Value, line.At!, line.Minutes, zone), null);
    }

    /// <summary>A weekly series from some weeks before the start day, or from a working day on, to some weeks after.</summary>
    private static (EntryTime Time, Rule Rule) Series(DemoDays days, int[] on, int every, int? from, string at, int minutes, string zone)
    {
        var first = from ?? on.Min() - (5 * (WeeksBefore - 1));
        var start = days.Timed(first, at, minutes, zone);
        var weekdays = on.Select(d => days.Date(d).DayOfWeek).Append(start.Start.DayOfWeek).Distinct().Order().ToArray();
        var until = days.Date(5 * WeeksAfter) + new LocalTime(23, 59, 59);
        return (start, Rule.Weekly(every, weekdays) with { Until = new Until(until) });
    }
}
