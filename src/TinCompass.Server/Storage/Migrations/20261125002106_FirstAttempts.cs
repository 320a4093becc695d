using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace TinCompass.Server.Storage.Migrations
{
    /// <inheritdoc />
    internal sealed partial class FirstAttempts : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Solvers",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", maxLength: 40, nullable: false, collation: "NOCASE"),
                    CreatedAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Solvers", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Attempts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<Guid>(type: "TEXT", nullable: false),
                    SolverId = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Scramble = table.Column<string>(type: "TEXT", nullable: false),
                    Color = table.Column<string>(type: "TEXT", nullable: false),
                    Plan = table.Column<string>(type: "TEXT", nullable: false),
                    IsCross = table.Column<bool>(type: "INTEGER", nullable: false),
                    Turns = table.Column<int>(type: "INTEGER", nullable: false),
                    Best = table.Column<int>(type: "INTEGER", nullable: false),
                    OverBest = table.Column<int>(type: "INTEGER", nullable: false),
                    FirstMistake = table.Column<int>(type: "INTEGER", nullable: true),
                    PlanningMs = table.Column<int>(type: "INTEGER", nullable: true),
                    Covered = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Attempts", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Attempts_Solvers_SolverId",
                        column: x => x.SolverId,
                        principalTable: "Solvers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Attempts_Key",
                table: "Attempts",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Attempts_SolverId_At",
                table: "Attempts",
                columns: new[] { "SolverId", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_Solvers_Name",
                table: "Solvers",
                column: "Name",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Attempts");

            migrationBuilder.DropTable(
                name: "Solvers");
        }
    }
}
