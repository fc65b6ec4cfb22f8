using Corlin.Application.Access;
using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

public sealed class MailTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task What_goes_to_somebody_outside_is_in_the_mail_room_from_the_change_on()
    {
        await world.Arrange(with: [world.Lakshmi]);
        var line = Assert.Single((await Room(world.Noor)).Mails);
        Assert.Equal(
            (MailState.Waiting, "Invitation: Insurers, renewal terms", "Lakshmi Rao", "goes out in some seconds"),
            (line.State, line.Subject, line.Other, line.Words)
        );
        world.Advance(10);
        await world.SendDue();
        var mail = await world.See(s => new ReadMail(world.Noor.Id, line.Id, world.Now).Run(s));
        Assert.Equal(MailState.Sent, mail.Line.State);
        Assert.Contains("Noor Haddad for Maren Falk invites you to “Insurers, renewal terms”.", mail.Text!, StringComparison.Ordinal);
        Assert.Contains(
            "METHOD:REQUEST",
            System.Text.Encoding.UTF8.GetString(await world.See(s => new ReadMailSource(world.Noor.Id, line.Id, world.Now).Run(s))),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task An_undo_takes_a_message_out_of_the_mail_room_and_a_redo_puts_it_back()
    {
        var made = await world.Arrange(with: [world.Lakshmi]);
        var undone = await world.Do(new UndoChange(world.Noor.Id, made.Change));
        Assert.Empty((await Room(world.Noor)).Mails);
        await world.Do(new UndoChange(world.Noor.Id, undone));
        Assert.Equal("Invitation: Insurers, renewal terms", Assert.Single((await Room(world.Noor)).Mails).Subject);
    }

    [Fact]
    public async Task Only_who_speaks_for_somebody_sees_their_mail()
    {
        await world.Arrange(with: [world.Lakshmi]);
        var line = Assert.Single((await Room(world.Maren)).Mails);
        await world.Grant(world.Maren, world.Ruta, Sight.Everything, Acting.Change, true);
        foreach (var other in new[] { world.Tome, world.Ruta, world.Administrator })
        {
            Assert.Empty((await Room(other)).Mails);
            await Refused(() => world.See(s => new ReadMail(other.Id, line.Id, world.Now).Run(s)));
            await Refused(() => world.See(s => new ReadMailSource(other.Id, line.Id, world.Now).Run(s)));
            await Refused(() => world.See(s => new ReadMails(other.Id, world.Maren.PublicId, MailPile.All, "", null, world.Now).Run(s)));
        }
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task Private_mail_is_seen_only_where_the_grant_includes_what_is_private(bool fromTheStart)
    {
        await world.Grant(world.Maren, world.Ruta, Sight.Everything, Acting.SpeakFor);
        var made = await world.Arrange(isPrivate: fromTheStart, with: [world.Lakshmi]);
        if (!fromTheStart)
            await world.Do(
                new ChangeEntry(
                    world.Noor.Id,
                    made.PublicId,
                    null,
                    Reach.All,
                    new EntryEdit { Private = true },
                    new EntryEdit { Private = false }
                )
            );
        var line = (await Room(world.Noor)).Mails[^1];
        Assert.Empty((await Room(world.Ruta)).Mails);
        await Refused(() => world.See(s => new ReadMail(world.Ruta.Id, line.Id, world.Now).Run(s)));
    }

    [Fact]
    public async Task What_is_not_taken_over_is_tried_again_ever_later_and_then_given_up_until_somebody_sends_it_again()
    {
        await world.Arrange(with: [world.Lakshmi]);
        world.Post.Refusing = new UndeliverableException("The mail server cannot be reached.", false);
        world.Advance(10);
        var tries = 0;
        foreach (var minutes in new[] { 1, 5, 30, 120, 480, 1440 })
        {
            Assert.Equal(0, await world.SendDue());
            Assert.Equal(MailState.Trying, (await Room(world.Noor)).Mails.Single().State);
            world.Advance(60 * minutes - 1);
            // It is not due yet.
            Assert.Empty(await world.Outbox.DueAsync(world.Now, 10, TestContext.Current.CancellationToken));
            world.Advance(1);
            tries++;
        }

        await world.SendDue();
        var line = Assert.Single((await Room(world.Noor, MailPile.Open)).Mails);
        Assert.Equal((6, MailState.Failed, "not delivered: The mail server cannot be reached."), (tries, line.State, line.Words));
        world.Post.Refusing = null;
        await Refused(() => world.Do(new SendMailAgain(world.Tome.Id, line.Id)));
        await world.Do(new SendMailAgain(world.Noor.Id, line.Id));
        Assert.Equal(1, await world.SendDue());
        Assert.Single(world.Post.Mail);
        Assert.Empty((await Room(world.Noor, MailPile.Open)).Mails);
    }

    [Fact]
    public async Task What_can_never_be_delivered_is_given_up_at_once_and_can_be_let_be()
    {
        await world.Arrange(with: [world.Lakshmi]);
        world.Post.Refusing = new UndeliverableException("The mail server says: 550 no such box", true);
        world.Advance(10);
        await world.SendDue();
        var room = await Room(world.Noor, MailPile.Open);
        Assert.Equal(1, room.Open);
        await world.Do(new LetMailBe(world.Noor.Id, room.Mails.Single().Id));
        Assert.Equal(0, (await Room(world.Noor, MailPile.Open)).Open);
        // It stays where all is shown.
        Assert.Equal(MailState.Failed, (await Room(world.Noor)).Mails.Single().State);
    }

    [Fact]
    public async Task A_reply_in_words_is_filed_with_the_meeting_and_one_of_a_stranger_is_not()
    {
        var made = await world.Arrange(with: [world.Lakshmi, world.Tome]);
        await world.Do(new WriteTo(world.Noor.Id, made.PublicId, null, Circle.External, null, "Please bring the renewal terms."));
        world.Advance(10);
        await world.SendDue();
        var letter = Assert.Single(world.Post.Letters);
        Assert.Equal((world.Lakshmi.Address, "Insurers, renewal terms"), (letter.To.Address, letter.Subject));
        var sent = (await Room(world.Noor)).Mails.First(m => m.Subject == letter.Subject);
        var id = (await world.See(s => s.Mail(sent.Id)))!.MessageId;

        Assert.Equal(Received.Filed, await Comes("r1@x.example", world.Lakshmi.Address, world.Noor.Address, id));
        Assert.Equal(Received.Repeated, await Comes("r1@x.example", world.Lakshmi.Address, world.Noor.Address, id));
        Assert.Equal(Received.Waits, await Comes("r2@x.example", "someone@elsewhere.example", world.Noor.Address, id));
        var filed = (
            await world.See(s =>
                s.Mails(
                    new MailAsked(
                        new Dictionary<UserId, bool> { [world.Maren.Id] = true },
                        false,
                        "",
                        [MailState.Filed],
                        null,
                        made.PublicId
                    ),
                    10
                )
            )
        );
        Assert.Equal("r1@x.example", Assert.Single(filed).MessageId);
        // What is filed nowhere is hers to whom it came.
        Assert.Equal("someone@elsewhere.example", Assert.Single((await Room(world.Noor, MailPile.Open)).Mails).Other);
        Assert.Empty((await Room(world.Maren, MailPile.Open)).Mails);
    }

    [Theory]
    [InlineData(Circle.Everyone, 2)]
    [InlineData(Circle.Required, 2)]
    [InlineData(Circle.Silent, 1)]
    [InlineData(Circle.External, 1)]
    public async Task One_writes_to_a_circle_of_those_asked(Circle circle, int count)
    {
        var made = await world.Arrange(with: [world.Lakshmi, world.Tome]);
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, made.PublicId, null, Answer.Accepted, null, null));
        world.Advance(10);
        await world.SendDue();
        await world.Do(new WriteTo(world.Noor.Id, made.PublicId, null, circle, "Papers", "They follow."));
        world.Advance(10);
        await world.SendDue();
        Assert.Equal(count, world.Post.Letters.Count);
    }

    [Fact]
    public async Task Who_may_not_change_a_meeting_writes_to_nobody_of_it()
    {
        var made = await world.Arrange();
        await world.Grant(world.Maren, world.Ruta, Sight.Everything, Acting.Change);
        await Refused(() => world.Do(new WriteTo(world.Ruta.Id, made.PublicId, null, Circle.Everyone, null, "x")));
        await Refused(() => world.Do(new WriteTo(world.Tome.Id, made.PublicId, null, Circle.Everyone, null, "x")));
    }

    [Fact]
    public async Task Who_is_asked_writes_to_who_organises_it_and_nobody_else_does()
    {
        var made = await world.Arrange(with: [world.Tome, world.Lakshmi]);
        world.Advance(10);
        await world.SendDue();
        await world.Grant(world.Tome, world.Ruta, Sight.Everything, Acting.SpeakFor);
        await world.Do(new WriteToOrganiser(world.Ruta.Id, world.Tome.Id, made.PublicId, null, "Could it be shorter?"));
        world.Advance(10);
        await world.SendDue();
        var letter = Assert.Single(world.Post.Letters);
        Assert.Equal(
            (world.Ruta.Address, world.Maren.Address, "Insurers, renewal terms", "Could it be shorter?"),
            (letter.From.Address, letter.To.Address, letter.Subject, letter.Text)
        );

        // Taken back in time, nothing leaves.
        await world.Do(
            new UndoChange(
                world.Ruta.Id,
                await world.Do(new WriteToOrganiser(world.Ruta.Id, world.Tome.Id, made.PublicId, null, "Or later?"))
            )
        );
        world.Advance(10);
        await world.SendDue();
        Assert.Single(world.Post.Letters);

        await Refused(() => world.Do(new WriteToOrganiser(world.Ana.Id, world.Ana.Id, made.PublicId, null, "x")));
        await Refused(() => world.Do(new WriteToOrganiser(world.Ana.Id, world.Tome.Id, made.PublicId, null, "x")));
        await Refused(() => world.Do(new WriteToOrganiser(world.Maren.Id, world.Maren.Id, made.PublicId, null, "x")));
        await Refused(() => world.Do(new WriteToOrganiser(world.Tome.Id, world.Tome.Id, made.PublicId, null, " ")));
    }

    [Fact]
    public async Task A_subject_holds_no_second_line()
    {
        var made = await world.Arrange();
        await Refused(() =>
            world.Do(new WriteTo(world.Noor.Id, made.PublicId, null, Circle.Everyone, "Papers\r\nBcc: all@x.example", "x"))
        );
    }

    [Fact]
    public async Task An_answer_in_words_goes_to_who_wrote_and_settles_the_message()
    {
        await Comes("r1@x.example", "someone@elsewhere.example", world.Noor.Address, null);
        var line = Assert.Single((await Room(world.Noor, MailPile.Open)).Mails);
        await world.Do(new AnswerMail(world.Noor.Id, line.Id, "Gladly."));
        world.Advance(10);
        await world.SendDue();
        var letter = Assert.Single(world.Post.Letters);
        Assert.Equal(("someone@elsewhere.example", "Re: A word", "r1@x.example"), (letter.To.Address, letter.Subject, letter.Answers));
        Assert.Equal(0, (await Room(world.Noor)).Open);
    }

    [Fact]
    public async Task Who_is_outside_is_told_by_mail_what_they_may_see_and_when_it_is_withdrawn()
    {
        await world.Grant(world.Maren, world.Noor, Sight.Everything, Acting.SpeakFor, true, passOn: true);
        await world.Do(
            new GrantAccess(
                world.Noor.Id,
                world.Maren.Id,
                [world.Lakshmi.Id],
                new AccessTerms(Sight.Outline, Acting.Look),
                "For the renewal."
            )
        );
        var grant = (await world.See(s => s.GrantsHeldBy(world.Lakshmi.Id))).Single();
        await world.Do(new WithdrawAccess(world.Maren.Id, grant.Id));
        world.Advance(10);
        await world.SendDue();
        Assert.Equal(2, world.Post.Letters.Count);
        Assert.Equal(
            "Noor Haddad for Maren Falk lets you see the outline of Maren’s calendar.\r\n\r\nFor the renewal.\r\n\r\nNothing that you may see stands in it from 8 March 2027 to 6 June 2027. Write to Noor for a file later on.",
            world.Post.Letters[0].Text
        );
        // They have no way in to which it could lead.
        Assert.Null(world.Post.Letters[0].Way);
        Assert.Equal("Maren Falk has withdrawn it: you may no longer see the outline of Maren’s calendar.", world.Post.Letters[1].Text);
        Assert.Null(world.Post.Letters[1].Way);
    }

    private Task<MailsView> Room(CalendarUser viewer, MailPile pile = MailPile.All) =>
        world.See(s => new ReadMails(viewer.Id, null, pile, "", null, world.Now).Run(s));

    private Task<Received> Comes(string id, string from, string to, string? answers) =>
        world.Do(
            new ReceiveMail(
                new ReceivedMail(
                    id,
                    new Mailbox("", from),
                    new Mailbox("", to),
                    "A word",
                    "Yes.",
                    answers is null ? [] : [answers],
                    [1, 2]
                ),
                null
            )
        );

    private static Task Refused(Func<Task> act) => Assert.ThrowsAsync<RefusedException>(act);
}
