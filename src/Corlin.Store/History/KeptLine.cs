using System.Linq.Expressions;
using System.Text.Json;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>A kind of line that is ended and brought back, whatever is on it.</summary>
internal interface IKeptLine
{
    /// <summary>The SQL that gives those of some changes that kept lines; {0} stands for the changes as JSON.</summary>
    string Keepers(CorlinDb db);

    /// <summary>
    /// Whether all that a change kept stands, however often it was ended and brought back meanwhile; or another of its act ended it.
    /// </summary>
    bool AllStand(CorlinDb db, long change, IReadOnlyCollection<long> act);
}

/// <summary>A kind of line that a change keeps and another one ends, and that is never altered but for its end.</summary>
/// <param name="keptBy">The change that keeps a line; null where the set-up did.</param>
/// <param name="endedBy">The change since which it stands no longer, or null.</param>
/// <param name="unlike">What a line that was brought back does not share with the one it was: marks of the machine.</param>
internal sealed class KeptLine<TRow>(Expression<Func<TRow, long?>> keptBy, Expression<Func<TRow, long?>> endedBy, params string[] unlike)
    : IKeptLine
    where TRow : class
{
    private readonly Func<TRow, long?> kept = keptBy.Compile();
    private readonly Func<TRow, long?> ended = endedBy.Compile();
    private readonly HashSet<string> ignored = [NameOf(keptBy), NameOf(endedBy), .. unlike];

    /// <summary>The lines that a change kept and did not end itself, and those that it ended and had not kept itself.</summary>
    public (List<TRow> Kept, List<TRow> Ended) Of(CorlinDb db, long? change)
    {
        Expression<Func<long?>> wanted = () => change;
        var touched = Expression.OrElse(
            Expression.Equal(keptBy.Body, wanted.Body),
            Expression.Equal(new SameParameter(endedBy.Parameters[0], keptBy.Parameters[0]).Visit(endedBy.Body), wanted.Body)
        );
        var rows = db.Set<TRow>().Where(Expression.Lambda<Func<TRow, bool>>(touched, keptBy.Parameters)).ToList();
        return (rows.FindAll(r => kept(r) == change && ended(r) != change), rows.FindAll(r => ended(r) == change && kept(r) != change));
    }

    public string Keepers(CorlinDb db) => ChangesIn(db, NameOf(keptBy));

    /// <param name="column">The property that names a change.</param>
    public static string ChangesIn(CorlinDb db, string column)
    {
        var table = db.Model.FindEntityType(typeof(TRow))!;
        var name = table.FindProperty(column)!.GetColumnName();
        return $"""
            SELECT "{name}" AS "Value" FROM "{table.GetTableName()}" WHERE "{name}" IN (SELECT value FROM json_each({"{0}"}))
            """;
    }

    /// <summary>A line as it stands: itself, or the one as which an undo brought it back; null where it stands no longer.</summary>
    public TRow? Stands(CorlinDb db, TRow line)
    {
        var row = line;
        while (row is not null && ended(row) is { } by)
        {
            var undo = db.Changes.Where(c => c.Id == by).Select(c => c.UndoneById).Single();
            var content = Content(db, row);
            row = undo is { } change
                ? db.Set<TRow>().Where(Is(keptBy, change)).AsEnumerable().FirstOrDefault(r => Content(db, r).SequenceEqual(content))
                : null;
        }

        return row;
    }

    public bool AllStand(CorlinDb db, long change, IReadOnlyCollection<long> act) =>
        Of(db, change).Kept.All(r => (ended(r) is { } by && act.Contains(by)) || Stands(db, r) is not null);

    private static Expression<Func<TRow, bool>> Is(Expression<Func<TRow, long?>> column, long? change)
    {
        // A captured variable is a parameter of the SQL; a constant would make a statement of its own for every change.
        Expression<Func<long?>> wanted = () => change;
        return Expression.Lambda<Func<TRow, bool>>(Expression.Equal(column.Body, wanted.Body), column.Parameters);
    }

    private static string NameOf(Expression<Func<TRow, long?>> column) =>
        ((MemberExpression)(column.Body is UnaryExpression convert ? convert.Operand : column.Body)).Member.Name;

    private sealed class SameParameter(ParameterExpression from, ParameterExpression to) : ExpressionVisitor
    {
        protected override Expression VisitParameter(ParameterExpression node) => node == from ? to : node;
    }

    private IEnumerable<object?> Content(CorlinDb db, TRow row) =>
        db.Entry(row).Properties.Where(p => !p.Metadata.IsPrimaryKey() && !ignored.Contains(p.Metadata.Name)).Select(p => p.CurrentValue);
}

/// <summary>All kinds of lines that are ended and brought back.</summary>
internal static class KeptLines
{
    // Before the kinds, each of which joins it: none is left out of an undo.
    private static readonly List<IKeptLine> All = [];

    public static readonly KeptLine<StayRow> Stays = Asked(new KeptLine<StayRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<AbsenceRow> Absences = Asked(
        new KeptLine<AbsenceRow>(r => r.KeptById, r => r.EndedById, nameof(AbsenceRow.OriginId))
    );
    public static readonly KeptLine<FeedRow> Feeds = Asked(
        new KeptLine<FeedRow>(r => r.KeptById, r => r.EndedById, nameof(FeedRow.ReadAt), nameof(FeedRow.ReadWith))
    );
    public static readonly KeptLine<TurnOverRow> TurnOvers = Asked(new KeptLine<TurnOverRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<WaitingAddressRow> Addresses = Asked(
        new KeptLine<WaitingAddressRow>(r => r.KeptById, r => r.EndedById)
    );
    public static readonly KeptLine<HandoverRow> Handovers = Asked(new KeptLine<HandoverRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<NoGoRow> NoGo = Asked(new KeptLine<NoGoRow>(r => r.KeptById, r => r.OpenedById));
    public static readonly KeptLine<KeptWishRow> Wishes = Asked(new KeptLine<KeptWishRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<SlotWeightRow> SlotWeights = Asked(new KeptLine<SlotWeightRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<OrganisationNameRow> OrganisationNames = Asked(
        new KeptLine<OrganisationNameRow>(r => r.KeptById, r => r.EndedById)
    );
    public static readonly KeptLine<QuestionRow> Questions = Asked(new KeptLine<QuestionRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<InstructionRow> Instructions = Asked(
        new KeptLine<InstructionRow>(r => r.KeptById, r => r.EndedById, nameof(InstructionRow.ByItself))
    );
    public static readonly KeptLine<DeadlineRow> Deadlines = Asked(new KeptLine<DeadlineRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<DismissalRow> Dismissals = Asked(new KeptLine<DismissalRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<LookAheadRow> LookAheads = Asked(new KeptLine<LookAheadRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<SheetWishRow> SheetWishes = Asked(new KeptLine<SheetWishRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<HandedSheetRow> HandedSheets = Asked(new KeptLine<HandedSheetRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<DayOffRow> Closures = Asked(new KeptLine<DayOffRow>(r => r.ClosedById, r => r.OpenedById));
    public static readonly KeptLine<FurtherRow> Further = Asked(new KeptLine<FurtherRow>(r => r.KeptById, r => r.EndedById));
    public static readonly KeptLine<GrantRow> Grants = Asked(new KeptLine<GrantRow>(r => r.GivenById, r => r.EndedById));
    public static readonly KeptLine<AccessRequestRow> Requests = Asked(new KeptLine<AccessRequestRow>(r => r.AskedById, r => r.ClosedById));
    public static readonly KeptLine<CeilingRow> Ceilings = Asked(new KeptLine<CeilingRow>(r => r.SetById, r => r.EndedById));

    public static readonly KeptLine<FollowedRow> Followed = Asked(
        new KeptLine<FollowedRow>(
            r => r.FollowedById,
            r => r.EndedById,
            nameof(FollowedRow.DueAt),
            nameof(FollowedRow.FetchedAt),
            nameof(FollowedRow.Failure),
            nameof(FollowedRow.Failures),
            nameof(FollowedRow.Tag)
        )
    );

    /// <summary>Whether all that a change kept stands, however often it was ended and brought back meanwhile.</summary>
    /// <param name="act">The changes that are taken back with it.</param>
    public static bool AllStand(CorlinDb db, long change, params IReadOnlyCollection<long> act) =>
        All.All(k => k.AllStand(db, change, act)) && NothingGivenSince(db, change);

    /// <summary>Those of some changes that kept such lines, or ended what was granted: all others need not be asked about.</summary>
    public static HashSet<long> Concerned(CorlinDb db, IReadOnlyCollection<long> changes)
    {
        // One statement for all kinds: it is asked after every change, and nearly always answered with none.
        var kept = All.Select(k => k.Keepers(db)).Append(KeptLine<GrantRow>.ChangesIn(db, nameof(GrantRow.EndedById)));
        return [.. db.Database.SqlQueryRaw<long>(string.Join("\nUNION\n", kept), JsonSerializer.Serialize(changes))];
    }

    /// <summary>Whether nobody was granted something else since a change ended what they held.</summary>
    public static bool NothingGivenSince(CorlinDb db, long change)
    {
        var (given, lost) = Grants.Of(db, change);
        var own = given.Select(g => Grants.Stands(db, g)?.Id).ToList();
        return lost.All(ended =>
            db.Grants.Where(g =>
                    g.OwnerId == ended.OwnerId
                    && g.CalendarId == ended.CalendarId
                    && g.ReceiverId == ended.ReceiverId
                    && g.Inside == ended.Inside
                    && g.EndedById == null
                    && g.GivenById > change
                )
                .AsEnumerable()
                .All(g => own.Contains(g.Id))
        );
    }

    private static KeptLine<TRow> Asked<TRow>(KeptLine<TRow> kind)
        where TRow : class
    {
        All.Add(kind);
        return kind;
    }
}
