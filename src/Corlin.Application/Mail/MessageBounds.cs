using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Time;

namespace Corlin.Application.Mail;

/// <summary>How much of a message from anywhere is taken in.</summary>
internal static class MessageBounds
{
    private const int MostPeople = 300;
    private const int MostEvents = 200;
    private const int LongestUid = 1_000;
    private const int LongestLine = 300;
    private const int LongestWords = 2_000;
    private const int LongestAgenda = 60_000;

    /// <summary>Whether it is small enough to be understood; what is not waits for a person.</summary>
    public static bool Fits(ReceivedMessage message) =>
        message.Parts.Length <= MostEvents
        && message.Parts.SelectMany(p => p.Attendees).Select(a => a.Address).Distinct().Take(MostPeople + 1).Count() <= MostPeople
        && message.Parts.All(p => p.Uid.Length <= LongestUid && (p.Time is not { } time || time.Stretch.Length <= Bounds.Longest));

    /// <summary>The texts of a meeting as far as any screen takes them.</summary>
    public static Entry Cut(Entry told) =>
        told with
        {
            Title = Cut(told.Title, LongestLine)!,
            Place = Cut(told.Place, LongestLine),
            Link = told.Link?.Length > LongestWords ? null : told.Link,
            Line = Cut(told.Line, LongestWords),
            Agenda = Cut(told.Agenda, LongestAgenda),
            StyledAgenda = told.StyledAgenda?.Length > LongestAgenda ? null : told.StyledAgenda,
        };

    private static string? Cut(string? text, int longest) => text?.Length > longest ? text[..longest] : text;
}
