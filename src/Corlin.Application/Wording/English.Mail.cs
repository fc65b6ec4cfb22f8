using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Wording;

// What mail says.
public static partial class English
{
    /// <summary>Less than this before it begins, a change comes at short notice.</summary>
    public static readonly Duration ShortNotice = Duration.FromHours(24);

    /// <summary>A reminder to who has not answered yet, in the organiser's name.</summary>
    /// <param name="town">Whose clock the time is told by.</param>
    /// <param name="by">Until when the answer is wanted and what follows, or null.</param>
    /// <param name="line">What is written besides, or null.</param>
    public static (string Subject, string Text) Reminder(
        string title,
        string when,
        string town,
        CalendarUser organiser,
        CalendarUser writer,
        string? by = null,
        string? line = null
    )
    {
        var from = writer.Id == organiser.Id ? organiser.Name : $"{writer.Name}, for {organiser.Name}";
        var whose = writer.Id == organiser.Id ? "I have" : $"{organiser.GivenName} has";
        return (
            $"Will you come? {title}",
            $"You are invited to “{title}”, {when} in {town}. {whose} not had your answer yet: could you say whether you can come?{Besides(by)}{Besides(line)}\n\n{from}"
        );
    }

    /// <summary>To who has not brought or sent what was agreed, in the name of whose lane it is noted on.</summary>
    public static (string Subject, string Text) StillOwed(string what, LocalDate? due, string title, CalendarUser lane, CalendarUser writer)
    {
        var from = writer.Id == lane.Id ? lane.Name : $"{writer.Name}, for {lane.Name}";
        var whose = writer.Id == lane.Id ? "I have" : $"{lane.GivenName} has";
        var when = due is { } day ? $", which {(writer.Id == lane.Id ? "I" : lane.GivenName)} hoped to have by {Day(day)}" : "";
        return ($"Still open: {what}", $"For “{title}” {whose} not had this yet: {what}{when}. Could you say when it comes?\n\n{from}");
    }

    private static string Besides(string? words) => words is null ? "" : $"\n\n{words}";

    /// <summary>
    /// "Please answer by Thursday 11 March, 12:00 in Lisbon (08:00 in Halifax); after that it goes ahead without those who have not accepted."
    /// </summary>
    /// <param name="at">By the clock by which the time of the meeting is told.</param>
    /// <param name="town">Whose clock that is; null where the reader has the same.</param>
    /// <param name="also">The same moment by the reader's own clock, where that is another and known.</param>
    public static string AnswerBy(LocalDateTime at, string? town, string? also, AfterDeadline then) =>
        $"Please answer by {Day(at.Date)}, {Time(at.TimeOfDay)}{(town is null ? "" : $" in {town}")}{(also is null ? "" : $" ({also})")}{After(then)}";

    private static string After(AfterDeadline then) =>
        then switch
        {
            AfterDeadline.GoesOn => "; after that it goes ahead without those who have not accepted.",
            AfterDeadline.Cancelled => "; where somebody who must come has not accepted by then, it is cancelled.",
            _ => ".",
        };

    /// <summary>"answers by Thursday 12:00, then it goes on without those who have not accepted".</summary>
    public static string Deadline(LocalDateTime at, LocalDate today, AfterDeadline then, bool passed) =>
        passed
            ? $"the deadline for answers was {Moment(at, today)}"
            : $"answers by {Moment(at, today)}, then "
                + then switch
                {
                    AfterDeadline.GoesOn => "it goes on without those who have not accepted",
                    AfterDeadline.Cancelled => "it is cancelled where somebody required has not accepted",
                    _ => "you decide",
                };

    /// <summary>"A reply is wanted by Thursday 12:00; after that it goes ahead without those who have not accepted."</summary>
    public static string ReplyWanted(LocalDateTime at, LocalDate today, AfterDeadline then, bool passed) =>
        passed ? $"A reply was wanted by {Moment(at, today)}." : $"A reply is wanted by {Moment(at, today)}{After(then)}";

    public static string CancelledByDeadline(LocalDateTime at) =>
        $"Not everyone who must come had accepted by {Day(at.Date)}, {Time(at.TimeOfDay)}.";

    /// <summary>The subject of a message about a meeting.</summary>
    public static string Subject(EffectKind kind, OutgoingMail mail)
    {
        var near = mail.Stretch.Start > mail.Stamp && mail.Stretch.Start - mail.Stamp < ShortNotice;
        return kind switch
        {
            EffectKind.Removed => $"You are no longer invited: {mail.Title}",
            EffectKind.Cancelled => near ? $"Cancelled at short notice: {mail.Title}" : $"Cancelled: {mail.Title}",
            EffectKind.ProposalRefused => $"The time stays as it was: {mail.Title}",
            EffectKind.Moved => near ? $"Moved at short notice: {mail.Title}" : $"Moved: {mail.Title}",
            EffectKind.Changed => $"Changed: {mail.Title}",
            EffectKind.Forwarded => $"For information: {mail.Title}",
            _ => $"Invitation: {mail.Title}",
        };
    }

    /// <summary>The subject of an answer to somebody outside.</summary>
    public static string AnswerSubject(OutgoingMail mail, string who) =>
        mail.Method == SchedulingMethod.Counter
            ? $"Another time? {mail.Title}"
            : mail.Attendees[0].Answer switch
            {
                Answer.Accepted => $"Accepted: {mail.Title}",
                Answer.Declined => $"Declined: {mail.Title}",
                Answer.Tentative => $"Tentative: {mail.Title}",
                Answer.Delegated => $"{who} sends somebody else: {mail.Title}",
                _ => $"Not answered yet: {mail.Title}",
            };

    /// <summary>What was done to a meeting, in a word.</summary>
    public static string Verb(EffectKind kind) =>
        kind switch
        {
            EffectKind.Removed => "Without",
            EffectKind.TurnedOver => "Turned over",
            EffectKind.NotesReleased => "Notes",
            EffectKind.AnsweredOtherwise => "Answered otherwise",
            EffectKind.AnswerEntered => "By word of mouth",
            EffectKind.TurnOverRefused => "Not taken over",
            _ => kind.ToString(),
        };

    /// <summary>What is told of a meeting, with who did it.</summary>
    /// <param name="told">What may be known of what was done; null where that is not kept.</param>
    /// <param name="state">The same as it stands since, or stood; null where nothing of it may be known.</param>
    /// <param name="organiser">Who organises it since.</param>
    public static string MeetingNews(
        MeetingNews news,
        PastEntry? told,
        EntryState? state,
        string who,
        string organiser,
        DateTimeZone zone,
        Func<UserId, string> name
    )
    {
        var (from, to) = (zone.ToLocal(news.Stretch.Start), zone.ToLocal(news.Stretch.End));
        var when = $"{Day(from.Date)}, {Time(from.TimeOfDay)} to {Time(to.TimeOfDay)}";
        if (state is null)
            return $"Something private, {when}.";
        var title = $"“{state.Title}”";
        if (news.Kind == EffectKind.Cancelled)
            return $"{title}, {when}, does not take place. {who} cancelled it.";
        if (news.Kind == EffectKind.Removed)
            return $"{title}, {when}, goes ahead. {who} no longer invites you.";
        if (news.Kind == EffectKind.TurnedOver)
            return $"{title}, {when}, is organised by {organiser} from now on. {who} took it over.";
        if (news.Kind == EffectKind.TurnOverRefused)
            return $"{title}, {when}: {who} does not take it over. It stays with {organiser}.";
        if (news.Kind == EffectKind.Forwarded)
            return $"{title}, {when}, was forwarded by {who} to somebody who is not invited.";
        if (news.Kind == EffectKind.AnsweredOtherwise)
            return $"{title}, {when}: {AnsweredNow(news, told, who, name)}";
        if (news.Kind == EffectKind.AnswerEntered)
            return $"{title}, {when}: {AnswerEntered(news, told, who, name)}";
        if (news.Kind == EffectKind.NotesReleased)
            return $"{title}, {when}: {who} shared the notes.";
        if (news.RecurrenceId is { } id)
            return $"{title} of {Day(id.Date)} is {when} now. {who} changed it.";
        var changes = told is { Before: { } before, After: { } after }
            ? Differences(before.WithoutAnswers() with { Takes = after.Takes }, after.WithoutAnswers(), zone, name).ToList()
            : [];
        return $"{title}: {(changes.Count == 0 ? when : string.Join("; ", changes))}. {who} changed it.";
    }

    private static string AnsweredNow(MeetingNews news, PastEntry? told, string who, Func<UserId, string> name)
    {
        var whose = news.Lane == news.To ? "you" : name(news.Lane);
        return $"{who} answered {Word(AnswerOf(news, told?.After))}. What stood there for {whose} was {Word(AnswerOf(news, told?.Before))}.";
    }

    private static string AnswerEntered(MeetingNews news, PastEntry? told, string who, Func<UserId, string> name) =>
        $"{who} entered “{Word(AnswerOf(news, told?.After))}” for {(news.Lane == news.To ? "you" : name(news.Lane))}, told by word of mouth. Answer it if that is not so.";

    private static Answer AnswerOf(MeetingNews news, EntryState? state) =>
        state?.Whole?.Attendees.FirstOrDefault(a => a.Who == news.Lane && a.RecurrenceId == news.RecurrenceId)?.Answer ?? Answer.None;

    /// <summary>How a message stands.</summary>
    public static string Mail(KeptMail mail, DateTimeZone zone, LocalDate today) =>
        mail.State switch
        {
            MailState.Waiting => "goes out in some seconds",
            MailState.Trying => $"not delivered yet: {mail.Failure} Tried again {When(zone.ToLocal(mail.Again ?? mail.At), today)}.",
            MailState.Failed => $"not delivered: {mail.Failure}",
            MailState.Sent => "sent",
            MailState.Filed => "filed",
            _ when mail.Why != WaitReason.None => $"waits: {Waits(mail.Why)}",
            _ => "filed with nothing",
        };

    /// <summary>Why a message waits for a person.</summary>
    public static string Waits(WaitReason why) =>
        why switch
        {
            WaitReason.NotUnderstood => "its calendar part cannot be read",
            WaitReason.NotVouched => "no server vouches for its sender",
            WaitReason.NotTheOrganiser => "it is not from who organises it",
            WaitReason.AnotherOrganiser => "somebody else organises that meeting",
            WaitReason.NotTheAttendee => "it answers for somebody else than its sender",
            WaitReason.NotInvited => "its sender is not asked to it",
            WaitReason.NothingStands => "nothing stands here that it is about",
            WaitReason.OrganisedInside => "its organiser is inside, and arranges in Corlin",
            _ => "nothing is known about it",
        };

    /// <summary>"09:42" of today, "3 March 16:05" of any other day.</summary>
    public static string When(LocalDateTime at, LocalDate today) =>
        at.Date == today ? Time(at.TimeOfDay) : $"{ShortDay(at.Date)} {Time(at.TimeOfDay)}";

    /// <summary>What somebody outside is written of what they may see now.</summary>
    /// <param name="by">Who did it.</param>
    /// <param name="lane">The file that goes along, or null.</param>
    public static (string Subject, string Text) AccessLetter(
        AccessNews news,
        CalendarUser owner,
        CalendarUser by,
        CalendarUser to,
        Ports.SharedLane? lane
    )
    {
        var who = by.Id == owner.Id ? owner.Name : $"{by.Name} for {owner.Name}";
        var may = $"{Access(news.Terms, owner, to, news.On)}{Dated(news.Terms, owner)}";
        var (subject, told) = news.Kind switch
        {
            AccessNewsKind.Withdrawn => (
                $"No longer open to you: the calendar of {owner.Name}",
                $"{who} has withdrawn it: you may no longer {Access(news.Terms, owner, to, news.On)}."
            ),
            AccessNewsKind.Changed => ($"Changed: what you may see of {owner.Name}", $"{who} has changed it: you may now {may}."),
            _ => ($"{owner.Name} shares a calendar with you", $"{who} lets you {may}."),
        };
        return (subject, string.Join("\r\n\r\n", new[] { told, news.Line, Along(news, by, lane) }.Where(p => !string.IsNullOrEmpty(p))));
    }

    /// <summary>What comes with the letter, and what does not.</summary>
    private static string? Along(AccessNews news, CalendarUser by, Ports.SharedLane? lane)
    {
        if (news.Kind == AccessNewsKind.Withdrawn)
            return null;
        if (lane is null)
            return $"It has not begun yet. Write to {by.GivenName} then, for the calendar as a file.";
        var until = lane.From.PlusDays(Ports.SharedLane.Days);
        var all = lane.Cut ? $"The first {lane.Entries.Count} entries" : "All that you may see of it";
        return lane.Entries.Count == 0
            ? $"Nothing that you may see stands in it from {DayAndYear(lane.From)} to {DayAndYear(until)}. Write to {by.GivenName} for a file later on."
            : $"{all} from {DayAndYear(lane.From)} to {DayAndYear(until)} {(lane.Cut ? "come" : "comes")} with this letter, as a calendar file. It is as the calendar stands today; later changes do not reach it. Write to {by.GivenName} for a new one.";
    }

    /// <summary>"Ida Admin made a key with which you set your password".</summary>
    public static string WayIn(AccessNewsKind kind, CalendarUser owner, CalendarUser by, CalendarUser to)
    {
        var whose = owner.Id == to.Id ? "your" : $"{owner.Name}’s";
        var who = by.Id == owner.Id ? "somebody on the machine that runs Corlin" : by.Name;
        return kind switch
        {
            AccessNewsKind.WayInClosed => $"{who} closed {whose} way in",
            AccessNewsKind.WayInOpened => $"{who} opened {whose} way in again",
            AccessNewsKind.SecondFactorTaken => $"{who} took {whose} second factor away",
            AccessNewsKind.SignedOut => $"{who} ended all that was open in {whose} name",
            AccessNewsKind.AdministratorMade => $"{who} let {(owner.Id == to.Id ? "you" : owner.Name)} manage people and places",
            AccessNewsKind.AdministratorEnded =>
                $"{who} lets {(owner.Id == to.Id ? "you" : owner.Name)} manage people and places no longer",
            _ => $"{who} made a key with which {(owner.Id == to.Id ? "you set your" : $"{owner.Name} sets their")} password",
        };
    }

    public static (string Subject, string Text) WayInLetter(AccessNewsKind kind, CalendarUser owner, CalendarUser by, CalendarUser to) =>
        (
            $"Signing in as {(owner.Id == to.Id ? "you" : owner.Name)}",
            $"{Capital(WayIn(kind, owner, by, to))}. Whoever signs in as {(owner.Id == to.Id ? "you" : owner.Name)} reads that calendar and acts in that name. If you did not expect it, speak to an administrator at once."
        );

    /// <summary>What is written above a sheet, with the papers that go along and those that are too large to.</summary>
    public static string? SheetNote(string? note, IReadOnlyList<string> papers, IReadOnlyList<string> tooLarge)
    {
        var said = new[]
        {
            note?.Trim(),
            papers.Count == 0 ? null : $"With it: {And(papers)}.",
            tooLarge.Count == 0 ? null : $"Too large to go along: {And(tooLarge)}.",
        }.Where(w => !string.IsNullOrEmpty(w));
        return string.Join("\n\n", said) is { Length: > 0 } words ? words : null;
    }

    /// <summary>With the link by which somebody sets their password.</summary>
    /// <param name="by">Who gives it to them; null where they asked for it.</param>
    /// <param name="organisation">"Ebbline"; null where it has no name here.</param>
    public static (string Subject, string Text) KeyLetter(CalendarUser who, CalendarUser? by, string? organisation) =>
        by is null
            ? (
                $"A new password for Corlin{Of(organisation)}",
                $"Somebody asked for a new password for {who.Name} in Corlin{Of(organisation)}. If it was you, open the link below and set one: it works once, within a day. If it was not, do nothing; your password stays as it is."
            )
            : (
                $"Your way into Corlin{Of(organisation)}",
                $"{by.Name} opens Corlin{Of(organisation)} to you, {who.GivenName}. Open the link below and set a password: it works once, within a day, and for you alone."
            );

    private static string Of(string? organisation) => organisation is null ? "" : $" of {organisation}";

    /// <summary>To the address that somebody says is theirs.</summary>
    public static (string Subject, string Text) AddressKeyLetter(CalendarUser who, string address) =>
        (
            $"Is this your address, {who.GivenName}?",
            $"Mail to {who.Name} is to go to {address} from now on. Open the link below, signed in as yourself, within seven days, and it does. If you did not ask for it, do nothing: all stays as it is."
        );

    /// <summary>To whom mail went, and who speaks for them.</summary>
    public static (string Subject, string Text) AddressLetter(CalendarUser who, string address, CalendarUser by, CalendarUser to) =>
        (
            $"Mail to {(who.Id == to.Id ? "you" : who.Name)} goes elsewhere",
            $"{(by.Id == to.Id ? "You" : by.Name)} changed where mail to {(who.Id == to.Id ? "you" : who.Name)} goes: to {address} from now on, no longer to {who.Address}. If you did not expect it, speak to an administrator at once."
        );

    /// <summary>What was noted of a meeting, as those outside it get it.</summary>
    /// <param name="line">What who releases it writes with it.</param>
    public static (string Subject, string Text) NotesLetter(
        string title,
        LocalDate date,
        MeetingNotes notes,
        string? line,
        Func<UserId, string> name
    )
    {
        var lines = new List<string>();
        if (line is not null)
            lines.AddRange([line, ""]);
        if (notes.Text is { } text)
            lines.AddRange([text, ""]);
        var tasks = notes.Tasks.Where(t => t.DoneAt is null).ToList();
        if (tasks.Count > 0)
            lines.AddRange(["To be done", .. tasks.Select(t => $"- {t.Words}{Owed(t, name)}")]);
        return ($"Notes: {title}, {ShortDay(date)}", string.Join("\r\n", lines).TrimEnd() + "\r\n");
    }

    /// <summary>What somebody writes who would like to be asked to a meeting of their group.</summary>
    public static (string Subject, string Text) AskingToCome(string who, string title) =>
        (
            $"{who} would like to come: {title}",
            $"{who} is in the group that was invited to “{title}” and is not invited themselves. They would like to come.\r\n"
        );

    private static string Owed(MeetingTask task, Func<UserId, string> name)
    {
        List<string> parts =
        [
            .. task.Owner is { } owner ? [name(owner)] : Array.Empty<string>(),
            .. task.Due is { } due ? [$"by {ShortDay(due)}"] : Array.Empty<string>(),
        ];
        return parts.Count == 0 ? "" : $" ({string.Join(", ", parts)})";
    }
}
