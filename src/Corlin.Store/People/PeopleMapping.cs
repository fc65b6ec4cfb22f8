using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Text;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

internal static class PeopleMapping
{
    public static CalendarUser ToCore(UserRow row) =>
        new(
            new UserId(row.Id),
            row.PublicId,
            row.Kind,
            row.Name,
            row.Address,
            row.Inside,
            row.Zone,
            Texts.ReadHours(row.Hours),
            row.Place,
            row.Flag,
            row.Post
        )
        {
            KeptFor = row.KeptForId is { } principal ? new UserId(principal) : null,
            Version = row.Version,
            TellsWhere = row.TellsWhere,
            Removed = row.Removed,
        };

    public static UserRow ToRow(CalendarUser user)
    {
        var row = new UserRow
        {
            PublicId = user.PublicId,
            Kind = user.Kind,
            Name = user.Name,
            SearchName = "",
            Address = user.Address,
            Inside = user.Inside,
            Zone = user.Zone,
            Version = 1,
        };
        Apply(user, row);
        return row;
    }

    /// <summary>What is known of them; their kind, their public id and whether they are inside never change.</summary>
    public static void Apply(CalendarUser user, PersonFacts facts, UserRow row)
    {
        Apply(user, row);
        row.Telephones = Lines(facts.Telephones);
        row.AssistantId = facts.Assistant?.Value;
        row.Note = facts.Note;
        row.Capacity = facts.Capacity;
        row.Features = Lines(facts.Features);
    }

    private static void Apply(CalendarUser user, UserRow row) =>
        (row.Name, row.SearchName, row.Address, row.Zone, row.Hours, row.Place, row.Flag, row.Post, row.KeptForId, row.TellsWhere) = (
            user.Name,
            Plain.Of(user.Name),
            user.Address,
            user.Zone,
            Texts.Write(user.Hours),
            user.Place,
            user.Flag,
            user.Post,
            user.KeptFor?.Value,
            user.TellsWhere
        );

    public static PersonFacts FactsOf(UserRow row, IEnumerable<string> otherAddresses) =>
        new(
            [.. otherAddresses.Order(StringComparer.Ordinal)],
            Lines(row.Telephones),
            row.AssistantId is { } id ? new UserId(id) : null,
            row.Note,
            row.Capacity,
            Lines(row.Features)
        );

    public static Membership ToCore(MembershipRow row) => new(new UserId(row.GroupId), new UserId(row.UserId), row.From, row.Until);

    private static string? Lines(ImmutableArray<string> lines) => lines.IsEmpty ? null : string.Join('\n', lines);

    private static ImmutableArray<string> Lines(string? text) => text is null ? [] : [.. text.Split('\n')];

    public static Followed ToCore(FollowedRow row) =>
        new(row.Id, new CalendarId(row.CalendarId), new UserId(row.OwnerId), row.Name, row.Address, row.Most, row.Every)
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
        (row.DueAt, row.FetchedAt, row.Failure, row.Failures, row.Tag) = (
            followed.DueAt,
            followed.FetchedAt,
            followed.Failure,
            followed.Failures,
            followed.Tag
        );
}
