using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Construction.LevelFrames;

/// <summary>What another order or turn of the levels does to the cables, mm.</summary>
/// <param name="LevelB">Null for a level turned half round; else the two levels that change places.</param>
/// <param name="ChangeMm">Of all cables together, against the design as it stands.</param>
/// <param name="Short">Cables at hand that would no longer reach.</param>
public sealed record LevelMove(string LevelA, string? LevelB, double CableMm, double ChangeMm, IReadOnlyList<string> Short);

/// <summary>Swaps and turns of levels.</summary>
public static class LevelMoves
{
    /// <summary>Every swap of two levels and every half turn of one, shortest cables first.</summary>
    public static IReadOnlyList<LevelMove> All(Design design, Catalog catalog)
    {
        var levels = LevelFrameSystem.Levels(design);
        var now = Cables(design, catalog).Sum(r => r.NeededMm);
        LevelMove Of(string a, string? b, Design moved)
        {
            var routes = Cables(moved, catalog);
            return new LevelMove(a, b, routes.Sum(r => r.NeededMm), routes.Sum(r => r.NeededMm) - now, [.. routes.Where(r => r.Short)
                .Select(r => r.LinkId)]);
        }

        return
        [
            .. levels.SelectMany((a, i) => levels.Skip(i + 1).Select(b => Of(a.Id, b.Id, Swap(design, a.Id, b.Id))))
                .Concat(levels.Select(t => Of(t.Id, null, Turn(design, t.Id, catalog)))).OrderBy(m => m.CableMm),
        ];
    }

    /// <summary>Two levels with what stands on them change places.</summary>
    public static Design Swap(Design design, string a, string b)
    {
        var (low, high) = (design.Trays.First(t => t.Id == a).UndersideMm, design.Trays.First(t => t.Id == b).UndersideMm);
        return design.WithTray(a, t => t with { UndersideMm = high }).WithTray(b, t => t with { UndersideMm = low });
    }

    /// <summary>A level turned half round about its middle, with its hardware.</summary>
    public static Design Turn(Design design, string level, Catalog catalog)
    {
        var plane = FitStage.Run(catalog.Spread(design), catalog).Trays[level].Size;
        return design with
        {
            Devices =
            [
                .. design.Devices.Select(d =>
                {
                    if (d.DeckId != level)
                    {
                        return d;
                    }

                    var model = catalog.Model(d.ModelId);
                    var (width, depth) = QuarterTurn.Size(model.WidthMm, model.DepthMm, d.QuarterTurns);
                    return d with { UMm = Math.Round(plane.X - d.UMm - width, 6), VMm = Math.Round(plane.Y - d.VMm - depth, 6),
                        QuarterTurns = (d.QuarterTurns + 2) % 4 };
                }),
            ],
        };
    }

    private static IReadOnlyList<CableRoute> Cables(Design design, Catalog catalog)
    {
        var spread = catalog.Spread(design);
        return CableRoutes.Run(spread, FitStage.Run(spread, catalog));
    }
}
