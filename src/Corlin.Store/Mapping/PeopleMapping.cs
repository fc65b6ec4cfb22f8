using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Words;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

internal static class PeopleMapping
{
    public static CalendarUser ToCore(UserRow row) => new(
        new UserId(row.Id), row.PublicId, row.Kind, row.Name, row.Address, row.Inside, row.Zone, Texts.ReadHours(row.Hours), row.Place, row.Flag, row.Post);

    public static UserRow ToRow(CalendarUser user) => new()
    {
        PublicId = user.PublicId,
        Kind = user.Kind,
        Name = user.Name,
        SearchName = Plain.Of(user.Name),
        Address = user.Address,
        Inside = user.Inside,
        Zone = user.Zone,
        Hours = Texts.Write(user.Hours),
        Place = user.Place,
        Flag = user.Flag,
        Post = user.Post,
        Version = 1,
    };

    public static Grant ToCore(GrantRow row) => new(
        row.Id, new CalendarId(row.CalendarId), row.ReceiverId is { } receiver ? new UserId(receiver) : null, row.Inside, row.Sight, row.Acting, row.Private, row.From,
        row.Until, row.PassOn);

    public static GrantRow ToRow(Grant grant) => new()
    {
        CalendarId = grant.Calendar.Value,
        ReceiverId = grant.Receiver?.Value,
        Inside = grant.Inside,
        Sight = grant.Sight,
        Acting = grant.Acting,
        Private = grant.Private,
        From = grant.From,
        Until = grant.Until,
        PassOn = grant.PassOn,
    };
}
