using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Planning;

/// <summary>A design in which a list of hardware stands.</summary>
/// <param name="Left">What found no place however large the box became, with the reason.</param>
public sealed record Housed(Design Design, IReadOnlyList<(string ModelId, string Reason)> Left)
{
    /// <summary>A box is made larger by so much of its side, to the next ten millimetres, so often for one device.</summary>
    private const double Growth = 1.2, RoundMm = 10;
    private const int Growths = 9;

    /// <summary>No side grows beyond that, mm.</summary>
    private const double MostMm = 1200;

    /// <summary>
    /// Brings every device to the first deck with a place for it that makes no stop, the largest first; where there is none the box
    /// grows. The smallest box is the search's to find, from here.
    /// </summary>
    public static Housed Into(Design empty, IReadOnlyList<HardwareCount> list, Catalog catalog, ShopProfile shop)
    {
        var (design, left) = (empty, new List<(string ModelId, string Reason)>());
        foreach (var model in list.SelectMany(l => Enumerable.Repeat(catalog.Model(l.ModelId), l.Count))
            .OrderByDescending(m => m.WidthMm * m.DepthMm))
        {
            // where one found no place the next of its kind finds none either
            var (placed, reason) = left.Find(l => l.ModelId == model.Id) is { Reason: { } known } ? (null, known)
                : With(design, model, catalog, shop);
            if (placed is null)
            {
                left.Add((model.Id, reason));
            }

            design = placed ?? design;
        }

        return new(design, left);
    }

    private static (Design? Design, string Reason) With(Design design, HardwareModel model, Catalog catalog, ShopProfile shop)
    {
        var reason = "";
        for (var grown = 0; grown <= Growths; grown++)
        {
            foreach (var offer in DevicePlacing.Offers(design, catalog, shop, model.Id))
            {
                var place = offer.Free ? DevicePlacing.Add(design, catalog, shop, model.Id, offer.DeckId) : null;
                if (place?.Design is { } placed)
                {
                    return (placed, "");
                }

                reason = reason.Length > 0 ? reason : place?.Reason ?? offer.Reason;
            }

            if (Larger(design, grown) is not { } larger || DesignCheck.Problems(larger, catalog).Count > 0)
            {
                break;
            }

            design = larger;
        }

        return (null, reason);
    }

    /// <summary>Width, depth and height in turn; null where all are as large as they become.</summary>
    private static Design? Larger(Design design, int turn)
    {
        var box = design.Box;
        double More(double mm) => Math.Min(MostMm, Math.Ceiling(mm * Growth / RoundMm) * RoundMm);
        var grown = (turn % 3) switch
        {
            0 => box with { WidthMm = More(box.WidthMm) },
            1 => box with { DepthMm = More(box.DepthMm) },
            _ => box with { HeightMm = More(box.HeightMm) },
        };
        return box.WidthMm >= MostMm && box.DepthMm >= MostMm && box.HeightMm >= MostMm ? null : design with { Box = grown };
    }
}
