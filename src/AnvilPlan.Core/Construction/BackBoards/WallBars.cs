using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.BackBoards;

/// <summary>
/// The bars between a board and the wall: which there are, what joins them and the board, and which of them the studs hold.
/// </summary>
internal abstract class WallBars
{
    /// <summary>From the ends of a bar to the first screw of the board, mm.</summary>
    private const double EndMm = 30;

    /// <summary>Screws of a board are no farther apart, mm.</summary>
    public const double PitchMostMm = 200;

    public static WallBars Of(Hanging hanging) => hanging == Hanging.BevelledRails ? new HookedRails() : new ScrewedFrame();

    /// <summary>The bars of a board whose frame, from board to wall, is that block.</summary>
    public abstract IEnumerable<(WallBarAt At, string Name, Box Box, Axis Along)> Lay(Box frame, BarStock bar);

    /// <summary>Joins the bars to each other and to the board.</summary>
    public abstract void Join(BackBoard own, JointDraft draft, SolidPart board, IReadOnlyList<SolidPart> bars);

    /// <summary>Whether the screws into the studs pass that bar.</summary>
    public abstract bool OnStuds(SolidPart bar);

    /// <summary>Height of the screws into the studs.</summary>
    public virtual double ScrewLineZ(SolidPart bar) => bar.Box.Centre.Z;

    /// <summary>How many of so many screws into the studs keep the board from tipping off the wall.</summary>
    public abstract int Pulled(int screws);

    /// <summary>What the bars need from the lowest to the highest, mm.</summary>
    public abstract double LeastHeightMm(BarStock bar);

    /// <summary>Why bars of that section cannot be used; null when they can.</summary>
    public virtual string? Unfit(BarStock bar) => null;

    /// <summary>How it is hung, as a step of the work.</summary>
    public abstract string HangStep(BarStock bar);

    private protected static void ScrewTo(JointDraft draft, SolidPart board, SolidPart bar, BackBoard own, FixingTurn turn,
        Func<Box, Box>? strip = null)
    {
        draft.Keep(board, bar.Box.Grow(0.01), bar.Name.ToLowerInvariant());
        if (Contact.Between(bar.Box, board.Box) is { } contact)
        {
            FixingRows.Screw(draft, board, bar, strip is null ? contact : contact with { Area = strip(contact.Area) },
                new RowRule(own.Id, $"{bar.Id}/board", EndMm, PitchMostMm, $"screw to {bar.Name.ToLowerInvariant()}") { Turn = turn });
        }
    }

    private sealed class ScrewedFrame : WallBars
    {
        public override IEnumerable<(WallBarAt At, string Name, Box Box, Axis Along)> Lay(Box frame, BarStock bar) =>
        [
            (WallBarAt.Top, "Wall frame, top", frame.WithSpan(Axis.Z, frame.Max.Z - bar.WidthMm, frame.Max.Z), Axis.X),
            (WallBarAt.Bottom, "Wall frame, bottom", frame.WithSpan(Axis.Z, frame.Min.Z, frame.Min.Z + bar.WidthMm), Axis.X),
            (WallBarAt.Left, "Wall frame, left", frame.WithSpan(Axis.X, frame.Min.X, frame.Min.X + bar.WidthMm), Axis.Z),
            (WallBarAt.Right, "Wall frame, right", frame.WithSpan(Axis.X, frame.Max.X - bar.WidthMm, frame.Max.X), Axis.Z),
        ];

        public override void Join(BackBoard own, JointDraft draft, SolidPart board, IReadOnlyList<SolidPart> bars)
        {
            foreach (var bar in bars)
            {
                ScrewTo(draft, board, bar, own, FixingTurn.InPlace);
            }

            foreach (var upright in bars.Where(b => b.Frame.U.Axis() == Axis.Z))
            {
                foreach (var level in bars.Where(b => b.Frame.U.Axis() == Axis.X && Contact.Between(upright.Box, b.Box) is { } c
                    && c.Side.Axis() == Axis.Z))
                {
                    EndFixing.Add(draft, level, upright, own.Id, $"{upright.Id}/{level.Id[(own.Id.Length + 1)..]}");
                }
            }
        }

        public override bool OnStuds(SolidPart bar) => bar.Frame.U.Axis() == Axis.X;

        public override int Pulled(int screws) => screws / 2;

        public override double LeastHeightMm(BarStock bar) => (2 * bar.WidthMm) + BarPlacing.LeastLengthMm;

        public override string HangStep(BarStock bar) =>
            "Hang it, in this order: screw the frame together, level it and screw it to the studs, bring the cables through, set the "
                + "board on the frame and screw it on";
    }

    /// <summary>
    /// The hung rail's lower edge is longest at the wall, the wall rail's upper edge at the board: weight draws the board against the wall.
    /// </summary>
    private sealed class HookedRails : WallBars
    {
        /// <summary>What the bevel leaves of a rail's narrow side, mm: a wall screw with 7 mm on both sides [R].</summary>
        private const double LeastLeftMm = 14;

        /// <summary>Degrees from square; the steeper one first, it draws the board to the wall best.</summary>
        private static readonly double[] AnglesDeg = [45, 30];

        public override IEnumerable<(WallBarAt At, string Name, Box Box, Axis Along)> Lay(Box frame, BarStock bar)
        {
            var hung = frame.Max.Z - bar.WidthMm;
            var top = hung + DropMm(bar);
            return
            [
                (WallBarAt.Top, "Hung rail", frame.WithSpan(Axis.Z, hung, frame.Max.Z), Axis.X),
                (WallBarAt.Wall, "Wall rail", frame.WithSpan(Axis.Z, top - bar.WidthMm, top), Axis.X),
                (WallBarAt.Bottom, "Lower bar", frame.WithSpan(Axis.Z, frame.Min.Z, frame.Min.Z + bar.WidthMm), Axis.X),
            ];
        }

        public override void Join(BackBoard own, JointDraft draft, SolidPart board, IReadOnlyList<SolidPart> bars)
        {
            foreach (var bar in bars)
            {
                if (OnStuds(bar))
                {
                    draft.Keep(board, bar.Box.Grow(0.01), bar.Name.ToLowerInvariant());
                    Bevelled(own, draft, bar, Direction.Up, Direction.Front);
                }
                else if (IsHung(bar))
                {
                    Bevelled(own, draft, bar, Direction.Down, Direction.Back);
                    ScrewTo(draft, board, bar, own, FixingTurn.WithItsParts, area => area.WithSpan(Axis.Z, bar.Box.Min.Z
                        + DropMm(draft.Catalog.Bar(own.FrameBarId)), area.Max.Z));
                }
                else
                {
                    ScrewTo(draft, board, bar, own, FixingTurn.WithItsParts);
                }
            }

            if (bars.FirstOrDefault(IsHung) is { } hung && bars.FirstOrDefault(OnStuds) is { } rail)
            {
                draft.Hold(hung, rail, HoldBy.Slipped, own.Id);
            }
        }

        public override bool OnStuds(SolidPart bar) => bar.Role is Role.WallBar { At: WallBarAt.Wall };

        /// <summary>The middle of what the bevel leaves at the wall.</summary>
        public override double ScrewLineZ(SolidPart bar) => bar.Box.Min.Z + ((bar.WidthMm - Drop(bar.WidthMm, bar.ThicknessMm)) / 2);

        public override int Pulled(int screws) => screws;

        public override double LeastHeightMm(BarStock bar) => (3 * bar.WidthMm) - DropMm(bar) + 1;

        public override string? Unfit(BarStock bar) => bar.Shape != BarShape.Solid || bar.WidthMm - DropMm(bar) < LeastLeftMm
            ? $"a bevelled rail is cut from solid bar so wide that {AnglesDeg[^1]:0} degrees over its depth leave {LeastLeftMm:0} mm of "
                + $"its width: {bar.Id} is no such bar." : null;

        public override string HangStep(BarStock bar) =>
            $"Hang it, in this order: level the wall rail and screw it to the studs with its long edge to the room, screw the hung rail "
                + $"and the lower bar to the board, bring the cables through, lift the board {Say.Mm(Math.Ceiling(DropMm(bar)))} mm "
                + $"above its place and lower it onto the rail. It comes off by lifting: where it may be knocked, fix it below too";

        private static bool IsHung(SolidPart bar) => bar.Role is Role.WallBar { At: WallBarAt.Top };

        private static void Bevelled(BackBoard own, JointDraft draft, SolidPart bar, Direction edge, Direction longAt) =>
            draft.Cut(bar, new Bevel(
            $"{bar.Id}/bevel", own.Id, "bevel that hooks the board to the wall", JointDraft.FaceTowards(bar, longAt),
                JointDraft.EdgeTowards(bar, edge), AngleDeg(bar.WidthMm, bar.ThicknessMm)));

        private static double DropMm(BarStock bar) => Drop(bar.WidthMm, bar.HeightMm);

        private static double Drop(double widthMm, double deepMm) => deepMm * Math.Tan(new Angle(AngleDeg(widthMm, deepMm)).Radians);

        private static double AngleDeg(double widthMm, double deepMm) =>
            AnglesDeg.FirstOrDefault(a => widthMm - (deepMm * Math.Tan(new Angle(a).Radians)) >= LeastLeftMm, AnglesDeg[^1]);
    }
}
