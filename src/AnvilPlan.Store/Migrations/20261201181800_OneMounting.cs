using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AnvilPlan.Store.Migrations
{
    /// <inheritdoc />
    public partial class OneMounting : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // what a device's fixing was said to be in six fields becomes the one choice that it is: strips before a plate, a plate before
            // holes that are there
            migrationBuilder.Sql("""
                UPDATE "Revisions" SET "DesignJson" = json_set("DesignJson", '$.devices', (
                    SELECT json_group_array(json(json_set(
                        json_remove(d."value", '$.standoffMm', '$.screwLengthMm', '$.washerMm', '$.stuck', '$.adapter', '$.onDrilledHoles'),
                        '$.mounting', json(CASE
                            WHEN json_extract(d."value", '$.stuck') IS NOT NULL THEN json_object('by', 'sticking',
                                'kind', json_extract(d."value", '$.stuck.kind'),
                                'widthMm', json(d."value" -> '$.stuck.widthMm'), 'lengthMm', json(d."value" -> '$.stuck.lengthMm'))
                            WHEN json_extract(d."value", '$.adapter') IS NOT NULL THEN json_object('by', 'adapter',
                                'plate', json(d."value" -> '$.adapter'),
                                'standoffMm', json(d."value" -> '$.standoffMm'), 'screwLengthMm', json(d."value" -> '$.screwLengthMm'),
                                'washerMm', json(coalesce(d."value" -> '$.washerMm', '0')))
                            ELSE json_object('by',
                                CASE WHEN json_extract(d."value", '$.onDrilledHoles') THEN 'deckHoles' ELSE 'ownFixings' END,
                                'standoffMm', json(d."value" -> '$.standoffMm'), 'screwLengthMm', json(d."value" -> '$.screwLengthMm'),
                                'washerMm', json(coalesce(d."value" -> '$.washerMm', '0')))
                            END))))
                    FROM (SELECT "value" FROM json_each("DesignJson", '$.devices') ORDER BY "key") d))
                WHERE json_array_length("DesignJson", '$.devices') > 0;
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("The choice of a mounting is not taken apart again: restore a backup from before.");
    }
}
