using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Conferences : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "Admission",
                table: "Entries",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "ConferenceKey",
                table: "Entries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Convened",
                table: "Entries",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

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

            migrationBuilder.CreateIndex(
                name: "IX_Entries_ConferenceKey",
                table: "Entries",
                column: "ConferenceKey",
                filter: "\"ConferenceKey\" IS NOT NULL");

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
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Calls");

            migrationBuilder.DropTable(
                name: "Presences");

            migrationBuilder.DropIndex(
                name: "IX_Entries_ConferenceKey",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "Admission",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "ConferenceKey",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "Convened",
                table: "Entries");
        }
    }
}
