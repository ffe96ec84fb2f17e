using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Gluing;

/// <summary>Clamps across one assembly that open that far, and how many its glue lines want.</summary>
public sealed record ClampNeed(string Across, double OpensMm, int Count, string What);

/// <summary>What is glued in one go.</summary>
/// <param name="PieceIds">Pieces that come to the assembly in this go, in the order in which they are set.</param>
/// <param name="Joints">Glue lines that are spread.</param>
/// <param name="Minutes">From the first spread to the last piece in its place.</param>
public sealed record GlueStage(int Number, IReadOnlyList<string> PieceIds, IReadOnlyList<string> Pieces, int Joints, double LineMm,
    double Minutes, IReadOnlyList<ClampNeed> Clamps);

/// <summary>Four panels that close a frame: its diagonals tell whether it stands square.</summary>
/// <param name="DiagonalMm">Inside, corner to corner, when it is square.</param>
/// <param name="AllowMm">Greatest difference of the two diagonals: a millimetre for each metre.</param>
/// <param name="Stage">The go in which it closes.</param>
public sealed record SquareCheck(string Name, double WidthMm, double HeightMm, double DiagonalMm, double AllowMm, int Stage);

/// <summary>How the wooden joints are glued. Minutes by the shop's rates at its temperature.</summary>
/// <param name="Needed">The least goes in which every one stays within the working time; null when even single pieces do not.</param>
/// <param name="MissingClamps">What the shop lacks for the greatest go; 0 when its clamps are not listed.</param>
public sealed record GluePlan(
    string Glue, double RoomC, double LeastC, double WorkingMin, double ClampMin, double FullStrengthH, double? GlueMl,
    IReadOnlyList<GlueStage> Stages, int? Needed, int MissingClamps, IReadOnlyList<SquareCheck> Squares)
{
    public static GluePlan Nothing { get; } = new("", 0, 0, 0, 0, 0, null, [], 1, 0, []);
}

/// <summary>A glue line between two pieces.</summary>
/// <param name="Edge">The edge it closes; null for blocks, housings and the like.</param>
internal sealed record GlueLine(string A, string B, double LengthMm, double AreaMm2, EdgeId? Edge);
