using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Acts : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "ActId",
                table: "Changes",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_Changes_ActId",
                table: "Changes",
                column: "ActId",
                filter: "\"ActId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Changes_ActorId_Id",
                table: "Changes",
                columns: new[] { "ActorId", "Id" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Changes_ActId",
                table: "Changes");

            migrationBuilder.DropIndex(
                name: "IX_Changes_ActorId_Id",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "ActId",
                table: "Changes");
        }
    }
}
