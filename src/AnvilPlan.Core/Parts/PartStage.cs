namespace AnvilPlan.Core.Parts;

/// <summary>The faces of the enclosure, panels first, then trays, then bars, then the blanks of what is bent or printed whole.</summary>
/// <param name="Made">What is made of them, in the same order.</param>
public sealed record PartPlan(IReadOnlyList<Part> Parts, IReadOnlyList<MadePart> Made)
{
    public Part? Find(string id) => Parts.FirstOrDefault(p => p.Id == id);
}
