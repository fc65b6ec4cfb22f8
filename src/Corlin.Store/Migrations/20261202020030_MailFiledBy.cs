using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class MailFiledBy : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "FiledBefore",
                table: "Mails",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "FiledById",
                table: "Mails",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_Mails_FiledById",
                table: "Mails",
                column: "FiledById",
                filter: "\"FiledById\" IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Mails_FiledById",
                table: "Mails");

            migrationBuilder.DropColumn(
                name: "FiledBefore",
                table: "Mails");

            migrationBuilder.DropColumn(
                name: "FiledById",
                table: "Mails");
        }
    }
}
