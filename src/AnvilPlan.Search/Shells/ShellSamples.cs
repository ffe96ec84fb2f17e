using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Stages;

namespace AnvilPlan.Search.Shells;

/// <summary>
/// How everything moves when the shell's sizes and the trays' places change: taken from the planner's own stages at a few shells,
/// so that the search knows no geometry of its own.
/// </summary>
internal sealed class ShellSamples
{
    public const double StepMm = 8;

    private readonly List<Sample> _samples;

    /// <param name="design">Devices stand at (0, 0) here, turned as given.</param>
    public ShellSamples(Design design, Catalog catalog, ShopProfile shop)
    {
        Trays = [.. design.Trays.Where(t => !t.Locked).Select(t => t.Id)];
        Start = design;
        _samples = [.. Variants(design).Select(d => Sample.Of(d, catalog, shop))];
        // rails that lie under the hardware go where it goes: they are no obstacles, they follow
        var moved = Sample.Of(design with
        { Devices = [.. design.Devices.Select(d => d with { UMm = d.UMm + StepMm, VMm = d.VMm + StepMm })] }, catalog, shop);
        Bars = [.. Shell.Members.Where(b => _samples.TrueForAll(s => s.Shell.Member(b.Id) is not null)
            && moved.Shell.Member(b.Id) is { } then && then.Box == b.Box
            && SymbolicBox.Even([.. _samples.Select(s => s.Member(b.Id))], StepMm))];
    }

    public Design Start { get; }

    /// <summary>Trays whose place is searched, in the order of their variables after width, depth and height.</summary>
    public IReadOnlyList<string> Trays { get; }

    /// <summary>Bars that stand where they stand, whatever the hardware does.</summary>
    public IReadOnlyList<SolidPart> Bars { get; }

    public FitPlan Fit => _samples[0].Fit;
    public ShellPlan Shell => _samples[0].Shell;
    public JointPlan Joints => _samples[0].Joints;

    /// <summary>A block of the plan, still in the shell.</summary>
    public SymbolicBox Still(Func<Sample, Box> of) => SymbolicBox.Of(-1, [0, 0, 0], [[.. _samples.Select(of)]], StepMm);

    /// <summary>What holds a device here, screw by screw, with the parts that each passes.</summary>
    public IReadOnlyList<DecidedFixing> Fixings(int device) => _samples[0].Fixings[device];

    /// <summary>What holds parts at places that are decided, such as feet.</summary>
    /// <remarks>By their number; those that move otherwise than with the shell are left to the findings.</remarks>
    public IEnumerable<int> Between => Enumerable.Range(0, _samples.Min(s => s.Between.Count))
        .Where(f => SymbolicBox.Even([.. _samples.Select(s => s.Between[f].Box)], StepMm));

    /// <summary>The room that a device needs here, in the order of its zones.</summary>
    public IReadOnlyList<Zone> Zones(int device) => _samples[0].Zones[device];

    public IReadOnlyList<Box> Of(Func<Sample, Box> of) => [.. _samples.Select(of)];

    private IEnumerable<Design> Variants(Design design)
    {
        yield return design;
        foreach (var axis in Enum.GetValues<Axis>())
        {
            yield return ChainEdit.Resize(design, axis, StepMm);
        }

        foreach (var tray in Trays)
        {
            yield return design.WithTray(tray, t => t with { UndersideMm = t.UndersideMm + StepMm });
        }
    }

    internal sealed record Sample(Design Design, FitPlan Fit, ShellPlan Shell, JointPlan Joints, IReadOnlyList<IReadOnlyList<Zone>> Zones,
        IReadOnlyList<IReadOnlyList<DecidedFixing>> Fixings, IReadOnlyList<DecidedFixing> Between)
    {
        public Box Member(string id) => Shell.Member(id)!.Box;

        public static Sample Of(Design design, Catalog catalog, ShopProfile shop)
        {
            design = catalog.Spread(design);
            var fit = FitStage.Run(design, catalog);
            var shell = ShellStage.Run(design, catalog, shop, fit);
            var joints = JointStage.Run(design, catalog, shop, fit, shell);
            var sets = MountStage.Run(design, catalog, shop, fit, shell, joints).Fixings.ToLookup(f => f.DeviceId);
            return new Sample(
                design, fit, shell, joints, [.. fit.Devices.Select(d => (IReadOnlyList<Zone>)[.. DeviceZones.Of(d, design, fit)])],
                [.. fit.Devices.Select(d => (IReadOnlyList<DecidedFixing>)[.. sets[d.Id].SelectMany(DecidedFixing.Of)])],
                [.. joints.Fixings.SelectMany(DecidedFixing.Of)]);
        }
    }
}

/// <summary>The room of one fixing whose place is decided, from head to tip, and the parts that it passes.</summary>
internal sealed record DecidedFixing(Box Box, IReadOnlyList<string> Through)
{
    /// <summary>None for a row, which makes way; the others made the way that is liked best.</summary>
    public static IEnumerable<DecidedFixing> Of(FixingSet set)
    {
        var way = set.Ways.FirstOrDefault(w => !w.Wanting) ?? set.Ways.First();
        if (way.Sticks || set.Loci[0] is not PointsLocus places)
        {
            return [];
        }

        var (axis, sign, radius) = (set.Axis.Axis(), set.Axis.Sign(), way.Pieces.Max(p => p.DiaMm) / 2);
        double[] ends = [.. way.Pieces.SelectMany(p => (double[])[p.FromMm, p.ToMm]).Select(at => way.HeadAt + (sign * at))];
        return places.Points.Select(p => new DecidedFixing(new Box(p, p).Grow(radius).WithSpan(axis, ends.Min(), ends.Max()),
            [.. way.Layers.Select(l => l.Owner.ToString())]));
    }
}
