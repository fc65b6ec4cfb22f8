using Corlin.Application.Lanes;
using Corlin.Core.Access;
using Corlin.Core.Calendars;

namespace Corlin.Application.Meetings;

/// <summary>Why a room refused, told as far as the reader may know what stands in it.</summary>
internal static class RoomReasons
{
    public static ChaseAttendee Said(Viewing viewing, DisclosedEntry told, CalendarUser who, ChaseAttendee attendee)
    {
        if (who.Kind is not (UserKind.Room or UserKind.Resource) || attendee.Answer != Answer.Declined)
            return attendee;
        var then = AtTime.For(viewing, [who], told.Stretch, Apart.From(viewing, told.PublicId))[0];
        return then.Kind is AtTimeKind.Taken or AtTimeKind.Pencilled ? attendee with { Words = $"declined: {then.Words}" } : attendee;
    }
}
