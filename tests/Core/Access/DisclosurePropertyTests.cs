using System.Collections.Immutable;
using System.Text.Json;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using CsCheck;
using NodaTime;
using static Corlin.Core.Tests.Entries;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

/// <summary>Whatever the entry and the grant, nothing is told that may not be.</summary>
public class DisclosurePropertyTests
{
    private static readonly Instant Now = Utc("2027-03-05 10:00");

    private static readonly Gen<Rights> AnyRights = Gen.Select(Gen.Enum<Sight>(), Gen.Enum<Acting>(), Gen.Bool)
        .Select((sight, acting, isPrivate) => new Rights(sight, acting, isPrivate, null));

    private static readonly Gen<Entry> AnyMeeting = Gen.Select(Gen.Bool, Gen.Bool, Gen.Enum<MeetingStatus>(), Gen.Enum<Answer>())
        .Select(
            (isPrivate, ownPrivate, status, answer) =>
                Meeting(status) with
                {
                    Private = isPrivate,
                    Title = "canary-headline",
                    Place = "canary-headline",
                    Agenda = "canary-whole",
                    Line = "canary-whole",
                    Link = "canary-whole",
                    Participations =
                    [
                        new Participation(Tome, AttendeeRole.Required)
                        {
                            Answer = answer,
                            OwnPrivate = ownPrivate,
                            Comment = "canary-whole",
                        },
                        new Participation(Ana, AttendeeRole.Optional),
                    ],
                }
        );

    private static readonly JsonSerializerOptions WithoutTimes = new()
    {
        Converters = { new Opaque<Instant>(), new Opaque<LocalDateTime>(), new Opaque<Core.Time.Stretch>() },
    };

    /// <summary>Somebody who takes no part and speaks for nobody.</summary>
    private static readonly Viewer Stranger = new(Ruta, ImmutableDictionary<UserId, bool>.Empty);

    [Fact]
    public void A_stranger_is_never_told_more_than_the_grant() =>
        Gen.Select(AnyMeeting, AnyRights, Gen.Bool)
            .Sample(
                (meeting, rights, onTomes) =>
                {
                    if (Disclose(meeting, onTomes ? Tome : Maren, Stranger, rights) is not { } told)
                        return;
                    var text = JsonSerializer.Serialize(told, WithoutTimes);
                    Assert.True(told.Sight <= rights.Sight);
                    Assert.Equal(
                        rights.Sight >= Sight.Headlines && !told.Withheld,
                        text.Contains("canary-headline", StringComparison.Ordinal)
                    );
                    Assert.Equal(
                        rights.Sight == Sight.Everything && !told.Withheld,
                        text.Contains("canary-whole", StringComparison.Ordinal)
                    );
                }
            );

    [Fact]
    public void A_private_meeting_is_withheld_from_everyone_without_private_entries() =>
        Gen.Select(AnyMeeting, AnyRights, Gen.Bool)
            .Sample(
                (meeting, rights, onTomes) =>
                {
                    var told = Disclose(meeting with { Private = true }, onTomes ? Tome : Maren, Stranger, rights with { Private = false });
                    Assert.True(told is null or { Withheld: true, Title: null, Place: null, PublicId: null, Whole: null });
                }
            );

    [Fact]
    public void More_sight_never_tells_less() =>
        Gen.Select(AnyMeeting, AnyRights)
            .Sample(
                (meeting, rights) =>
                {
                    var less = Disclose(meeting, Maren, Stranger, rights with { Sight = Sight.Outline });
                    var more = Disclose(meeting, Maren, Stranger, rights with { Sight = Sight.Everything });
                    Assert.True((less?.Sight ?? Sight.Nothing) <= (more?.Sight ?? Sight.Nothing));
                }
            );

    [Fact]
    public void Who_is_told_sees_the_lanes_commitment_and_no_other() =>
        Gen.Select(AnyMeeting, AnyRights)
            .Sample(
                (meeting, rights) =>
                {
                    if (meeting.Status == MeetingStatus.Cancelled)
                        return;
                    var told = Disclose(meeting, Tome, Stranger, rights);
                    Assert.True(told is null || told.Takes == Agreement.On(Only(meeting), Tome, Now));
                }
            );

    private static DisclosedEntry? Disclose(Entry meeting, UserId lane, Viewer viewer, Rights rights) =>
        Disclosure.Disclose(
            new Occurrence(meeting, null, meeting.Time, Span("2027-03-08 09:00", "2027-03-08 10:00")),
            lane,
            viewer,
            rights,
            Now
        );

    /// <summary>Times are not what is looked for.</summary>
    private sealed class Opaque<T> : System.Text.Json.Serialization.JsonConverter<T>
    {
        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            throw new NotSupportedException();

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteNullValue();
    }
}
