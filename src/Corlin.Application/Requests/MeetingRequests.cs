using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Requests;

/// <summary>What is said of a request.</summary>
/// <param name="Person">The public id of who asks, where they are known here.</param>
public sealed record RequestSaid(
    string Caller,
    string? Person,
    string? RingBack,
    RequestWay Way,
    string Why,
    int Minutes,
    Urgency Urgency,
    Instant? Promised,
    bool Private
);

/// <summary>Writes down that somebody asked for a principal's time, or says otherwise what is known of it.</summary>
/// <param name="Id">Null for a new one.</param>
/// <param name="Version">The version that was written on; of a new one 0.</param>
[Change(ChangeKind.RequestTaken, "noted a request for time", MayTakeBack.BySpeaker)]
[Change(ChangeKind.RequestChanged, "dealt with a request", MayTakeBack.BySpeaker)]
public sealed record KeepRequest(UserId Actor, UserId InNameOf, string? Id, int Version, RequestSaid Said)
    : IChange<(long Change, string Id)>
{
    public (long Change, string Id) Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (Said.Private && !rights.MaySpeakForPrivate)
            throw new RefusedException(RefusalKind.MayNotSpeakFor, "private");
        var caller = Said.Caller.Trim();
        if (caller.Length is 0 or > MeetingRequest.LongestCaller)
            throw new RefusedException(RefusalKind.NoCaller, "caller");
        if (Said.Why.Length > MeetingRequest.LongestWords || Said.RingBack?.Length > MeetingRequest.LongestWords)
            throw new RefusedException(RefusalKind.BadInput, "why", caller);
        if (Said.Minutes is < 5 or > 24 * 60)
            throw new RefusedException(RefusalKind.LengthTooLong, "minutes");
        var person = Said.Person is null ? (UserId?)null : session.MustKnow(Actor, Said.Person, "caller").Id;
        var stands = Id is null ? null : session.MustFindRequest(Actor, Id).Request;
        if (stands is not null && stands.Version != Version)
            throw new RefusedException(RefusalKind.ChangedSince);
        var change = session.Begin(stands is null ? ChangeKind.RequestTaken : ChangeKind.RequestChanged, Actor, InNameOf, rights.Grant);
        var blank = stands
            ?? new MeetingRequest(
                PublicIds.New(),
                InNameOf,
                caller,
                null,
                null,
                Said.Way,
                "",
                30,
                Said.Urgency,
                null,
                false,
                RequestState.Open,
                Actor,
                session.Now
            )
            {
                Version = 0,
            };
        session.RequestStore.Save(
            blank with
            {
                Principal = InNameOf,
                Caller = caller,
                Person = person,
                RingBack = Said.RingBack?.Trim(),
                Way = Said.Way,
                Why = Said.Why.Trim(),
                Minutes = Said.Minutes,
                Urgency = Said.Urgency,
                Promised = Said.Promised,
                Private = Said.Private,
                Version = blank.Version + 1,
            }
        );
        return (change, blank.PublicId);
    }
}

/// <summary>Says that a request came to nothing, that a no was said, or that it waits again.</summary>
/// <param name="Letter">A courteous no to who asked, by mail; null where it was said otherwise.</param>
public sealed record SettleRequest(UserId Actor, string Id, RequestState State, string? Letter = null) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        if (State is not (RequestState.Open or RequestState.Refused or RequestState.Dropped))
            throw new RefusedException(RefusalKind.BadInput, "state", State.ToString());
        var (request, rights) = session.MustFindRequest(Actor, Id);
        var change = session.Begin(ChangeKind.RequestChanged, Actor, request.Principal, rights.Grant);
        if (request is { State: RequestState.Held, HoldRequest: { } held })
            Holds.Release(session, Actor, request.Principal, held);
        if (!string.IsNullOrWhiteSpace(Letter))
            Write(session, request, Letter.Trim());
        session.RequestStore.Save(request with { State = State, Entry = null, HoldRequest = null, Version = request.Version + 1 });
        return change;
    }

    private void Write(IChangeSession session, MeetingRequest request, string text)
    {
        MailWords.Check(null, text);
        var people = session.Users([Actor, .. request.Person is { } known ? [known] : Array.Empty<UserId>()]);
        var to =
            request.Person is { } person && people.TryGetValue(person, out var found) && found.Address.Length > 0 ? Telling.Box(found)
            : Mailbox.IsAddress(request.Caller.ToLowerInvariant()) ? new Mailbox(request.Caller, request.Caller.ToLowerInvariant())
            : throw new RefusedException(RefusalKind.AddressIsNone, "letter", request.Caller);
        session.MailStore.Send(
            new OutboxMessage(null, null, new Letter(Telling.Box(people[Actor]), to, "Your request", text, session.Now)),
            new MailAbout(request.Principal, null, request.Private)
        );
    }
}

/// <summary>Enters an appointment for what was asked for: who asked and how to ring back stand with it.</summary>
public sealed record EnterRequest(UserId Actor, string Id, EntryTime Time, string? Place) : IChange<AddedAppointment>
{
    public AddedAppointment Apply(IChangeSession session)
    {
        var (request, _) = session.MustFindRequest(Actor, Id);
        var title = request.Why.Length > 0 ? request.Why : request.Caller;
        return new AddAppointment(Actor, request.Principal, title.Length > 200 ? title[..200] : title, Time, Place, null, request.Private)
        {
            AskedBy = request.Caller,
            RingBack = request.RingBack,
            Request = Id,
        }.Apply(session);
    }
}
