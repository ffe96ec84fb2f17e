using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AnvilPlan.Store.Migrations
{
    /// <inheritdoc />
    public partial class KeepAndVersions : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTime>(
                name: "DeletedUtc",
                table: "Projects",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<DateTime>(
                name: "RetiredUtc",
                table: "Models",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Version",
                table: "Models",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "DeletedUtc",
                table: "Projects");

            migrationBuilder.DropColumn(
                name: "RetiredUtc",
                table: "Models");

            migrationBuilder.DropColumn(
                name: "Version",
                table: "Models");
        }
    }
}
