using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>Who organises a meeting asks somebody else to do so from now on.</summary>
/// <param name="From">In whose name it is offered: its organiser.</param>
/// <param name="By">Who offered it: the organiser, or one who speaks for them.</param>
/// <param name="Stays">Whether who organised it so far still comes.</param>
/// <param name="Note">What goes with it to those who are told, or null.</param>
public sealed record TurnOverOffer(long Id, EntryId Meeting, UserId From, UserId To, UserId By, bool Stays, string? Note, Instant At);
