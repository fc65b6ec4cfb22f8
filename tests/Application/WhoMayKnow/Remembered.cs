using System.Collections;
using System.Reflection;
using System.Runtime.CompilerServices;
using Corlin.Application.Ports;

namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>
/// A store that is asked the same question once: while nothing changes its answer stands, and thousands of reads of one organisation ask
/// little else.
/// </summary>
public class Remembered : DispatchProxy
{
    private readonly Dictionary<Question, object?> answers = [];

    private ICalendarReads store = null!;

    public static ICalendarReads Of(ICalendarReads store)
    {
        var remembered = Create<ICalendarReads, Remembered>();
        ((Remembered)(object)remembered).store = store;
        return remembered;
    }

    protected override object? Invoke(MethodInfo? targetMethod, object?[]? args)
    {
        var question = new Question(targetMethod!, [.. (args ?? []).Select(Whole)]);
        if (!answers.TryGetValue(question, out var answer))
            answers[question] = answer = targetMethod!.Invoke(store, BindingFlags.DoNotWrapExceptions, null, question.Said, null);
        return answer;
    }

    /// <summary>What is worked out while it is read is read once.</summary>
    private static object? Whole(object? said)
    {
        if (said is null or string or ICollection || said is not IEnumerable)
            return said;
        var each = said.GetType()
            .GetInterfaces()
            .First(i => i.IsGenericType && i.GetGenericTypeDefinition() == typeof(IEnumerable<>))
            .GetGenericArguments()[0];
        return typeof(Enumerable).GetMethod(nameof(Enumerable.ToArray))!.MakeGenericMethod(each).Invoke(null, [said]);
    }

    private sealed record Question(MethodInfo Method, object?[] Said)
    {
        public bool Equals(Question? other) => other is not null && Method == other.Method && Said.Zip(other.Said, Same).All(same => same);

        public override int GetHashCode() =>
            Said.Aggregate(RuntimeHelpers.GetHashCode(Method), (hash, said) => HashCode.Combine(hash, HashOf(said)));

        private static bool Same(object? one, object? other) =>
            one is IEnumerable some and not string && other is IEnumerable others
                ? one.GetType() == other.GetType() && some.Cast<object?>().SequenceEqual(others.Cast<object?>())
                : Equals(one, other);

        private static int HashOf(object? said) =>
            said is IEnumerable some and not string ? some.Cast<object?>().Aggregate(0, HashCode.Combine) : said?.GetHashCode() ?? 0;
    }
}
