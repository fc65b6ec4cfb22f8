using System.Collections.Immutable;
using Corlin.Core.Text;
using Corlin.Core.Words.Lines;

namespace Corlin.Core.Words;

/// <summary>A text cut into words as people type them: signs between parts, ranges and joined names are words of their own.</summary>
internal sealed class TypedWords
{
    private const string Opening = "(\"“'‘[<";
    private const string Closing = ",;:!?)\"”'’]>.|";

    private readonly ImmutableArray<Token>.Builder cut = ImmutableArray.CreateBuilder<Token>();

    private TypedWords(string text, string folded) => (Text, Folded) = (text, folded);

    /// <summary>As it was typed.</summary>
    public string Text { get; }

    private string Folded { get; }

    /// <summary>The words, in order.</summary>
    public ImmutableArray<Token> Tokens { get; private set; } = [];

    /// <summary>How many words there are.</summary>
    public int Count => Tokens.Length;

    /// <summary>The word there, folded; empty beyond the ends. Signs that part a text are commas.</summary>
    public string this[int at] => at >= 0 && at < Tokens.Length ? Tokens[at].Text : "";

    /// <summary>Cuts a text into words.</summary>
    public static TypedWords Of(string text)
    {
        var words = new TypedWords(text, Plain.Fold(text));
        for (var at = 0; at < text.Length; )
        {
            if (char.IsWhiteSpace(text[at]))
            {
                at++;
                continue;
            }

            var end = at;
            while (end < text.Length && !char.IsWhiteSpace(text[end]))
                end++;
            words.Chunk(at, end);
            at = end;
        }

        words.Tokens = words.cut.ToImmutable();
        return words;
    }

    /// <summary>"'27".</summary>
    public bool IsAfterApostrophe(int at) => Tokens[at].At is > 0 and var from && Text[from - 1] is '\'' or '’' or '‘';

    /// <summary>Whether an address stands in angle brackets, as mail programs write it behind a name.</summary>
    public bool IsBracketed(int at) => at < Count && Tokens[at].At is > 0 and var from && Text[from - 1] == '<';

    /// <summary>Whether it stands first in round brackets.</summary>
    public bool IsRound(int at) => at < Count && Text[Tokens[at].At] == '(';

    /// <summary>The text from one word to before another, as it was typed.</summary>
    public string Typed(int from, int to) => to <= from ? "" : Text[Tokens[from].At..Tokens[to - 1].End];

    private void Chunk(int at, int end)
    {
        while (at < end && (Opening.Contains(Text[at], StringComparison.Ordinal) || (Text[at] is '@' or '+' && end - at > 1)))
        {
            if (Text[at] is '@' or '+')
                Add(at, at + 1);
            else if (Text[at] is '(' or '[')
                Comma(at);
            at++;
        }

        var word = end;
        // "20'" is twenty minutes.
        while (
            word > at
            && !(Text[word - 1] is '\'' or '’' && IsNumber(at, word - 1))
            && Closing.Contains(Text[word - 1], StringComparison.Ordinal)
        )
            word--;
        // "12.3." is a date, and its dot tells it from a clock.
        if (
            word < end
            && Text[word] == '.'
            && Folded[at..word].Split('.') is [{ Length: <= 2 } day, { Length: <= 2 } month]
            && day.All(char.IsAsciiDigit)
            && month.All(char.IsAsciiDigit)
        )
            word++;
        if (word > at)
            Word(at, word);
        if (Folded[word..end].Any(c => c is not ('.' or '\'' or '>')))
            Comma(word);
    }

    private bool IsNumber(int from, int to) => to > from && Text[from..to].All(char.IsAsciiDigit);

    private void Comma(int at) => cut.Add(new Token(",", at, at + 1));

    private void Add(int at, int end) => cut.Add(new Token(Folded[at..end], at, end));

    private void Word(int at, int end)
    {
        var word = Folded[at..end];
        if (word.StartsWith("w/", StringComparison.Ordinal) && word.Length > 2 && word != "w/c")
        {
            Add(at, at + 2);
            Word(at + 2, end);
            return;
        }

        // "2027-03-18T09:30".
        if (word.Length > 11 && word[10] == 't' && char.IsAsciiDigit(word[9]) && char.IsAsciiDigit(word[11]))
        {
            Add(at, at + 10);
            Word(at + 11, end);
            return;
        }

        // "thu3pm", "Thu@3".
        var letters = word.TakeWhile(char.IsLetter).Count();
        var digits = letters + (letters < word.Length && word[letters] == '@' ? 1 : 0);
        if (letters >= 3 && digits < word.Length && char.IsAsciiDigit(word[digits]) && CalendarWords.Weekday(word[..letters]) is not null)
        {
            Add(at, at + letters);
            if (digits > letters)
                Add(at + letters, at + digits);
            Word(at + digits, end);
            return;
        }

        // "Mon/Wed/Fri".
        if (word.Split('/') is { Length: > 1 } listed && listed.All(p => Names.Weekday(p) is not null))
        {
            Add(at, at + listed[0].Length);
            Comma(at + listed[0].Length);
            Word(at + listed[0].Length + 1, end);
            return;
        }

        foreach (var sign in "-+&")
        {
            var split = word.IndexOf(sign, StringComparison.Ordinal);
            if (
                split <= 0
                || split == word.Length - 1
                || word.Contains('@', StringComparison.Ordinal)
                || !Parts(sign, word[..split], word[(split + 1)..])
            )
                continue;
            Add(at, at + split);
            Add(at + split, at + split + 1);
            Word(at + split + 1, end);
            return;
        }

        Add(at, end);
    }

    private static bool Parts(char sign, string before, string after) =>
        sign == '-'
            ? ((IsClock(before) || before is "am" or "pm") && IsClock(after))
                || (IsDay(before) && IsDay(after))
                || (Names.Weekday(before) is not null && Names.Weekday(after) is not null)
            : char.IsLetter(before[0]) && char.IsLetter(after[0]);

    /// <summary>"12", "14th".</summary>
    private static bool IsDay(string word) => (CalendarWords.Ordinal(word) ?? CalendarWords.Numeral(word)) is not null;

    /// <summary>"10", "4:30", "3pm", "1400", "11h", "8h30", "noon": what stands on a side of a range.</summary>
    private static bool IsClock(string word)
    {
        if (word is "noon" or "midday" or "midnight")
            return true;
        var number =
            word.EndsWith("am", StringComparison.Ordinal) || word.EndsWith("pm", StringComparison.Ordinal) ? word[..^2]
            : word.EndsWith('h') ? word[..^1]
            : word;
        return number.Length is > 0 and <= 5
            && number.Split(':', '.', 'h') is { Length: <= 2 } parts
            && parts.All(p => p.Length is > 0 and <= 4 && p.All(char.IsAsciiDigit));
    }
}
