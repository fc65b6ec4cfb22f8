namespace Corlin.Web.Edge;

/// <param name="Changes">With them the act is undone as one.</param>
public sealed record ActView(IReadOnlyList<long> Changes);

/// <param name="Changes">In the order in which they were made.</param>
public sealed record UndoRequest(IReadOnlyList<long> Changes);
