using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Files;

/// <summary>Holds what stands here against what a calendar file says of the same UID.</summary>
internal static class FromFile
{
    /// <summary>An entry of a file that does not stand here yet.</summary>
    public static Entry New(Entry read, CalendarId home, UserId owner, UserId madeBy, Instant now) =>
        read with
        {
            PublicId = PublicIds.New(),
            Home = home,
            Owner = owner,
            MadeBy = madeBy,
            MadeAt = now,
        };

    /// <summary>What stands, with what the file says of it.</summary>
    public static Entry Taken(Entry stands, Entry read) =>
        read with
        {
            Id = stands.Id,
            PublicId = stands.PublicId,
            Home = stands.Home,
            Owner = stands.Owner,
            Marks = stands.Marks,
            DialIn = stands.DialIn,
            AskedBy = stands.AskedBy,
            RingBack = stands.RingBack,
            AnswersWanted = stands.AnswersWanted,
            KeptElsewhere = stands.KeptElsewhere,
            Admission = stands.Admission,
            Convened = stands.Convened,
            Groups = stands.Groups,
            Tie = stands.Tie,
            MadeBy = stands.MadeBy,
            MadeAt = stands.MadeAt,
            Version = stands.Version + 1,
        };

    /// <summary>Whether the file says nothing new of it.</summary>
    public static bool SaysTheSame(Entry stands, Entry read) =>
        stands.Time.SaysTheSame(read.Time)
        && Said(stands) == Said(read)
        && stands.Additions.SequenceEqual(read.Additions)
        && stands.Exceptions.SequenceEqual(read.Exceptions)
        && stands.Overrides.OrderBy(o => o.RecurrenceId).SequenceEqual(read.Overrides.OrderBy(o => o.RecurrenceId))
        && (
            stands.Title,
            stands.Place,
            stands.Agenda,
            stands.StyledAgenda,
            stands.Link,
            stands.Private,
            stands.Takes,
            stands.Status,
            stands.Raw
        ) == (read.Title, read.Place, read.Agenda, read.StyledAgenda, read.Link, read.Private, read.Takes, read.Status, read.Raw);

    /// <summary>
    /// The rule as a file says it: that it ends with a day is the same as that it ends with the last second of it, in UTC.
    /// </summary>
    private static string? Said(Entry entry) => entry.Rule?.ToText(entry.Time is TimedEntry timed ? Zones.Get(timed.Zone) : null);
}
