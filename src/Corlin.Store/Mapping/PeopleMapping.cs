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

    public static Followed ToCore(FollowedRow row) => new(row.Id, new CalendarId(row.CalendarId), new UserId(row.OwnerId), row.Name, row.Address, row.Most, row.Every)
    {
        DueAt = row.DueAt,
        FetchedAt = row.FetchedAt,
        Failure = row.Failure,
        Failures = row.Failures,
        Tag = row.Tag,
    };

    public static FollowedRow ToRow(Followed followed)
    {
        var row = new FollowedRow
        {
            CalendarId = followed.Calendar.Value,
            OwnerId = followed.Owner.Value,
            Name = followed.Name,
            Address = followed.Address,
            Most = followed.Most,
            Every = followed.Every,
        };
        Apply(followed, row);
        return row;
    }

    /// <summary>When it was read and how that went.</summary>
    public static void Apply(Followed followed, FollowedRow row) =>
        (row.DueAt, row.FetchedAt, row.Failure, row.Failures, row.Tag) = (followed.DueAt, followed.FetchedAt, followed.Failure, followed.Failures, followed.Tag);
}
