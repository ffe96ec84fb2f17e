using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;
using CsCheck;

namespace AnvilPlan.Core.Tests.Fit;

public class ChainTests
{
    private static Design Tower =>
        Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 40, 40), Sample.Device("audio", "audio-65", "tray-1", 160, 60));

    [Fact]
    public void The_upright_chain_through_a_board_lists_every_layer_by_hand()
    {
        var chain = Sample.Plan(Tower).Chains.First(c => c.Id == "sbc/z");
        Assert.Equal(["Bottom", "air", "Tray", "Standoffs", "sbc", "air", "Top"], chain.Layers.Select(l => l.What));
        // 160 outer: bottom 11.9, 40 under the tray, tray 2, standoffs 5 (3 mm of solder side + 1, sold from 5), board 20, rest, top 11.9
        Assert.Equal([11.9, 40, 2, 5, 20, 69.2, 11.9], chain.Layers.Select(l => Math.Round(l.ThicknessMm, 6)));
        Assert.Equal(160, chain.TotalMm);
        Assert.Equal(LayerKind.Derived, chain.Layers[3].Kind);
        Assert.Equal(LayerKind.Slack, chain.Layers[5].Kind);
    }

    [Fact]
    public void Layers_of_every_chain_add_up_to_the_outer_size()
    {
        var plan = Sample.Plan(Sample.Marsh);
        Assert.NotEmpty(plan.Chains);
        Assert.All(plan.Chains, c => Assert.Equal(plan.Outer.Size[c.Axis], c.Layers.Sum(l => l.ThicknessMm), 6));
        Assert.All(plan.Chains, c => Assert.All(c.Layers.Zip(c.Layers.Skip(1)), p => Assert.Equal(p.First.FromMm + p.First.ThicknessMm,
            p.Second.FromMm, 6)));
    }

    [Fact]
    public void The_recess_before_an_inset_panel_is_not_air_to_use()
    {
        var chain = Sample.Plan(Sample.Marsh).Chains.First(c => c.Id == "sbc/y");
        Assert.Equal(("recess", LayerKind.Fixed, 6.0), (chain.Layers[^1].What, chain.Layers[^1].Kind, chain.Layers[^1].ThicknessMm));
    }

    [Fact]
    public void Thickening_a_layer_changes_the_total_by_exactly_that_or_uses_exactly_that_of_the_air()
    {
        // standoffs are decided here: left to the planner they may change with the deck, because both screws must find a length
        var pinned = Tower.WithDevice("sbc", d => d with { Mounting = new OwnFixings { StandoffMm = 5 } }).WithDevice("audio", d => d with { Mounting = new OwnFixings { StandoffMm = 5 } });
        var plan = Sample.Plan(pinned);
        var editable = plan.Chains.SelectMany(c => c.Layers.Select((l, i) => (Chain: c, Layer: l, Index: i)))
            .Where(x => x.Layer.Handle is not null).ToList();
        Assert.Contains(editable, e => e.Layer.Handle is BoxLayer);
        Gen.Select(Gen.Int[0, editable.Count - 1], Gen.Int[1, 60], Gen.Bool, Gen.Bool).Sample((at, tenths, grow, inner) =>
        {
            var (chain, layer, index) = editable[at];
            var d = tenths / 10.0;
            var policy = grow ? ChainPolicy.ChangeBox : ChainPolicy.UseSlack;
            var start = inner ? InnerBasis(pinned) : pinned;
            var changed = ChainEdit.Set(start, Sample.Catalog, chain, index, layer.ThicknessMm + d, policy);
            var after = Sample.Plan(changed).Chains.First(c => c.Id == chain.Id);
            var total = after.TotalMm - chain.TotalMm;
            var air = after.SlackMm - chain.SlackMm;
            var ownAir = layer.Kind == LayerKind.Slack;
            return layer.Handle is BoxLayer || grow
                ? Near(total, d) && Near(air, ownAir ? d : 0)
                : Near(total, 0) && Near(air, ownAir ? 0 : -d);
        });

        static bool Near(double a, double b) => Math.Abs(a - b) < 1e-6;
    }

    [Theory]
    [InlineData(TrayPlane.FacesFront)]
    [InlineData(TrayPlane.FacesRight)]
    public void Layers_through_an_upright_plate_keep_the_same_bargain(TrayPlane plane)
    {
        var design = Sample.WithTray.WithTray("tray-1", t => t with { Plane = plane, UndersideMm = 70 })
            .With(Sample.Device("near", "relay-2", "tray-1", 60, 40) with { Mounting = new OwnFixings { StandoffMm = 8 } }, Sample.Device("far", "relay-2", "tray-1", 120,
                40) with
            { Mounting = new OwnFixings { StandoffMm = 8 }, FarFace = true });
        var plan = Sample.Plan(design);
        var axis = plane.Normal().Axis();
        foreach (var (chain, layer, index) in plan.Chains.Where(c => c.Axis == axis).SelectMany(c => c.Layers.Select((l, i) => (c, l, i)))
            .Where(x => x.l.Handle is not (null or BoxLayer)))
        {
            foreach (var policy in Enum.GetValues<ChainPolicy>())
            {
                var after = Sample.Plan(ChainEdit.Set(design, Sample.Catalog, chain, index, layer.ThicknessMm + 1.5, policy))
                    .Chains.First(c => c.Id == chain.Id);
                Assert.Equal(policy == ChainPolicy.ChangeBox ? 1.5 : 0, after.TotalMm - chain.TotalMm, 6);
                Assert.Equal(after.TotalMm, after.Layers.Sum(l => l.ThicknessMm), 6);
            }
        }
    }

    [Fact]
    public void A_thicker_front_moves_trays_and_devices_back_and_leaves_panel_apertures_on_their_datum()
    {
        var start = Tower.With(Sample.Device("gain", "pot-m7", "panel/front", 150, 70));
        var before = Sample.Plan(start);
        var after = Sample.Plan(start.WithPanel(Face.Front, p => p with { MeasuredMm = 14.9 }));
        var (a, b) = (before.Devices.First(d => d.Id == "sbc").Body, after.Devices.First(d => d.Id == "sbc").Body);
        Assert.Equal(3, b.Min.Y - a.Min.Y, 6);
        Assert.Equal(before.Part("shell/front").Features.First(f => f.For == "gain"), after.Part("shell/front")
            .Features.First(f => f.For == "gain"));
    }

    [Theory]
    [InlineData(0, -1)]
    [InlineData(0, 5000)]
    [InlineData(0, double.NaN)]
    [InlineData(99, 5)]
    [InlineData(4, 30)]
    public void A_layer_that_cannot_be_set_says_so(int index, double thickness)
    {
        var chain = Sample.Plan(Tower).Chains.First(c => c.Id == "sbc/z");
        var error = Assert.Throws<ChainEditException>(() => ChainEdit.Set(Tower, Sample.Catalog, chain, index, thickness,
            ChainPolicy.UseSlack));
        Assert.EndsWith(".", error.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void An_empty_box_still_has_its_three_chains()
    {
        var chains = Sample.Plan(Sample.Empty).Chains;
        Assert.Equal([Axis.X, Axis.Y, Axis.Z], chains.Select(c => c.Axis));
        Assert.IsType<BoxLayer>(chains[0].Layers[1].Handle);
    }

    private static Design InnerBasis(Design design)
    {
        var inner = Sample.Plan(design).Inner.Size;
        return design with { Box = design.Box with { Basis = SizeBasis.Inner, WidthMm = inner.X, DepthMm = inner.Y, HeightMm = inner.Z } };
    }
}
