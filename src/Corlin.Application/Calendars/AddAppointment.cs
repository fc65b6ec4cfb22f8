using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;

namespace Corlin.Application.Calendars;

/// <summary>Adds an appointment to a calendar.</summary>
/// <param name="Calendar">The public id of a further one of the owner's; null for the main one.</param>
[Change(ChangeKind.AppointmentAdded, "entered", MayTakeBack.ByWhoAddsToItsCalendar)]
public sealed record AddAppointment(
    UserId Actor,
    UserId InNameOf,
    string Title,
    EntryTime Time,
    string? Place,
    string? Link = null,
    bool Private = false,
    TimeTaken Takes = TimeTaken.Firm,
    Rule? Rule = null,
    string? Calendar = null
) : IChange<AddedAppointment>
{
    /// <summary>Who asked for it, or null.</summary>
    public string? AskedBy { get; init; }

    /// <summary>How who asked for it is reached.</summary>
    public string? RingBack { get; init; }

    /// <summary>The name of a category of the owner's, made where there is none of that name; null for none.</summary>
    public string? Category { get; init; }

    /// <summary>The public id of the request of which it comes.</summary>
    public string? Request { get; init; }

    public AddedAppointment Apply(IChangeSession session)
    {
        var home = session.MustFindCalendar(Actor, InNameOf, Calendar);
        var rights = session.MustAddTo(Actor, InNameOf, home);
        if (string.IsNullOrWhiteSpace(Title))
            throw new RefusedException(RefusalKind.NoTitle, "title");
        RuleChecks.MustFit(Rule, Time);
        if (Category is not null && rights.Acting < Acting.Change)
            throw new RefusedException(RefusalKind.MayNotChange, "category");
        var change = session.Begin(ChangeKind.AppointmentAdded, Actor, InNameOf, rights.Grant);
        var added = session.New(EntryKind.Appointment, InNameOf, Actor, Title, Time) with
        {
            Home = home,
            Rule = Rule,
            Place = Place,
            Link = Link,
            Takes = Takes,
            Private = Private,
            AskedBy = AskedBy,
            RingBack = RingBack,
            Marks = new MarkWish(Category, null, null).On(session, InNameOf),
        };
        session.EntryStore.Save(added);
        session.Became(Actor, Request, RequestState.Arranged, added.PublicId);
        return new AddedAppointment(added.PublicId, change);
    }
}

/// <param name="Change">With it the adding can be undone.</param>
public sealed record AddedAppointment(string PublicId, long Change);
