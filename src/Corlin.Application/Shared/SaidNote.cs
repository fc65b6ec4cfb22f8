using Corlin.Core.Refusals;

namespace Corlin.Application.Shared;

/// <summary>What who acts writes with what they do, to those who are told.</summary>
internal static class SaidNote
{
    public const int Longest = 500;

    /// <summary>It, without blanks around it; null where nothing is said.</summary>
    /// <exception cref="RefusedException">It is too long.</exception>
    public static string? Read(string? note, string field = "note")
    {
        if (note?.Length > Longest)
            throw new RefusedException(RefusalKind.BadInput, field, note);
        return string.IsNullOrWhiteSpace(note) ? null : note.Trim();
    }
}
