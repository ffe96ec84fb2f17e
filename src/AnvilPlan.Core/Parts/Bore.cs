using System.Globalization;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>What a drill leaves, and what is done to it after.</summary>
/// <param name="DepthMm">Null = through.</param>
/// <param name="Why">Where its diameter comes from, in a sentence.</param>
/// <param name="DepthWhy">Where its depth comes from; null for one that goes through.</param>
public sealed record Bore(double DiaMm, double? DepthMm, BoreFinish Finish, string Why, string? DepthWhy)
{
    public static Bore Through(double diaMm, string why) => new(diaMm, null, PlainBore.It, why, null);

    public static Bore Blind(double diaMm, double depthMm, string why, string? depthWhy) =>
        new(diaMm, depthMm, PlainBore.It, why, depthWhy);

    public Bore Tapped(string thread) => this with { Finish = new TappedBore(thread) };

    /// <param name="includedDeg">Of the cone.</param>
    public Bore Sunk(double rimMm, double includedDeg) => this with { Finish = new SunkBore(rimMm, includedDeg) };

    public Bore Counterbored(double diaMm, double deepMm) => this with { Finish = new Counterbore(diaMm, deepMm) };

    /// <summary>Thread that is cut in it; null = none.</summary>
    public string? Thread => (Finish as TappedBore)?.Thread;

    /// <summary>Rim of its countersink; null = none.</summary>
    public double? SinkDiaMm => (Finish as SunkBore)?.RimMm;

    public double? SinkDeg => (Finish as SunkBore)?.IncludedDeg;

    /// <summary>Wider part at its mouth; null = none.</summary>
    public double? CounterboreDiaMm => (Finish as Counterbore)?.DiaMm;

    public double? CounterboreDeepMm => (Finish as Counterbore)?.DeepMm;

    /// <summary>Drilled, then finished.</summary>
    public IEnumerable<Working> Work(WorkRates rates) => Finish.Work(this, rates);

    /// <summary>As a file tells it, which has one row of fields for all that is bored.</summary>
    internal static Bore Of(double diaMm, double? depthMm, string? thread, double? sinkMm, double? sinkDeg, double? wideMm,
        double? wideDeepMm, string why,
        string? depthWhy) => new(diaMm, depthMm, (thread, sinkMm, sinkDeg) switch
        {
            ({ } size, _, _) => new TappedBore(size),
            (_, { } rim, { } deg) => new SunkBore(rim, deg),
            _ when wideMm is { } wide && wideDeepMm is { } deep => new Counterbore(wide, deep),
            _ => PlainBore.It,
        }, why, depthWhy);
}

/// <summary>What is done to a bore after it is drilled.</summary>
public abstract record BoreFinish
{
    /// <summary>
    /// What it takes at the mouth besides the bore: outlines of mouth and floor, and how deep it reaches; null = nothing.
    /// </summary>
    /// <param name="circle">A circle of that diameter about the bore's axis.</param>
    public virtual (Outline Mouth, Outline Floor, double DeepMm)? Mouth(double boreMm, Func<double, Outline> circle) => null;

    /// <summary>How it is drawn on the face that it is worked from.</summary>
    /// <param name="far">Ending of the layer's name.</param>
    public virtual Drawn? Drawing(Uv at, double boreMm, string far, bool hidden) => null;

    public virtual IEnumerable<Working> Work(Bore bore, WorkRates rates) => [new(Craft.Drill, rates.HoleMin, "{0:0.##}", bore.DiaMm)];

    /// <summary>As one reads it in a table, after what the hole is for; lengths by the reader's notation.</summary>
    public abstract string Words(Func<double, string> length);

    /// <summary>For the part's fingerprint; bench records of years are compared with it, so what is written for a kind stays.</summary>
    public abstract string Stamp();

    /// <summary>The same for a hole in an edge.</summary>
    public virtual string EdgeStamp() => Stamp()[..^1];
}

public sealed record PlainBore : BoreFinish
{
    public static PlainBore It { get; } = new();

    public override string Words(Func<double, string> length) => "";

    public override string Stamp() => ";;";
}

/// <param name="Thread">A name of the thread table.</param>
public sealed record TappedBore(string Thread) : BoreFinish
{
    public override Drawn Drawing(Uv at, double boreMm, string far, bool hidden) =>
        new DrawnText(LineRole.Note, "MARK", at + new Uv(boreMm, boreMm), 2, Thread);

    public override IEnumerable<Working> Work(Bore bore, WorkRates rates) =>
        [.. base.Work(bore, rates), new(Craft.Tap, rates.TapMin, Thread)];

    public override string Words(Func<double, string> length) => $", tap {Thread}";

    public override string Stamp() => $"{Thread};;";
}

/// <summary>Wider for a stretch from its mouth, with a flat floor on which a head lies.</summary>
public sealed record Counterbore(double DiaMm, double DeepMm) : BoreFinish
{
    public override (Outline Mouth, Outline Floor, double DeepMm)? Mouth(double boreMm, Func<double, Outline> circle) =>
        circle(DiaMm) is var wide ? (wide, wide, DeepMm) : null;

    public override Drawn Drawing(Uv at, double boreMm, string far, bool hidden) =>
        new DrawnOutline(LineRole.Pocket, $"POCKET_{Drawn.Mm(DeepMm)}{far}", Outline.CircleAt(at, DiaMm), hidden);

    /// <summary>The wide one first: its bit is led by nothing once the narrow hole is there.</summary>
    public override IEnumerable<Working> Work(Bore bore, WorkRates rates) =>
        [new(Craft.Drill, rates.HoleMin, "{0:0.##} with a flat floor, {1:0.##} deep", DiaMm, DeepMm), .. base.Work(bore, rates)];

    public override string Words(Func<double, string> length) => $", counterbore {length(DiaMm)} to {length(DeepMm)} deep";

    public override string Stamp() => string.Create(CultureInfo.InvariantCulture, $"B{DiaMm};{DeepMm}");
}

/// <summary>With a cone at its mouth, in which a flush head lies.</summary>
public sealed record SunkBore(double RimMm, double IncludedDeg) : BoreFinish
{
    /// <summary>How deep it reaches: from its rim to the bore.</summary>
    public double DepthMm(double boreMm) => Countersink.Of(RimMm, boreMm, new Angle(IncludedDeg), 0, 0).ConeDepthMm;

    public override (Outline Mouth, Outline Floor, double DeepMm)? Mouth(double boreMm, Func<double, Outline> circle) =>
        (circle(RimMm), circle(boreMm), DepthMm(boreMm));

    public override Drawn Drawing(Uv at, double boreMm, string far, bool hidden) =>
        new DrawnOutline(LineRole.Sink, "SINK" + far, Outline.CircleAt(at, RimMm), hidden);

    public override IEnumerable<Working> Work(Bore bore, WorkRates rates) =>
        [new(Craft.Drill, rates.HoleMin, "{0:0.##}, sunk to {1:0.##}", bore.DiaMm, RimMm)];

    public override string Words(Func<double, string> length) => $", sink {length(RimMm)}";

    public override string Stamp() => string.Create(CultureInfo.InvariantCulture, $";{RimMm};{IncludedDeg}");

    public override string EdgeStamp() => string.Create(CultureInfo.InvariantCulture, $";{RimMm}");
}
