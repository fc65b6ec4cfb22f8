using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using static Corlin.Core.Tests.Entries;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class SchedulingTests
{
    private static readonly NodaTime.Instant Now = Utc("2027-03-05 10:00");

    [Fact]
    public void Sending_asks_everyone_and_pencils_every_lane()
    {
        var sent = Scheduling.Send(Meeting(MeetingStatus.Draft));
        Assert.Equal([(EffectKind.Invite, Tome), (EffectKind.Invite, Ana)], sent.Effects.Select(e => (e.Kind, e.To)));
        Assert.All(new[] { Maren, Tome, Ana }, who => Assert.Equal(TimeTaken.Pencilled, Agreement.On(Only(sent.Entry), who, Now)));
    }

    [Fact]
    public void A_draft_stands_on_the_organisers_lane_only()
    {
        var draft = Only(Meeting(MeetingStatus.Draft));
        Assert.Equal(TimeTaken.Pencilled, Agreement.On(draft, Maren, Now));
        Assert.Null(Agreement.On(draft, Tome, Now));
    }

    [Theory]
    [InlineData(Answer.None, TimeTaken.Pencilled, TimeTaken.Pencilled)]
    [InlineData(Answer.Tentative, TimeTaken.Pencilled, TimeTaken.Pencilled)]
    [InlineData(Answer.Accepted, TimeTaken.Firm, TimeTaken.Firm)]
    [InlineData(Answer.Declined, null, TimeTaken.Pencilled)]
    public void The_answer_of_the_required_decides_both_lanes(Answer answer, TimeTaken? theirs, TimeTaken organisers)
    {
        var answered = Only(Give(Meeting(), Tome, answer).Entry);
        Assert.Equal(theirs, Agreement.On(answered, Tome, Now));
        Assert.Equal(organisers, Agreement.On(answered, Maren, Now));
    }

    [Fact]
    public void An_optional_refusal_does_not_keep_a_meeting_from_being_agreed()
    {
        var meeting = Give(Give(Meeting(), Ana, Answer.Declined).Entry, Tome, Answer.Accepted).Entry;
        Assert.True(Agreement.IsAgreed(meeting, null));
    }

    [Fact]
    public void Going_on_without_the_silent_agrees_it_and_tells_nobody()
    {
        var gone = Scheduling.GoOn(Meeting(), null);
        Assert.True(Agreement.IsAgreed(gone.Entry, null));
        Assert.Empty(gone.Effects);
    }

    [Fact]
    public void Moving_raises_the_sequence_and_asks_everyone_anew()
    {
        var accepted = Scheduling.GoOn(Give(Meeting(), Tome, Answer.Accepted).Entry, null).Entry;
        var moved = Scheduling.Move(accepted, null, Timed("2027-03-09 11:00", "Etc/UTC", 60));
        Assert.Equal(accepted.Sequence + 1, moved.Entry.Sequence);
        Assert.All(moved.Entry.Participations, p => Assert.Equal(Answer.None, p.Answer));
        Assert.False(Agreement.IsAgreed(moved.Entry, null));
        Assert.Equal([EffectKind.Moved, EffectKind.Moved], moved.Effects.Select(e => e.Kind));
    }

    [Fact]
    public void Moving_one_occurrence_leaves_the_answers_of_the_others()
    {
        var series = Give(Meeting() with { Rule = Rule.Weekly(1) }, Tome, Answer.Accepted).Entry;
        var which = Local("2027-03-15 09:00");
        var moved = Scheduling.Move(series, which, Timed("2027-03-16 09:00", "Etc/UTC", 60)).Entry;
        Assert.Equal(Answer.None, Agreement.Of(moved, Tome, which)!.Answer);
        Assert.Equal(Answer.Accepted, Agreement.Of(moved, Tome, Local("2027-03-22 09:00"))!.Answer);
    }

    [Fact]
    public void A_proposal_is_told_to_the_organiser_and_can_be_refused()
    {
        var proposed = Scheduling.Give(
            Meeting(),
            Tome,
            null,
            new GivenAnswer(Answer.Tentative, "later", Span("2027-03-08 15:00", "2027-03-08 16:00"), Tome, Now)
        );
        Assert.Equal([new Effect(EffectKind.Proposed, Maren, Tome)], proposed.Effects.AsEnumerable());
        var refused = Scheduling.RefuseProposal(proposed.Entry, Tome, null);
        Assert.Null(Agreement.Of(refused.Entry, Tome, null)!.Proposed);
        Assert.Equal([new Effect(EffectKind.ProposalRefused, Tome, Tome)], refused.Effects.AsEnumerable());
        Refused(RefusalKind.NothingProposed, () => Scheduling.RefuseProposal(refused.Entry, Tome, null));
    }

    [Fact]
    public void A_cancelled_meeting_stands_nowhere_and_takes_no_answer()
    {
        var cancelled = Scheduling.Cancel(Meeting()).Entry;
        Assert.Null(
            Agreement.On(new Occurrence(cancelled, null, cancelled.Time, Span("2027-03-08 09:00", "2027-03-08 10:00")), Maren, Now)
        );
        Refused(RefusalKind.Cancelled, () => Give(cancelled, Tome, Answer.Accepted));
        Refused(RefusalKind.Cancelled, () => Scheduling.Cancel(cancelled));
    }

    [Fact]
    public void What_cannot_be_sent_is_refused_with_its_field()
    {
        var draft = Meeting(MeetingStatus.Draft);
        Assert.Equal("title", Refused(RefusalKind.NoTitle, () => Scheduling.Send(draft with { Title = " " })).Field);
        Assert.Equal("required", Refused(RefusalKind.NoAttendee, () => Scheduling.Send(draft with { Participations = [] })).Field);
        Refused(RefusalKind.AlreadySent, () => Scheduling.Send(Meeting()));
        Refused(RefusalKind.OrganiserAsAttendee, () =>
            Scheduling.Send(draft with { Participations = [new Participation(Maren, AttendeeRole.Required)] })
        );
        Refused(RefusalKind.NotAnAttendee, () => Give(Meeting(), Ruta, Answer.Accepted));
        Refused(RefusalKind.NotSent, () => Give(draft, Tome, Answer.Accepted));
    }

    [Fact]
    public void A_hold_is_over_when_its_hour_has_passed()
    {
        var hold = Only(Appointment() with { Kind = EntryKind.Hold, LapsesAt = Utc("2027-03-06 12:00") });
        Assert.Equal(TimeTaken.Hold, Agreement.On(hold, Maren, Utc("2027-03-06 11:59")));
        Assert.Null(Agreement.On(hold, Maren, Utc("2027-03-06 12:00")));
    }

    private static Transition Give(Entry meeting, UserId who, Answer answer) =>
        Scheduling.Give(meeting, who, null, new GivenAnswer(answer, null, null, who, Now));

    private static Refusal Refused(RefusalKind kind, Action act)
    {
        var refusal = Assert.Throws<RefusedException>(act).Refusal;
        Assert.Equal(kind, refusal.Kind);
        return refusal;
    }
}
