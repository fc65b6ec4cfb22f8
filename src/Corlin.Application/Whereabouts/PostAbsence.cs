using Corlin.Application.Access;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Whereabouts;

/// <summary>What those read who ask for somebody's time while they are away, and what becomes of that.</summary>
/// <param name="Inside">For those inside; null for nothing.</param>
/// <param name="Outside">For those outside; null for nothing.</param>
public sealed record AwayTexts(string? Inside, string? Outside, NewInvitations Invitations)
{
    public static readonly AwayTexts None = new(null, null, NewInvitations.Kept);
}

/// <summary>Says that somebody is away, and who covers; whoever covers is told.</summary>
/// <param name="Reason">For those who keep the calendar, or null.</param>
[Change(ChangeKind.AbsencePosted, "posted an absence", MayTakeBack.BySpeaker)]
public sealed record PostAbsence(
    UserId Actor,
    UserId InNameOf,
    Stretch Stretch,
    UserId? Covers,
    string? Reason,
    AbsenceKind Kind = AbsenceKind.Other
) : IChange<long>
{
    public AwayTexts Texts { get; init; } = AwayTexts.None;

    public ReasonTold ReasonTo { get; init; }

    public CoverMay CoverMay { get; init; }

    public long Apply(IChangeSession session) => Do(session).Change;

    internal (long Change, Absence Absence) Do(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var absence = Absent.With(
            new Absence(InNameOf, Stretch, Covers, Absent.Said(Reason))
            {
                Kind = Kind,
                By = Actor,
                ReasonTo = ReasonTo,
            },
            Texts
        );
        Absent.Check(session, absence);
        var change = session.Begin(ChangeKind.AbsencePosted, Actor, InNameOf, rights.Grant);
        Absent.Lend(session, Actor, absence, CoverMay);
        var stored = session.AbsenceStore.Save(absence);
        Absent.KeepWhatStands(session, stored);
        Absent.TellCover(session, Actor, absence);
        return (change, stored);
    }
}

/// <summary>Makes an absence another: earlier, later, with other words or somebody else who covers.</summary>
/// <param name="From">Wall-clock time at the home of who is away.</param>
/// <param name="To">Its end.</param>
[Change(ChangeKind.AbsenceChanged, "changed an absence", MayTakeBack.BySpeaker)]
public sealed record ChangeAbsence(
    UserId Actor,
    long Absence,
    LocalDateTime From,
    LocalDateTime To,
    UserId? Covers,
    string? Reason,
    AbsenceKind Kind
) : IChange<IReadOnlyList<long>>
{
    /// <summary>Null for as they are.</summary>
    public AwayTexts? Texts { get; init; }

    /// <summary>Null for as it is.</summary>
    public ReasonTold? ReasonTo { get; init; }

    /// <summary>Null for as it is.</summary>
    public CoverMay? CoverMay { get; init; }

    /// <returns>The changes, in the order in which they were made; taken back together.</returns>
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        var (stands, rights) = Absent.Must(session, Actor, Absence);
        var next = stands with
        {
            Stretch = Absent.AtHome(session.Users([stands.Who])[stands.Who], From, To),
            Covers = Covers,
            Reason = Absent.Said(Reason),
            Kind = Kind,
            ReasonTo = ReasonTo ?? stands.ReasonTo,
        };
        if (Texts is { } texts)
            next = Absent.With(next, texts) with { By = Actor };
        Absent.Check(session, next);
        var change = session.Begin(ChangeKind.AbsenceChanged, Actor, stands.Who, rights.Grant);
        session.AbsenceStore.End(stands);
        Absent.LendAnew(session, Actor, stands, next, CoverMay);
        Absent.KeepWhatStands(session, session.AbsenceStore.Save(next));
        if (next.Covers != stands.Covers || next.Stretch != stands.Stretch)
            Absent.TellCover(session, Actor, next);
        return [change, .. CoveredPrincipals.Follow(session, Actor, stands, next)];
    }
}

/// <summary>Whoever was away is back: what has begun ends now, what has not is taken away.</summary>
[Change(ChangeKind.AbsenceEnded, "ended an absence", MayTakeBack.BySpeaker)]
public sealed record EndAbsence(UserId Actor, long Absence) : IChange<IReadOnlyList<long>>
{
    /// <returns>The changes, in the order in which they were made; taken back together.</returns>
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        var (stands, rights) = Absent.Must(session, Actor, Absence);
        if (stands.Stretch.End <= session.Now)
            throw new RefusedException(RefusalKind.InThePast);
        var change = session.Begin(ChangeKind.AbsenceEnded, Actor, stands.Who, rights.Grant);
        session.AbsenceStore.End(stands);
        if (session.LentWith(stands) is { } lent)
            session.AccessStore.End(lent);
        if (stands.EndedAt(session.Now) is { } left)
            session.AbsenceStore.Save(left);
        if (stands.Covers is { } cover && cover != Actor)
            session.AccessStore.Tell(Absent.News(AccessNewsKind.CoversNoMore, session, Actor, stands, cover));
        return [change, .. CoveredPrincipals.Follow(session, Actor, stands, null)];
    }
}

/// <summary>What every absence is held against.</summary>
public static class Absent
{
    private const int LongestReason = 200;

    /// <summary>The time between two moments of the clock at somebody's home.</summary>
    /// <exception cref="RefusedException">It would end before it begins.</exception>
    public static Stretch AtHome(CalendarUser who, LocalDateTime from, LocalDateTime to)
    {
        var (start, end) = (who.HomeZone.ToInstant(from), who.HomeZone.ToInstant(to));
        return end > start ? new Stretch(start, end) : throw new RefusedException(RefusalKind.EndBeforeStart, "to");
    }

    /// <exception cref="RefusedException">A text is too long, or what comes is to go on to nobody.</exception>
    internal static Absence With(Absence absence, AwayTexts texts)
    {
        if (!Enum.IsDefined(texts.Invitations))
            throw new RefusedException(RefusalKind.BadInput, "invitations");
        if (texts.Invitations == NewInvitations.PassedOn && absence.Covers is null)
            throw new RefusedException(RefusalKind.PersonUnknown, "covers", "nobody");
        return absence with
        {
            TextInside = Text(texts.Inside, "inside"),
            TextOutside = Text(texts.Outside, "outside"),
            Invitations = texts.Invitations,
        };
    }

    private static string? Text(string? text, string field) =>
        text?.Trim() switch
        {
            null or "" => null,
            { Length: > Absence.LongestText } said => throw new RefusedException(RefusalKind.BadInput, field, said[..40] + "…"),
            var said => said,
        };

    /// <summary>Gives who covers what they may do meanwhile; it ends with the absence.</summary>
    /// <exception cref="RefusedException">The actor may not give it, or nobody covers.</exception>
    internal static void Lend(IChangeSession session, UserId actor, Absence absence, CoverMay may)
    {
        if (may == CoverMay.AsNow)
            return;
        if (!Enum.IsDefined(may))
            throw new RefusedException(RefusalKind.BadInput, "coverMay");
        var cover = absence.Covers ?? throw new RefusedException(RefusalKind.PersonUnknown, "covers", "nobody");
        var terms = LentFor(absence, may == CoverMay.SpeakFor ? Acting.SpeakFor : Acting.Change);
        session.MustGrant(actor, absence.Who, terms, receiverInside: true);
        session.Grant(actor, absence.Who, null, cover, true, terms, null, AccessNewsKind.Granted);
    }

    /// <summary>What was given with an absence goes with it to its new time, and to who covers since.</summary>
    internal static void LendAnew(IChangeSession session, UserId actor, Absence stands, Absence next, CoverMay? may)
    {
        var lent = session.LentWith(stands);
        if (may is null && next.Covers == stands.Covers && next.Stretch == stands.Stretch)
            return;
        if (lent is not null)
            session.AccessStore.End(lent);
        Lend(session, actor, next, next.Covers is null ? CoverMay.AsNow : may ?? MayBy(lent));
    }

    /// <summary>What who covers may do by what they were given with an absence.</summary>
    internal static CoverMay MayBy(Grant? lent) =>
        lent?.Acting switch
        {
            null => CoverMay.AsNow,
            Acting.SpeakFor => CoverMay.SpeakFor,
            _ => CoverMay.Change,
        };

    /// <summary>The grant that who covers holds for just as long as an absence lasts; null where there is none.</summary>
    internal static Grant? LentWith(this ICalendarReads store, Absence absence) =>
        absence.Covers is { } cover ? LentWith(store.GrantsIn([absence.Who], [cover], defaults: false), absence) : null;

    internal static Grant? LentWith(IEnumerable<Grant> grants, Absence absence) =>
        grants.FirstOrDefault(g =>
            g.Owner == absence.Who
            && g.Receiver == absence.Covers
            && g.Receiver is not null
            && g.Calendar is null
            && g.Terms == LentFor(absence, g.Acting)
        );

    internal static AccessTerms LentFor(Absence absence, Acting acting) =>
        new(Sight.Everything, acting, From: absence.Stretch.Start, Until: absence.Stretch.End);

    /// <summary>What waits for an answer already is decided by hand: only what comes from then on is declined by the absence.</summary>
    internal static void KeepWhatStands(IChangeSession session, Absence absence)
    {
        if (absence.Invitations == NewInvitations.Kept && absence.TextInside is null)
            return;
        foreach (var entry in session.Touching([session.CalendarOf(absence.Who)], absence.Stretch)[session.CalendarOf(absence.Who)])
            if (entry.Asks(absence.Who))
                session.MailStore.TakeIn(KeyOf(absence, entry.PublicId));
    }

    /// <summary>By which it is known that an invitation was decided for an absence, or that somebody was sent its text.</summary>
    internal static string KeyOf(Absence absence, string what) =>
        string.Create(System.Globalization.CultureInfo.InvariantCulture, $"away\n{absence.Origin}\n{what}");

    internal static string? Said(string? reason) =>
        reason?.Trim() switch
        {
            null or "" => null,
            { Length: > LongestReason } said => throw new RefusedException(RefusalKind.BadInput, "reason", said[..40] + "…"),
            var said => said,
        };

    /// <exception cref="RefusedException">There is none, or it is somebody's for whom the actor does not speak.</exception>
    internal static (Absence Stands, Rights Rights) Must(IChangeSession session, UserId actor, long id) =>
        session.Absence(id) is { } stands && session.SpeakingFor(actor, stands.Who) is { } rights
            ? (stands, rights)
            : throw new RefusedException(RefusalKind.NotFound);

    internal static void Check(IChangeSession session, Absence next)
    {
        if (!Enum.IsDefined(next.ReasonTo))
            throw new RefusedException(RefusalKind.BadInput, "reasonTo");
        if (
            next.Covers is { } cover
            && !(session.Users([cover]).TryGetValue(cover, out var found) && found is { Inside: true, Kind: UserKind.Person })
        )
            throw new RefusedException(RefusalKind.PersonUnknown, "covers");
        var covers = next.Covers is { } who ? session.Absences([who], next.Stretch) : [];
        if (Absences.WhyNot(next, session.Absences([next.Who], next.Stretch), covers, session.Now) is not (var why, var other))
            return;
        throw why switch
        {
            WhyNotAway.Empty => new RefusedException(RefusalKind.EndBeforeStart, "to"),
            WhyNotAway.InThePast => new RefusedException(RefusalKind.InThePast, "to"),
            WhyNotAway.TooLong => new RefusedException(RefusalKind.LongerThanAYear, "to"),
            WhyNotAway.CoversSelf => new RefusedException(RefusalKind.CoversSelf, "covers"),
            WhyNotAway.Overlaps => new RefusedException(RefusalKind.AwayAlready, "from", Days(session, other!)),
            _ => new RefusedException(
                RefusalKind.CoverIsAway,
                "covers",
                $"{session.Users([other!.Who])[other.Who].Name} is away {Days(session, other)}"
            ),
        };
    }

    internal static void TellCover(IChangeSession session, UserId actor, Absence absence)
    {
        if (absence.Covers is { } cover && cover != actor)
            session.AccessStore.Tell(News(AccessNewsKind.Covers, session, actor, absence, cover));
    }

    internal static AccessNews News(AccessNewsKind kind, IChangeSession session, UserId actor, Absence absence, UserId cover) =>
        new(
            0,
            kind,
            cover,
            absence.Who,
            new AccessTerms(Sight.Nothing, Acting.Look, From: absence.Stretch.Start, Until: absence.Stretch.End),
            null,
            session.Now
        )
        {
            By = actor,
        };

    private static string Days(IChangeSession session, Absence absence) =>
        English.FromTo(absence.Stretch, session.Users([absence.Who])[absence.Who].HomeZone);
}
