using Corlin.Core.Access;
using Corlin.Core.Calendars;
using static Corlin.Core.Tests.Entries;

namespace Corlin.Core.Tests;

/// <summary>
/// Who may change what: each level of each scale against what was added by oneself, by another, is private, is kept elsewhere, or is a
/// meeting.
/// </summary>
public class DecidingTests
{
    private enum What
    {
        Appointment,
        Own,
        Private,
        OwnPrivate,
        Elsewhere,
        Meeting,
        Attended,
        PrivateMeeting,
        AttendedPrivate,
    }

    /// <summary>The actor is Ruta, who takes part in nothing unless it says so.</summary>
    private static Entry Make(What what) =>
        what switch
        {
            What.Own => Appointment() with { MadeBy = Ruta },
            What.Private => Appointment(isPrivate: true),
            What.OwnPrivate => Appointment(isPrivate: true) with { MadeBy = Ruta },
            What.Elsewhere => Appointment() with { KeptElsewhere = true, MadeBy = Ruta },
            What.Meeting => Meeting() with { MadeBy = Ruta },
            What.Attended => Meeting() with
            {
                Participations = [.. Meeting().Participations, new Participation(Ruta, AttendeeRole.Optional)],
            },
            What.PrivateMeeting => Meeting() with { Private = true },
            What.AttendedPrivate => Meeting() with
            {
                Private = true,
                Participations = [.. Meeting().Participations, new Participation(Ruta, AttendeeRole.Required)],
            },
            _ => Appointment(),
        };

    private const string Yes = "";
    private const string Unknown = nameof(WhyNot.NotKnown);
    private const string Organiser = nameof(WhyNot.OrganiserOnly);
    private const string Additions = nameof(WhyNot.OwnAdditionsOnly);
    private const string Looks = nameof(WhyNot.LooksOnly);
    private const string Elsewhere = nameof(WhyNot.KeptElsewhere);

    /// <summary>The answers stand in the order of <see cref="What"/>.</summary>
    [Theory]
    [InlineData(Sight.Nothing, Acting.Look, false, Unknown, Unknown, Unknown, Unknown, Unknown, Unknown, Organiser, Unknown, Organiser)]
    [InlineData(Sight.Nothing, Acting.Add, false, Unknown, Yes, Unknown, Yes, Unknown, Unknown, Organiser, Unknown, Organiser)]
    [InlineData(Sight.Outline, Acting.Look, false, Unknown, Unknown, Unknown, Unknown, Unknown, Unknown, Organiser, Unknown, Organiser)]
    [InlineData(Sight.Outline, Acting.Add, true, Unknown, Yes, Unknown, Yes, Unknown, Unknown, Organiser, Unknown, Organiser)]
    [InlineData(Sight.Headlines, Acting.Look, false, Looks, Looks, Unknown, Unknown, Looks, Organiser, Organiser, Unknown, Organiser)]
    [InlineData(Sight.Headlines, Acting.Look, true, Looks, Looks, Looks, Looks, Looks, Organiser, Organiser, Organiser, Organiser)]
    [InlineData(Sight.Headlines, Acting.Add, false, Additions, Yes, Unknown, Yes, Additions, Organiser, Organiser, Unknown, Organiser)]
    [InlineData(Sight.Headlines, Acting.Change, false, Yes, Yes, Unknown, Yes, Elsewhere, Organiser, Organiser, Unknown, Organiser)]
    [InlineData(Sight.Headlines, Acting.Change, true, Yes, Yes, Yes, Yes, Elsewhere, Organiser, Organiser, Organiser, Organiser)]
    [InlineData(Sight.Everything, Acting.Look, false, Looks, Looks, Unknown, Unknown, Looks, Organiser, Organiser, Unknown, Organiser)]
    [InlineData(Sight.Everything, Acting.Change, true, Yes, Yes, Yes, Yes, Elsewhere, Organiser, Organiser, Organiser, Organiser)]
    [InlineData(Sight.Everything, Acting.SpeakFor, false, Yes, Yes, Unknown, Yes, Elsewhere, Yes, Yes, Unknown, Organiser)]
    [InlineData(Sight.Everything, Acting.SpeakFor, true, Yes, Yes, Yes, Yes, Elsewhere, Yes, Yes, Yes, Yes)]
    public void Each_level_of_each_scale_decides(Sight sight, Acting acting, bool isPrivate, params string[] answers)
    {
        var rights = new Rights(sight, acting, isPrivate, null);
        var given = Enum.GetValues<What>().Select(what => (what, Deciding.WhyNotChange(Make(what), Ruta, rights)?.ToString() ?? Yes));
        Assert.Equal(Enum.GetValues<What>().Zip(answers), given);
    }

    [Theory]
    [InlineData(Sight.Outline, Acting.Look, Unknown)]
    [InlineData(Sight.Headlines, Acting.Look, Looks)]
    [InlineData(Sight.Headlines, Acting.Add, Additions)]
    [InlineData(Sight.Headlines, Acting.Change, Yes)]
    public void What_is_noted_on_a_lane_is_decided_by_the_grant_on_it_whoever_organises(Sight sight, Acting acting, string answer)
    {
        var rights = new Rights(sight, acting, false, null);
        Assert.Equal(answer, Deciding.WhyNotMark(Meeting(), Ruta, Tome, rights)?.ToString() ?? Yes);
        Assert.Equal(WhyNot.NotKnown, Deciding.WhyNotMark(Meeting(), Ruta, Noor, Rights.Own));
    }

    [Fact]
    public void What_an_attendee_made_private_is_not_marked_by_who_does_not_see_it()
    {
        var meeting = Meeting() with { Participations = [new Participation(Tome, AttendeeRole.Required) { OwnPrivate = true }] };
        Assert.Equal(WhyNot.NotKnown, Deciding.WhyNotMark(meeting, Ruta, Tome, new Rights(Sight.Headlines, Acting.Change, false, null)));
        Assert.Null(Deciding.WhyNotMark(meeting, Ruta, Tome, new Rights(Sight.Headlines, Acting.Change, true, null)));
    }
}
