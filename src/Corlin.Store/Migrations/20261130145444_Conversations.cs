using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Conversations : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Address",
                table: "Participations",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "DelegatedFromId",
                table: "Participations",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "DelegatedToId",
                table: "Participations",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Uninvited",
                table: "Participations",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "ToldAt",
                table: "Overrides",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Asks",
                table: "Mails",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Waits",
                table: "Mails",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "MovedAt",
                table: "Entries",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<bool>(
                name: "OnlyOccurrences",
                table: "Entries",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "ToldAt",
                table: "Entries",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_Participations_Unanswered",
                table: "Participations",
                column: "UserId",
                filter: "\"Answer\" = 0");

            // Until now an answer to an older SEQUENCE was out of date, whatever had changed.
            migrationBuilder.Sql("UPDATE Entries SET MovedAt = Sequence WHERE Sequence > 0");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Participations_Unanswered",
                table: "Participations");

            migrationBuilder.DropColumn(
                name: "Address",
                table: "Participations");

            migrationBuilder.DropColumn(
                name: "DelegatedFromId",
                table: "Participations");

            migrationBuilder.DropColumn(
                name: "DelegatedToId",
                table: "Participations");

            migrationBuilder.DropColumn(
                name: "Uninvited",
                table: "Participations");

            migrationBuilder.DropColumn(
                name: "ToldAt",
                table: "Overrides");

            migrationBuilder.DropColumn(
                name: "Asks",
                table: "Mails");

            migrationBuilder.DropColumn(
                name: "Waits",
                table: "Mails");

            migrationBuilder.DropColumn(
                name: "MovedAt",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "OnlyOccurrences",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "ToldAt",
                table: "Entries");
        }
    }
}
