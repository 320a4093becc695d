using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace TinCompass.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class AnswerPositions : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // Said in SQL: DropColumn would build the table anew outside of the transaction, and a kill would leave it half done.
            migrationBuilder.Sql("ALTER TABLE \"Sessions\" DROP COLUMN \"Scramble\"");

            migrationBuilder.RenameColumn(
                name: "Scramble",
                table: "DrillAttempts",
                newName: "Position");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.RenameColumn(
                name: "Position",
                table: "DrillAttempts",
                newName: "Scramble");

            migrationBuilder.AddColumn<string>(
                name: "Scramble",
                table: "Sessions",
                type: "TEXT",
                nullable: false,
                defaultValue: "");
        }
    }
}
