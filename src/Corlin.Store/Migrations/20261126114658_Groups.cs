using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Groups : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Groups",
                table: "Entries",
                type: "TEXT",
                nullable: true);

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

            migrationBuilder.CreateIndex(
                name: "IX_MeetingNews_ChangeId",
                table: "MeetingNews",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_EntryGroups_EntryId",
                table: "EntryGroups",
                column: "EntryId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "EntryGroups");

            migrationBuilder.DropIndex(
                name: "IX_MeetingNews_ChangeId",
                table: "MeetingNews");

            migrationBuilder.DropColumn(
                name: "Groups",
                table: "Entries");
        }
    }
}
