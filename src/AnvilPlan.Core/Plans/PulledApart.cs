using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Plans;

/// <summary>How far and when a thing goes as the whole is pulled apart.</summary>
/// <param name="Turn">Zero-based: the turn that undoes the last operation of assembly comes first.</param>
/// <param name="First">In the first half of its turn: screws come out before what they hold comes off.</param>
/// <param name="By">In the enclosure, mm.</param>
public sealed record ApartMove(int Turn, bool First, Point3 By);

/// <summary>One turn: what it undoes of the assembly, the last of it first.</summary>
public sealed record ApartTurn(IReadOnlyList<string> Titles);

/// <summary>
/// The enclosure taken to pieces in the order of its assembly turned round. Every operation that puts things together joins what was put
/// together before; undone, the largest of those stays and the others go, each along the axis on which least of the rest stands in its
/// way and the way is shortest, until it is clear of the rest as that lies pulled apart itself. Operations that only fasten what is
/// together already are undone with the one that put it together.
/// </summary>
public sealed class PulledApart
{
    /// <summary>Air between what was together, as a share of the diagonal of the whole.</summary>
    private const double GapShare = 0.035;

    /// <summary>What is this near touches: it does not stand in the way of what slides by, but is not left before its end, mm.</summary>
    private const double TouchMm = 0.5;

    /// <summary>Less than this of a thing in the way is a tongue in its groove, a bend round a corner.</summary>
    private const double TongueShare = 0.15;

    private const double FarMm = 1e6;

    private static readonly Direction[] Ways =
        [Direction.Up, Direction.Front, Direction.Back, Direction.Left, Direction.Right, Direction.Down];

    private readonly BuildPlan _plan;
    private readonly double _gapMm;
    private readonly Dictionary<string, string> _made;
    private readonly Dictionary<Place, Group> _groups = [];
    private readonly Dictionary<Place, List<ApartMove>> _moves = [];
    private readonly List<List<string>> _turns = [];

    private PulledApart(BuildPlan plan)
    {
        _plan = plan;
        _gapMm = plan.Outer.Size.Length * GapShare;
        _made = plan.Made.SelectMany(m => m.Ids.Select(f => (f, m.Id))).ToDictionary(x => x.f, x => x.Id, StringComparer.Ordinal);
        foreach (var whole in plan.Parts.Where(p => p.Body.Count > 0).GroupBy(p => MadeOf(p.Id)))
        {
            Add(Place.Part(whole.Key), whole.SelectMany(p => p.Body.Select(b => new Block(b, p.Pose).Hull)), null);
        }

        foreach (var device in plan.Devices)
        {
            Add(Place.Device(device.Id), device.Blocks.Select(b => new Block(b, device.Pose).Hull),
                device.TakenOff is { } off ? device.Pose.VectorInSpace(off) : null);
        }

        foreach (var fitting in plan.Fittings.Where(f => f.Body.Count > 0))
        {
            Add(Place.Part(fitting.Id), fitting.Body, null);
        }
    }

    /// <summary>In the order in which they are undone.</summary>
    public IReadOnlyList<ApartTurn> Turns { get; private set; } = [];

    public static PulledApart Of(BuildPlan plan)
    {
        var apart = new PulledApart(plan);
        foreach (var operation in plan.Work.Operations.Where(o => o.Makes.Any(m => Joins(m.Done))))
        {
            apart.Join(operation);
        }

        apart.JoinLoose();

        apart.Turns = [.. apart._turns.Select(t => new ApartTurn([.. t.AsEnumerable().Reverse()])).Reverse()];
        return apart;
    }

    /// <summary>How a part, device, fitting or fixing (by <c>hole/ID</c>) goes; none for what stays.</summary>
    public IReadOnlyList<ApartMove> Moves(Place of) =>
        [.. (_moves.GetValueOrDefault(Whole(of)) ?? []).Select(m => m with { Turn = Turns.Count - 1 - m.Turn })];

    private static bool Joins(Done done) => done is Done.Glued or Done.Joined or Done.Mounted or Done.In or Done.Closed;

    private void Add(Place of, IEnumerable<Box> boxes, Point3? off)
    {
        Box[] own = [.. boxes];
        _groups[of] = new Group([of], [.. own], own.Sum(b => b.VolumeMm3), off);
        _moves[of] = [];
    }

    private string MadeOf(string partId) => _made.GetValueOrDefault(partId, partId);

    /// <summary>What it is a face of, or itself.</summary>
    private Place Whole(Place of) => of.Kind == PlaceKind.Part ? Place.Part(MadeOf(of.Id)) : of;

    private void Join(Operation operation)
    {
        var named = operation.Makes.Where(m => Joins(m.Done)).Select(m => m.Of).Concat(operation.Places)
            .Concat(operation.Needs.Select(n => n.Fact.Of)).Select(Whole);
        var groups = Groups(named);
        groups = [.. groups, .. Groups(_plan.Fittings.Where(f => groups.Exists(g => g.Lies(f.Body, TouchMm)))
            .Select(f => Place.Part(f.Id))).Except(groups)];
        if (groups.Count == 1)
        {
            groups = [.. groups, .. Standing(groups[0])];
        }

        var fixings = operation.Fixings.ToHashSet(StringComparer.Ordinal);
        if (groups.Count < 2 && fixings.Count == 0)
        {
            return;
        }

        if (groups.Count > 1 || _turns.Count == 0)
        {
            _turns.Add([]);
        }

        var turn = _turns.Count - 1;
        _turns[turn].Add(operation.Title);
        foreach (var fixing in _plan.Fixings.Where(f => fixings.Contains(f.Id)))
        {
            Drive(fixing, turn);
        }

        if (groups.Count > 1)
        {
            Join(groups, turn);
        }
    }

    /// <summary>What no operation fastens to the rest is laid to it last.</summary>
    private void JoinLoose()
    {
        List<Group> loose = [.. _groups.Values.Distinct()];
        if (loose.Count > 1)
        {
            _turns.Add(["Put together what no step fastens"]);
            Join(loose, _turns.Count - 1);
        }
    }

    private void Join(List<Group> groups, int turn)
    {
        // what is largest stays; what goes is held against what stays and what has gone
        var whole = groups.OrderByDescending(g => g.VolumeMm3).ThenBy(g => g.Of[0].ToString(), StringComparer.Ordinal).ToList();
        var stays = whole[0];
        foreach (var (goes, i) in whole.Select((g, i) => (g, i)).Skip(1))
        {
            var by = Way(goes, stays, whole.Skip(i + 1));
            foreach (var of in goes.Of)
            {
                _moves[of].Add(new ApartMove(turn, false, by));
            }

            stays.Take(goes, by);
            foreach (var of in goes.Of)
            {
                _groups[of] = stays;
            }
        }
    }

    private List<Group> Groups(IEnumerable<Place> named) =>
        [.. named.Select(n => _groups.GetValueOrDefault(n)).OfType<Group>().Distinct()];

    /// <summary>What stands already and holds it; where no hold says, the largest that stands.</summary>
    private List<Group> Standing(Group one)
    {
        var held = _plan.Holds.Select(h => (A: Whole(Place.Part(h.PartA)), B: Whole(Place.Part(h.PartB))))
            .SelectMany(h => one.Of.Contains(h.A) ? [h.B] : one.Of.Contains(h.B) ? [h.A] : (Place[])[]);
        var standing = Groups(held).Where(g => g != one && g.Of.Count > 1).ToList();
        return standing.Count > 0 ? standing
            : [.. _groups.Values.Distinct().Where(g => g != one && g.Of.Count > 1).OrderByDescending(g => g.VolumeMm3).Take(1)];
    }

    /// <summary>A fixing goes with what lies under its head, and out of it by its own length.</summary>
    private void Drive(Fixing fixing, int turn)
    {
        if (fixing.Layers.Count == 0 || fixing.Pieces.Count == 0)
        {
            return;
        }

        var of = Place.Hole(fixing.Id);
        var seat = Whole(fixing.Layers.MinBy(l => l.FromMm)!.Owner);
        var length = fixing.Pieces.Max(p => p.ToMm) - fixing.Pieces.Min(p => p.FromMm);
        var back = fixing.Pose.VectorInSpace(fixing.Axis.Opposite());
        _moves[of] = [new ApartMove(turn, true, back * (length + (_gapMm / 4)))];
        if (_groups.GetValueOrDefault(seat) is { } group)
        {
            // from now on it goes where its seat goes
            _groups[of] = group;
            group.Of.Add(of);
        }
    }

    private Point3 Way(Group goes, Group stays, IEnumerable<Group> others)
    {
        List<Group> beside = [.. others];
        if (goes.Off is { } off)
        {
            return off * TravelMm(goes.Apart, stays.Apart, Ways.MaxBy(w => w.Vector().Dot(off)));
        }

        var best = Ways.Select(w => (Way: w, Stands: Share(goes, stays, w) + beside.Sum(o => Share(goes, o, w)),
            HomeMm: TravelMm(goes.Home, stays.Home, w))).OrderBy(w => w.Stands > TongueShare ? w.Stands : 0)
            .ThenBy(w => w.HomeMm).First();
        return StepOff(goes, stays) is { } near && (best.Stands > TongueShare || near.Length < best.HomeMm - TouchMm)
            && Room(goes, stays, beside, near) ? near
            : best.Way.Vector() * TravelMm(goes.Apart, stays.Apart, best.Way);
    }

    /// <summary>A step off every face that it lies on, for a single thing; null where it is held from both sides or lies free.</summary>
    private Point3? StepOff(Group goes, Group stays)
    {
        if (goes.Of.Count(o => o.Kind != PlaceKind.Hole) > 1)
        {
            return null;
        }

        var off = default(Point3);
        var faces = goes.Home.SelectMany(one => stays.Home.Where(one.Grow(TouchMm).Overlaps).Select(other => Ways
            .MinBy(w => Math.Abs((other.Side(w) - one.Side(w.Opposite())) * w.Sign())))).ToHashSet();
        foreach (var face in faces.Where(f => !faces.Contains(f.Opposite())))
        {
            off += face.Vector() * _gapMm;
        }

        return off.Length > 0 ? off : null;
    }

    /// <summary>Whether nothing stands where it goes, as all is together, nor where it ends, as the rest lies apart.</summary>
    private static bool Room(Group goes, Group stays, List<Group> beside, Point3 by)
    {
        return goes.Home.Select(o => o.Grow(-TouchMm)).Select(o => o.Hull(o.Moved(by))).All(o => !stays.Home.Exists(o.Overlaps)
                && !beside.Exists(b => b.Home.Exists(o.Overlaps)))
            && goes.Apart.Select(o => o.Moved(by).Grow(-TouchMm)).All(o => !stays.Apart.Exists(o.Overlaps));
    }

    /// <summary>How much of it has something in its way as both are put together: 0 = nothing.</summary>
    private static double Share(Group goes, Group stays, Direction way)
    {
        var (axis, up, stands, all) = (way.Axis(), way.Sign() > 0, 0.0, 0.0);
        foreach (var one in goes.Home)
        {
            var small = one.Grow(-TouchMm);
            var swept = up ? small.WithSpan(axis, one.Max[axis] - TouchMm, FarMm) : small.WithSpan(axis, -FarMm, one.Min[axis] + TouchMm);
            all += swept.VolumeMm3 / swept.Size[axis];
            foreach (var other in stays.Home)
            {
                if (swept.Intersect(other) is { Empty: false } shared)
                {
                    stands += shared.VolumeMm3 / shared.Size[axis];
                }
            }
        }

        return all > 0 ? Math.Round(stands / all, 3) : 0;
    }

    /// <summary>How far it goes to be clear of all that lies before it.</summary>
    private double TravelMm(List<Box> goes, List<Box> stays, Direction way)
    {
        var (axis, sign) = (way.Axis(), way.Sign());
        var most = 0.0;
        foreach (var one in goes)
        {
            var wide = one.Grow(TouchMm);
            foreach (var other in stays)
            {
                var reach = (other.Side(way) * sign) - (one.Side(way.Opposite()) * sign);
                if (reach > most && wide.WithSpan(axis, other.Min[axis], other.Max[axis]).Overlaps(other))
                {
                    most = reach;
                }
            }
        }

        return most + _gapMm;
    }

    /// <summary>What is together at one time.</summary>
    private sealed class Group(List<Place> of, List<Box> home, double volumeMm3, Point3? off)
    {
        public List<Place> Of { get; } = of;

        /// <summary>Where it is when all is together.</summary>
        public List<Box> Home { get; } = home;

        /// <summary>Where it is when its own pieces are apart.</summary>
        public List<Box> Apart { get; } = [.. home];

        public double VolumeMm3 { get; private set; } = volumeMm3;

        /// <summary>The way on which it comes off, where what holds it says so.</summary>
        public Point3? Off { get; private set; } = off;

        /// <summary>Whether blocks lie on it.</summary>
        public bool Lies(IReadOnlyList<Box> blocks, double touchMm) =>
            blocks.Any(b => Home.Exists(b.Grow(touchMm).Overlaps));

        public void Take(Group other, Point3 by)
        {
            Of.AddRange(other.Of);
            Home.AddRange(other.Home);
            Apart.AddRange(other.Apart.Select(b => b.Moved(by)));
            VolumeMm3 += other.VolumeMm3;
            Off = null;
        }
    }
}
