using System.Text;
using Corlin.Application.History;
using Corlin.Application.Mail;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Messages that somebody brings as a file, and those that wait and are taken in by hand.</summary>
public sealed class LaidMailTests : IAsyncLifetime
{
    private const string Rosa = "rosa@harbour.example";
    private static readonly Stretch At = new(Instant.FromUtc(2027, 3, 16, 12, 0), Instant.FromUtc(2027, 3, 16, 13, 0));

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task An_invitation_as_a_calendar_file_waits_with_whom_it_is_for_and_is_taken_in_by_hand_once()
    {
        var file = Encoding.UTF8.GetBytes(Asks());
        Assert.Equal(Received.Waits, await Bring(file));
        Assert.Equal(Received.Repeated, await Bring(file));
        var line = Assert.Single((await Open()).Mails);
        Assert.Equal(
            ("Berth plan", world.Maren.PublicId, "waits: no server vouches for its sender"),
            (line.Subject, line.Of!.Id, line.Words)
        );
        Assert.Empty(await world.See(s => s.MeetingsOf("berth@harbour.example")));
        await TakeIn(line.Id);
        var meeting = Assert.Single(await world.See(s => s.MeetingsOf("berth@harbour.example")));
        Assert.Equal([world.Maren.Id], meeting.Participations.Select(p => p.Who));
        Assert.Empty((await Open()).Mails);
        await Assert.ThrowsAsync<RefusedException>(() => TakeIn(line.Id));
    }

    [Fact]
    public async Task What_nobody_vouches_for_keeps_out_nothing_that_comes_under_the_same_id()
    {
        var mail = new Ports.ReceivedMail(
            "one@harbour.example",
            new Core.Meetings.Mailbox("Rosa", Rosa),
            new Core.Meetings.Mailbox("Maren", world.Maren.Address),
            "A berth",
            "",
            [],
            [1]
        );
        Assert.Equal(Received.Waits, await world.Do(new ReceiveMail(mail, Message(Asks()))));
        Assert.Equal(Received.Applied, await world.Do(new ReceiveMail(mail, Message(Asks()) with { Vouched = true })));
        Assert.Equal(Received.Repeated, await world.Do(new ReceiveMail(mail, Message(Asks()) with { Vouched = true })));
    }

    [Fact]
    public async Task What_is_for_nobody_for_whom_they_speak_is_not_kept()
    {
        var e = await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(Incoming().Brought(world.Ana.Id, Encoding.UTF8.GetBytes(Asks()), DateTimeZone.Utc))
        );
        Assert.Equal(RefusalKind.MailForNobody, e.Refusal.Kind);
        Assert.Empty((await Open()).Mails);
    }

    [Theory]
    [InlineData("")]
    [InlineData("not a message")]
    [InlineData("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:x\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n")]
    public void What_is_no_message_is_said_to_be_none(string text) =>
        Assert.Throws<FormatException>(() => Incoming().Brought(world.Noor.Id, Encoding.UTF8.GetBytes(text), DateTimeZone.Utc));

    [Fact]
    public async Task What_came_too_early_is_taken_in_once_there_is_what_it_is_about()
    {
        var cancel = Asks("CANCEL", 1, ["STATUS:CANCELLED"]);
        Assert.Equal(Received.Waits, await world.TakesIn(cancel, Rosa, world.Maren.Address));
        var line = Assert.Single((await Open()).Mails);
        Assert.Equal("waits: nothing stands here that it is about", line.Words);
        var e = await Assert.ThrowsAsync<RefusedException>(() => TakeIn(line.Id, cancel));
        Assert.Equal(RefusalKind.MailNotTaken, e.Refusal.Kind);
        await world.TakesIn(Asks(), Rosa, world.Maren.Address);
        await TakeIn(line.Id, cancel);
        Assert.Equal(MeetingStatus.Cancelled, Assert.Single(await world.See(s => s.MeetingsOf("berth@harbour.example"))).Status);
    }

    [Fact]
    public async Task Taking_it_in_is_undone_it_waits_as_before_and_can_be_taken_in_again()
    {
        await Bring(Encoding.UTF8.GetBytes(Asks()));
        var line = Assert.Single((await Open()).Mails);
        var change = await TakeIn(line.Id);
        Assert.Empty((await Open()).Mails);

        var undone = await world.Do(new UndoChange(world.Noor.Id, change));
        Assert.Equal((line.Id, line.Words), Assert.Single((await Open()).Mails.Select(m => (m.Id, m.Words))));
        Assert.Empty(await world.See(s => s.MeetingsOf("berth@harbour.example")));

        await world.Do(new UndoChange(world.Noor.Id, undone));
        Assert.Empty((await Open()).Mails);
        Assert.Single(await world.See(s => s.MeetingsOf("berth@harbour.example")));
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoChange(world.Ana.Id, change)));
    }

    [Fact]
    public async Task Only_who_speaks_for_its_reader_takes_it_in()
    {
        await Bring(Encoding.UTF8.GetBytes(Asks()));
        var line = Assert.Single((await Open()).Mails);
        var e = await Assert.ThrowsAsync<RefusedException>(() => world.Do(new TakeInMail(world.Ana.Id, line.Id, Message(Asks()))));
        Assert.Equal(RefusalKind.NotFound, e.Refusal.Kind);
    }

    private string Asks(string method = "REQUEST", int sequence = 0, IReadOnlyList<string>? more = null) =>
        SchedulingTexts.One(method, "berth@harbour.example", sequence, world.Now, Rosa, [(world.Maren.Address, Answer.None)], At, more);

    private static Core.Conversations.ReceivedMessage Message(string text) =>
        Interchange.ICalendar.ScheduledPartReader.Read(text, Rosa, vouched: false, DateTimeZone.Utc, known: true);

    private IncomingMail Incoming() => new(world.Post, world.Store, world.Gate);

    private Task<Received> Bring(byte[] file) => world.Do(Incoming().Brought(world.Noor.Id, file, DateTimeZone.Utc));

    private Task<long> TakeIn(long mail, string? text = null) => world.Do(new TakeInMail(world.Noor.Id, mail, Message(text ?? Asks())));

    private Task<MailsView> Open() => world.See(s => new ReadMails(world.Noor.Id, null, MailPile.Open, "", null, world.Now).Run(s));
}
