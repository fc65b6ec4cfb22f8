using System.Collections.Immutable;
using System.Text.Json;
using Corlin.Application.Access;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Offers;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Times that are held and offered to people outside.</summary>
public sealed class OfferTests : IAsyncLifetime
{
    private static readonly Instant First = Instant.FromUtc(2027, 3, 16, 10, 0);
    private static readonly ImmutableArray<Instant> Starts = [First, First + Duration.FromHours(2), First + Duration.FromDays(1)];
    private static readonly Instant Until = Instant.FromUtc(2027, 3, 12, 18, 0);

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private MakeOffer Offer(OfferDecision decision = OfferDecision.FirstChoice, params string[] readers) =>
        new(
            world.Noor.Id,
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Lease terms",
                [
                    .. (readers.Length == 0 ? [world.Lakshmi.PublicId] : readers)
                        .Append(world.Tome.PublicId)
                        .Select(r => new Invited(r, AttendeeRole.Required)),
                ],
                World.Timed("2027-03-16T10:00"),
                null,
                "https://meet.ebbline.example/7",
                null,
                "We are glad to meet."
            ),
            Starts,
            "Asia/Kolkata",
            Until,
            decision
        );

    private static AnswerOffer Choose(string key, int time) => new(key, new OfferAnswer(time, [], null));

    private static AnswerOffer Mark(string key, params OfferMark[] marks) => new(key, new OfferAnswer(null, [.. marks], null));

    private Task<OfferedView> Page(string key) => world.See(new ReadOffered(key, world.Now).Run);

    private async Task<OfferView> Stands(CalendarUser? viewer = null) =>
        Assert.Single((await world.See(new ReadOffers((viewer ?? world.Noor).Id, world.Now).Run)).Offers);

    private async Task<int> Holds() => (await world.See(s => s.HoldsOf((s.Offer(made.PublicId))!.HoldRequest))).Count;

    private MadeOffer made = null!;

    private async Task<string> MakeAsync(OfferDecision decision = OfferDecision.FirstChoice, params string[] readers) =>
        (made = await world.Do(Offer(decision, readers))).Keys[0];

    private async Task MustRefuse<T>(RefusalKind kind, IChange<T> change) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(() => world.Do(change))).Refusal.Kind);

    [Fact]
    public async Task The_times_are_held_and_told_in_the_zone_of_the_reader()
    {
        var key = await MakeAsync();
        Assert.Equal(3, await Holds());
        var page = await Page(key);
        Assert.Equal(("Lease terms", "Maren Falk", "Lakshmi"), (page.Title, page.Organiser, page.Reader));
        Assert.Equal(("Asia/Kolkata", OfferState.Open, "by video"), (page.Zone, page.State, page.Where));
        Assert.Equal(Starts, page.Times.Select(t => t.Stretch.Start));
        Assert.All(page.Times, t => Assert.True(t.Free));
        Assert.Null(page.Link);
        var text = (await Stands()).Text;
        Assert.Contains("Maren Falk suggests these times for “Lease terms” (45 minutes, by video):", text, StringComparison.Ordinal);
        Assert.Contains("- Tuesday 16 March, 15:30 to 16:15 (10:00 in Lisbon)", text, StringComparison.Ordinal);
        Assert.Contains("by Friday 12 March, 23:30", text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Nobody_is_named_to_a_reader_but_whose_time_it_is()
    {
        var page = await Page(await MakeAsync());
        var told = JsonSerializer.Serialize(page);
        foreach (var other in new[] { world.Tome, world.Noor })
        {
            Assert.DoesNotContain(other.GivenName, told, StringComparison.Ordinal);
            Assert.DoesNotContain(other.PublicId, told, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task The_choice_books_it_releases_the_other_holds_and_counts_as_accepted()
    {
        var key = await MakeAsync();
        Assert.Equal(OfferState.Booked, await world.Do(Choose(key, 1)));
        Assert.Equal(0, await Holds());
        var stands = await Stands();
        Assert.False(stands.MayBook);
        var meeting = await world.Entry(stands.Entry!);
        Assert.Equal(new LocalDateTime(2027, 3, 16, 12, 0), meeting.Time.LocalStart);
        Assert.Equal(MeetingStatus.Sent, meeting.Status);
        var answers = meeting.Participations.ToDictionary(p => p.Who, p => p.Answer);
        Assert.Equal(Answer.Accepted, answers[world.Lakshmi.Id]);
        Assert.Equal(Answer.None, answers[world.Tome.Id]);
        var page = await Page(key);
        Assert.Equal((OfferState.Booked, Starts[1]), (page.State, page.Booked!.Stretch.Start));
        Assert.Equal("https://meet.ebbline.example/7", page.Link);
        Assert.Equal(meeting.Uid, page.Uid);
        // The invitation goes out by mail with the acceptance in it, and the assistant is told at once.
        world.Advance(11);
        await world.SendDue();
        var mail = Assert.Single(world.Post.Mail, m => m.To.Address == world.Lakshmi.Address);
        Assert.Equal(Answer.Accepted, Assert.Single(mail.Attendees, a => a.Who.Address == world.Lakshmi.Address).Answer);
        Assert.Contains(world.Post.Notices, n =>
            (n.Kind, n.To, n.About) == (EffectKind.Answered, world.Noor.Address, world.Lakshmi.Address)
        );
    }

    [Fact]
    public async Task The_same_choice_twice_is_one_and_another_is_told_that_it_is_booked()
    {
        var key = await MakeAsync(OfferDecision.FirstChoice, world.Lakshmi.PublicId, "rosa@cais.example");
        await world.Do(Choose(key, 0));
        Assert.Equal(OfferState.Booked, await world.Do(Choose(key, 0)));
        await MustRefuse(RefusalKind.OfferBooked, Choose(key, 1));
        await MustRefuse(RefusalKind.OfferBooked, Choose(made.Keys[1], 0));
    }

    [Fact]
    public async Task Of_two_who_choose_one_time_of_two_offers_at_once_one_wins_and_the_other_is_offered_the_rest()
    {
        var one = (await world.Do(Offer())).Keys[0];
        var other = (await world.Do(Offer(OfferDecision.FirstChoice, "rosa@cais.example"))).Keys[0];
        var outcomes = await Task.WhenAll(
            new[] { one, other }.Select(async key =>
            {
                try
                {
                    await world.Do(Choose(key, 0));
                    return (Key: key, Won: true);
                }
                catch (RefusedException e) when (e.Refusal.Kind == RefusalKind.OfferTimeGone)
                {
                    return (Key: key, Won: false);
                }
            })
        );
        var lost = Assert.Single(outcomes, o => !o.Won).Key;
        Assert.Equal([false, true, true], (await Page(lost)).Times.Select(t => t.Free));
        Assert.Equal(OfferState.Booked, await world.Do(Choose(lost, 1)));
    }

    [Fact]
    public async Task What_is_taken_meanwhile_by_anything_else_can_be_chosen_no_more()
    {
        var key = await MakeAsync();
        await world.Do(new AddAppointment(world.Tome.Id, world.Tome.Id, "Dentist", World.Timed("2027-03-16T10:30"), null));
        Assert.Equal([false, true, true], (await Page(key)).Times.Select(t => t.Free));
        await MustRefuse(RefusalKind.OfferTimeGone, Choose(key, 0));
        await MustRefuse(RefusalKind.OfferTimeGone, new BookOffered(world.Noor.Id, made.PublicId, 0));
    }

    [Fact]
    public async Task That_none_fits_is_kept_with_its_words_and_waits_on_the_desk()
    {
        var key = await MakeAsync();
        await world.Do(new AnswerOffer(key, new OfferAnswer(null, [], "Mornings, please")));
        Assert.Equal(3, await Holds());
        var stands = await Stands();
        Assert.True(Assert.Single(stands.Readers).NoneFits);
        Assert.Equal("Mornings, please", stands.Readers[0].Words);
        var row = Assert.Single((await world.See(new ReadDesk(world.Noor.Id, world.Now).Run)).Queue, r =>
            r.Key == $"offer-{made.PublicId}"
        );
        Assert.Equal(("None fits.", "Lakshmi: Mornings, please"), (row.Judgement, row.Reason));
        // They change their mind.
        Assert.Equal(OfferState.Booked, await world.Do(Choose(key, 2)));
    }

    [Fact]
    public async Task Marks_are_gathered_and_the_assistant_books_the_one_that_suits()
    {
        var first = await MakeAsync(OfferDecision.ByMaker, world.Lakshmi.PublicId, "rosa@cais.example");
        await MustRefuse(RefusalKind.OfferMarkMissing, Mark(first, OfferMark.Fits));
        await world.Do(Mark(first, OfferMark.Fits, OfferMark.AtAPinch, OfferMark.Fits));
        await world.Do(Mark(made.Keys[1], OfferMark.No, OfferMark.Fits, OfferMark.Fits));
        var stands = await Stands();
        Assert.Equal([false, false, true], stands.Times.Select(t => t.Best));
        Assert.Equal([OfferMark.AtAPinch, OfferMark.Fits], stands.Times[1].Marks);
        Assert.StartsWith("2 of 2 answered, until ", stands.Stands, StringComparison.Ordinal);
        var booked = await world.Do(new BookOffered(world.Noor.Id, made.PublicId, 1));
        var meeting = await world.Entry(booked.PublicId);
        var rosa = stands.Readers[1].Who.Id;
        // Who said that it fits has accepted; who comes at a pinch is asked.
        Assert.Equal(Answer.None, meeting.Participations.Single(p => p.Who == world.Lakshmi.Id).Answer);
        Assert.Equal(Answer.Accepted, meeting.Participations.Single(p => p.Who == world.See(s => s.User(rosa)!.Id).Result).Answer);

        await world.Do(new UndoChange(world.Noor.Id, booked.Change));
        Assert.True((await Stands()).Open);
        Assert.Equal(3, await Holds());
    }

    [Fact]
    public async Task The_best_is_booked_by_itself_when_all_have_answered()
    {
        var first = await MakeAsync(OfferDecision.ByItself, world.Lakshmi.PublicId, "rosa@cais.example");
        Assert.Equal(OfferState.Open, await world.Do(Mark(first, OfferMark.No, OfferMark.AtAPinch, OfferMark.Fits)));
        Assert.Equal(OfferState.Booked, await world.Do(Mark(made.Keys[1], OfferMark.Fits, OfferMark.Fits, OfferMark.Fits)));
        Assert.Equal(new LocalDateTime(2027, 3, 17, 10, 0), (await world.Entry((await Stands()).Entry!)).Time.LocalStart);
    }

    [Fact]
    public async Task At_the_end_the_best_is_booked_where_that_was_said_and_otherwise_nothing()
    {
        var worker = new OfferWorker(world.Store, world.Gate);
        var key = await MakeAsync(OfferDecision.ByItself, world.Lakshmi.PublicId, "rosa@cais.example");
        await world.Do(Mark(key, OfferMark.No, OfferMark.Fits, OfferMark.AtAPinch));
        Assert.Equal(0, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        world.Clock.StopAt(Until);
        await MustRefuse(RefusalKind.OfferEnded, Mark(key, OfferMark.Fits, OfferMark.Fits, OfferMark.Fits));
        Assert.Equal(1, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        Assert.Equal(new LocalDateTime(2027, 3, 16, 12, 0), (await world.Entry((await Stands()).Entry!)).Time.LocalStart);
        Assert.Equal(0, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task An_offer_that_nobody_answered_is_over_at_its_end_and_can_still_be_booked_by_hand()
    {
        var key = await MakeAsync();
        world.Clock.StopAt(Until);
        Assert.Equal(OfferState.Lapsed, (await Page(key)).State);
        Assert.Equal(1, await new OfferWorker(world.Store, world.Gate).RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        await MustRefuse(RefusalKind.OfferEnded, Choose(key, 0));
        var stands = await Stands();
        Assert.Equal("ended today 18:00, nothing booked", stands.Stands);
        await world.Do(new BookOffered(world.Noor.Id, made.PublicId, 0));
        Assert.Equal(OfferState.Booked, (await Page(key)).State);
    }

    [Fact]
    public async Task One_that_is_withdrawn_holds_nothing_and_comes_back_by_an_undo()
    {
        var key = await MakeAsync();
        var change = await world.Do(new EndOffer(world.Noor.Id, made.PublicId));
        Assert.Equal(0, await Holds());
        Assert.Equal(OfferState.Withdrawn, (await Page(key)).State);
        await MustRefuse(RefusalKind.OfferEnded, Choose(key, 0));
        await MustRefuse(RefusalKind.OfferEnded, new BookOffered(world.Noor.Id, made.PublicId, 0));
        await world.Do(new UndoChange(world.Noor.Id, change));
        Assert.Equal(OfferState.Booked, await world.Do(Choose(key, 0)));
    }

    [Fact]
    public async Task Where_it_was_taken_back_in_time_its_link_leads_nowhere()
    {
        var key = await MakeAsync();
        await world.Do(new UndoChange(world.Noor.Id, made.Change));
        Assert.Equal(RefusalKind.NotFound, (await Assert.ThrowsAsync<RefusedException>(() => Page(key))).Refusal.Kind);
        await MustRefuse(RefusalKind.NotFound, Choose(key, 0));
    }

    [Fact]
    public async Task Another_link_takes_the_place_of_the_one_before()
    {
        var key = await MakeAsync();
        var renewed = await world.Do(new RenewOfferLink(world.Noor.Id, made.PublicId, 0));
        Assert.NotEqual(key, renewed);
        Assert.Equal(RefusalKind.NotFound, (await Assert.ThrowsAsync<RefusedException>(() => Page(key))).Refusal.Kind);
        Assert.Equal(OfferState.Open, (await Page(renewed)).State);
        await MustRefuse(RefusalKind.NotFound, new RenewOfferLink(world.Noor.Id, made.PublicId, 1));
    }

    [Fact]
    public async Task A_guessed_key_leads_nowhere_and_none_is_kept_as_it_is()
    {
        var key = await MakeAsync();
        await MustRefuse(RefusalKind.NotFound, Choose(key[..^1] + (key[^1] == 'a' ? 'b' : 'a'), 0));
        foreach (var file in Directory.EnumerateFiles(world.Folder))
        {
            await using var open = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
            using var text = new StreamReader(open, System.Text.Encoding.Latin1);
            Assert.DoesNotContain(key, await text.ReadToEndAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Who_does_not_speak_for_its_owner_neither_sees_nor_changes_it()
    {
        var key = await MakeAsync();
        foreach (var other in new[] { world.Tome, world.Ruta })
        {
            Assert.Empty((await world.See(new ReadOffers(other.Id, world.Now).Run)).Offers);
            await MustRefuse(RefusalKind.NotFound, new EndOffer(other.Id, made.PublicId));
            await MustRefuse(RefusalKind.NotFound, new BookOffered(other.Id, made.PublicId, 0));
            await MustRefuse(RefusalKind.NotFound, new RenewOfferLink(other.Id, made.PublicId, 0));
            await MustRefuse(RefusalKind.MayNotSpeakFor, Offer() with { Actor = other.Id });
        }

        Assert.Single((await world.See(new ReadOffers(world.Maren.Id, world.Now).Run)).Offers);
        // Whoever may no longer speak for her offers nothing any more in her name.
        var grant = (await world.See(s => s.GrantsHeldBy(world.Noor.Id))).Single(g => g.Owner == world.Maren.Id);
        await world.Do(new WithdrawAccess(world.Maren.Id, grant.Id));
        await MustRefuse(RefusalKind.OfferEnded, Choose(key, 0));
        Assert.Equal(RefusalKind.OfferEnded, (await Assert.ThrowsAsync<RefusedException>(() => Page(key))).Refusal.Kind);
    }

    [Fact]
    public async Task A_private_one_is_known_only_to_who_speaks_in_private_matters()
    {
        await world.Grant(world.Maren, world.Ruta, Sight.Everything, Acting.SpeakFor);
        var offer = Offer();
        made = await world.Do(offer with { Meeting = offer.Meeting with { Private = true } });
        Assert.Empty((await world.See(new ReadOffers(world.Ruta.Id, world.Now).Run)).Offers);
        await MustRefuse(RefusalKind.NotFound, new EndOffer(world.Ruta.Id, made.PublicId));
        Assert.Equal("Lease terms", (await Stands()).Title);
    }

    [Fact]
    public async Task Bad_offers_are_refused_with_a_word()
    {
        var offer = Offer();
        await MustRefuse(RefusalKind.TooMany, offer with { Starts = [] });
        await MustRefuse(
            RefusalKind.TooMany,
            offer with
            {
                Starts = [.. Enumerable.Range(0, 13).Select(i => First + Duration.FromHours(i))],
            }
        );
        await MustRefuse(RefusalKind.InThePast, offer with { Until = world.Now - Duration.FromSeconds(1) });
        await MustRefuse(RefusalKind.InThePast, offer with { Starts = [world.Now - Duration.FromHours(1)] });
        await MustRefuse(RefusalKind.BadInput, offer with { Until = world.Now + Duration.FromDays(91) });
        await MustRefuse(RefusalKind.NoTitle, offer with { Meeting = offer.Meeting with { Title = " " } });
        await MustRefuse(
            RefusalKind.OfferWithoutReader,
            offer with
            {
                Meeting = offer.Meeting with { Invited = [new Invited(world.Tome.PublicId, AttendeeRole.Required)] },
            }
        );
        var key = await MakeAsync();
        await MustRefuse(RefusalKind.NotFound, Choose(key, 3));
        await MustRefuse(RefusalKind.NotFound, Choose(key, -1));
        await MustRefuse(RefusalKind.BadInput, new AnswerOffer(key, new OfferAnswer(null, [], new string('x', 1_001))));
    }

    [Fact]
    public async Task A_page_that_is_answered_over_and_over_is_heard_no_more()
    {
        var key = await MakeAsync();
        for (var i = 0; i < Core.Meetings.Offer.MostAnswers; i++)
            await world.Do(new AnswerOffer(key, new OfferAnswer(null, [], $"Not yet {i}")));
        await MustRefuse(RefusalKind.TooMany, new AnswerOffer(key, new OfferAnswer(null, [], "Again")));
        Assert.Equal("Not yet 49", (await Stands()).Readers[0].Words);
    }
}
