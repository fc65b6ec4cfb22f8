using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class SeriesFindingSettings : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "AndFollowing",
                table: "Overrides",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "Additions",
                table: "Entries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "RelatedTo",
                table: "Entries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "SearchText",
                table: "Entries",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

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

            migrationBuilder.CreateIndex(
                name: "IX_Changes_UndoneById",
                table: "Changes",
                column: "UndoneById",
                filter: "\"UndoneById\" IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Settings");

            migrationBuilder.DropIndex(
                name: "IX_Changes_UndoneById",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "AndFollowing",
                table: "Overrides");

            migrationBuilder.DropColumn(
                name: "Additions",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "RelatedTo",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "SearchText",
                table: "Entries");
        }
    }
}
