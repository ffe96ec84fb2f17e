using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AnvilPlan.Store.Migrations
{
    /// <inheritdoc />
    public partial class BenchLogAndKnowledge : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Bench",
                columns: table => new
                {
                    ProjectId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    AtUtc = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Unit = table.Column<int>(type: "INTEGER", nullable: false),
                    PartId = table.Column<string>(type: "TEXT", nullable: false),
                    Fingerprint = table.Column<string>(type: "TEXT", nullable: false),
                    Operation = table.Column<string>(type: "TEXT", nullable: true),
                    State = table.Column<string>(type: "TEXT", nullable: true),
                    Dimension = table.Column<string>(type: "TEXT", nullable: true),
                    ReadingMm = table.Column<double>(type: "REAL", nullable: true),
                    Minutes = table.Column<double>(type: "REAL", nullable: true),
                    Note = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Bench", x => new { x.ProjectId, x.Number });
                    table.ForeignKey(
                        name: "FK_Bench_Projects_ProjectId",
                        column: x => x.ProjectId,
                        principalTable: "Projects",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Knowledge",
                columns: table => new
                {
                    Mark = table.Column<string>(type: "TEXT", nullable: false),
                    Json = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Knowledge", x => x.Mark);
                });

            // written out, because a table that is built anew would leave the transaction
            migrationBuilder.Sql("""ALTER TABLE "Revisions" ADD COLUMN "KnowledgeMark" TEXT NULL REFERENCES "Knowledge" ("Mark") ON DELETE RESTRICT;""");

            migrationBuilder.CreateIndex(
                name: "IX_Revisions_KnowledgeMark",
                table: "Revisions",
                column: "KnowledgeMark");

            // the states of parts that were kept become the first lines of the log
            migrationBuilder.Sql("""
                INSERT INTO "Bench" ("ProjectId", "Number", "AtUtc", "Unit", "PartId", "Fingerprint", "State", "Note")
                SELECT p."Id", r.key + 1, p."ChangedUtc", 1, json_extract(r.value, '$.partId'), json_extract(r.value, '$.fingerprint'),
                    upper(substr(json_extract(r.value, '$.state'), 1, 1)) || substr(json_extract(r.value, '$.state'), 2), ''
                FROM "Projects" p, json_each(p."AsBuiltJson", '$.parts') r;
                """);

            migrationBuilder.Sql("""ALTER TABLE "Projects" DROP COLUMN "AsBuiltJson";""");

            migrationBuilder.Sql("""
                CREATE TRIGGER "Bench_is_only_added_to" BEFORE UPDATE ON "Bench"
                BEGIN
                    SELECT RAISE(ABORT, 'the bench log is only added to');
                END;
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("""ALTER TABLE "Projects" ADD COLUMN "AsBuiltJson" TEXT NOT NULL DEFAULT '{"parts":[]}';""");

            migrationBuilder.DropIndex(
                name: "IX_Revisions_KnowledgeMark",
                table: "Revisions");

            migrationBuilder.Sql("""ALTER TABLE "Revisions" DROP COLUMN "KnowledgeMark";""");

            migrationBuilder.DropTable(
                name: "Bench");

            migrationBuilder.DropTable(
                name: "Knowledge");
        }
    }
}
