using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

/// <summary>Entries and people for tests.</summary>
internal static class Entries
{
    public static readonly UserId Maren = new(1);
    public static readonly UserId Tome = new(2);
    public static readonly UserId Ana = new(3);
    public static readonly UserId Noor = new(4);
    public static readonly UserId Ruta = new(5);

    public static Entry Appointment(bool isPrivate = false) =>
        Make(EntryKind.Appointment, Timed("2027-03-08 09:00", "Etc/UTC", 60)) with
        {
            Private = isPrivate,
            Title = "Read-in",
        };

    /// <summary>A meeting of Maren's with Tomé required and Ana optional, made by Noor.</summary>
    public static Entry Meeting(MeetingStatus status = MeetingStatus.Sent) =>
        Make(EntryKind.Meeting, Timed("2027-03-08 09:00", "Etc/UTC", 60)) with
        {
            Status = status,
            Agenda = "Clause 7",
            Link = "https://meet.ebbline.example/1",
            Participations = [new Participation(Tome, AttendeeRole.Required), new Participation(Ana, AttendeeRole.Optional)],
        };

    public static Entry Series(string start, string zone, int minutes, Rule rule) =>
        Make(EntryKind.Appointment, Timed(start, zone, minutes)) with
        {
            Rule = rule,
            Title = "Weekly",
        };

    public static Occurrence Only(Entry entry) => Occurrences.Find(entry, null, NodaTime.DateTimeZone.Utc)!;

    private static Entry Make(EntryKind kind, EntryTime time) =>
        new()
        {
            Id = new EntryId(1),
            PublicId = "e1",
            Uid = "e1@corlin",
            Kind = kind,
            Home = new CalendarId(1),
            Owner = Maren,
            Time = time,
            Title = "Tide lease",
            Place = "Gannet",
            MadeBy = Noor,
            MadeAt = Utc("2027-03-01 09:00"),
        };
}
