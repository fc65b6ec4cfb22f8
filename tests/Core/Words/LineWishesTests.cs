using Corlin.Core.Words.Lines;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

/// <summary>What a line wishes of a free slot.</summary>
public class LineWishesTests
{
    private sealed class Nobody : ILineNames
    {
        public LineName? Person(string name) =>
            name is "Ana" ? new LineName("ana") { Name = "Ana Brandão" }
            : name is "Owen" or "Luis" or "Maeve" ? new LineName(name.ToLowerInvariant()) { Name = name }
            : null;

        public bool IsGroup(string key) => false;

        public string? Place(string name) => name is "Gannet" ? name : null;

        public string? RoomFeature(string name) => name is "screen" or "step-free" ? name : null;
    }

    private static Line Read(string text, bool wishing = true) =>
        LineReader.Read(text, Local("2027-03-08 09:42"), new Nobody(), Time.Zones.Get("Europe/Lisbon"), wishing);

    private static string Words(LineWishes wishes) =>
        string.Join(
            "; ",
            new[]
            {
                string.Join(' ', wishes.NotOn),
                wishes.From is { } from ? $"from {from:HH:mm}" : "",
                wishes.To is { } to ? $"to {to:HH:mm}" : "",
                wishes.Zone ?? "",
                wishes.Around > Duration.Zero ? $"around {wishes.Around.TotalMinutes}" : "",
                wishes.Lunch ? "lunch" : "",
                wishes.AtUsualPlaces ? "usual" : "",
                wishes.Together > Duration.Zero ? $"near {wishes.Together.TotalMinutes}" : "",
            }.Where(w => w.Length > 0)
        );

    [Theory]
    [InlineData("Lease review with Ana, not on Friday", "Friday")]
    [InlineData("Lease review with Ana, not on Mondays and Fridays", "Monday Friday")]
    [InlineData("Lease review with Ana, not on a Friday", "Friday")]
    [InlineData("Lease review with Ana not before 10", "from 10:00")]
    [InlineData("Lease review with Ana, after 10:00", "from 10:00")]
    [InlineData("Lease review with Ana, after 3", "from 15:00")]
    [InlineData("Lease review with Ana, before 17:00", "to 17:00")]
    [InlineData("Lease review with Ana, not after half past four", "to 16:30")]
    [InlineData("Lease review with Ana, after 10:00 in Halifax", "from 10:00; America/Halifax")]
    [InlineData("Lease review with Ana, after 10:00, before 16:00", "from 10:00; to 16:00")]
    [InlineData("Lease review with Ana, 15 minutes around it", "around 15")]
    [InlineData("Lease review with Ana, with half an hour around it", "around 30")]
    [InlineData("Lease review with Ana, not in the morning", "from 12:00")]
    [InlineData("Lease review with Ana, after 10 and before 4", "from 10:00; to 16:00")]
    [InlineData("Lease review with Ana, after 10 but not after 4", "from 10:00; to 16:00")]
    [InlineData("Lease review with Ana, until 4pm at the latest", "to 16:00")]
    [InlineData("Lease review with Ana, from 10 onwards next week", "from 10:00")]
    [InlineData("Lease review with Ana, mornings only", "to 12:00")]
    [InlineData("Lease review with Ana, outside lunch", "lunch")]
    [InlineData("Lease review with Ana, not Monday", "Monday")]
    [InlineData("Lease review with Ana, never before 10", "from 10:00")]
    [InlineData("Lease review with Ana this week but not on Friday", "Friday")]
    [InlineData("Lease review with Ana any day but Friday", "Friday")]
    [InlineData("Lease review with Ana, except Mondays and Fridays", "Monday Friday")]
    [InlineData("Lease review with Ana, weekdays only", "Saturday Sunday")]
    [InlineData("Lease review with Ana on a weekday", "Saturday Sunday")]
    [InlineData("Lease review with Ana, no earlier than 11, no later than 16:00", "from 11:00; to 16:00")]
    [InlineData("Lease review with Ana, not later than 16:00", "to 16:00")]
    [InlineData("Lease review with Ana next week, mornings", "to 12:00")]
    [InlineData("Lease review with Ana any afternoon next week", "from 12:00")]
    [InlineData("Lease review with Ana, with a 15 min break before and after", "around 15")]
    [InlineData("Lease review with Ana, 10 minutes before and after it", "around 10")]
    [InlineData("Lease review with Ana, between 2 and 5pm", "from 14:00; to 17:00")]
    [InlineData("Lease review with Ana on Tuesday between 9:30 and 12", "from 09:30; to 12:00")]
    [InlineData("Lease review with Ana on Tuesday morning", "to 12:00")]
    [InlineData("Lease review with Ana this week, in the afternoon", "from 12:00")]
    [InlineData("Lease review with Ana, lunch free", "lunch")]
    [InlineData("Lease review with Ana, keep lunch free", "lunch")]
    [InlineData("Lease review with Ana, not over lunch", "lunch")]
    [InlineData("Lease review with Ana, at their usual place", "usual")]
    [InlineData("Lease review with Ana, everyone at the usual places", "usual")]
    [InlineData("Lease review with Ana, together with what is there already", "near 30")]
    [InlineData("Lease review with Ana, near what is there, lunch free", "lunch; near 30")]
    [InlineData(
        "Lease review with Ana, not on Friday, after 10:00 in Halifax, 15 minutes around it, lunch free",
        "Friday; from 10:00; America/Halifax; around 15; lunch"
    )]
    public void Bounds_are_wishes_where_a_slot_is_looked_for(string text, string wishes)
    {
        var line = Read(text);
        Assert.Equal(wishes, Words(line.Wishes));
        Assert.Empty(line.NotUnderstood);
        Assert.Equal("Lease review", line.Title);
        Assert.Equal(["ana"], line.Required);
        Assert.Null(line.Time);
        Assert.Null(line.Length);
    }

    [Theory]
    [InlineData("Lease review with Ana on Thursday", " after 3", "from 15:00")]
    [InlineData("Lease review with Ana for 45 minutes in Gannet", ", not on Friday", "Friday")]
    public void The_rest_of_the_line_is_read_as_ever(string text, string more, string wishes)
    {
        var (plain, wishing) = (Read(text, wishing: false), Read(text + more));
        Assert.Equal(wishes, Words(wishing.Wishes));
        Assert.Equal((plain.Title, plain.Length, plain.Place, plain.Date), (wishing.Title, wishing.Length, wishing.Place, wishing.Date));
        Assert.Null(wishing.Time);
    }

    [Theory]
    [InlineData("Lease review with Ana by Thursday", "2027-03-08", "2027-03-11")]
    [InlineData("Lease review with Ana by 19 March for 45 minutes", "2027-03-08", "2027-03-19")]
    [InlineData("Lease review with Ana before Friday", "2027-03-08", "2027-03-11")]
    [InlineData("Lease review with Ana from 16 March", "2027-03-16", "2027-03-26")]
    [InlineData("Lease review with Ana from Tuesday onwards", "2027-03-09", "2027-03-19")]
    [InlineData("Lease review with Ana, not before Thursday", "2027-03-11", "2027-03-21")]
    [InlineData("Lease review with Ana after the 16th for 45 minutes", "2027-03-17", "2027-03-27")]
    [InlineData("Lease review with Ana from Tuesday to Thursday", "2027-03-09", "2027-03-11")]
    public void A_first_or_a_last_day_leaves_every_day_from_or_until_then(string text, string first, string last)
    {
        var line = Read(text);
        Assert.Equal(new DateInterval(Local($"{first} 00:00").Date, Local($"{last} 00:00").Date), line.Between);
        Assert.Empty(line.NotUnderstood);
    }

    [Theory]
    [InlineData("Interviews with Ana: Owen, Luis and Maeve one after another, 30 minutes each", "owen,luis,maeve", false, "ana")]
    [InlineData("Interviews with Ana, each of Owen and Luis, next week", "owen,luis", false, "ana")]
    [InlineData("Interviews with Ana, back to back Owen, Luis", "owen,luis", true, "ana")]
    [InlineData("Interviews with Ana, Owen and Luis back-to-back", "ana,owen,luis", true, "")]
    [InlineData("Interviews one after the other with Owen and Luis, Ana optional", "owen,luis", false, "")]
    public void People_may_be_met_one_after_another(string text, string each, bool inOneRun, string others)
    {
        var line = Read(text);
        Assert.Equal((each, inOneRun, others), (string.Join(',', line.Each!.Of), line.Each.InOneRun, string.Join(',', line.Required)));
        Assert.Empty(line.NotUnderstood);
        Assert.Equal("Interviews", line.Title);
    }

    [Theory]
    [InlineData("Lease review with Ana in a room for six with a screen", 6, "screen", "ana", null)]
    [InlineData("Lease review in a meeting room for 8 people with a screen and step-free with Ana", 8, "screen,step-free", "ana", null)]
    [InlineData("Lease review with Ana, any room", 0, "", "ana", null)]
    [InlineData("Lease review, a room for 4 with Ana", 4, "", "ana", null)]
    [InlineData("Lease review with Ana, any room for 2 hours", 0, "", "ana", 120)]
    public void Any_room_may_be_like_something(string text, int seats, string features, string others, int? minutes)
    {
        var line = Read(text);
        Assert.Equal((seats, features, others), (line.Room!.Seats, string.Join(',', line.Room.Features), string.Join(',', line.Required)));
        Assert.Equal(minutes, line.Length is { } length ? (int)length.TotalMinutes : null);
        Assert.Empty(line.NotUnderstood);
        Assert.Equal("Lease review", line.Title);
    }

    [Fact]
    public void Whom_one_wants_to_call_is_asked() =>
        Assert.Equal(("Call", "ana"), (Read("Call Ana").Title, Read("Call Ana").Required.Single()));

    [Theory]
    [InlineData("Lease review with Ana and one of Owen and Luis", 1, "ana")]
    [InlineData("Lease review with any two of Owen, Luis and Maeve, next week", 2, "")]
    [InlineData("Lease review with Ana, at least one of Owen and Luis", 1, "ana")]
    [InlineData("Lease review with either of Owen and Luis", 1, "")]
    public void Of_several_only_some_may_have_to_come(string text, int atLeast, string others)
    {
        var line = Read(text);
        Assert.Equal((atLeast, others), (line.Some!.AtLeast, string.Join(',', line.Required)));
        Assert.Empty(line.NotUnderstood);
        Assert.Equal("Lease review", line.Title);
    }

    [Theory]
    [InlineData("Lease review with two of Owen and Luis", "with two of Owen and Luis")]
    [InlineData("Lease review one after another", "one after another")]
    [InlineData("Lease review with Ana, 30 minutes each", "each")]
    [InlineData("Lease review with Ana, not on Thursday morning", "not on Thursday morning")]
    public void What_says_not_of_whom_is_told(string text, string missed)
    {
        var told = Assert.Single(Read(text).NotUnderstood);
        Assert.Equal(missed, text[told.At..told.End]);
    }

    [Theory]
    [InlineData("Lease review with Ana, not on Friday")]
    [InlineData("Lease review with Ana, after 3")]
    [InlineData("Lease review with Ana, not after 17:00")]
    public void Of_a_line_that_says_when_something_is_they_are_in_doubt(string text)
    {
        var line = Read(text, wishing: false);
        Assert.NotEmpty(line.NotUnderstood);
        Assert.Equal(LineWishes.None, line.Wishes);
    }

    [Theory]
    [InlineData("Look after 3 apprentices with Ana")]
    [InlineData("Report before 3 April with Ana")]
    [InlineData("Not on my watch with Ana")]
    [InlineData("Free lunch with Ana")]
    [InlineData("The usual with Ana")]
    [InlineData("Together with Ana")]
    [InlineData("An hour around the yard with Ana")]
    [InlineData("Between midnight and 3 with Ana")]
    [InlineData("after")]
    [InlineData("not on")]
    public void What_is_no_wish_is_none(string text) => Assert.Equal(LineWishes.None, Read(text).Wishes);
}
