using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction.PanelBoxes;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.DeskConsoles;

/// <summary>
/// The front of the box leaned back. Sides run over the ends of front, lip and top and are sawn to the slope; where the front meets the
/// lip and the top both are cut to the line between their outer and their inner edge: half the angle where they are as thick as each other;
/// a front or top much thinner than the other runs over its end, which is cut to its plane.
/// The front lies on cleats along the sides: glued where it stays, screwed where it comes off.
/// </summary>
public sealed partial class DeskConsoleSystem : ConstructionSystem<DeskConsole>
{
    private const double LeastDeg = 15;
    private const double MostDeg = 70;

    /// <summary>What is left of the top, at least, mm.</summary>
    private const double LeastTopMm = 25;

    /// <summary>From the end of a cleat to what it must not touch, mm.</summary>
    private const double PlayMm = 1;

    /// <summary>Height of the inside of a lip that is glued to the sides, at least, mm [R].</summary>
    private const double LeastGlueMm = 10;
    private const double EndMm = 20;
    private const double PitchMostMm = 150;

    /// <summary>The slope is told to what can only be square in steps of that height, mm.</summary>
    private const double SliceMm = 10;

    public override string Key => "deskConsole";
    public override string Name => "Desk console";
    public override string About => "A front that leans back from a low lip, sides sawn to its slope: for displays and controls that are "
        + "read and worked from a chair.";
    public override bool HoldsPanels => true;
    public override bool MeetsSlope => true;

    protected override IReadOnlyList<Asked<DeskConsole>> Asked { get; } =
    [
        Asking.Number<DeskConsole>("slopeDeg", "Slope over the level, degrees", s => s.SlopeDeg, LeastDeg, MostDeg, " degrees"),
        Asking.Length<DeskConsole>("lipMm", "Lip under it", s => s.LipMm, 10, 1000),
        Asking.Bar<DeskConsole>("cleatBarId", "Cleats", s => s.CleatBarId),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id)
    {
        var begun = design with
        {
            Box = design.Box with
            {
                Panels = [.. design.Box.Panels.Select(p => p.Face switch
                {
                    Face.Left or Face.Right => p with { Hold = PanelHold.Fixed, InsetMm = 0 },
                    Face.Front => p with { Hold = PanelHold.Removable, InsetMm = 0 },
                    Face.Top or Face.Bottom when p.Hold is not (PanelHold.Fixed or PanelHold.Removable) =>
                        p with { Hold = PanelHold.Fixed, InsetMm = 0 },
                    Face.Top => p with { InsetMm = 0, Fit = p.Hold == PanelHold.Removable ? p.Fit ?? FitClass.Sliding : p.Fit },
                    _ => p,
                })],
            },
        };
        var bar = catalog.HasBar(Edge.UsualBlock) ? Edge.UsualBlock : catalog.Bars.First(b => b.Shape == BarShape.Solid).Id;
        // as flat as reads well, and steeper where the box is too short for that
        foreach (var deg in (double[])[35, 45, 55, 65, MostDeg])
        {
            var own = new DeskConsole(id, deg, 0, bar);
            var least = Math.Ceiling(LeastLipMm(own, begun, catalog));
            foreach (var lip in (double[])[Math.Max(45, least), least])
            {
                own = own with { LipMm = lip };
                if (deg == MostDeg || (lip <= MostLipMm(own, begun, catalog) && TopMm(own, begun, catalog) >= LeastTopOf(own,
                    begun, catalog)))
                {
                    return begun with { Structures = [.. design.Structures, own] };
                }
            }
        }

        return begun;
    }

    protected override IReadOnlyList<Face> Makes(DeskConsole own) => [Face.Front];

    protected override void Check(StructureCheck check, DeskConsole own, Design design)
    {
        foreach (var other in design.Structures.Where(s => s.Id != own.Id && !check.Catalog.Systems.Any(x => x.Decision == s.GetType()
            && x.MeetsSlope)))
        {
            check.Refuse("id", $"{own.Id} leans the front, and {other.Id} is laid out for walls that are square to one another: take one "
                + $"of the two out.");
        }

        foreach (var panel in design.Box.Panels.Where(p => p.Face != Face.Back))
        {
            var side = panel.Face is Face.Left or Face.Right;
            if (panel.Hold != PanelHold.Fixed && (side || panel.Hold != PanelHold.Removable))
            {
                check.Refuse("id", $"the {Deck.Name(panel.Face)} is {panel.Hold.ToString().ToLowerInvariant()}: in a console "
                    + $"{(side ? "the sides are fixed, for they carry the front" : "it is fixed or comes off")}.");
            }
        }

        if (design.Trays.FirstOrDefault(t => t is
            {
                Plane: TrayPlane.FacesRight, Support: TraySupport.Rails or TraySupport.Housed
            or TraySupport.Flanges
            }) is { } divider)
        {
            check.Refuse("id", $"{divider.Name} is carried by front and back, and the front leans: stand it on posts, or across the box.");
        }

        if (design.Trays.FirstOrDefault(t => t.Drawer?.Out == Face.Front) is { } drawer)
        {
            check.Refuse("id", $"{drawer.Name} comes out at the front, which leans: let it come out at the back.");
        }

        if (!check.Catalog.HasBar(own.CleatBarId) || own.SlopeDeg is not (>= LeastDeg and <= MostDeg)
            || !design.Box.Panels.All(p => check.Catalog.HasMaterial(p.MaterialId)))
        {
            return;
        }

        if (check.Catalog.Bar(own.CleatBarId).Shape != BarShape.Solid)
        {
            check.Refuse("cleatBarId", $"cleatBarId is \"{own.CleatBarId}\": cleats are of solid bar, which screws and glue hold.");
        }

        var (least, most) = (LeastLipMm(own, design, check.Catalog), MostLipMm(own, design, check.Catalog));
        if (least > most)
        {
            check.Refuse("lipMm", $"lipMm is {own.LipMm}: the box is too low for a slope of {own.SlopeDeg}° over its lip; "
                + $"{Math.Ceiling(least - most)} mm more of height are wanted.");
        }
        else if (own.LipMm < least - 1e-6 || own.LipMm > most + 1e-6)
        {
            check.Refuse("lipMm", $"lipMm is {own.LipMm}: at a slope of {own.SlopeDeg}° it must lie between {Math.Ceiling(least)} and "
                + $"{Math.Floor(most)} mm, so that it hides what is behind it and {SlopeLeastMm(own, check.Catalog):0} mm of slope "
                + $"are left.");
        }
        else if (TopMm(own, design, check.Catalog) is var top && LeastTopOf(own, design, check.Catalog) is var wanted
            && top < wanted - 1e-6)
        {
            check.Refuse("slopeDeg", $"slopeDeg is {own.SlopeDeg}: the slope leaves {Math.Round(top, 1)} mm of the top, at least "
                + $"{Math.Ceiling(wanted)} mm are wanted. A steeper slope, a higher lip or a deeper box leaves more.");
        }
    }

    protected override Design Spread(DeskConsole own, Design design, Catalog catalog)
    {
        var lean = new Lean(own.SlopeDeg, own.LipMm, catalog.Bar(own.CleatBarId).HeightMm);
        return design with
        {
            Box = design.Box with
            {
                Panels = [.. design.Box.Panels.Select(p => p.Face switch { Face.Front => p with { Lean = lean, InsetMm = 0 },
                    Face.Back => p, _ => p with { InsetMm = 0 } })],
                Edges = [.. design.Box.Edges.Select(Settled)],
            },
        };
    }

    /// <summary>
    /// Sides and back run over the ends of the top, the bottom reaches the front under the lip; the front itself is joined here.
    /// </summary>
    private static Edge Settled(Edge edge)
    {
        var (a, b) = edge.Id.Of();
        if (a == Face.Front)
        {
            return edge with { Joint = JointKind.Sloped, DepthMm = null, BlockBarId = null, Covers = b };
        }

        return b == Face.Top && edge.Joint != JointKind.Mitre ? edge with { Covers = a } : edge;
    }

    /// <summary>
    /// So high that the inside of the slope passes over what is behind the lip: its block, or what glue wants of its ends.
    /// </summary>
    private static double LeastLipMm(DeskConsole own, Design design, Catalog catalog)
    {
        var behind = LipIsGlued(design, catalog) ? LeastGlueMm : catalog.Bar(own.CleatBarId).HeightMm + PlayMm;
        return Envelope.Thickness(design.Panel(Face.Bottom), catalog) + behind + SlopeOf(own, Envelope.Of(design, catalog)).LipSetbackMm;
    }

    /// <summary>Wood on wood on a bottom that stays: no block is wanted behind the lip.</summary>
    private static bool LipIsGlued(Design design, Catalog catalog) => design.Panel(Face.Bottom).Hold == PanelHold.Fixed
        && ((Face[])[Face.Front, Face.Bottom, Face.Left, Face.Right]).All(f => catalog.Material(design.Panel(f).MaterialId).Wood);

    private static double MostLipMm(DeskConsole own, Design design, Catalog catalog)
    {
        var envelope = Envelope.Of(design, catalog);
        return envelope.Outer.Size.Z - (SlopeLeastMm(own, catalog) * SlopeOf(own, envelope).Sin);
    }

    /// <summary>The front as it will lean, in a box in which it does not yet.</summary>
    private static Slope SlopeOf(DeskConsole own, Envelope envelope) =>
        new(new Lean(own.SlopeDeg, own.LipMm, 0), envelope.Outer.Size.Z, envelope.ThicknessMm[Face.Front]);

    /// <summary>A slope shorter than this has no room for its cleats.</summary>
    private static double SlopeLeastMm(DeskConsole own, Catalog catalog) =>
        BarPlacing.LeastLengthMm + (5 * catalog.Bar(own.CleatBarId).HeightMm);

    private static double TopMm(DeskConsole own, Design design, Catalog catalog)
    {
        var envelope = Envelope.Of(design, catalog);
        return envelope.Outer.Size.Y - SlopeOf(own, envelope).RunMm;
    }

    /// <summary>So much that the block under its back edge, where there is one, lies behind the slope.</summary>
    private static double LeastTopOf(DeskConsole own, Design design, Catalog catalog)
    {
        if (design.Box.Edges.First(e => e.Id == EdgeId.BackTop) is not
            {
                Joint: JointKind.ButtScrewed or JointKind.Magnets,
                BlockBarId: { } bar
            } || !catalog.HasBar(bar))
        {
            return LeastTopMm;
        }

        var envelope = Envelope.Of(design, catalog);
        var slope = SlopeOf(own, envelope);
        return Math.Max(LeastTopMm, envelope.Outer.Size.Y - slope.RunMm + slope.BackAt(envelope.Inner.Max.Z, slope.ThicknessMm + PlayMm)
            + Math.Max(catalog.Bar(bar).WidthMm, catalog.Bar(bar).HeightMm) - envelope.Inner.Max.Y);
    }

    private static string Cleat(DeskConsole own, Face side) => $"{own.Id}/cleat-{Deck.Name(side)}";

    private static string LipOf(DeskConsole own) => own.Id + "/lip";

    private static string BlockOf(DeskConsole own) => own.Id + "/lip-block";

    protected override void Lay(DeskConsole own, ShellDraft draft)
    {
        var (envelope, panel, bar) = (draft.Fit.Envelope, draft.Design.Panel(Face.Front), draft.Catalog.Bar(own.CleatBarId));
        var (slope, t, inner) = (envelope.Slope!, envelope.ThicknessMm[Face.Front], envelope.Inner);
        var meeting = TopMeeting.Of(slope, envelope.ThicknessMm[Face.Top]);

        // as wide as there is room; less a fit where it comes off
        var box = new Box(new(inner.Min.X, 0, 0), new(inner.Max.X, t, meeting.FrontEndsMm));
        var front = Panels.Solid(panel, draft.Catalog, box) with { Name = "Sloped front", Pose = slope.Pose };
        if (panel.Hold == PanelHold.Removable)
        {
            double Play(Face side) => Making.ClearanceMm(panel.Fit ?? FitClass.Sliding, front, draft.Panels[side], draft.Catalog,
                draft.Shop) / 2;
            front = front.Resized(box.WithSpan(Axis.X, box.Min.X + Play(Face.Left), box.Max.X - Play(Face.Right))
                .WithSpan(Axis.Z, Play(Face.Left), box.Max.Z - Play(Face.Left)));
        }

        draft.Panels[Face.Front] = front;
        var top = draft.Panels[Face.Top];
        draft.Panels[Face.Top] = top.Resized(top.Box with { Min = top.Box.Min with { Y = meeting.TopBeginsMm } });

        var (u, v) = panel.DrawnAxes();
        var lip = new Box(new(inner.Min.X, 0, inner.Min.Z), new(inner.Max.X, t, own.LipMm));
        draft.Members.Add(new SolidPart(LipOf(own), "Lip", PartKind.Panel, panel.MaterialId, panel.NominalMm, lip,
            SolidPart.FrameOf(lip, u, v, false), "outside", "inside", null)
        { Closes = Face.Front });
        if (!LipIsGlued(draft.Design, draft.Catalog))
        {
            var block = BarPlacing.Trim(new Box(new(inner.Min.X, t, inner.Min.Z), new(inner.Max.X, t + bar.WidthMm, inner.Min.Z
                + bar.HeightMm)), Axis.X, draft.Members.Select(m => m.Box).Where(b => b != lip));
            draft.Members.Add(BarPlacing.Solid(BlockOf(own), "Block behind the lip", PartKind.Block, bar, block, Axis.X, Direction.Front,
                bar.HeightMm));
        }

        var (least, most) = CleatEnds(slope, envelope.Inner, t, t + bar.HeightMm);
        foreach (var side in (Face[])[Face.Left, Face.Right])
        {
            var wall = envelope.InnerPlane(side);
            var far = wall - (side.Outward().Sign() * bar.WidthMm);
            var cleat = new Box(new(Math.Min(wall, far), t, least), new(Math.Max(wall, far), t + bar.HeightMm, most));
            cleat = Short(cleat, slope.Pose, draft.Members);
            draft.Members.Add(BarPlacing.Solid(Cleat(own, side), $"Cleat {Deck.Name(side)}", PartKind.Rail, bar, cleat, Axis.Z,
                Direction.Front, bar.HeightMm) with
            { Pose = slope.Pose });
        }
    }

    /// <summary>Along the slope: clear of lip, bottom, top and back, with square ends.</summary>
    /// <param name="near">Of the cleat behind the outer face of the slope, mm: its face to the front.</param>
    /// <param name="far">And its back.</param>
    private static (double Least, double Most) CleatEnds(Slope slope, Box inner, double near, double far)
    {
        double AtHeight(double z, double deep) => (z - slope.Lean.LipMm + (deep * slope.Cos)) / slope.Sin;
        double AtDepth(double y, double deep) => (y - (deep * slope.Sin)) / slope.Cos;
        return (
            Math.Max(AtDepth(inner.Min.Y, near), AtHeight(inner.Min.Z, far)) + PlayMm,
            Math.Min(AtHeight(inner.Max.Z, near), AtDepth(inner.Max.Y, far)) - PlayMm);
    }

    /// <summary>The cleat without the ends at which blocks stand, from whichever end it loses less.</summary>
    private static Box Short(Box cleat, Pose pose, IReadOnlyList<SolidPart> members)
    {
        const double step = 0.5;
        foreach (var block in members.SelectMany(m => m.Body.Select(b => new Block(b.Grow(PlayMm), m.Pose))))
        {
            bool Free(Box box) => !new Block(box, pose).Overlaps(block);
            for (var off = 0.0; !Free(cleat) && off < cleat.Size.Z; off += step)
            {
                var (lower, upper) = (cleat with { Min = cleat.Min with { Z = cleat.Min.Z + off } }, cleat with
                { Max = cleat.Max with { Z = cleat.Max.Z - off } });
                cleat = Free(lower) ? lower : Free(upper) ? upper : cleat;
            }
        }

        return cleat;
    }

    /// <summary>More air under the front: a steeper one, or one that begins higher.</summary>
    public override IEnumerable<Remedy> MoreRoom(PlanSoFar plan, string partId)
    {
        if (partId != Deck.PartOf(Face.Front) || plan.Design.Structures.OfType<DeskConsole>().FirstOrDefault() is not { } own)
        {
            yield break;
        }

        IEnumerable<Design> Tried(Design design, Func<DeskConsole, double, DeskConsole> change, double step, int most) =>
            Enumerable.Range(1, most).Select(i => design.WithStructure<DeskConsole>(own.Id, c => change(c, i * step)));
        yield return new Remedy("steeper-front", "Stand the front steeper", d => Trial.FirstSound(plan, "device-outside", d,
            Tried(d, (c, by) => c with { SlopeDeg = Math.Min(MostDeg, c.SlopeDeg + by) }, 5, 11)));
        yield return new Remedy("higher-lip", "Raise the lip", d => Trial.FirstSound(plan, "device-outside", d,
            Tried(d, (c, by) => c with { LipMm = c.LipMm + by }, 10, 10)));
    }
}
