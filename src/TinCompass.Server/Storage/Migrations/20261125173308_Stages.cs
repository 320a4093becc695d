using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace TinCompass.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Stages : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_DrillAttempts_SolverId_At",
                table: "DrillAttempts");

            migrationBuilder.RenameColumn(
                name: "Course",
                table: "Sessions",
                newName: "Programme");

            migrationBuilder.RenameColumn(
                name: "IsCross",
                table: "Attempts",
                newName: "IsDone");

            migrationBuilder.AddColumn<int>(
                name: "DrillVersion",
                table: "Sessions",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<string>(
                name: "Method",
                table: "Habits",
                type: "TEXT",
                nullable: false,
                defaultValue: "cfop");

            migrationBuilder.AddColumn<bool>(
                name: "SingleKeys",
                table: "Habits",
                type: "INTEGER",
                nullable: false,
                defaultValue: true);

            migrationBuilder.AddColumn<string>(
                name: "Data",
                table: "DrillAttempts",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Part",
                table: "DrillAttempts",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Stage",
                table: "DrillAttempts",
                type: "TEXT",
                nullable: false,
                defaultValue: "cross");

            migrationBuilder.AddColumn<string>(
                name: "Method",
                table: "Courses",
                type: "TEXT",
                nullable: false,
                defaultValue: "cfop");

            migrationBuilder.AddColumn<int>(
                name: "Version",
                table: "Courses",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<string>(
                name: "Data",
                table: "Attempts",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Made",
                table: "Attempts",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Part",
                table: "Attempts",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Stage",
                table: "Attempts",
                type: "TEXT",
                nullable: false,
                defaultValue: "cross");

            migrationBuilder.CreateTable(
                name: "Masteries",
                columns: table => new
                {
                    SolverId = table.Column<int>(type: "INTEGER", nullable: false),
                    Drill = table.Column<string>(type: "TEXT", nullable: false),
                    Case = table.Column<string>(type: "TEXT", nullable: false),
                    Attempts = table.Column<int>(type: "INTEGER", nullable: false),
                    RightCount = table.Column<int>(type: "INTEGER", nullable: false),
                    Repetitions = table.Column<int>(type: "INTEGER", nullable: false),
                    Ease = table.Column<double>(type: "REAL", nullable: false),
                    IntervalDays = table.Column<double>(type: "REAL", nullable: false),
                    Since = table.Column<long>(type: "INTEGER", nullable: true),
                    LastAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Recent = table.Column<string>(type: "TEXT", nullable: false),
                    QuickInRow = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Masteries", x => new { x.SolverId, x.Drill, x.Case });
                    table.ForeignKey(
                        name: "FK_Masteries_Solvers_SolverId",
                        column: x => x.SolverId,
                        principalTable: "Solvers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "StageHabits",
                columns: table => new
                {
                    SolverId = table.Column<int>(type: "INTEGER", nullable: false),
                    Stage = table.Column<string>(type: "TEXT", nullable: false),
                    Data = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StageHabits", x => new { x.SolverId, x.Stage });
                    table.ForeignKey(
                        name: "FK_StageHabits_Solvers_SolverId",
                        column: x => x.SolverId,
                        principalTable: "Solvers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Standings",
                columns: table => new
                {
                    SolverId = table.Column<int>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    Levels = table.Column<string>(type: "TEXT", nullable: false),
                    LastDrill = table.Column<string>(type: "TEXT", nullable: true),
                    LastCase = table.Column<string>(type: "TEXT", nullable: true),
                    LastAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Standings", x => x.SolverId);
                    table.ForeignKey(
                        name: "FK_Standings_Solvers_SolverId",
                        column: x => x.SolverId,
                        principalTable: "Solvers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_DrillAttempts_SolverId_At_Drill_Right_TotalMs",
                table: "DrillAttempts",
                columns: new[] { "SolverId", "At", "Drill", "Right", "TotalMs" });

            migrationBuilder.CreateIndex(
                name: "IX_DrillAttempts_SolverId_Drill_At_Right_Ms_TotalMs",
                table: "DrillAttempts",
                columns: new[] { "SolverId", "Drill", "At", "Right", "Ms", "TotalMs" });

            // From here on the rows of the version before are taken over.
            migrationBuilder.Sql(
                """
                CREATE TABLE "KeptSequencesOfStages" (
                    "SolverId" INTEGER NOT NULL,
                    "Stage" TEXT NOT NULL,
                    "Case" TEXT NOT NULL,
                    "View" TEXT NOT NULL,
                    "Sequence" TEXT NOT NULL,
                    "Note" TEXT NOT NULL,
                    "Data" TEXT NULL,
                    CONSTRAINT "PK_KeptSequences" PRIMARY KEY ("SolverId", "Stage", "Case", "View"),
                    CONSTRAINT "FK_KeptSequences_Solvers_SolverId" FOREIGN KEY ("SolverId") REFERENCES "Solvers" ("Id") ON DELETE RESTRICT
                );
                INSERT INTO "KeptSequencesOfStages" ("SolverId", "Stage", "Case", "View", "Sequence", "Note")
                    SELECT "SolverId", 'f2l', "Case", "Slot", "Sequence", "Note" FROM "KeptSequences";
                DROP TABLE "KeptSequences";
                ALTER TABLE "KeptSequencesOfStages" RENAME TO "KeptSequences";
                """);
            migrationBuilder.Sql(
                """
                INSERT INTO "StageHabits" ("SolverId", "Stage", "Data")
                    SELECT "SolverId", 'f2l', json_object('v', 1, 'values', json_object('school', lower(substr("School", 1, 1)) || substr("School", 2), 'beam', CAST("Beam" AS TEXT)))
                    FROM "Habits" WHERE "School" <> 'ByRule' OR "Beam" <> 16;
                ALTER TABLE "Habits" DROP COLUMN "School";
                ALTER TABLE "Habits" DROP COLUMN "Beam";
                """);
            // Drills carry their stage; a programme begins with the drill's name.
            migrationBuilder.Sql(
                $"""
                UPDATE "DrillAttempts" SET "Stage" = 'f2l' WHERE "Drill" IN ({DrillsOfPairs});
                UPDATE "DrillAttempts" SET "Drill" = "Stage" || '.' || "Drill";
                UPDATE "Sessions" SET "Programme" = (CASE WHEN substr("Programme", 1, instr("Programme" || ':', ':') - 1) IN ({DrillsOfPairs}) THEN 'f2l.' ELSE 'cross.' END) || "Programme"
                    WHERE "Programme" <> 'today';
                UPDATE "Sessions" SET "Drill" = (CASE WHEN "Drill" IN ({DrillsOfPairs}) THEN 'f2l.' ELSE 'cross.' END) || "Drill" WHERE "Drill" <> '';
                """);
        }

        private const string DrillsOfPairs =
            "'find-pieces', 'which-case', 'which-way', 'solve-pair', 'next-pair', 'safe-turn', 'look-ahead', 'last-slot'";

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new System.NotSupportedException("There is no way back: put back the copy that was kept before this migration.");
    }
}
