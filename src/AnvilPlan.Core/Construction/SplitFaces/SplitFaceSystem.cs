using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.SplitFaces;

/// <summary>
/// A face in two panels that lie in one plane, each on the blocks round the opening and both on a batten behind the line between them. The
/// first, lower or left, is the panel of the face and carries the batten; the other is a part of its own.
/// </summary>
public sealed class SplitFaceSystem : ConstructionSystem<SplitFace>
{
    /// <summary>Each of the two panels is so wide across the line, at least, mm.</summary>
    private const double LeastPanelMm = 40;

    /// <summary>Between the batten and a block beside it, mm.</summary>
    private const double ClearMm = 1;

    /// <summary>Wide enough for a row of screws to either side of the line.</summary>
    private const string UsualBatten = "beech-40x20";
    private const double EndMm = 20;
    private const double PitchMostMm = 150;

    public override string Key => "splitFace";
    public override string Name => "Face in two panels";
    public override string About => "One face closed by two panels side by side or one over the other, so that one can come off while "
        + "the other stays, or a large face comes from small sheets.";

    protected override IReadOnlyList<Asked<SplitFace>> Asked { get; } =
    [
        Asking.Choice<SplitFace, Face>("face", "Face", (Face.Front, "front"), (Face.Back, "back"), (Face.Left, "left"),
            (Face.Right, "right"), (Face.Top, "top"), (Face.Bottom, "bottom")),
        Asking.Choice<SplitFace, SplitRun>("run", "Line between the two", (SplitRun.Level, "level in its drawing"),
            (SplitRun.Upright, "upright in its drawing")),
        Asking.Length<SplitFace>("atMm", "From its lower or left edge", s => s.AtMm, LeastPanelMm, 5000),
        Asking.Length<SplitFace>("gapMm", "Gap between", s => s.GapMm, 0, 10),
        Asking.Bar<SplitFace>("battenBarId", "Batten behind the line", s => s.BattenBarId),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id)
    {
        var size = Envelope.Of(design, catalog).Outer.Size;
        var bar = catalog.HasBar(UsualBatten) ? UsualBatten : catalog.Bars.Where(b => b.Shape == BarShape.Solid).MaxBy(b => b.WidthMm)!.Id;
        var taken = design.Structures.SelectMany(s => catalog.Systems.SelectMany(x => x.Makes(s))).ToHashSet();
        var face = ((Face[])[Face.Front, Face.Back, Face.Left, Face.Right, Face.Top]).FirstOrDefault(f => !taken.Contains(f)
            && design.Panel(f).Hold is PanelHold.Fixed or PanelHold.Removable, Face.Front);
        var axis = face.DrawnAxes().V.Axis();
        return design with
        {
            Structures = [.. design.Structures, new SplitFace(id, face, SplitRun.Level, Math.Round(size[axis] / 2),
            0.5, bar)]
        };
    }

    protected override void Check(StructureCheck check, SplitFace own, Design design)
    {
        var name = Deck.Name(own.Face);
        if (design.Structures.OfType<SplitFace>().Count(s => s.Face == own.Face) > 1)
        {
            check.Refuse("face", $"face is {name}: two structures split it; take one of them out.");
        }

        foreach (var other in design.Structures.Where(s => check.Catalog.Systems.Any(x => x.Decision == s.GetType() && x.HoldsPanels)))
        {
            check.Refuse("id", $"{other.Id} holds the panels of the box its own way, each in one piece: take {own.Id} or {other.Id} out.");
        }

        if (design.Panel(own.Face).Hold is not (PanelHold.Fixed or PanelHold.Removable) and var hold)
        {
            check.Refuse("face", $"face is {name}: it is {hold.ToString().ToLowerInvariant()}; a face in two panels is fixed or "
                + $"comes off.");
        }

        foreach (var tray in design.Trays.Where(t => Rests(t).Contains(own.Face)))
        {
            check.Refuse("face", $"face is {name}: {tray.Name} is carried by it, which takes one panel; carry the tray on rails, or "
                + $"split another face.");
        }

        if (own.Face == Face.Bottom && design.Box.Feet is not null)
        {
            check.Refuse("face", "face is bottom: the feet are screwed to it, which takes one panel; take the feet off, or split "
                + "another face.");
        }

        if (!check.Catalog.HasBar(own.BattenBarId) || !design.Box.Panels.All(p => check.Catalog.HasMaterial(p.MaterialId)))
        {
            return;
        }

        if (check.Catalog.Bar(own.BattenBarId).Shape != BarShape.Solid)
        {
            check.Refuse("battenBarId", $"battenBarId is \"{own.BattenBarId}\": a batten is of solid bar, which screws and glue hold.");
        }

        var (least, most) = Range(own, design, check.Catalog);
        if (most < least)
        {
            check.Refuse("atMm", $"atMm is {own.AtMm}: the {name} is too small for a line "
                + $"{(own.Run == SplitRun.Level ? "level" : "upright")} across it; {Math.Ceiling(least - most)} mm more are wanted "
                + $"beside blocks and batten.");
        }
        else if (own.AtMm < least || own.AtMm > most)
        {
            check.Refuse("atMm", $"atMm is {own.AtMm}: it must lie between {Math.Ceiling(least)} and {Math.Floor(most)} mm, so that the "
                + $"batten lies clear of the blocks along the edges and both panels are {LeastPanelMm} mm wide.");
        }
    }

    /// <summary>Where the line may lie: the batten beside the blocks along the edges that run as it does.</summary>
    private static (double Least, double Most) Range(SplitFace own, Design design, Catalog catalog)
    {
        var (across, envelope) = (Across(own), Envelope.Of(design, catalog));
        double Taken(Direction side)
        {
            var beside = Faces.Of(side);
            var bar = design.Box.Edges.First(e => e.Id == Faces.Between(own.Face, beside)).Screwed().BlockBarId!;
            var block = design.Panel(beside).Hold == PanelHold.Open || !catalog.HasBar(bar) ? 0
                : Math.Max(catalog.Bar(bar).WidthMm, catalog.Bar(bar).HeightMm);
            return Math.Max(LeastPanelMm, envelope.ThicknessMm[beside] + envelope.InsetMm[beside] + block + (catalog.Bar(own.BattenBarId)
                .WidthMm / 2) + ClearMm);
        }

        return (Taken(across.Opposite()), envelope.Outer.Size[across.Axis()] - Taken(across));
    }

    /// <summary>Faces whose panel carries a plate by something that takes one panel: its posts or its grooves.</summary>
    private static Face[] Rests(Tray tray) => tray.Support switch
    {
        TraySupport.Posts => [tray.Plane.Behind()],
        TraySupport.Hung => [tray.Plane.Ahead()],
        TraySupport.Housed or TraySupport.Flanges => [tray.Plane.Rails().Least, tray.Plane.Rails().Most],
        TraySupport.Structure => [Face.Bottom],
        _ => [],
    };

    /// <summary>Across the line between the two, from the first to the other.</summary>
    private static Direction Across(SplitFace own) => own.Run == SplitRun.Level ? own.Face.DrawnAxes().V : own.Face.DrawnAxes().U;

    protected override Design Spread(SplitFace own, Design design, Catalog catalog) => design with
    {
        Box = design.Box with
        {
            Panels = [.. design.Box.Panels.Select(p => p.Face == own.Face ? p with { Floats = false, InsetMm = 0 } : p)],
            Edges = [.. design.Box.Edges.Select(e => e.Id.Of().A == own.Face || e.Id.Of().B == own.Face ? e.Screwed() : e)],
        },
    };

    private static string OtherOf(SplitFace own) => own.Id + "/panel";

    private static string BattenOf(SplitFace own) => own.Id + "/batten";

    private static (string First, string Other) Words(SplitFace own) => own.Run == SplitRun.Upright ? ("left", "right")
        : own.Face is Face.Top or Face.Bottom ? ("front part", "back part") : ("lower", "upper");

    protected override void Lay(SplitFace own, ShellDraft draft)
    {
        if (!draft.Panels.TryGetValue(own.Face, out var whole))
        {
            return;
        }

        var (across, envelope, bar) = (Across(own), draft.Fit.Envelope, draft.Catalog.Bar(own.BattenBarId));
        var (axis, words) = (across.Axis(), Words(own));
        var line = envelope.Outer.Side(across.Opposite()) + (across.Sign() * own.AtMm);
        Box Beside(double at, bool first) => first == across.Sign() > 0 ? whole.Box.WithSpan(axis, whole.Box.Min[axis], at)
            : whole.Box.WithSpan(axis, at, whole.Box.Max[axis]);
        var half = across.Sign() * own.GapMm / 2;
        draft.Panels[own.Face] = Laid(draft, own, Beside(line - half, true)) with { Name = $"{whole.Name}, {words.First}" };
        draft.Members.Add(Laid(draft, own, Beside(line + half, false)) with { Id = OtherOf(own), Name = $"{whole.Name}, {words.Other}" });

        var (inward, inner) = (own.Face.Outward().Opposite(), envelope.InnerPlane(own.Face));
        var along = Enum.GetValues<Axis>().First(a => a != axis && a != inward.Axis());
        var deep = inner + (inward.Sign() * bar.HeightMm);
        var batten = envelope.Inner.WithSpan(axis, line - (bar.WidthMm / 2), line + (bar.WidthMm / 2))
            .WithSpan(inward.Axis(), Math.Min(inner, deep), Math.Max(inner, deep));
        batten = BarPlacing.Trim(batten, along, draft.Members.Where(m => m.Closes is null).Select(m => m.Box));
        draft.Members.Add(BarPlacing.Solid(BattenOf(own), $"Batten of the {Deck.Name(own.Face)}", PartKind.Block, bar, batten, along,
            own.Face.Outward(), bar.HeightMm));
    }

    private static SolidPart Laid(ShellDraft draft, SplitFace own, Box box) =>
        PanelBoxes.Panels.Solid(draft.Design.Panel(own.Face), draft.Catalog, box);

    protected override void Join(SplitFace own, JointDraft draft)
    {
        if (draft.Shell.Member(BattenOf(own)) is not { } batten || draft.Shell.Member(OtherOf(own)) is not { } other)
        {
            return;
        }

        // the first keeps the batten for good; the other is screwed where it comes off
        var comesOff = draft.Design.Panel(own.Face).Hold == PanelHold.Removable;
        foreach (var (panel, stays, i) in ((SolidPart, bool, int)[])[(draft.Shell.Panels[own.Face], true, 0), (other, !comesOff, 1)])
        {
            draft.Keep(panel, batten.Box.Grow(0.01), batten.Name.ToLowerInvariant());
            if (stays && draft.Catalog.Material(panel.MaterialId).Wood && draft.Catalog.Material(batten.MaterialId).Wood)
            {
                draft.Hold(panel, batten, HoldBy.Glue, own.Id);
            }
            else
            {
                FixingRows.Screw(draft, panel, batten, new RowRule(own.Id, $"{own.Id}/{(i == 0 ? "first" : "other")}", EndMm + (i * 12),
                    PitchMostMm, "screw to the batten"));
            }
        }
    }

    protected override IEnumerable<Finding> Findings(SplitFace own, PlanSoFar plan)
    {
        if (plan.Shell.Member(OtherOf(own)) is not { } other)
        {
            yield break;
        }

        foreach (var device in plan.Fit.Devices.Where(d => d.Device.DeckId == Deck.OfPanel(own.Face)))
        {
            var deck = plan.Shell.Deck(device);
            var (min, max) = deck.Frame.ToPlane(device.Body);
            if (min.U < -Box.Slack || min.V < -Box.Slack || max.U > deck.LengthMm + Box.Slack || max.V > deck.WidthMm + Box.Slack)
            {
                yield return Finding.Of("device-over-split", Severity.Stop,
                    $"{device.Device.Name} lies across the line between {plan.Shell.Panels[own.Face].Name.ToLowerInvariant()} and "
                        + $"{other.Name.ToLowerInvariant()}, {Say.Mm(own.AtMm)} mm from the edge: it has to sit on one of the two.",
                    [Place.Device(device.Id), deck.Id, other.Id],
                    [
                        DeviceMoves.Remedy(plan, "device-over-split", device.Device),
                        Beside(own, plan, device, true),
                        Beside(own, plan, device, false),
                        new Remedy("one-panel", $"Close the {Deck.Name(own.Face)} by one panel", d => d with
                            { Structures = [.. d.Structures.Where(s => s.Id != own.Id)] }),
                    ]);
            }
        }
    }

    /// <summary>The line moved to that side of the device.</summary>
    private static Remedy Beside(SplitFace own, PlanSoFar plan, PlacedDevice device, bool before)
    {
        var (across, outer, bar) = (Across(own), plan.Fit.Envelope.Outer, plan.Catalog.Bar(own.BattenBarId));
        double From(double at) => (at - outer.Side(across.Opposite())) * across.Sign();
        var at = before
            ? Math.Floor(From(device.Body.Side(across.Opposite())) - (bar.WidthMm / 2) - 2)
            : Math.Ceiling(From(device.Body.Side(across)) + (bar.WidthMm / 2) + 2);
        return new Remedy(before ? "line-before" : "line-behind", $"Split the {Deck.Name(own.Face)} at {Say.Mm(at)} mm",
            d => Range(own, d, plan.Catalog) is var (least, most) && (at < least || at > most) ? null
            : d.WithStructure<SplitFace>(own.Id, s => s with { AtMm = at }));
    }
}
