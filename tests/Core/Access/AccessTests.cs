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
    [InlineData(Sight.Headlines, Acting.Change, true)]
    [InlineData(Sight.Headlines, Acting.SpeakFor, false)]
    [InlineData(Sight.Everything, Acting.SpeakFor, true)]
    [InlineData(Sight.Nothing, Acting.Look, true)]
    public void Some_pairs_are_legal(Sight sight, Acting acting, bool legal) => Assert.Equal(legal, Grant.IsLegal(sight, acting));

    [Fact]
    public void A_personal_grant_replaces_the_default_also_downwards()
    {
        var rights = Rights.Combine([Default(Sight.Headlines), Personal(Sight.Nothing, Acting.Look)], inside: true, Now);
        Assert.Equal(Sight.Nothing, rights.Sight);
    }

    [Fact]
    public void Of_several_grants_the_highest_of_each_scale_counts()
    {
        var rights = Rights.Combine(
            [Personal(Sight.Everything, Acting.Look), Personal(Sight.Headlines, Acting.Change, isPrivate: true) with { Id = 7 }],
            inside: true,
            Now
        );
        Assert.Equal((Sight.Everything, Acting.Change, true, 7L), (rights.Sight, rights.Acting, rights.Private, rights.Grant));
    }

    [Fact]
    public void Private_entries_are_told_only_as_far_as_the_grant_that_includes_them_goes()
    {
        var rights = Rights.Combine(
            [Personal(Sight.Everything, Acting.SpeakFor), Personal(Sight.Headlines, Acting.Look, isPrivate: true)],
            inside: true,
            Now
        );
        Assert.Equal((Sight.Everything, Acting.SpeakFor), (rights.Sight, rights.Acting));
        Assert.Equal((Sight.Headlines, Acting.Look), (rights.PrivateSight, rights.PrivateActing));
        Assert.False(rights.MaySpeakForPrivate);
        var told = Disclosure.Disclose(Only(Appointment(isPrivate: true)), Maren, Person(Ruta), rights, Now)!;
        Assert.Equal((Sight.Headlines, "Read-in", WhyNot.LooksOnly), (told.Sight, told.Title, told.WhyNot));
    }

    /// <summary>What is left of whole, speak for, private under a ceiling.</summary>
    [Theory]
    [InlineData(Sight.Everything, Acting.Change, true, Sight.Everything, Acting.Change, true)]
    [InlineData(Sight.Headlines, Acting.SpeakFor, true, Sight.Headlines, Acting.Change, true)]
    [InlineData(Sight.Outline, Acting.SpeakFor, true, Sight.Outline, Acting.Add, true)]
    [InlineData(Sight.Nothing, Acting.Look, false, Sight.Nothing, Acting.Look, false)]
    public void A_ceiling_cuts_what_is_held_and_keeps_the_pair_legal(
        Sight sight,
        Acting acting,
        bool isPrivate,
        Sight left,
        Acting may,
        bool privateToo
    )
    {
        var rights = Rights.Combine(
            [Personal(Sight.Everything, Acting.SpeakFor, isPrivate: true)],
            inside: true,
            Now,
            new Ceiling(sight, acting, isPrivate)
        );
        Assert.Equal((left, may, privateToo), (rights.Sight, rights.Acting, rights.Private));
        Assert.Equal(privateToo ? left : Sight.Nothing, rights.PrivateSight);
    }

    public static TheoryData<AccessTerms, bool, WhyNotGrant?> Granted { get; } =
        new()
        {
            { new AccessTerms(Sight.Headlines, Acting.Change), true, null },
            { new AccessTerms(Sight.Outline, Acting.Change), true, WhyNotGrant.NoSuchPair },
            { new AccessTerms(Sight.Everything, Acting.Add), false, WhyNotGrant.OutsideLooks },
            { new AccessTerms(Sight.Everything, Acting.Look, PassOn: true), false, WhyNotGrant.OutsideLooks },
            { new AccessTerms(Sight.Everything, Acting.Look), false, null },
            { new AccessTerms(Sight.Everything, Acting.Look, Until: Now), true, WhyNotGrant.NeverHolds },
            {
                new AccessTerms(Sight.Everything, Acting.Look, From: Now + Duration.FromDays(2), Until: Now + Duration.FromDays(1)),
                true,
                WhyNotGrant.NeverHolds
            },
            { new AccessTerms(Sight.Everything, Acting.SpeakFor), true, WhyNotGrant.AboveCeiling },
            { new AccessTerms(Sight.Everything, Acting.Change, Private: true), true, WhyNotGrant.AboveCeiling },
        };

    [Theory]
    [MemberData(nameof(Granted))]
    public void What_may_be_granted_by_anyone(AccessTerms terms, bool inside, WhyNotGrant? whyNot) =>
        Assert.Equal(whyNot, Granting.WhyNot(terms, inside, new Ceiling(Sight.Everything, Acting.Change, false), Now));

    public static TheoryData<AccessTerms, AccessTerms, WhyNotGrant?> PassedOn { get; } =
        new()
        {
            { new AccessTerms(Sight.Everything, Acting.SpeakFor), new AccessTerms(Sight.Outline, Acting.Look), WhyNotGrant.NotToPassOn },
            {
                new AccessTerms(Sight.Everything, Acting.SpeakFor, PassOn: true),
                new AccessTerms(Sight.Everything, Acting.SpeakFor, PassOn: true),
                null
            },
            {
                new AccessTerms(Sight.Everything, Acting.SpeakFor, PassOn: true),
                new AccessTerms(Sight.Everything, Acting.Look, Private: true),
                WhyNotGrant.MoreThanHeld
            },
            {
                new AccessTerms(Sight.Headlines, Acting.Add, PassOn: true),
                new AccessTerms(Sight.Headlines, Acting.Change),
                WhyNotGrant.MoreThanHeld
            },
            {
                new AccessTerms(Sight.Headlines, Acting.Add, PassOn: true),
                new AccessTerms(Sight.Everything, Acting.Look),
                WhyNotGrant.MoreThanHeld
            },
            {
                new AccessTerms(Sight.Everything, Acting.Add, Until: Now + Duration.FromDays(5), PassOn: true),
                new AccessTerms(Sight.Everything, Acting.Look),
                WhyNotGrant.MoreThanHeld
            },
            {
                new AccessTerms(Sight.Everything, Acting.Add, Until: Now + Duration.FromDays(5), PassOn: true),
                new AccessTerms(Sight.Everything, Acting.Look, Until: Now + Duration.FromDays(5)),
                null
            },
            {
                new AccessTerms(Sight.Everything, Acting.Add, Until: Now, PassOn: true),
                new AccessTerms(Sight.Outline, Acting.Look, Until: Now),
                WhyNotGrant.NotToPassOn
            },
        };

    [Theory]
    [MemberData(nameof(PassedOn))]
    public void Nobody_grants_more_than_they_hold(AccessTerms held, AccessTerms terms, WhyNotGrant? whyNot) =>
        Assert.Equal(whyNot, Granting.WhyNotPassOn([new Grant(1, Maren, null, Ruta, true, held)], terms, Now));

    [Fact]
    public void A_grant_holds_from_its_start_until_its_end()
    {
        var grant = Personal(Sight.Everything, Acting.Look) with
        {
            Terms = new AccessTerms(Sight.Everything, Acting.Look, false, Now, Now + Duration.FromHours(1)),
        };
        Assert.True(grant.HoldsAt(Now));
        Assert.False(grant.HoldsAt(Now - Duration.Epsilon));
        Assert.False(grant.HoldsAt(Now + Duration.FromHours(1)));
        Assert.Equal(Rights.None, Rights.Combine([grant], inside: true, Now + Duration.FromHours(2)));
    }

    [Fact]
    public void Who_is_outside_only_looks_and_has_no_inside_default()
    {
        Assert.Equal(Acting.Look, Rights.Combine([Personal(Sight.Everything, Acting.SpeakFor)], inside: false, Now).Acting);
        Assert.Equal(Sight.Nothing, Rights.Combine([Default(Sight.Outline)], inside: false, Now).Sight);
    }

    /// <summary>What is told, by who looks: what they see, whether the entry is private, and what comes out.</summary>
    [Theory]
    [InlineData(Sight.Nothing, false, false, null, null)]
    [InlineData(Sight.Outline, false, false, Sight.Outline, null)]
    [InlineData(Sight.Headlines, false, false, Sight.Headlines, "Read-in")]
    [InlineData(Sight.Everything, false, false, Sight.Everything, "Read-in")]
    [InlineData(Sight.Everything, false, true, Sight.Outline, null)]
    [InlineData(Sight.Headlines, true, true, Sight.Headlines, "Read-in")]
    [InlineData(Sight.Everything, true, true, Sight.Everything, "Read-in")]
    public void A_stranger_is_told_as_far_as_the_grant_goes(Sight sight, bool privateToo, bool isPrivate, Sight? told, string? title)
    {
        var entry = Disclosure.Disclose(
            Only(Appointment(isPrivate)),
            Maren,
            Person(Ruta),
            new Rights(sight, Acting.Look, privateToo, null),
            Now
        );
        Assert.Equal(told, entry?.Sight);
        Assert.Equal(title, entry?.Title);
        Assert.Equal(told >= Sight.Headlines ? "Gannet" : null, entry?.Place);
        Assert.Equal(told == Sight.Everything, entry?.Whole is not null);
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
        Assert.Equal(Sight.Everything, Disclosure.Disclose(Only(Meeting()), Ana, speaker, Rights.None, Now)!.Sight);
        Assert.Null(Disclosure.Disclose(Only(Meeting() with { Private = true }), Ana, speaker, Rights.None, Now));
    }

    [Fact]
    public void Private_by_the_organiser_is_private_on_every_lane()
    {
        var looks = new Rights(Sight.Everything, Acting.Look, false, null);
        var entry = Disclosure.Disclose(Only(Meeting() with { Private = true }), Ana, Person(Ruta), looks, Now)!;
        Assert.True(entry.Withheld);
        Assert.Equal((null, null, null), (entry.Title, entry.Place, entry.PublicId));
    }

    [Fact]
    public void An_attendee_makes_their_own_lane_private_to_the_others_too()
    {
        var meeting = Meeting();
        var hidden = meeting with { Participations = [meeting.Participations[0], meeting.Participations[1] with { OwnPrivate = true }] };
        Assert.True(
            Disclosure.Disclose(Only(hidden), Ana, Person(Tome), new Rights(Sight.Everything, Acting.Look, false, null), Now)!.Withheld
        );
        Assert.Equal(Sight.Everything, Disclosure.Disclose(Only(hidden), Ana, Person(Ana), Rights.Own, Now)!.Sight);
        Assert.Equal(Sight.Everything, Disclosure.Disclose(Only(hidden), Maren, Person(Maren), Rights.Own, Now)!.Sight);
    }

    [Fact]
    public void Ones_own_addition_is_whole_to_its_author_for_as_long_as_they_may_add()
    {
        Assert.Equal(
            Sight.Everything,
            Disclosure.Disclose(Only(Appointment()), Maren, Person(Noor), new Rights(Sight.Nothing, Acting.Add, false, null), Now)!.Sight
        );
        Assert.Null(Disclosure.Disclose(Only(Appointment()), Maren, Person(Noor), Rights.None, Now));
    }

    [Fact]
    public void A_declined_meeting_leaves_the_lane()
    {
        var meeting = Meeting();
        var declined = meeting with { Participations = [meeting.Participations[0] with { Answer = Answer.Declined }] };
        Assert.Null(Disclosure.Disclose(Only(declined), Tome, Person(Tome), Rights.Own, Now));
    }

    private static Viewer Person(UserId who) => new(who, ImmutableDictionary<UserId, bool>.Empty);

    private static Grant Default(Sight sight) => new(0, Maren, null, null, true, new AccessTerms(sight, Acting.Look));

    private static Grant Personal(Sight sight, Acting acting, bool isPrivate = false) =>
        new(1, Maren, null, Ruta, true, new AccessTerms(sight, acting, isPrivate));
}
