using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>To which invitations a standing instruction applies, held against a table, and against each condition said alone.</summary>
public class InstructionTests
{
    private static readonly UserId Tome = new(2);
    private static readonly UserId Board = new(9);

    private static AskedAs Asked(
        bool inside = true,
        bool inBoard = false,
        string title = "Ferry operators",
        int minutes = 60,
        VerdictKind verdict = VerdictKind.Fits,
        params string[] inTheWay
    ) =>
        new(
            Tome,
            inside,
            inBoard ? new HashSet<UserId> { Board } : new HashSet<UserId>(),
            title,
            Duration.FromMinutes(minutes),
            verdict,
            verdict == VerdictKind.Clashes,
            [.. inTheWay]
        );

    private static InstructionCase About(
        WhoAsks asks = WhoAsks.Anybody,
        AskedTime time = AskedTime.Whenever,
        string? clash = null,
        string? title = null,
        int? minutes = null,
        params UserId[] people
    ) => new(asks, [.. people], time, clash, title, minutes);

    [Theory]
    [InlineData("Board meeting", "board", true)]
    [InlineData("The BOARD, in March", "board", true)]
    [InlineData("Reunião do conselho", "reuniao", true)]
    [InlineData("Cupboard", "board", false)]
    [InlineData("Board meeting", "meeting board", false)]
    [InlineData("Board  meeting", "board meet", true)]
    [InlineData("Boardroom refit", "board", true)]
    [InlineData("Dashboards: a board?", "board", true)]
    [InlineData("Dashboards", "board", false)]
    public void Words_are_found_from_where_a_word_begins_without_case_and_accents(string title, string words, bool found)
    {
        Assert.Equal(found, About(title: words).IsAbout(Asked(title: title)));
        Assert.Equal(
            found,
            About(time: AskedTime.Clashes, clash: words).IsAbout(Asked(verdict: VerdictKind.Clashes, inTheWay: ["Lunch", title]))
        );
    }

    [Theory]
    [InlineData(VerdictKind.Fits, "Whenever WithinHours Fits")]
    [InlineData(VerdictKind.Tight, "Whenever WithinHours")]
    [InlineData(VerdictKind.OutOfHours, "Whenever OutOfHours")]
    [InlineData(VerdictKind.Elsewhere, "Whenever Elsewhere")]
    [InlineData(VerdictKind.Clashes, "Whenever Clashes")]
    [InlineData(VerdictKind.Away, "Whenever Away")]
    public void How_it_stands_is_what_the_verdict_says(VerdictKind verdict, string about)
    {
        var found = Enum.GetValues<AskedTime>().Where(t => About(time: t).IsAbout(Asked(verdict: verdict)));
        Assert.Equal(about, string.Join(' ', found));
    }

    [Fact]
    public void What_is_in_the_way_without_a_title_that_may_be_looked_at_is_a_clash_with_nothing_named()
    {
        var hidden = Asked(verdict: VerdictKind.Clashes);
        Assert.True(About(time: AskedTime.Clashes).IsAbout(hidden));
        Assert.False(About(time: AskedTime.Clashes, clash: "board").IsAbout(hidden));
    }

    [Fact]
    public void All_that_is_said_must_apply()
    {
        // Each condition with an invitation to which it applies and one to which it does not; any that does not spoils the whole.
        (Func<InstructionCase, InstructionCase> With, Func<bool, AskedAs, AskedAs> Make)[] conditions =
        [
            (c => c with { Asks = WhoAsks.Outside }, (yes, a) => a with { Inside = !yes }),
            (
                c => c with { Time = AskedTime.OutOfHours },
                (yes, a) => a with { Verdict = yes ? VerdictKind.OutOfHours : VerdictKind.Tight }
            ),
            (c => c with { Title = "ferry" }, (yes, a) => a with { Title = yes ? "Ferry operators" : "Insurers" }),
            (c => c with { AtLeastMinutes = 60 }, (yes, a) => a with { Length = Duration.FromMinutes(yes ? 60 : 59) }),
        ];
        for (var said = 1; said < 1 << conditions.Length; said++)
        {
            for (var holds = 0; holds < 1 << conditions.Length; holds++)
            {
                var (about, asked) = (About(), Asked());
                var all = true;
                for (var i = 0; i < conditions.Length; i++)
                {
                    asked = conditions[i].Make((holds & (1 << i)) != 0, asked);
                    if ((said & (1 << i)) == 0)
                        continue;
                    about = conditions[i].With(about);
                    all &= (holds & (1 << i)) != 0;
                }

                Assert.Equal(all, about.IsAbout(asked));
                Assert.True(about.IsSound);
            }
        }
    }

    [Fact]
    public void Somebody_named_asks_by_themselves_or_as_a_member()
    {
        Assert.True(About(WhoAsks.These, people: [Tome]).IsAbout(Asked()));
        Assert.False(About(WhoAsks.These, people: [Board]).IsAbout(Asked()));
        Assert.True(About(WhoAsks.These, people: [Board]).IsAbout(Asked(inBoard: true)));
    }

    [Fact]
    public void What_says_nothing_or_what_cannot_be_is_not_sound()
    {
        InstructionCase[] wrong =
        [
            About(),
            About(WhoAsks.These),
            About(WhoAsks.Inside, people: [Tome]),
            About(WhoAsks.These, people: [Tome, Tome]),
            About(WhoAsks.These, people: [.. Enumerable.Range(1, InstructionCase.MostPeople + 1).Select(i => new UserId(i))]),
            About(time: AskedTime.Fits, clash: "board"),
            About(title: "!?"),
            About(title: new string('a', InstructionCase.LongestWords + 1)),
            About(minutes: 0),
            About(minutes: 24 * 60 + 1),
            About((WhoAsks)9),
            About(time: (AskedTime)9),
        ];
        Assert.All(wrong, w => Assert.False(w.IsSound));
        Assert.False(Say(About(WhoAsks.Inside), Answer.Delegated, false).IsSound);
        Assert.False(Say(About(), Answer.Declined, false).IsSound);
    }

    [Fact]
    public void The_one_that_goes_by_itself_does_not_where_another_says_something_else()
    {
        var declines = Say(About(WhoAsks.Inside), Answer.Declined, true);
        var accepts = Say(About(WhoAsks.Inside), Answer.Accepted, false);
        var agrees = Say(About(title: "ferry"), Answer.Declined, false);
        Assert.Same(declines, Instructing.ByItself([declines]));
        Assert.Same(declines, Instructing.ByItself([agrees, declines]));
        Assert.Null(Instructing.ByItself([declines, accepts]));
        Assert.Null(Instructing.ByItself([agrees]));
        Assert.Null(Instructing.ByItself([]));
        Assert.Equal(
            [declines, agrees],
            Instructing.About([declines, Say(About(WhoAsks.Outside), Answer.Accepted, true), agrees], Asked())
        );
    }

    private static StandingInstruction Say(InstructionCase about, Answer answer, bool byItself) =>
        new("one", new UserId(1), about, answer, null, byItself, Tome, Instant.MinValue, Instant.MinValue);
}
