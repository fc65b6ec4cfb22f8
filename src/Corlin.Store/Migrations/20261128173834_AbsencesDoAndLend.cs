using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class AbsencesDoAndLend : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "AbsenceId",
                table: "Changes",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "ReasonTo",
                table: "Absences",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.CreateIndex(
                name: "IX_Participations_UserId",
                table: "Participations",
                column: "UserId");

            migrationBuilder.CreateIndex(
                name: "IX_Changes_AbsenceId",
                table: "Changes",
                column: "AbsenceId",
                filter: "\"AbsenceId\" IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Participations_UserId",
                table: "Participations");

            migrationBuilder.DropIndex(
                name: "IX_Changes_AbsenceId",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "AbsenceId",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "ReasonTo",
                table: "Absences");
        }
    }
}
