using System.Collections.Immutable;
using System.Text.Json;
using Corlin.Core.Calendars;
using Corlin.Core.Sheets;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store.Mapping;

internal static class SheetMapping
{
    public static SheetWish ToCore(SheetWishRow row) =>
        new(new UserId(row.OwnerId), new UserId(row.ById), row.Parts)
        {
            Order = row.Order is null ? SheetOrder.Usual : SheetOrder.Of(row.Order),
            SaidAt = row.SaidAt,
            At = row.At is { } at ? LocalTime.Midnight.PlusMinutes(at) : null,
            DayBefore = row.DayBefore,
            Again = row.Again,
            To = [.. (JsonSerializer.Deserialize<long[]>(row.To) ?? []).Select(id => new UserId(id))],
        };

    public static SheetWishRow ToRow(SheetWish wish, long change) =>
        new()
        {
            OwnerId = wish.Owner.Value,
            ById = wish.By.Value,
            Parts = wish.Parts,
            Order = wish.Order.SequenceEqual(SheetOrder.Usual) ? null : SheetOrder.Numbers(wish.Order),
            SaidAt = wish.SaidAt,
            At = wish.At is { } at ? (at.Hour * 60) + at.Minute : null,
            DayBefore = wish.DayBefore,
            Again = wish.Again,
            To = JsonSerializer.Serialize(wish.To.Select(t => t.Value)),
            KeptById = change,
        };

    public static HandedSheet ToCore(HandedSheetRow row) =>
        new(
            new UserId(row.OwnerId),
            new UserId(row.ById),
            row.At,
            row.First,
            Period.DaysBetween(row.First, row.Until),
            JsonSerializer.Deserialize<ImmutableArray<SheetLine>>(row.Lines, Texts.Json)
        )
        {
            ByItself = row.ByItself,
        };

    public static HandedSheetRow ToRow(HandedSheet sheet, long change) =>
        new()
        {
            OwnerId = sheet.Owner.Value,
            ById = sheet.By.Value,
            At = sheet.At,
            First = sheet.First,
            Until = sheet.First.PlusDays(sheet.Days),
            ByItself = sheet.ByItself,
            Lines = JsonSerializer.Serialize(sheet.Lines, Texts.Json),
            KeptById = change,
        };
}
