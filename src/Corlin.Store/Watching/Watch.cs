using Corlin.Core.Watch;

namespace Corlin.Store.Model;

/// <summary>Something that needed a look and was dismissed until it changes.</summary>
internal sealed class DismissalRow
{
    public long Id { get; set; }
    public long UserId { get; set; }
    public required string Key { get; set; }
    public required string Print { get; set; }

    /// <summary>The change that dismissed it.</summary>
    public long KeptById { get; set; }

    /// <summary>The change that brought it back, or null.</summary>
    public long? EndedById { get; set; }
}

/// <summary>How far ahead one kind of thing is looked for on somebody's calendar.</summary>
internal sealed class LookAheadRow
{
    public long Id { get; set; }
    public long UserId { get; set; }
    public ConcernKind Kind { get; set; }
    public int Days { get; set; }

    /// <summary>The change that said it.</summary>
    public long KeptById { get; set; }

    /// <summary>The change that said something else, or null.</summary>
    public long? EndedById { get; set; }
}
