using Corlin.Application.Access;
using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Conferences;
using Corlin.Application.Files;
using Corlin.Application.Handing;
using Corlin.Application.HandingOver;
using Corlin.Application.History;
using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Application.Offers;
using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Application.Requests;
using Corlin.Application.Slots;
using Corlin.Application.Watching;
using Corlin.Application.Whereabouts;
using Corlin.Core.Calendars;

namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>Whether somebody may do something, as the rules say it.</summary>
internal enum May
{
    /// <summary>It is refused.</summary>
    No,

    /// <summary>They may; how things stand can be against it, and then it is refused for that.</summary>
    Perhaps,

    /// <summary>They may, and no right is said to be missing.</summary>
    Yes,
}

/// <summary>
/// Who may do what, said again as plainly as it can be. It shares no code with what it is held against; of the store it reads only what is
/// whose.
/// </summary>
internal sealed class PlainRights(Organisation of, PlainRules rules, ICalendarReads store)
{
    public May Of(int actor, object change) =>
        change switch
        {
            ChangeEntry c => If(Changes(actor, c.Entry), May.Yes),
            CancelEntry c => If(Changes(actor, c.Entry)),
            SetAdmission c => If(Changes(actor, c.Entry), May.Yes),
            AddPaper c => If(Changes(actor, c.Entry), May.Yes),
            RemovePaper c => If(Changes(actor, c.Entry)),
            SendPaperAlong c => If(Changes(actor, c.Entry)),
            RestoreMeeting c => If(Changes(actor, c.Meeting)),
            TurnOver c => If(Changes(actor, c.Meeting)),
            TakeBackTurnOver c => If(Changes(actor, c.Meeting)),
            AnswerTurnOver c => If(
                store.TurnOver(c.Offer) is { } offer && of.Entries.Any(e => e.Number == of.Offered && Speaks(actor, offer.To, e.Private)),
                May.Perhaps
            ),
            SettleMembers c => If(Changes(actor, c.Meeting)),
            WriteTo c => If(Changes(actor, c.Meeting)),
            WriteToOrganiser c => If(Speaks(actor, c.InNameOf) && AskedTo(actor, c.InNameOf, c.Meeting)),
            AcceptProposal c => If(Changes(actor, c.Entry)),
            RefuseProposal c => If(Changes(actor, c.Entry)),
            EnterAnswer c => If(Changes(actor, c.Entry)),
            GoOnWithout c => If(Changes(actor, c.Entry)),
            CallIn c => If(Changes(actor, c.Meeting)),
            WithdrawCall c => If(Changes(actor, c.Meeting)),
            PutOnCalendar c => If(Changes(actor, c.Entry)),
            ArrangeMeeting c => If(
                Speaks(actor, c.InNameOf)
                    && (c.Saved is null || Changes(actor, c.Saved))
                    && (c.Draft is null || of.Drafts[c.Draft] == actor)
                    && (c.Request is null || !c.Send || OfRequest(actor, c.Request))
            ),
            MakeOffer c => If(Speaks(actor, c.Meeting.InNameOf)),
            BookOffered or EndOffer or RenewOfferLink => May.No,
            MakeRoomFor c => If(
                store.User(c.Search.InNameOf) is { } principal && Speaks(actor, principal.Id) && c.Moves.All(m => Changes(actor, m.Entry))
            ),
            AnswerInvitation c => If(Speaks(actor, c.InNameOf) && AskedTo(actor, c.InNameOf, c.Entry)),
            AnswerSeveral c => If(c.Invitations.All(i => Speaks(actor, i.InNameOf) && AskedTo(actor, i.InNameOf, i.Entry))),
            AskPrincipal c => If(Speaks(actor, c.InNameOf) && AskedTo(actor, c.InNameOf, c.Entry)),
            ReplyToQuestion => If(true),
            EndQuestion c => If(Speaks(actor, c.InNameOf) && AskedTo(actor, c.InNameOf, c.Entry)),
            AcceptSeries c => If(Speaks(actor, c.InNameOf) && AskedTo(actor, c.InNameOf, c.Entry)),
            DelegateInvitation c => If(Speaks(actor, c.InNameOf) && AskedTo(actor, c.InNameOf, c.Entry)),
            KeepPartPrivate c => If(Speaks(actor, c.InNameOf) && AskedTo(actor, c.InNameOf, c.Entry), May.Yes),
            ForwardMeeting c => If(
                Speaks(actor, c.InNameOf) && (AskedTo(actor, c.InNameOf, c.Meeting) || Organises(actor, c.InNameOf, c.Meeting))
            ),
            Convene c => If(Speaks(actor, c.InNameOf)),
            AddCalendar c => If(Speaks(actor, c.InNameOf), May.Yes),
            ChangeCalendar c => If(Speaks(actor, c.InNameOf)),
            RemoveCalendar c => If(Speaks(actor, c.InNameOf)),
            PostAbsence c => If(Speaks(actor, c.InNameOf), May.Yes),
            PostAbsenceAndSettle c => If(Speaks(actor, c.Absence.InNameOf) && c.Settled.All(s => Settles(actor, c.Absence.InNameOf, s))),
            SettleInAbsence c => If(
                store.Absence(c.Absence) is { } absence && Speaks(actor, absence.Who) && c.Settled.All(s => Settles(actor, absence.Who, s))
            ),
            ChangeAbsence c => If(store.Absence(c.Absence) is { } absence && Speaks(actor, absence.Who)),
            EndAbsence c => If(store.Absence(c.Absence) is { } absence && Speaks(actor, absence.Who)),
            SayWhere c => If(Speaks(actor, c.InNameOf), May.Yes),
            SayNoMore c => If(store.Stay(c.Stay) is { } stay && Speaks(actor, stay.Who)),
            TellWhere c => If(Speaks(actor, c.InNameOf), May.Yes),
            KeepNoGo c => If(Speaks(actor, c.InNameOf), May.Yes),
            KeepWishes c => If(Speaks(actor, c.InNameOf), May.Yes),
            ClearFor c => If(Speaks(actor, c.InNameOf) && c.Moves.All(m => Changes(actor, m.Entry))),
            SayInstruction c => If(Speaks(actor, c.InNameOf) && (!c.ByItself || of.People[actor].Id == c.InNameOf)),
            SetDeadline c => If(Changes(actor, c.Meeting)),
            EndDeadline c => If(Changes(actor, c.Meeting)),
            RemindSilent c => If(c.Meetings.All(m => Changes(actor, m.Meeting))),
            RemindOwed c => If(
                of.Tasks.FirstOrDefault(t => t.Id == c.Task) is { Entry: { } about, Lane: var noted } && WritesNotes(actor, noted, about)
            ),
            EndInstruction c => If(Speaks(actor, c.InNameOf)),
            DismissConcern c => If(Speaks(actor, c.InNameOf), May.Yes),
            ShowConcern c => If(Speaks(actor, c.InNameOf), May.Yes),
            SayLookAhead c => If(Speaks(actor, c.InNameOf), May.Yes),
            SaySheet c => If(Speaks(actor, c.InNameOf)),
            HandSheet c => If(Speaks(actor, c.InNameOf)),
            SendCalendar c => If(Speaks(actor, c.InNameOf)),
            OpenNoGo c => If(Speaks(actor, c.InNameOf)),
            KeepKind c => If(Speaks(actor, c.InNameOf)),
            DropKind c => If(Speaks(actor, c.InNameOf)),
            KeepStanding c => If(Speaks(actor, c.InNameOf), May.Yes),
            KeepRequest c => If(Speaks(actor, c.InNameOf, c.Said.Private) && (c.Id is null || OfRequest(actor, c.Id))),
            SettleRequest c => If(OfRequest(actor, c.Id)),
            EnterRequest c => If(OfRequest(actor, c.Id), May.Yes),
            AddAppointment c => If(Adds(actor, c.InNameOf, c.Calendar) && (c.Request is null || OfRequest(actor, c.Request))),
            PlaceHolds c => If(Adds(actor, c.InNameOf, null) && (c.For is null || OfRequest(actor, c.For))),
            ReleaseHolds c => If(of.Entries.FirstOrDefault(e => e.HoldRequest == c.Request) is { } hold && Changes(actor, hold.Id)),
            ImportEntries c => If(Adds(actor, c.InNameOf, null), May.Yes),
            MarkEntries c => If(c.Entries.All(e => Marks(actor, c.Lane, e))),
            TieEntry c => If(Marks(actor, c.Lane, c.Entry)),
            ChangeCategory c => If(Keeps(actor, c.Lane)),
            FollowCalendar c => If(Keeps(actor, c.InNameOf), May.Yes),
            ChangeFollowing c => If(Keeps(actor, c.InNameOf)),
            EndFollowing c => If(Keeps(actor, c.InNameOf)),
            FetchNow c => If(Keeps(actor, c.InNameOf)),
            // For a program of one's own what one sees; for one of somebody outside what they see, said by who speaks.
            MakeFeed c => If(c.Reader == of.People[actor].Id ? Sees(actor, c.Owner) : Speaks(actor, c.Owner)),
            RenewFeed or EndFeed => May.No,
            AddDevice => May.Yes,
            WithdrawDevice => May.No,
            PutObject c => If(OnDevice(actor, c.Calendar) is { } kept && kept.Does >= 1, May.Yes),
            RemoveObject c => If(OnDevice(actor, c.Calendar) is not null && TakesAway(actor, c.Calendar, c.Name)),
            KeepNotes c => If(WritesNotes(actor, Of(c.At.Lane), Stood(c.At.Entry))),
            ReleaseNotes c => If(WritesNotes(actor, Of(c.At.Lane), Stood(c.At.Entry))),
            FinishTask c => If(
                of.Tasks.FirstOrDefault(t => t.Id == c.Task) is { Entry: { } entry, Lane: var lane } && WritesNotes(actor, lane, entry),
                May.Yes
            ),
            AddToPeople { Inside: false, Kind: UserKind.Person } c => If(
                c.KeptFor is not { } principal || KeepsContactsOf(actor, principal)
            ),
            ImportPeople c => If(c.KeptFor is not { } principal || KeepsContactsOf(actor, principal)),
            ChangePerson c => If(KnowsToChange(actor, c.Who, c.Said.Address is not null)),
            SayAddress c => If(KnowsToChange(actor, c.Who, address: false)),
            // An administrator decides, or who asked takes it back; nobody in these organisations did either.
            SettleAddress or ConfirmAddress => May.No,
            RemovePerson c => If(c.Who == of.Contact.PublicId && KeepsContactsOf(actor, of.People[0].Id)),
            DeletePerson c => If(c.Who == of.Contact.PublicId && KeepsContactsOf(actor, of.People[0].Id)),
            AddToPeople
            or ChangeMembers
            or CloseSite
            or OpenSite
            or SetCeiling
            or WeighSlots
            or NameOrganisation
            or Leave
            or KeepPlace
            or ClosePlace
            or KeepWay
            or NoteAccount
            or SetAdministrator => May.No,
            GrantAccess c => If(Owns(actor, c.Owner) || PassesOn(actor, c.Owner)),
            SetDefaultAccess c => If(Owns(actor, c.Owner), May.Yes),
            ChangeAccess c => If(store.Grant(c.Grant) is { } grant && (Owns(actor, grant.Owner) || PassesOn(actor, grant.Owner))),
            WithdrawAccess c => If(
                store.Grant(c.Grant) is { } grant
                    && (Owns(actor, grant.Owner) || PassesOn(actor, grant.Owner) || grant.Receiver == of.People[actor].Id)
            ),
            RefuseAccess c => If(
                store.AccessRequest(c.Request) is { } asked && (Owns(actor, asked.Owner) || PassesOn(actor, asked.Owner, forAll: true)),
                May.Yes
            ),
            AskNoMore c => If(store.AccessRequest(c.Request) is { } asked && asked.Asker == of.People[actor].Id, May.Yes),
            // Anybody asks for what they do not have.
            AskForAccess or CoverFor or AskToCome or AnswerReminders or KeepSetting => May.Perhaps,
            HandOver c => If(c.Items.All(i => Speaks(actor, i.Principal)), May.Yes),
            NoteHandedItem
            or KeepPromise
            or TakeBackHandover
            or PutOffCall
            or AdmitToConference
            or PutMeetingNewsAway
            or PutAccessNewsAway => May.Perhaps,
            KeepDraft c => If(
                c.PapersOf is null
                    || (of.Drafts.TryGetValue(c.PapersOf, out var whose) ? whose == actor : Changes(actor, c.PapersOf))
                    || c.Id is not null
            ),
            DropDraft c => If(of.Drafts.TryGetValue(c.Id, out var whose) && whose == actor, May.Yes),
            LayPaper c => If(of.Drafts[c.Draft] == actor, May.Yes),
            ChangeDraftPaper c => If(of.Drafts[c.Draft] == actor),
            SendMailAgain c => If(SeesMail(actor, c.Mail)),
            LetMailBe c => If(SeesMail(actor, c.Mail)),
            LayMail c => If(store.UserByAddress(c.Mail.To.Address) is { } reader && Speaks(actor, reader.Id)),
            TakeInMail c => If(SeesMail(actor, c.Mail)),
            AnswerMail c => If(SeesMail(actor, c.Mail)),
            MarkChosen c => If(c.Chosen.All(o => o.Entries.All(e => Marks(actor, o.Lane, e)))),
            UndoChange or UndoAct or TurnChangeBack => May.Perhaps,
            _ => throw new InvalidOperationException($"Say who may {change.GetType().Name}."),
        };

    private bool Settles(int actor, UserId who, SettledInAbsence settled) =>
        settled.Wish switch
        {
            InAbsenceWish.Cancel => Changes(actor, settled.Entry),
            InAbsenceWish.Decline => AskedTo(actor, who, settled.Entry),
            // Nobody asks themselves; others ask of what they may know as who it is about.
            InAbsenceWish.Ask => of.People[actor].Id == who
                || AskedTo(actor, who, settled.Entry)
                || Stood(settled.Entry) is { } entry && Of(who) == entry.Owner && Speaks(actor, who, entry.Private),
            _ => true,
        };

    /// <summary>Of whose calendar a device keeps which: the person, and whether it is the one beside the main one.</summary>
    private (int Person, bool Further)? Kept(string key)
    {
        var person = of.People.FindIndex(p => key.Split('-')[0] == p.PublicId);
        return person < 0 ? null : (person, key.Contains('-', StringComparison.Ordinal));
    }

    /// <summary>A device keeps one’s own calendars, and of others what one holds by name or group and sees.</summary>
    private PlainRules.Hold? OnDevice(int actor, string key)
    {
        if (Kept(key) is not var (person, further))
            return null;
        var holds =
            person == actor
            || of.Grants.Any(g => g.Owner == person && !g.Ended && (g.To == actor || (g.ToGroup && of.Members.Contains(actor))));
        var hold = rules.On(actor, person, further);
        return holds && hold.Sees > 0 ? hold : null;
    }

    /// <summary>What they organise is cancelled, what they are asked to declined, and all else goes: where it is told there.</summary>
    private bool TakesAway(int actor, string key, string name)
    {
        if (Kept(key) is not var (person, further) || of.Entries.FirstOrDefault(e => $"{e.Id}.ics" == name) is not { } entry)
            return false;
        if (rules.Told(actor, entry, person) < 2)
            return false;
        if (entry.Owner == person)
            return entry.OnFurther == further && Changes(actor, entry.Id);
        return !further && AskedTo(actor, of.People[person].Id, entry.Id);
    }

    private static May If(bool may, May then = May.Perhaps) => may ? then : May.No;

    private int? Of(UserId who) => of.People.FindIndex(p => p.Id == who) is >= 0 and var found ? found : null;

    private Stood? Stood(string id) => of.Entries.FirstOrDefault(e => e.Id == id);

    private bool Owns(int actor, UserId owner) => of.People[actor].Id == owner;

    private bool Sees(int actor, UserId owner) =>
        Owns(actor, owner) || Of(owner) is { } person && rules.On(actor, person, false).Sees > 0 || owner == of.Room.Id;

    private bool Speaks(int actor, UserId who, bool privateToo = false) =>
        Of(who) is { } person && rules.SpeaksFor(actor, person, privateToo);

    private bool Keeps(int actor, UserId lane) => Of(lane) is { } person && rules.On(actor, person, false).Does >= 2;

    private bool KeepsContactsOf(int actor, UserId principal) => Keeps(actor, principal);

    private bool Adds(int actor, UserId who, string? calendar) =>
        Of(who) is { } person
        && (calendar is null || of.Further.TryGetValue(person, out var its) && its == calendar)
        && rules.On(actor, person, calendar is not null).Does >= 1;

    /// <summary>
    /// A meeting is changed by who speaks for its organiser alone; anything else by who may change, and by its author as long as they may
    /// add.
    /// </summary>
    private bool Changes(int actor, string id)
    {
        if (Stood(id) is not { } entry)
            return false;
        if (entry.Kind == "meeting")
            return rules.SpeaksFor(actor, entry.Owner, entry.Private);
        var hold = rules.On(actor, entry.Owner, entry.OnFurther);
        if (entry.Kind != "tied" && entry.MadeBy == actor && hold.Does >= 1)
            return true;
        return entry.Private ? hold is { SeesPrivate: >= 2, DoesPrivate: >= 2 } : hold is { Sees: >= 2, Does: >= 2 };
    }

    private bool AskedTo(int actor, UserId who, string id) =>
        Of(who) is { } person
        && Stood(id) is { Kind: "meeting", Draft: false } entry
        && entry.Parts.FirstOrDefault(p => p.Who == person && !p.Removed) is { } part
        && rules.SpeaksFor(actor, person, entry.Private || part.OwnPrivate);

    private bool Organises(int actor, UserId who, string id) =>
        Of(who) is { } person
        && Stood(id) is { Kind: "meeting" } entry
        && entry.Owner == person
        && rules.SpeaksFor(actor, person, entry.Private);

    /// <summary>What is noted on a lane of an entry belongs to the lane.</summary>
    private bool Marks(int actor, UserId lane, string id)
    {
        if (Of(lane) is not { } person || Stood(id) is not { } entry)
            return false;
        var part = entry.Draft ? null : entry.Parts.FirstOrDefault(p => p.Who == person && !p.Removed);
        if (entry.Owner != person && (part is null || rules.Left(actor, entry, person)))
            return false;
        var hold = rules.On(actor, person, entry.Owner == person && entry.OnFurther);
        if (entry.Kind is "appointment" or "hold" && entry.MadeBy == actor && hold.Does >= 1)
            return true;
        return entry.Private || part is { OwnPrivate: true }
            ? hold is { SeesPrivate: >= 2, DoesPrivate: >= 2 }
            : hold is { Sees: >= 2, Does: >= 2 };
    }

    private bool WritesNotes(int actor, int? lane, Stood? entry)
    {
        if (lane is not { } person || entry is null || entry.Kind == "hold")
            return false;
        var part = entry.Draft ? null : entry.Parts.FirstOrDefault(p => p.Who == person && !p.Removed);
        if (entry.Owner != person && (part is null || rules.Left(actor, entry, person)))
            return false;
        var hold = rules.On(actor, person, entry.Owner == person && entry.OnFurther);
        return entry.Private || part is { OwnPrivate: true }
            ? hold is { SeesPrivate: 3, DoesPrivate: >= 2 }
            : hold is { Sees: 3, Does: >= 2 };
    }

    private bool OfRequest(int actor, string id) =>
        of.Requests.FirstOrDefault(r => r.Id == id) is { } asked && rules.SpeaksFor(actor, asked.Owner, asked.Private);

    /// <summary>They hold something there that they may pass on.</summary>
    /// <param name="forAll">For all of somebody's calendars, not only for one beside the main one.</param>
    private bool PassesOn(int actor, UserId owner, bool forAll = false) =>
        Of(owner) is { } person
        && of.Grants.Any(g =>
            g.Owner == person
            && g is { PassOn: true, Ended: false }
            && !(forAll && g.FurtherOnly)
            && (g.To == actor || (g.ToGroup && of.Members.Contains(actor)))
        );

    /// <summary>
    /// Of somebody outside whoever learns more writes it down, but not where their mail goes; people inside say it themselves.
    /// </summary>
    private bool KnowsToChange(int actor, string id, bool address)
    {
        if (id == of.Contact.PublicId)
            return KeepsContactsOf(actor, of.People[0].Id);
        if (id == of.Outsider.PublicId)
            return !address;
        return !address && of.People.FindIndex(p => p.PublicId == id) is >= 0 and var person && rules.SpeaksFor(actor, person, false);
    }

    private bool SeesMail(int actor, long number) =>
        store.Mail(number) is { Of: { } whose } mail
        && Of(whose) is { } person
        && rules.SpeaksFor(actor, person, false)
        && (rules.SpeaksFor(actor, person, true) || !(mail.Private || of.Entries.Any(e => e.Id == mail.Entry && e.Private)));
}
