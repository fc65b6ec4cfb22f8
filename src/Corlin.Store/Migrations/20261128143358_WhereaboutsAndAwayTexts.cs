using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class WhereaboutsAndAwayTexts : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "TellsWhere",
                table: "People",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<long>(
                name: "ById",
                table: "Absences",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Invitations",
                table: "Absences",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<long>(
                name: "OriginId",
                table: "Absences",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "TextInside",
                table: "Absences",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "TextOutside",
                table: "Absences",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Stays",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Place = table.Column<string>(type: "TEXT", nullable: true),
                    First = table.Column<string>(type: "TEXT", nullable: false),
                    Last = table.Column<string>(type: "TEXT", nullable: true),
                    Rule = table.Column<string>(type: "TEXT", nullable: true),
                    From = table.Column<int>(type: "INTEGER", nullable: false),
                    To = table.Column<int>(type: "INTEGER", nullable: false),
                    Exceptions = table.Column<string>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    KeptById = table.Column<long>(type: "INTEGER", nullable: true),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Stays", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Stays_People_UserId",
                        column: x => x.UserId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Stays_EndedById",
                table: "Stays",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Stays_KeptById",
                table: "Stays",
                column: "KeptById");

            migrationBuilder.CreateIndex(
                name: "IX_Stays_UserId_Last",
                table: "Stays",
                columns: new[] { "UserId", "Last" },
                filter: "\"EndedById\" IS NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Stays");

            migrationBuilder.DropColumn(
                name: "TellsWhere",
                table: "People");

            migrationBuilder.DropColumn(
                name: "ById",
                table: "Absences");

            migrationBuilder.DropColumn(
                name: "Invitations",
                table: "Absences");

            migrationBuilder.DropColumn(
                name: "OriginId",
                table: "Absences");

            migrationBuilder.DropColumn(
                name: "TextInside",
                table: "Absences");

            migrationBuilder.DropColumn(
                name: "TextOutside",
                table: "Absences");
        }
    }
}
