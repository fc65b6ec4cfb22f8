using System.Text.Json;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store.Mapping;

internal static class OfferMapping
{
    public static Offer ToCore(OfferRow row)
    {
        var said = JsonSerializer.Deserialize<OfferSaid>(row.Said, Texts.Json)!;
        return new Offer(
            row.PublicId,
            new UserId(row.OwnerId),
            new UserId(row.MadeById),
            row.MadeAt,
            new OfferedMeeting(
                said.Title,
                [.. said.Invited.Select(i => new OfferInvited(new UserId(i.Who), (AttendeeRole)i.Role))],
                said.MeetingZone
            )
            {
                Place = said.Place,
                Link = said.Link,
                DialIn = said.DialIn,
                Agenda = said.Agenda,
                StyledAgenda = said.StyledAgenda,
                Line = said.Line,
                Draft = said.Draft,
                Request = said.Request,
                Private = said.Private,
                AnswersWanted = said.AnswersWanted,
            },
            [.. said.Times.Select(t => new Stretch(Instant.FromUnixTimeMilliseconds(t[0]), Instant.FromUnixTimeMilliseconds(t[1])))],
            said.Zone,
            row.Until,
            Enum.Parse<OfferDecision>(said.Decision),
            [
                .. said.Readers.Select(r => new OfferReader(new UserId(r.Who))
                {
                    Marks = [.. r.Marks.Select(Enum.Parse<OfferMark>)],
                    Words = r.Words,
                    At = r.At is { } at ? Instant.FromUnixTimeMilliseconds(at) : null,
                    Answers = r.Answers,
                }),
            ]
        )
        {
            State = row.State,
            HoldRequest = row.HoldRequest,
            Booked = said.Booked,
            Entry = row.Entry,
            ChosenBy = said.ChosenBy,
            Version = row.Version,
        };
    }

    public static void Apply(Offer offer, OfferRow row)
    {
        var meeting = offer.Meeting;
        row.OwnerId = offer.Owner.Value;
        row.MadeById = offer.MadeBy.Value;
        row.MadeAt = offer.MadeAt;
        row.State = offer.State;
        row.Until = offer.Until;
        row.HoldRequest = offer.HoldRequest;
        row.Entry = offer.Entry;
        row.Version = offer.Version;
        row.Said = JsonSerializer.Serialize(
            new OfferSaid(
                meeting.Title,
                meeting.Zone,
                [.. meeting.Invited.Select(i => new OfferSaidInvited(i.Who.Value, (int)i.Role))],
                meeting.Place,
                meeting.Link,
                meeting.DialIn,
                meeting.Agenda,
                meeting.StyledAgenda,
                meeting.Line,
                meeting.Draft,
                meeting.Request,
                meeting.Private,
                meeting.AnswersWanted,
                [.. offer.Times.Select(t => new[] { t.Start.ToUnixTimeMilliseconds(), t.End.ToUnixTimeMilliseconds() })],
                offer.Zone,
                offer.Decision.ToString(),
                [
                    .. offer.Readers.Select(r => new OfferSaidReader(
                        r.Who.Value,
                        [.. r.Marks.Select(m => m.ToString())],
                        r.Words,
                        r.At?.ToUnixTimeMilliseconds(),
                        r.Answers
                    )),
                ],
                offer.Booked,
                offer.ChosenBy
            ),
            Texts.Json
        );
    }
}
