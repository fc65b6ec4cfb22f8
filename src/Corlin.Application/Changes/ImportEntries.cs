using Corlin.Application.Ports;
using Corlin.Core.Calendars;

namespace Corlin.Application.Changes;

/// <summary>Takes entries of a calendar file into a calendar: all of them or, where something goes wrong, none.</summary>
/// <param name="Entries">Appointments as the interchange read them, one a UID.</param>
/// <remarks>
/// An appointment is known by its calendar and UID: the same file again changes nothing, and the same file in another calendar does not meet it.
/// What is a meeting here keeps what was agreed: it is left as it is.
/// </remarks>
public sealed record ImportEntries(UserId Actor, UserId InNameOf, IReadOnlyList<Entry> Entries) : IChange<Imported>
{
    public Imported Apply(IChangeSession session)
    {
        var rights = session.MustAdd(Actor, InNameOf);
        var calendar = session.CalendarOf(InNameOf);
        var known = session.ByUid(calendar, Entries.Select(e => e.Uid).ToList());
        var mayChange = rights.Acting >= Core.Access.Acting.Change;
        var next = new List<Entry>();
        var (added, changed, unchanged, left) = (0, 0, 0, new List<LeftAlone>());
        foreach (var read in Entries)
        {
            if (!known.TryGetValue(read.Uid, out var stands))
            {
                next.Add(read with { PublicId = PublicIds.New(), Home = calendar, Owner = InNameOf, MadeBy = Actor, MadeAt = session.Now });
                added++;
            }
            else if (stands.Kind != EntryKind.Appointment)
            {
                left.Add(new LeftAlone(read.Title, LeftReason.IsMeeting));
            }
            else if (Same(stands, read))
            {
                unchanged++;
            }
            else if (!mayChange && stands.MadeBy != Actor)
            {
                left.Add(new LeftAlone(read.Title, LeftReason.MayNotChange));
            }
            else
            {
                next.Add(Taken(stands, read));
                changed++;
            }
        }

        if (next.Count == 0) return new Imported(null, 0, 0, unchanged, left);
        var change = session.Begin(ChangeKind.Imported, Actor, InNameOf, rights.Grant);
        session.SaveAll(next);
        return new Imported(change, added, changed, unchanged, left);
    }

    /// <summary>What stands, with what the file says of it.</summary>
    private static Entry Taken(Entry stands, Entry read) => read with
    {
        Id = stands.Id,
        PublicId = stands.PublicId,
        Home = stands.Home,
        Owner = stands.Owner,
        Marks = stands.Marks,
        MadeBy = stands.MadeBy,
        MadeAt = stands.MadeAt,
        Version = stands.Version + 1,
    };

    private static bool Same(Entry stands, Entry read)
    {
        var taken = Taken(stands, read) with { Version = stands.Version };
        return stands.Time.SaysTheSame(taken.Time)
            && stands.Rule?.ToString() == taken.Rule?.ToString()
            && stands.Additions.SequenceEqual(taken.Additions)
            && stands.Exceptions.SequenceEqual(taken.Exceptions)
            && stands.Overrides.OrderBy(o => o.RecurrenceId).SequenceEqual(taken.Overrides.OrderBy(o => o.RecurrenceId))
            && (stands.Title, stands.Place, stands.Agenda, stands.Link, stands.Private, stands.Takes, stands.Status, stands.Raw)
                == (taken.Title, taken.Place, taken.Agenda, taken.Link, taken.Private, taken.Takes, taken.Status, taken.Raw);
    }
}

public enum LeftReason
{
    /// <summary>It is a meeting here, which its organiser changes.</summary>
    IsMeeting,

    /// <summary>It is another here, and the actor may only add.</summary>
    MayNotChange,
}

public sealed record LeftAlone(string Title, LeftReason Reason);

/// <summary>What came of an import.</summary>
/// <param name="Change">With it the import can be undone; null where nothing was changed.</param>
public sealed record Imported(long? Change, int Added, int Changed, int Unchanged, IReadOnlyList<LeftAlone> Left);
