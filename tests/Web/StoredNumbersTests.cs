using System.Globalization;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Corlin.Core.Meetings;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Web.Tests;

/// <summary>What is stored as a number keeps it: a value is added at the end of its list, never between two that are stored.</summary>
public sealed class StoredNumbersTests
{
    private static readonly string Known = Path.Combine(Host.Root, "tests", "Web", "Schemas", "numbers.txt");
    private static readonly string KnownShape = Path.Combine(Host.Root, "tests", "Web", "Schemas", "history.txt");

    [Fact]
    public async Task Every_value_has_the_number_with_which_it_was_stored()
    {
        await using var host = await Host.StartAsync(demo: true);
        await using var db = await host.Service<IDbContextFactory<CorlinDb>>().CreateDbContextAsync(TestContext.Current.CancellationToken);
        var stored = db
            .Model.GetEntityTypes()
            .SelectMany(e => e.GetProperties().Concat(e.GetComplexProperties().SelectMany(c => c.ComplexType.GetProperties())))
            .Select(p => Nullable.GetUnderlyingType(p.ClrType) ?? p.ClrType)
            .Where(t => t.IsEnum)
            .Distinct();
        var lines = stored
            .SelectMany(t =>
                Enum.GetValues(t).Cast<object>().Select(v => (t.Name, Number: Convert.ToInt64(v, CultureInfo.InvariantCulture), Value: v))
            )
            .OrderBy(v => v.Name, StringComparer.Ordinal)
            .ThenBy(v => v.Number)
            .Select(v => $"{v.Name} {v.Number} {v.Value}")
            .ToList();
        var known = await File.ReadAllLinesAsync(Known, TestContext.Current.CancellationToken);
        Assert.Empty(known.Except(lines));
        // What is new is written down with the change that adds it.
        Assert.Empty(lines.Except(known));
    }

    [Fact]
    public async Task Every_state_in_the_history_keeps_its_shape()
    {
        List<Type> shapes =
        [
            OfTheStore("Mapping.EntryRows"),
            OfTheStore("StoreReads+PersonRows"),
            OfTheStore("Model.MeetingRequestRow"),
            OfTheStore("Model.OfferRow"),
            typeof(MeetingNotes),
        ];
        for (var at = 0; at < shapes.Count; at++)
            shapes.AddRange(Within(shapes[at]).Where(t => !shapes.Contains(t)).Distinct().ToList());
        var lines = shapes.SelectMany(t => Json.GetTypeInfo(t).Properties.Select(p => $"{t.Name} {p.Name}")).Order().ToList();
        var known = await File.ReadAllLinesAsync(KnownShape, TestContext.Current.CancellationToken);
        // Whoever takes one away or renames it raises States.Schema and reads the earlier shape.
        Assert.Empty(known.Except(lines));
        // What is new is written down with the change that adds it.
        Assert.Empty(lines.Except(known));
    }

    private static JsonSerializerOptions Json =>
        (JsonSerializerOptions)OfTheStore("Mapping.Texts").GetField("Json", BindingFlags.Public | BindingFlags.Static)!.GetValue(null)!;

    private static Type OfTheStore(string name) => typeof(CorlinDb).Assembly.GetType($"Corlin.Store.{name}", throwOnError: true)!;

    /// <summary>The types of our own in the properties of a type, also of lists.</summary>
    private static IEnumerable<Type> Within(Type type) =>
        Json.GetTypeInfo(type)
            .Properties.SelectMany(p => p.PropertyType.GenericTypeArguments.Append(p.PropertyType))
            .Where(t =>
                !t.IsEnum
                && Json.GetTypeInfo(t).Kind == JsonTypeInfoKind.Object
                && t.Namespace!.StartsWith("Corlin", StringComparison.Ordinal)
            );
}
