using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Reckoning;

namespace AnvilPlan.Core.Parts;

/// <summary>A part to be made. Lengths mm, mass g. Length runs along u (the grain where there is one), width along v.</summary>
/// <param name="BlankLengthMm">As cut from stock: finished size and the shop's allowance.</param>
/// <param name="Grain">The part may not be turned on its stock.</param>
/// <param name="Fingerprint">Changes whenever anything that is cut into the part changes.</param>
/// <param name="Stale">Work on it was recorded before its last change.</param>
public sealed record Part(
    string Id, string Name, PartKind Kind, string MaterialId, string Material, double NominalMm, double ThicknessMm,
    double LengthMm, double WidthMm, double BlankLengthMm, double BlankWidthMm, bool Grain, double MassG,
    string SeenFrom, string FarSide, string? BarId, Box Box, Frame Frame,
    IReadOnlyList<Feature> Features, string Fingerprint, PartState State, bool Stale, IReadOnlyList<Why> Whys)
{
    /// <summary>The blocks that it fills: legs of an angle, walls of a folded tray; one for a plain board.</summary>
    public IReadOnlyList<Box> Body { get; init; } = [Box];

    /// <summary>What a bend or a round block fills exactly, stretch by stretch along it; its body is blocks inside that.</summary>
    public IReadOnlyList<BendRing> Rings { get; init; } = [];

    /// <summary>The axes that its block and its frame are told along; null = the enclosure's.</summary>
    public Pose? Pose { get; init; }

    /// <summary>The face of the enclosure that it closes, alone or with others; null for what is inside.</summary>
    public Face? Closes { get; init; }

    /// <summary>The part that this is one face of; it is cut with that part.</summary>
    public string? LeafOf { get; init; }

    /// <summary>What it is made of, in general.</summary>
    [System.Text.Json.Serialization.JsonIgnore] public MaterialFamily Family { get; init; }

    /// <summary>How it is printed; null for what is cut.</summary>
    public PrintJob? Print { get; init; }

    /// <summary>Equal pieces of its nominal thickness that are glued on one another to this part: so many are cut.</summary>
    public int Plies { get; init; } = 1;

    /// <summary>Work on it is recorded, in one of the units at least.</summary>
    public bool Begun { get; init; }

    /// <summary>Cut from sheet, with a drawing of its own.</summary>
    public bool Flat => BarId is null;

    [System.Text.Json.Serialization.JsonIgnore] public Slab Slab => new(LengthMm, WidthMm, ThicknessMm);

    /// <summary>
    /// The same part seen from its far side, turned about its v: u runs from its other end, and what was worked from behind is worked
    /// from the side that one looks at. Every feature keeps its id.
    /// </summary>
    public Part TurnedOver()
    {
        Uv Across(Uv at) => new(LengthMm - at.U, at.V);
        (PartEdge, double)? Rim(PartEdge edge, double along) => edge switch
        {
            PartEdge.ULeast => (PartEdge.UMost, along),
            PartEdge.UMost => (PartEdge.ULeast, along),
            _ => (edge, LengthMm - along),
        };
        return this with
        {
            SeenFrom = FarSide,
            FarSide = SeenFrom,
            Frame = new Frame(Frame.ToSpace(new Uv(LengthMm, 0), -ThicknessMm), Frame.U.Opposite(), Frame.V),
            Features = [.. Features.Select(f => f is Lettering l ? l.TurnedOver(Across)
                : f.Laid(new Laying(f.Id, f.Purpose, Across, true, false, ThicknessMm, Rim)) ?? f)],
        };
    }
}
