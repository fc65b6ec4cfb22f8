using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class PeopleKept : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_People_Address",
                table: "People");

            migrationBuilder.AddColumn<long>(
                name: "AssistantId",
                table: "People",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Capacity",
                table: "People",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Features",
                table: "People",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "KeptForId",
                table: "People",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Note",
                table: "People",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Removed",
                table: "People",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "Telephones",
                table: "People",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Memberships",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    GroupId = table.Column<long>(type: "INTEGER", nullable: false),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    From = table.Column<long>(type: "INTEGER", nullable: false),
                    Until = table.Column<long>(type: "INTEGER", nullable: true),
                    BeganById = table.Column<long>(type: "INTEGER", nullable: true),
                    EndedById = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Memberships", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Memberships_People_GroupId",
                        column: x => x.GroupId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Memberships_People_UserId",
                        column: x => x.UserId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            // Since when they are in a group is not known of those who were in one before that was kept.
            migrationBuilder.Sql("INSERT INTO \"Memberships\" (\"GroupId\", \"UserId\", \"From\") SELECT \"GroupId\", \"UserId\", 0 FROM \"Members\"");

            migrationBuilder.DropTable(
                name: "Members");

            migrationBuilder.CreateTable(
                name: "OtherAddresses",
                columns: table => new
                {
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OtherAddresses", x => new { x.UserId, x.Address });
                    table.ForeignKey(
                        name: "FK_OtherAddresses_People_UserId",
                        column: x => x.UserId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "PersonHistory",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ChangeId = table.Column<long>(type: "INTEGER", nullable: false),
                    UserId = table.Column<long>(type: "INTEGER", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: true),
                    After = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PersonHistory", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PersonHistory_Changes_ChangeId",
                        column: x => x.ChangeId,
                        principalTable: "Changes",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_People_Address",
                table: "People",
                column: "Address",
                unique: true,
                filter: "\"KeptForId\" IS NULL AND NOT \"Removed\"");

            migrationBuilder.CreateIndex(
                name: "IX_People_KeptForId_Address",
                table: "People",
                columns: new[] { "KeptForId", "Address" },
                unique: true,
                filter: "\"KeptForId\" IS NOT NULL AND NOT \"Removed\"");

            migrationBuilder.CreateIndex(
                name: "IX_Memberships_BeganById",
                table: "Memberships",
                column: "BeganById",
                filter: "\"BeganById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Memberships_EndedById",
                table: "Memberships",
                column: "EndedById",
                filter: "\"EndedById\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Memberships_GroupId_Until",
                table: "Memberships",
                columns: new[] { "GroupId", "Until" });

            migrationBuilder.CreateIndex(
                name: "IX_Memberships_GroupId_UserId",
                table: "Memberships",
                columns: new[] { "GroupId", "UserId" },
                unique: true,
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Memberships_UserId",
                table: "Memberships",
                column: "UserId",
                filter: "\"EndedById\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_OtherAddresses_Address",
                table: "OtherAddresses",
                column: "Address");

            migrationBuilder.CreateIndex(
                name: "IX_PersonHistory_ChangeId",
                table: "PersonHistory",
                column: "ChangeId");

            migrationBuilder.CreateIndex(
                name: "IX_PersonHistory_UserId",
                table: "PersonHistory",
                column: "UserId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) => throw new NotSupportedException("Who was in a group and when would be lost.");
    }
}
