using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AnvilPlan.Store.Migrations
{
    /// <inheritdoc />
    public partial class StepsByParent : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateIndex(
                name: "IX_Revisions_ProjectId_ParentNumber",
                table: "Revisions",
                columns: new[] { "ProjectId", "ParentNumber" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Revisions_ProjectId_ParentNumber",
                table: "Revisions");
        }
    }
}
