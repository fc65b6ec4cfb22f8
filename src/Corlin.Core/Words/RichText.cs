namespace Corlin.Core.Words;

/// <summary>A text with headings, lists, emphasis and links.</summary>
/// <param name="Plain">What is read of it.</param>
/// <param name="Html">Sanitised, where it has more to it than paragraphs; null otherwise.</param>
public sealed record RichText(string Plain, string? Html);
