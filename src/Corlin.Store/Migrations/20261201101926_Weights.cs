using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Weights : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "SlotWeights",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Term = table.Column<int>(type: "INTEGER", nullable: false),
                    Value = table.Column<int>(type: "INTEGER", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SlotWeights", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_SlotWeights_EndedById",
                table: "SlotWeights",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_SlotWeights_KeptById",
                table: "SlotWeights",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_SlotWeights_Term",
                table: "SlotWeights",
                column: "Term",
                unique: true,
                filter: "\"EndedById\" IS NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "SlotWeights");
        }
    }
}
