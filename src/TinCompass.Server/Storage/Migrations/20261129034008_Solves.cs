using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace TinCompass.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Solves : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Solves",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    SolverId = table.Column<int>(type: "INTEGER", nullable: false),
                    ImportId = table.Column<long>(type: "INTEGER", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Method = table.Column<string>(type: "TEXT", nullable: false),
                    Purpose = table.Column<string>(type: "TEXT", nullable: false),
                    Scramble = table.Column<string>(type: "TEXT", nullable: false),
                    Ms = table.Column<long>(type: "INTEGER", nullable: false),
                    Penalty = table.Column<string>(type: "TEXT", nullable: false),
                    InspectionMs = table.Column<long>(type: "INTEGER", nullable: true),
                    Turns = table.Column<string>(type: "TEXT", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    Data = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Solves", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Solves_Solvers_SolverId",
                        column: x => x.SolverId,
                        principalTable: "Solvers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Solves_ImportId",
                table: "Solves",
                column: "ImportId",
                filter: "\"ImportId\" IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Solves_Key",
                table: "Solves",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Solves_SolverId_Method_Purpose_At_Ms_Penalty",
                table: "Solves",
                columns: new[] { "SolverId", "Method", "Purpose", "At", "Ms", "Penalty" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Solves");
        }
    }
}
