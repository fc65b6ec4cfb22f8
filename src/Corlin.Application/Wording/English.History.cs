using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Wording;

// What was done, in words.
public static partial class English
{
    /// <summary>What a change did, as the sentence goes on after who did it: "sent", "changed".</summary>
    public static string Verb(ChangeKind kind) =>
        kind switch
        {
            ChangeKind.SetUp => "set up",
            ChangeKind.PersonAdded => "entered",
            ChangeKind.PersonChanged => "changed what is known of",
            ChangeKind.PersonRemoved => "took out of the index",
            ChangeKind.PeopleImported => "took a file of people in",
            ChangeKind.MembersChanged => "changed who is in",
            ChangeKind.AccessGranted => "granted",
            ChangeKind.AccessChanged => "changed what is granted",
            ChangeKind.AccessWithdrawn => "withdrew",
            ChangeKind.AccessAsked => "asked for access",
            ChangeKind.AccessAskedNoMore => "asks for access no more",
            ChangeKind.AccessRefused => "refused access that was asked for",
            ChangeKind.CeilingSet => "set what the organisation allows",
            ChangeKind.AccountInvited => "gave a way in",
            ChangeKind.AccountClosed => "closed the way in",
            ChangeKind.AccountOpened => "opened the way in again",
            ChangeKind.AccountSignedOut => "ended all that was open",
            ChangeKind.AdministratorMade => "made an administrator",
            ChangeKind.AdministratorEnded => "made no administrator any more",
            ChangeKind.SecondFactorRemoved => "took the second factor away",
            ChangeKind.AbsenceChanged => "changed an absence",
            ChangeKind.AbsenceEnded => "ended an absence",
            ChangeKind.WhereSaid => "said where they work",
            ChangeKind.WhereToldSaid => "said how much of where they are others see",
            ChangeKind.AbsencePosted => "posted an absence",
            ChangeKind.AppointmentAdded => "entered",
            ChangeKind.HoldPlaced => "placed a hold",
            ChangeKind.MeetingSent => "sent",
            ChangeKind.InvitationAnswered => "answered",
            ChangeKind.AnswerEntered => "entered an answer by word of mouth to",
            ChangeKind.ProposalAccepted => "accepted another time for",
            ChangeKind.ProposalRefused => "kept the time of",
            ChangeKind.WentOn => "goes on without those who have not accepted in",
            ChangeKind.MeetingCancelled or ChangeKind.EntryCancelled => "cancelled",
            ChangeKind.EntryChanged => "changed",
            ChangeKind.PlaceChanged => "changed the places",
            ChangeKind.PartMadePrivate => "said how private their own part is of",
            ChangeKind.EntryMarked => "noted a category or a reminder of",
            ChangeKind.CategoryChanged => "changed the list of categories",
            ChangeKind.Imported => "took a calendar file in",
            ChangeKind.NoGoKept => "kept no-go weeks",
            ChangeKind.NoGoOpened => "opened no-go weeks",
            ChangeKind.CalendarFollowed => "followed a calendar kept elsewhere",
            ChangeKind.FollowingChanged => "changed how a calendar kept elsewhere is followed",
            ChangeKind.FollowingEnded => "follows a calendar kept elsewhere no more",
            ChangeKind.FeedMade => "made a link by which a program reads the calendar",
            ChangeKind.FeedRenewed => "renewed a link by which a program reads the calendar",
            ChangeKind.FeedEnded => "ended a link by which a program reads the calendar",
            ChangeKind.PaperAdded => "laid a paper with an entry",
            ChangeKind.PaperRemoved => "took a paper away from an entry",
            ChangeKind.SiteClosed => "closed a site",
            ChangeKind.SiteOpened => "opened a site again",
            ChangeKind.CalendarAdded => "added a calendar",
            ChangeKind.CalendarChanged => "changed a calendar",
            ChangeKind.CalendarRemoved => "removed a calendar",
            ChangeKind.HandedOver => "handed over what is open",
            ChangeKind.MeetingRestored => "brought back",
            ChangeKind.MailWritten => "wrote mail",
            ChangeKind.MeetingSaved => "saved without sending",
            ChangeKind.HoldsReleased => "released holds for",
            ChangeKind.EntryTied => "tied something to an entry,",
            ChangeKind.MeetingForwarded => "forwarded a meeting",
            ChangeKind.NotesReleased => "shared notes of",
            ChangeKind.TaskDone => "said how a task stands of",
            ChangeKind.Convened => "convened",
            ChangeKind.CalledIn => "called somebody into",
            ChangeKind.CallWithdrawn => "withdrew a call into",
            ChangeKind.MemberSettled => "decided on a member of a group for",
            ChangeKind.TurnedOver => "took over",
            ChangeKind.AddressAsked => "asked for another address",
            ChangeKind.AddressRefused => "left an address as it was",
            ChangeKind.TurnOverOffered => "offered to somebody else to organise",
            ChangeKind.TurnOverRefused => "did not take over",
            ChangeKind.TurnOverTakenBack => "offers no longer to somebody else",
            ChangeKind.RequestTaken => "noted a request for time",
            ChangeKind.RequestChanged => "dealt with a request",
            ChangeKind.PaperSentAlong => "said who gets a paper of",
            ChangeKind.HandoverNoted => "wrote to something handed over",
            ChangeKind.HandoverTakenBack => "took a handover back",
            ChangeKind.PutOnCalendar => "put on another calendar",
            // Of one that is still under way; of any other what it took back is told.
            ChangeKind.Undone => "began to take back",
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, null),
        };

    /// <summary>What is different about an entry after a change, a line each.</summary>
    /// <param name="zone">The reader's.</param>
    /// <param name="name">The name of somebody who is asked.</param>
    public static IEnumerable<string> Differences(EntryState before, EntryState after, DateTimeZone zone, Func<UserId, string> name)
    {
        if (before.Title != after.Title)
            yield return $"called “{after.Title}”, was “{before.Title}”";
        if (before.Time != after.Time)
            yield return $"{When(after.Time, zone)}, was {When(before.Time, zone)}";
        if (before.Rule != after.Rule)
            yield return after.Rule is null ? "takes place once" : $"repeats {RuleWords.Write(after.Rule)}";
        if (before.OccurrencesCancelled < after.OccurrencesCancelled)
            yield return $"{Count(after.OccurrencesCancelled - before.OccurrencesCancelled, "occurrence", "occurrences")} cancelled";
        if (before.OccurrencesChanged != after.OccurrencesChanged)
            yield return $"{Count(after.OccurrencesChanged, "occurrence", "occurrences")} unlike the others";
        if (before.Place != after.Place)
            yield return after.Place is null
                ? $"no place, was {before.Place}"
                : $"in {after.Place}{(before.Place is null ? "" : $", was {before.Place}")}";
        if (before.Takes != after.Takes)
            yield return $"{Word(after.Takes)}, was {Word(before.Takes)}";
        if (before.Private != after.Private)
            yield return after.Private ? "private" : "private no more";
        if (before.Whole is not { } was || after.Whole is not { } whole)
            yield break;
        if (was.Agenda != whole.Agenda)
            yield return whole.Agenda is null ? "no agenda any more"
            : was.Agenda is null ? "with an agenda"
            : "another agenda";
        if (was.Line != whole.Line)
            yield return whole.Line is null ? "no line to those invited any more"
            : was.Line is null ? "with a line to those invited"
            : "another line to those invited";
        if (was.Link != whole.Link)
            yield return whole.Link is null ? "no conference any more"
            : was.Link is null ? "with a conference"
            : "another conference";
        if (was.DialIn != whole.DialIn)
            yield return whole.DialIn is null ? "no dial-in any more"
            : was.DialIn is null ? "with a dial-in"
            : "another dial-in";
        foreach (var line in Asked(was, whole, name))
            yield return line;
    }

    /// <summary>"Tuesday 16 March, 12:00 to 12:45", in the reader's zone.</summary>
    public static string When(EntryTime time, DateTimeZone zone)
    {
        if (time is AllDayEntry days)
            return Period.DaysBetween(days.First, days.Until) == 1
                ? $"{Day(days.First)}, all day"
                : $"{Day(days.First)} to {Day(days.Until.PlusDays(-1))}";
        var stretch = time.ToStretch(zone);
        var (from, to) = (zone.ToLocal(stretch.Start), zone.ToLocal(stretch.End));
        return $"{Day(from.Date)}, {Time(from.TimeOfDay)} to {Time(to.TimeOfDay)}";
    }

    private static IEnumerable<string> Asked(WholeState was, WholeState whole, Func<UserId, string> name)
    {
        var (before, after) = (ByWho(was), ByWho(whole));
        var added = after.Keys.Where(w => !before.ContainsKey(w)).Select(name).ToList();
        var removed = before.Keys.Where(w => !after.ContainsKey(w)).Select(name).ToList();
        if (added.Count > 0)
            yield return $"{And(added)} asked";
        if (removed.Count > 0)
            yield return $"{And(removed)} asked no more";
        foreach (var (who, part) in after)
        {
            if (before.TryGetValue(who, out var old) && old.Answer != part.Answer)
                yield return $"{name(who)}: {Word(part.Answer)}{(part.Comment is { Length: > 0 } comment ? $", “{comment}”" : "")}";
        }
    }

    private static Dictionary<UserId, Participation> ByWho(WholeState state) =>
        state.Attendees.Where(a => a.RecurrenceId is null && !a.NotAsked).GroupBy(a => a.Who).ToDictionary(g => g.Key, g => g.First());
}
