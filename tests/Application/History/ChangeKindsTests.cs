using Corlin.Application.Ports;
using Corlin.Application.Shared;

namespace Corlin.Application.Tests;

public class ChangeKindsTests
{
    [Fact]
    public void Every_kind_of_change_is_described_once_beside_the_record_that_makes_it()
    {
        var described = ChangeKinds.All.Select(c => c.Kind).Order();
        Assert.Equal(Enum.GetValues<ChangeKind>(), described);
    }

    [Fact]
    public void Every_description_has_a_verb_and_says_who_may_take_it_back() => Assert.All(ChangeKinds.All, c =>
        {
            Assert.Matches(@"^[a-z][a-z -]+,?$", c.Verb);
            Assert.True(Enum.IsDefined(c.TakenBack));
        });
}
