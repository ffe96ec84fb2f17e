using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Joints.Methods;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Audit.Designs;

/// <summary>
/// Random designs that a maker might have: boxes of any sheet with joints as they come, structures on top with their answers changed,
/// trays, devices brought in the application's own way, and the demos with something altered. Number and seed give the same design.
/// </summary>
/// <param name="key">A way to build that each of them begins with, where its box allows; null = as it comes.</param>
public sealed class RandomDesigns(Catalog catalog, ShopProfile shop, IReadOnlyList<Design> demos, int seed, string? key = null)
{
    private static readonly string[] Woods = ["birch-plywood", "hardwood-plywood", "mdf", "beech", "cherry", "ash", "pine"];
    private static readonly string[] Sheets = ["acrylic", "aluminium-5052", "polycarbonate", "steel"];

    private static readonly JointKind[] ForWood =
    [
        JointKind.ButtGlued, JointKind.ButtScrewed, JointKind.Rabbet, JointKind.Groove, JointKind.Mitre, JointKind.Dowel, JointKind.Biscuit,
            JointKind.PocketScrew, JointKind.Finger, JointKind.Dovetail,
        JointKind.HalfBlind, JointKind.ThroughTenon, JointKind.Riveted, JointKind.Bolted, JointKind.PrintedCorner, JointKind.Magnets,
    ];

    private static readonly JointKind[] ForSheet = [JointKind.ButtScrewed, JointKind.Tapped, JointKind.Riveted, JointKind.Bolted,
        JointKind.PrintedCorner, JointKind.Finger];

    private const int MostMended = 10;

    /// <summary>The design of that number; always one that the design check lets in.</summary>
    public Design Make(int number)
    {
        var random = new Random(unchecked((seed * 1_000_003) + number));
        var design = random.Next(4) == 0 && demos.Count > 0 && key is null ? One(random, demos) with { Name = $"demo {seed}/{number}" }
            : Box(random, number);
        if (key is not null)
        {
            design = Kept(design, Structured(random, design, [.. catalog.Systems.Where(s => s.Key == key)]));
        }

        for (var i = random.Next(3); i > 0; i--)
        {
            design = Kept(design, Structured(random, design, [.. catalog.Systems.Where(s => s.Decision is not null)]));
        }

        for (var i = random.Next(4); i > 0; i--)
        {
            design = Kept(design, Altered(random, design));
        }

        var any = new AnyField(catalog, random);
        for (var i = random.Next(5); i > 0; i--)
        {
            design = Kept(design, any.Changed(design));
        }

        for (var i = random.Next(4); i > 0; i--)
        {
            design = Kept(design, WithDevice(random, design));
        }

        if (random.Next(3) == 0)
        {
            design = Kept(design, Linked(random, design));
        }

        // half of them are carried on, as a maker does who wants to build it
        return random.Next(2) == 0 ? Mended(random, design) : design;
    }

    private Design Kept(Design before, Design? after) => after is not null && DesignCheck.Problems(after, catalog).Count == 0
        ? after : before;

    private static T One<T>(Random random, IReadOnlyList<T> of) => of[random.Next(of.Count)];

    private Design Box(Random random, int number)
    {
        var wooden = random.Next(3) > 0;
        SheetStock Sheet() =>
            One(random, [.. catalog.Boards.Where(s => (wooden ? Woods : Sheets).Contains(s.MaterialId) && s.NominalMm >= (wooden ? 6 : 1.5)
            && s.NominalMm <= 20)]);
        var sheet = Sheet();
        var mixed = random.Next(4) == 0;
        var design = StartingDesign.Named($"random {seed}/{number}");
        double Size(int least, int most) => random.Next(least, most);
        design = design with
        {
            Brief = design.Brief with { Quantity = random.Next(5) == 0 ? 2 : 1 },
            Box = design.Box with
            {
                WidthMm = Size(150, 520),
                DepthMm = Size(120, 420),
                HeightMm = Size(90, 320),
                Basis = (SizeBasis)random.Next(2),
                Feet = random.Next(3) == 0 ? null : new Feet(Size(12, 24), Size(8, 20), Size(15, 40))
            },
        };
        foreach (var face in Faces.All)
        {
            var own = mixed && random.Next(3) == 0 ? Sheet() : sheet;
            design = design.WithPanel(face, p => p with
            {
                MaterialId = own.MaterialId,
                NominalMm = own.NominalMm,
                MeasuredMm = random.Next(4) == 0 ? Math.Round(own.TypicalMm + (random.NextDouble() * 0.4) - 0.2, 1)
                : null,
                Grain = (GrainRun)random.Next(2)
            });
        }

        // one order of the faces for all corners, so that each corner closes
        var rank = Faces.All.OrderBy(_ => random.Next()).ToList();
        // joints that the thinner of the usual boards takes
        IReadOnlyList<JointKind> kinds = [.. (wooden ? ForWood : ForSheet)
            .Where(k => (JointMethod.For(k)?.LeastThicknessMm ?? 0) <= sheet.TypicalMm + 0.2)];
        var usual = One(random, kinds);
        foreach (var id in Faces.Edges.Where(e => e.Of().B != Face.Top))
        {
            var (a, b) = id.Of();
            var kind = random.Next(3) == 0 ? One(random, kinds) : usual;
            design = design.WithEdge(id, e => e with
            {
                Joint = kind,
                Covers = rank.IndexOf(a) < rank.IndexOf(b) ? a : b,
                DepthMm = null,
                BlockBarId = kind == JointKind.ButtScrewed ? Block(random) : null,
                Plugged = kind == JointKind.ButtScrewed && random.Next(2) == 0,
            });
        }

        foreach (var id in Faces.Edges.Where(e => e.Of().B == Face.Top))
        {
            design = design.WithEdge(id, e => e with { BlockBarId = Block(random) });
        }

        for (var i = random.Next(3); i > 0; i--)
        {
            design = Kept(design, design with { Trays = [.. design.Trays, Tray(random, design)] });
        }

        return DesignCheck.Problems(design, catalog).Count == 0 ? design : StartingDesign.Named($"random {seed}/{number}");
    }

    private static string Block(Random random) =>
        One(random, (string[])["beech-15x15", "beech-20x20", "pine-20x20", "aluminium-6061-15x15"]);

    private static Tray Tray(Random random, Design design)
    {
        var support = One(random, (TraySupport[])[TraySupport.Rails, TraySupport.Posts, TraySupport.Hung, TraySupport.Housed,
            TraySupport.Flanges]);
        var n = design.Trays.Count + 1;
        return new Tray($"tray-{n}", $"Tray {n}", support == TraySupport.Housed ? "birch-plywood" : "aluminium-5052",
            support == TraySupport.Housed ? 6 : 2, null, 25 + random.Next(60), 1, support, support == TraySupport.Rails
            ? One(random, (string[])["aluminium-6061-15x15", "beech-15x15", "aluminium-6061-angle-15x1-5"]) : null)
        {
            Plane = random.Next(4) == 0 ? (TrayPlane)random.Next(3) : TrayPlane.Level,
            Drawer = support == TraySupport.Rails && random.Next(4) == 0 ? new Drawer(Face.Front, 100) : null,
            StiffenerBarId = support == TraySupport.Rails && random.Next(3) == 0 ? "aluminium-6061-10x10" : null,
            Flanges = support == TraySupport.Flanges ? new TrayFlanges(FlangedEdges.Walls, random.Next(2) == 0, 15, 2,
                (SheetJoin)random.Next(3)) : support is TraySupport.Posts or TraySupport.Hung or TraySupport.Rails && random.Next(2) == 0
                ? Lips(random, support) : null,
        };
    }

    /// <summary>Edges that stiffen a tray and carry nothing, turned any way.</summary>
    private static TrayFlanges Lips(Random random, TraySupport support) => new(
        support == TraySupport.Rails ? FlangedEdges.Free : (FlangedEdges)random.Next(3), random.Next(2) == 0, 18 + random.Next(12), 2,
        SheetJoin.Rivets)
    {
        TurnDeg = random.Next(3) == 0 ? 90 : 10 + random.Next(131)
    };

    /// <summary>A structure begun as the application begins it, then one or two of its answers changed.</summary>
    private Design? Structured(Random random, Design design, IReadOnlyList<WayToBuild> systems)
    {
        var system = One(random, systems);
        var begun = system.Begin(design, catalog);
        if (begun is null || DesignCheck.Problems(begun, catalog).Count > 0)
        {
            return null;
        }

        for (var i = random.Next(3); i > 0 && system.Asks.Count > 0; i--)
        {
            begun = Kept(begun, Answered(random, begun, begun.Structures.Count - 1, One(random, system.Asks)));
        }

        return begun;
    }

    private Design? Answered(Random random, Design design, int index, Ask ask)
    {
        var json = JsonSerializer.SerializeToNode(design, Shipped.Json)!;
        JsonNode? at = json["structures"]![index];
        var path = ask.Key.Split('.');
        foreach (var step in path[..^1])
        {
            at = at?[step];
        }

        JsonNode? answer = ask.Kind switch
        {
            AskKind.Choice when ask.Words.Count > 0 => One(random, ask.Words).Key,
            AskKind.Bar => One(random, catalog.Bars).Id,
            AskKind.Length or AskKind.Number when at is not null && at[path[^1]] is JsonValue now && now.TryGetValue<double>(out var v) =>
                Held(ask, ask.Whole ? Math.Round(v + random.Next(-1, 4)) : Math.Round(v * (0.7 + (random.NextDouble() * 0.8)), 1)),
            _ => null,
        };
        if (at is null || answer is null)
        {
            return null;
        }

        at[path[^1]] = answer;
        return json.Deserialize<Design>(Shipped.Json);
    }

    private static double Held(Ask ask, double value) => Math.Clamp(value, ask.Least ?? value, ask.Most ?? value);

    private Design? Altered(Random random, Design design)
    {
        var edge = One(random, Faces.Edges);
        var face = One(random, Faces.All);
        switch (random.Next(8))
        {
            case 0:
                return design with
                {
                    Box = design.Box with
                    {
                        WidthMm = Math.Round(design.Box.WidthMm * (0.85 + (random.NextDouble() * 0.4))),
                        DepthMm = Math.Round(design.Box.DepthMm * (0.85 + (random.NextDouble() * 0.4))),
                        HeightMm = Math.Round(design.Box.HeightMm * (0.9 + (random.NextDouble() * 0.4)))
                    }
                };
            case 1:
                var kind = One(random, catalog.Material(design.Panel(face).MaterialId).Wood ? ForWood : ForSheet);
                return design.WithEdge(edge, e => e with
                {
                    Joint = kind,
                    BlockBarId = kind == JointKind.ButtScrewed ? Block(random)
                    : null,
                    DepthMm = null
                });
            case 2:
                var sheet = One(random, [.. catalog.Boards.Where(s => s.MaterialId == design.Panel(face).MaterialId)]);
                return design.WithPanel(face, p => p with { NominalMm = sheet.NominalMm, MeasuredMm = null });
            case 3:
                return design.WithPanel(face, p => p with
                { Hold = One(random, (PanelHold[])[PanelHold.Fixed, PanelHold.Removable, PanelHold.Open]) });
            case 7:
                return Door(random, design, face);
            case 4:
                return design with { Trays = [.. design.Trays, Tray(random, design)] };
            case 5 when design.Trays.Count > 0:
                var tray = One(random, design.Trays);
                return design.WithTray(tray.Id, t => t with { UndersideMm = Math.Max(5, t.UndersideMm + random.Next(-20, 30)) });
            case 6 when design.Devices.Count > 0:
                var device = One(random, design.Devices);
                return random.Next(2) == 0
                    ? design.WithDevice(device.Id, d => d with { QuarterTurns = random.Next(4) })
                    : design.WithDevice(device.Id, d => d with
                    {
                        UMm = Math.Round(d.UMm + random.Next(-20, 20)),
                        VMm = Math.Round(d.VMm + random.Next(-20, 20))
                    });
            default:
                return design with
                {
                    Box = design.Box with
                    {
                        Feet = design.Box.Feet is null ? Feet.Usual : design.Box.Feet with
                        { InsetMm = 15 + random.Next(30) }
                    }
                };
        }
    }

    /// <summary>A panel hung at one of its neighbours, over all of them or in between.</summary>
    private static Design Door(Random random, Design design, Face face)
    {
        var over = random.Next(2) == 0;
        design = design.WithPanel(face, p => p with
        {
            Hold = PanelHold.Hinged,
            HingeAt = One(random, [.. face.Neighbours()]),
            InsetMm = 0
        });
        return Faces.Edges.Where(e => e.Of().A == face || e.Of().B == face).Aggregate(design, (d, id) => d.WithEdge(id, e => e with
        {
            Joint = JointKind.Loose,
            DepthMm = null,
            BlockBarId = null,
            Covers = over == (id.Of().A == face) ? id.Of().A : id.Of().B,
        }));
    }

    /// <summary>Two devices joined by a cable of the kind that a port takes.</summary>
    private Design? Linked(Random random, Design design)
    {
        List<(string Device, Port Port)> ports = [.. design.Devices.SelectMany(d => catalog.Model(d.ModelId).Ports.Select(p => (d.Id, p)))];
        if (ports.Count < 2)
        {
            return null;
        }

        var (from, to) = (One(random, ports), One(random, ports));
        return design with
        {
            Links = [.. design.Links, new Link($"link-{design.Links.Count + 1}", from.Device, from.Port.Id, to.Device, to.Port.Id,
                One(random, CableKind.Shipped).Id, random.Next(3) == 0 ? random.Next(80, 400) : null)],
        };
    }

    /// <summary>One remedy after the other, of whichever stop has one.</summary>
    private Design Mended(Random random, Design design)
    {
        for (var i = 0; i < MostMended; i++)
        {
            var plan = Planner.Plan(design, catalog, shop, AsBuilt.Nothing);
            var mends = plan.Findings.Where(f => f.Severity == Severity.Stop).OrderBy(_ => random.Next())
                .Select(f => TriedRemedies.First(f, design, plan, catalog, shop)).FirstOrDefault(r => r is not null);
            if (mends is null)
            {
                break;
            }

            design = mends.Design;
        }

        return design;
    }

    /// <summary>A device brought in as the application does it.</summary>
    private Design? WithDevice(Random random, Design design)
    {
        var decks = design.Trays.Where(t => !Copies.IsCopy(t.Id)).Select(t => t.Id).Concat(Faces.All.Select(Deck.OfPanel)).ToList();
        return DevicePlacing.Add(design, catalog, shop, One(random, catalog.Hardware).Id, One(random, decks)).Design;
    }
}
