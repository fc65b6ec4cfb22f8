using Corlin.Application.Access;
using Corlin.Application.Calendars;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;
using Reach = Corlin.Core.Editing.Reach;

namespace Corlin.Application.Whereabouts;

/// <summary>What is to become of something that stands in an absence.</summary>
public enum InAbsenceWish
{
    Keep,

    /// <summary>It is declined, with the text.</summary>
    Decline,

    /// <summary>It moves to a time after the absence.</summary>
    Move,
    Cancel,

    /// <summary>Who covers goes instead.</summary>
    SendCover,

    /// <summary>Whoever is away is asked.</summary>
    Ask,
}

/// <param name="Occurrences">Which of a series; null for the whole of what is none.</param>
/// <param name="To">Of a move when it begins then.</param>
public sealed record SettledInAbsence(string Entry, IReadOnlyList<LocalDateTime?> Occurrences, InAbsenceWish Wish, Instant? To = null);

/// <summary>Posts an absence, and does with what stands in it what was decided for each: all of it, or nothing.</summary>
/// <param name="Absence">The actor of the whole posts it.</param>
public sealed record PostAbsenceAndSettle(UserId Actor, PostAbsence Absence, IReadOnlyList<SettledInAbsence> Settled)
    : IChange<IReadOnlyList<long>>
{
    /// <summary>
    /// Whether who covers also holds meanwhile what whoever is away holds in the calendars of others (<see cref="CoverFor"/>).
    /// </summary>
    public bool CoversPrincipals { get; init; }

    /// <returns>The changes, in the order in which they were made; taken back together.</returns>
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        var (change, absence) = (Absence with { Actor = Actor }).Do(session);
        return [change, .. Settling.Do(session, Actor, absence, Settled), .. CoversPrincipals ? Cover(session, absence) : []];
    }

    private IReadOnlyList<long> Cover(IChangeSession session, Absence absence)
    {
        var cover = absence.Covers ?? throw new RefusedException(RefusalKind.PersonUnknown, "covers", "nobody");
        var (first, last) = CoveredPrincipals.Days(session, absence);
        return new CoverFor(Actor, absence.Who, cover, first, last, null).Apply(session).Changes;
    }
}

/// <summary>The same for an absence that is posted already.</summary>
public sealed record SettleInAbsence(UserId Actor, long Absence, IReadOnlyList<SettledInAbsence> Settled) : IChange<IReadOnlyList<long>>
{
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        var (stands, _) = Absent.Must(session, Actor, Absence);
        return [.. Settling.Do(session, Actor, stands, Settled)];
    }
}

internal static class Settling
{
    /// <summary>As many changes can be taken back as one act.</summary>
    private const int MostChanges = 90;

    public static IReadOnlyList<long> Do(IChangeSession session, UserId actor, Absence absence, IReadOnlyList<SettledInAbsence> settled)
    {
        if (settled.Sum(s => s.Occurrences.Count) > MostChanges / 2)
            throw new RefusedException(
                RefusalKind.TooMany,
                "settled",
                (MostChanges / 2).ToString(System.Globalization.CultureInfo.InvariantCulture)
            );
        var people = session.Users([actor, absence.Who, .. absence.Covers is { } cover ? new[] { cover } : []]);
        return
        [
            .. settled
                .SelectMany(s => s.Occurrences.SelectMany(o => One(session, people[actor], people[absence.Who], absence, s, o)))
                .ToList(),
        ];
    }

    private static IReadOnlyList<long> One(
        IChangeSession session,
        CalendarUser actor,
        CalendarUser who,
        Absence absence,
        SettledInAbsence settled,
        LocalDateTime? occurrence
    )
    {
        var entry = session.Entry(settled.Entry) ?? throw new RefusedException(RefusalKind.NotFound, "settled");
        var reach = occurrence is null ? Reach.All : Reach.ThisOne;
        return settled.Wish switch
        {
            InAbsenceWish.Decline =>
            [
                Decline(session, actor, who, entry, occurrence, absence.TextFor(session.Users([entry.Owner])[entry.Owner])),
            ],
            InAbsenceWish.Cancel =>
            [
                new CancelEntry(
                    actor.Id,
                    settled.Entry,
                    occurrence,
                    reach,
                    entry.Kind == EntryKind.Meeting ? absence.TextInside : null
                ).Apply(session),
            ],
            InAbsenceWish.Move => [Moved(session, actor, who, settled, entry, occurrence, reach)],
            InAbsenceWish.SendCover => SendCover(session, actor, who, absence, entry, occurrence, reach),
            InAbsenceWish.Ask when actor.Id != who.Id => [Ask(session, actor, who, absence, entry)],
            _ => [],
        };
    }

    internal static long Decline(
        IChangeSession session,
        CalendarUser actor,
        CalendarUser who,
        Entry entry,
        LocalDateTime? occurrence,
        string? words
    ) =>
        new AnswerInvitation(actor.Id, who.Id, entry.PublicId, occurrence, Answer.Declined, words, null) { AllTheSame = true }.Apply(
            session
        );

    private static long Moved(
        IChangeSession session,
        CalendarUser actor,
        CalendarUser who,
        SettledInAbsence settled,
        Entry entry,
        LocalDateTime? occurrence,
        Reach reach
    )
    {
        var stands = Occurrences.Find(entry, occurrence, who.HomeZone)?.Time ?? throw new RefusedException(RefusalKind.NotFound, "settled");
        if (settled.To is not { } start || stands.WallZone is not { } zone)
            throw new RefusedException(RefusalKind.BadInput, "settled");
        var to = stands.StartingAt(zone.ToLocal(start));
        var moved = new ChangeEntry(
            actor.Id,
            settled.Entry,
            occurrence,
            reach,
            new EntryEdit { Time = to },
            new EntryEdit { Time = stands }
        ).Apply(session);
        return moved.Change ?? throw new RefusedException(RefusalKind.ChangedSince, "settled");
    }

    /// <summary>
    /// To one's own meeting the cover is asked; of another's the organiser is told that they can come, and they get to know of it.
    /// </summary>
    /// <returns>The changes; none where the cover is asked already.</returns>
    internal static IReadOnlyList<long> SendCover(
        IChangeSession session,
        CalendarUser actor,
        CalendarUser who,
        Absence absence,
        Entry entry,
        LocalDateTime? occurrence,
        Reach reach
    )
    {
        var cover = absence.Covers is { } id
            ? session.Users([id])[id]
            : throw new RefusedException(RefusalKind.PersonUnknown, "covers", "nobody");
        if (entry.Owner == who.Id)
        {
            if (entry.Asks(cover.Id))
                return [];
            var asked = new ChangeEntry(
                actor.Id,
                entry.PublicId,
                occurrence,
                reach,
                new EntryEdit(),
                new EntryEdit(),
                null,
                new Asking([new Invited(cover.PublicId, AttendeeRole.Required)], [])
            ).Apply(session);
            return asked.Change is { } change ? [change] : [];
        }

        var declined = Decline(session, actor, who, entry, occurrence, $"{who.GivenName} is away; {cover.Name} can come instead.");
        // Who covers by themselves, or is asked anyway, knows it.
        if (cover.Id == actor.Id || cover.Id == entry.Owner || entry.Asks(cover.Id))
            return [declined];
        return
        [
            declined,
            new ForwardMeeting(
                actor.Id,
                who.Id,
                entry.PublicId,
                occurrence,
                [cover.PublicId],
                $"{who.GivenName} is away; you cover."
            ).Apply(session),
        ];
    }

    private static long Ask(IChangeSession session, CalendarUser actor, CalendarUser who, Absence absence, Entry entry)
    {
        var rights = session.MustSpeakFor(actor.Id, who.Id);
        if (entry.HoldsPrivate && !rights.MaySpeakForPrivate)
            throw new RefusedException(RefusalKind.NotFound, "settled");
        var own = entry.Participations.Any(p => p.Who == who.Id && p.OwnPrivate) && !rights.MaySpeakForPrivate;
        if (own || (entry.Owner != who.Id && (!entry.Asks(who.Id) || entry.Status == MeetingStatus.Draft)))
            throw new RefusedException(RefusalKind.NotFound, "settled");
        var change = session.Begin(ChangeKind.MailWritten, actor.Id, who.Id, rights.Grant);
        session.Write(
            actor,
            who,
            entry.Title,
            $"What is to become of “{entry.Title}” while you are away {English.FromTo(absence.Stretch, who.HomeZone)}?",
            new MailAbout(who.Id, entry.PublicId, entry.Private)
        );
        return change;
    }
}
