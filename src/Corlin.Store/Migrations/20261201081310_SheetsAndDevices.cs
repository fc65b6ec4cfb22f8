using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class SheetsAndDevices : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "Untold",
                table: "Participations",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "ByItself",
                table: "Changes",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "InstructionId",
                table: "Changes",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "LastInAt",
                table: "AspNetUsers",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Deadlines",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false),
                    RecurrenceId = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Then = table.Column<int>(type: "INTEGER", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Deadlines", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Deadlines_Entries_EntryId",
                        column: x => x.EntryId,
                        principalTable: "Entries",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "DeviceNames",
                columns: table => new
                {
                    CalendarId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    EntryId = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_DeviceNames", x => new { x.CalendarId, x.Name });
                    table.ForeignKey(
                        name: "FK_DeviceNames_Calendars_CalendarId",
                        column: x => x.CalendarId,
                        principalTable: "Calendars",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Devices",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    KeyHash = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false),
                    UsedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    UsedWith = table.Column<string>(type: "TEXT", nullable: true),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: true),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Devices", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Devices_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "HandedSheets",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    First = table.Column<string>(type: "TEXT", nullable: false),
                    Until = table.Column<string>(type: "TEXT", nullable: false),
                    ByItself = table.Column<bool>(type: "INTEGER", nullable: false),
                    Lines = table.Column<string>(type: "TEXT", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_HandedSheets", x => x.Id);
                    table.ForeignKey(
                        name: "FK_HandedSheets_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Instructions",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Asks = table.Column<int>(type: "INTEGER", nullable: false),
                    People = table.Column<string>(type: "TEXT", nullable: false),
                    Time = table.Column<int>(type: "INTEGER", nullable: false),
                    ClashTitle = table.Column<string>(type: "TEXT", nullable: true),
                    Title = table.Column<string>(type: "TEXT", nullable: true),
                    AtLeastMinutes = table.Column<int>(type: "INTEGER", nullable: true),
                    Answer = table.Column<int>(type: "INTEGER", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: true),
                    ByItself = table.Column<bool>(type: "INTEGER", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    First = table.Column<long>(type: "INTEGER", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Instructions", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Instructions_People_UserId",
                        column: x => x.UserId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "SheetWishes",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    ById = table.Column<long>(type: "INTEGER", nullable: false),
                    Parts = table.Column<int>(type: "INTEGER", nullable: false),
                    SaidAt = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<int>(type: "INTEGER", nullable: true),
                    DayBefore = table.Column<bool>(type: "INTEGER", nullable: false),
                    Again = table.Column<bool>(type: "INTEGER", nullable: false),
                    To = table.Column<string>(type: "TEXT", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SheetWishes", x => x.Id);
                    table.ForeignKey(
                        name: "FK_SheetWishes_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Changes_InstructionId",
                table: "Changes",
                column: "InstructionId",
                filter: "\"InstructionId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Deadlines_At",
                table: "Deadlines",
                column: "At",
                filter: "\"EndedById\" IS NULL AND \"Then\" <> 0");

            migrationBuilder.CreateIndex(
                name: "IX_Deadlines_EndedById",
                table: "Deadlines",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Deadlines_EntryId_RecurrenceId",
                table: "Deadlines",
                columns: new[] { "EntryId", "RecurrenceId" },
                unique: true,
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Deadlines_KeptById",
                table: "Deadlines",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_DeviceNames_CalendarId_EntryId",
                table: "DeviceNames",
                columns: new[] { "CalendarId", "EntryId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Devices_KeyHash",
                table: "Devices",
                column: "KeyHash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Devices_OwnerId",
                table: "Devices",
                column: "OwnerId",
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_HandedSheets_EndedById",
                table: "HandedSheets",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_HandedSheets_KeptById",
                table: "HandedSheets",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_HandedSheets_OwnerId_Until",
                table: "HandedSheets",
                columns: new[] { "OwnerId", "Until" },
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Instructions_ByItself",
                table: "Instructions",
                column: "UserId",
                filter: "\"ByItself\" AND \"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Instructions_EndedById",
                table: "Instructions",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Instructions_KeptById",
                table: "Instructions",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_Instructions_UserId_First",
                table: "Instructions",
                columns: new[] { "UserId", "First" });

            migrationBuilder.CreateIndex(
                name: "IX_Instructions_UserId_PublicId",
                table: "Instructions",
                columns: new[] { "UserId", "PublicId" },
                unique: true,
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_SheetWishes_ByItself",
                table: "SheetWishes",
                column: "Id",
                filter: "\"At\" IS NOT NULL AND \"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_SheetWishes_EndedById",
                table: "SheetWishes",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_SheetWishes_KeptById",
                table: "SheetWishes",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_SheetWishes_OwnerId",
                table: "SheetWishes",
                column: "OwnerId",
                unique: true,
                filter: "\"EndedById\" IS NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Deadlines");

            migrationBuilder.DropTable(
                name: "DeviceNames");

            migrationBuilder.DropTable(
                name: "Devices");

            migrationBuilder.DropTable(
                name: "HandedSheets");

            migrationBuilder.DropTable(
                name: "Instructions");

            migrationBuilder.DropTable(
                name: "SheetWishes");

            migrationBuilder.DropIndex(
                name: "IX_Changes_InstructionId",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "Untold",
                table: "Participations");

            migrationBuilder.DropColumn(
                name: "ByItself",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "InstructionId",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "LastInAt",
                table: "AspNetUsers");
        }
    }
}
