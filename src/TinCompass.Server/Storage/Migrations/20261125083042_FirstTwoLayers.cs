using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace TinCompass.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class FirstTwoLayers : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "Beam",
                table: "Habits",
                type: "INTEGER",
                nullable: false,
                defaultValue: 16);

            migrationBuilder.AddColumn<string>(
                name: "School",
                table: "Habits",
                type: "TEXT",
                nullable: false,
                defaultValue: "ByRule");

            migrationBuilder.CreateTable(
                name: "Courses",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<Guid>(type: "TEXT", nullable: false),
                    SolverId = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Scramble = table.Column<string>(type: "TEXT", nullable: false),
                    Color = table.Column<string>(type: "TEXT", nullable: false),
                    Made = table.Column<string>(type: "TEXT", nullable: false),
                    Stops = table.Column<string>(type: "TEXT", nullable: false),
                    Total = table.Column<int>(type: "INTEGER", nullable: false),
                    TimeHundredths = table.Column<int>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Courses", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Courses_Solvers_SolverId",
                        column: x => x.SolverId,
                        principalTable: "Solvers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "KeptSequences",
                columns: table => new
                {
                    SolverId = table.Column<int>(type: "INTEGER", nullable: false),
                    Case = table.Column<string>(type: "TEXT", nullable: false),
                    Slot = table.Column<string>(type: "TEXT", nullable: false),
                    Sequence = table.Column<string>(type: "TEXT", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_KeptSequences", x => new { x.SolverId, x.Case, x.Slot });
                    table.ForeignKey(
                        name: "FK_KeptSequences_Solvers_SolverId",
                        column: x => x.SolverId,
                        principalTable: "Solvers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Courses_Key",
                table: "Courses",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Courses_SolverId_At",
                table: "Courses",
                columns: new[] { "SolverId", "At" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Courses");

            migrationBuilder.DropTable(
                name: "KeptSequences");

            migrationBuilder.DropColumn(
                name: "Beam",
                table: "Habits");

            migrationBuilder.DropColumn(
                name: "School",
                table: "Habits");
        }
    }
}
