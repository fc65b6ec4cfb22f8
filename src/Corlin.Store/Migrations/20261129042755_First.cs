using Corlin.Core.Words.Lines;
using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class First : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Answers",
                columns: table => new
                {
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Status = table.Column<int>(type: "INTEGER", nullable: true),
                    Body = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Answers", x => new { x.UserId, x.Key });
                });

            migrationBuilder.CreateTable(
                name: "Asked",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Json = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Asked", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Calls",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    InNameOfId = table.Column<long>(type: "INTEGER", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Calls", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Ceilings",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Inside = table.Column<bool>(type: "INTEGER", nullable: false),
                    Sight = table.Column<int>(type: "INTEGER", nullable: false),
                    Acting = table.Column<int>(type: "INTEGER", nullable: false),
                    Private = table.Column<bool>(type: "INTEGER", nullable: false),
                    SetById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Ceilings", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "ChangeLog",
                columns: table => new
                {
                    CalendarId = table.Column<long>(type: "INTEGER", nullable: false),
                    Number = table.Column<long>(type: "INTEGER", nullable: false),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    Removed = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ChangeLog", x => new { x.CalendarId, x.Number });
                });

            migrationBuilder.CreateTable(
                name: "Changes",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    ActorId = table.Column<long>(type: "INTEGER", nullable: false),
                    InNameOfId = table.Column<long>(type: "INTEGER", nullable: false),
                    GrantId = table.Column<long>(type: "INTEGER", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    AbsenceId = table.Column<long>(type: "INTEGER", nullable: true),
                    UndoneById = table.Column<long>(type: "INTEGER", nullable: true),
                    ActId = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Changes", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "DaysOff",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Where = table.Column<string>(type: "TEXT", nullable: false),
                    First = table.Column<string>(type: "TEXT", nullable: false),
                    Until = table.Column<string>(type: "TEXT", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    ClosedById = table.Column<long>(type: "INTEGER", nullable: true),
                    OpenedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_DaysOff", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "HandoverItems",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Number = table.Column<long>(type: "INTEGER", nullable: false),
                    HandoverNumber = table.Column<long>(type: "INTEGER", nullable: false),
                    PrincipalId = table.Column<long>(type: "INTEGER", nullable: false),
                    Key = table.Column<string>(type: "TEXT", nullable: true),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: true),
                    Words = table.Column<string>(type: "TEXT", nullable: true),
                    Promised = table.Column<string>(type: "TEXT", nullable: true),
                    Note = table.Column<string>(type: "TEXT", nullable: true),
                    Back = table.Column<string>(type: "TEXT", nullable: true),
                    Kept = table.Column<bool>(type: "INTEGER", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_HandoverItems", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Handovers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Number = table.Column<long>(type: "INTEGER", nullable: false),
                    AwayId = table.Column<long>(type: "INTEGER", nullable: false),
                    CoverId = table.Column<long>(type: "INTEGER", nullable: false),
                    First = table.Column<string>(type: "TEXT", nullable: false),
                    Last = table.Column<string>(type: "TEXT", nullable: false),
                    Line = table.Column<string>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Handovers", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "MailSources",
                columns: table => new
                {
                    MailId = table.Column<long>(type: "INTEGER", nullable: false),
                    Source = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MailSources", x => x.MailId);
                });

            migrationBuilder.CreateTable(
                name: "Mails",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OutboxId = table.Column<long>(type: "INTEGER", nullable: true),
                    MessageId = table.Column<string>(type: "TEXT", nullable: false),
                    OfId = table.Column<long>(type: "INTEGER", nullable: true),
                    Entry = table.Column<string>(type: "TEXT", nullable: true),
                    Private = table.Column<bool>(type: "INTEGER", nullable: false),
                    FromName = table.Column<string>(type: "TEXT", nullable: false),
                    FromAddress = table.Column<string>(type: "TEXT", nullable: false),
                    ToName = table.Column<string>(type: "TEXT", nullable: false),
                    ToAddress = table.Column<string>(type: "TEXT", nullable: false),
                    Subject = table.Column<string>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Settled = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Mails", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "MeetingNews",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OutboxId = table.Column<long>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    ToId = table.Column<long>(type: "INTEGER", nullable: false),
                    LaneId = table.Column<long>(type: "INTEGER", nullable: false),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    RecurrenceId = table.Column<string>(type: "TEXT", nullable: true),
                    Start = table.Column<long>(type: "INTEGER", nullable: false),
                    End = table.Column<long>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PutAway = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MeetingNews", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "MeetingRequestHistory",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: true),
                    After = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MeetingRequestHistory", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Notes",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    RecurrenceId = table.Column<string>(type: "TEXT", nullable: false),
                    LaneId = table.Column<long>(type: "INTEGER", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: true),
                    Styled = table.Column<string>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    WrittenById = table.Column<long>(type: "INTEGER", nullable: false),
                    WrittenAt = table.Column<long>(type: "INTEGER", nullable: false),
                    ReleasedText = table.Column<string>(type: "TEXT", nullable: true),
                    ReleasedStyled = table.Column<string>(type: "TEXT", nullable: true),
                    ReleasedTo = table.Column<string>(type: "TEXT", nullable: true),
                    ReleasedById = table.Column<long>(type: "INTEGER", nullable: true),
                    ReleasedAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Notes", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "NotesHistory",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: false),
                    After = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_NotesHistory", x => x.Id);
                });

            // Written by hand: the rows are their own index (WITHOUT ROWID), which the tool cannot say.
            migrationBuilder.Sql("""
                CREATE TABLE "Occupancy" (
                    "CalendarId" INTEGER NOT NULL,
                    "LastEnd" INTEGER NOT NULL,
                    "FirstStart" INTEGER NOT NULL,
                    "EntryId" INTEGER NOT NULL,
                    "RecurrenceId" TEXT NOT NULL,
                    "Takes" INTEGER NOT NULL,
                    CONSTRAINT "PK_Occupancy" PRIMARY KEY ("CalendarId", "LastEnd", "FirstStart", "EntryId", "RecurrenceId")
                ) WITHOUT ROWID;
                """);

            migrationBuilder.CreateTable(
                name: "Outbox",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    MessageId = table.Column<string>(type: "TEXT", nullable: false),
                    NotBefore = table.Column<long>(type: "INTEGER", nullable: false),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    AskedId = table.Column<long>(type: "INTEGER", nullable: true),
                    SentAt = table.Column<long>(type: "INTEGER", nullable: true),
                    WithdrawnAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Failures = table.Column<int>(type: "INTEGER", nullable: false),
                    Failure = table.Column<string>(type: "TEXT", nullable: true),
                    GivenUpAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Outbox", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Papers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    SearchName = table.Column<string>(type: "TEXT", nullable: false),
                    MediaType = table.Column<string>(type: "TEXT", nullable: false),
                    Size = table.Column<long>(type: "INTEGER", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: true),
                    GoesOut = table.Column<bool>(type: "INTEGER", nullable: false),
                    AddedById = table.Column<long>(type: "INTEGER", nullable: false),
                    AddedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    AddedByChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    RemovedByChangeId = table.Column<long>(type: "INTEGER", nullable: true),
                    RemovedAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Papers", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Parts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    CalendarId = table.Column<long>(type: "INTEGER", nullable: false),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    Shown = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Parts", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "People",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    SearchName = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    Inside = table.Column<bool>(type: "INTEGER", nullable: false),
                    Zone = table.Column<string>(type: "TEXT", nullable: false),
                    Hours = table.Column<string>(type: "TEXT", nullable: true),
                    Place = table.Column<string>(type: "TEXT", nullable: true),
                    Flag = table.Column<int>(type: "INTEGER", nullable: false),
                    Post = table.Column<string>(type: "TEXT", nullable: true),
                    TellsWhere = table.Column<int>(type: "INTEGER", nullable: false),
                    Administrator = table.Column<bool>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    Telephones = table.Column<string>(type: "TEXT", nullable: true),
                    AssistantId = table.Column<long>(type: "INTEGER", nullable: true),
                    Note = table.Column<string>(type: "TEXT", nullable: true),
                    KeptForId = table.Column<long>(type: "INTEGER", nullable: true),
                    Capacity = table.Column<int>(type: "INTEGER", nullable: true),
                    Features = table.Column<string>(type: "TEXT", nullable: true),
                    Removed = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_People", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Places",
                columns: table => new
                {
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Site = table.Column<string>(type: "TEXT", nullable: false),
                    Town = table.Column<string>(type: "TEXT", nullable: false),
                    Zone = table.Column<string>(type: "TEXT", nullable: false),
                    Country = table.Column<string>(type: "TEXT", nullable: true),
                    Address = table.Column<string>(type: "TEXT", nullable: true),
                    Closed = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Places", x => x.Name);
                });

            migrationBuilder.CreateTable(
                name: "Presences",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    RecurrenceId = table.Column<string>(type: "TEXT", nullable: false),
                    UserId = table.Column<long>(type: "INTEGER", nullable: true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    SecretHash = table.Column<string>(type: "TEXT", nullable: true),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    AskedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    JoinedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    LeftAt = table.Column<long>(type: "INTEGER", nullable: true),
                    SeenAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Presences", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Settings",
                columns: table => new
                {
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Json = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Settings", x => new { x.UserId, x.Name });
                });

            migrationBuilder.CreateTable(
                name: "TakenIn",
                columns: table => new
                {
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_TakenIn", x => x.Key);
                });

            migrationBuilder.CreateTable(
                name: "WaitingAddresses",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    WhoId = table.Column<long>(type: "INTEGER", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    KeyHash = table.Column<string>(type: "TEXT", nullable: true),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_WaitingAddresses", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Ways",
                columns: table => new
                {
                    FromSite = table.Column<string>(type: "TEXT", nullable: false),
                    ToSite = table.Column<string>(type: "TEXT", nullable: false),
                    Minutes = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Ways", x => new { x.FromSite, x.ToSite });
                });

            migrationBuilder.CreateTable(
                name: "CategoryHistory",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    CategoryId = table.Column<long>(type: "INTEGER", nullable: false),
                    NameBefore = table.Column<string>(type: "TEXT", nullable: true),
                    ColourBefore = table.Column<int>(type: "INTEGER", nullable: false),
                    RemovedBefore = table.Column<bool>(type: "INTEGER", nullable: false),
                    NameAfter = table.Column<string>(type: "TEXT", nullable: false),
                    ColourAfter = table.Column<int>(type: "INTEGER", nullable: false),
                    RemovedAfter = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CategoryHistory", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CategoryHistory_Changes_ChangeId",
                        column: x => x.ChangeId,
                        principalTable: "Changes",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "History",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: true),
                    After = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_History", x => x.Id);
                    table.ForeignKey(
                        name: "FK_History_Changes_ChangeId",
                        column: x => x.ChangeId,
                        principalTable: "Changes",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "PersonHistory",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: true),
                    After = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PersonHistory", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PersonHistory_Changes_ChangeId",
                        column: x => x.ChangeId,
                        principalTable: "Changes",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Tasks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    NotesId = table.Column<long>(type: "INTEGER", nullable: false),
                    Place = table.Column<int>(type: "INTEGER", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: true),
                    LaneId = table.Column<long>(type: "INTEGER", nullable: false),
                    Due = table.Column<string>(type: "TEXT", nullable: true),
                    Told = table.Column<bool>(type: "INTEGER", nullable: false),
                    DoneAt = table.Column<long>(type: "INTEGER", nullable: true),
                    DoneById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Tasks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Tasks_Notes_NotesId",
                        column: x => x.NotesId,
                        principalTable: "Notes",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Absences",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Start = table.Column<long>(type: "INTEGER", nullable: false),
                    End = table.Column<long>(type: "INTEGER", nullable: false),
                    CoversId = table.Column<long>(type: "INTEGER", nullable: true),
                    Reason = table.Column<string>(type: "TEXT", nullable: true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    TextInside = table.Column<string>(type: "TEXT", nullable: true),
                    TextOutside = table.Column<string>(type: "TEXT", nullable: true),
                    Invitations = table.Column<int>(type: "INTEGER", nullable: false),
                    ReasonTo = table.Column<int>(type: "INTEGER", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: true),
                    OriginId = table.Column<long>(type: "INTEGER", nullable: true),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: true),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Absences", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Absences_People_UserId",
                        column: x => x.UserId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AccessNews",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    ToId = table.Column<long>(type: "INTEGER", nullable: false),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Sight = table.Column<int>(type: "INTEGER", nullable: false),
                    Acting = table.Column<int>(type: "INTEGER", nullable: false),
                    Private = table.Column<bool>(type: "INTEGER", nullable: false),
                    From = table.Column<long>(type: "INTEGER", nullable: true),
                    Until = table.Column<long>(type: "INTEGER", nullable: true),
                    PassOn = table.Column<bool>(type: "INTEGER", nullable: false),
                    Line = table.Column<string>(type: "TEXT", nullable: true),
                    On = table.Column<string>(type: "TEXT", nullable: true),
                    NotBefore = table.Column<long>(type: "INTEGER", nullable: false),
                    GrantId = table.Column<long>(type: "INTEGER", nullable: true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    Withdrawn = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AccessNews", x => x.Id);
                    table.ForeignKey(
                        name: "FK_AccessNews_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_AccessNews_People_ToId",
                        column: x => x.ToId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AccessRequests",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    AskerId = table.Column<long>(type: "INTEGER", nullable: false),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Sight = table.Column<int>(type: "INTEGER", nullable: false),
                    Acting = table.Column<int>(type: "INTEGER", nullable: false),
                    Private = table.Column<bool>(type: "INTEGER", nullable: false),
                    Until = table.Column<long>(type: "INTEGER", nullable: true),
                    Words = table.Column<string>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    AskedById = table.Column<long>(type: "INTEGER", nullable: false),
                    ClosedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AccessRequests", x => x.Id);
                    table.ForeignKey(
                        name: "FK_AccessRequests_People_AskerId",
                        column: x => x.AskerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_AccessRequests_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUsers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PersonId = table.Column<long>(type: "INTEGER", nullable: false),
                    UserName = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    NormalizedUserName = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    Email = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    NormalizedEmail = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    EmailConfirmed = table.Column<bool>(type: "INTEGER", nullable: false),
                    PasswordHash = table.Column<string>(type: "TEXT", nullable: true),
                    SecurityStamp = table.Column<string>(type: "TEXT", nullable: true),
                    ConcurrencyStamp = table.Column<string>(type: "TEXT", nullable: true),
                    PhoneNumber = table.Column<string>(type: "TEXT", nullable: true),
                    PhoneNumberConfirmed = table.Column<bool>(type: "INTEGER", nullable: false),
                    TwoFactorEnabled = table.Column<bool>(type: "INTEGER", nullable: false),
                    LockoutEnd = table.Column<DateTimeOffset>(type: "TEXT", nullable: true),
                    LockoutEnabled = table.Column<bool>(type: "INTEGER", nullable: false),
                    AccessFailedCount = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUsers", x => x.Id);
                    table.ForeignKey(
                        name: "FK_AspNetUsers_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Calendars",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Main = table.Column<bool>(type: "INTEGER", nullable: false),
                    ChangeNumber = table.Column<long>(type: "INTEGER", nullable: false),
                    SettingsVersion = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Calendars", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Calendars_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Categories",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Colour = table.Column<int>(type: "INTEGER", nullable: false),
                    Removed = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Categories", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Categories_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Drafts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    WriterId = table.Column<long>(type: "INTEGER", nullable: false),
                    Json = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    SentByChangeId = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Drafts", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Drafts_People_WriterId",
                        column: x => x.WriterId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Feeds",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    ReaderId = table.Column<long>(type: "INTEGER", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    KeyHash = table.Column<string>(type: "TEXT", nullable: false),
                    Most = table.Column<int>(type: "INTEGER", nullable: false),
                    Private = table.Column<bool>(type: "INTEGER", nullable: false),
                    Days = table.Column<int>(type: "INTEGER", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false),
                    ReadAt = table.Column<long>(type: "INTEGER", nullable: true),
                    ReadWith = table.Column<string>(type: "TEXT", nullable: true),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: true),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Feeds", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Feeds_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "MeetingKinds",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Json = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MeetingKinds", x => x.Id);
                    table.ForeignKey(
                        name: "FK_MeetingKinds_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "MeetingRequests",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    PrincipalId = table.Column<long>(type: "INTEGER", nullable: false),
                    Caller = table.Column<string>(type: "TEXT", nullable: false),
                    PersonId = table.Column<long>(type: "INTEGER", nullable: true),
                    RingBack = table.Column<string>(type: "TEXT", nullable: true),
                    Way = table.Column<int>(type: "INTEGER", nullable: false),
                    Why = table.Column<string>(type: "TEXT", nullable: false),
                    Minutes = table.Column<int>(type: "INTEGER", nullable: false),
                    Urgency = table.Column<int>(type: "INTEGER", nullable: false),
                    Promised = table.Column<long>(type: "INTEGER", nullable: true),
                    Private = table.Column<bool>(type: "INTEGER", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    Waits = table.Column<bool>(type: "INTEGER", nullable: false),
                    Entry = table.Column<string>(type: "TEXT", nullable: true),
                    HoldRequest = table.Column<string>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    TakenById = table.Column<long>(type: "INTEGER", nullable: false),
                    TakenAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MeetingRequests", x => x.Id);
                    table.ForeignKey(
                        name: "FK_MeetingRequests_People_PrincipalId",
                        column: x => x.PrincipalId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Memberships",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    GroupId = table.Column<long>(type: "INTEGER", nullable: false),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    From = table.Column<long>(type: "INTEGER", nullable: false),
                    Until = table.Column<long>(type: "INTEGER", nullable: true),
                    BeganById = table.Column<long>(type: "INTEGER", nullable: true),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Memberships", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Memberships_People_GroupId",
                        column: x => x.GroupId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Memberships_People_UserId",
                        column: x => x.UserId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "NoGoWeeks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    First = table.Column<string>(type: "TEXT", nullable: false),
                    Weeks = table.Column<int>(type: "INTEGER", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    OpenedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_NoGoWeeks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_NoGoWeeks_People_UserId",
                        column: x => x.UserId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "OtherAddresses",
                columns: table => new
                {
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OtherAddresses", x => new { x.UserId, x.Address });
                    table.ForeignKey(
                        name: "FK_OtherAddresses_People_UserId",
                        column: x => x.UserId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Standing",
                columns: table => new
                {
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Link = table.Column<string>(type: "TEXT", nullable: false),
                    DialIn = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Standing", x => x.OwnerId);
                    table.ForeignKey(
                        name: "FK_Standing_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Stays",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Place = table.Column<string>(type: "TEXT", nullable: true),
                    First = table.Column<string>(type: "TEXT", nullable: false),
                    Last = table.Column<string>(type: "TEXT", nullable: true),
                    Rule = table.Column<string>(type: "TEXT", nullable: true),
                    From = table.Column<int>(type: "INTEGER", nullable: false),
                    To = table.Column<int>(type: "INTEGER", nullable: false),
                    Exceptions = table.Column<string>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: true),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Stays", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Stays_People_UserId",
                        column: x => x.UserId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AccessNewsRead",
                columns: table => new
                {
                    NewsId = table.Column<long>(type: "INTEGER", nullable: false),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AccessNewsRead", x => new { x.UserId, x.NewsId });
                    table.ForeignKey(
                        name: "FK_AccessNewsRead_AccessNews_NewsId",
                        column: x => x.NewsId,
                        principalTable: "AccessNews",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserClaims",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    ClaimType = table.Column<string>(type: "TEXT", nullable: true),
                    ClaimValue = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUserClaims", x => x.Id);
                    table.ForeignKey(
                        name: "FK_AspNetUserClaims_AspNetUsers_UserId",
                        column: x => x.UserId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserLogins",
                columns: table => new
                {
                    LoginProvider = table.Column<string>(type: "TEXT", nullable: false),
                    ProviderKey = table.Column<string>(type: "TEXT", nullable: false),
                    ProviderDisplayName = table.Column<string>(type: "TEXT", nullable: true),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUserLogins", x => new { x.LoginProvider, x.ProviderKey });
                    table.ForeignKey(
                        name: "FK_AspNetUserLogins_AspNetUsers_UserId",
                        column: x => x.UserId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserPasskeys",
                columns: table => new
                {
                    CredentialId = table.Column<byte[]>(type: "BLOB", maxLength: 1024, nullable: false),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Data = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUserPasskeys", x => x.CredentialId);
                    table.ForeignKey(
                        name: "FK_AspNetUserPasskeys_AspNetUsers_UserId",
                        column: x => x.UserId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserTokens",
                columns: table => new
                {
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    LoginProvider = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Value = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUserTokens", x => new { x.UserId, x.LoginProvider, x.Name });
                    table.ForeignKey(
                        name: "FK_AspNetUserTokens_AspNetUsers_UserId",
                        column: x => x.UserId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AccessGrants",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    CalendarId = table.Column<long>(type: "INTEGER", nullable: true),
                    ReceiverId = table.Column<long>(type: "INTEGER", nullable: true),
                    Inside = table.Column<bool>(type: "INTEGER", nullable: false),
                    Sight = table.Column<int>(type: "INTEGER", nullable: false),
                    Acting = table.Column<int>(type: "INTEGER", nullable: false),
                    Private = table.Column<bool>(type: "INTEGER", nullable: false),
                    From = table.Column<long>(type: "INTEGER", nullable: true),
                    Until = table.Column<long>(type: "INTEGER", nullable: true),
                    PassOn = table.Column<bool>(type: "INTEGER", nullable: false),
                    GivenById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AccessGrants", x => x.Id);
                    table.ForeignKey(
                        name: "FK_AccessGrants_Calendars_CalendarId",
                        column: x => x.CalendarId,
                        principalTable: "Calendars",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_AccessGrants_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_AccessGrants_People_ReceiverId",
                        column: x => x.ReceiverId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Entries",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    Uid = table.Column<string>(type: "TEXT", nullable: false),
                    RelatedTo = table.Column<string>(type: "TEXT", nullable: true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    CalendarId = table.Column<long>(type: "INTEGER", nullable: false),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    LastEnd = table.Column<long>(type: "INTEGER", nullable: false),
                    Rule = table.Column<string>(type: "TEXT", nullable: true),
                    Additions = table.Column<string>(type: "TEXT", nullable: true),
                    Exceptions = table.Column<string>(type: "TEXT", nullable: true),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Place = table.Column<string>(type: "TEXT", nullable: true),
                    Link = table.Column<string>(type: "TEXT", nullable: true),
                    Agenda = table.Column<string>(type: "TEXT", nullable: true),
                    StyledAgenda = table.Column<string>(type: "TEXT", nullable: true),
                    DialIn = table.Column<string>(type: "TEXT", nullable: true),
                    AskedBy = table.Column<string>(type: "TEXT", nullable: true),
                    RingBack = table.Column<string>(type: "TEXT", nullable: true),
                    NoAnswers = table.Column<bool>(type: "INTEGER", nullable: false),
                    Line = table.Column<string>(type: "TEXT", nullable: true),
                    Takes = table.Column<int>(type: "INTEGER", nullable: false),
                    Private = table.Column<bool>(type: "INTEGER", nullable: false),
                    Status = table.Column<int>(type: "INTEGER", nullable: false),
                    Sequence = table.Column<int>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    GoesOn = table.Column<string>(type: "TEXT", nullable: true),
                    HoldRequest = table.Column<string>(type: "TEXT", nullable: true),
                    LapsesAt = table.Column<long>(type: "INTEGER", nullable: true),
                    MadeById = table.Column<long>(type: "INTEGER", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false),
                    SearchText = table.Column<string>(type: "TEXT", nullable: false),
                    ConferenceKey = table.Column<string>(type: "TEXT", nullable: true),
                    Admission = table.Column<int>(type: "INTEGER", nullable: false),
                    Convened = table.Column<bool>(type: "INTEGER", nullable: false),
                    Raw = table.Column<string>(type: "TEXT", nullable: true),
                    KeptElsewhere = table.Column<bool>(type: "INTEGER", nullable: false),
                    Groups = table.Column<string>(type: "TEXT", nullable: true),
                    TiedToId = table.Column<long>(type: "INTEGER", nullable: true),
                    TieOccurrence = table.Column<string>(type: "TEXT", nullable: true),
                    TieKind = table.Column<int>(type: "INTEGER", nullable: true),
                    TieGap = table.Column<long>(type: "INTEGER", nullable: true),
                    TieWords = table.Column<string>(type: "TEXT", nullable: true),
                    Time_EndZone = table.Column<string>(type: "TEXT", nullable: true),
                    Time_FirstDay = table.Column<string>(type: "TEXT", nullable: true),
                    Time_Length = table.Column<long>(type: "INTEGER", nullable: true),
                    Time_LocalStart = table.Column<string>(type: "TEXT", nullable: true),
                    Time_TzdbVersion = table.Column<string>(type: "TEXT", nullable: true),
                    Time_UntilDay = table.Column<string>(type: "TEXT", nullable: true),
                    Time_Zone = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Entries", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Entries_Calendars_CalendarId",
                        column: x => x.CalendarId,
                        principalTable: "Calendars",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Followed",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CalendarId = table.Column<long>(type: "INTEGER", nullable: false),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    Most = table.Column<int>(type: "INTEGER", nullable: false),
                    Every = table.Column<long>(type: "INTEGER", nullable: false),
                    DueAt = table.Column<long>(type: "INTEGER", nullable: false),
                    FetchedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Failure = table.Column<int>(type: "INTEGER", nullable: true),
                    Failures = table.Column<int>(type: "INTEGER", nullable: false),
                    Tag = table.Column<string>(type: "TEXT", nullable: true),
                    FollowedById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Followed", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Followed_Calendars_CalendarId",
                        column: x => x.CalendarId,
                        principalTable: "Calendars",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Followed_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Further",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CalendarId = table.Column<long>(type: "INTEGER", nullable: false),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Counts = table.Column<bool>(type: "INTEGER", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Further", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Further_Calendars_CalendarId",
                        column: x => x.CalendarId,
                        principalTable: "Calendars",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Further_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "DraftPapers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    DraftId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    MediaType = table.Column<string>(type: "TEXT", nullable: false),
                    Size = table.Column<long>(type: "INTEGER", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: true),
                    GoesOut = table.Column<bool>(type: "INTEGER", nullable: false),
                    AddedById = table.Column<long>(type: "INTEGER", nullable: false),
                    AddedAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_DraftPapers", x => x.Id);
                    table.ForeignKey(
                        name: "FK_DraftPapers_Drafts_DraftId",
                        column: x => x.DraftId,
                        principalTable: "Drafts",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "EntryGroups",
                columns: table => new
                {
                    GroupId = table.Column<long>(type: "INTEGER", nullable: false),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_EntryGroups", x => new { x.GroupId, x.EntryId });
                    table.ForeignKey(
                        name: "FK_EntryGroups_Entries_EntryId",
                        column: x => x.EntryId,
                        principalTable: "Entries",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "LaneMarks",
                columns: table => new
                {
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    LaneId = table.Column<long>(type: "INTEGER", nullable: false),
                    CategoryId = table.Column<long>(type: "INTEGER", nullable: true),
                    NoReminder = table.Column<bool>(type: "INTEGER", nullable: false),
                    ReminderBefore = table.Column<long>(type: "INTEGER", nullable: true),
                    Rank = table.Column<int>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_LaneMarks", x => new { x.EntryId, x.LaneId });
                    table.ForeignKey(
                        name: "FK_LaneMarks_Categories_CategoryId",
                        column: x => x.CategoryId,
                        principalTable: "Categories",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_LaneMarks_Entries_EntryId",
                        column: x => x.EntryId,
                        principalTable: "Entries",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Overrides",
                columns: table => new
                {
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    RecurrenceId = table.Column<string>(type: "TEXT", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: true),
                    Place = table.Column<string>(type: "TEXT", nullable: true),
                    Cancelled = table.Column<bool>(type: "INTEGER", nullable: false),
                    AndFollowing = table.Column<bool>(type: "INTEGER", nullable: false),
                    Agenda = table.Column<string>(type: "TEXT", nullable: true),
                    Link = table.Column<string>(type: "TEXT", nullable: true),
                    Private = table.Column<bool>(type: "INTEGER", nullable: true),
                    Takes = table.Column<int>(type: "INTEGER", nullable: true),
                    Sequence = table.Column<int>(type: "INTEGER", nullable: false),
                    Time_EndZone = table.Column<string>(type: "TEXT", nullable: true),
                    Time_FirstDay = table.Column<string>(type: "TEXT", nullable: true),
                    Time_Length = table.Column<long>(type: "INTEGER", nullable: true),
                    Time_LocalStart = table.Column<string>(type: "TEXT", nullable: true),
                    Time_TzdbVersion = table.Column<string>(type: "TEXT", nullable: true),
                    Time_UntilDay = table.Column<string>(type: "TEXT", nullable: true),
                    Time_Zone = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Overrides", x => new { x.EntryId, x.RecurrenceId });
                    table.ForeignKey(
                        name: "FK_Overrides_Entries_EntryId",
                        column: x => x.EntryId,
                        principalTable: "Entries",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Participations",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    RecurrenceId = table.Column<string>(type: "TEXT", nullable: true),
                    Role = table.Column<int>(type: "INTEGER", nullable: false),
                    Answer = table.Column<int>(type: "INTEGER", nullable: false),
                    Comment = table.Column<string>(type: "TEXT", nullable: true),
                    ProposedStart = table.Column<long>(type: "INTEGER", nullable: true),
                    ProposedEnd = table.Column<long>(type: "INTEGER", nullable: true),
                    AnsweredAt = table.Column<long>(type: "INTEGER", nullable: true),
                    AnsweredById = table.Column<long>(type: "INTEGER", nullable: true),
                    OwnPrivate = table.Column<bool>(type: "INTEGER", nullable: false),
                    NotAsked = table.Column<bool>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Participations", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Participations_Entries_EntryId",
                        column: x => x.EntryId,
                        principalTable: "Entries",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Participations_People_UserId",
                        column: x => x.UserId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Reminders",
                columns: table => new
                {
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    RecurrenceId = table.Column<string>(type: "TEXT", nullable: false),
                    OccursAt = table.Column<long>(type: "INTEGER", nullable: false),
                    ShownAt = table.Column<long>(type: "INTEGER", nullable: true),
                    SnoozedUntil = table.Column<long>(type: "INTEGER", nullable: true),
                    DismissedAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Reminders", x => new { x.UserId, x.EntryId, x.RecurrenceId });
                    table.ForeignKey(
                        name: "FK_Reminders_Entries_EntryId",
                        column: x => x.EntryId,
                        principalTable: "Entries",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "TurnOvers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    FromId = table.Column<long>(type: "INTEGER", nullable: false),
                    ToId = table.Column<long>(type: "INTEGER", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Stays = table.Column<bool>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_TurnOvers", x => x.Id);
                    table.ForeignKey(
                        name: "FK_TurnOvers_Entries_EntryId",
                        column: x => x.EntryId,
                        principalTable: "Entries",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Absences_EndedById",
                table: "Absences",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Absences_KeptById",
                table: "Absences",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_Absences_UserId_End",
                table: "Absences",
                columns: new[] { "UserId", "End" });

            migrationBuilder.CreateIndex(
                name: "IX_AccessGrants_CalendarId",
                table: "AccessGrants",
                column: "CalendarId");

            migrationBuilder.CreateIndex(
                name: "IX_AccessGrants_EndedById",
                table: "AccessGrants",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_AccessGrants_From",
                table: "AccessGrants",
                column: "From",
                filter: "\"EndedById\" IS NULL AND \"From\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_AccessGrants_GivenById",
                table: "AccessGrants",
                column: "GivenById");

            migrationBuilder.CreateIndex(
                name: "IX_AccessGrants_OwnerId_ReceiverId",
                table: "AccessGrants",
                columns: new[] { "OwnerId", "ReceiverId" },
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_AccessGrants_ReceiverId",
                table: "AccessGrants",
                column: "ReceiverId",
                filter: "\"EndedById\" IS NULL AND \"ReceiverId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_AccessGrants_Until",
                table: "AccessGrants",
                column: "Until",
                filter: "\"EndedById\" IS NULL AND \"Until\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_AccessNews_ChangeId",
                table: "AccessNews",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_AccessNews_GrantId",
                table: "AccessNews",
                column: "GrantId",
                filter: "\"GrantId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_AccessNews_NotBefore",
                table: "AccessNews",
                column: "NotBefore",
                filter: "NOT \"Withdrawn\"");

            migrationBuilder.CreateIndex(
                name: "IX_AccessNews_OwnerId",
                table: "AccessNews",
                column: "OwnerId");

            migrationBuilder.CreateIndex(
                name: "IX_AccessNews_ToId_NotBefore",
                table: "AccessNews",
                columns: new[] { "ToId", "NotBefore" },
                filter: "NOT \"Withdrawn\"");

            migrationBuilder.CreateIndex(
                name: "IX_AccessNewsRead_NewsId",
                table: "AccessNewsRead",
                column: "NewsId");

            migrationBuilder.CreateIndex(
                name: "IX_AccessRequests_AskedById",
                table: "AccessRequests",
                column: "AskedById");

            migrationBuilder.CreateIndex(
                name: "IX_AccessRequests_AskerId",
                table: "AccessRequests",
                column: "AskerId",
                filter: "\"ClosedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_AccessRequests_ClosedById",
                table: "AccessRequests",
                column: "ClosedById",
                filter: "\"ClosedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_AccessRequests_OwnerId",
                table: "AccessRequests",
                column: "OwnerId",
                filter: "\"ClosedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Answers_At",
                table: "Answers",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_AspNetUserClaims_UserId",
                table: "AspNetUserClaims",
                column: "UserId");

            migrationBuilder.CreateIndex(
                name: "IX_AspNetUserLogins_UserId",
                table: "AspNetUserLogins",
                column: "UserId");

            migrationBuilder.CreateIndex(
                name: "IX_AspNetUserPasskeys_UserId",
                table: "AspNetUserPasskeys",
                column: "UserId");

            migrationBuilder.CreateIndex(
                name: "EmailIndex",
                table: "AspNetUsers",
                column: "NormalizedEmail");

            migrationBuilder.CreateIndex(
                name: "IX_AspNetUsers_PersonId",
                table: "AspNetUsers",
                column: "PersonId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "UserNameIndex",
                table: "AspNetUsers",
                column: "NormalizedUserName",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Calendars_OwnerId",
                table: "Calendars",
                column: "OwnerId",
                unique: true,
                filter: "\"Main\"");

            migrationBuilder.CreateIndex(
                name: "IX_Calendars_PublicId",
                table: "Calendars",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Calls_ChangeId",
                table: "Calls",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_Calls_EntryId",
                table: "Calls",
                column: "EntryId");

            migrationBuilder.CreateIndex(
                name: "IX_Calls_PublicId",
                table: "Calls",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Calls_UserId_At",
                table: "Calls",
                columns: new[] { "UserId", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_Categories_OwnerId",
                table: "Categories",
                column: "OwnerId");

            migrationBuilder.CreateIndex(
                name: "IX_CategoryHistory_ChangeId",
                table: "CategoryHistory",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_Ceilings_Inside",
                table: "Ceilings",
                column: "Inside",
                unique: true,
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Changes_AbsenceId",
                table: "Changes",
                column: "AbsenceId",
                filter: "\"AbsenceId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Changes_ActId",
                table: "Changes",
                column: "ActId",
                filter: "\"ActId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Changes_ActorId_Id",
                table: "Changes",
                columns: new[] { "ActorId", "Id" });

            migrationBuilder.CreateIndex(
                name: "IX_Changes_InNameOfId_Id",
                table: "Changes",
                columns: new[] { "InNameOfId", "Id" });

            migrationBuilder.CreateIndex(
                name: "IX_Changes_UndoneById",
                table: "Changes",
                column: "UndoneById",
                filter: "\"UndoneById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_DaysOff_ClosedById",
                table: "DaysOff",
                column: "ClosedById",
                filter: "\"ClosedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_DaysOff_OpenedById",
                table: "DaysOff",
                column: "OpenedById",
                filter: "\"OpenedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_DaysOff_Where_Until",
                table: "DaysOff",
                columns: new[] { "Where", "Until" });

            migrationBuilder.CreateIndex(
                name: "IX_DraftPapers_DraftId",
                table: "DraftPapers",
                column: "DraftId");

            migrationBuilder.CreateIndex(
                name: "IX_Drafts_PublicId",
                table: "Drafts",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Drafts_WriterId",
                table: "Drafts",
                column: "WriterId");

            migrationBuilder.CreateIndex(
                name: "IX_Entries_CalendarId",
                table: "Entries",
                column: "CalendarId");

            migrationBuilder.CreateIndex(
                name: "IX_Entries_ConferenceKey",
                table: "Entries",
                column: "ConferenceKey",
                filter: "\"ConferenceKey\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Entries_HoldRequest",
                table: "Entries",
                column: "HoldRequest",
                filter: "\"HoldRequest\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Entries_OwnerId_Kind_LastEnd",
                table: "Entries",
                columns: new[] { "OwnerId", "Kind", "LastEnd" });

            migrationBuilder.CreateIndex(
                name: "IX_Entries_PublicId",
                table: "Entries",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Entries_TiedToId",
                table: "Entries",
                column: "TiedToId",
                filter: "\"TiedToId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Entries_Uid_CalendarId",
                table: "Entries",
                columns: new[] { "Uid", "CalendarId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_EntryGroups_EntryId",
                table: "EntryGroups",
                column: "EntryId");

            migrationBuilder.CreateIndex(
                name: "IX_Feeds_EndedById",
                table: "Feeds",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Feeds_KeptById",
                table: "Feeds",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_Feeds_KeyHash",
                table: "Feeds",
                column: "KeyHash");

            migrationBuilder.CreateIndex(
                name: "IX_Feeds_OwnerId",
                table: "Feeds",
                column: "OwnerId",
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Followed_CalendarId",
                table: "Followed",
                column: "CalendarId");

            migrationBuilder.CreateIndex(
                name: "IX_Followed_DueAt",
                table: "Followed",
                column: "DueAt",
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Followed_EndedById",
                table: "Followed",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Followed_FollowedById",
                table: "Followed",
                column: "FollowedById");

            migrationBuilder.CreateIndex(
                name: "IX_Followed_OwnerId",
                table: "Followed",
                column: "OwnerId",
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Further_CalendarId",
                table: "Further",
                column: "CalendarId");

            migrationBuilder.CreateIndex(
                name: "IX_Further_EndedById",
                table: "Further",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Further_KeptById",
                table: "Further",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_Further_OwnerId",
                table: "Further",
                column: "OwnerId",
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_HandoverItems_EndedById",
                table: "HandoverItems",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_HandoverItems_HandoverNumber",
                table: "HandoverItems",
                column: "HandoverNumber",
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_HandoverItems_KeptById",
                table: "HandoverItems",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_Handovers_AwayId_Last",
                table: "Handovers",
                columns: new[] { "AwayId", "Last" },
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Handovers_CoverId_Last",
                table: "Handovers",
                columns: new[] { "CoverId", "Last" },
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Handovers_EndedById",
                table: "Handovers",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Handovers_KeptById",
                table: "Handovers",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_Handovers_Number",
                table: "Handovers",
                column: "Number",
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_History_ChangeId",
                table: "History",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_History_EntryId",
                table: "History",
                column: "EntryId");

            migrationBuilder.CreateIndex(
                name: "IX_LaneMarks_CategoryId",
                table: "LaneMarks",
                column: "CategoryId");

            migrationBuilder.CreateIndex(
                name: "IX_Mails_Entry",
                table: "Mails",
                column: "Entry",
                filter: "\"Entry\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Mails_MessageId",
                table: "Mails",
                column: "MessageId");

            migrationBuilder.CreateIndex(
                name: "IX_Mails_OfId_Id",
                table: "Mails",
                columns: new[] { "OfId", "Id" });

            migrationBuilder.CreateIndex(
                name: "IX_Mails_Open",
                table: "Mails",
                column: "OfId",
                filter: "NOT \"Settled\"");

            migrationBuilder.CreateIndex(
                name: "IX_Mails_OutboxId",
                table: "Mails",
                column: "OutboxId",
                unique: true,
                filter: "\"OutboxId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_MeetingKinds_OwnerId",
                table: "MeetingKinds",
                column: "OwnerId");

            migrationBuilder.CreateIndex(
                name: "IX_MeetingKinds_PublicId",
                table: "MeetingKinds",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_MeetingNews_At",
                table: "MeetingNews",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_MeetingNews_ChangeId",
                table: "MeetingNews",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_MeetingNews_OutboxId",
                table: "MeetingNews",
                column: "OutboxId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_MeetingNews_ToId_At",
                table: "MeetingNews",
                columns: new[] { "ToId", "At" },
                filter: "NOT \"PutAway\"");

            migrationBuilder.CreateIndex(
                name: "IX_MeetingRequestHistory_ChangeId",
                table: "MeetingRequestHistory",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_MeetingRequests_PrincipalId_TakenAt",
                table: "MeetingRequests",
                columns: new[] { "PrincipalId", "TakenAt" });

            migrationBuilder.CreateIndex(
                name: "IX_MeetingRequests_PublicId",
                table: "MeetingRequests",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_MeetingRequests_Waiting",
                table: "MeetingRequests",
                column: "PrincipalId",
                filter: "\"Waits\"");

            migrationBuilder.CreateIndex(
                name: "IX_Memberships_BeganById",
                table: "Memberships",
                column: "BeganById",
                filter: "\"BeganById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Memberships_EndedById",
                table: "Memberships",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Memberships_GroupId_Until",
                table: "Memberships",
                columns: new[] { "GroupId", "Until" });

            migrationBuilder.CreateIndex(
                name: "IX_Memberships_GroupId_UserId",
                table: "Memberships",
                columns: new[] { "GroupId", "UserId" },
                unique: true,
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Memberships_UserId",
                table: "Memberships",
                column: "UserId",
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_NoGoWeeks_KeptById",
                table: "NoGoWeeks",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_NoGoWeeks_OpenedById",
                table: "NoGoWeeks",
                column: "OpenedById",
                filter: "\"OpenedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_NoGoWeeks_UserId_First",
                table: "NoGoWeeks",
                columns: new[] { "UserId", "First" });

            migrationBuilder.CreateIndex(
                name: "IX_Notes_EntryId_RecurrenceId_LaneId",
                table: "Notes",
                columns: new[] { "EntryId", "RecurrenceId", "LaneId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Notes_PublicId",
                table: "Notes",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_NotesHistory_ChangeId",
                table: "NotesHistory",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_Occupancy_EntryId",
                table: "Occupancy",
                column: "EntryId");

            migrationBuilder.CreateIndex(
                name: "IX_OtherAddresses_Address",
                table: "OtherAddresses",
                column: "Address");

            migrationBuilder.CreateIndex(
                name: "IX_Outbox_ChangeId",
                table: "Outbox",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_Outbox_GivenUpAt",
                table: "Outbox",
                column: "GivenUpAt",
                filter: "\"GivenUpAt\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Outbox_MessageId",
                table: "Outbox",
                column: "MessageId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Outbox_NotBefore",
                table: "Outbox",
                column: "NotBefore",
                filter: "\"SentAt\" IS NULL AND \"WithdrawnAt\" IS NULL AND \"GivenUpAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Papers_AddedByChangeId",
                table: "Papers",
                column: "AddedByChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_Papers_EntryId",
                table: "Papers",
                column: "EntryId",
                filter: "\"RemovedByChangeId\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Papers_PublicId",
                table: "Papers",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Papers_RemovedByChangeId",
                table: "Papers",
                column: "RemovedByChangeId",
                filter: "\"RemovedByChangeId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Participations_Declined",
                table: "Participations",
                column: "UserId",
                filter: "\"Answer\" = 3 AND \"RecurrenceId\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Participations_EntryId_UserId",
                table: "Participations",
                columns: new[] { "EntryId", "UserId" },
                unique: true,
                filter: "\"RecurrenceId\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Participations_EntryId_UserId_RecurrenceId",
                table: "Participations",
                columns: new[] { "EntryId", "UserId", "RecurrenceId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Participations_UserId",
                table: "Participations",
                column: "UserId");

            migrationBuilder.CreateIndex(
                name: "IX_Parts_CalendarId",
                table: "Parts",
                column: "CalendarId");

            migrationBuilder.CreateIndex(
                name: "IX_People_Address",
                table: "People",
                column: "Address",
                unique: true,
                filter: "\"KeptForId\" IS NULL AND NOT \"Removed\"");

            migrationBuilder.CreateIndex(
                name: "IX_People_KeptForId_Address",
                table: "People",
                columns: new[] { "KeptForId", "Address" },
                unique: true,
                filter: "\"KeptForId\" IS NOT NULL AND NOT \"Removed\"");

            migrationBuilder.CreateIndex(
                name: "IX_People_PublicId",
                table: "People",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_People_Rooms",
                table: "People",
                column: "Name",
                filter: "\"Kind\" = 2 AND NOT \"Removed\"");

            migrationBuilder.CreateIndex(
                name: "IX_PersonHistory_ChangeId",
                table: "PersonHistory",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_PersonHistory_UserId",
                table: "PersonHistory",
                column: "UserId");

            migrationBuilder.CreateIndex(
                name: "IX_Presences_EntryId_RecurrenceId",
                table: "Presences",
                columns: new[] { "EntryId", "RecurrenceId" });

            migrationBuilder.CreateIndex(
                name: "IX_Presences_PublicId",
                table: "Presences",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Presences_State_SeenAt",
                table: "Presences",
                columns: new[] { "State", "SeenAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Reminders_EntryId",
                table: "Reminders",
                column: "EntryId");

            migrationBuilder.CreateIndex(
                name: "IX_Stays_EndedById",
                table: "Stays",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Stays_KeptById",
                table: "Stays",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_Stays_UserId_Last",
                table: "Stays",
                columns: new[] { "UserId", "Last" },
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Tasks_LaneId_Due",
                table: "Tasks",
                columns: new[] { "LaneId", "Due" },
                filter: "\"DoneAt\" IS NULL AND \"Due\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Tasks_NotesId",
                table: "Tasks",
                column: "NotesId");

            migrationBuilder.CreateIndex(
                name: "IX_Tasks_OwnerId_Due",
                table: "Tasks",
                columns: new[] { "OwnerId", "Due" },
                filter: "\"DoneAt\" IS NULL AND \"Due\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Tasks_PublicId",
                table: "Tasks",
                column: "PublicId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_TurnOvers_EndedById",
                table: "TurnOvers",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_TurnOvers_EntryId",
                table: "TurnOvers",
                column: "EntryId",
                unique: true,
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_TurnOvers_KeptById",
                table: "TurnOvers",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_TurnOvers_ToId",
                table: "TurnOvers",
                column: "ToId",
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_WaitingAddresses_EndedById",
                table: "WaitingAddresses",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_WaitingAddresses_KeptById",
                table: "WaitingAddresses",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_WaitingAddresses_WhoId",
                table: "WaitingAddresses",
                column: "WhoId",
                unique: true,
                filter: "\"EndedById\" IS NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("Before the first schema there is none.");
    }
}
