using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class AccessGrants : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
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
                    table.ForeignKey("FK_AccessGrants_Calendars_CalendarId", x => x.CalendarId, "Calendars", "Id", onDelete: ReferentialAction.Cascade);
                    table.ForeignKey("FK_AccessGrants_People_OwnerId", x => x.OwnerId, "People", "Id", onDelete: ReferentialAction.Cascade);
                    table.ForeignKey("FK_AccessGrants_People_ReceiverId", x => x.ReceiverId, "People", "Id", onDelete: ReferentialAction.Cascade);
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
                name: "IX_AccessNews_ChangeId",
                table: "AccessNews",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_AccessNews_GrantId",
                table: "AccessNews",
                column: "GrantId",
                filter: "\"GrantId\" IS NOT NULL");

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
                name: "IX_Ceilings_Inside",
                table: "Ceilings",
                column: "Inside",
                unique: true,
                filter: "\"EndedById\" IS NULL");

            // A grant was for the main calendar, which was all there was of a person's. Its number stays: the history names it.
            migrationBuilder.Sql("""
                INSERT INTO AccessGrants (Id, OwnerId, ReceiverId, Inside, Sight, Acting, Private, "From", "Until", PassOn, GivenById)
                SELECT g.Id, c.OwnerId, g.ReceiverId, g.Inside, g.Sight, g.Acting, g.Private, g."From", g."Until", g.PassOn, 0
                FROM Grants g JOIN Calendars c ON c.Id = g.CalendarId
                """);

            migrationBuilder.DropTable(
                name: "Grants");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("What was granted to groups and for all calendars cannot be kept in the tables before.");
    }
}
