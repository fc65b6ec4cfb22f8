using System.Text.Json;
using Corlin.Store.Mapping;

namespace Corlin.Store;

/// <summary>The states that the history keeps, before and after a change, as JSON.</summary>
internal static class States
{
    /// <summary>
    /// The shape of what is written today. Each change carries the one in which its states were written: where a property changes its
    /// name or its meaning this is raised, and <see cref="Read"/> learns to read the earlier shape. A new property whose absence means
    /// its default needs neither.
    /// </summary>
    public const int Schema = 1;

    public static string Write<T>(T state) => JsonSerializer.Serialize(state, Texts.Json);

    public static string? WriteOrNone<T>(T? state)
        where T : class => state is null ? null : Write(state);

    public static T Read<T>(string state) => JsonSerializer.Deserialize<T>(state, Texts.Json)!;

    /// <summary>Whether what stands, null for nothing, says the same as a state.</summary>
    public static bool Stands<T>(T? now, string? state)
        where T : class => AreSame<T>(WriteOrNone(now), state);

    /// <summary>
    /// Whether two states say the same. They are compared by value: what an earlier Corlin wrote lacks the properties that have come since.
    /// </summary>
    public static bool AreSame<T>(string? one, string? other) =>
        one == other || (one is not null && other is not null && Write(Read<T>(one)) == Write(Read<T>(other)));
}
