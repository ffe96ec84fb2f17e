using AnvilPlan.Core.Construction.BackBoards;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Findings;

public class SolidTests
{
    /// <summary>
    /// Pads show 6 mm round boards of 85 x 56 mm, bevelled 45 degrees over 6 mm: what two share at a corner lies at their foot only.
    /// </summary>
    [Theory]
    [InlineData(11, true)]
    [InlineData(13, false)]
    public void Bevelled_pads_that_share_a_corner_by_a_millimetre_at_their_foot_are_a_stop(double apartMm, bool collide)
    {
        var design = Sample.Catalog.Systems.Single(s => s.Key == "backBoard").Begin(Sample.Empty, Sample.Catalog)!;
        design = design with
        {
            Structures = [.. design.Structures.Select(s => s is BackBoard b ? b with { Pads = new PadRule("acrylic", 6, 6, 45, false) }
                : s)],
            Devices = [Sample.Device("low", "sbc-85", Deck.OfPanel(Face.Back), 60, 60),
                Sample.Device("high", "sbc-85", Deck.OfPanel(Face.Back), 60 + 85 - 20, 60 + 56 + apartMm)],
        };
        var plan = Sample.Plan(design);
        Assert.Equal(collide, plan.Findings.Any(f => f is { Code: "parts-collide", Severity: Severity.Stop }
            && f.Places.Contains("adapter/low")));
    }

    [Theory]
    [InlineData(11.9)]
    [InlineData(12)]
    [InlineData(14.8)]
    [InlineData(18.3)]
    public void Mitred_boards_as_thick_as_each_other_do_not_collide(double thickMm)
    {
        var design = Sample.Empty with
        {
            Box = Sample.Empty.Box with
            {
                WidthMm = 354.6,
                DepthMm = 257.3,
                HeightMm = 204.6,
                Panels = [.. Sample.Empty.Box.Panels.Select(p => p with { MeasuredMm = thickMm })],
                Edges = [.. Sample.Empty.Box.Edges.Select(e => e with { Joint = JointKind.Mitre, BlockBarId = null })],
            },
        };
        Assert.DoesNotContain(Sample.Plan(design).Findings, f => f.Code == "parts-collide");
    }
}
