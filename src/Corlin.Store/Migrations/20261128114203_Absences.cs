using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Absences : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "EndedById",
                table: "Absences",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "KeptById",
                table: "Absences",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Kind",
                table: "Absences",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.CreateIndex(
                name: "IX_Absences_EndedById",
                table: "Absences",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Absences_KeptById",
                table: "Absences",
                column: "KeptById");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Absences_EndedById",
                table: "Absences");

            migrationBuilder.DropIndex(
                name: "IX_Absences_KeptById",
                table: "Absences");

            migrationBuilder.DropColumn(
                name: "EndedById",
                table: "Absences");

            migrationBuilder.DropColumn(
                name: "KeptById",
                table: "Absences");

            migrationBuilder.DropColumn(
                name: "Kind",
                table: "Absences");
        }
    }
}
