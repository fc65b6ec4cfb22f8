using Corlin.Core.Calendars;

namespace Corlin.Application.Ports;

/// <summary>How much is kept of somebody.</summary>
/// <param name="Alone">Entries of theirs in which nobody else takes part.</param>
/// <param name="Organised">Meetings they organise in which others take part.</param>
/// <param name="TakesPart">Meetings of others in which they take part.</param>
/// <param name="Letters">Letters from and to them in the mail room.</param>
public sealed record KeptOf(int Alone, int Organised, int TakesPart, int Letters);

/// <summary>What is kept of people.</summary>
public interface IPeopleReads
{
    KeptOf KeptOf(UserId who);

    /// <summary>Whether somebody can sign in, or was given a key to it.</summary>
    bool SignsIn(UserId who);

    /// <summary>How the organisation is called; null where that was never said.</summary>
    string? OrganisationName();
}
