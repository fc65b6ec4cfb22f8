using System.Globalization;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Web.Tests;

/// <summary>What is stored as a number keeps it: a value is added at the end of its list, never between two that are stored.</summary>
public sealed class StoredNumbersTests
{
    private static readonly string Known = Path.Combine(Host.Root, "tests", "Web", "Schemas", "numbers.txt");

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
}
