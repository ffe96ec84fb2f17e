using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Designs;

public class DesignCheckTests
{
    public static TheoryData<string, Func<Design, Design>> Wrong => new()
    {
        { "name", d => d with { Name = "" } },
        { "brief.quantity", d => d with { Brief = d.Brief with { Quantity = 0 } } },
        { "brief.limitWidthMm", d => d with { Brief = d.Brief with { LimitWidthMm = -4 } } },
        { "box.widthMm", d => d with { Box = d.Box with { WidthMm = double.NaN } } },
        { "box.heightMm", d => d with { Box = d.Box with { HeightMm = 1e9 } } },
        { "box.heightMm", d => d with { Box = d.Box with { HeightMm = 22 } } },
        { "box.panels", d => d with { Box = d.Box with { Panels = [.. d.Box.Panels.Skip(1)] } } },
        { "box.edges", d => d with { Box = d.Box with { Edges = [] } } },
        { "box.edges[0].covers", d => d.WithEdge(EdgeId.FrontLeft, e => e with { Covers = Face.Top }) },
        { "box.edges[0].depthMm", d => d.WithEdge(EdgeId.FrontLeft, e => e with { DepthMm = -1 }) },
        { "box.edges[0].blockBarId", d => d.WithEdge(EdgeId.FrontLeft, e => e with { BlockBarId = "gold" }) },
        { "box.panels[0].materialId", d => d.WithPanel(Face.Left, p => p with { MaterialId = "cheese" }) },
        { "box.panels[0].nominalMm", d => d.WithPanel(Face.Left, p => p with { NominalMm = 0 }) },
        { "box.panels[0].measuredMm", d => d.WithPanel(Face.Left, p => p with { MeasuredMm = 101 }) },
        { "box.panels[0].insetMm", d => d.WithPanel(Face.Left, p => p with { InsetMm = -1 }) },
        { "box.feet.diaMm", d => d with { Box = d.Box with { Feet = new Feet(0, 10, 20) } } },
        { "trays[0].id", d => d.WithTray("tray-1", t => t with { Id = "Tray 1" }) },
        { "trays[0].undersideMm", d => d.WithTray("tray-1", t => t with { UndersideMm = -1 }) },
        { "trays[0].gapMm", d => d.WithTray("tray-1", t => t with { GapMm = 150 }) },
        { "trays[0].railBarId", d => d.WithTray("tray-1", t => t with { RailBarId = "x" }) },
        { "trays[0].stiffenerBarId", d => d.WithTray("tray-1", t => t with { StiffenerBarId = "noodle" }) },
        { "trays[0].housingMm", d => d.WithTray("tray-1", t => t with { HousingMm = 200 }) },
        { "box.edges[0].joint", d => d.WithEdge(EdgeId.FrontLeft, e => e with { Joint = JointKind.Bent }) },
        { "box.panels[0].hold", d => d.WithPanel(Face.Left, p => p with { Hold = PanelHold.OnDrawer }) },
        { "box.panels[0].hingeAt", d => d.WithPanel(Face.Left, p => p with { Hold = PanelHold.Hinged, HingeAt = Face.Right }) },
        { "brief.home.driestPercent", d => d with { Brief = d.Brief with { Home = new HomeAir(20, 2, 60) } } },
        { "brief.home.dampestPercent", d => d with { Brief = d.Brief with { Home = new HomeAir(20, 60, 40) } } },
        { "brief.home.temperatureC", d => d with { Brief = d.Brief with { Home = new HomeAir(80, 30, 40) } } },
        { "glueUp.glue", d => d with { GlueUp = d.GlueUp with { Glue = "honey" } } },
        { "glueUp.stages", d => d with { GlueUp = d.GlueUp with { Stages = 0 } } },
        { "glueUp.caulMm", d => d with { GlueUp = d.GlueUp with { CaulMm = -1 } } },
        { "engraved.depthMm", d => d with { Engraved = new Engraved(3, 60) } },
        { "engraved.cutterDeg", d => d with { Engraved = new Engraved(0.3, 5) } },
        { "devices[0].mounting.widthMm", d => d.With(Sample.Device("a", "drive-25-7", "tray-1", 0, 0) with
            { Mounting = new Stick(StickKind.FoamTape, 0, 20) }) },
        { "devices[0].mounting.lengthMm", d => d.With(Sample.Device("a", "drive-25-7", "tray-1", 0, 0) with
            { Mounting = new Stick(StickKind.FoamTape, 20, 2000) }) },
        { "devices[0].mounting", d => d.With(Sample.Device("a", "fan-60", "panel/back", 60, 60) with
            { Mounting = new Stick(StickKind.FoamTape, 20, 20) }) },
        { "devices[0].modelId", d => d.With(Sample.Device("a", "toaster", "tray-1", 0, 0)) },
        { "devices[0].deckId", d => d.With(Sample.Device("a", "sbc-85", "panel/roof", 0, 0)) },
        { "devices[0].uMm", d => d.With(Sample.Device("a", "sbc-85", "tray-1", double.PositiveInfinity, 0)) },
        { "devices[0].quarterTurns", d => d.With(Sample.Device("a", "sbc-85", "tray-1", 0, 0, 4)) },
        { "devices[0].closedPorts", d => d.With(Sample.Device("a", "sbc-85", "tray-1", 0, 0) with { ClosedPorts = ["hatch"] }) },
        { "devices[0].grille.pitchMm", d => d.With(Sample.Device("a", "fan-60", "panel/back", 0, 0) with
            { Grille = new Grille(GrilleKind.RoundHoles, 5, 0) }) },
        { "devices[1].id", d => d.With(Sample.Device("a", "sbc-85", "tray-1", 0, 0), Sample.Device("a", "sbc-85", "tray-1", 90, 0)) },
    };

    [Theory]
    [InlineData("box.panels")]
    [InlineData("box.edges")]
    public void A_box_with_a_part_missing_or_there_twice_is_told_whatever_stands_on_it(string path)
    {
        foreach (var system in Sample.Catalog.Systems)
        {
            if (system.Begin(Sample.WithTray, Sample.Catalog) is not { } begun)
            {
                continue;
            }

            foreach (var box in path == "box.panels"
                ? (PanelBox[])[begun.Box with { Panels = [.. begun.Box.Panels.Where(p => p.Face != Face.Back)] }, begun.Box with
                    { Panels = [.. begun.Box.Panels, begun.Box.Panels[^1]] }]
                : [begun.Box with { Edges = [.. begun.Box.Edges.Skip(1)] }, begun.Box with
                    { Edges = [.. begun.Box.Edges, begun.Box.Edges[0]] }])
            {
                Assert.Equal([path], DesignCheck.Problems(begun with { Box = box }, Sample.Catalog).Select(p => p.Path));
            }
        }
    }

    [Theory]
    [MemberData(nameof(Wrong))]
    public void A_wrong_field_is_named_with_its_value(string path, Func<Design, Design> spoil)
    {
        var problems = DesignCheck.Problems(spoil(Sample.WithTray), Sample.Catalog);
        var problem = Assert.Single(problems, p => p.Path == path);
        Assert.EndsWith(".", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_new_project_and_the_demo_are_sound()
    {
        Assert.Empty(DesignCheck.Problems(Sample.Empty, Sample.Catalog));
        Assert.Empty(DesignCheck.Problems(Sample.Marsh, Sample.Catalog));
        Assert.DoesNotContain(Sample.Plan(Sample.Empty).Findings, f => f.Severity == Core.Findings.Severity.Stop);
    }

    [Fact]
    public void Edges_and_faces_know_each_other()
    {
        foreach (var edge in Faces.Edges)
        {
            var (a, b) = edge.Of();
            Assert.Equal(edge, Faces.Between(b, a));
            Assert.Contains(b, a.Neighbours());
        }

        Assert.All(Faces.All, f => Assert.Equal(4, f.Neighbours().Count()));
        Assert.Throws<ArgumentException>(() => Faces.Between(Face.Left, Face.Right));
        Assert.True(Deck.IsPanel("panel/top", out var face) && face == Face.Top);
        Assert.False(Deck.IsPanel("panel/Top", out _));
        Assert.False(Deck.IsPanel("panel/7", out _));
    }
}
