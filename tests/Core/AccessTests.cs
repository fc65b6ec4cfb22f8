using System.Collections.Immutable;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using NodaTime;
using static Corlin.Core.Tests.Entries;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class AccessTests
{
    private static readonly Instant Now = Utc("2027-03-05 10:00");

    [Theory]
    [InlineData(Sight.Nothing, Acting.Add, true)]
    [InlineData(Sight.Outline, Acting.Change, false)]
    [InlineData(Sight.Headline, Acting.Change, true)]
    [InlineData(Sight.Headline, Acting.SpeakFor, false)]
    [InlineData(Sight.Whole, Acting.SpeakFor, true)]
    [InlineData(Sight.Nothing, Acting.Look, true)]
    public void Some_pairs_are_legal(Sight sight, Acting acting, bool legal) => Assert.Equal(legal, Grant.IsLegal(sight, acting));

    [Fact]
    public void A_personal_grant_replaces_the_default_also_downwards()
    {
        var rights = Rights.Combine([Default(Sight.Headline), Personal(Sight.Nothing, Acting.Look)], inside: true, Now);
        Assert.Equal(Sight.Nothing, rights.Sight);
    }

    [Fact]
    public void Of_several_grants_the_highest_of_each_scale_counts()
    {
        var rights = Rights.Combine(
            [Personal(Sight.Whole, Acting.Look), Personal(Sight.Headline, Acting.Change, isPrivate: true) with { Id = 7 }], inside: true, Now);
        Assert.Equal((Sight.Whole, Acting.Change, true, 7L), (rights.Sight, rights.Acting, rights.Private, rights.Grant));
    }

    [Fact]
    public void A_grant_holds_from_its_start_until_its_end()
    {
        var grant = Personal(Sight.Whole, Acting.Look) with { From = Now, Until = Now + Duration.FromHours(1) };
        Assert.True(grant.HoldsAt(Now));
        Assert.False(grant.HoldsAt(Now - Duration.Epsilon));
        Assert.False(grant.HoldsAt(Now + Duration.FromHours(1)));
        Assert.Equal(Rights.None, Rights.Combine([grant], inside: true, Now + Duration.FromHours(2)));
    }

    [Fact]
    public void Who_is_outside_only_looks_and_has_no_inside_default()
    {
        Assert.Equal(Acting.Look, Rights.Combine([Personal(Sight.Whole, Acting.SpeakFor)], inside: false, Now).Acting);
        Assert.Equal(Sight.Nothing, Rights.Combine([Default(Sight.Outline)], inside: false, Now).Sight);
    }

    /// <summary>What is told, by who looks: what they see, whether the entry is private, and what comes out.</summary>
    [Theory]
    [InlineData(Sight.Nothing, false, false, null, null)]
    [InlineData(Sight.Outline, false, false, Sight.Outline, null)]
    [InlineData(Sight.Headline, false, false, Sight.Headline, "Read-in")]
    [InlineData(Sight.Whole, false, false, Sight.Whole, "Read-in")]
    [InlineData(Sight.Whole, false, true, Sight.Outline, null)]
    [InlineData(Sight.Headline, true, true, Sight.Headline, "Read-in")]
    [InlineData(Sight.Whole, true, true, Sight.Whole, "Read-in")]
    public void A_stranger_is_told_as_far_as_the_grant_goes(Sight sight, bool privateToo, bool isPrivate, Sight? told, string? title)
    {
        var entry = Disclosure.Disclose(Only(Appointment(isPrivate)), Maren, Person(Ruta), new Rights(sight, Acting.Look, privateToo, null), Now);
        Assert.Equal(told, entry?.Sight);
        Assert.Equal(title, entry?.Title);
        Assert.Equal(told >= Sight.Headline ? "Gannet" : null, entry?.Place);
        Assert.Equal(told == Sight.Whole, entry?.Whole is not null);
        Assert.Equal(told is not null && isPrivate && !privateToo, entry is { Withheld: true });
    }

    [Fact]
    public void Who_takes_part_knows_the_meeting_whole_on_every_lane()
    {
        var entry = Disclosure.Disclose(Only(Meeting()), Ana, Person(Tome), Rights.None, Now);
        Assert.Equal("Clause 7", entry!.Whole!.Agenda);
    }

    [Fact]
    public void Who_speaks_for_one_who_takes_part_knows_it_too()
    {
        var speaker = new Viewer(Ruta, ImmutableDictionary<UserId, bool>.Empty.Add(Tome, false));
        Assert.Equal(Sight.Whole, Disclosure.Disclose(Only(Meeting()), Ana, speaker, Rights.None, Now)!.Sight);
        Assert.Null(Disclosure.Disclose(Only(Meeting() with { Private = true }), Ana, speaker, Rights.None, Now));
    }

    [Fact]
    public void Private_by_the_organiser_is_private_on_every_lane()
    {
        var looks = new Rights(Sight.Whole, Acting.Look, false, null);
        var entry = Disclosure.Disclose(Only(Meeting() with { Private = true }), Ana, Person(Ruta), looks, Now)!;
        Assert.True(entry.Withheld);
        Assert.Equal((null, null, null), (entry.Title, entry.Place, entry.PublicId));
    }

    [Fact]
    public void An_attendee_makes_their_own_lane_private_to_the_others_too()
    {
        var meeting = Meeting();
        var hidden = meeting with { Participations = [meeting.Participations[0], meeting.Participations[1] with { OwnPrivate = true }] };
        Assert.True(Disclosure.Disclose(Only(hidden), Ana, Person(Tome), new Rights(Sight.Whole, Acting.Look, false, null), Now)!.Withheld);
        Assert.Equal(Sight.Whole, Disclosure.Disclose(Only(hidden), Ana, Person(Ana), Rights.Own, Now)!.Sight);
        Assert.Equal(Sight.Whole, Disclosure.Disclose(Only(hidden), Maren, Person(Maren), Rights.Own, Now)!.Sight);
    }

    [Fact]
    public void Ones_own_addition_is_whole_to_its_author() =>
        Assert.Equal(Sight.Whole, Disclosure.Disclose(Only(Appointment()), Maren, Person(Noor), Rights.None, Now)!.Sight);

    [Fact]
    public void A_declined_meeting_leaves_the_lane()
    {
        var meeting = Meeting();
        var declined = meeting with { Participations = [meeting.Participations[0] with { Answer = Answer.Declined }] };
        Assert.Null(Disclosure.Disclose(Only(declined), Tome, Person(Tome), Rights.Own, Now));
    }

    private static Viewer Person(UserId who) => new(who, ImmutableDictionary<UserId, bool>.Empty);

    private static Grant Default(Sight sight) => new(0, new CalendarId(1), null, true, sight, Acting.Look, false, null, null, false);

    private static Grant Personal(Sight sight, Acting acting, bool isPrivate = false) => new(1, new CalendarId(1), Ruta, true, sight, acting, isPrivate, null, null, false);
}
