using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class ClosuresOfAdministrators : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "Administrator",
                table: "People",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.Sql("UPDATE People SET Administrator = 1 WHERE Id IN (SELECT PersonId FROM AspNetUsers WHERE Administrator)");

            // In place: the table need not be built anew for it.
            migrationBuilder.Sql("ALTER TABLE AspNetUsers DROP COLUMN Administrator");

            migrationBuilder.AddColumn<long>(
                name: "ClosedById",
                table: "DaysOff",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "OpenedById",
                table: "DaysOff",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_DaysOff_ClosedById",
                table: "DaysOff",
                column: "ClosedById",
                filter: "\"ClosedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_DaysOff_OpenedById",
                table: "DaysOff",
                column: "OpenedById",
                filter: "\"OpenedById\" IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_DaysOff_ClosedById",
                table: "DaysOff");

            migrationBuilder.DropIndex(
                name: "IX_DaysOff_OpenedById",
                table: "DaysOff");

            migrationBuilder.DropColumn(
                name: "Administrator",
                table: "People");

            migrationBuilder.DropColumn(
                name: "ClosedById",
                table: "DaysOff");

            migrationBuilder.DropColumn(
                name: "OpenedById",
                table: "DaysOff");

            migrationBuilder.AddColumn<bool>(
                name: "Administrator",
                table: "AspNetUsers",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);
        }
    }
}
