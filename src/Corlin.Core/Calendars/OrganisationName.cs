using Corlin.Core.Refusals;

namespace Corlin.Core.Calendars;

/// <summary>How the organisation is called whose calendars are kept: one line of 1 to 80 characters, without spaces around it.</summary>
public sealed record OrganisationName
{
    /// <summary>In characters.</summary>
    public const int Longest = 80;

    private OrganisationName(string text) => Text = text;

    /// <summary>"Ebbline"</summary>
    public string Text { get; }

    /// <param name="said">As somebody typed it; the spaces around it do not count.</param>
    /// <exception cref="RefusedException">It is empty, too long, or more than a line.</exception>
    public static OrganisationName Of(string said)
    {
        var text = said.Trim();
        if (text.Length is 0 or > Longest || text.Any(char.IsControl))
            throw new RefusedException(RefusalKind.BadInput, "organisation", text.Length > Longest ? text[..Longest] : text);
        return new OrganisationName(text);
    }
}
