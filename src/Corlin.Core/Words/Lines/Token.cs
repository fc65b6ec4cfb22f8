using System.Collections.Immutable;

namespace Corlin.Core.Words.Lines;

/// <summary>A word, number or comma of a text that somebody typed.</summary>
/// <param name="Text">In lower case, without the punctuation around it.</param>
/// <param name="At">Where it begins in the text.</param>
/// <param name="End">Where it ends, without the punctuation after it.</param>
public readonly record struct Token(string Text, int At, int End)
{
    private const string Punctuation = ",;.";

    /// <summary>Cuts a text into words; a comma or semicolon after a word is a token of its own.</summary>
    public static ImmutableArray<Token> Cut(string text)
    {
        var tokens = ImmutableArray.CreateBuilder<Token>();
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
            var word = end;
            while (word > at && Punctuation.Contains(text[word - 1], StringComparison.Ordinal))
                word--;
            if (word > at)
                tokens.Add(new Token(text[at..word].ToLowerInvariant(), at, word));
            if (word < end && text[word] != '.')
                tokens.Add(new Token(",", word, end));
            at = end;
        }

        return tokens.ToImmutable();
    }
}
