using System.Globalization;
using System.Text;
using Corlin.Application.Mail;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>
/// Messages at random, sound and broken, from whoever: none throws, none is lost, and each changes no more than its sender may change. That
/// is said here plainly, without the conversations that decide it.
/// </summary>
public sealed class MessageFuzzTests : IAsyncLifetime
{
    private const int Messages = 300;

    private static readonly string[] Outsiders = ["rosa@harbour.example", "mateo@shipyard.example", "lakshmi@coromandel-marine.example"];
    private static readonly string[] Methods =
    [
        "REQUEST",
        "REPLY",
        "ADD",
        "CANCEL",
        "REFRESH",
        "COUNTER",
        "DECLINECOUNTER",
        "PUBLISH",
        "x",
    ];
    private static readonly string[] States = ["NEEDS-ACTION", "ACCEPTED", "DECLINED", "TENTATIVE", "DELEGATED", "X-ODD"];

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task Nothing_throws_is_lost_or_applied_that_its_sender_may_not(int seed)
    {
        var random = new Random(seed);
        var own = await world.Arrange();
        var series = await world.Arrange("2027-03-18T12:00");
        List<string> uids = [.. Outsiders.SelectMany(o => new[] { $"one-{o}", $"two-{o}" })];
        foreach (var meeting in new[] { own, series })
            uids.Add((await world.Entry(meeting.PublicId)).Uid);
        string[] inside = [world.Maren.Address, world.Tome.Address];
        var (taken, applied) = (0, 0);
        var before = await Standing(uids);
        for (var i = 0; i < Messages; i++)
        {
            var sender = One(random, Outsiders);
            var to = One(random, inside);
            var vouched = random.Next(4) != 0;
            var text = Text(random, uids, inside, sender);
            var received = await Takes(text, sender, to, vouched);
            taken++;
            var now = await Standing(uids);
            foreach (var (key, after) in now)
            {
                before.TryGetValue(key, out var was);
                if (Same(was, after))
                    continue;
                applied++;
                MayHave(sender, vouched, was, after, text);
            }

            Assert.True(before.Keys.All(now.ContainsKey), $"A meeting is gone after {received}:\n{text}");
            before = now;
            world.Advance(random.Next(40));
        }

        // Each lies in the mail room of whom it was for, whatever became of it.
        Assert.Equal(taken, await Lying());
        Assert.True(applied > 15, $"only {applied} of {taken} did anything");
    }

    /// <summary>Who may change what, as one would say it to somebody at the next desk.</summary>
    private void MayHave(string sender, bool vouched, Entry? was, Entry after, string text)
    {
        Assert.True(vouched, $"Nobody vouched for {sender}:\n{text}");
        if (after.Owner == world.Maren.Id)
        {
            // Of a meeting organised inside who is outside says only what they themselves answer.
            Assert.NotNull(was);
            Assert.Equal((was.Title, was.Time, was.Rule, was.Status), (after.Title, after.Time, after.Rule, after.Status));
            Assert.Equal(was.Overrides, after.Overrides);
            foreach (var part in after.Participations)
            {
                var stood = was.Participations.FirstOrDefault(p => p.Who == part.Who && p.RecurrenceId == part.RecurrenceId);
                if (stood == part)
                    continue;
                Assert.True(
                    Is(part.Who, sender) || part.DelegatedFrom is { } from && Is(from, sender),
                    $"{sender} answered for another: {stood} became {part}\n{text}"
                );
            }

            return;
        }

        Assert.True(Is(after.Owner, sender), $"{sender} changed what another organises:\n{text}");
    }

    private async Task<Received> Takes(string text, string sender, string to, bool vouched)
    {
        try
        {
            return await world.TakesIn(text, sender, to, vouched);
        }
        catch (Exception e)
        {
            throw new InvalidOperationException($"From {sender} to {to}:\n{text}", e);
        }
    }

    private bool Is(UserId who, string address) => addresses[who] == address;

    private readonly Dictionary<UserId, string> addresses = [];

    private static bool Same(Entry? was, Entry after) =>
        was is not null
        && was.Version == after.Version
        && was.Participations.SequenceEqual(after.Participations)
        && was.Status == after.Status;

    private async Task<Dictionary<EntryId, Entry>> Standing(IEnumerable<string> uids)
    {
        var found = await world.See(s => uids.SelectMany(s.MeetingsOf).ToList());
        var people = await world.See(s => s.Users(found.SelectMany(e => e.Participations.Select(p => p.Who).Append(e.Owner)).Distinct()));
        foreach (var (id, user) in people)
            addresses[id] = user.Address;
        return found.ToDictionary(e => e.Id);
    }

    private async Task<int> Lying()
    {
        var count = 0;
        foreach (var reader in new[] { world.Maren, world.Tome })
        {
            long? before = null;
            do
            {
                var page = await world.See(new ReadMails(reader.Id, reader.PublicId, MailPile.Received, "", before, world.Now).Run);
                count += page.Mails.Count;
                before = page.Before;
            } while (before is not null);
        }

        return count;
    }

    private string Text(Random random, List<string> uids, string[] inside, string sender)
    {
        var method = One(random, Methods);
        var answers = method is "REPLY" or "COUNTER" or "REFRESH";
        // Mostly each writes of what is theirs, and answers what they are asked to.
        var sound = random.Next(4) != 0;
        var uid =
            !sound ? One(random, uids)
            : answers ? One(random, uids[^2..])
            : One(random, [.. uids.Where(u => u.EndsWith(sender, StringComparison.Ordinal))]);
        var at = Instant.FromUtc(2027, 3, 9 + random.Next(12), 9 + random.Next(8), 0);
        var organiser =
            !sound ? One(random, [.. Outsiders, .. inside])
            : answers ? world.Maren.Address
            : sender;
        var text = new StringBuilder();
        text.Append(CultureInfo.InvariantCulture, $"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Elsewhere//EN\r\nMETHOD:{method}\r\n");
        for (var events = random.Next(8) == 0 ? 2 : 1; events > 0; events--)
            Event(random, text, uid, at, organiser, answers && sound ? [] : [.. Outsiders, .. inside, "guest@elsewhere.example"], sender);
        text.Append("END:VCALENDAR\r\n");
        return random.Next(12) == 0 ? Broken(random, text.ToString()) : text.ToString();
    }

    private void Event(Random random, StringBuilder text, string uid, Instant at, string organiser, string[] others, string sender)
    {
        void Line(string line) => text.Append(line).Append("\r\n");
        Line("BEGIN:VEVENT");
        Line($"UID:{uid}");
        Line(string.Create(CultureInfo.InvariantCulture, $"SEQUENCE:{random.Next(6)}"));
        Line($"DTSTAMP:{SchedulingTexts.Utc(world.Now + Duration.FromMinutes(random.Next(20) - 6))}");
        Line($"SUMMARY:{(random.Next(10) == 0 ? new string('x', 3_000) : "Berth plan")}");
        if (random.Next(10) != 0)
            Line($"ORGANIZER{(random.Next(6) == 0 ? $";SENT-BY=\"mailto:{One(random, Outsiders)}\"" : "")}:mailto:{organiser}");
        if (random.Next(10) != 0)
        {
            Line($"DTSTART:{SchedulingTexts.Utc(at)}");
            Line($"DTEND:{SchedulingTexts.Utc(at + Duration.FromMinutes(random.Next(-5, 240)))}");
        }

        if (random.Next(4) == 0)
            Line(random.Next(5) == 0 ? "RRULE:FREQ=SECONDLY" : "RRULE:FREQ=WEEKLY;COUNT=6");
        if (random.Next(5) == 0)
            Line($"RECURRENCE-ID{(random.Next(3) == 0 ? ";RANGE=THISANDFUTURE" : "")}:{SchedulingTexts.Utc(at)}");
        foreach (var who in others.Where(_ => random.Next(2) == 0))
            Line(
                $"ATTENDEE;PARTSTAT={One(random, States)}{(random.Next(8) == 0 ? $";DELEGATED-TO=\"mailto:{One(random, Outsiders)}\"" : "")}:mailto:{who}"
            );
        if (others.Length == 0 || random.Next(3) == 0)
            Line($"ATTENDEE;PARTSTAT={One(random, States)}:mailto:{sender}");
        if (random.Next(6) == 0)
            Line("COMMENT:Ein Wort\\, zwei\\nWorte");
        Line("END:VEVENT");
    }

    /// <summary>A piece is missing, twice there, or something else.</summary>
    private static string Broken(Random random, string text)
    {
        var at = random.Next(text.Length);
        return random.Next(3) switch
        {
            0 => text[..at],
            1 => text[..at] + text[(at / 2)..],
            _ => text[..at] + "\0;:\"" + text[at..],
        };
    }

    private static T One<T>(Random random, IReadOnlyList<T> some) => some[random.Next(some.Count)];
}
