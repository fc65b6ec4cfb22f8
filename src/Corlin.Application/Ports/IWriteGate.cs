namespace Corlin.Application.Ports;

/// <summary>Something a user does. It loads, checks the right, applies the rule and stores, all in one transaction.</summary>
public interface IChange<out T>
{
    /// <summary>Runs inside the gate: no I/O but the session's, no waiting.</summary>
    T Apply(IChangeSession session);
}

/// <summary>The one gate through which every change goes, one at a time.</summary>
public interface IWriteGate
{
    /// <summary>Applies a change and commits it, or leaves everything as it was where it throws.</summary>
    Task<T> RunAsync<T>(IChange<T> change, CancellationToken cancel = default);
}
