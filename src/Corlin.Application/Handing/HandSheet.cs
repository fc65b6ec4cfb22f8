using System.Collections.Immutable;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Sheets;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>Says how somebody's day sheet is made, and when it goes by itself.</summary>
/// <param name="To">The public ids of those who get it.</param>
[Change(ChangeKind.SheetSaid, "said how the day sheet is made", MayTakeBack.BySpeaker)]
public sealed record SaySheet(
    UserId Actor,
    UserId InNameOf,
    SheetParts Parts,
    LocalTime? At,
    bool DayBefore,
    bool Again,
    ImmutableArray<string> To
) : IChange<long>
{
    /// <summary>In which order stands what is under an entry.</summary>
    public ImmutableArray<SheetBlock> Order { get; init; } = SheetOrder.Usual;

    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var readers = SheetReaders.Find(session, Actor, InNameOf, To);
        var wish = new SheetWish(InNameOf, Actor, Parts)
        {
            Order = Order,
            At = At,
            DayBefore = DayBefore,
            Again = Again,
            To = [.. readers.Select(r => r.Id)],
            SaidAt = session.Now,
        };
        if (At is not null && readers.Count == 0)
            throw new RefusedException(RefusalKind.SheetHasNoReader, "to");
        if (!wish.IsSound)
            throw new RefusedException(RefusalKind.BadInput, "sheet");
        var change = session.Begin(ChangeKind.SheetSaid, Actor, InNameOf, rights.Grant);
        session.SheetStore.Say(wish);
        return change;
    }
}

/// <summary>Hands out a sheet: it is printed, or goes to people inside by mail, to each as far as they may know it.</summary>
/// <param name="To">The public ids of those who get it; none where it is printed.</param>
/// <param name="Note">What is written above it.</param>
[Change(ChangeKind.SheetHanded, "handed out the day sheet", MayTakeBack.BySpeaker)]
[Change(ChangeKind.SheetWent, "had the day sheet sent", MayTakeBack.BySpeaker)]
public sealed record HandSheet(
    UserId Actor,
    UserId InNameOf,
    LocalDate First,
    int Days,
    SheetParts Parts,
    ImmutableArray<string> To,
    string? Note
) : IChange<long>
{
    public const int LongestNote = 2_000;

    /// <summary>In which order stands what is under an entry.</summary>
    public ImmutableArray<SheetBlock> Order { get; init; } = SheetOrder.Usual;

    /// <summary>Whether nobody pressed anything: its time came, or something on it changed.</summary>
    public bool ByItself { get; init; }

    /// <summary>Whether the same sheet went before.</summary>
    public bool Again { get; init; }

    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (Days is < 1 or > ReadDaySheet.MostDays)
            throw new RefusedException(RefusalKind.SpanTooLong, "days");
        if ((Parts & ~SheetWish.All) != 0 || !SheetOrder.IsSound(Order) || Note?.Length > LongestNote)
            throw new RefusedException(RefusalKind.BadInput, "sheet");
        var readers = SheetReaders.Find(session, Actor, InNameOf, To);
        var people = session.Users([Actor, InNameOf]);
        var change = session.Begin(ByItself ? ChangeKind.SheetWent : ChangeKind.SheetHanded, Actor, InNameOf, rights.Grant);
        foreach (var reader in readers)
            Send(session, people[Actor], people[InNameOf], reader);
        session.SheetStore.Hand(
            new HandedSheet(InNameOf, Actor, session.Now, First, Days, Told(session, people[InNameOf])) { ByItself = ByItself }
        );
        return change;
    }

    /// <summary>Whole, whoever handed it out: the next sheet is held against it, and tells each what they may know.</summary>
    private ImmutableArray<SheetLine> Told(ICalendarReads store, CalendarUser owner)
    {
        var span = SheetDays.Span(owner, First, Days);
        return SheetLines.Kept(LaneReading.Read(new Viewing(store, owner.Id, default), [owner], span)[0], span);
    }

    private void Send(IChangeSession session, CalendarUser by, CalendarUser owner, CalendarUser to)
    {
        var sheet = new ReadDaySheet(to.Id, owner.PublicId, First, Days, Parts, session.Now) { Order = Order }.Run(session);
        var papers = PapersAlong.Of(new Viewing(session, to.Id, session.Now), owner, First, Days, Parts);
        var note = English.SheetNote(Note, [.. papers.Sent.Select(p => p.Name)], papers.LeftOut);
        var letter = new Letter(
            Telling.Box(by),
            Telling.Box(to),
            English.SheetSubject(sheet.Heading, Again),
            SheetText.Words(sheet, note),
            session.Now
        )
        {
            Sheet = SheetText.Drawn(sheet, note),
            Papers = papers.Sent,
            Lane = SharedLanes.OfDays(
                new Viewing(session, to.Id, session.Now),
                owner,
                First,
                Days,
                Sight.Headlines,
                Parts.HasFlag(SheetParts.Private)
            ),
            Automatic = ByItself,
        };
        // Who speaks for them, and not in private matters, reads no letter with what is private.
        session.MailStore.Send(new OutboxMessage(null, null, letter), new MailAbout(owner.Id, null, Parts.HasFlag(SheetParts.Private)));
    }
}

/// <summary>Who gets a sheet.</summary>
internal static class SheetReaders
{
    /// <exception cref="RefusedException">Somebody is not known, is outside or no person, or may know nothing of that calendar.</exception>
    public static IReadOnlyList<CalendarUser> Find(IChangeSession session, UserId actor, UserId owner, ImmutableArray<string> to)
    {
        if (to.Length > SheetWish.MostReaders)
            throw new RefusedException(RefusalKind.TooMany, "to");
        var viewing = new Viewing(session, actor, session.Now);
        var readers = new List<CalendarUser>();
        foreach (var id in to.Distinct())
        {
            var reader = viewing.Find(id);
            if (reader is not { Kind: UserKind.Person, Inside: true, Address.Length: > 0 })
                throw new RefusedException(RefusalKind.PersonUnknown, "to", id);
            if (reader.Id != owner && new Viewing(session, reader.Id, session.Now).RightsOnLane(owner).Sight == Sight.Nothing)
                throw new RefusedException(RefusalKind.ReaderSeesNothing, "to", reader.Name);
            readers.Add(reader);
        }

        return readers;
    }
}
