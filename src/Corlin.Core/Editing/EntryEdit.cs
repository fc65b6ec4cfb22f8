using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;

namespace Corlin.Core.Editing;

/// <summary>How much of a series an edit reaches.</summary>
public enum Reach
{
    /// <summary>The one occurrence.</summary>
    ThisOne,

    /// <summary>The occurrence and all that follow.</summary>
    FromHereOn,

    /// <summary>The whole series, what has passed with it.</summary>
    All,
}

/// <summary>What is to be different; a part that is null stays as it is.</summary>
public sealed record EntryEdit
{
    /// <summary>
    /// When the occurrence that is edited takes place; for more of the series the same difference of the wall clock holds.
    /// </summary>
    public EntryTime? Time { get; init; }

    /// <summary>Null leaves it as it is.</summary>
    public string? Title { get; init; }

    /// <summary>Empty for nowhere.</summary>
    public string? Place { get; init; }

    /// <summary>Empty for none. It belongs to the whole.</summary>
    public string? Agenda { get; init; }

    /// <summary>The agenda as sanitised HTML; it goes with <see cref="Agenda"/> and is null where that is all.</summary>
    public string? StyledAgenda { get; init; }

    /// <summary>How it takes time. It belongs to the whole.</summary>
    public TimeTaken? Takes { get; init; }

    /// <summary>The address of the conference; empty for none. It belongs to the whole, as what follows.</summary>
    public string? Link { get; init; }

    /// <summary>Empty for none.</summary>
    public string? DialIn { get; init; }

    /// <summary>The line to those invited; empty for none.</summary>
    public string? Line { get; init; }

    /// <summary>Whether those asked are to answer.</summary>
    public bool? AnswersWanted { get; init; }

    /// <summary>It belongs to the whole.</summary>
    public bool? Private { get; init; }

    /// <summary>Who is invited besides, and who no longer. Of a meeting only.</summary>
    public AttendeesEdit? Attendees { get; init; }

    /// <summary>How it repeats from then on. Never of one occurrence alone.</summary>
    public Repeat? Repeat { get; init; }
}

/// <param name="Added">Without recurrence id and answer. Who is invited already is left as they are.</param>
public sealed record AttendeesEdit(ImmutableArray<Participation> Added, ImmutableArray<UserId> Removed);

/// <param name="Rule">Null for once.</param>
public sealed record Repeat(Rule? Rule);

/// <summary>The ids of the series that an edit from here on makes.</summary>
public sealed record NewIds(string PublicId, string Uid);
