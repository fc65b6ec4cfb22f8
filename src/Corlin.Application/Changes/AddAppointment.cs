using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Changes;

/// <summary>Adds an appointment to a calendar.</summary>
public sealed record AddAppointment(
    UserId Actor, UserId InNameOf, string Title, EntryTime Time, string? Place, string? Link = null, bool Private = false, TimeTaken Takes = TimeTaken.Firm,
    Rule? Rule = null) : IChange<string>
{
    public string Apply(IChangeSession session)
    {
        var rights = session.MustAdd(Actor, InNameOf);
        if (string.IsNullOrWhiteSpace(Title)) throw new RefusedException(RefusalKind.NoTitle, "title");
        session.Begin(ChangeKind.AppointmentAdded, Actor, InNameOf, rights.Grant);
        var publicId = PublicIds.New();
        session.Save(new Entry
        {
            PublicId = publicId,
            Uid = $"{publicId}@corlin",
            Kind = EntryKind.Appointment,
            Home = session.CalendarOf(InNameOf),
            Owner = InNameOf,
            Time = Time,
            Rule = Rule,
            Title = Title.Trim(),
            Place = Place,
            Link = Link,
            Takes = Takes,
            Private = Private,
            MadeBy = Actor,
            MadeAt = session.Now,
        });
        return publicId;
    }
}

/// <summary>Keeps some stretches while something is being agreed; choosing one releases the others.</summary>
/// <param name="LapsesAt">When they are over if none was chosen.</param>
public sealed record PlaceHolds(UserId Actor, UserId InNameOf, string Title, ImmutableArray<EntryTime> Times, Instant LapsesAt) : IChange<string>
{
    public string Apply(IChangeSession session)
    {
        var rights = session.MustAdd(Actor, InNameOf);
        session.Begin(ChangeKind.HoldPlaced, Actor, InNameOf, rights.Grant);
        var request = PublicIds.New();
        foreach (var time in Times)
        {
            var publicId = PublicIds.New();
            session.Save(new Entry
            {
                PublicId = publicId,
                Uid = $"{publicId}@corlin",
                Kind = EntryKind.Hold,
                Home = session.CalendarOf(InNameOf),
                Owner = InNameOf,
                Time = time,
                Title = Title,
                Takes = TimeTaken.Hold,
                HoldRequest = request,
                LapsesAt = LapsesAt,
                MadeBy = Actor,
                MadeAt = session.Now,
            });
        }

        return request;
    }
}
