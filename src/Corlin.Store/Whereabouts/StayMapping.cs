using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Whereabouts;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

internal static class StayMapping
{
    public static Stay ToCore(StayRow row) =>
        new(
            new UserId(row.UserId),
            row.Kind,
            row.Place,
            row.First,
            row.Rule is null ? row.Last : null,
            row.Rule is null ? null : Rule.Parse(row.Rule),
            new DaySpan(row.From, row.To)
        )
        {
            Id = row.Id,
            At = row.At,
            Exceptions = [.. Texts.ReadTimes(row.Exceptions).Select(e => e.Date)],
        };

    public static StayRow ToRow(Stay stay, long? change) =>
        new()
        {
            UserId = stay.Who.Value,
            Kind = stay.Kind,
            Place = stay.Place,
            First = stay.First,
            Last =
                stay.Rule is not { } rule ? stay.Last ?? stay.First
                : rule.Ends ? Expansion.Last(stay.First.AtMidnight(), rule, null)?.Date ?? stay.First
                : null,
            Rule = stay.Rule?.ToString(),
            From = stay.Part.From,
            To = stay.Part.To,
            Exceptions = Texts.Write([.. stay.Exceptions.Select(e => e.AtMidnight())]),
            At = stay.At,
            KeptById = change,
        };
}
