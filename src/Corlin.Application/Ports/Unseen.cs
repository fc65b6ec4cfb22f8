using Corlin.Core.Calendars;

namespace Corlin.Application.Ports;

/// <summary>What is written in pieces that let others in between.</summary>
/// <param name="Part">Where it stands until it is put with its calendar.</param>
/// <param name="Of">The calendar to which it belongs.</param>
/// <param name="Change">The change that it becomes.</param>
/// <param name="Shown">Whether it is all there, and seen.</param>
public sealed record Unseen(CalendarId Part, CalendarId Of, long Change, bool Shown);
