using AnvilPlan.Audit.Checks;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Construction.FoldedSheets;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Audit.Tests;

/// <summary>Blanks folded again by their own lines: every hole is where its face has it.</summary>
public class FoldBackTests
{
    public static IEnumerable<object[]> Bases => from face in Faces.All from seed in (int[])[1, 2, 3, 4] select (object[])[face, seed];

    private static BuildPlan Folded(Face basis, Random random)
    {
        var sides = basis.Neighbours().OrderBy(_ => random.Next()).Take(random.Next(1, 5)).ToList();
        double Size(double least, double most) => Math.Round(least + (random.NextDouble() * (most - least)), 1);
        var design = StartingDesign.Named("folded");
        design = design with
        {
            Box = design.Box with { WidthMm = Size(150, 400), DepthMm = Size(150, 300), HeightMm = Size(90, 250) },
            Structures = [new FoldedSheet("fold", [basis, .. sides], Size(0.5, 4), random.Next(2) * 16, SheetJoin.RivetNuts)],
        };
        design = new[] { basis }.Concat(sides)
            .Aggregate(design, (d, f) => d.WithPanel(f, p => p with
            {
                MaterialId = "aluminium-5052",
                NominalMm = random.Next(2) == 0 ? 1
            : 2,
                MeasuredMm = null,
                InsetMm = 0,
                Drilled = [new(40, 30, 3), new(75, 42, 4), new(55, 65, 3)]
            }));
        return Planner.Plan(design, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing);
    }

    [Theory]
    [MemberData(nameof(Bases))]
    public void A_folded_sheet_of_any_base_comes_back_to_its_faces(Face basis, int seed)
    {
        var plan = Folded(basis, new Random((seed * 10) + (int)basis));
        var blank = Assert.Single(plan.Parts, p => p.Kind == PartKind.Blank);
        // three holes in every panel besides what the plan bores, so that none goes unseen
        var piece = plan.Parts.Where(p => p.LeafOf == blank.Id).ToList();
        Assert.Equal(blank.Features.OfType<BendLine>().Count() + 1, piece.Count(p => p.Kind != PartKind.Bend));
        Assert.All(piece.Where(p => p.Closes is not null), p => Assert.True(p.Features.OfType<Hole>().Count() >= 3));
        Assert.Empty(FoldBack.Of(blank, piece));
    }

    [Fact]
    public void Bend_lines_lie_where_the_sum_of_flats_and_allowances_has_them()
    {
        // a U: base 200 deep between sides of 80, T 2, R 2, K 0.38: BA = pi/2 (2 + 0.76) = 4.3354; flats 76, 192, 76
        var design = StartingDesign.Named("U");
        design = design with
        {
            Box = design.Box with
            {
                WidthMm = 300,
                DepthMm = 200,
                HeightMm = 80,
                Panels = [.. design.Box.Panels.Select(p => p.Face is Face.Left or Face.Right or Face.Top ? p with { Hold = PanelHold.Open }
                : p with { MaterialId = "aluminium-5052", NominalMm = 2, MeasuredMm = 2, InsetMm = 0 })]
            },
            Structures = [new FoldedSheet("fold", [Face.Bottom, Face.Front, Face.Back], 2, 0, SheetJoin.RivetNuts)],
        };
        var blank = Planner.Plan(design, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing).Part("fold");
        const double allowance = Math.PI / 2 * 2.76;
        Assert.Equal(76 + allowance + 192 + allowance + 76, blank.WidthMm, 3);
        var lines = blank.Features.OfType<BendLine>().OrderBy(b => b.Start.V).ToList();
        Assert.Equal([76 + (allowance / 2), 76 + allowance + 192 + (allowance / 2)], lines.Select(b => b.Start.V),
            (a, b) => Math.Abs(a - b) < 1e-3);
        Assert.All(lines, b => Assert.Equal((0.0, 300.0, 90.0, 2.0, WorkedFrom.Seen), (Math.Round(Math.Min(b.Start.U, b.End.U), 6),
            Math.Round(Math.Max(b.Start.U, b.End.U), 6), b.AngleDeg, b.RadiusMm, b.From)));
        Assert.Equal([1, 2], lines.Select(b => b.Order).Order());
    }
}
