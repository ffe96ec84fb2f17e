using AnvilPlan.Core.Parts;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>Holes of a part that one bit and one setting make, and the letter that they are called by at the bench.</summary>
public sealed record HoleKind(string Letter, IReadOnlyList<Hole> Holes)
{
    /// <summary>The bit and how deep: <c>3.2 through, sink 6.3</c>.</summary>
    public string Words(Part part, Func<double, string> length)
    {
        var first = Holes[0];
        return $"{length(first.DiaMm)} {(first.DepthMm is { } deep ? $"{length(deep)} deep" : "through")}{first.Bore.Finish.Words(length)}"
            + $"{(first.From == WorkedFrom.Far ? $", from {part.FarSide}" : "")}{(first.Given ? ", there already" : "")}";
    }

    /// <summary>By what they are made with; A is the kind nearest the datum.</summary>
    public static IReadOnlyList<HoleKind> Of(Part part) =>
        [.. HoleNumbers.Sorted(part).GroupBy(h => (h.DiaMm, h.DepthMm, h.From,
            Finish: h.Bore.Finish.Words(LengthWriting.Millimetres.Of), h.Given))
            .Select((g, i) => new HoleKind(LetterOf(i), [.. g]))];

    private static string LetterOf(int index) => index < 26 ? ((char)('A' + index)).ToString()
        : LetterOf((index / 26) - 1) + LetterOf(index % 26);
}
