using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Corlin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Mail : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Outbox_NotBefore",
                table: "Outbox");

            migrationBuilder.AddColumn<string>(
                name: "Failure",
                table: "Outbox",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Failures",
                table: "Outbox",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<long>(
                name: "GivenUpAt",
                table: "Outbox",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "MailSources",
                columns: table => new
                {
                    MailId = table.Column<long>(type: "INTEGER", nullable: false),
                    Source = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MailSources", x => x.MailId);
                });

            migrationBuilder.CreateTable(
                name: "Mails",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OutboxId = table.Column<long>(type: "INTEGER", nullable: true),
                    MessageId = table.Column<string>(type: "TEXT", nullable: false),
                    OfId = table.Column<long>(type: "INTEGER", nullable: true),
                    Entry = table.Column<string>(type: "TEXT", nullable: true),
                    Private = table.Column<bool>(type: "INTEGER", nullable: false),
                    FromName = table.Column<string>(type: "TEXT", nullable: false),
                    FromAddress = table.Column<string>(type: "TEXT", nullable: false),
                    ToName = table.Column<string>(type: "TEXT", nullable: false),
                    ToAddress = table.Column<string>(type: "TEXT", nullable: false),
                    Subject = table.Column<string>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Settled = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Mails", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Outbox_GivenUpAt",
                table: "Outbox",
                column: "GivenUpAt",
                filter: "\"GivenUpAt\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Outbox_NotBefore",
                table: "Outbox",
                column: "NotBefore",
                filter: "\"SentAt\" IS NULL AND \"WithdrawnAt\" IS NULL AND \"GivenUpAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Mails_Entry",
                table: "Mails",
                column: "Entry",
                filter: "\"Entry\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Mails_MessageId",
                table: "Mails",
                column: "MessageId");

            migrationBuilder.CreateIndex(
                name: "IX_Mails_OfId_Id",
                table: "Mails",
                columns: new[] { "OfId", "Id" });

            migrationBuilder.CreateIndex(
                name: "IX_Mails_Open",
                table: "Mails",
                column: "OfId",
                filter: "NOT \"Settled\"");

            migrationBuilder.CreateIndex(
                name: "IX_Mails_OutboxId",
                table: "Mails",
                column: "OutboxId",
                unique: true,
                filter: "\"OutboxId\" IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "MailSources");

            migrationBuilder.DropTable(
                name: "Mails");

            migrationBuilder.DropIndex(
                name: "IX_Outbox_GivenUpAt",
                table: "Outbox");

            migrationBuilder.DropIndex(
                name: "IX_Outbox_NotBefore",
                table: "Outbox");

            migrationBuilder.DropColumn(
                name: "Failure",
                table: "Outbox");

            migrationBuilder.DropColumn(
                name: "Failures",
                table: "Outbox");

            migrationBuilder.DropColumn(
                name: "GivenUpAt",
                table: "Outbox");

            migrationBuilder.CreateIndex(
                name: "IX_Outbox_NotBefore",
                table: "Outbox",
                column: "NotBefore",
                filter: "\"SentAt\" IS NULL AND \"WithdrawnAt\" IS NULL");
        }
    }
}
