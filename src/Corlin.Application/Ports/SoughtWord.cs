using Corlin.Core.Calendars;
using Corlin.Core.Text;

namespace Corlin.Application.Ports;

/// <summary>A word that is looked for in what is said of entries.</summary>
/// <param name="Text">Plain (<see cref="Plain"/>); words that begin so are meant.</param>
/// <param name="With">Whom it names: what they take part in is meant too.</param>
/// <param name="Near">Whether a word that is one slip of the keys away is meant instead.</param>
public sealed record SoughtWord(string Text, IReadOnlyCollection<UserId> With, bool Near = false)
{
    /// <summary>Of shorter words the halves say too little.</summary>
    public const int LeastNear = 6;

    /// <summary>Two patterns of LIKE of which what is meant fits one: of a word with one slip one half is whole.</summary>
    public (string One, string Other) Patterns =>
        Near ? ($"%{Text[..(Text.Length / 2)]}%", $"%{Text[(Text.Length / 2)..]}%") : ($"% {Text}%", $"% {Text}%");

    public bool IsIn(string? text) =>
        text is not null
        && (Near ? Plain.Words(text).Any(w => Core.Text.Near.Is(Text, w)) : Plain.Of(text).Contains($" {Text}", StringComparison.Ordinal));
}
