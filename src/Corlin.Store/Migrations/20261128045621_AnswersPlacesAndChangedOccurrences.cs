using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class AnswersPlacesAndChangedOccurrences : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Participations_UserId",
                table: "Participations");

            migrationBuilder.AddColumn<string>(
                name: "Address",
                table: "Places",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Closed",
                table: "Places",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "Agenda",
                table: "Overrides",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Link",
                table: "Overrides",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Private",
                table: "Overrides",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Sequence",
                table: "Overrides",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "Takes",
                table: "Overrides",
                type: "INTEGER",
                nullable: true);

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

            migrationBuilder.CreateIndex(
                name: "IX_Participations_Declined",
                table: "Participations",
                column: "UserId",
                filter: "\"Answer\" = 3 AND \"RecurrenceId\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Answers_At",
                table: "Answers",
                column: "At");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Answers");

            migrationBuilder.DropIndex(
                name: "IX_Participations_Declined",
                table: "Participations");

            migrationBuilder.DropColumn(
                name: "Address",
                table: "Places");

            migrationBuilder.DropColumn(
                name: "Closed",
                table: "Places");

            migrationBuilder.DropColumn(
                name: "Agenda",
                table: "Overrides");

            migrationBuilder.DropColumn(
                name: "Link",
                table: "Overrides");

            migrationBuilder.DropColumn(
                name: "Private",
                table: "Overrides");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Overrides");

            migrationBuilder.DropColumn(
                name: "Takes",
                table: "Overrides");

            migrationBuilder.CreateIndex(
                name: "IX_Participations_UserId",
                table: "Participations",
                column: "UserId");
        }
    }
}
