using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>A standing instruction, and whether it is put into effect without anybody looking.</summary>
public sealed record Instructed(StandingInstruction Instruction, bool ByItself);

/// <summary>How often something was answered as an instruction says.</summary>
/// <param name="Last">When it last was.</param>
public sealed record InstructionUse(int Count, Instant Last);

/// <summary>Somebody with instructions that are put into effect by themselves.</summary>
/// <param name="Number">The number of the last change of their calendar.</param>
public sealed record InstructedCalendar(UserId Of, long Number);

/// <summary>What people want answered to invitations of one kind.</summary>
public interface IInstructionReads
{
    /// <summary>Those that stand for some, the oldest first.</summary>
    IReadOnlyList<StandingInstruction> Instructions(IReadOnlyCollection<UserId> who);

    /// <summary>One that stands for somebody, or null.</summary>
    StandingInstruction? Instruction(UserId of, string key);

    /// <summary>How often each was followed, by key; what was taken back is not counted.</summary>
    IReadOnlyDictionary<string, InstructionUse> InstructionUses(IReadOnlyCollection<UserId> who);

    IReadOnlyList<InstructedCalendar> InstructedByThemselves(int limit);
}
