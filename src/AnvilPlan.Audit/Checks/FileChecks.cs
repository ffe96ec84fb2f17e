using System.Globalization;
using System.Text.RegularExpressions;
using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;

namespace AnvilPlan.Audit.Checks;

/// <summary>Drawing, table, cut list, nests, purchase and models of the printer tell the same as the plan.</summary>
internal static partial class FileChecks
{
    [GeneratedRegex("<svg[^>]*width=\"([0-9.]+)mm\"[^>]*height=\"([0-9.]+)mm\"[^>]*viewBox=\"([-0-9. ]+)\"")]
    private static partial Regex SvgSize();

    public static IEnumerable<Defect> Run(WrittenPlan plan, IReadOnlyList<PartSolid> solids, WrittenFiles files) =>
        [.. MadeOnce(plan), .. HoleTable(Worked(plan, solids), files), .. MillingTable(Worked(plan, solids), files),
            .. Drawings(plan, files), .. Blanks(plan), .. CutList(plan, files), .. Sheets(plan, files), .. Bars(plan, files),
            .. Purchase(plan, files), .. Models(plan, files)];

    private static double N(string text) => double.Parse(text, CultureInfo.InvariantCulture);

    private static List<PartSolid> Worked(WrittenPlan plan, IReadOnlyList<PartSolid> solids)
    {
        var worked = plan.Made.SelectMany(m => m.Worked).ToHashSet(StringComparer.Ordinal);
        return [.. solids.Where(s => worked.Contains(s.Id))];
    }

    /// <summary>Every face and every turn is made with one part, and nothing is drawn that nobody cuts.</summary>
    private static IEnumerable<Defect> MadeOnce(WrittenPlan plan)
    {
        var owners = plan.Made.SelectMany(m => m.FaceIds.Concat(m.BendIds).Append(m.Id).Distinct(StringComparer.Ordinal))
            .ToLookup(id => id, StringComparer.Ordinal);
        foreach (var part in plan.Parts.Where(p => owners[p.Id].Count() != 1))
        {
            yield return new Defect("made-once", $"{part.Id} belongs to {owners[part.Id].Count()} made parts");
        }

        foreach (var made in plan.Made.SelectMany(m => m.FaceIds.Concat(m.BendIds).Append(m.Id))
            .Where(id => !plan.Parts.Any(p => p.Id == id)))
        {
            yield return new Defect("made-once", $"{made} is made, and no part has that id");
        }
    }

    private static IEnumerable<Defect> HoleTable(IReadOnlyList<PartSolid> solids, WrittenFiles files)
    {
        var table = files.Table("holes.csv").ToLookup(r => r["part"], StringComparer.Ordinal);
        foreach (var solid in solids)
        {
            var rows = table[solid.Id].ToList();
            var holes = solid.Part.Features.Where(f => f is Hole or EdgeHole).ToList();
            if (rows.Count != holes.Count)
            {
                yield return new Defect("holes-csv-count", $"{solid.Id}: {holes.Count} holes in the plan, {rows.Count} rows in holes.csv");
            }

            foreach (var hole in holes.OfType<Hole>().Where(h => !rows.Exists(r => Near(N(r["u_mm"]), h.At.U) && Near(N(r["v_mm"]), h.At.V)
                && Near(N(r["dia_mm"]), h.DiaMm) && (r["depth_mm"].Length == 0) == (h.DepthMm is null)
                && (h.DepthMm is null || Near(N(r["depth_mm"]), h.DepthMm.Value)) && r["thread"] == (h.Thread ?? "")
                    && (r["sink_dia_mm"].Length == 0) == (h.SinkDiaMm is null)
                    && (r["counterbore_dia_mm"].Length == 0) == (h.CounterboreDiaMm is null))))
            {
                yield return new Defect("holes-csv", $"{solid.Id}: {hole.Id} is not in holes.csv as the plan has it");
            }

            foreach (var hole in holes.OfType<EdgeHole>()
                .Where(h => !rows.Exists(r => Near(N(r["dia_mm"]), h.DiaMm) && r["purpose"] == h.Purpose
                && (r["sink_dia_mm"].Length == 0) == (h.SinkDiaMm is null))))
            {
                yield return new Defect("holes-csv", $"{solid.Id}: {hole.Id} in an edge is not in holes.csv as the plan has it");
            }
        }
    }

    /// <summary>Every opening, channel and notch stands in milling.csv with its place and depth.</summary>
    private static IEnumerable<Defect> MillingTable(IReadOnlyList<PartSolid> solids, WrittenFiles files)
    {
        var table = files.Table("milling.csv").ToLookup(r => r["part"], StringComparer.Ordinal);
        foreach (var solid in solids)
        {
            var (rows, milled) = (table[solid.Id].ToList(), solid.Part.Features.Where(f => f is not (Hole or EdgeHole)).ToList());
            if (rows.Count != milled.Count)
            {
                yield return new Defect("milling-csv-count", $"{solid.Id}: {milled.Count} cuts in the plan, {rows.Count} rows in "
                    + $"milling.csv");
            }

            bool There(double u, double v, double? depth) => rows.Exists(r => Near(N(r["u_from_mm"]), Math.Clamp(u, 0, solid.Part.LengthMm))
                && Near(N(r["v_from_mm"]), Math.Clamp(v, 0, solid.Part.WidthMm))
                && (r["depth_mm"].Length == 0 ? depth is null : depth is { } d && Near(N(r["depth_mm"]), d)));
            foreach (var cut in milled.Where(f => f switch
            {
                Opening o => !There(o.At.U - (o.WidthMm / 2), o.At.V - ((o.HeightMm ?? o.WidthMm) / 2), null),
                Channel c => !There(c.Min.U, c.Min.V, c.DepthMm),
                Kerf k => !There(k.Min.U, k.Min.V, k.DepthMm),
                Notch { Floor: null } n => !There(n.Outline.Min(p => p.U), n.Outline.Min(p => p.V), n.DepthMm),
                Trim t => !There(t.Begin.U, t.Begin.V, null),
                _ => false,
            }))
            {
                yield return new Defect("milling-csv", $"{solid.Id}: {cut.Id} is not in milling.csv as the plan has it");
            }
        }
    }

    private static bool Near(double a, double b) => Math.Abs(a - b) < 0.02;

    private static IEnumerable<Defect> Drawings(WrittenPlan plan, WrittenFiles files)
    {
        foreach (var part in plan.Made.Where(m => m.Blank is SheetBlank).Select(m => plan.Parts.First(p => p.Id == m.Id)))
        {
            var name = part.Id.Replace('/', '-');
            if (!files.Files.ContainsKey(name + ".dxf") || !files.Files.ContainsKey(name + ".svg"))
            {
                yield return new Defect("drawing-there", $"{part.Id}: cut from sheet and has no drawing");
                continue;
            }

            foreach (var defect in Dxf(part, DxfText.Shapes(files.Text(name + ".dxf"))))
            {
                yield return defect;
            }

            var svg = SvgSize().Match(files.Text(name + ".svg"));
            if (!svg.Success || svg.Groups[3].Value.Split(' ').Select(N).ToList() is not [_, _, var w, var h]
                || Math.Abs(w - N(svg.Groups[1].Value)) > 0.02 || Math.Abs(h - N(svg.Groups[2].Value)) > 0.02 || w < part.LengthMm - 0.01)
            {
                yield return new Defect("svg-scale", $"{part.Id}: its SVG is not at true size");
            }
        }
    }

    private static IEnumerable<Defect> Dxf(Part part, IReadOnlyList<DxfShape> shapes)
    {
        var outlines = shapes.Where(s => s.Layer == "OUTLINE").ToList();
        if (outlines.Count == 0 || outlines.Exists(o => !o.Closed))
        {
            yield return new Defect("dxf-outline", $"{part.Id}: {outlines.Count} outlines, {outlines.Count(o => !o.Closed)} of them open");
            yield break;
        }

        var points = outlines.SelectMany(o => o.Corners).ToList();
        if (points.Min(p => p.U) < -0.02 || points.Min(p => p.V) < -0.02 || points.Max(p => p.U) > part.LengthMm + 0.02
            || points.Max(p => p.V) > part.WidthMm + 0.02)
        {
            yield return new Defect("dxf-size", $"{part.Id}: its outline is larger than the part, {part.LengthMm} x {part.WidthMm}");
        }

        var drills = shapes.Where(s => s is { RadiusMm: not null } && s.Layer.StartsWith("DRILL", StringComparison.Ordinal)).ToList();
        foreach (var hole in part.Features.OfType<Hole>())
        {
            var found = drills.FindIndex(c => c.Centre.DistanceTo(hole.At) < 0.02 && Math.Abs((c.RadiusMm!.Value * 2) - hole.DiaMm) < 0.02
                && c.Layer.Contains("DEEP", StringComparison.Ordinal) == hole.DepthMm is not null);
            if (found < 0)
            {
                yield return new Defect("dxf-hole", $"{part.Id}: {hole.Id} ({hole.DiaMm} mm) is not in the DXF");
            }
            else
            {
                drills.RemoveAt(found);
            }
        }

        foreach (var hole in part.Features.OfType<Hole>().Where(h => h.CounterboreDiaMm is { } wide && !shapes.Any(s =>
            s.Layer.StartsWith("POCKET", StringComparison.Ordinal) && s.Centre.DistanceTo(h.At) < 0.02
            && Math.Abs((s.RadiusMm ?? 0) - (wide / 2)) < 0.01)))
        {
            yield return new Defect("dxf-hole", $"{part.Id}: the counterbore of {hole.Id} is not in the DXF");
        }

        foreach (var text in part.Features.OfType<Lettering>().Where(l => !shapes.Any(s => s.Text == l.Text
            && s.Layer.StartsWith(l is Engraving e ? $"ENGRAVE_{Drawn.Mm(e.DepthMm)}" : "MARK", StringComparison.Ordinal)
            && s.Centre.DistanceTo(l.At) < 0.02)))
        {
            yield return new Defect("dxf-text", $"{part.Id}: “{text.Text}” of {text.Id} is not in the DXF");
        }

        if (drills.Count > 0)
        {
            yield return new Defect("dxf-hole-extra", $"{part.Id}: {drills.Count} drilled circles in the DXF that the plan has not");
        }

        foreach (var opening in part.Features.OfType<Opening>().Where(o => o.Min.U > 0.02 && o.Min.V > 0.02
            && o.Max.U < part.LengthMm - 0.02 && o.Max.V < part.WidthMm - 0.02))
        {
            var there = shapes.Any(s => s.RadiusMm is { } r
                ? opening.Round && s.Centre.DistanceTo(opening.At) < 0.02 && Math.Abs((2 * r) - opening.WidthMm) < 0.02
                : s.Corners.Count > 2 && s.Layer.StartsWith("CUT_THROUGH", StringComparison.Ordinal)
                    && Math.Abs(s.Corners.Min(c => c.U) - opening.Min.U) < 0.05 && Math.Abs(s.Corners.Max(c => c.U) - opening.Max.U) < 0.05
                    && Math.Abs(s.Corners.Min(c => c.V) - opening.Min.V) < 0.05
                        && Math.Abs(s.Corners.Max(c => c.V) - opening.Max.V) < 0.05);
            if (!there && !part.Features.Any(f => f is Notch or Trim or Channel or Opening && f != opening && Touches(f, opening)))
            {
                yield return new Defect("dxf-opening", $"{part.Id}: {opening.Id} is not in the DXF");
            }
        }
    }

    private static bool Touches(Feature feature, Opening opening)
    {
        var (min, max) = feature switch
        {
            Notch n => n.Reach,
            Channel c => (c.Min, c.Max),
            Kerf k => (k.Min, k.Max),
            Opening o => (o.Min, o.Max),
            _ => (default, default)
        };
        return min.U < opening.Max.U && max.U > opening.Min.U && min.V < opening.Max.V && max.V > opening.Min.V;
    }

    /// <summary>What is cut into the faces of a folded or bent part is on the blank that it is cut from.</summary>
    private static IEnumerable<Defect> Blanks(WrittenPlan plan)
    {
        foreach (var blank in plan.Parts.Where(p => p.Kind == PartKind.Blank))
        {
            var leaves = plan.Parts.Where(p => p.LeafOf == blank.Id).ToList();
            var wanted = leaves.Sum(p => p.Features.Count(f => f is Hole or Opening));
            var there = blank.Features.Count(f => f is Hole or Opening);
            if (there < wanted)
            {
                yield return new Defect("blank-has-holes", $"{blank.Id}: its faces have {wanted} holes and openings, the blank that is "
                    + $"cut {there}");
            }
        }
    }

    private static IEnumerable<Defect> CutList(WrittenPlan plan, WrittenFiles files)
    {
        var rows = files.Table("cutlist.csv");
        var listed = rows.Select(r => r["part"]).ToHashSet(StringComparer.Ordinal);
        foreach (var part in plan.Parts.Where(p => p.LeafOf is null && p.Print is null && !listed.Contains(p.Id)))
        {
            yield return new Defect("cutlist-has", $"{part.Id} is not in cutlist.csv");
        }

        foreach (var row in rows)
        {
            var part = plan.Parts.FirstOrDefault(p => p.Id == row["part"]);
            if (part is null || !Near(N(row["length_mm"]), part.LengthMm) || !Near(N(row["width_mm"]), part.WidthMm)
                || !Near(N(row["thickness_mm"]), part.ThicknessMm))
            {
                yield return new Defect("cutlist-size", $"{row["part"]}: cutlist.csv has {row["length_mm"]} x {row["width_mm"]} x "
                    + $"{row["thickness_mm"]}");
            }
        }
    }

    private static IEnumerable<Defect> Sheets(WrittenPlan plan, WrittenFiles files)
    {
        var laid = plan.Cuts.Sheets.SelectMany(s => s.Placements, (s, p) => (p.PartId, s.Count)).GroupBy(p => p.PartId)
            .ToDictionary(g => g.Key, g => g.Sum(p => p.Count), StringComparer.Ordinal);
        var quantity = files.Design.Brief.Quantity;
        foreach (var part in plan.Parts.Where(p => p.LeafOf is null && p.Print is null && p.BarId is null
            && !plan.Cuts.TooLarge.Contains(p.Id) && laid.GetValueOrDefault(p.Id) != quantity))
        {
            yield return new Defect("nest-all", $"{part.Id}: {quantity} wanted, {laid.GetValueOrDefault(part.Id)} laid on sheets");
        }

        foreach (var (sheet, i) in plan.Cuts.Sheets.Select((s, i) => (s, i)))
        {
            var kerf = files.Shop.Rule(files.Catalog.Material(sheet.MaterialId).Family).KerfMm;
            for (var a = 0; a < sheet.Placements.Count; a++)
            {
                var p = sheet.Placements[a];
                if (p.X < -0.01 || p.Y < -0.01 || p.X + p.LengthMm > sheet.LengthMm + 0.01 || p.Y + p.WidthMm > sheet.WidthMm + 0.01)
                {
                    yield return new Defect("nest-inside", $"sheet {i + 1}: {p.PartId} lies over its edge");
                }

                for (var b = a + 1; b < sheet.Placements.Count; b++)
                {
                    var q = sheet.Placements[b];
                    if (Math.Max(Math.Max(p.X - q.X - q.LengthMm, q.X - p.X - p.LengthMm),
                        Math.Max(p.Y - q.Y - q.WidthMm, q.Y - p.Y - p.WidthMm)) < kerf - 0.01)
                    {
                        yield return new Defect("nest-kerf", $"sheet {i + 1}: {p.PartId} and {q.PartId} lie nearer than the kerf of "
                            + $"{kerf} mm");
                    }
                }
            }
        }
    }

    private static IEnumerable<Defect> Bars(WrittenPlan plan, WrittenFiles files)
    {
        var laid = plan.Cuts.Bars.SelectMany(b => b.Pieces, (b, p) => (p.PartId, b.Count)).GroupBy(p => p.PartId)
            .ToDictionary(g => g.Key, g => g.Sum(p => p.Count), StringComparer.Ordinal);
        foreach (var part in plan.Parts.Where(p => p.BarId is not null && p.Print is null && !plan.Cuts.TooLarge.Contains(p.Id)
            && laid.GetValueOrDefault(p.Id) != files.Design.Brief.Quantity))
        {
            yield return new Defect("bar-all", $"{part.Id}: {files.Design.Brief.Quantity} wanted, {laid.GetValueOrDefault(part.Id)} laid "
                + $"on bars");
        }

        foreach (var bar in plan.Cuts.Bars.Where(b => b.Pieces.Count > 0 && b.Pieces.Max(p => p.X + p.LengthMm) > b.LengthMm + 0.01))
        {
            yield return new Defect("bar-length", $"{bar.StockId}: its pieces reach past its end");
        }
    }

    /// <summary>Screws, nuts and small ware are bought as often as there are fixings for them.</summary>
    private static IEnumerable<Defect> Purchase(WrittenPlan plan, WrittenFiles files)
    {
        var rows = files.Table("purchase.csv");
        var quantity = files.Design.Brief.Quantity;
        int Bought(Func<IReadOnlyDictionary<string, string>, bool> which) =>
            rows.Where(which).Sum(r => int.Parse(r["count"], CultureInfo.InvariantCulture));
        foreach (var line in plan.Screws.Where(s => s.LengthMm is not null).GroupBy(s => s.Label))
        {
            var (wanted, bought) = (line.Sum(s => s.Count) * quantity, Bought(r => r["kind"] == "screw" && r["item"] == line.Key));
            if (wanted != bought)
            {
                yield return new Defect("buy-screws", $"{line.Key}: {wanted} wanted, {bought} on purchase.csv");
            }
        }

        foreach (var (kind, word) in ((FixingKind, string)[])[(FixingKind.Dowel, "dowel"), (FixingKind.Biscuit, "biscuit"),
            (FixingKind.Rivet, "rivet"), (FixingKind.RivetNut, "rivet nut")])
        {
            var (wanted, bought) = (plan.Fixings.Count(f => f.Kind == kind) * quantity, Bought(r => r["kind"] == word));
            if (wanted != bought)
            {
                yield return new Defect("buy-ware", $"{word}: {wanted} wanted, {bought} on purchase.csv");
            }
        }

        foreach (var row in rows.Where(r => Math.Abs((N(r["count"]) * N(r["price"])) - N(r["total"])) > 0.011))
        {
            yield return new Defect("buy-total", $"{row["item"]}: {row["count"]} x {row["price"]} is not {row["total"]}");
        }
    }

    /// <summary>Models for the printer are closed, lie on the bed, and are as large as the part.</summary>
    private static IEnumerable<Defect> Models(WrittenPlan plan, WrittenFiles files)
    {
        foreach (var part in plan.Parts.Where(p => p.Print is not null && p.LeafOf is null))
        {
            var name = part.Id.Replace('/', '-');
            List<string> written = [.. files.Files.Keys.Where(k => k == name + ".stl"
                || (k.StartsWith(name + "-piece-", StringComparison.Ordinal) && k.EndsWith(".stl", StringComparison.Ordinal)))];
            if (written.Count != part.Print!.Count)
            {
                yield return new Defect("stl-there", $"{part.Id}: {part.Print.Count} pieces, {written.Count} models");
            }

            foreach (var file in written)
            {
                var corners = files.Text(file).Split('\n').Select(l => l.Trim())
                    .Where(l => l.StartsWith("vertex", StringComparison.Ordinal))
                    .Select(l => l.Split(' ', StringSplitOptions.RemoveEmptyEntries))
                    .Select(w => new Point3(Math.Round(N(w[1]), 4), Math.Round(N(w[2]), 4), Math.Round(N(w[3]), 4))).ToList();
                var edges = new Dictionary<(Point3, Point3), int>();
                for (var i = 0; i + 2 < corners.Count; i += 3)
                {
                    foreach (var (a, b) in ((Point3, Point3)[])[(corners[i], corners[i + 1]), (corners[i + 1], corners[i + 2]),
                        (corners[i + 2], corners[i])])
                    {
                        edges[(a, b)] = edges.GetValueOrDefault((a, b)) + 1;
                    }
                }

                var open = edges.Count(e => edges.GetValueOrDefault((e.Key.Item2, e.Key.Item1)) != e.Value);
                if (open > 0 || corners.Count == 0)
                {
                    yield return new Defect("stl-closed", $"{file}: {open} edges without a partner");
                }
            }
        }
    }
}
