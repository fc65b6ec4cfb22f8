using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using CsCheck;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class EditsTests
{
    private static readonly NewIds Ids = new("e2", "e2@corlin");

    /// <summary>Maren's weekly meeting on Mondays from 8 March at 9 in Lisbon, to which Tomé and Ana came.</summary>
    private static readonly Entry Meeting = Entries.Meeting() with
    {
        Time = Timed("2027-03-08 09:00", "Europe/Lisbon", 60),
        Rule = Rule.Parse("FREQ=WEEKLY;BYDAY=MO;COUNT=6"),
        Participations = [.. Entries.Meeting().Participations.Select(p => p with { Answer = Answer.Accepted })],
    };

    private static EntryEdit To(string start, int minutes = 60) => new() { Time = Timed(start, "Europe/Lisbon", minutes) };

    private static IEnumerable<string> Starts(Entry entry) =>
        Occurrences
            .In(entry, Span("2027-03-01 00:00", "2027-06-01 00:00"), DateTimeZone.Utc)
            .Select(o => o.Time.LocalStart.ToString("MM-dd HH:mm", null));

    private static Entry Only(Reach reach, EntryEdit edit, string at = "2027-03-22 09:00") =>
        Assert.Single(Edits.Apply(Meeting, Local(at), reach, edit, Ids, DateTimeZone.Utc)).Entry;

    [Fact]
    public void One_occurrence_moves_and_only_its_answers_are_asked_anew()
    {
        var moved = Only(Reach.ThisOne, To("2027-03-23 15:00"));
        Assert.Equal(["03-08 09:00", "03-15 09:00", "03-23 15:00", "03-29 09:00", "04-05 09:00", "04-12 09:00"], Starts(moved));
        Assert.All(Agreement.For(moved, Local("2027-03-22 09:00")), p => Assert.Equal(Answer.None, p.Answer));
        Assert.All(Agreement.For(moved, Local("2027-03-29 09:00")), p => Assert.Equal(Answer.Accepted, p.Answer));
        Assert.Equal(Meeting.Sequence + 1, moved.Sequence);
    }

    [Fact]
    public void All_of_it_moves_to_another_day_of_the_week_with_what_was_said_of_single_ones()
    {
        var series = Meeting with
        {
            Exceptions = [Local("2027-03-15 09:00")],
            Overrides = [new Override(Local("2027-03-29 09:00"), Title: "Close")],
        };
        var moved = Assert
            .Single(Edits.Apply(series, Local("2027-03-22 09:00"), Reach.All, To("2027-03-23 10:30"), Ids, DateTimeZone.Utc))
            .Entry;
        Assert.Equal(["03-09 10:30", "03-23 10:30", "03-30 10:30", "04-06 10:30", "04-13 10:30"], Starts(moved));
        Assert.Equal("Close", Occurrences.Find(moved, Local("2027-03-30 10:30"), DateTimeZone.Utc)!.Title);
        Assert.All(moved.Participations, p => Assert.Equal(Answer.None, p.Answer));
    }

    [Fact]
    public void From_here_on_ends_the_old_series_and_begins_a_linked_one_with_what_is_left_of_the_count()
    {
        var series = Meeting with { Exceptions = [Local("2027-03-15 09:00"), Local("2027-04-05 09:00")] };
        var parts = Edits.Apply(series, Local("2027-03-22 09:00"), Reach.FromHereOn, To("2027-03-22 11:00"), Ids, DateTimeZone.Utc);
        Assert.Equal(["03-08 09:00"], Starts(parts[0].Entry));
        Assert.Equal(["03-22 11:00", "03-29 11:00", "04-12 11:00"], Starts(parts[1].Entry));
        Assert.Equal(("e2@corlin", series.Uid, 0), (parts[1].Entry.Uid, parts[1].Entry.RelatedTo, parts[1].Entry.Sequence));
        Assert.All(parts[0].Entry.Participations, p => Assert.Equal(Answer.Accepted, p.Answer));
        Assert.All(parts[1].Entry.Participations, p => Assert.Equal(Answer.None, p.Answer));
        Assert.All(parts[0].Effects, e => Assert.Equal(EffectKind.Changed, e.Kind));
        Assert.All(parts[1].Effects, e => Assert.Equal(EffectKind.Invite, e.Kind));
    }

    [Fact]
    public void From_here_on_keeps_the_answers_where_nothing_moves()
    {
        var parts = Edits.Apply(
            Meeting,
            Local("2027-03-22 09:00"),
            Reach.FromHereOn,
            new EntryEdit { Place = "Petrel" },
            Ids,
            DateTimeZone.Utc
        );
        Assert.All(parts[1].Entry.Participations, p => Assert.Equal(Answer.Accepted, p.Answer));
        Assert.Equal(("Gannet", "Petrel"), (parts[0].Entry.Place, parts[1].Entry.Place));
    }

    [Fact]
    public void A_change_of_title_or_place_keeps_every_answer_and_tells_everyone()
    {
        var transition = Assert.Single(
            Edits.Apply(
                Meeting,
                Local("2027-03-22 09:00"),
                Reach.All,
                new EntryEdit { Title = " Lease ", Place = "" },
                Ids,
                DateTimeZone.Utc
            )
        );
        Assert.Equal(("Lease", null), (transition.Entry.Title, transition.Entry.Place));
        Assert.All(transition.Entry.Participations, p => Assert.Equal(Answer.Accepted, p.Answer));
        Assert.Equal([EffectKind.Changed, EffectKind.Changed], transition.Effects.Select(e => e.Kind));
    }

    [Fact]
    public void One_that_had_moved_takes_its_place_in_the_series_again_when_all_are_moved_from_it()
    {
        var strayed = Only(Reach.ThisOne, To("2027-03-24 16:00"));
        var moved = Assert
            .Single(Edits.Apply(strayed, Local("2027-03-22 09:00"), Reach.All, To("2027-03-22 10:00"), Ids, DateTimeZone.Utc))
            .Entry;
        Assert.Equal(["03-08 10:00", "03-15 10:00", "03-22 10:00", "03-29 10:00", "04-05 10:00", "04-12 10:00"], Starts(moved));
    }

    [Theory]
    [InlineData(Reach.ThisOne, "03-08 09:00,03-15 09:00,03-29 09:00,04-05 09:00,04-12 09:00")]
    [InlineData(Reach.FromHereOn, "03-08 09:00,03-15 09:00")]
    [InlineData(Reach.All, "")]
    public void Cancelling_reaches_as_far_as_was_asked(Reach reach, string left) =>
        Assert.Equal(left, string.Join(',', Starts(Edits.Cancel(Meeting, Local("2027-03-22 09:00"), reach, DateTimeZone.Utc).Entry)));

    [Theory]
    [InlineData("FREQ=MONTHLY;BYDAY=2MO", RefusalKind.RuleDoesNotMove)]
    [InlineData("FREQ=YEARLY;BYMONTH=3;BYMONTHDAY=8", RefusalKind.RuleDoesNotMove)]
    public void Rules_of_dates_do_not_move_by_days(string rule, RefusalKind refused)
    {
        var series = Meeting with { Rule = Rule.Parse(rule) };
        var thrown = Assert.Throws<RefusedException>(() =>
            Edits.Apply(series, Local("2027-03-08 09:00"), Reach.All, To("2027-03-09 09:00"), Ids, DateTimeZone.Utc)
        );
        Assert.Equal(refused, thrown.Refusal.Kind);
    }

    [Fact]
    public void What_belongs_to_the_whole_is_not_changed_for_one()
    {
        var thrown = Assert.Throws<RefusedException>(() => Only(Reach.ThisOne, new EntryEdit { Agenda = "Clause 8" }));
        Assert.Equal(RefusalKind.OfTheWhole, thrown.Refusal.Kind);
    }

    [Fact]
    public void A_moved_series_has_every_occurrence_the_same_time_later() =>
        Gen.Select(Gen.Int[1, 3], Gen.Int[1, 7].Array[1, 4], Gen.Int[-9, 9], Gen.Int[-8, 14])
            .Sample(
                (interval, days, by, hours) =>
                {
                    var rule = new Rule(Frequency.Weekly, interval)
                    {
                        Days = [.. days.Distinct().Select(d => new ByDay((IsoDayOfWeek)d))],
                        Count = 9,
                    };
                    var first = Expansion.First(Local("2027-04-05 09:00"), rule, null)!.Value;
                    var series = Entries.Series(first.ToString("yyyy-MM-dd HH:mm", null), "Etc/UTC", 60, rule);
                    var wanted = first.PlusDays(by).PlusHours(hours);
                    var moved = Assert
                        .Single(
                            Edits.Apply(
                                series,
                                first,
                                Reach.All,
                                new EntryEdit { Time = series.Time.StartingAt(wanted) },
                                Ids,
                                DateTimeZone.Utc
                            )
                        )
                        .Entry;
                    var span = Span("2027-01-01 00:00", "2028-01-01 00:00");
                    Assert.Equal(
                        Occurrences
                            .In(series, span, DateTimeZone.Utc)
                            .Select(o => o.Stretch.Start + Duration.FromDays(by) + Duration.FromHours(hours)),
                        Occurrences.In(moved, span, DateTimeZone.Utc).Select(o => o.Stretch.Start)
                    );
                }
            );

    [Fact]
    public void Each_reach_says_how_many_and_from_when_until_when()
    {
        var reaches = Reaches
            .At(Meeting, Local("2027-03-22 09:00"), DateTimeZone.Utc)
            .Select(r => (r.Reach, r.Count, r.First.Day, r.Last?.ToString("MM-dd", null)));
        Assert.Equal([(Reach.ThisOne, 1, 22, "03-22"), (Reach.FromHereOn, 4, 22, "04-12"), (Reach.All, 6, 8, "04-12")], reaches);
        var endless = Meeting with { Rule = Rule.Weekly(1) };
        Assert.Equal(
            [(Reach.ThisOne, 1), (Reach.All, null)],
            Reaches.At(endless, Local("2027-03-08 09:00"), DateTimeZone.Utc).Select(r => (r.Reach, r.Count))
        );
    }

    [Fact]
    public void Parts_that_somebody_else_changed_are_told_and_the_others_merge()
    {
        var now = Occurrences.Find(Only(Reach.ThisOne, To("2027-03-23 15:00")), Local("2027-03-22 09:00"), DateTimeZone.Utc)!;
        var was = new EntryEdit { Time = Timed("2027-03-22 09:00", "Europe/Lisbon", 60), Title = "Tide lease" };
        Assert.Equal([EntryPart.Time], EditConflicts.Find(now, was, To("2027-03-22 11:00") with { Title = "Lease" }));
        Assert.Empty(EditConflicts.Find(now, was, new EntryEdit { Title = "Lease" }));
        Assert.Empty(EditConflicts.Find(now, was, To("2027-03-23 15:00")));
    }

    [Fact]
    public void A_change_of_clocks_moves_a_series_for_who_lives_elsewhere()
    {
        var starts = Occurrences.In(Meeting, Span("2027-03-01 00:00", "2027-06-01 00:00"), DateTimeZone.Utc).Select(o => o.Stretch.Start);
        // Halifax changes on 14 March, Lisbon on 28 March.
        Assert.Equal(
            [("03-08", "05:00"), ("03-15", "06:00"), ("03-29", "05:00")],
            Watch
                .HourShifts.In(Time.Zones.Get("America/Halifax"), starts)
                .Select(h => (h.From.ToString("MM-dd", null), h.Local.ToString("HH:mm", null)))
        );
    }

    private static AttendeesEdit Asking(UserId? add = null, UserId? remove = null) =>
        new(add is { } one ? [new Participation(one, AttendeeRole.Required)] : [], remove is { } other ? [other] : []);

    private static IEnumerable<UserId> Asked(Entry entry, string id) =>
        Agreement.For(entry, Local(id)).Select(p => p.Who).Order(Comparer<UserId>.Create((a, b) => a.Value.CompareTo(b.Value)));

    [Theory]
    [InlineData(Reach.ThisOne, false, true, false)]
    [InlineData(Reach.All, true, true, true)]
    public void Who_is_asked_besides_is_invited_who_is_taken_out_is_told_and_to_the_others_nothing_changes(
        Reach reach,
        bool before,
        bool at,
        bool after
    )
    {
        var edit = new EntryEdit { Attendees = Asking(Entries.Ruta, Entries.Ana) };
        var (changed, effects) = Assert.Single(Edits.Apply(Meeting, Local("2027-03-22 09:00"), reach, edit, Ids, DateTimeZone.Utc));
        UserId[] was = [Entries.Tome, Entries.Ana];
        UserId[] now = [Entries.Tome, Entries.Ruta];
        Assert.Equal(before ? now : was, Asked(changed, "2027-03-15 09:00"));
        Assert.Equal(at ? now : was, Asked(changed, "2027-03-22 09:00"));
        Assert.Equal(after ? now : was, Asked(changed, "2027-03-29 09:00"));
        var id = reach == Reach.ThisOne ? Local("2027-03-22 09:00") : (LocalDateTime?)null;
        Assert.Equal(
            [new Effect(EffectKind.Removed, Entries.Ana, Entries.Ana, id), new Effect(EffectKind.Invite, Entries.Ruta, Entries.Ruta, id)],
            effects
        );
        Assert.Equal(
            (Meeting.Sequence, Answer.Accepted),
            (changed.Sequence, Agreement.Of(changed, Entries.Tome, Local("2027-03-22 09:00"))!.Answer)
        );
        Assert.Null(Agreement.Of(changed, Entries.Ana, Local("2027-03-22 09:00")));
    }

    [Fact]
    public void From_here_on_the_new_series_asks_others_than_the_old_one()
    {
        var parts = Edits.Apply(
            Meeting,
            Local("2027-03-22 09:00"),
            Reach.FromHereOn,
            new EntryEdit { Attendees = Asking(Entries.Ruta, Entries.Ana) },
            Ids,
            DateTimeZone.Utc
        );
        Assert.Equal([Entries.Tome, Entries.Ana], Asked(parts[0].Entry, "2027-03-15 09:00"));
        Assert.Equal([Entries.Tome, Entries.Ruta], Asked(parts[1].Entry, "2027-03-22 09:00"));
        Assert.Equal([Entries.Tome, Entries.Ruta], parts[1].Effects.Select(e => e.To));
    }

    [Fact]
    public void Who_was_taken_out_of_one_can_be_asked_to_it_again_and_answers_it_alone()
    {
        var without = Only(Reach.ThisOne, new EntryEdit { Attendees = Asking(remove: Entries.Ana) });
        Assert.Throws<RefusedException>(() =>
            Scheduling.Give(
                without,
                Entries.Ana,
                Local("2027-03-22 09:00"),
                new GivenAnswer(Answer.Accepted, null, null, Entries.Ana, default)
            )
        );
        var again = Assert
            .Single(
                Edits.Apply(
                    without,
                    Local("2027-03-22 09:00"),
                    Reach.ThisOne,
                    new EntryEdit { Attendees = Asking(Entries.Ana) },
                    Ids,
                    DateTimeZone.Utc
                )
            )
            .Entry;
        Assert.Equal(Answer.None, Agreement.Of(again, Entries.Ana, Local("2027-03-22 09:00"))!.Answer);
        Assert.Equal(Answer.Accepted, Agreement.Of(again, Entries.Ana, Local("2027-03-29 09:00"))!.Answer);
    }

    [Fact]
    public void A_moved_occurrence_with_others_asks_all_anew_and_tells_who_is_out_only_that()
    {
        var edit = To("2027-03-23 15:00") with { Attendees = Asking(Entries.Ruta, Entries.Ana) };
        var (changed, effects) = Assert.Single(Edits.Apply(Meeting, Local("2027-03-22 09:00"), Reach.ThisOne, edit, Ids, DateTimeZone.Utc));
        Assert.Equal(
            [(EffectKind.Moved, Entries.Tome), (EffectKind.Removed, Entries.Ana), (EffectKind.Invite, Entries.Ruta)],
            effects.Select(e => (e.Kind, e.To))
        );
        Assert.All(Agreement.For(changed, Local("2027-03-22 09:00")), p => Assert.Equal(Answer.None, p.Answer));
        Assert.Null(Agreement.Of(changed, Entries.Ana, Local("2027-03-22 09:00")));
    }

    [Fact]
    public void Nobody_required_the_organiser_as_attendee_and_attendees_of_one_occurrence_of_an_appointment_are_refused()
    {
        RefusalKind Refused(Entry entry, AttendeesEdit edit) =>
            Assert
                .Throws<RefusedException>(() =>
                    Edits.Apply(
                        entry,
                        entry.IsSeries ? Local("2027-03-22 09:00") : null,
                        Reach.ThisOne,
                        new EntryEdit { Attendees = edit },
                        Ids,
                        DateTimeZone.Utc
                    )
                )
                .Refusal.Kind;
        Assert.Equal(RefusalKind.NoAttendee, Refused(Meeting, Asking(remove: Entries.Tome)));
        Assert.Equal(RefusalKind.OrganiserAsAttendee, Refused(Meeting, Asking(Entries.Maren)));
        Assert.Equal(RefusalKind.OrganiserAsAttendee, Refused(Weekly, Asking(Entries.Maren)));
        Assert.Equal(RefusalKind.OfTheWhole, Refused(Weekly, Asking(remove: Entries.Ana)));
    }

    private static readonly Entry Weekly = Entries.Series("2027-03-15 09:00", "Etc/UTC", 60, Rule.Parse("FREQ=WEEKLY;COUNT=9"));

    [Fact]
    public void One_occurrence_of_an_appointment_to_which_somebody_is_asked_becomes_a_meeting_and_the_others_stay_as_they_were()
    {
        var edit = new EntryEdit { Time = Timed("2027-03-22 11:00", "Etc/UTC", 30), Attendees = Asking(Entries.Ana) };
        var parts = Edits.Apply(Weekly, Local("2027-03-22 09:00"), Reach.ThisOne, edit, Ids, DateTimeZone.Utc);
        var (series, meeting) = (parts[0], parts[1]);
        Assert.Equal(Starts(Weekly).Where(s => !s.StartsWith("03-22", StringComparison.Ordinal)), Starts(series.Entry));
        Assert.Equal((EntryKind.Appointment, 0), (series.Entry.Kind, series.Effects.Length));
        Assert.Equal(
            (EntryKind.Meeting, false, Weekly.Title, Weekly.Uid),
            (meeting.Entry.Kind, meeting.Entry.IsSeries, meeting.Entry.Title, meeting.Entry.RelatedTo)
        );
        Assert.Equal(edit.Time, meeting.Entry.Time);
        Assert.Equal((EffectKind.Invite, Entries.Ana), (Assert.Single(meeting.Effects).Kind, meeting.Effects[0].To));
    }

    [Fact]
    public void An_appointment_to_which_somebody_is_asked_becomes_a_meeting_and_an_appointment_again_when_nobody_is()
    {
        Transition Apply(Entry entry, AttendeesEdit edit) =>
            Assert.Single(Edits.Apply(entry, null, Reach.All, new EntryEdit { Attendees = edit }, Ids, DateTimeZone.Utc));
        var (meeting, invited) = Apply(Entries.Appointment(), Asking(Entries.Ana));
        Assert.Equal(
            (EntryKind.Meeting, MeetingStatus.Sent, TimeTaken.Pencilled),
            (meeting.Kind, meeting.Status, Agreement.On(Entries.Only(meeting), Entries.Maren, default))
        );
        Assert.Equal((EffectKind.Invite, Entries.Ana), (Assert.Single(invited).Kind, invited[0].To));
        var (appointment, told) = Apply(meeting, Asking(remove: Entries.Ana));
        Assert.Equal(
            (EntryKind.Appointment, TimeTaken.Firm),
            (appointment.Kind, Agreement.On(Entries.Only(appointment), Entries.Maren, default))
        );
        Assert.Equal((EffectKind.Removed, Entries.Ana), (Assert.Single(told).Kind, told[0].To));
    }
}
