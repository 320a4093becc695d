using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace TinCompass.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class KeysOfSolvers : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Solves_Key",
                table: "Solves");

            migrationBuilder.DropIndex(
                name: "IX_DrillAttempts_Key",
                table: "DrillAttempts");

            migrationBuilder.DropIndex(
                name: "IX_Courses_Key",
                table: "Courses");

            migrationBuilder.DropIndex(
                name: "IX_Attempts_Key",
                table: "Attempts");

            migrationBuilder.AddColumn<bool>(
                name: "IsGoing",
                table: "Solvers",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "Deleting",
                table: "Bin",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "IsRestoring",
                table: "Bin",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.CreateIndex(
                name: "IX_Solves_SolverId_Key",
                table: "Solves",
                columns: new[] { "SolverId", "Key" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_DrillAttempts_SolverId_Key",
                table: "DrillAttempts",
                columns: new[] { "SolverId", "Key" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Courses_SolverId_Key",
                table: "Courses",
                columns: new[] { "SolverId", "Key" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Attempts_SolverId_Key",
                table: "Attempts",
                columns: new[] { "SolverId", "Key" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Solves_SolverId_Key",
                table: "Solves");

            migrationBuilder.DropIndex(
                name: "IX_DrillAttempts_SolverId_Key",
                table: "DrillAttempts");

            migrationBuilder.DropIndex(
                name: "IX_Courses_SolverId_Key",
                table: "Courses");

            migrationBuilder.DropIndex(
                name: "IX_Attempts_SolverId_Key",
                table: "Attempts");

            migrationBuilder.DropColumn(
                name: "IsGoing",
                table: "Solvers");

            migrationBuilder.DropColumn(
                name: "Deleting",
                table: "Bin");

            migrationBuilder.DropColumn(
                name: "IsRestoring",
                table: "Bin");

            migrationBuilder.CreateIndex(
                name: "IX_Solves_Key",
                table: "Solves",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_DrillAttempts_Key",
                table: "DrillAttempts",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Courses_Key",
                table: "Courses",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Attempts_Key",
                table: "Attempts",
                column: "Key",
                unique: true);
        }
    }
}
