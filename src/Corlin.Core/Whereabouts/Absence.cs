using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Core.Whereabouts;

/// <summary>A time in which somebody is away, which forbids every slot in it.</summary>
/// <param name="Covers">Who decides meanwhile, or null.</param>
/// <param name="Reason">Shown only to those who keep the calendar.</param>
public sealed record Absence(UserId Who, Stretch Stretch, UserId? Covers, string? Reason);
