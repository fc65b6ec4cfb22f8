using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Text;

namespace Corlin.Application.Files;

/// <summary>Takes entries of a calendar file into a calendar: all of them or, where something goes wrong, none.</summary>
/// <param name="Entries">Appointments as the interchange read them, one a UID; they are asked for once, as they are needed.</param>
/// <remarks>
/// An appointment is known by its calendar and UID: the same file again changes nothing, and the same file in another calendar does not
/// meet it. What is a meeting here keeps what was agreed: it is left as it is.
/// </remarks>
/// <param name="CategoryOf">The category that the file gives an entry; new ones become one of the calendar's list, as long as that stays
/// short.</param>
[Change(ChangeKind.Imported, "imported a calendar file", MayTakeBack.ByWhoAdds)]
public sealed record ImportEntries(UserId Actor, UserId InNameOf, IEnumerable<Entry> Entries, Func<Entry, string?>? CategoryOf = null)
    : IChange<Imported>
{
    /// <summary>
    /// Whether what a file says of an entry, and Corlin does not use, is what is kept of it but for the category of that name.
    /// </summary>
    public Func<Entry, Entry, string, bool>? SameBesidesCategory { get; init; }

    /// <summary>A list that a file would make longer is left as it is.</summary>
    internal const int LongestList = 24;

    /// <summary>So many are in memory at once.</summary>
    internal const int PieceSize = 500;

    /// <summary>What stands here already costs more to write than what is new.</summary>
    internal const int ChangedAtOnce = 150;

    public Imported Apply(IChangeSession session)
    {
        var rights = session.MustAdd(Actor, InNameOf);
        var calendar = session.CalendarOf(InNameOf);
        long? change = null;
        var list = session.Categories([InNameOf]).ToList();
        var sum = Imported.Nothing;
        // While one piece is written the next is read.
        foreach (var piece in Prefetch.Of(Entries.Chunk(PieceSize)))
        {
            var (next, done) = Sort(session, calendar, rights, piece);
            sum = sum.With(done);
            if (next.Count == 0)
                continue;
            change ??= session.Begin(ChangeKind.Imported, Actor, InNameOf, rights.Grant);
            session.EntryStore.SaveAll([
                .. next.Select(e => e.Id.Value == 0 ? e with { Marks = Marks(e, list, session.CategoryStore.Save) } : e),
            ]);
        }

        return sum with
        {
            Change = change,
        };
    }

    /// <summary>What of a piece is new here or says something else, and what becomes of the rest.</summary>
    internal (List<Entry> Next, Imported Done) Sort(IChangeSession session, CalendarId calendar, Rights rights, Entry[] piece)
    {
        var known = Known(session, calendar, rights, [.. piece.Select(e => e.Uid)]);
        var next = new List<Entry>();
        var (added, changed, unchanged, left) = (0, 0, 0, new List<LeftAlone>());
        var names = new Lazy<Dictionary<CategoryId, string>>(() => session.Categories([InNameOf]).ToDictionary(c => c.Id, c => c.Name));
        foreach (var read in piece)
        {
            var (uid, stands) = known[read.Uid];
            if (stands is null)
            {
                next.Add(FromFile.New(read with { Uid = uid }, calendar, InNameOf, Actor, session.Now));
                added++;
            }
            else if (stands.Kind != EntryKind.Appointment)
            {
                left.Add(new LeftAlone(read.Title, stands.Kind == EntryKind.Hold ? LeftReason.IsHold : LeftReason.IsMeeting));
            }
            else if (FromFile.SaysTheSame(stands, read with { Uid = uid }) || IsAsWritten(stands, read with { Uid = uid }, names.Value))
            {
                unchanged++;
            }
            else if (read.Sequence < stands.Sequence)
            {
                left.Add(new LeftAlone(read.Title, LeftReason.Older));
            }
            else if (Deciding.WhyNotChange(stands, Actor, rights) is not null)
            {
                left.Add(new LeftAlone(read.Title, LeftReason.MayNotChange));
            }
            else
            {
                next.Add(FromFile.Taken(stands, read with { Uid = uid }));
                changed++;
            }
        }

        return (next, new Imported(null, added, changed, unchanged, left.Count, left));
    }

    /// <summary>What was written here says the category that the lane notes of an entry, of which nothing is kept with it.</summary>
    private bool IsAsWritten(Entry stands, Entry read, Dictionary<CategoryId, string> names) =>
        stands.MarkOn(InNameOf).Category is { } category
        && names.TryGetValue(category, out var name)
        && SameBesidesCategory?.Invoke(stands, read, name) == true
        && FromFile.SaysTheSame(stands, read with { Raw = stands.Raw });

    /// <summary>
    /// Under which UID each entry of a file stands here, and what stands there. What the actor may not know of is neither changed nor told
    /// from what is not there: their own stands beside it, under a UID that is the same each time they bring the file.
    /// </summary>
    private Dictionary<string, (string Uid, Entry? Stands)> Known(
        IChangeSession session,
        CalendarId calendar,
        Rights rights,
        IReadOnlyCollection<string> uids
    )
    {
        var found = new Dictionary<string, Entry>(session.ByUid(calendar, uids), StringComparer.Ordinal);
        // What others organise stands on this lane too, and is not added a second time.
        foreach (var (uid, meeting) in session.AskedTo(InNameOf, [.. uids.Where(u => !found.ContainsKey(u))]))
            found[uid] = meeting;
        var beside = found.Values.Where(e => Hidden(e, rights)).ToDictionary(e => e.Uid, e => Beside(Actor, e.Uid));
        var own = beside.Count == 0 ? found : session.ByUid(calendar, [.. beside.Values]);
        return uids.Distinct()
            .ToDictionary(
                u => u,
                u => beside.TryGetValue(u, out var other) ? (other, own.GetValueOrDefault(other)) : (u, found.GetValueOrDefault(u))
            );
    }

    private bool Hidden(Entry entry, Rights rights) =>
        (entry.Owner == InNameOf ? Deciding.WhyNotChange(entry, Actor, rights) : Deciding.WhyNotMark(entry, Actor, InNameOf, rights))
        == WhyNot.NotKnown;

    /// <summary>The UID under which somebody's own stands beside what they may not know of.</summary>
    internal static string Beside(UserId actor, string uid) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{actor.Value}\n{uid}")))[..32] + "@corlin";

    /// <param name="list">The calendar's categories, with those that will be on it; what is made comes to it.</param>
    /// <param name="make">Makes a category that is not on it.</param>
    internal ImmutableArray<LaneMark> Marks(Entry read, List<Category> list, Func<Category, Category> make)
    {
        if (CategoryOf?.Invoke(read) is not { Length: <= Category.LongestName } name)
            return [];
        var known = list.Find(c => Plain.Of(c.Name) == Plain.Of(name));
        if (known is null)
        {
            if (list.Count >= LongestList)
                return [];
            list.Add(known = make(new Category(default, InNameOf, name, Category.NextColour(list))));
        }

        return [new LaneMark(InNameOf) { Category = known.Id }];
    }
}

public sealed record LeftAlone(string Title, LeftReason Reason);

/// <summary>What came of an import.</summary>
/// <param name="Change">With it the import can be undone; null where nothing was changed.</param>
/// <param name="LeftInAll">How many were left as they are.</param>
/// <param name="Left">The first of them.</param>
public sealed record Imported(long? Change, int Added, int Changed, int Unchanged, int LeftInAll, IReadOnlyList<LeftAlone> Left)
{
    private const int MostTold = 1_000;

    internal static readonly Imported Nothing = new(null, 0, 0, 0, 0, []);

    internal Imported With(Imported more) =>
        this with
        {
            Added = Added + more.Added,
            Changed = Changed + more.Changed,
            Unchanged = Unchanged + more.Unchanged,
            LeftInAll = LeftInAll + more.LeftInAll,
            Left = [.. Left.Concat(more.Left).Take(MostTold)],
        };
}
