using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>Holes of a part that one bit and one setting make, and the letter that they are called by at the bench.</summary>
public sealed record HoleKind(string Letter, IReadOnlyList<Hole> Holes)
{
    /// <summary>The bit and how deep: <c>3.2 through, sink 6.3</c>.</summary>
    public string Words(Part part)
    {
        var first = Holes[0];
        return $"{Mm(first.DiaMm)} {(first.DepthMm is { } deep ? $"{Mm(deep)} deep" : "through")}{first.Bore.Finish.Words(Mm)}"
            + $"{(first.From == WorkedFrom.Far ? $", from {part.FarSide}" : "")}{(first.Given ? ", there already" : "")}";
    }

    /// <summary>By what they are made with; A is the kind nearest the datum.</summary>
    public static IReadOnlyList<HoleKind> Of(Part part) =>
        [.. HoleNumbers.Sorted(part).GroupBy(h => (h.DiaMm, h.DepthMm, h.From, Finish: h.Bore.Finish.Words(Mm), h.Given))
            .Select((g, i) => new HoleKind(LetterOf(i), [.. g]))];

    private static string LetterOf(int index) => index < 26 ? ((char)('A' + index)).ToString()
        : LetterOf((index / 26) - 1) + LetterOf(index % 26);

    internal static string Mm(double value) => LengthText.Mm(new Length(value));
}
