using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;
using System.Text.Json;
using Corlin.Core.Refusals;

namespace Corlin.Web.Edge;

/// <summary>
/// Every body is looked at where it comes in, before anything is done with it: no list without bound or with nothing in it, no text longer
/// than any screen takes, no control characters. What is more than that is the rule of the change.
/// </summary>
internal sealed class Bodies : IEndpointFilter
{
    private const int MostItems = 1_000;

    private const int MostDeep = 8;

    private const int LongestText = 2_000;

    /// <summary>Of texts that may be longer, how long.</summary>
    private static readonly Dictionary<string, int> Longer = new(StringComparer.Ordinal)
    {
        ["agenda"] = Times.LongestAgenda,
        ["text"] = Times.LongestAgenda,
        // What a screen keeps of its own making; its bound is the change's.
        ["parts"] = 500_000,
        ["credential"] = 100_000,
        ["letter"] = 20_000,
        ["note"] = 4_000,
        ["key"] = 4_000,
    };

    /// <summary>Texts of one line: a break in one would go on into a head, a file or a list.</summary>
    private static readonly HashSet<string> OneLine = new(StringComparer.Ordinal)
    {
        "name",
        "title",
        "place",
        "address",
        "town",
        "zone",
        "caller",
        "post",
        "subject",
        "category",
        "site",
        "country",
        "link",
    };

    private static readonly ConcurrentDictionary<Type, (string Name, PropertyInfo Property)[]> Parts = [];

    public ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        foreach (var argument in context.Arguments)
            if (argument is not null && IsBody(argument.GetType()))
                Look(argument, "", 0);
        // The name of a file that is laid down is made plain where it is read.
        foreach (var (name, values) in context.HttpContext.Request.Query.Where(q => q.Key != "name"))
        foreach (var value in values)
            if (value is not null)
                Text(value, name);
        return next(context);
    }

    private static bool IsBody(Type type) =>
        type.Namespace?.StartsWith("Corlin.Web.Features", StringComparison.Ordinal) == true && type != typeof(Reader) && type.IsClass;

    private static void Look(object? value, string field, int depth)
    {
        if (depth > MostDeep)
            throw new RefusedException(RefusalKind.BadInput, field, field);
        switch (value)
        {
            case null or JsonElement:
                return;
            case string text:
                Text(text, field);
                return;
            case IEnumerable items:
                var count = 0;
                foreach (var item in items)
                {
                    if (item is null)
                        throw new RefusedException(RefusalKind.BadInput, field, "nothing");
                    if (++count > MostItems)
                        throw new RefusedException(RefusalKind.TooMany, field, $"{MostItems:N0} of them");
                    Look(item, field, depth + 1);
                }

                return;
        }

        if (!IsBody(value.GetType()))
            return;
        var parts = Parts.GetOrAdd(value.GetType(), t =>
            [
                .. t.GetProperties()
                    .Where(p => p.GetIndexParameters().Length == 0)
                    .Select(p => (JsonNamingPolicy.CamelCase.ConvertName(p.Name), p)),
            ]
        );
        foreach (var (name, property) in parts)
            Look(property.GetValue(value), name, depth + 1);
    }

    private static void Text(string text, string field)
    {
        if (text.Length > Longer.GetValueOrDefault(field, LongestText))
            throw new RefusedException(RefusalKind.BadInput, field, text[..40] + "…");
        var oneLine = OneLine.Contains(field);
        foreach (var c in text)
            if (char.IsControl(c) && (oneLine || c is not ('\n' or '\r' or '\t')))
                throw new RefusedException(RefusalKind.BadInput, field, "a control character");
        // Half a character stands for nothing and cannot be stored.
        for (var i = 0; i < text.Length; i++)
        {
            if (!char.IsSurrogate(text[i]))
                continue;
            if (!char.IsHighSurrogate(text[i]) || i + 1 == text.Length || !char.IsLowSurrogate(text[i + 1]))
                throw new RefusedException(RefusalKind.BadInput, field, "half a character");
            i++;
        }
    }
}
