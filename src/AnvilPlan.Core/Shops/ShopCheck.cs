using System.Globalization;

namespace AnvilPlan.Core.Shops;

/// <summary>Holds a shop profile to its ranges.</summary>
public static class ShopCheck
{
    /// <summary>Path and sentence of the first problem; both empty when there is none.</summary>
    public static (string Path, string Message) Problem(ShopProfile s)
    {
        if (s.Name.Length is 0 or > 80)
        {
            return ("name", $"name has {s.Name.Length} characters: it must have 1 to 80.");
        }

        foreach (var (path, value, least, most) in Fields(s))
        {
            if (!double.IsFinite(value) || value < least || value > most)
            {
                return (path, $"{path[(path.LastIndexOf('.') + 1)..]} is {Number(value)}: it must lie between {Number(least)} and {Number(most)}.");
            }
        }

        return s.FractionDenominator is 2 or 4 or 8 or 16 or 32 or 64
            ? ("", "")
            : ("fractionDenominator", $"fractionDenominator is {s.FractionDenominator}: it must be 2, 4, 8, 16, 32 or 64.");
    }

    private static IEnumerable<(string Path, double Value, double Least, double Most)> Fields(ShopProfile s)
    {
        foreach (var f in s.Families)
        {
            yield return ($"families.{f.Family}.kerfMm", f.KerfMm, 0, 20);
            yield return ($"families.{f.Family}.lengthAllowanceMm", f.LengthAllowanceMm, 0, 200);
            yield return ($"families.{f.Family}.widthAllowanceMm", f.WidthAllowanceMm, 0, 200);
        }

        yield return ("sheetTrimMm", s.SheetTrimMm, 0, 100);
        yield return ("leastOffcutMm", s.LeastOffcutMm, 0, 2000);
        yield return ("fits.grooveWidthMm", s.Fits.GrooveWidthMm, 0, 3);
        yield return ("fits.grooveDepthMm", s.Fits.GrooveDepthMm, 0, 5);
        yield return ("fits.portMm", s.Fits.PortMm, 0, 10);
        yield return ("fits.bodyMm", s.Fits.BodyMm, 0, 50);
        yield return ("rates.hourCents", s.Rates.HourCents, 0, 1e6);
        foreach (var (name, minutes) in (IEnumerable<(string, double)>)[("cutMin", s.Rates.CutMin), ("holeMin", s.Rates.HoleMin), ("openingMin", s.Rates.OpeningMin),
            ("channelMin", s.Rates.ChannelMin), ("bevelMin", s.Rates.BevelMin), ("glueMinPerJoint", s.Rates.GlueMinPerJoint), ("screwMin", s.Rates.ScrewMin), ("finishMinPerDm2", s.Rates.FinishMinPerDm2)])
        {
            yield return ("rates." + name, minutes, 0, 600);
        }

        foreach (var (o, i) in s.Offcuts.Select((o, i) => (o, i)))
        {
            yield return ($"offcuts[{i}].lengthMm", o.LengthMm, 1, 5000);
            yield return ($"offcuts[{i}].widthMm", o.WidthMm, 1, 5000);
            yield return ($"offcuts[{i}].count", o.Count, 0, 1000);
        }

        foreach (var (c, i) in s.SheetsOnHand.Concat(s.BarsOnHand).Select((c, i) => (c, i)))
        {
            yield return ($"onHand[{i}].count", c.Count, 0, 10_000);
        }
    }

    private static string Number(double value) => value.ToString("0.######", CultureInfo.InvariantCulture);
}
