using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Watch;

namespace Corlin.Application.Meetings;

/// <summary>A standing instruction as a sentence, with the names that its reader may know.</summary>
internal static class InstructionWords
{
    public static string Say(Viewing viewing, StandingInstruction said)
    {
        var people = viewing.Users([.. said.About.People, said.Of]);
        return English.Instruction(said, people[said.Of].GivenName, [.. said.About.People.Select(p => people[p].Name)]);
    }
}
