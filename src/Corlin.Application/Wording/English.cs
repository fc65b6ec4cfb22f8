using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Wording;

/// <summary>Turns typed reasons into words, after disclosure: it never sees what the reader may not know.</summary>
public static partial class English
{
    private static readonly CultureInfo Invariant = CultureInfo.InvariantCulture;
    private static readonly LocalDatePattern LongDay = LocalDatePattern.Create("dddd d MMMM", Invariant);
    private static readonly LocalTimePattern Clock = LocalTimePattern.Create("HH:mm", Invariant);

    private static readonly LocalDatePattern DayAndMonth = LocalDatePattern.Create("d MMMM", Invariant);

    public static string ShortDay(LocalDate date) => DayAndMonth.Format(date);

    public static string Day(LocalDate date) => LongDay.Format(date);

    /// <summary>"today", "tomorrow", the weekday within the week to come, else the whole date.</summary>
    public static string NearDay(LocalDate date, LocalDate today) =>
        Period.DaysBetween(today, date) switch
        {
            0 => "today",
            1 => "tomorrow",
            > 1 and < 7 => date.DayOfWeek.ToString(),
            _ => Day(date),
        };

    /// <summary>"today 18:00", "Thursday 25 March, 18:00".</summary>
    public static string Moment(LocalDateTime moment, LocalDate today)
    {
        var days = Period.DaysBetween(today, moment.Date);
        return days is >= 0 and < 7 ? $"{NearDay(moment.Date, today)} {Time(moment.TimeOfDay)}"
            : days == -1 ? $"yesterday {Time(moment.TimeOfDay)}"
            : $"{Day(moment.Date)}, {Time(moment.TimeOfDay)}";
    }

    public static string Word(Core.Whereabouts.AbsenceKind kind) =>
        kind switch
        {
            Core.Whereabouts.AbsenceKind.Holiday => "On holiday",
            Core.Whereabouts.AbsenceKind.Ill => "Ill",
            Core.Whereabouts.AbsenceKind.Travelling => "Travelling",
            _ => "Away",
        };

    /// <summary>"from 10 March to 12 March" of whole days; otherwise with the times of both ends.</summary>
    public static string FromTo(Core.Time.Stretch stretch, DateTimeZone zone)
    {
        var (from, to) = (zone.ToLocal(stretch.Start), zone.ToLocal(stretch.End));
        if (from.TimeOfDay != LocalTime.Midnight || to.TimeOfDay != LocalTime.Midnight)
            return from.Date == to.Date
                ? $"on {DayAndYear(from.Date)} from {Time(from.TimeOfDay)} to {Time(to.TimeOfDay)}"
                : $"from {DayAndYear(from.Date)}, {Time(from.TimeOfDay)} to {DayAndYear(to.Date)}, {Time(to.TimeOfDay)}";
        var last = to.Date.PlusDays(-1);
        return last == from.Date ? $"on {DayAndYear(last)}" : $"from {DayAndYear(from.Date)} to {DayAndYear(last)}";
    }

    public static string Time(LocalTime time) => Clock.Format(time);

    public static string Length(Duration length) => Length((int)Math.Round(length.TotalMinutes));

    /// <summary>"45 minutes", "2 h", "2 h 30".</summary>
    public static string Length(int minutes) =>
        minutes switch
        {
            1 => "1 minute",
            < 60 => string.Create(Invariant, $"{minutes} minutes"),
            _ when minutes % 60 == 0 => string.Create(Invariant, $"{minutes / 60} h"),
            _ => string.Create(Invariant, $"{minutes / 60} h {minutes % 60:00}"),
        };

    /// <summary>"300 bytes", "12 kB", "1.4 MB".</summary>
    public static string Size(long bytes) =>
        bytes switch
        {
            < 1_000 => string.Create(Invariant, $"{bytes} bytes"),
            < 1_000_000 => string.Create(Invariant, $"{bytes / 1_000} kB"),
            _ => string.Create(Invariant, $"{bytes / 1_000_000.0:0.0} MB"),
        };

    /// <summary>"Ana", "Ana and Tomé", "Ana, Tomé and Ruta".</summary>
    public static string And(IReadOnlyList<string> names) =>
        names.Count switch
        {
            0 => "",
            1 => names[0],
            _ => string.Join(", ", names.Take(names.Count - 1)) + " and " + names[^1],
        };

    /// <summary>"14:00", "14:00 or 15:00", "14:00, 15:00 or 16:00".</summary>
    public static string Or(IReadOnlyList<string> choices) =>
        choices.Count < 2 ? string.Concat(choices) : string.Join(", ", choices.Take(choices.Count - 1)) + " or " + choices[^1];

    /// <summary>"no answers", "one answer", "12 answers".</summary>
    public static string Count(int count, string one, string many) =>
        count switch
        {
            0 => "no " + many,
            1 => "one " + one,
            < 10 => Small[count] + " " + many,
            _ => string.Create(Invariant, $"{count} {many}"),
        };

    private static readonly string[] Small = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine"];

    public static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    /// <summary>"From Sunday Halifax is 3 h behind Lisbon, not 4 h."</summary>
    public static string ClockChange(ClockChange change, string there, string here, LocalDate date, LocalDate today)
    {
        static string Hours(Offset offset) => Length(Math.Abs(offset.Seconds) / 60);
        var after =
            change.After == Offset.Zero
                ? $"at the same time as {here}"
                : $"{Hours(change.After)} {(change.After.Seconds < 0 ? "behind" : "ahead of")} {here}";
        return $"From {NearDay(date, today)} {there} is {after}, not {Hours(change.Before)}.";
    }

    public static string Word(TimeTaken takes) => takes.ToString().ToLowerInvariant();

    /// <param name="more">Whether there are more than are counted.</param>
    public static string AnswersLead(int count, int wrong, bool more) =>
        count == 0 ? "No invitation waits for an answer."
        : more ? $"{count} invitations wait here, and more after them."
        : wrong == 0 ? $"{Capital(Count(count, "invitation waits", "invitations wait"))}."
        : $"{Capital(Count(count, "invitation waits", "invitations wait"))}; {Count(wrong, "does", "do")} not fit.";

    /// <summary>"Sofia asked 4 times in a year: 3 accepted, 1 declined."; null where nothing was answered.</summary>
    public static string? AnsweredBefore(string organiser, IReadOnlyDictionary<Answer, int> given)
    {
        var all = given.Values.Sum();
        if (all == 0)
            return null;
        var each = given.OrderByDescending(g => g.Value).ThenBy(g => g.Key).Select(g => $"{g.Value} {Word(g.Key)}");
        return $"Asked by {organiser} {(all == 1 ? "once" : $"{all} times")} in a year: {string.Join(", ", each)}.";
    }

    public static string Word(Answer answer) =>
        answer switch
        {
            Answer.None => "no reply yet",
            _ => answer.ToString().ToLowerInvariant(),
        };

    /// <summary>"Noor Haddad answered accepted for Maren Falk, today 09:42."</summary>
    /// <param name="zone">Of who reads it.</param>
    public static string AnsweredBy(Participation part, CalendarUser by, CalendarUser who, Instant now, DateTimeZone zone)
    {
        var when = part.AnsweredAt is { } at ? $", {When(zone.ToLocal(at), zone.ToLocal(now).Date)}" : "";
        if (part.ByWordOfMouth)
            return $"{who.Name} told {by.Name} by word of mouth: {Word(part.Answer)}{when}.";
        return by.Id == who.Id
            ? $"{by.Name} answered {Word(part.Answer)} themselves{when}."
            : $"{by.Name} answered {Word(part.Answer)} for {who.Name}{when}.";
    }

    public static string Word(FetchFailure failure) =>
        failure switch
        {
            FetchFailure.NotAllowed => "That address is not asked: it lies inside a private network",
            FetchFailure.NoAnswer => "The server at that address did not answer",
            FetchFailure.TooSlow => "The server took too long",
            FetchFailure.NotThere => "There is nothing at that address",
            FetchFailure.Refused => "The server does not let Corlin read it",
            FetchFailure.ServerFailed => "The server reports a fault of its own",
            FetchFailure.TooLarge => "The calendar is larger than is followed",
            FetchFailure.NoCalendar => "What came is no calendar file",
            FetchFailure.NotKept => "What came could not be kept here",
            _ => throw new ArgumentOutOfRangeException(nameof(failure), failure, null),
        };

    /// <summary>Why an entry cannot be changed, with what is possible instead.</summary>
    public static string Word(WhyNot whyNot, string organiser) =>
        whyNot switch
        {
            WhyNot.OrganiserOnly =>
                $"Only {organiser}, or one who speaks for them, changes this meeting. Whoever is invited can decline it or ask for another time.",
            WhyNot.OwnAdditionsOnly =>
                "You may add to this calendar and change what you added; somebody else added this. Ask its owner for access to change it.",
            WhyNot.LooksOnly => "You may look at this calendar. Ask its owner for access to change it.",
            WhyNot.KeptElsewhere => "It is changed only where it is kept.",
            _ => "It cannot be changed from here.",
        };

    public static string Word(LeftReason reason) =>
        reason switch
        {
            LeftReason.IsMeeting => "it is a meeting here, which its organiser changes",
            LeftReason.IsHold => "it is a time held here, which is arranged or expires",
            LeftReason.Older => "what stands here is newer than the file",
            _ => "it is another here, and you may only add",
        };

    public static string Word(RequestWay way) =>
        way switch
        {
            RequestWay.Mail => "by mail",
            RequestWay.Telephone => "by telephone",
            _ => "in person",
        };

    public static string Word(RequestState state) =>
        state switch
        {
            RequestState.Held => "times are held",
            RequestState.Arranged => "arranged",
            RequestState.Refused => "a no was said",
            RequestState.Dropped => "dropped",
            _ => "waits",
        };

    /// <summary>What is tied to an entry, as its title begins.</summary>
    public static string Word(TieKind kind) =>
        kind switch
        {
            TieKind.Preparation => "Preparation",
            TieKind.Way => "Way there",
            TieKind.Debrief => "Debrief",
            _ => "Papers due",
        };

    /// <summary>"headlines of", "everything in": how much of a calendar is seen, as its name follows.</summary>
    private static string Of(Sight sight) =>
        sight switch
        {
            Sight.Nothing => "nothing of",
            Sight.Outline => "the outline of",
            Sight.Headlines => "headlines of",
            _ => "everything in",
        };

    /// <summary>"headlines", "everything".</summary>
    public static string Word(Sight sight) => sight.ToString().ToLowerInvariant();

    /// <summary>"see headlines of Maren’s calendar and add to it": what terms let somebody do.</summary>
    /// <param name="on">The name of the one calendar, empty for the main one; null for all of the owner's.</param>
    public static string Access(AccessTerms terms, CalendarUser owner, CalendarUser reader, string? on = null)
    {
        var own = owner.Id == reader.Id;
        var calendar =
            $"{(own ? "your" : $"{owner.GivenName}’s")} {on switch { null => "calendar", "" => "main calendar", _ => $"calendar “{on}”" }}";
        var sees = $"see {Of(terms.Sight)} {calendar}{(terms.Private ? ", private entries too," : "")}";
        return terms.Acting switch
        {
            Acting.Look => sees.TrimEnd(','),
            Acting.Add => $"{sees} and add to it",
            Acting.Change => $"{sees} and change it",
            _ => $"{sees} and speak for {(own ? "you" : owner.GivenName)}",
        };
    }

    /// <summary>", from 8 March to 12 March": for how long terms hold, in the owner's zone; empty where nothing is dated.</summary>
    public static string Dated(AccessTerms terms, CalendarUser owner)
    {
        string Day(Instant moment) => ShortDay(owner.HomeZone.ToLocal(moment).Date);
        return (terms.From, terms.Until) switch
        {
            ({ } from, { } until) => $", from {Day(from)} to {Day(until - Duration.Epsilon)}",
            ({ } from, null) => $", from {Day(from)}",
            (null, { } until) => $", to {Day(until - Duration.Epsilon)}",
            _ => "",
        };
    }

    public static string Word(Acting acting) => acting == Acting.SpeakFor ? "speak for" : acting.ToString().ToLowerInvariant();

    public static string Word(VerdictKind verdict) => verdict == VerdictKind.OutOfHours ? "Out of hours" : verdict.ToString();

    /// <summary>"26 times until Tuesday 7 September: 23 suit everyone required."</summary>
    public static string Occurrences(int times, int fitting, LocalDate last)
    {
        var until = $"{Capital(Count(times, "time", "times"))} until {Day(last)} {last.Year}";
        return fitting == times
            ? $"{until}: each suits everyone required."
            : $"{until}: {(fitting == 0 ? "none suits" : fitting == 1 ? "one suits" : $"{fitting} suit")} everyone required.";
    }

    public static string Refused(Refusal refusal) =>
        refusal.Kind switch
        {
            RefusalKind.NotFound => "Not found, or you have no access to it. Nothing was changed.",
            RefusalKind.MayNotSpeakFor => "You may not speak for that person. Nothing was changed; ask them for access.",
            RefusalKind.MayNotAdd => "You may not add to that calendar. Nothing was changed; ask its owner for access.",
            RefusalKind.NotTheOrganiser =>
                "Only the organiser, or one who speaks for them, changes a meeting. Ask for another time, or write to the organiser.",
            RefusalKind.NotAnAttendee => "They are not invited to this meeting.",
            RefusalKind.NoAttendee => "Nobody is invited yet. Name at least one person who must come.",
            RefusalKind.CalendarHasNoReader => "Say to whom the calendar goes.",
            RefusalKind.SheetHasNoReader => "Say who gets the sheet; otherwise it goes to nobody.",
            RefusalKind.NoTitle => "It has no title yet.",
            RefusalKind.AddressIsNone => $"“{refusal.What}” is no e-mail address.",
            RefusalKind.PersonUnknown => $"Nobody here is called “{refusal.What}”. Choose somebody, or type a whole address.",
            RefusalKind.CountryUnknown => $"There is no country “{refusal.What}”. Say its name, or its letters, as in PT or CA-NS.",
            RefusalKind.ZoneUnknown => $"There is no time zone “{refusal.What}”.",
            RefusalKind.EndBeforeStart => "It ends before it starts.",
            RefusalKind.LengthTooLong => "Give a length from 5 minutes to 24 hours.",
            RefusalKind.LengthLongerThanSpan => "It is longer than the days in which it should be.",
            RefusalKind.SpanTooLong => "A search goes over 62 days at most.",
            RefusalKind.InThePast => "That time has passed.",
            RefusalKind.OrganiserAsAttendee => "The organiser always attends; they need not be invited.",
            RefusalKind.NotSent => "It has not been sent.",
            RefusalKind.Cancelled => "It was cancelled.",
            RefusalKind.NothingToAsk => "It is answered already; there is nothing to ask.",
            RefusalKind.OnlyTheirOwnWord =>
                "Only whose instruction it is can say that it is put into effect by itself. Nothing was changed.",
            RefusalKind.WrittenToday => $"{refusal.What} was written to about it today already. Nothing was sent.",
            RefusalKind.DeadlineTooLate => "The deadline is after the meeting begins. Choose one before.",
            RefusalKind.InstructionAboutNothing =>
                "Say to which invitations it applies: who asks, when it would be, what it is called, or how long it is.",
            RefusalKind.NothingProposed => "No other time is proposed any more.",
            RefusalKind.ChangedSince => "It has changed since. What stands now was kept.",
            RefusalKind.MailUnreadable =>
                "It is neither a message (.eml) nor an invitation or answer as a calendar file (.ics). Nothing was kept.",
            RefusalKind.MailForNobody => "It is for nobody for whom you speak. Nothing was kept.",
            RefusalKind.MailNotTaken => $"It cannot be taken in: {refusal.What}. It stays where it is.",
            RefusalKind.NoRoomFits => $"There is no room {refusal.What} where it takes place.",
            RefusalKind.MoreThanThereAre => $"Say how many of the {refusal.What} must come: one at least, and no more than there are.",
            RefusalKind.RoomChanged => "Something has changed since this was worked out. Nothing was moved; look again at what makes room.",
            RefusalKind.KeyNotMailed => $"The link was not sent: {refusal.What} Make one and give it to them yourself.",
            RefusalKind.PanelChanged => "Something has changed since this plan was made. Nothing was sent; look at the plan as it is now.",
            RefusalKind.PanelOfSeries => "A meeting that repeats is not held one after another. Say that it is once, or leave those out.",
            RefusalKind.PanelWithThose =>
                $"{refusal.What} takes part in each of these meetings already. Leave them out of those who are met one after another.",
            RefusalKind.OfferBooked => "One of these times has been booked already.",
            RefusalKind.OfferEnded => "These times are offered no longer.",
            RefusalKind.OfferTimeGone => "That time has just been taken by something else. The others still stand.",
            RefusalKind.OfferMarkMissing => "Say of each time whether it fits.",
            RefusalKind.OfferWithoutReader => "Times are offered to people outside. Invite one first.",
            RefusalKind.AlreadySent => "It has been sent already; it can be cancelled, and everyone is told.",
            RefusalKind.IllegalGrant =>
                "These do not go together: change needs Headline, speak for needs Whole, and people outside only look.",
            RefusalKind.FileNotRead => $"{refusal.What} Nothing was changed.",
            RefusalKind.MayNotChange => "You may look at that, not change it. Nothing was changed; ask its owner for access.",
            RefusalKind.NotYourAddition =>
                "You may change what you added there yourself; somebody else added this. Nothing was changed; ask its owner for access.",
            RefusalKind.OfTheWhole =>
                "Agenda, privacy and how it repeats belong to the whole series. Choose “all of it” or “from here on”.",
            RefusalKind.SignsInStill =>
                $"{refusal.What} can still sign in. Let them leave first: what they have is handed on then, and nothing was deleted.",
            RefusalKind.LastAdministrator => "They are the last who manage people and places. Make somebody else an administrator first.",
            RefusalKind.FileUnderWay =>
                "A file is being taken into that calendar just now. Wait until it is done; nothing of this one was taken.",
            RefusalKind.AnsweredOtherwise => $"{refusal.What} Nothing was changed.",
            RefusalKind.OwnMeeting => "They organise it already. Choose somebody else.",
            RefusalKind.NoCaller => "Say who asks, in at most 120 letters.",
            RefusalKind.NotCancelled => "It was not cancelled.",
            RefusalKind.CancelledLongAgo => "It was cancelled more than an hour ago. Copy it to a new meeting instead.",
            RefusalKind.RuleDoesNotMove => "How it repeats picks dates, and those do not move by days. Say anew how it repeats.",
            RefusalKind.NeverOccurs => "It would never take place: no day fits how it repeats.",
            RefusalKind.StartLeftOut => "How it repeats leaves out the day chosen. Choose one of its days, or say anew how it repeats.",
            RefusalKind.RuleNotUnderstood =>
                $"“{refusal.What}” is not understood. Say, for instance, “every second Thursday until 30 June”.",
            RefusalKind.TimeSkipped => $"That time does not exist on that day: the clocks go forward. The nearest are {refusal.What}.",
            RefusalKind.NameTaken => $"There is one called “{refusal.What}” already. Nothing was changed.",
            RefusalKind.KeptElsewhere => "That is read from a calendar kept elsewhere and can be changed only there. Nothing was changed.",
            RefusalKind.AddressNotRead =>
                $"“{refusal.What}” is no address of a calendar. Give one that begins with https:// and names a server.",
            RefusalKind.SpeaksForAll =>
                "Who speaks for somebody does so in all of their calendars. Grant it for all, or grant change for this one. Nothing was changed.",
            RefusalKind.PasskeyNotTaken => "The passkey could not be taken. Begin again; nothing was changed.",
            RefusalKind.LongerThanItsRhythm =>
                "It lasts longer than from one time to the next. Make it shorter, or have it repeat more rarely.",
            RefusalKind.AwayAlready => $"They are away already {refusal.What}. Make that one longer instead; nothing was posted.",
            RefusalKind.CoverIsAway => $"{refusal.What}, and cannot cover then. Choose somebody else; nothing was posted.",
            RefusalKind.CoversSelf => "Nobody covers for themselves. Choose somebody else.",
            RefusalKind.PlaceUnknown when refusal.What is { } what =>
                $"“{what}” is none of the organisation’s places, or is closed; it is made under People, Places.",
            RefusalKind.PlaceUnknown => "No place is named.",
            RefusalKind.WhereSaidSince =>
                $"Of these days another has just said otherwise. {refusal.What}. Look at them and say it again if it still holds.",
            RefusalKind.LongerThanAYear => "It lasts a year at most.",
            RefusalKind.HistoryNotTold =>
                $"What was done in the name of {refusal.What} is told to {refusal.What} and to those who see that calendar whole. Managing people does not open it; Access asks for it.",
            RefusalKind.AddressKeyUnknown =>
                "This link opens no address that waits for you. It may be used already, older than seven days, or somebody else’s. Your address is as it was.",
            RefusalKind.ReaderSeesNothing when refusal.What is null =>
                "You may see nothing of that calendar, so no program of yours reads it. Ask for access first.",
            RefusalKind.ReaderSeesNothing =>
                $"{refusal.What} may see nothing of that calendar. Let them see it first, under Access; no link was made.",
            RefusalKind.FeedEnded => "This link led to a calendar and has ended. Ask who gave it to you for another.",
            RefusalKind.AddressByAdministrator =>
                "An address is changed by an administrator, so that no invitation goes astray. Ask one; the address stays as it was.",
            RefusalKind.PlaceInUse => $"{refusal.What} is still there. Give them another place first; nothing was changed.",
            RefusalKind.NoConferences => "No service makes conferences here. Paste a link instead, or leave it without.",
            RefusalKind.DoneAlready => "That was done already; look at it before you do it again.",
            RefusalKind.OnMainOnly => "A meeting stands on the main calendar of who organises it. Nothing was changed.",
            RefusalKind.OutsideLooks => "Somebody outside can only look, and passes nothing on. Nothing was changed.",
            RefusalKind.NeverHolds => "That would have ended before it begins. Choose a later end.",
            RefusalKind.AboveCeiling => "That is more than the organisation allows. Nothing was changed.",
            RefusalKind.MoreThanHeld => "That is more than you hold there yourself. Grant as much or less, and for no longer.",
            RefusalKind.MayNotGrant => "You hold nothing there that you may pass on. Ask the owner to grant it.",
            RefusalKind.OwnCalendar => "That is their own calendar; choose somebody else.",
            RefusalKind.AdministratorsOnly => "Only an administrator does that. Nothing was changed.",
            RefusalKind.MayNotKeep =>
                $"{refusal.What} is changed by themselves, by who speaks for them, and by administrators. Nothing was changed.",
            RefusalKind.RemovedAlready => $"{refusal.What} is not in the directory any more. Nothing was changed.",
            RefusalKind.AddressTaken => $"Somebody else has the address {refusal.What} already. Nothing was changed.",
            RefusalKind.GroupInItself => $"{refusal.What} would be in itself. Nothing was changed.",
            RefusalKind.OwnWayIn => "You cannot close your own way in; another administrator can.",
            RefusalKind.PasswordTooShort => "Choose a password of at least 12 characters.",
            RefusalKind.KeyNotHeld => "This link has been used or has expired. Ask an administrator for another.",
            RefusalKind.CodeWrong => "That code is not right, or it is over. Wait for the next one and type it.",
            RefusalKind.PasswordWrong => "That is not your password. Nothing was changed.",
            RefusalKind.PaperNotTaken =>
                $"“{refusal.What}” is not taken. Papers end in {PaperTypes.Endings}, hold what their name says, and have at most 25 MB.",
            RefusalKind.TooMany => $"There are {refusal.What} already, which is as many as there may be.",
            RefusalKind.BadInput => $"“{refusal.What}” is not valid here.",
            _ => throw new ArgumentOutOfRangeException(nameof(refusal), refusal.Kind, null),
        };
}
