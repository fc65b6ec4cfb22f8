using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.People;

/// <summary>What an address that somebody said waits for.</summary>
public enum AddressWaits
{
    /// <summary>It is in use.</summary>
    Nothing,

    /// <summary>The letter that went to it is opened.</summary>
    Letter,

    /// <summary>An administrator decides.</summary>
    Administrator,
}

public sealed record SaidAddress(long Change, AddressWaits Waits);

/// <summary>
/// Says where mail to somebody goes. Whoever decides that reads their invitations: an administrator does it at once, and of a contact who
/// keeps it; what others say waits for an administrator, what somebody says of themselves for a letter to that address.
/// </summary>
/// <param name="Version">The one that was looked at.</param>
[Change(ChangeKind.AddressAsked, "asked for another address", MayTakeBack.BySpeaker)]
public sealed record SayAddress(UserId Actor, string Who, int Version, string Address) : IChange<SaidAddress>
{
    public SaidAddress Apply(IChangeSession session)
    {
        var said = new PersonEdit(Address: Address);
        var who = session.MustKeep(Actor, Who);
        if (who.KeptFor is not null || session.IsAdministrator(Actor))
            return new SaidAddress(new ChangePerson(Actor, Who, Version, said).Apply(session), AddressWaits.Nothing);
        if (who.Version != Version)
            throw new RefusedException(RefusalKind.ChangedSince);
        // What could not be used is not asked for.
        var (next, _) = said.Apply(session, who, session.Facts([who.Id])[who.Id]);
        if (next.Address == who.Address)
            throw new RefusedException(RefusalKind.BadInput, "address", Address);
        var own = who.Id == Actor;
        var change = session.Begin(ChangeKind.AddressAsked, Actor, who.Inside ? who.Id : Actor, null);
        var key = own ? PublicIds.New() : null;
        session.AddressStore.Wait(new WaitingAddress(0, who.Id, next.Address, Actor, session.Now, KeyHash.Of(key)));
        if (key is not null)
        {
            var (subject, text) = English.AddressKeyLetter(who, next.Address);
            session.MailStore.Send(
                new OutboxMessage(
                    null,
                    null,
                    new Letter(Telling.Box(who), Telling.Box(next), subject, text, session.Now, $"/account#{key}")
                ),
                new MailAbout(who.Id, null, false)
            );
        }

        return new SaidAddress(change, own ? AddressWaits.Letter : AddressWaits.Administrator);
    }
}

/// <summary>An administrator takes an address that waits, or leaves the one before; who asked for it takes that back.</summary>
public sealed record SettleAddress(UserId Actor, long Waiting, bool Uses) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var waiting = session.WaitingAddress(Waiting);
        if (waiting is null || !(session.IsAdministrator(Actor) || (waiting.By == Actor && !Uses)))
            throw new RefusedException(RefusalKind.NotFound);
        return Uses ? Addresses.Use(session, waiting, Actor) : Addresses.Leave(session, waiting, Actor);
    }
}

/// <summary>Somebody opens the letter that went to their new address, signed in as themselves.</summary>
public sealed record ConfirmAddress(UserId Actor, string Key) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var waiting = session.WaitingAddressOf(Actor);
        if (waiting?.KeyHash is not { } hash || hash != KeyHash.Of(Key))
            throw new RefusedException(RefusalKind.AddressKeyUnknown);
        if (waiting.At + WaitingAddress.KeyHolds < session.Now)
            throw new RefusedException(RefusalKind.AddressKeyUnknown);
        return Addresses.Use(session, waiting, Actor);
    }
}

[Change(ChangeKind.AddressRefused, "left an address as it was", MayTakeBack.BySpeaker)]
internal static class Addresses
{
    public static long Use(IChangeSession session, WaitingAddress waiting, UserId actor)
    {
        // Meanwhile it may have become somebody else's: then it is refused, and waits on.
        var change = ChangePerson.Do(session, session.Users([waiting.Who])[waiting.Who], new PersonEdit(Address: waiting.Address), actor);
        session.AddressStore.End(waiting);
        return change;
    }

    public static long Leave(IChangeSession session, WaitingAddress waiting, UserId actor)
    {
        var who = session.Users([waiting.Who])[waiting.Who];
        var change = session.Begin(ChangeKind.AddressRefused, actor, who.Inside ? who.Id : actor, null);
        session.AddressStore.End(waiting);
        return change;
    }

    /// <summary>
    /// Whoever is inside hears where their mail goes from now on, where it went before: nobody gets it elsewhere without their knowing.
    /// </summary>
    public static void TellOld(IChangeSession session, CalendarUser was, CalendarUser now, UserId actor)
    {
        if (!was.Inside || was.Kind != UserKind.Person || was.Address == now.Address)
            return;
        var by = session.Users([actor])[actor];
        foreach (var to in SpeakersOf.And(session, was))
        {
            var (subject, text) = English.AddressLetter(was, now.Address, by, to);
            session.Write(by, to, subject, text, new MailAbout(was.Id, null, false));
        }
    }
}
