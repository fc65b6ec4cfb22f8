using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

internal static class AccessMapping
{
    public static Grant ToCore(GrantRow row) =>
        new(
            row.Id,
            new UserId(row.OwnerId),
            row.CalendarId is { } calendar ? new CalendarId(calendar) : null,
            row.ReceiverId is { } receiver ? new UserId(receiver) : null,
            row.Inside,
            new AccessTerms(row.Sight, row.Acting, row.Private, row.From, row.Until, row.PassOn)
        );

    public static GrantRow ToRow(Grant grant, long givenBy) =>
        new()
        {
            OwnerId = grant.Owner.Value,
            CalendarId = grant.Calendar?.Value,
            ReceiverId = grant.Receiver?.Value,
            Inside = grant.Inside,
            Sight = grant.Sight,
            Acting = grant.Acting,
            Private = grant.Private,
            From = grant.Terms.From,
            Until = grant.Terms.Until,
            PassOn = grant.Terms.PassOn,
            GivenById = givenBy,
        };

    public static AccessRequest ToCore(AccessRequestRow row) =>
        new(
            row.Id,
            new UserId(row.AskerId),
            new UserId(row.OwnerId),
            new AccessTerms(row.Sight, row.Acting, row.Private, null, row.Until),
            row.Words,
            row.At
        );

    public static AccessRequestRow ToRow(AccessRequest request, long askedBy) =>
        new()
        {
            AskerId = request.Asker.Value,
            OwnerId = request.Owner.Value,
            Sight = request.Terms.Sight,
            Acting = request.Terms.Acting,
            Private = request.Terms.Private,
            Until = request.Terms.Until,
            Words = request.Words,
            At = request.At,
            AskedById = askedBy,
        };

    public static AccessNews ToCore(AccessNewsRow row, long actor) =>
        new(
            row.Id,
            row.Kind,
            new UserId(row.ToId),
            new UserId(row.OwnerId),
            new AccessTerms(row.Sight, row.Acting, row.Private, row.From, row.Until, row.PassOn),
            row.Line,
            row.NotBefore
        )
        {
            By = new UserId(actor),
            On = row.On,
        };

    public static AccessNewsRow ToRow(AccessNews news, long change) =>
        new()
        {
            Kind = news.Kind,
            ToId = news.To.Value,
            OwnerId = news.Owner.Value,
            Sight = news.Terms.Sight,
            Acting = news.Terms.Acting,
            Private = news.Terms.Private,
            From = news.Terms.From,
            Until = news.Terms.Until,
            PassOn = news.Terms.PassOn,
            Line = news.Line,
            On = news.On,
            NotBefore = news.At,
            GrantId = news.Grant,
            ChangeId = change,
        };
}
