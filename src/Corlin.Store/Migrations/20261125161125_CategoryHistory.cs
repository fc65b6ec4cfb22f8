using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class CategoryHistory : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "CategoryHistory",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    CategoryId = table.Column<long>(type: "INTEGER", nullable: false),
                    NameBefore = table.Column<string>(type: "TEXT", nullable: true),
                    ColourBefore = table.Column<int>(type: "INTEGER", nullable: false),
                    RemovedBefore = table.Column<bool>(type: "INTEGER", nullable: false),
                    NameAfter = table.Column<string>(type: "TEXT", nullable: false),
                    ColourAfter = table.Column<int>(type: "INTEGER", nullable: false),
                    RemovedAfter = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CategoryHistory", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CategoryHistory_Changes_ChangeId",
                        column: x => x.ChangeId,
                        principalTable: "Changes",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_CategoryHistory_ChangeId",
                table: "CategoryHistory",
                column: "ChangeId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "CategoryHistory");
        }
    }
}
