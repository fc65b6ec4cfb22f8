using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Accounts;

/// <summary>
/// What an administrator did with the way in of somebody inside. It is allowed and noted here, before it is done, and told to them and to
/// whoever speaks for them: nobody gets into a calendar by an account without its owner hearing of it.
/// </summary>
[Change(ChangeKind.AccountInvited, "created a sign-up link for", MayTakeBack.Never)]
[Change(ChangeKind.AccountClosed, "blocked the sign-in of", MayTakeBack.Never)]
[Change(ChangeKind.AccountOpened, "allowed the sign-in again of", MayTakeBack.Never)]
[Change(ChangeKind.AccountSignedOut, "signed out everywhere", MayTakeBack.Never)]
[Change(ChangeKind.SecondFactorRemoved, "removed the second factor of", MayTakeBack.Never)]
public sealed record NoteAccount(UserId Actor, UserId Who, ChangeKind Kind) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        if (session.Users([Who])[Who] is not { Inside: true, Kind: UserKind.Person })
            throw new RefusedException(RefusalKind.NotFound);
        // Whoever shuts themselves out leaves nobody to let them in.
        if (Actor == Who && Kind == ChangeKind.AccountClosed)
            throw new RefusedException(RefusalKind.OwnWayIn);
        var change = session.Begin(Kind, Actor, Who, null);
        WaysIn.Tell(session, Actor, Who, Kind);
        return change;
    }
}

/// <summary>Lets somebody inside manage people and places, or no longer. There is always one who does.</summary>
[Change(ChangeKind.AdministratorMade, "made an administrator", MayTakeBack.Never)]
[Change(ChangeKind.AdministratorEnded, "no longer lets manage people", MayTakeBack.Never)]
public sealed record SetAdministrator(UserId Actor, UserId Who, bool IsOne) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        if (session.Users([Who])[Who] is not { Inside: true, Kind: UserKind.Person })
            throw new RefusedException(RefusalKind.NotFound);
        var all = session.Administrators();
        if (all.Contains(Who) == IsOne)
            throw new RefusedException(RefusalKind.ChangedSince);
        if (!IsOne && all.Count == 1)
            throw new RefusedException(RefusalKind.LastAdministrator);
        var kind = IsOne ? ChangeKind.AdministratorMade : ChangeKind.AdministratorEnded;
        var change = session.Begin(kind, Actor, Who, null);
        session.PeopleStore.SetAdministrator(Who, IsOne);
        WaysIn.Tell(session, Actor, Who, kind);
        return change;
    }
}

/// <summary>A key was made on the machine itself for somebody whose password is lost; they and who speaks for them are told.</summary>
public sealed record NoteReset(UserId Who) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var change = session.Begin(ChangeKind.AccountInvited, Who, Who, null);
        WaysIn.Tell(session, Who, Who, ChangeKind.AccountInvited);
        return change;
    }
}

internal static class WaysIn
{
    public static void Tell(IChangeSession session, UserId actor, UserId who, ChangeKind kind)
    {
        var news = kind switch
        {
            ChangeKind.AccountClosed => AccessNewsKind.WayInClosed,
            ChangeKind.AccountOpened => AccessNewsKind.WayInOpened,
            ChangeKind.SecondFactorRemoved => AccessNewsKind.SecondFactorTaken,
            ChangeKind.AccountSignedOut => AccessNewsKind.SignedOut,
            ChangeKind.AdministratorMade => AccessNewsKind.AdministratorMade,
            ChangeKind.AdministratorEnded => AccessNewsKind.AdministratorEnded,
            _ => AccessNewsKind.KeyMade,
        };
        var people = session.Users([actor, who]);
        foreach (var to in SpeakersOf.And(session, people[who]))
        {
            session.AccessStore.Tell(
                new AccessNews(0, news, to.Id, who, new AccessTerms(Sight.Nothing, Acting.Look), null, session.Now) { By = actor }
            );
            var (subject, text) = English.WayInLetter(news, people[who], people[actor], to);
            session.Write(people[actor], to, subject, text, new MailAbout(who, null, false));
        }
    }
}
