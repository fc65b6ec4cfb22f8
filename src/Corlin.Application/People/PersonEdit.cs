using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;

namespace Corlin.Application.People;

/// <summary>What is said anew of somebody, a group or a room: null leaves a part as it is, an empty text or list takes it away.</summary>
/// <param name="Assistant">The public id of who keeps their calendar.</param>
public sealed record PersonEdit(
    string? Name = null,
    string? Address = null,
    string? Zone = null,
    string? Post = null,
    string? Place = null,
    WorkingHours? Hours = null,
    IReadOnlyList<string>? OtherAddresses = null,
    IReadOnlyList<string>? Telephones = null,
    string? Assistant = null,
    string? Note = null,
    int? Capacity = null,
    IReadOnlyList<string>? Features = null
)
{
    private const int MostLines = 20;
    private const int LongestName = 120;
    private const int LongestNote = 2_000;
    private const int MostSpansADay = 6;
    private const int LargestRoom = 10_000;

    /// <summary>They as they are after the edit.</summary>
    /// <exception cref="RefusedException">A part says what cannot be.</exception>
    internal (CalendarUser Who, PersonFacts Facts) Apply(IChangeSession session, CalendarUser who, PersonFacts facts)
    {
        var next = who with
        {
            Name = Name is null
                ? who.Name
                : Text(Name, LongestName, "name") ?? throw new RefusedException(RefusalKind.BadInput, "name", Name),
            Address = Address is null ? who.Address : AddressOf(session, who, Address),
            Zone =
                Zone is null ? who.Zone
                : Zones.Exists(Zone) ? Zone
                : throw new RefusedException(RefusalKind.ZoneUnknown, "zone", Zone),
            Post = Post is null ? who.Post : Text(Post, LongestName, "post"),
            Place = Place is null ? who.Place : Text(Place, LongestName, "place"),
            Hours = Hours is null ? who.Hours : Checked(Hours),
        };
        return (
            next,
            facts with
            {
                OtherAddresses = OtherAddresses is null
                    ? facts.OtherAddresses
                    : [.. Lines(OtherAddresses, "otherAddresses").Select(a => AddressOf(session, who, a)).Where(a => a != next.Address)],
                Telephones = Telephones is null ? facts.Telephones : [.. Lines(Telephones, "telephones").Select(Number)],
                Assistant =
                    Assistant is null ? facts.Assistant
                    : Assistant.Length == 0 ? null
                    : AssistantOf(session, who),
                Note = Note is null ? facts.Note : Text(Note, LongestNote, "note"),
                Capacity = Capacity switch
                {
                    null => facts.Capacity,
                    0 => null,
                    > 0 and <= LargestRoom => Capacity,
                    _ => throw new RefusedException(RefusalKind.BadInput, "capacity", Capacity.ToString()),
                },
                Features = Features is null ? facts.Features : [.. Lines(Features, "features")],
            }
        );
    }

    private UserId AssistantOf(IChangeSession session, CalendarUser who)
    {
        var found =
            session.User(Assistant!) is { Kind: UserKind.Person } person && (person.KeptFor is null || person.KeptFor == who.KeptFor)
                ? person
                : null;
        if (found is null || found.Id == who.Id)
            throw new RefusedException(RefusalKind.PersonUnknown, "assistant", Assistant);
        return found.Id;
    }

    private static string AddressOf(IChangeSession session, CalendarUser who, string text)
    {
        var address = text.Trim().ToLowerInvariant();
        if (!Mailbox.IsAddress(address))
            throw new RefusedException(RefusalKind.AddressIsNone, "address", text);
        // Somebody else's contact may have it too, and is not told of.
        if (session.UserByAddress(address, who.KeptFor) is { } other && other.Id != who.Id && other.KeptFor == who.KeptFor)
            throw new RefusedException(RefusalKind.AddressTaken, "address", address);
        return address;
    }

    private static string Number(string line) =>
        line.Any(char.IsAsciiDigit) ? line : throw new RefusedException(RefusalKind.BadInput, "telephones", line);

    private static string? Text(string text, int longest, string field)
    {
        var said = text.Trim();
        if (said.Length > longest)
            throw new RefusedException(RefusalKind.BadInput, field, said[..40] + "…");
        return said.Length == 0 ? null : said;
    }

    private static ImmutableArray<string> Lines(IReadOnlyList<string> lines, string field)
    {
        if (lines.Count > MostLines)
            throw new RefusedException(RefusalKind.TooMany, field, MostLines.ToString(System.Globalization.CultureInfo.InvariantCulture));
        return
        [
            .. lines
                .Select(l => Text(l.ReplaceLineEndings(" "), LongestName, field))
                .OfType<string>()
                .Distinct(StringComparer.OrdinalIgnoreCase),
        ];
    }

    private static WorkingHours Checked(WorkingHours hours)
    {
        var spans = hours.Spans.OrderBy(s => s.Day).ThenBy(s => s.From).ToImmutableArray();
        foreach (var day in spans.GroupBy(s => s.Day))
        {
            var end = 0;
            if (day.Count() > MostSpansADay)
                throw new RefusedException(
                    RefusalKind.TooMany,
                    "hours",
                    MostSpansADay.ToString(System.Globalization.CultureInfo.InvariantCulture)
                );
            foreach (var span in day)
            {
                if (span.From < end || span.To <= span.From || span.To > 24 * 60 || span.Place is { Length: > LongestName })
                    throw new RefusedException(RefusalKind.EndBeforeStart, "hours");
                end = span.To;
            }
        }

        return new WorkingHours(spans);
    }
}

internal static class RightToEdit
{
    /// <summary>
    /// The same, where something is said of them. Whoever may say where somebody's mail goes reads their invitations: of everybody's people
    /// an administrator says it, of a contact who keeps it.
    /// </summary>
    /// <exception cref="RefusedException">As above; or an address is another or a further one, and the actor is no
    /// administrator.</exception>
    public static CalendarUser MustKeep(this IChangeSession session, UserId actor, string publicId, PersonEdit said)
    {
        var who = session.MustKeep(actor, publicId);
        if (who.KeptFor is not null || session.IsAdministrator(actor))
            return who;
        var known = session.Facts([who.Id])[who.Id].OtherAddresses;
        var another = said.Address is { } first && !Same(first, who.Address);
        var further = said.OtherAddresses is { } others && others.Any(o => !known.Any(k => Same(k, o)));
        return another || further ? throw new RefusedException(RefusalKind.AddressByAdministrator, "address") : who;

        static bool Same(string one, string other) => string.Equals(one.Trim(), other, StringComparison.OrdinalIgnoreCase);
    }
}
