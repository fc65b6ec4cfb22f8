namespace Corlin.Store;

/// <summary>What reads share that outlasts each of them.</summary>
public sealed class StoreMemory
{
    internal PeopleIndex People { get; } = new();

    internal EntryMemory Entries { get; } = new();
}
