using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class MarksRemindersDaysOff : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Country",
                table: "Places",
                type: "TEXT",
                nullable: true);

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
                name: "DaysOff",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Where = table.Column<string>(type: "TEXT", nullable: false),
                    First = table.Column<string>(type: "TEXT", nullable: false),
                    Until = table.Column<string>(type: "TEXT", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_DaysOff", x => x.Id);
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
                name: "LaneMarks",
                columns: table => new
                {
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    LaneId = table.Column<long>(type: "INTEGER", nullable: false),
                    CategoryId = table.Column<long>(type: "INTEGER", nullable: true),
                    NoReminder = table.Column<bool>(type: "INTEGER", nullable: false),
                    ReminderBefore = table.Column<long>(type: "INTEGER", nullable: true)
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

            migrationBuilder.CreateIndex(
                name: "IX_Changes_InNameOfId_Id",
                table: "Changes",
                columns: new[] { "InNameOfId", "Id" });

            migrationBuilder.CreateIndex(
                name: "IX_Categories_OwnerId",
                table: "Categories",
                column: "OwnerId");

            migrationBuilder.CreateIndex(
                name: "IX_DaysOff_Where_Until",
                table: "DaysOff",
                columns: new[] { "Where", "Until" });

            migrationBuilder.CreateIndex(
                name: "IX_LaneMarks_CategoryId",
                table: "LaneMarks",
                column: "CategoryId");

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
                name: "IX_Reminders_EntryId",
                table: "Reminders",
                column: "EntryId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "DaysOff");

            migrationBuilder.DropTable(
                name: "LaneMarks");

            migrationBuilder.DropTable(
                name: "NoGoWeeks");

            migrationBuilder.DropTable(
                name: "Reminders");

            migrationBuilder.DropTable(
                name: "Categories");

            migrationBuilder.DropIndex(
                name: "IX_Changes_InNameOfId_Id",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "Country",
                table: "Places");
        }
    }
}
