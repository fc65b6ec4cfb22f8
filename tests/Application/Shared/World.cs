using System.Text;
using Corlin.Application.Access;
using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Mail;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using Corlin.Interchange.ICalendar;
using Corlin.Interchange.Mail;
using Corlin.Simulation;
using Corlin.Store;
using Corlin.Store.Model;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using MimeKit;
using NodaTime;
using Received = Corlin.Application.Mail.Received;

namespace Corlin.Application.Tests;

/// <summary>A small organisation on a real database file, with a clock that stands still.</summary>
public sealed class World : IAsyncDisposable
{
    private static readonly Lazy<Task<World>> First = new(MakeFirstAsync);

    private readonly ServiceProvider services;

    private World(string folder)
    {
        Folder = folder;
        Clock = new DemoClock(SystemClock.Instance);
        // Not a whole millisecond: real clocks are finer than what is kept.
        Clock.StopAt(Instant.FromUtc(2027, 3, 8, 9, 42) + Duration.FromTicks(1234));
        var collection = new ServiceCollection();
        collection.AddStore(Database);
        collection.AddSingleton<IClock>(Clock);
        collection.AddSingleton<ILiveUpdates>(Live);
        services = collection.BuildServiceProvider();
    }

    public string Folder { get; }

    private string Database => Path.Combine(Folder, "corlin.db");

    public DemoClock Clock { get; }

    public Announced Live { get; } = new();

    public Post Post { get; } = new();

    public IWriteGate Gate => services.GetRequiredService<IWriteGate>();

    public IReadStore Store => services.GetRequiredService<IReadStore>();

    /// <summary>Reads that share nothing with any other: what stands in the database.</summary>
    public IReadStore Afresh => new ReadStore(services.GetRequiredService<IDbContextFactory<CorlinDb>>(), new StoreMemory());

    public IOutbox Outbox => services.GetRequiredService<IOutbox>();

    public IPruning Pruning => services.GetRequiredService<IPruning>();

    public Instant Now => Clock.GetCurrentInstant();

    public CalendarUser Maren { get; private set; } = null!;

    public CalendarUser Tome { get; private set; } = null!;

    public CalendarUser Ana { get; private set; } = null!;

    public CalendarUser Noor { get; private set; } = null!;

    public CalendarUser Ruta { get; private set; } = null!;

    public CalendarUser Lakshmi { get; private set; } = null!;

    public CalendarUser Gannet { get; private set; } = null!;

    public CalendarUser Administrator { get; private set; } = null!;

    /// <summary>
    /// A copy of an organisation that is made once: making the schema and its people anew would be most of what a test takes.
    /// </summary>
    public static async Task<World> MakeAsync()
    {
        var made = await First.Value;
        var world = new World(Directory.CreateTempSubdirectory("corlin-test").FullName);
        File.Copy(made.Database, world.Database);
        (world.Maren, world.Tome, world.Ana, world.Noor, world.Ruta) = (made.Maren, made.Tome, made.Ana, made.Noor, made.Ruta);
        (world.Lakshmi, world.Gannet, world.Administrator) = (made.Lakshmi, made.Gannet, made.Administrator);
        return world;
    }

    private static async Task<World> MakeFirstAsync()
    {
        var world = new World(Directory.CreateTempSubdirectory("corlin-test").FullName);
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(world.Folder, recursive: true);
        await world.services.PrepareStoreAsync();
        await world.Do(new AddPlace(new Place("Gannet", "Head office", "Lisbon", "Europe/Lisbon")));
        world.Maren = await world.Add("Maren Falk");
        world.Tome = await world.Add("Tomé Vidal");
        world.Ana = await world.Add("Ana Brandão", "Europe/Madrid");
        world.Noor = await world.Add("Noor Haddad");
        world.Ruta = await world.Add("Ruta Vaitkus", "America/Halifax");
        world.Lakshmi = await world.Add("Lakshmi Rao", "Asia/Kolkata", inside: false);
        world.Gannet = await world.Add("Gannet", kind: UserKind.Room);
        world.Administrator = await world.Do(
            new AddPerson(
                new CalendarUser(
                    default,
                    "",
                    UserKind.Person,
                    "Duarte Pinho",
                    "duarte@ebbline.example",
                    true,
                    "Europe/Lisbon",
                    null,
                    null,
                    0,
                    null
                ),
                Administrator: true
            )
        );
        await world.Grant(world.Maren, world.Noor, Sight.Everything, Acting.SpeakFor, true);
        await world.CloseAsync();
        return world;
    }

    public Task<T> Do<T>(IChange<T> change) => Gate.RunAsync(change);

    public Task<T> See<T>(Func<ICalendarReads, T> read) => Store.ReadAsync(read);

    public Task<long> Grant(CalendarUser owner, CalendarUser to, Sight sight, Acting acting, bool isPrivate = false, bool passOn = false) =>
        Do(new GrantAccess(owner.Id, owner.Id, [to.Id], new AccessTerms(sight, acting, isPrivate, PassOn: passOn)));

    private int takenIn;

    /// <summary>A mail with a calendar part comes in.</summary>
    /// <param name="text">The iCalendar object.</param>
    public async Task<Received> TakesIn(string text, string from, string to, bool vouched = true)
    {
        var reader = await See(s => s.UserByAddress(to));
        var mail = new ReceivedMail($"{takenIn++}@mail.example", new Mailbox("", from), new Mailbox("", to), "A word", "Yes.", [], [1, 2]);
        return await Do(
            new ReceiveMail(mail, ScheduledPartReader.Read(text, from, vouched, reader?.HomeZone ?? DateTimeZone.Utc, known: true))
        );
    }

    public Task<Entry> Entry(string publicId) => See(s => s.Entry(publicId)!);

    /// <summary>A meeting of Maren's that Noor arranges; a "?" marks an optional attendee.</summary>
    public Task<ArrangedMeeting> Arrange(string start = "2027-03-16T12:00", bool isPrivate = false, params CalendarUser[] with) =>
        Do(
            new ArrangeMeeting(
                Noor.Id,
                Maren.Id,
                "Insurers, renewal terms",
                [.. (with.Length > 0 ? with : [Tome, Lakshmi]).Select(w => new Invited(w.PublicId, AttendeeRole.Required))],
                Timed(start),
                null,
                "https://meet.ebbline.example/1",
                "Clause 7",
                null,
                isPrivate
            )
        );

    public static TimedEntry Timed(string start, int minutes = 45) =>
        new(
            NodaTime.Text.LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm").Parse(start).Value,
            "Europe/Lisbon",
            Duration.FromMinutes(minutes),
            null,
            Zones.TzdbVersion
        );

    /// <summary>An appointment as it is read from outside: of nobody and on no calendar yet.</summary>
    public static Entry Laid(string uid, string title = "Laid down", string start = "2027-04-06T09:00") =>
        new()
        {
            PublicId = uid,
            Uid = uid,
            Kind = EntryKind.Appointment,
            Home = default,
            Owner = default,
            Time = Timed(start),
            Title = title,
            MadeBy = default,
            MadeAt = Instant.MinValue,
        };

    public void Advance(int seconds) => Clock.StopAt(Now + Duration.FromSeconds(seconds));

    public Task<int> SendDue() => new OutboxWorker(Outbox, Post, Post, Post).RunDueAsync(Now);

    public async ValueTask DisposeAsync()
    {
        await CloseAsync();
        Directory.Delete(Folder, recursive: true);
    }

    /// <summary>Every text in every table of the database that has some words in it, with the table's name.</summary>
    public async Task<IReadOnlyList<string>> TextsWith(params string[] words)
    {
        await using var db = await services.GetRequiredService<IDbContextFactory<CorlinDb>>().CreateDbContextAsync();
        await db.Database.OpenConnectionAsync();
        var connection = (SqliteConnection)db.Database.GetDbConnection();
        var found = new List<string>();
        foreach (var table in Rows(connection, "SELECT name FROM sqlite_master WHERE type = 'table'").Select(r => r[0]!))
        foreach (var row in Rows(connection, $"SELECT * FROM \"{table}\""))
            found.AddRange(
                row.OfType<string>()
                    .Where(t => words.Any(w => t.Contains(w, StringComparison.OrdinalIgnoreCase)))
                    .Select(t => $"{table}: {t}")
            );
        return found;
    }

    private static IEnumerable<string?[]> Rows(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        using var reader = command.ExecuteReader();
        while (reader.Read())
            yield return
            [
                .. Enumerable
                    .Range(0, reader.FieldCount)
                    .Select(i => reader.GetValue(i) is byte[] bytes ? Encoding.UTF8.GetString(bytes) : reader.GetValue(i).ToString()),
            ];
    }

    /// <summary>Everything is in the one file then.</summary>
    private async Task CloseAsync()
    {
        string connection;
        await using (var db = await services.GetRequiredService<IDbContextFactory<CorlinDb>>().CreateDbContextAsync())
            connection = db.Database.GetConnectionString()!;
        await services.DisposeAsync();
        using var its = new SqliteConnection(connection);
        SqliteConnection.ClearPool(its);
    }

    public Task<CalendarUser> Add(string name, string zone = "Europe/Lisbon", bool inside = true, UserKind kind = UserKind.Person)
    {
        var key = name.Split(' ')[0].ToLowerInvariant().Replace('é', 'e');
        var place = kind == UserKind.Room ? name : null;
        return Do(
            new AddPerson(
                new CalendarUser(
                    default,
                    "",
                    kind,
                    name,
                    $"{key}@{(inside ? "ebbline" : "coromandel-marine")}.example",
                    inside,
                    zone,
                    inside && kind == UserKind.Person ? WorkingHours.Weekdays(8 * 60, 18 * 60) : null,
                    place,
                    0,
                    null
                )
            )
        );
    }
}

/// <summary>Remembers what was announced to open screens.</summary>
public sealed class Announced : ILiveUpdates
{
    public List<CalendarChange> Changes { get; } = [];

    public Task AnnounceAsync(IReadOnlyCollection<CalendarChange> changes)
    {
        Changes.AddRange(changes);
        return Task.CompletedTask;
    }
}

/// <summary>Remembers what left the outbox; it can be made to fail.</summary>
public sealed class Post : IMailWriter, IMailReader, IMailCarrier, INoticeCarrier
{
    public ReceivedMail? Read(byte[] source)
    {
        using var mail = MimeMessage.Load(new MemoryStream(source));
        return MailReader.Read(mail) is not { } head
            ? null
            : new ReceivedMail(head.MessageId, head.From, head.To, head.Subject, head.Text, head.Answers, source);
    }

    public ReceivedMessage? Asks(byte[] source, bool vouched, DateTimeZone mine)
    {
        using var mail = MimeMessage.Load(new MemoryStream(source));
        return MessageReader.Read(mail, vouched, mine);
    }

    public byte[] AsMail(byte[] file) => CalendarMail.Of(file) ?? file;

    public bool Vouched(byte[] source, string host) => true;

    private readonly Dictionary<string, OutgoingMail> written = [];
    private readonly Dictionary<string, Letter> letters = [];

    public List<OutgoingMail> Mail { get; } = [];

    public List<Letter> Letters { get; } = [];

    public List<Notice> Notices { get; } = [];

    public bool Broken { get; set; }

    /// <summary>Said of every message; null where it is taken over.</summary>
    public UndeliverableException? Refusing { get; set; }

    public WrittenMail Write(string messageId, OutgoingMail mail)
    {
        written[messageId] = mail;
        return Bytes(messageId, mail.From, mail.To, mail.Subject, SchedulingWriter.Words(mail), SchedulingWriter.ToMime(mail, messageId));
    }

    public WrittenMail Write(string messageId, Letter letter)
    {
        letters[messageId] = letter;
        return Bytes(
            messageId,
            letter.From,
            letter.To,
            letter.Subject,
            letter.Text,
            LetterWriter.ToMime(messageId, letter.From, letter.To, letter.Subject, letter.Text, letter.Stamp, letter.Answers)
        );
    }

    public Task SendAsync(WrittenMail mail, CancellationToken cancel = default)
    {
        if (Broken)
            throw new IOException("The line is down.");
        if (Refusing is not null)
            throw Refusing;
        if (written.TryGetValue(mail.MessageId, out var message))
            Mail.Add(message);
        else
            Letters.Add(letters[mail.MessageId]);
        return Task.CompletedTask;
    }

    public Task DeliverAsync(string messageId, Notice notice, CancellationToken cancel = default)
    {
        Notices.Add(notice);
        return Task.CompletedTask;
    }

    private static WrittenMail Bytes(string messageId, Mailbox from, Mailbox to, string subject, string text, MimeMessage message)
    {
        using var stream = new MemoryStream();
        message.WriteTo(stream);
        return new WrittenMail(messageId, from, to, subject, text, stream.ToArray());
    }
}
