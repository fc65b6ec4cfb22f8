using Corlin.Core.Calendars;
using Corlin.Core.Watch;

namespace Corlin.Application.Wording;

// Standing instructions, in words.
public static partial class English
{
    /// <summary>"Decline what anybody outside asks when it clashes with “board”".</summary>
    /// <param name="given">The given name of who it is of.</param>
    /// <param name="people">The names of those who are named.</param>
    public static string Instruction(StandingInstruction said, string given, IReadOnlyList<string> people)
    {
        var about = said.About;
        return string.Concat(
                said.Answer switch
                {
                    Answer.Accepted => "Accept",
                    Answer.Tentative => "Tentatively accept",
                    _ => "Decline",
                },
                " what ",
                about.Asks switch
                {
                    WhoAsks.Inside => "anybody inside asks",
                    WhoAsks.Outside => "anybody outside asks",
                    WhoAsks.These => people.Count == 1 ? $"{people[0]} asks" : $"{Or(people)} ask",
                    _ => "anybody asks",
                },
                about.Title is { } title ? $", called “{title}”," : "",
                about.AtLeastMinutes is { } minutes ? $" for {Length(NodaTime.Duration.FromMinutes(minutes))} or more" : "",
                about.Time switch
                {
                    AskedTime.WithinHours => " within working hours, with nothing in the way",
                    AskedTime.Fits => " when it fits",
                    AskedTime.OutOfHours => " out of hours",
                    AskedTime.Clashes => about.ClashTitle is { } with ? $" when it clashes with “{with}”" : " when it clashes",
                    AskedTime.Elsewhere => $" where {given} is not that day",
                    AskedTime.Away => $" while {given} is away",
                    _ => "",
                }
            )
            .TrimEnd(',');
    }

    /// <summary>"followed three times, last on Monday 8 March"; null where it never was.</summary>
    public static string? InstructionUsed(int count, string last) =>
        count == 0 ? null : $"followed {(count == 1 ? "once" : Count(count, "time", "times"))}, last {last}";
}
