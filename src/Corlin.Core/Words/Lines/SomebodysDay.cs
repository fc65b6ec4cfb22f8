using NodaTime;

namespace Corlin.Core.Words.Lines;

/// <summary>Somebody and a day, as one types them to look: "Maren Thursday", "18 March Wiremu".</summary>
/// <param name="Who">The other words, as they were typed; empty where only a day was.</param>
public sealed record SomebodysDay(string Who, LocalDate Day)
{
    /// <returns>Null where the text neither begins nor ends with one day.</returns>
    /// <param name="today">Days are the next there are from here on.</param>
    public static SomebodysDay? Read(string text, LocalDate today)
    {
        var words = TypedWords.Of(text);
        var days = new DayWords(words, today);
        for (var at = 0; at < words.Count; at++)
        {
            if (days.At(at) is not { Said: DaysSaid.Day } day)
                continue;
            var end = at + day.Words;
            if (at > 0 && end < words.Count)
                return null;
            var before = words[at - 1] is "on" or "," ? at - 1 : at;
            return new SomebodysDay(at == 0 ? words.Typed(end, words.Count) : words.Typed(0, before), day.First);
        }

        return null;
    }
}
