using System.Globalization;
using AnvilPlan.Core.Catalogs;

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
                return (path, $"{path[(path.LastIndexOf('.') + 1)..]} is {Number(value)}: it must lie between {Number(least)} and "
                    + $"{Number(most)}.");
            }
        }

        if (Named(s) is { } unnamed)
        {
            return unnamed;
        }

        return s.FractionDenominator is 2 or 4 or 8 or 16 or 32 or 64
            ? ("", "")
            : ("fractionDenominator", $"fractionDenominator is {s.FractionDenominator}: it must be 2, 4, 8, 16, 32 or 64.");
    }

    /// <summary>Names and references of tools and salvage.</summary>
    private static (string, string)? Named(ShopProfile s)
    {
        foreach (var (tool, i) in s.Tools.Machines.Select((t, i) => (t, i)))
        {
            if (tool.Name.Length is 0 or > 60)
            {
                return ($"tools.machines[{i}].name", $"name has {tool.Name.Length} characters: it must have 1 to 60.");
            }
        }

        foreach (var (tap, i) in s.Tools.Taps.Select((t, i) => (t, i)))
        {
            if (!FastenerTables.Shipped.HasThread(tap))
            {
                return ($"tools.taps[{i}]", $"taps holds \"{tap}\": the thread table has no such size.");
            }
        }

        foreach (var (item, i) in s.Salvage.Select((t, i) => (t, i)))
        {
            if (item.Of.Length is 0 or > 80)
            {
                return ($"salvage[{i}].of", $"of has {item.Of.Length} characters: it must have 1 to 80.");
            }
        }

        return null;
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
        foreach (var (name, minutes) in (IEnumerable<(string, double)>)[("cutMin", s.Rates.CutMin), ("holeMin", s.Rates.HoleMin),
            ("openingMin", s.Rates.OpeningMin),
            ("channelMin", s.Rates.ChannelMin), ("bevelMin", s.Rates.BevelMin), ("glueMinPerJoint", s.Rates.GlueMinPerJoint),
                ("screwMin", s.Rates.ScrewMin), ("finishMinPerDm2", s.Rates.FinishMinPerDm2),
            ("foldSetUpMin", s.Rates.FoldSetUpMin), ("foldMin", s.Rates.FoldMin), ("capMin", s.Rates.CapMin),
                ("letterMin", s.Rates.LetterMin), ("tapMin", s.Rates.TapMin),
                ("pegMin", s.Rates.PegMin),
                ("insertMin", s.Rates.InsertMin),
            ("fittingMin", s.Rates.FittingMin), ("nutMin", s.Rates.NutMin), ("stickMin", s.Rates.StickMin), ("plugMin", s.Rates.PlugMin),
                ("printMin", s.Rates.PrintMin)])
        {
            yield return ("rates." + name, minutes, 0, 600);
        }

        yield return ("rates.spreadMinPerM", s.Rates.SpreadMinPerM, 0, 60);
        yield return ("rates.placeMin", s.Rates.PlaceMin, 0, 60);
        yield return ("printing.lineMm", s.Printing.LineMm, 0.1, 3);
        yield return ("printing.layerMm", s.Printing.LayerMm, 0.02, 2);
        yield return ("printing.speedMmPerS", s.Printing.SpeedMmPerS, 1, 1000);
        yield return ("printing.efficiency", s.Printing.Efficiency, 0.05, 1);
        yield return ("printing.layerOverheadS", s.Printing.LayerOverheadS, 0, 120);
        yield return ("printing.filamentMm", s.Printing.FilamentMm, 0.5, 5);
        yield return ("printing.edgeMarginMm", s.Printing.EdgeMarginMm, 0, 50);
        yield return ("printing.centsPerGram", s.Printing.CentsPerGram, 0, 1000);
        yield return ("air.temperatureC", s.Air.TemperatureC, -10, 50);
        yield return ("air.humidityPercent", s.Air.HumidityPercent, 5, 95);
        foreach (var (t, i) in s.Tolerances.Select((t, i) => (t, i)))
        {
            yield return ($"tolerances[{i}].plusMinusMm", t.PlusMinusMm, 0.01, 3);
        }

        foreach (var (c, i) in s.Coupons.Select((c, i) => (c, i)))
        {
            yield return ($"coupons[{i}].slidesAtMm", c.SlidesAtMm, 0.02, 3);
        }

        foreach (var (c, i) in s.Clamps.Select((c, i) => (c, i)))
        {
            yield return ($"clamps[{i}].opensMm", c.OpensMm, 10, 5000);
            yield return ($"clamps[{i}].count", c.Count, 0, 500);
        }

        foreach (var (o, i) in s.Offcuts.Select((o, i) => (o, i)))
        {
            yield return ($"offcuts[{i}].lengthMm", o.LengthMm, 1, 5000);
            yield return ($"offcuts[{i}].widthMm", o.WidthMm, 1, 5000);
            yield return ($"offcuts[{i}].count", o.Count, 0, 1000);
        }

        foreach (var (t, i) in s.Tools.Machines.Select((t, i) => (t, i)))
        {
            foreach (var (field, value, most) in ((string, double?, double)[])
                [("lengthMm", t.LengthMm, 10_000), ("widthMm", t.WidthMm, 10_000), ("heightMm", t.HeightMm, 5000),
                    ("thicknessMm", t.ThicknessMm, 500), ("kerfMm", t.KerfMm, 20), ("toleranceMm", t.ToleranceMm, 5)])
            {
                yield return ($"tools.machines[{i}].{field}", value ?? 0, 0, most);
            }
        }

        foreach (var (d, i) in s.Tools.DrillsMm.Select((d, i) => (d, i)))
        {
            yield return ($"tools.drillsMm[{i}]", d, 0.2, 100);
        }

        foreach (var (x, i) in s.Salvage.Select((x, i) => (x, i)))
        {
            yield return ($"salvage[{i}].count", x.Count, 0, 10_000);
        }

        foreach (var (c, i) in s.SheetsOnHand.Concat(s.BarsOnHand).Select((c, i) => (c, i)))
        {
            yield return ($"onHand[{i}].count", c.Count, 0, 10_000);
        }
    }

    private static string Number(double value) => value.ToString("0.######", CultureInfo.InvariantCulture);
}
