using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

/// <summary>The way back from a change of which people were told.</summary>
public class TurnBackTests
{
    private static readonly NewIds Ids = new("e2", "e2@corlin");

    private static readonly Entry Single = Entries.Meeting() with
    {
        Participations = [.. Entries.Meeting().Participations.Select(p => p with { Answer = Answer.Accepted })],
    };

    private static readonly Entry Series = Single with
    {
        Time = Timed("2027-03-08 09:00", "Europe/Lisbon", 60),
        Rule = Rule.Parse("FREQ=WEEKLY;BYDAY=MO;COUNT=6"),
    };

    private static Entry Edited(Entry entry, EntryEdit edit, Reach reach = Reach.All, string? at = null) =>
        Assert.Single(Edits.Apply(entry, at is null ? null : Local(at), reach, edit, Ids, DateTimeZone.Utc)).Entry;

    private static IEnumerable<string> Starts(Entry entry) =>
        Occurrences
            .In(entry, Span("2027-03-01 00:00", "2027-06-01 00:00"), DateTimeZone.Utc)
            .Select(o => o.Time.LocalStart.ToString("MM-dd HH:mm", null));

    [Fact]
    public void What_moved_stands_where_it_stood_and_is_asked_anew_with_a_higher_sequence()
    {
        var moved = Edited(Single, new EntryEdit { Time = Timed("2027-03-09 15:00", "Etc/UTC", 60) });
        // Somebody has answered meanwhile.
        var now = moved with { Participations = [.. moved.Participations.Select(p => p with { Answer = Answer.Accepted })] };
        var back = TurnBack.Of(Single, moved, now)!.Value;
        Assert.Equal(
            (WayBack.Moves, Single.Time, moved.Sequence + 1),
            (back.Way, back.Transition.Entry.Time, back.Transition.Entry.Sequence)
        );
        Assert.All(back.Transition.Entry.Participations, p => Assert.Equal(Answer.None, p.Answer));
        Assert.All(back.Transition.Effects, e => Assert.Equal(EffectKind.Moved, e.Kind));
    }

    [Fact]
    public void What_is_only_said_otherwise_goes_back_and_answers_stay()
    {
        var changed = Edited(Single, new EntryEdit { Title = "Tide lease, second", Place = "Dunlin" });
        var back = TurnBack.Of(Single, changed, changed)!.Value;
        Assert.Equal((WayBack.Changes, "Tide lease", "Gannet"), (back.Way, back.Transition.Entry.Title, back.Transition.Entry.Place));
        Assert.All(back.Transition.Entry.Participations, p => Assert.Equal(Answer.Accepted, p.Answer));
    }

    [Fact]
    public void A_series_moved_as_a_whole_goes_back_as_a_whole()
    {
        var moved = Edited(Series, new EntryEdit { Time = Timed("2027-03-24 11:00", "Europe/Lisbon", 60) }, Reach.All, "2027-03-22 09:00");
        var back = TurnBack.Of(Series, moved, moved)!.Value;
        Assert.Equal(Starts(Series), Starts(back.Transition.Entry));
        Assert.Equal((WayBack.Moves, null), (back.Way, back.Occurrence));
    }

    [Fact]
    public void One_occurrence_goes_back_alone_whether_it_moved_or_was_cancelled()
    {
        var at = Local("2027-03-22 09:00");
        var moved = Edited(
            Series,
            new EntryEdit { Time = Timed("2027-03-23 15:00", "Europe/Lisbon", 60) },
            Reach.ThisOne,
            "2027-03-22 09:00"
        );
        var cancelled = Edits.Cancel(Series, at, Reach.ThisOne, DateTimeZone.Utc).Entry;
        foreach (var (after, way) in new[] { (moved, WayBack.Moves), (cancelled, WayBack.BringsBack) })
        {
            var back = TurnBack.Of(Series, after, after)!.Value;
            Assert.Equal((way, (LocalDateTime?)at), (back.Way, back.Occurrence));
            Assert.Equal(Starts(Series), Starts(back.Transition.Entry));
            Assert.All(Agreement.For(back.Transition.Entry, at), p => Assert.Equal(Answer.None, p.Answer));
            Assert.All(Agreement.For(back.Transition.Entry, Local("2027-03-29 09:00")), p => Assert.Equal(Answer.Accepted, p.Answer));
        }
    }

    [Fact]
    public void Who_was_taken_out_is_asked_again_who_was_added_is_taken_out_and_nobody_else_hears_of_it()
    {
        var (stays, goes) = (Single.Participations[0].Who, Single.Participations[^1].Who);
        var comes = new UserId(77);
        var changed = Edited(
            Single,
            new EntryEdit { Attendees = new AttendeesEdit([new Participation(comes, AttendeeRole.Required)], [goes]) }
        );
        var back = TurnBack.Of(Single, changed, changed)!.Value;
        Assert.Equal((WayBack.Asks, null), (back.Way, back.Occurrence));
        Assert.Equal(
            [(EffectKind.Invite, goes), (EffectKind.Removed, comes)],
            back.Transition.Effects.Select(e => (e.Kind, e.To)).OrderBy(e => e.Kind)
        );
        Assert.Equal(
            Single.Participations.Select(p => (p.Who, p.Role)).ToHashSet(),
            back.Transition.Entry.Participations.Select(p => (p.Who, p.Role)).ToHashSet()
        );
        Assert.Equal(Answer.Accepted, back.Transition.Entry.Participations.Single(p => p.Who == stays).Answer);
        Assert.Equal(Answer.None, back.Transition.Entry.Participations.Single(p => p.Who == goes).Answer);
        // Others were asked since.
        Assert.Null(TurnBack.Of(Single, changed, Edited(changed, new EntryEdit { Attendees = new AttendeesEdit([], [comes]) })));
    }

    [Fact]
    public void Of_one_occurrence_who_is_asked_goes_back_for_that_one_alone()
    {
        var at = Local("2027-03-22 09:00");
        var goes = Series.Participations[^1].Who;
        var changed = Edited(Series, new EntryEdit { Attendees = new AttendeesEdit([], [goes]) }, Reach.ThisOne, "2027-03-22 09:00");
        var back = TurnBack.Of(Series, changed, changed)!.Value;
        Assert.Equal((WayBack.Asks, (LocalDateTime?)at), (back.Way, back.Occurrence));
        Assert.Equal(
            (EffectKind.Invite, goes, (LocalDateTime?)at),
            Assert.Single(back.Transition.Effects.Select(e => (e.Kind, e.To, e.RecurrenceId)))
        );
        Assert.Contains(Agreement.For(back.Transition.Entry, at), p => p.Who == goes);
    }

    [Fact]
    public void A_series_that_was_cut_is_one_again_with_what_was_answered_to_it()
    {
        var at = Local("2027-03-22 09:00");
        // Somebody declined the last one alone, behind the cut.
        var series = Scheduling
            .Give(
                Series,
                Series.Participations[0].Who,
                Local("2027-04-12 09:00"),
                new GivenAnswer(Answer.Declined, null, null, Series.Participations[0].Who, Instant.FromUtc(2027, 3, 1, 9, 0))
            )
            .Entry;
        var cut = Edits.Apply(
            series,
            at,
            Reach.FromHereOn,
            new EntryEdit { Time = Timed("2027-03-22 15:00", "Europe/Lisbon", 60), Place = "Dunlin" },
            Ids,
            DateTimeZone.Utc
        );
        var (kept, begun) = (cut[0].Entry, cut[1].Entry with { Status = MeetingStatus.Sent });
        // Everyone has accepted the new one meanwhile.
        var begunNow = begun with { Participations = [.. begun.Participations.Select(p => p with { Answer = Answer.Accepted })] };
        var (ended, restored) = TurnBack.OfCut(series, kept, begun, kept, begunNow)!.Value;
        Assert.Equal(MeetingStatus.Cancelled, ended.Entry.Status);
        Assert.All(ended.Effects, e => Assert.Equal(EffectKind.Cancelled, e.Kind));
        Assert.Equal(Starts(series), Starts(restored.Entry));
        Assert.Equal((kept.Sequence + 1, "Gannet"), (restored.Entry.Sequence, restored.Entry.Place));
        foreach (
            var start in Occurrences.In(series, Span("2027-03-01 00:00", "2027-06-01 00:00"), DateTimeZone.Utc).Select(o => o.RecurrenceId)
        )
            Assert.Equal(
                Agreement.For(series, start).Select(p => (p.Who, p.Answer)).ToHashSet(),
                Agreement.For(restored.Entry, start).Select(p => (p.Who, p.Answer)).ToHashSet()
            );
        Assert.Equal(series.Participations.Select(p => p.Who).ToHashSet(), restored.Effects.Select(e => e.To).ToHashSet());

        Assert.Null(TurnBack.OfCut(series, kept, begun, kept with { Title = "Other" }, begun));
        Assert.Null(TurnBack.OfCut(series, kept, begun, kept, begun with { Status = MeetingStatus.Cancelled }));
        Assert.Null(TurnBack.OfCut(series, kept, begun, kept, begun with { Place = "Petrel" }));
    }

    [Fact]
    public void There_is_no_way_back_where_it_was_changed_since_never_sent_or_others_are_asked()
    {
        var moved = Edited(Single, new EntryEdit { Time = Timed("2027-03-09 15:00", "Etc/UTC", 60) });
        Assert.Null(TurnBack.Of(Single, moved, moved with { Title = "Other" }));
        Assert.Null(TurnBack.Of(Single, moved, moved with { Time = Single.Time }));
        Assert.Null(TurnBack.Of(Single with { Status = MeetingStatus.Draft }, Single, Single));
        // Both moved and asked otherwise.
        Assert.Null(
            TurnBack.Of(
                Single,
                moved with
                {
                    Participations = [moved.Participations[0]],
                },
                moved with
                {
                    Participations = [moved.Participations[0]],
                }
            )
        );
        Assert.Null(TurnBack.Of(Entries.Appointment(), Entries.Appointment(), Entries.Appointment()));
    }
}
