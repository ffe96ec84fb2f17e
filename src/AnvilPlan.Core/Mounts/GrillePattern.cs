using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Mounts;

/// <summary>Round holes in a 60° pattern about a fan's middle; every hole lies wholly inside the aperture.</summary>
public static class GrillePattern
{
    /// <summary>Share of a fan's aperture that should stay open [R].</summary>
    public const double LeastOpenShare = 0.6;

    private const double BridgeMm = 1;
    private static readonly double[] FingerSafeMm = [5, 6, 7, 8, 9];

    /// <summary>Centres of the holes from the middle, mm; the pitch is never less than hole and bridge.</summary>
    public static IEnumerable<Uv> Centres(double apertureMm, Grille grille)
    {
        var radius = apertureMm / 2;
        var pitch = Math.Max(grille.PitchMm, grille.HoleDiaMm + BridgeMm);
        var row = pitch * Math.Sqrt(3) / 2;
        var rows = (int)(radius / row) + 1;
        for (var j = -rows; j <= rows; j++)
        {
            var shift = (j & 1) == 0 ? 0 : pitch / 2;
            var columns = (int)(radius / pitch) + 1;
            for (var i = -columns; i <= columns; i++)
            {
                var at = new Uv((i * pitch) + shift, j * row);
                if (at.DistanceTo(default) + (grille.HoleDiaMm / 2) <= radius + 1e-9)
                {
                    yield return at;
                }
            }
        }
    }

    /// <summary>
    /// The smallest drilled holes that leave enough of the aperture open; null when none up to 9 mm does, as in small fans.
    /// </summary>
    public static Grille? Opening(double apertureMm) => FingerSafeMm
        .Select(d => new Grille(GrilleKind.RoundHoles, d, d + BridgeMm))
        .FirstOrDefault(g => Centres(apertureMm, g).Count() * g.HoleDiaMm * g.HoleDiaMm >= LeastOpenShare * apertureMm * apertureMm);
}
