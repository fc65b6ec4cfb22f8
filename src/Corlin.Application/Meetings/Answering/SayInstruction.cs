using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Watch;

namespace Corlin.Application.Meetings;

/// <summary>Says what is to be answered to somebody's invitations of one kind, or says it anew.</summary>
/// <param name="Key">Of one that stands; null for a new one.</param>
/// <param name="ByItself">Whether it is put into effect without anybody looking: only who it is of can say so.</param>
[Change(ChangeKind.InstructionSaid, "said a standing instruction", MayTakeBack.BySpeaker)]
public sealed record SayInstruction(
    UserId Actor,
    UserId InNameOf,
    string? Key,
    InstructionCase About,
    Answer Answer,
    string? Words,
    bool ByItself
) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (ByItself && Actor != InNameOf)
            throw new RefusedException(RefusalKind.OnlyTheirOwnWord, "byItself");
        var stands = Key is null ? null : session.Instruction(InNameOf, Key) ?? throw new RefusedException(RefusalKind.NotFound);
        if (stands is null && session.Instructions([InNameOf]).Count >= StandingInstruction.Most)
            throw new RefusedException(RefusalKind.TooMany, null, StandingInstruction.Most.ToString(CultureInfo.InvariantCulture));
        var said = new StandingInstruction(
            stands?.Key ?? PublicIds.New(),
            InNameOf,
            About,
            Answer,
            Words,
            ByItself,
            Actor,
            session.Now,
            stands?.First ?? session.Now
        );
        if (!said.IsSound || session.Users(About.People).Count != About.People.Length)
            throw new RefusedException(RefusalKind.InstructionAboutNothing, "about");
        var change = session.Begin(ChangeKind.InstructionSaid, Actor, InNameOf, rights.Grant);
        session.InstructionStore.Keep(said);
        return change;
    }
}

/// <summary>A standing instruction stands no more.</summary>
[Change(ChangeKind.InstructionEnded, "ended a standing instruction", MayTakeBack.BySpeaker)]
public sealed record EndInstruction(UserId Actor, UserId InNameOf, string Key) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (session.Instruction(InNameOf, Key) is null)
            throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.InstructionEnded, Actor, InNameOf, rights.Grant);
        session.InstructionStore.End(InNameOf, Key);
        return change;
    }
}
