using Corlin.Application.Access;
using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Application.Requests;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>Something granted, as it was said.</summary>
/// <param name="To">Who holds it; null for everyone inside.</param>
/// <param name="FurtherOnly">For the one calendar beside the main one.</param>
/// <param name="Ended">It was withdrawn, or its last day is over, or it has not begun.</param>
/// <param name="PassOn">Who holds it may share it further, for as long as they hold it.</param>
internal sealed record Granted(
    int Owner,
    int? To,
    bool ToGroup,
    int Sees,
    int Does,
    bool Private,
    bool FurtherOnly,
    bool Ended,
    bool PassOn = false
);

/// <summary>Somebody asked for a principal's time.</summary>
internal sealed record AskedFor(string Id, int Owner, bool Private)
{
    /// <summary>In its words.</summary>
    public string Mark => $"rr{Id}mark";
}

/// <summary>What somebody who is asked has to do with a meeting.</summary>
internal sealed record Part(int Who, string Answer, bool OwnPrivate, bool Removed);

/// <summary>Something on a calendar. Its texts hold marks by which they are found again wherever they turn up.</summary>
internal sealed record Stood(
    int Number,
    string Kind,
    int Owner,
    int MadeBy,
    bool Private,
    bool Draft,
    bool OnFurther,
    bool Room,
    bool Contact,
    IReadOnlyList<Part> Parts
)
{
    public string Id { get; set; } = "";

    public string Paper { get; set; } = "";

    /// <summary>What the holds of one request have in common.</summary>
    public string? HoldRequest { get; set; }

    /// <summary>In title and place.</summary>
    public string Headline => $"hh{Number}mark";

    /// <summary>In agenda, line and the name of a paper.</summary>
    public string Whole => $"ww{Number}mark";

    /// <summary>In what somebody wrote with their answer.</summary>
    public string CommentOf(int who) => $"cc{Number}by{who}mark";

    /// <summary>In the notes on somebody's lane.</summary>
    public string NotesOn(int who) => $"nn{Number}on{who}mark";

    /// <summary>Another of which this is tied, or null.</summary>
    public Stood? TiedTo { get; init; }

    public HashSet<int> Noted { get; } = [];
}

/// <summary>
/// A small made-up organisation: five people inside, a group, a room, somebody outside, a contact of the first. What it is stands in plain
/// values.
/// </summary>
internal sealed class Organisation
{
    public const int Inside = 5;

    private static readonly (int Sees, int Does)[] Pairs =
    [
        (0, 0),
        (0, 1),
        (1, 0),
        (1, 1),
        (2, 0),
        (2, 1),
        (2, 2),
        (3, 0),
        (3, 1),
        (3, 2),
        (3, 3),
    ];

    private readonly World world;
    private readonly Random random;
    private readonly string tag;

    private Organisation(World world, int seed)
    {
        (this.world, random) = (world, new Random(seed));
        tag = $"o{seed}";
    }

    public List<CalendarUser> People { get; } = [];

    public CalendarUser Group { get; private set; } = null!;

    public CalendarUser Room { get; private set; } = null!;

    public CalendarUser Outsider { get; private set; } = null!;

    public CalendarUser Contact { get; private set; } = null!;

    public string ContactName => $"Kontakt{tag}";

    public List<int> Members { get; } = [];

    public List<Granted> Grants { get; } = [];

    public List<Stood> Entries { get; } = [];

    public List<AskedFor> Requests { get; } = [];

    /// <summary>The meeting that somebody is asked to organise, and whom; the number is -1 where none is.</summary>
    public int Offered { get; private set; } = -1;

    public int OfferedTo { get; private set; }

    /// <summary>Drafts, by whose they are.</summary>
    public Dictionary<string, int> Drafts { get; } = [];

    /// <summary>Tasks among the notes, with their entry and the lane on which they are noted.</summary>
    public List<(string Id, Stood Entry, int Lane)> Tasks { get; } = [];

    /// <summary>Numbers of grants, requests, mails and news that are, and of some that are not.</summary>
    public IReadOnlyList<long> Numbers { get; private set; } = [];

    /// <summary>The change before the first one here, and the last one.</summary>
    public (long First, long Last) Changes { get; private set; }

    /// <summary>The most that anybody inside may hold.</summary>
    public (int Sees, int Does, bool Private) Ceiling { get; private set; } = (3, 3, true);

    public static async Task<Organisation> MakeAsync(World world, int seed)
    {
        var made = new Organisation(world, seed);
        var first = (await world.Do(new SetCeiling(world.Administrator.Id, true, Core.Access.Ceiling.Open))).Change;
        await made.PeopleAsync();
        await made.StandAsync();
        await made.AskAsync();
        await made.OfferAsync();
        await made.AwayAsync();
        made.Changes = (first, await made.GrantAsync());
        made.Numbers = await world.See(made.NumbersIn);
        return made;
    }

    private IReadOnlyList<long> NumbersIn(Ports.ICalendarReads store)
    {
        List<UserId> owners = [.. People.Select(p => p.Id)];
        var news = People.SelectMany(p => store.MeetingNewsFor(p.Id, world.Now, 5)).Select(n => n.Id);
        var mails = store.Mails(new Ports.MailAsked(owners.ToDictionary(o => o, _ => true), true, "", [], null), 6).Select(m => m.Id);
        var offers = store.TurnOversTo(owners).Select(o => o.Id);
        var absences = store.Absences(owners, new Stretch(world.Now, world.Now + Duration.FromDays(60))).Select(a => a.Id);
        var stays = store.Stays(owners, new LocalDate(2027, 3, 1), new LocalDate(2027, 6, 1)).Select(s => s.Id);
        return
        [
            .. offers,
            .. absences,
            .. stays,
            .. mails,
            .. store.GrantsIn(owners).Select(g => g.Id),
            .. store.AccessRequestsTo(owners).Select(r => r.Id),
            .. news,
            1,
            2,
            3,
            EveryChange.NoNumber,
        ];
    }

    private async Task OfferAsync()
    {
        if (Entries.Find(e => e is { Kind: "meeting", Draft: false }) is not { } meeting)
            return;
        OfferedTo = (meeting.Owner + 1 + random.Next(Inside - 1)) % Inside;
        // Those who alone are required would leave nobody.
        await world.Do(new TurnOver(People[meeting.Owner].Id, meeting.Id, People[OfferedTo].PublicId, Stays: true));
        Offered = meeting.Number;
    }

    /// <summary>Whose reason everyone inside is told who sees anything of their calendar.</summary>
    public const int ReasonToldBy = 1;

    /// <summary>Why somebody is away for a day.</summary>
    public static string ReasonOf(int who) => $"aa{who}mark";

    /// <summary>Where somebody works these days, at a place of its own in a town of its own.</summary>
    public string PlaceOf(int who) => $"Pier{who}{tag}";

    public string TownOf(int who) => $"Port{who}{tag}";

    /// <summary>How much of it others are told: 0 the place, 1 the town, 2 that it is elsewhere.</summary>
    public Dictionary<int, int> TellsWhere { get; } = [];

    private async Task WhereAsync(int owner)
    {
        var by = People[owner].Id;
        await world.Do(new AddPlace(new Place(PlaceOf(owner), PlaceOf(owner), TownOf(owner), "Europe/Lisbon")));
        await world.Do(
            new SayWhere(
                by,
                by,
                [new WhereSaid(StayKind.Place, PlaceOf(owner), new LocalDate(2027, 3, 8), new LocalDate(2027, 3, 31), null, DaySpan.Whole)],
                0
            )
        );
        TellsWhere[owner] = random.Next(3);
        await world.Do(new TellWhere(by, by, (WhereTold)TellsWhere[owner]));
    }

    /// <summary>What waits: requests of others, things half written, somebody who wants to see more.</summary>
    private async Task AskAsync()
    {
        for (var owner = 0; owner < 2; owner++)
        {
            var by = People[owner].Id;
            var isPrivate = random.Next(2) == 0;
            var said = new RequestSaid("Somebody", null, null, RequestWay.Telephone, "", 30, Urgency.CanWait, null, isPrivate);
            var (_, id) = await world.Do(new KeepRequest(by, by, null, 0, said));
            var asked = new AskedFor(id, owner, isPrivate);
            await world.Do(new KeepRequest(by, by, id, 1, said with { Why = asked.Mark }));
            Requests.Add(asked);
            Drafts[(await world.Do(new KeepDraft(by, null, 0, "{}"))).PublicId] = owner;
            await WhereAsync(owner);
            await world.Do(
                new PostAbsence(
                    by,
                    by,
                    new Stretch(world.Now + Duration.FromDays(30), world.Now + Duration.FromDays(31)),
                    People[(owner + 1) % Inside].Id,
                    ReasonOf(owner)
                )
                {
                    ReasonTo = owner == ReasonToldBy ? ReasonTold.Inside : ReasonTold.Keepers,
                }
            );
            await world.Do(
                new AskForAccess(
                    People[(owner + 1 + random.Next(Inside - 1)) % Inside].Id,
                    by,
                    new AccessTerms(Sight.Headlines, Acting.Look),
                    null
                )
            );
        }
    }

    /// <summary>
    /// The third is away since before anything was done, until in a minute: what came meanwhile is told to who speaks for them.
    /// </summary>
    private Task<long> AwayAsync() =>
        world.Do(
            new PostAbsence(
                People[2].Id,
                People[2].Id,
                new Stretch(world.Now - Duration.FromDays(1), world.Now + Duration.FromMinutes(1)),
                null,
                ReasonOf(2)
            )
        );

    private async Task PeopleAsync()
    {
        for (var i = 0; i < Inside; i++)
            People.Add(await AddAsync($"P{i}{tag} Inside", $"p{i}.{tag}@ebbline.example", UserKind.Person, true));
        Group = await AddAsync($"Group{tag}", $"group.{tag}@ebbline.example", UserKind.Group, true);
        Room = await AddAsync($"Room{tag}", $"room.{tag}@ebbline.example", UserKind.Room, true);
        Outsider = await AddAsync($"Out{tag} Side", $"out.{tag}@porto.example", UserKind.Person, false);
        var contact = await world.Do(
            new AddToPeople(
                People[0].Id,
                UserKind.Person,
                false,
                People[0].Id,
                new PersonEdit(Name: ContactName, Address: $"kontakt.{tag}@porto.example")
            )
        );
        Contact = await world.See(s => s.User(contact.Id)!);
        for (var i = 0; i < Inside; i++)
        {
            if (random.Next(3) > 0)
                continue;
            Members.Add(i);
            await world.Do(new AddMember(Group.Id, People[i].Id));
        }
    }

    private Task<CalendarUser> AddAsync(string name, string address, UserKind kind, bool inside) =>
        world.Do(new AddPerson(new CalendarUser(default, "", kind, name, address, inside, "Europe/Lisbon", null, null, 0, null)));

    private async Task StandAsync()
    {
        var further = new Dictionary<int, string>();
        for (var number = 0; number < 6; number++)
        {
            var owner = random.Next(3);
            var onFurther = random.Next(4) == 0;
            if (onFurther && !further.ContainsKey(owner))
                further[owner] = (await world.Do(new AddCalendar(People[owner].Id, People[owner].Id, $"Beside {tag}", true))).PublicId;
            Further = further;
            if (random.Next(2) == 0)
                await AppointmentAsync(number, owner, onFurther ? further[owner] : null);
            else
                await MeetingAsync(number, owner);
        }
    }

    /// <summary>The calendars beside the main ones, by owner.</summary>
    public IReadOnlyDictionary<int, string> Further { get; private set; } = new Dictionary<int, string>();

    private static TimedEntry At(int number) => World.Timed($"2027-03-{9 + (number / 3):00}T{9 + (number % 3 * 2):00}:00", 60);

    private async Task AppointmentAsync(int number, int owner, string? calendar)
    {
        // Half of them were entered by somebody who might add at that time.
        var by = random.Next(2) == 0 ? owner : (owner + 1 + random.Next(Inside - 1)) % Inside;
        var entry = new Stood(
            number,
            random.Next(4) == 0 ? "hold" : "appointment",
            owner,
            by,
            random.Next(3) == 0,
            false,
            calendar is not null,
            false,
            false,
            []
        );
        if (entry.Kind == "hold")
            entry = entry with { Private = false, OnFurther = false };
        if (by != owner)
            await world.Do(
                new GrantAccess(People[owner].Id, People[owner].Id, [People[by].Id], new AccessTerms(Sight.Nothing, Acting.Add))
            );
        if (entry.Kind == "hold")
        {
            var held = await world.Do(
                new PlaceHolds(People[by].Id, People[owner].Id, entry.Headline, [At(number)], world.Now + Duration.FromDays(10))
            );
            entry.Id = await world.See(s => s.HoldsOf(held.Request)[0].PublicId);
            entry.HoldRequest = held.Request;
        }
        else
        {
            entry.Id = (
                await world.Do(
                    new AddAppointment(
                        People[by].Id,
                        People[owner].Id,
                        entry.Headline,
                        At(number),
                        entry.Headline,
                        null,
                        entry.Private,
                        Calendar: calendar
                    )
                )
            ).PublicId;
            await PaperAsync(entry, owner);
        }

        if (by != owner)
            await WithdrawAsync(owner, by);
        Entries.Add(entry);
    }

    private async Task MeetingAsync(int number, int owner)
    {
        var parts = new List<Part>();
        for (var i = 0; i < Inside; i++)
            if (i != owner && random.Next(3) == 0)
                parts.Add(
                    new Part(
                        i,
                        new[] { "none", "accepted", "tentative", "declined" }[random.Next(4)],
                        random.Next(4) == 0,
                        random.Next(6) == 0
                    )
                );
        var entry = new Stood(
            number,
            "meeting",
            owner,
            owner,
            random.Next(3) == 0,
            random.Next(4) == 0,
            false,
            random.Next(3) == 0,
            owner == 0 && random.Next(2) == 0,
            parts
        );
        List<CalendarUser> invited = [Outsider, .. parts.Select(p => People[p.Who])];
        if (entry.Room)
            invited.Add(Room);
        if (entry.Contact)
            invited.Add(Contact);
        var by = People[owner].Id;
        var arranged = await world.Do(
            new ArrangeMeeting(
                by,
                by,
                entry.Headline,
                [.. invited.Select(w => new Invited(w.PublicId, AttendeeRole.Required))],
                At(number),
                entry.Headline,
                null,
                entry.Whole,
                entry.Whole,
                entry.Private
            )
            {
                Send = !entry.Draft,
            }
        );
        entry.Id = arranged.PublicId;
        await PaperAsync(entry, owner);
        if (entry.Draft)
        {
            Entries.Add(entry);
            return;
        }

        foreach (var part in parts)
        {
            var who = People[part.Who].Id;
            if (part.Answer != "none")
                await world.Do(
                    new AnswerInvitation(
                        who,
                        who,
                        entry.Id,
                        null,
                        Enum.Parse<Answer>(part.Answer, ignoreCase: true),
                        entry.CommentOf(part.Who),
                        null
                    )
                );
            if (part.OwnPrivate)
                await world.Do(new KeepPartPrivate(who, who, entry.Id, true));
        }

        var removed = parts.Where(p => p.Removed).Select(p => People[p.Who].PublicId).ToList();
        if (removed.Count > 0)
            await world.Do(new ChangeEntry(by, entry.Id, null, Core.Editing.Reach.All, new(), new(), null, new Asking([], [.. removed])));
        await NotesAsync(entry, owner);
        foreach (var part in parts.Where(p => !p.Removed && random.Next(2) == 0))
            await NotesAsync(entry, part.Who);
        Entries.Add(entry);
        if (random.Next(3) == 0)
            await TieAsync(entry, owner);
    }

    private async Task TieAsync(Stood to, int owner)
    {
        var by = People[owner].Id;
        var tied = await world.Do(
            new TieEntry(by, by, to.Id, null, TieKind.Preparation, Duration.FromMinutes(45), Duration.FromMinutes(30))
        );
        Entries.Add(
            new Stood(to.Number, "tied", owner, owner, to.Private, false, false, false, false, []) { Id = tied.PublicId, TiedTo = to }
        );
    }

    private async Task NotesAsync(Stood entry, int who)
    {
        await world.Do(
            new KeepNotes(
                People[who].Id,
                new NotesAt(entry.Id, null, People[who].Id),
                0,
                new RichText(entry.NotesOn(who), null),
                [new TaskSaid(null, entry.NotesOn(who), null, null)]
            )
        );
        entry.Noted.Add(who);
        var entryId = await world.See(s => s.Entry(entry.Id)!.Id);
        var notes = await world.See(s => s.NotesAt(entryId, null, People[who].Id)!);
        Tasks.Add((notes.Tasks[0].PublicId, entry, who));
    }

    private async Task PaperAsync(Stood entry, int owner) =>
        entry.Paper = (
            await world.Do(
                new AddPaper(People[owner].Id, entry.Id, new NewPaper($"{entry.Whole}.pdf", "application/pdf", 5, new string('a', 64)))
            )
        ).Paper;

    private async Task WithdrawAsync(int owner, int from)
    {
        foreach (var grant in await world.See(s => s.GrantsIn([People[owner].Id], [People[from].Id], defaults: false)))
            await world.Do(new WithdrawAccess(People[owner].Id, grant.Id));
    }

    private async Task<long> GrantAsync()
    {
        for (var owner = 0; owner < 3; owner++)
        {
            var by = People[owner].Id;
            if (random.Next(3) == 0)
            {
                var (sees, does) = Pairs[random.Next(6)];
                await world.Do(new SetDefaultAccess(by, by, true, (Sight)sees, (Acting)does));
                Grants.Add(new Granted(owner, null, false, sees, does, false, false, false));
            }
            else
            {
                Grants.Add(new Granted(owner, null, false, 1, 0, false, false, false));
            }

            for (var i = 0; i < 3; i++)
                await OneAsync(owner, by);
        }

        for (var owner = 3; owner < Inside; owner++)
            Grants.Add(new Granted(owner, null, false, 1, 0, false, false, false));
        if (random.Next(4) == 0)
            Ceiling = (random.Next(1, 4), 3, random.Next(2) == 0);
        var most =
            Ceiling.Sees == 3 ? Acting.SpeakFor
            : Ceiling.Sees == 2 ? Acting.Change
            : Acting.Add;
        Ceiling = (Ceiling.Sees, (int)most, Ceiling.Private);
        return (
            await world.Do(new SetCeiling(world.Administrator.Id, true, new Ceiling((Sight)Ceiling.Sees, most, Ceiling.Private)))
        ).Change;
    }

    /// <summary>What has ended was given for a while that is over, or withdrawn; or it is yet to come.</summary>
    private async Task OneAsync(int owner, UserId by)
    {
        var to = random.Next(Inside);
        var toGroup = random.Next(4) == 0;
        if (to == owner && !toGroup)
            return;
        var (sees, does) = Pairs[random.Next(Pairs.Length)];
        var furtherOnly = does < 3 && random.Next(4) == 0 && Further.ContainsKey(owner);
        var ended = random.Next(4) == 0;
        var terms = new AccessTerms(
            (Sight)sees,
            (Acting)does,
            random.Next(2) == 0,
            ended && random.Next(2) == 0 ? world.Now + Duration.FromDays(5) : null,
            world.Now + Duration.FromDays(20 + Grants.Count),
            random.Next(3) == 0
        );
        var receiver = toGroup ? Group.Id : People[to].Id;
        await world.Do(new GrantAccess(by, by, [receiver], terms, Calendar: furtherOnly ? Further[owner] : null));
        if (ended && terms.From is null)
        {
            var given = (await world.See(s => s.GrantsIn([by], [receiver], defaults: false))).MaxBy(g => g.Id)!;
            await world.Do(new WithdrawAccess(by, given.Id));
        }

        Grants.Add(new Granted(owner, toGroup ? null : to, toGroup, sees, does, terms.Private, furtherOnly, ended, terms.PassOn));
    }
}
