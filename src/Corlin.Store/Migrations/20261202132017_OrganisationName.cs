using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class OrganisationName : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "OrganisationNames",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OrganisationNames", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_OrganisationNames_EndedById",
                table: "OrganisationNames",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_OrganisationNames_KeptById",
                table: "OrganisationNames",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_OrganisationNames_Name",
                table: "OrganisationNames",
                column: "Name",
                filter: "\"EndedById\" IS NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "OrganisationNames");
        }
    }
}
