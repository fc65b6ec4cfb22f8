using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Application.Shared;

/// <summary>What every entry has from its first moment, whatever it becomes.</summary>
internal static class NewEntries
{
    public static Entry New(this IChangeSession session, EntryKind kind, UserId owner, UserId madeBy, string title, EntryTime time)
    {
        var publicId = PublicIds.New();
        return new Entry
        {
            PublicId = publicId,
            Uid = PublicIds.Uid(publicId),
            Kind = kind,
            Home = session.CalendarOf(owner),
            Owner = owner,
            Time = time,
            Title = title.Trim(),
            MadeBy = madeBy,
            MadeAt = session.Now,
        };
    }
}
