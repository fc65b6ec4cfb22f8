using System.Collections.Immutable;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Handing;

/// <summary>Sends a part of somebody's calendar to people inside and outside: as much of it as was chosen, within what may leave.</summary>
/// <param name="To">Public ids or addresses.</param>
[Change(ChangeKind.CalendarSent, "sent the calendar", MayTakeBack.BySpeaker)]
public sealed record SendCalendar(UserId Actor, UserId InNameOf, ImmutableArray<string> To, CalendarPart Part, string? Note) : IChange<long>
{
    public const int MostReaders = 50;

    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (To.IsEmpty)
            throw new RefusedException(RefusalKind.CalendarHasNoReader, "to");
        if (To.Length > MostReaders)
            throw new RefusedException(RefusalKind.TooMany, "to");
        if (Note?.Length > HandSheet.LongestNote)
            throw new RefusedException(RefusalKind.BadInput, "note");
        var viewing = new Viewing(session, Actor, session.Now);
        var owner = viewing.Users([InNameOf])[InNameOf];
        var readers = To.Select(t => Reader(session, viewing, t)).DistinctBy(r => r.Box.Address).ToList();
        var change = session.Begin(ChangeKind.CalendarSent, Actor, InNameOf, rights.Grant);
        foreach (var kind in readers.GroupBy(r => r.Inside))
        {
            var read = new ReadCalendarLetter(Actor, owner.PublicId, Part, Note, kind.Key, session.Now);
            var (letter, lane, papers) = read.Written(viewing);
            foreach (var reader in kind)
                session.MailStore.Send(
                    new OutboxMessage(
                        null,
                        null,
                        new Letter(Telling.Box(viewing.Person), reader.Box, letter.Subject, letter.Text, session.Now)
                        {
                            Lane = lane,
                            Papers = papers,
                        }
                    ),
                    // Who speaks for them, and not in private matters, reads no letter with what is private.
                    new MailAbout(InNameOf, null, Part.Private)
                );
        }

        return change;
    }

    /// <exception cref="RefusedException">It is nobody, and no address.</exception>
    private static (Mailbox Box, bool Inside) Reader(IChangeSession session, Viewing viewing, string text)
    {
        var address = text.Trim().ToLowerInvariant();
        var known = address.Contains('@', StringComparison.Ordinal) ? session.UserByAddress(address) : viewing.Find(text);
        if (known is { Kind: UserKind.Person, Address.Length: > 0 } && viewing.MayKnow(known))
            return (Telling.Box(known), known.Inside);
        return Mailbox.IsAddress(address)
            ? (new Mailbox("", address), false)
            : throw new RefusedException(RefusalKind.AddressIsNone, "to", text);
    }
}
