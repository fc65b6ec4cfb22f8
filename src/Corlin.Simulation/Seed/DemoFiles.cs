using System.Text.Json;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Whereabouts;

namespace Corlin.Simulation.Seed;

/// <summary>The demo folder as it is written; see the comments in its files.</summary>
internal sealed record DemoFiles(
    PlacesFile Places,
    IReadOnlyList<PersonLine> People,
    GroupsFile Groups,
    AccessFile Access,
    IReadOnlyList<EntryLine> Entries,
    IReadOnlyList<string> Rounds,
    IReadOnlyList<ElsewhereLine> Elsewhere,
    FactsFile Facts,
    IReadOnlyList<RequestLine> Requests
)
{
    public static DemoFiles Read(string folder)
    {
        T Json<T>(string name) =>
            JsonSerializer.Deserialize<T>(File.ReadAllText(Path.Combine(folder, name)), DemoJson.Options)
            ?? throw new InvalidDataException($"{name} is empty.");
        return new DemoFiles(
            Json<PlacesFile>("places.json"),
            Json<List<PersonLine>>("people.json"),
            Json<GroupsFile>("groups.json"),
            Json<AccessFile>("access.json"),
            Json<List<EntryLine>>("entries.json"),
            [.. File.ReadLines(Path.Combine(folder, "rounds.txt")).Where(l => l.Length > 0 && l[0] != '#')],
            Json<List<ElsewhereLine>>("elsewhere.json"),
            Json<FactsFile>("facts.json"),
            Json<List<RequestLine>>("requests.json")
        );
    }
}

internal sealed record PlacesFile(IReadOnlyList<PlaceLine> Places, IReadOnlyList<WayLine> Ways, IReadOnlyList<ClosureLine> Closures);

internal sealed record ClosureLine(string Site, int From, int To, string Words);

internal sealed record PlaceLine(string Name, string Site, string Town, string Zone, string? Country = null);

internal sealed record WayLine(string From, string To, int Minutes);

/// <param name="Key">The word before the @ of the address; the whole address of somebody outside.</param>
internal sealed record PersonLine(
    string Key,
    string Name,
    string Post,
    string Place,
    string Zone,
    string? Hours,
    int Flag,
    bool SignsIn = false,
    bool Outside = false,
    bool Administrator = false
);

internal sealed record GroupsFile(IReadOnlyList<RoomLine> Rooms, IReadOnlyList<GroupLine> Groups);

internal sealed record RoomLine(string Key, string Name, string Post, string Site, string Town, string Zone, int Flag);

internal sealed record GroupLine(string Key, string Name, string Zone, int Flag, IReadOnlyList<string> Members);

internal sealed record FactsFile(
    IReadOnlyList<FactsLine> Facts,
    IReadOnlyList<ContactLine> Contacts,
    IReadOnlyList<CalendarLine> Calendars,
    IReadOnlyList<MembersLine> Members
);

/// <summary>A calendar beside the main one, with whom it is granted to alone and what stands on it.</summary>
internal sealed record CalendarLine(
    string For,
    string By,
    string Name,
    bool Counts,
    IReadOnlyList<CalendarGrantLine> Grants,
    IReadOnlyList<CalendarEntryLine> Entries
);

internal sealed record CalendarGrantLine(string To, Sight Sight, Acting Acting);

internal sealed record CalendarEntryLine(string Title, int Day, string At, int Minutes, string Place);

internal sealed record FactsLine(
    string Who,
    IReadOnlyList<string>? Telephones = null,
    IReadOnlyList<string>? OtherAddresses = null,
    string? Note = null,
    int? Capacity = null,
    IReadOnlyList<string>? Features = null
);

/// <param name="For">The principal whose contact it is; null for somebody whom everyone knows.</param>
internal sealed record ContactLine(
    string? For,
    string By,
    string Name,
    string Address,
    string Post,
    IReadOnlyList<string> Telephones,
    string? Note,
    string Zone,
    string? AssistantOf = null
);

/// <param name="Day">Working days from the start day.</param>
internal sealed record MembersLine(string Group, int Day, IReadOnlyList<string> Added, IReadOnlyList<string> Removed);

internal sealed record AccessFile(
    IReadOnlyList<GrantLine> Grants,
    IReadOnlyList<AccessRequestLine> Asks,
    IReadOnlyList<AbsenceLine> Absences,
    IReadOnlyList<WhereLine> Whereabouts,
    IReadOnlyList<NoGoLine> NoGo
);

/// <param name="From">Working days from the start day.</param>
/// <param name="To">The last day; null of what repeats.</param>
/// <param name="Hours">From and to of each day; null for all of it.</param>
internal sealed record WhereLine(
    string Who,
    string By,
    StayKind Kind,
    int From,
    int? To = null,
    string? Place = null,
    string? Rule = null,
    IReadOnlyList<int>? Hours = null
);

/// <param name="Week">Counted from the week of the start day.</param>
internal sealed record NoGoLine(string Who, string By, int Week, int Weeks, string Words);

/// <param name="For">On whose lane it stands.</param>
internal sealed record ElsewhereLine(
    string For,
    string By,
    string Name,
    string Address,
    string Zone,
    TimeTaken Most,
    int EveryMinutes,
    IReadOnlyList<ElsewhereEntryLine> Entries
);

internal sealed record ElsewhereEntryLine(
    string Title,
    int Day,
    string? At = null,
    int Minutes = 0,
    string? Rule = null,
    string? Place = null,
    bool Free = false
);

/// <param name="From">Working days from the start day; null for at once.</param>
/// <param name="To">Who receives it.</param>
/// <param name="Until">The last day, in working days from the start day; null for no end.</param>
/// <param name="By">Who grants it; null for the owner.</param>
internal sealed record GrantLine(
    string On,
    string To,
    Sight Sight,
    Acting Acting,
    bool Private = false,
    bool PassOn = false,
    int? From = null,
    int? Until = null,
    string? By = null,
    string? Line = null
);

/// <param name="Until">The last day, in working days from the start day; null for no end.</param>
internal sealed record AccessRequestLine(string Who, string On, Sight Sight, Acting Acting, int? Until, string Words);

internal sealed record AbsenceLine(string Who, int From, int To, string Covers, string Reason, string By);

internal sealed record EntryLine(
    string For,
    string Title,
    string? By = null,
    int? Day = null,
    IReadOnlyList<int>? On = null,
    int Every = 1,
    int? From = null,
    string? At = null,
    int Minutes = 0,
    int? AllDay = null,
    string? Place = null,
    bool Video = false,
    bool Private = false,
    TimeTaken Takes = TimeTaken.Firm,
    string? Agenda = null,
    IReadOnlyList<string>? With = null,
    IReadOnlyList<string>? Open = null,
    IReadOnlyList<string>? Tentative = null,
    IReadOnlyList<string>? Declined = null,
    ProposeLine? Propose = null,
    IReadOnlyList<HoldLine>? Holds = null,
    MomentLine? Lapses = null,
    string? Category = null,
    int? Remind = null
);

/// <param name="Person">The key of who asked, where they are known.</param>
internal sealed record RequestLine(
    string For,
    string By,
    string Caller,
    RequestWay Way,
    string Why,
    int Minutes,
    Urgency Urgency,
    string? Person = null,
    string? RingBack = null,
    MomentLine? Promised = null
);

internal sealed record ProposeLine(string Who, int Minutes, string Comment);

internal sealed record HoldLine(int Day, string At, int Minutes);

internal sealed record MomentLine(int Day, string At);
