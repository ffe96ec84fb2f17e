using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.MockUps;

/// <summary>
/// The same inside in cardboard, at full size: floor between four walls, front and back with tabs that fold round the sides, a lid
/// with a hinge tab, plates, and a wrapped block for every device. Score lines are channels of half the card's thickness.
/// </summary>
/// <param name="CardMm">Thickness of the card.</param>
public sealed record MockUp(double CardMm, double TabMm, IReadOnlyList<Part> Parts, double CardDm2)
{
    private const string Card = "Cardboard";
    private const double ScoreMm = 0.4;

    public static MockUp Of(BuildPlan plan, double cardMm, double tabMm)
    {
        var sheet = new CardSheet(cardMm, tabMm);
        List<Part> parts =
        [
            .. ((Face[])[Face.Front, Face.Back, Face.Left, Face.Right, Face.Bottom, Face.Top])
                .Where(f => plan.Parts.Any(p => p.Id == Deck.PartOf(f))).SelectMany(f => sheet.Walls(plan, f)),
            .. plan.Parts.Where(p => p.Kind == PartKind.Tray).Select(p => sheet.Plain("card/" + p.Id, p.Name, p.LengthMm, p.WidthMm, [])),
            .. plan.Devices.SelectMany(d => sheet.Block(d)),
        ];
        return new MockUp(cardMm, tabMm, parts, parts.Sum(p => p.LengthMm * p.WidthMm) / 10_000);
    }

    private sealed class CardSheet(double cardMm, double tabMm)
    {
        /// <summary>The wall of a face; under a front that leans a lip of its own.</summary>
        public IEnumerable<Part> Walls(BuildPlan plan, Face face)
        {
            var front = plan.Parts.FirstOrDefault(p => p.Id == Deck.PartOf(Face.Front));
            if (front?.Pose is not { } pose)
            {
                yield return Wall(face, plan.Inner, plan.Part(Deck.PartOf(face)));
                yield break;
            }

            // where the inside of the front meets that of the lip and that of the top
            var inside = plan.Inner;
            double UpAt(double y) => pose.Origin.Z + ((front.ThicknessMm - ((y - pose.Origin.Y) * pose.Y.Y)) / pose.Y.Z);
            var (low, back) = (UpAt(inside.Min.Y), pose.Origin.Y
                + ((front.ThicknessMm - ((inside.Max.Z - pose.Origin.Z) * pose.Y.Z)) / pose.Y.Y));
            switch (face)
            {
                case Face.Front:
                    var own = new Box(pose.FromSpace(inside.Min with { Z = low }), pose.FromSpace(new(inside.Max.X, back, inside.Max.Z)));
                    yield return Wall(face, own with { Min = own.Min + new Point3(0, 0, cardMm) }, front);
                    yield return Wall(face, inside with { Max = inside.Max with { Z = low } }, null);
                    break;
                case Face.Top:
                    yield return Wall(face, inside with { Min = inside.Min with { Y = back } }, plan.Part(Deck.PartOf(face)));
                    break;
                case Face.Left or Face.Right:
                    var wall = Wall(face, inside, plan.Part(Deck.PartOf(face)));
                    double U(double y) => face == Face.Right ? y - inside.Min.Y : inside.Max.Y - y;
                    double V(double z) => z - inside.Min.Z + cardMm;
                    var (begin, end) = (new Uv(U(inside.Min.Y), V(low)), new Uv(U(back), V(inside.Max.Z)));
                    yield return wall with
                    {
                        Features = [.. wall.Features, new Trim("slope", "front", "cut to the slope", face == Face.Left ? end
                            : begin, face == Face.Left ? begin : end, "along the inside of the sloped front")],
                    };
                    break;
                default:
                    yield return Wall(face, inside, plan.Part(Deck.PartOf(face)));
                    break;
            }
        }

        /// <param name="inside">What the wall closes, along the axes of what it stands for.</param>
        /// <param name="part">What it stands for; null for the lip under a front that leans.</param>
        private Part Wall(Face face, Box inside, Part? part)
        {
            var (u, v) = face.DrawnAxes();
            // floor between the walls; walls down to its underside; front, back and lid over the ends of the others
            var outer = face switch
            {
                Face.Bottom => inside,
                Face.Top => Wider(Wider(inside, Axis.X), Axis.Y),
                Face.Front or Face.Back => Wider(inside, Axis.X) with { Min = Wider(inside, Axis.X).Min - new Point3(0, 0, cardMm) },
                _ => inside with { Min = inside.Min - new Point3(0, 0, cardMm) },
            };
            var (width, height) = (outer.Size[u.Axis()], outer.Size[v.Axis()]);
            var (before, after, above) = face switch
            {
                Face.Front or Face.Back => (tabMm, tabMm, 0.0),
                Face.Top => (0.0, 0.0, tabMm),
                _ => (0.0, 0.0, 0.0)
            };
            var frame = new Frame(Core.Fit.Envelope.Corner(outer, u, v, face.Outward()), u, v);
            var size = new Uv(width + before + after, height + above);
            List<Feature> features =
            [
                .. before > 0 ? [Score("left tab", new Uv(before, 0), new Uv(before, height)), Score("right tab", new Uv(before + width, 0),
                    new Uv(before + width, height))] : (Feature[])[],
                .. above > 0 ? [Score("hinge tab", new Uv(0, height), new Uv(width, height))] : (Feature[])[],
                .. part?.Features.OfType<Opening>().Select(o => Moved(o, part, frame, before)) ?? [],
            ];
            return Plain("card/" + (part is null ? "lip" : Deck.Name(face)), part?.Name ?? "Lip", size.U, size.V, features);
        }

        /// <summary>A strip wrapped round the four sides and a lid; the body alone, to be set on standoffs like the device.</summary>
        public IEnumerable<Part> Block(DevicePlace device)
        {
            var size = device.Body.Size;
            var (w, d, h) = (size.X, size.Y, size.Z);
            List<Feature> scores = [.. ((double[])[w, w + d, (2 * w) + d, 2 * (w + d)])
                .Select((at, i) => Score($"fold {i + 1}", new Uv(at, 0), new Uv(at, h)))];
            yield return Plain($"card/{device.Id}/round", $"{device.Name}, round", (2 * (w + d)) + tabMm, h, scores);
            yield return Plain($"card/{device.Id}/lid", $"{device.Name}, lid", w, d, []);
        }

        public Part Plain(string id, string name, double lengthMm, double widthMm, IReadOnlyList<Feature> features) => new(
            id, name, PartKind.Panel, Card, Card, cardMm, cardMm, Clean(lengthMm), Clean(widthMm), Clean(lengthMm), Clean(widthMm), false,
                0, "outside", "inside", null,
            new Box(default, new Point3(lengthMm, widthMm, cardMm)), new Frame(default, Direction.Right, Direction.Back), features, "",
                PartState.ToDo, false, []);

        private Box Wider(Box box, Axis axis) => box.WithSpan(axis, box.Min[axis] - cardMm, box.Max[axis] + cardMm);

        private static Opening Moved(Opening o, Part part, Frame frame, double tab)
        {
            var (a, b) = (frame.ToPlane(part.Frame.ToSpace(o.Min)), frame.ToPlane(part.Frame.ToSpace(o.Max)));
            var middle = new Uv(Clean(((a.U + b.U) / 2) + tab), Clean((a.V + b.V) / 2));
            return o with
            {
                At = middle,
                WidthMm = Clean(Math.Abs(b.U - a.U)),
                HeightMm = o.HeightMm is null ? null
                : Clean(Math.Abs(b.V - a.V))
            };
        }

        private Channel Score(string purpose, Uv from, Uv to)
        {
            var across = Math.Abs(to.U - from.U) < 1e-9 ? new Uv(ScoreMm / 2, 0) : new Uv(0, ScoreMm / 2);
            return new Channel("score/" + purpose, "fold", $"score and fold: {purpose}", WorkedFrom.Seen, ChannelShape.Groove,
                from - across, to + across, cardMm / 2, cardMm / 2, "half the card");
        }

        private static double Clean(double value) => Math.Round(value, 6);
    }
}
