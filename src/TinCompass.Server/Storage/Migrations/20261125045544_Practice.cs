using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace TinCompass.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Practice : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Sessions",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SolverId = table.Column<int>(type: "INTEGER", nullable: false),
                    Course = table.Column<string>(type: "TEXT", nullable: false),
                    Minutes = table.Column<int>(type: "INTEGER", nullable: true),
                    Tasks = table.Column<int>(type: "INTEGER", nullable: true),
                    StartedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    UsedMs = table.Column<int>(type: "INTEGER", nullable: false),
                    Done = table.Column<int>(type: "INTEGER", nullable: false),
                    RightCount = table.Column<int>(type: "INTEGER", nullable: false),
                    Drill = table.Column<string>(type: "TEXT", nullable: false),
                    Level = table.Column<int>(type: "INTEGER", nullable: false),
                    Case = table.Column<string>(type: "TEXT", nullable: true),
                    Seed = table.Column<int>(type: "INTEGER", nullable: false),
                    Colors = table.Column<string>(type: "TEXT", nullable: false),
                    Scramble = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sessions", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Sessions_Solvers_SolverId",
                        column: x => x.SolverId,
                        principalTable: "Solvers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "DrillAttempts",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<Guid>(type: "TEXT", nullable: false),
                    SessionId = table.Column<long>(type: "INTEGER", nullable: true),
                    SolverId = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Drill = table.Column<string>(type: "TEXT", nullable: false),
                    Case = table.Column<string>(type: "TEXT", nullable: false),
                    Level = table.Column<int>(type: "INTEGER", nullable: false),
                    Scramble = table.Column<string>(type: "TEXT", nullable: false),
                    Color = table.Column<string>(type: "TEXT", nullable: false),
                    Answer = table.Column<string>(type: "TEXT", nullable: false),
                    Plan = table.Column<string>(type: "TEXT", nullable: false),
                    Right = table.Column<bool>(type: "INTEGER", nullable: false),
                    TurnsOver = table.Column<int>(type: "INTEGER", nullable: true),
                    FirstMs = table.Column<int>(type: "INTEGER", nullable: false),
                    TotalMs = table.Column<int>(type: "INTEGER", nullable: false),
                    Ms = table.Column<int>(type: "INTEGER", nullable: false),
                    TargetMs = table.Column<int>(type: "INTEGER", nullable: false),
                    Hints = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_DrillAttempts", x => x.Id);
                    table.ForeignKey(
                        name: "FK_DrillAttempts_Sessions_SessionId",
                        column: x => x.SessionId,
                        principalTable: "Sessions",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_DrillAttempts_Solvers_SolverId",
                        column: x => x.SolverId,
                        principalTable: "Solvers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_DrillAttempts_Key",
                table: "DrillAttempts",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_DrillAttempts_SessionId",
                table: "DrillAttempts",
                column: "SessionId");

            migrationBuilder.CreateIndex(
                name: "IX_DrillAttempts_SolverId_At",
                table: "DrillAttempts",
                columns: new[] { "SolverId", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_Sessions_SolverId_EndedAt",
                table: "Sessions",
                columns: new[] { "SolverId", "EndedAt" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "DrillAttempts");

            migrationBuilder.DropTable(
                name: "Sessions");
        }
    }
}
