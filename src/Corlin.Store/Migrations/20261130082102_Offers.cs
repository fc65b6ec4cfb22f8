using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Offers : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "OfferHistory",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: true),
                    After = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OfferHistory", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "OfferKeys",
                columns: table => new
                {
                    Offer = table.Column<string>(type: "TEXT", nullable: false),
                    Reader = table.Column<int>(type: "INTEGER", nullable: false),
                    KeyHash = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OfferKeys", x => new { x.Offer, x.Reader });
                });

            migrationBuilder.CreateTable(
                name: "Offers",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicId = table.Column<string>(type: "TEXT", nullable: false),
                    OwnerId = table.Column<long>(type: "INTEGER", nullable: false),
                    MadeById = table.Column<long>(type: "INTEGER", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    Until = table.Column<long>(type: "INTEGER", nullable: false),
                    HoldRequest = table.Column<string>(type: "TEXT", nullable: false),
                    Entry = table.Column<string>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    Said = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Offers", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Offers_People_OwnerId",
                        column: x => x.OwnerId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_OfferHistory_ChangeId",
                table: "OfferHistory",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_OfferKeys_KeyHash",
                table: "OfferKeys",
                column: "KeyHash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Offers_HoldRequest",
                table: "Offers",
                column: "HoldRequest",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Offers_Open",
                table: "Offers",
                column: "Until",
                filter: "\"State\" = 0");

            migrationBuilder.CreateIndex(
                name: "IX_Offers_OwnerId_Until",
                table: "Offers",
                columns: new[] { "OwnerId", "Until" });

            migrationBuilder.CreateIndex(
                name: "IX_Offers_PublicId",
                table: "Offers",
                column: "PublicId",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "OfferHistory");

            migrationBuilder.DropTable(
                name: "OfferKeys");

            migrationBuilder.DropTable(
                name: "Offers");
        }
    }
}
