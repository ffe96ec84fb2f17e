using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints.Methods;

/// <summary>A number to set a gauge, fence or stop to, mm or degrees.</summary>
public sealed record JointSetting(string What, double Value, string Unit, string Why);

/// <summary>One way to join two panels at an edge. One class each; the list below is all that knows them.</summary>
public abstract class JointMethod
{
    public abstract JointKind Kind { get; }

    /// <summary>As a maker names it.</summary>
    public abstract string Word { get; }

    /// <summary>Thinnest board that takes it, mm [R].</summary>
    public abstract double LeastThicknessMm { get; }

    /// <summary>How far the covered panel reaches into the covering one beyond its inner face, mm.</summary>
    public virtual double EntryMm(double hostThicknessMm) => 0;

    public virtual HoldBy By => HoldBy.Glue;

    /// <summary>Both boards must have long grain running into the joint.</summary>
    public virtual bool WantsLongGrain => false;

    public virtual bool Suits(Material material) => material.Wood;

    /// <summary>What that board of the joint is too thin for, mm; 0 when any thickness does.</summary>
    internal virtual double LeastMm(EdgeJoint joint, SolidPart board, Catalog catalog) => LeastThicknessMm;

    /// <summary>Whether that board of the joint can be worked so.</summary>
    internal virtual bool Suits(EdgeJoint joint, SolidPart board, Catalog catalog) => Suits(catalog.Material(board.MaterialId));

    internal abstract void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate);

    /// <summary>Settings in the order of the work; empty when the joint cannot be made.</summary>
    /// <param name="block">The bar along the inside of the edge, where there is one.</param>
    internal abstract IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, SolidPart? block,
        Catalog catalog);

    public static JointMethod? For(JointKind kind) => All.FirstOrDefault(m => m.Kind == kind);

    public static IReadOnlyList<JointMethod> All { get; } =
    [
        new DowelJoint(), new BiscuitJoint(), new PocketScrewJoint(), new FingerJoint(), new DovetailJoint(), new HalfBlindJoint(),
            new ThroughTenonJoint(), new TappedJoint(), new MagnetJoint(),
    ];

    /// <summary>Where the end of the mate meets the host: the strip on the host's inner face.</summary>
    private protected static Contact Meeting(EdgeJoint joint, SolidPart host, SolidPart mate, Envelope envelope)
    {
        var plane = envelope.InnerPlane(joint.Host);
        var axis = joint.Host.Outward().Axis();
        return new Contact(joint.Host.Outward(), host.Box.Grow(0.001).Intersect(mate.Box.Grow(0.001)).WithSpan(axis, plane, plane));
    }

    /// <summary>The places of a row along the joint, on the middle of the mate's end, numbered from one.</summary>
    private protected static IEnumerable<(Point3 At, int Number)> Places(EdgeJoint joint, Contact meeting, FixingRow row) =>
        row.PositionsMm()
        .Select((p, i) => (meeting.Area.Centre.With(joint.Edge.Along(), meeting.Area.Min[joint.Edge.Along()] + p), i + 1));

    /// <summary>
    /// Asks for a row of fixings along the joint, on the middle of the mate's end. The hole in the host is worked from its inner face
    /// for what is let in, from outside for what is screwed.
    /// </summary>
    private protected static void Fix(JointDraft draft, EdgeJoint joint, Contact meeting, string what, string name, Direction axis,
        double endMm, double pitchMm, IReadOnlyList<FixingWay> ways)
    {
        var along = joint.Edge.Along();
        var across = (Axis)(3 - (int)along - (int)joint.Host.Outward().Axis());
        draft.Fixings.Add(new FixingSet(
            name, Deck.PlaceOf(joint.Edge), what, axis,
                [new RowLocus(meeting.Area, along, across, endMm, pitchMm, [meeting.Area.Centre[across]])], ways));
    }

    /// <summary>The block of the joint in space between two places along the edge.</summary>
    private protected static Box Between(EdgeJoint joint, Box seat, double from, double to) => seat.WithSpan(joint.Edge.Along(), from, to);

    private protected static string Id(EdgeJoint joint, string what) => $"{Deck.Name(joint.Edge)}/{what}";

    private protected static WorkedFrom Inside(SolidPart host, EdgeJoint joint) =>
        JointDraft.FaceTowards(host, joint.Host.Outward().Opposite());
}
