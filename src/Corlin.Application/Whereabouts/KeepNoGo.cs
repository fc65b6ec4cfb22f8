using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Whereabouts;

/// <summary>Says that nothing new is to be arranged for somebody in some weeks.</summary>
/// <param name="Day">Any day of the first week.</param>
[Change(ChangeKind.NoGoKept, "kept weeks clear", MayTakeBack.BySpeaker)]
public sealed record KeepNoGo(UserId Actor, UserId InNameOf, LocalDate Day, int Weeks, string Words) : IChange<long>
{
    private const int LongestWords = 100;

    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (Weeks is < 1 or > NoGo.MostWeeks)
            throw new RefusedException(RefusalKind.BadInput, "weeks", Weeks.ToString(CultureInfo.InvariantCulture));
        var words = Words.Trim();
        if (words.Length > LongestWords)
            throw new RefusedException(RefusalKind.BadInput, "words", words);
        var change = session.Begin(ChangeKind.NoGoKept, Actor, InNameOf, rights.Grant);
        session.NoGoStore.Save(new NoGo(0, InNameOf, Day.PlusDays(1 - (int)Day.DayOfWeek), Weeks, words));
        return change;
    }
}

/// <summary>Opens no-go weeks again.</summary>
[Change(ChangeKind.NoGoOpened, "opened weeks again", MayTakeBack.BySpeaker)]
public sealed record OpenNoGo(UserId Actor, UserId InNameOf, long Id) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var change = session.Begin(ChangeKind.NoGoOpened, Actor, InNameOf, rights.Grant);
        if (!session.NoGoStore.Remove(InNameOf, Id))
            throw new RefusedException(RefusalKind.NotFound);
        return change;
    }
}
