using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Notes : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
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
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "NotesHistory");

            migrationBuilder.DropTable(
                name: "Tasks");

            migrationBuilder.DropTable(
                name: "Notes");
        }
    }
}
