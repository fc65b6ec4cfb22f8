using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class AccessMoments : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateIndex(
                name: "IX_AccessNews_NotBefore",
                table: "AccessNews",
                column: "NotBefore",
                filter: "NOT \"Withdrawn\"");

            migrationBuilder.CreateIndex(
                name: "IX_AccessGrants_From",
                table: "AccessGrants",
                column: "From",
                filter: "\"EndedById\" IS NULL AND \"From\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_AccessGrants_Until",
                table: "AccessGrants",
                column: "Until",
                filter: "\"EndedById\" IS NULL AND \"Until\" IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_AccessNews_NotBefore",
                table: "AccessNews");

            migrationBuilder.DropIndex(
                name: "IX_AccessGrants_From",
                table: "AccessGrants");

            migrationBuilder.DropIndex(
                name: "IX_AccessGrants_Until",
                table: "AccessGrants");
        }
    }
}
