using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

/// <summary>When a reminder is due, and what becomes of it.</summary>
public class ReminderTests
{
    private static readonly Core.Time.Stretch Meeting = Span("2027-03-08 10:30", "2027-03-08 11:30");

    [Theory]
    [InlineData(null, null, "10:20")]
    [InlineData("10:00", null, "10:00")]
    [InlineData(null, 60, "09:30")]
    [InlineData("10:00", 60, "09:30")]
    // One that was wished for later than one must leave comes when one must leave.
    [InlineData("10:00", 5, "10:00")]
    [InlineData(null, 0, "10:30")]
    public void It_is_due_when_it_is_time_to_leave_otherwise_before(string? leave, int? wished, string due)
    {
        var wish = wished is { } minutes ? new ReminderWish(Duration.FromMinutes(minutes)) : null;
        Assert.Equal(
            Utc($"2027-03-08 {due}"),
            Reminders.DueAt(Meeting.Start, leave is null ? null : Utc($"2027-03-08 {leave}"), wish, Reminders.Usual)
        );
    }

    [Fact]
    public void None_is_none_whatever_the_way() =>
        Assert.Null(Reminders.DueAt(Meeting.Start, Utc("2027-03-08 10:00"), new ReminderWish(null), Reminders.Usual));

    [Theory]
    [InlineData("10:19", null, null, null, ReminderState.Ahead)]
    [InlineData("10:20", null, null, null, ReminderState.Due)]
    [InlineData("11:29", null, null, null, ReminderState.Due)]
    [InlineData("11:30", null, null, null, ReminderState.Missed)]
    [InlineData("23:29", null, null, null, ReminderState.Missed)]
    [InlineData("23:30", null, null, null, ReminderState.Quiet)]
    // Once it was seen it goes by itself soon after the start.
    [InlineData("10:39", "10:20", null, null, ReminderState.Due)]
    [InlineData("10:40", "10:20", null, null, ReminderState.Quiet)]
    [InlineData("11:30", "10:20", null, null, ReminderState.Quiet)]
    // Seen only when all was over, it stays until it is put away.
    [InlineData("12:00", "11:45", null, null, ReminderState.Missed)]
    [InlineData("12:00", "11:45", null, "11:50", ReminderState.Quiet)]
    [InlineData("10:24", "10:20", "10:25", null, ReminderState.Ahead)]
    [InlineData("10:25", "10:20", "10:25", null, ReminderState.Due)]
    // Put off past the start it comes again then.
    [InlineData("10:46", "10:20", "10:45", null, ReminderState.Due)]
    [InlineData("10:55", "10:20", "10:45", null, ReminderState.Quiet)]
    [InlineData("10:21", "10:20", null, "10:20", ReminderState.Quiet)]
    public void Its_state_follows_what_was_done_with_it(string now, string? shown, string? snoozed, string? dismissed, ReminderState state)
    {
        Instant? At(string? time) => time is null ? null : Utc($"2027-03-08 {time}");
        var mark = new ReminderMark(Meeting.Start, At(shown), At(snoozed), At(dismissed));
        Assert.Equal(state, Reminders.StateOf(Meeting, Utc("2027-03-08 10:20"), mark, At(now)!.Value));
    }

    [Fact]
    public void An_occurrence_that_has_moved_is_reminded_of_anew()
    {
        var dismissed = new ReminderMark(Meeting.Start, DismissedAt: Utc("2027-03-08 10:21"));
        var later = Span("2027-03-08 14:00", "2027-03-08 15:00");
        Assert.Equal(ReminderState.Due, Reminders.StateOf(later, Utc("2027-03-08 13:50"), dismissed, Utc("2027-03-08 13:51")));
    }
}
