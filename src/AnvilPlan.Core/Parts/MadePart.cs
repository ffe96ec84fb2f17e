using System.Text.Json.Serialization;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Printing;

namespace AnvilPlan.Core.Parts;

/// <summary>
/// What a person makes, ticks off and labels: one blank, all that is done to it, and the faces of the enclosure that it becomes. A board
/// has one face; a folded sheet, a bent strip, a folded tray or a printed body has several.
/// </summary>
/// <param name="FaceIds">Its faces, by the ids of the plan's parts; for a part of one face, its own.</param>
/// <param name="BendIds">The turns between them.</param>
/// <param name="Fingerprint">Changes whenever anything that is cut into it changes.</param>
/// <param name="Stale">Work on it was recorded before its last change.</param>
/// <param name="Drawn">As it is drawn and worked before it is bent; a printed part as it is printed.</param>
public sealed record MadePart(
    string Id, string Name, Blank Blank, IReadOnlyList<string> FaceIds, IReadOnlyList<string> BendIds, double MassG, string Fingerprint,
        PartState State, bool Stale,
    [property: JsonIgnore] Part Drawn, [property: JsonIgnore] IReadOnlyList<Part> Faces)
{
    /// <summary>Of itself, its faces and the turns between them.</summary>
    [JsonIgnore] public IEnumerable<string> Ids => FaceIds.Concat(BendIds).Append(Id).Distinct(StringComparer.Ordinal);

    /// <summary>
    /// What the tables of holes and of what is milled are made for: the blank that one works on; of a print, which is worked when it has
    /// its shape, the faces.
    /// </summary>
    [JsonIgnore] public IEnumerable<Part> Worked => Blank is PrintBlank ? Faces : [Drawn];
}

/// <summary>The flat or long thing that a part is cut from, or the job that it is printed in. mm.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(SheetBlank), "sheet")]
[JsonDerivedType(typeof(BarBlank), "bar")]
[JsonDerivedType(typeof(PrintBlank), "print")]
public abstract record Blank(string MaterialId, string Material);

/// <param name="LengthMm">Finished, along the grain where there is one.</param>
/// <param name="CutLengthMm">As cut from stock: finished size and the shop's allowance.</param>
/// <param name="Grain">It may not be turned on its stock.</param>
/// <param name="Plies">Equal pieces of the nominal thickness that are glued on one another: so many are cut.</param>
public sealed record SheetBlank(
    string MaterialId, string Material, double NominalMm, double ThicknessMm, double LengthMm, double WidthMm, double CutLengthMm,
        double CutWidthMm, bool Grain, int Plies)
    : Blank(MaterialId, Material);

/// <param name="BarId">Bar stock of the catalog.</param>
/// <param name="WidthMm">Of its section; <paramref name="ThicknessMm"/> the other way.</param>
public sealed record BarBlank(string MaterialId, string Material, string BarId, double ThicknessMm, double LengthMm, double WidthMm,
    double CutLengthMm)
    : Blank(MaterialId, Material);

public sealed record PrintBlank(string MaterialId, string Material, PrintJob Job) : Blank(MaterialId, Material);
