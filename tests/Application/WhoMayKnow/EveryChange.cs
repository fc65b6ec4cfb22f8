using System.Collections.Immutable;
using System.Reflection;
using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.Handing;
using Corlin.Application.HandingOver;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Application.Requests;
using Corlin.Application.Slots;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>Every change there is that somebody makes, found by reflection, tried with every lane, every id and every actor.</summary>
internal static class EveryChange
{
    /// <summary>In place of an id: there is nothing of it.</summary>
    public const string Nothing = "nothingofthat";

    /// <summary>In place of a number.</summary>
    public const long NoNumber = 999_999_999;

    /// <summary>All that an actor can do: a record that implements a change and names them.</summary>
    public static readonly IReadOnlyList<Type> Types =
    [
        .. typeof(AddAppointment)
            .Assembly.GetTypes()
            .Where(t => t.IsPublic && ChangeOf(t) is not null && Parameters(t).Any(p => p.Name == "Actor"))
            .OrderBy(t => t.Name, StringComparer.Ordinal),
    ];

    private static Type? ChangeOf(Type type) =>
        type.GetInterfaces().FirstOrDefault(i => i.IsGenericType && i.GetGenericTypeDefinition() == typeof(IChange<>));

    private static ParameterInfo[] Parameters(Type type) => type.GetConstructors()[0].GetParameters();

    /// <summary>Some ways to do a change, drawn from all that there are.</summary>
    public static IEnumerable<object> Of(Type type, CalendarUser actor, Organisation made, World world, Random random, int ways)
    {
        var choices = Parameters(type).Select(p => Choices(p, actor, made, world)).ToList();
        for (var i = 0; i < ways; i++)
        {
            var change = type.GetConstructors()[0].Invoke([.. choices.Select(c => c[random.Next(c.Count)])]);
            // What is named besides is named in some of them.
            var besides = type.GetProperties()
                .Where(p =>
                    p.Name is "Saved" or "Draft" or "HoldRequest" or "Request" or "InPlaceOf" or "For"
                    && p.PropertyType == typeof(string)
                    && p.CanWrite
                )
                .ToList();
            if (
                besides.Count > 0
                && random.Next(2) == 0
                && besides[random.Next(besides.Count)] is var one
                && Parameters(type).All(p => p.Name != one.Name)
            )
                one.SetValue(change, Ids(one.Name, made)[random.Next(Ids(one.Name, made).Count)]);
            yield return change;
        }
    }

    /// <summary>The same change of something that is not there: each id and number in turn, where it names one.</summary>
    public static object OfNothing(object change, string name)
    {
        var type = change.GetType();
        if (type.GetProperty(name)!.GetValue(change) is IReadOnlyList<string> && name == "Entries")
            return Copy(change, name, (string[])[Nothing]);
        return Copy(
            change,
            name,
            type.GetProperty(name)!.GetValue(change) switch
            {
                NotesAt at => at with { Entry = Nothing },
                long => NoNumber,
                _ => Nothing,
            }
        );
    }

    private static object Copy(object change, string name, object value)
    {
        var type = change.GetType();
        var copy = type.GetConstructors()[0]
            .Invoke([.. Parameters(type).Select(p => p.Name == name ? value : type.GetProperty(p.Name!)!.GetValue(change))]);
        foreach (var property in type.GetProperties().Where(p => p.CanWrite && Parameters(type).All(q => q.Name != p.Name)))
            property.SetValue(copy, property.Name == name ? value : property.GetValue(change));
        return copy;
    }

    private static IReadOnlyList<string> Ids(string name, Organisation made) =>
        name switch
        {
            "Draft" => [.. made.Drafts.Keys],
            "Request" or "For" => [.. made.Requests.Select(r => r.Id)],
            "HoldRequest" or "InPlaceOf" => [.. made.Entries.Select(e => e.HoldRequest).OfType<string>(), Nothing],
            _ => [.. made.Entries.Select(e => e.Id)],
        };

    private static IReadOnlyList<object?> Choices(ParameterInfo parameter, CalendarUser actor, Organisation made, World world)
    {
        var there = made.People.Append(made.Room).Append(made.Group).Append(made.Contact).Append(made.Outsider).ToList();
        return (parameter.Name!, parameter.ParameterType) switch
        {
            ("Actor", _) => [actor.Id],
            ("Time" or "Reader", var t) when t == typeof(int) => [0],
            ("Calendar", _) when OfDevice(parameter) =>
            [
                .. there.Select(u => u.PublicId),
                .. made.Further.Select(f => $"{made.People[f.Key].PublicId}-{f.Value}"),
            ],
            ("Name", _) when parameter.Member.DeclaringType == typeof(PutObject) => ["laid down.ics"],
            ("Name", _) when OfDevice(parameter) => [.. made.Entries.Select(e => $"{e.Id}.ics")],
            ("Read", _) => [World.Laid("laid-down@phone.example")],
            ("Parts", var t) when t == typeof(ImmutableArray<ScheduledPart>) => [ImmutableArray<ScheduledPart>.Empty],
            ("Holds", _) => [(DeviceContent _) => true],
            ("Offer", var t) when t == typeof(string) => [Nothing],
            ("Meeting", var t) when t == typeof(ArrangeMeeting) =>
            [
                .. there.Select(u =>
                    (object)
                        new ArrangeMeeting(
                            actor.Id,
                            u.Id,
                            "Offered",
                            [new Invited(made.Outsider.PublicId, AttendeeRole.Required)],
                            World.Timed("2027-04-06T09:00"),
                            null,
                            null,
                            null,
                            null
                        )
                ),
            ],
            ("Meetings", _) => [.. made.Entries.Select(e => new[] { new MeetingAt(e.Id, null) })],
            ("At", var t) when t == typeof(Instant) => [world.Now + Duration.FromHours(1)],
            ("Entries", var t) when t == typeof(IReadOnlyList<string>) => [.. made.Entries.Select(e => new[] { e.Id })],
            ("Chosen", _) => [.. made.Entries.SelectMany(e => there.Select(u => new[] { new ChosenOnLane(u.Id, [e.Id]) }))],
            ("Invitations", _) => [.. made.Entries.SelectMany(e => there.Select(u => new[] { new ToAnswer(u.Id, e.Id, null) }))],
            ("Changes", _) => [new[] { made.Changes.Last }],
            ("Entries", _) => [Array.Empty<Entry>()],
            (_, var t) when t == typeof(UserId) => [.. there.Select(u => (object)u.Id)],
            (_, var t) when t == typeof(UserId?) => [null, .. there.Select(u => (object)u.Id)],
            (_, var t) when t == typeof(NotesAt) =>
            [
                .. made.Entries.SelectMany(e => there.Select(u => (object)new NotesAt(e.Id, null, u.Id))),
            ],
            ("Entry" or "Meeting", _) => [.. made.Entries.Select(e => e.Id)],
            ("Id", var t) when t == typeof(string) => [.. made.Requests.Select(r => r.Id)],
            ("Task", _) => [.. made.Tasks.Select(t => t.Id).DefaultIfEmpty(Nothing)],
            ("Draft", _) => [.. made.Drafts.Keys],
            ("PapersOf", _) => [null, .. made.Entries.Select(e => e.Id), .. made.Drafts.Keys],
            ("Paper", var t) when t == typeof(string) =>
            [
                .. made.Entries.Select(e => e.Paper).Where(p => p.Length > 0).DefaultIfEmpty(Nothing),
            ],
            ("Attendee" or "Who" or "Group", var t) when t == typeof(string) => [.. there.Select(u => u.PublicId)],
            ("To", var t) when t == typeof(string) => [.. there.Select(u => u.PublicId)],
            ("Calendar", var t) when t == typeof(string) => [null, .. made.Further.Values],
            ("Request", var t) when t == typeof(long?) => [null],
            (_, var t) when t == typeof(ReceivedMail) =>
            [
                .. there.Select(u => new ReceivedMail(
                    $"{u.PublicId}@harbour.example",
                    new Mailbox("Rosa", "rosa@harbour.example"),
                    new Mailbox(u.Name, u.Address),
                    "A berth",
                    "Yes.",
                    [],
                    [1]
                )),
            ],
            ("Message", _) => [null, new ReceivedMessage("rosa@harbour.example", true, SchedulingMethod.Cancel, [])],
            ("Change", _) =>
            [
                .. Enumerable.Range(0, 40).Select(i => (object)(made.Changes.First + (made.Changes.Last - made.Changes.First) * i / 40)),
            ],
            (_, var t) when t == typeof(long) => [.. made.Numbers.Select(n => (object)n)],
            ("Receivers", _) => [.. made.People.Select(p => new[] { p.Id })],
            ("From" or "To", var t) when t == typeof(LocalDateTime) =>
            [
                new LocalDateTime(2027, 4, 6, parameter.Name == "From" ? 9 : 10, 0),
            ],
            ("Terms", _) => [new AccessTerms(Sight.Outline, Acting.Look, Until: world.Now + Duration.FromDays(1))],
            ("Offer", _) => [null],
            ("Sight", _) => [Sight.Outline],
            ("Acting", _) => [Acting.Look],
            ("Ceiling", _) => [Ceiling.Open],
            ("About", var t) when t == typeof(InstructionCase) =>
            [
                new InstructionCase(WhoAsks.Inside, [], AskedTime.WithinHours, null, null, null),
                new InstructionCase(WhoAsks.These, [made.People[0].Id], AskedTime.Whenever, null, null, null),
            ],
            ("Title", _) => ["A title"],
            ("Time" or "Becomes" or "Was", var t) when t == typeof(EntryEdit) => [new EntryEdit()],
            ("Time", _) => [World.Timed("2027-04-06T09:00")],
            ("Times", _) => [ImmutableArray.Create<EntryTime>(World.Timed("2027-04-06T09:00"))],
            ("LapsesAt", _) => [world.Now + Duration.FromDays(3)],
            ("Search", _) =>
            [
                .. there.Select(u =>
                    (object)
                        new ReadSlots(
                            actor.Id,
                            u.PublicId,
                            [u.PublicId],
                            [],
                            30,
                            new LocalDate(2027, 3, 9),
                            new LocalDate(2027, 3, 10),
                            world.Now
                        )
                ),
            ],
            ("Start", var t) when t == typeof(Instant) => [Instant.FromUtc(2027, 3, 9, 9, 0)],
            ("Moves", _) =>
            [
                .. made.Entries.Select(e =>
                    ImmutableArray.Create(
                        new RoomMove(
                            e.Id,
                            null,
                            new Stretch(Instant.FromUtc(2027, 3, 9, 9, 0), Instant.FromUtc(2027, 3, 9, 10, 0)),
                            new Stretch(Instant.FromUtc(2027, 3, 9, 11, 0), Instant.FromUtc(2027, 3, 9, 12, 0))
                        )
                    )
                ),
            ],
            ("Except", _) => [new[] { new LocalDateTime(2027, 4, 6, 9, 0) }],
            ("Key", _) when parameter.Member.DeclaringType == typeof(SayInstruction) => [null],
            ("Key" or "Print", _) => ["Clash-one"],
            ("Days", _) when parameter.Member.DeclaringType == typeof(HandSheet) => [1],
            ("Part", var t) when t == typeof(CalendarPart) =>
            [
                new CalendarPart(new LocalDate(2027, 3, 9), 3, Sight.Headlines, true, CalendarForm.ByDay, null),
                new CalendarPart(new LocalDate(2027, 3, 9), 3, Sight.Everything, true, CalendarForm.InOneRun, null, Papers: true),
            ],
            ("Ahead", _) => [new LookAhead(ConcernKind.Clash, 3)],
            ("Stood", var t) when t == typeof(int) => [10],
            ("Stood", var t) when t == typeof(string) => [null],
            ("Weight", var t) when t == typeof(int) => [20],
            (_, var t) when t == typeof(SlotTerm) => [SlotTerm.Lunch],
            ("Stood", _) => [ImmutableArray<KeptWish>.Empty],
            ("Wishes", _) => [ImmutableArray.Create(new KeptWish(KeptWishKind.Lunch, 0, Weight.Forbid))],
            ("Starts", _) => [ImmutableArray.Create(Instant.FromUtc(2027, 4, 6, 9, 0))],
            ("Zone", _) => ["Asia/Kolkata"],
            ("Until", var t) when t == typeof(Instant) => [world.Now + Duration.FromDays(3)],
            ("Decision", _) => [OfferDecision.FirstChoice],
            ("Invited", _) => [ImmutableArray.Create(new Invited(made.Outsider.PublicId, AttendeeRole.Required))],
            (_, var t) when t == typeof(ImmutableArray<string>) => [.. there.Select(u => (object)ImmutableArray.Create(u.PublicId))],
            ("Tasks", _) => [ImmutableArray<TaskSaid>.Empty],
            ("Text", var t) when t == typeof(RichText) => [new RichText("Words", null)],
            ("Stretch" or "Proposed", _) =>
            [
                IsNullable(parameter) ? null : (object)new Stretch(Instant.FromUtc(2027, 4, 6, 9, 0), Instant.FromUtc(2027, 4, 6, 10, 0)),
            ],
            ("First" or "Last" or "Until" or "Day", var t) when t == typeof(LocalDate) => [new LocalDate(2027, 3, 9)],
            ("Items", _) => [.. made.People.Select(p => new[] { new HandedItem(p.Id, null, null, "Something", null, null) })],
            ("Which", _) => [Array.Empty<ReminderRef>()],
            ("Paper", _) => [NewPaper.Link("A link", "https://papers.example/1")],
            ("Added", _) => [.. there.Select(u => new[] { u.PublicId })],
            ("Removed" or "Lines", _) => [Array.CreateInstance(parameter.ParameterType.GetGenericArguments()[0], 0)],
            ("Gap" or "Length", _) => [Duration.FromMinutes(30)],
            ("Place", var t) when t == typeof(Place) => [new Place("Yard", "Yard", "Lisbon", "Europe/Lisbon")],
            ("Absence", var t) when t == typeof(PostAbsence) =>
            [
                .. there.Select(u =>
                    (object)
                        new PostAbsence(
                            actor.Id,
                            u.Id,
                            new Stretch(Instant.FromUtc(2027, 5, 6, 9, 0), Instant.FromUtc(2027, 5, 6, 10, 0)),
                            null,
                            null
                        )
                ),
            ],
            ("Settled", _) =>
            [
                .. made.Entries.SelectMany(e =>
                    new[] { InAbsenceWish.Decline, InAbsenceWish.Cancel, InAbsenceWish.Ask }.Select(w =>
                        (object)new[] { new SettledInAbsence(e.Id, [null], w) }
                    )
                ),
            ],
            ("Said", var t) when t == typeof(PersonEdit) =>
            [
                new PersonEdit(Post: "Something else"),
                new PersonEdit(Address: "elsewhere@porto.example"),
            ],
            ("Said", var t) when t == typeof(IReadOnlyList<WhereSaid>) =>
            [
                new[] { new WhereSaid(StayKind.Home, null, new LocalDate(2027, 5, 5), new LocalDate(2027, 5, 5), null, DaySpan.Whole) },
            ],
            ("Said", _) =>
            [
                new RequestSaid("Somebody", null, null, RequestWay.Mail, "", 30, Urgency.CanWait, null, false),
                new RequestSaid("Somebody", null, null, RequestWay.Mail, "", 30, Urgency.CanWait, null, true),
            ],
            ("What", _) => [new Following("Club", "https://club.example/c.ics", TimeTaken.Firm, Duration.FromHours(1))],
            ("Json", _) => ["{}"],
            ("Name", _) when parameter.Member.DeclaringType == typeof(KeepSetting) => ["rulers"],
            ("Kind", var t) when t == typeof(ChangeKind) => [ChangeKind.AccountInvited, ChangeKind.AccountClosed],
            ("Version" or "Weeks" or "Minutes", _) => [1],
            ("Call" or "Key" or "Presence" or "Site" or "From", var t) when t == typeof(string) => [Nothing],
            ("Link", _) => ["https://meet.ebbline.example/1"],
            (
                "Name"
                    or "Words"
                    or "Text"
                    or "Note"
                    or "Line"
                    or "Reason"
                    or "Comment"
                    or "Subject"
                    or "Category"
                    or "DialIn"
                    or "Letter"
                    or "Agenda"
                    or "Place",
                var t
            ) when t == typeof(string) => [IsNullable(parameter) && parameter.Name != "Place" ? null : "Some words"],
            (_, var t) when t == typeof(bool) => [false, true],
            (_, var t) when t.IsEnum => [.. Enum.GetValues(t).Cast<object>()],
            (_, var t) when IsNullable(parameter) || !t.IsValueType => [null],
            (_, var t) => [Activator.CreateInstance(t)],
        };
    }

    private static bool OfDevice(ParameterInfo parameter) =>
        parameter.Member.DeclaringType == typeof(PutObject) || parameter.Member.DeclaringType == typeof(RemoveObject);

    private static bool IsNullable(ParameterInfo parameter) =>
        new NullabilityInfoContext().Create(parameter).ReadState == NullabilityState.Nullable;

    /// <summary>Does a change and takes all of it back.</summary>
    /// <returns>Why it was refused; null where it was done.</returns>
    public static async Task<Refusal?> TryAsync(World world, object change)
    {
        try
        {
            await world.Do(Plainly(change, isKept: false));
        }
        catch (TakenBackException)
        {
            return null;
        }
        catch (RefusedException e)
        {
            return e.Refusal;
        }

        throw new InvalidOperationException("What is tried is never kept.");
    }

    /// <summary>Does a change, whatever it answers.</summary>
    /// <returns>Whether it was done, and not refused.</returns>
    public static async Task<bool> DoAsync(World world, object change)
    {
        try
        {
            return await world.Do(Plainly(change, isKept: true));
        }
        catch (RefusedException)
        {
            return false;
        }
    }

    private static IChange<bool> Plainly(object change, bool isKept) =>
        (IChange<bool>)
            Activator.CreateInstance(
                typeof(Tried<>).MakeGenericType(ChangeOf(change.GetType())!.GetGenericArguments()[0]),
                change,
                isKept
            )!;

    private sealed class Tried<T>(IChange<T> change, bool isKept) : IChange<bool>
    {
        public bool Apply(IChangeSession session)
        {
            change.Apply(session);
            return isKept ? true : throw new TakenBackException();
        }
    }

    private sealed class TakenBackException : Exception;
}
