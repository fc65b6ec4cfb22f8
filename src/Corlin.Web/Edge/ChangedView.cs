namespace Corlin.Web.Edge;

public sealed record AddedView(string Entry, long Change);

/// <param name="Change">With it the change can be undone for ten seconds.</param>
public sealed record ChangedView(long Change);
