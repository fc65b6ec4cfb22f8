using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Ties : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "TieGap",
                table: "Entries",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "TieKind",
                table: "Entries",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "TieOccurrence",
                table: "Entries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "TieWords",
                table: "Entries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "TiedToId",
                table: "Entries",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_Entries_TiedToId",
                table: "Entries",
                column: "TiedToId",
                filter: "\"TiedToId\" IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Entries_TiedToId",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "TieGap",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "TieKind",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "TieOccurrence",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "TieWords",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "TiedToId",
                table: "Entries");
        }
    }
}
