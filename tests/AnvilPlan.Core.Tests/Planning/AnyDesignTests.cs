using System.Text.Json;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Gluing;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Planning;

/// <summary>
/// Whatever passes the design check can be planned: random designs over the whole allowed range, sensible or not, give a plan
/// without an error, with finite numbers, valid nests and remedies that keep to the check.
/// </summary>
public class AnyDesignTests
{
    [Fact]
    public void Any_design_that_passes_the_check_can_be_planned()
    {
        var random = new Random(42);
        var planned = 0;
        for (var i = 0; i < 420; i++)
        {
            var design = RandomDesign(random);
            if (DesignCheck.Problems(design, Sample.Catalog).Count > 0)
            {
                continue;
            }

            planned++;
            var plan = Sample.Plan(design);
            // infinities and NaN have no JSON: writing the plan proves there are none
            Assert.NotEmpty(JsonSerializer.Serialize(plan, Shipped.Json));
            Assert.All(plan.Parts, p => Assert.True(p.LengthMm > 0 && p.WidthMm > 0 && p.ThicknessMm > 0 && p.MassG >= 0,
                $"{i}: {p.Id} {p.LengthMm} x {p.WidthMm} x {p.ThicknessMm}, {p.MassG} g"));
            Assert.Equal(plan.Parts.Count, plan.Parts.Select(p => p.Id).Distinct().Count());
            Assert.All(plan.Chains, c => Assert.Equal(plan.SideOutline is null ? plan.Outer.Size[c.Axis]
                : c.TotalMm, c.Layers.Sum(l => l.ThicknessMm), 4));
            AssertNested(plan);
            if (i % 8 == 0)
            {
                AssertRemedies(design, plan);
            }
        }

        Assert.True(planned > 200, $"only {planned} designs were allowed");
    }

    private static void AssertNested(BuildPlan plan)
    {
        var laid = plan.Cuts.Sheets.SelectMany(s => s.Placements.Select(p => p.PartId))
            .Concat(plan.Cuts.Bars.SelectMany(b => b.Pieces.Select(p => p.PartId))).ToHashSet();
        Assert.All(plan.Parts.Where(p => p.LeafOf is null && p.Print is null),
            p => Assert.True(laid.Contains(p.Id) != plan.Cuts.TooLarge.Contains(p.Id), p.Id));
        foreach (var sheet in plan.Cuts.Sheets)
        {
            var job = new NestJob(0, 0, [new NestStock("s", sheet.LengthMm, sheet.WidthMm, null, 1)],
                [.. sheet.Placements.GroupBy(p => p.PartId).Select(g => new NestPart(g.Key, plan.Part(g.Key).BlankLengthMm, plan.Part(g.Key)
                    .BlankWidthMm, g.Count(), !plan.Part(g.Key).Grain))]);
            Assert.Null(NestChecker.Fault(job, new NestResult([new NestedSheet("s", sheet.Placements, [])], [], 1)));
        }
    }

    private static void AssertRemedies(Design design, BuildPlan plan)
    {
        foreach (var remedy in plan.Findings.Where(f => f.Severity == Severity.Stop).Take(4).SelectMany(f => f.Remedies))
        {
            if (remedy.Change(design) is { } changed && DesignCheck.Problems(changed, Sample.Catalog).Count == 0)
            {
                Assert.NotNull(Sample.Plan(changed));
            }
        }
    }

    /// <summary>Joints that may be chosen; the others follow from a structure.</summary>
    private static readonly IReadOnlyList<JointKind> Joints = [.. Enum.GetValues<JointKind>()
        .Where(j => j is not (JointKind.OnRail or JointKind.InRail or JointKind.Bent))];

    private static readonly IReadOnlyList<WayToBuild> Systems = [.. Sample.Catalog.Systems.Where(s => s.Decision is not null)];

    private static Design RandomDesign(Random random)
    {
        IReadOnlyList<SheetStock> sheets = [.. Sample.Catalog.Boards];
        var bars = Sample.Catalog.Bars;
        var models = Sample.Catalog.Hardware;
        double Between(double least, double most) => Math.Round(least + (random.NextDouble() * (most - least)), 1);
        T One<T>(IReadOnlyList<T> list) => list[random.Next(list.Count)];
        var trays = Enumerable.Range(1, random.Next(3)).Select(n =>
        {
            var sheet = One(sheets);
            return new Tray("tray-" + n, "Tray " + n, sheet.MaterialId, sheet.NominalMm, random.Next(3) == 0 ? Between(0.5, 25)
                : null, Between(0, 150), Between(0, 12), (TraySupport)random.Next(4), random.Next(4) == 0 ? null : One(bars).Id)
            {
                Plane = (TrayPlane)random.Next(3),
                Drawer = random.Next(5) == 0 ? new Drawer((Face)random.Next(6), Between(5, 300)) : null,
                Drilled = random.Next(3) == 0 ? [.. Enumerable.Range(0, 1 + random.Next(5))
                    .Select(_ => new DrilledHole(Between(0, 200), Between(0, 150), Between(1, 8)))] : [],
            };
        }).ToList();
        var design = new Design(
            "any", new Brief("", UsedAt.Desk, random.Next(3) == 0 ? Between(100, 400) : null, null, null, 1 + random.Next(3),
                null, null, ""),
            new PanelBox(
                Between(60, 700), Between(60, 500), Between(50, 400), (SizeBasis)random.Next(2),
                [.. Faces.All.Select(f =>
                {
                    var sheet = One(sheets);
                    return new Panel(f, sheet.MaterialId, sheet.NominalMm, random.Next(4) == 0 ? Between(0.5, 30)
                        : null, random.Next(6) == 0 ? PanelHold.Hinged : (PanelHold)random.Next(2), (GrainRun)random.Next(2),
                        random.Next(5) == 0 ? Between(0, 15) : 0) { HingeAt = f.Neighbours().ElementAt(random.Next(4)),
                        Fit = random.Next(2) == 0 ? null : (FitClass)random.Next(4), Floats = random.Next(4) == 0 };
                })],
                [.. Faces.Edges.Select(e => new Edge(e, random.Next(2) == 0 ? e.Of().A : e.Of().B, One(Joints), random.Next(3) == 0
                    ? Between(0.5, 12) : null, random.Next(3) == 0 ? null : One(bars).Id))],
                random.Next(2) == 0 ? new Feet(Between(5, 40), Between(3, 40), Between(3, 60)) : null),
            trays,
            [.. Enumerable.Range(0, random.Next(9)).Select(n =>
            {
                var model = One(models);
                var deck = trays.Count > 0 && random.Next(2) == 0 ? One(trays).Id : Deck.OfPanel((Face)random.Next(6));
                var screws = new OwnFixings
                {
                    StandoffMm = random.Next(3) == 0 ? Between(0, 30) : null,
                    ScrewLengthMm = random.Next(4) == 0 ? Between(2, 40) : null,
                    WasherMm = random.Next(3) == 0 ? Between(0, 3) : 0,
                };
                return new Device(
                    "d" + n, model.Id, "d" + n, deck, Between(-30, 400), Between(-30, 300), random.Next(4), random.Next(3) == 0
                        ? Between(0.5, 10) : null,
                    random.Next(2) == 0 ? new Grille((GrilleKind)random.Next(3), Between(1, 12), Between(1.5, 20)) : null,
                    [.. model.Ports.Where(_ => random.Next(3) == 0).Select(p => p.Id)])
                {
                    FarFace = random.Next(4) == 0 && !Deck.IsPanel(deck, out _),
                    TurnedOver = random.Next(3) == 0 && model.Mount == MountStyle.Standoffs,
                    Mounting = random.Next(6) switch
                    {
                        0 => new OnDeckHoles
                        {
                            StandoffMm = screws.StandoffMm,
                            ScrewLengthMm = screws.ScrewLengthMm,
                            WasherMm = screws.WasherMm,
                        },
                        1 when model.Mount is MountStyle.Standoffs or MountStyle.TappedBody => screws.Over(new Adapter("aluminium-5052", 3)),
                        2 when !model.InPanel => new Stick((StickKind)random.Next(2), Between(5, 60), Between(5, 120)),
                        _ => screws,
                    },
                    Marking = random.Next(3) == 0 ? "label" : null,
                };
            })])
        {
            GlueUp = new GlueUp(One(Glue.Shipped).Name, 1 + random.Next(4), Between(0, 60)),
        };
        // now and then a structure on top of whatever there is
        for (var n = random.Next(3); n > 0; n--)
        {
            var begun = One(Systems).Begin(design, Sample.Catalog)!;
            design = DesignCheck.Problems(begun, Sample.Catalog).Count == 0 ? begun : design;
        }

        var ports = design.Devices.SelectMany(d => Sample.Catalog.Model(d.ModelId).Ports.Select(p => (d.Id, Port: p.Id))).ToList();
        return ports.Count < 2 ? design : design with
        {
            Links = [.. Enumerable.Range(0, random.Next(3)).Select(n => (From: One(ports), To: One(ports)) is var l
                ? new Link("link-" + n, l.From.Id, l.From.Port, l.To.Id, l.To.Port, One(CableKind.Shipped).Id, random.Next(2) == 0
                    ? Between(20, 800) : null) : null!)],
        };
    }
}
