using System.Globalization;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Gluing;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Drawing.Solids;
using SkiaSharp;

namespace AnvilPlan.Formats.Pdf;

/// <summary>The shop packet: what it is, the cut list, the nests, a sheet for each part with its hole table, what to buy.</summary>
public static class PacketPages
{
    private const double Left = 14;
    private const double Row = 5.2;

    /// <summary>Nine points: read at the bench.</summary>
    private const double TextMm = 3.2;

    private const double PictureMm = 92;
    private const double PartHighMm = 225, NestHighMm = 118, BarHighMm = 40, AssemblyHighMm = 150;
    private const int CoverSnags = 6;
    private const int CoverCautions = 6;

    public static byte[] Write(BuildPlan plan, Paper paper)
    {
        using var pdf = new PdfCanvas(plan.Name + ", shop packet");
        var flow = new Flow(pdf, paper, plan.Name);
        Front(flow, plan);
        flow.Table("Cut list", ["part", "material", "thick", "length", "width", "blank", "grain"], [46, 40, 13, 19, 19, 32, 13],
            plan.Made.Where(m => m.Blank is not PrintBlank).Select(m => m.Drawn).Select(p => new[]
        {
            p.Name, p.Material, N(p.ThicknessMm), N(p.LengthMm), N(p.WidthMm), $"{N(p.BlankLengthMm)} x {N(p.BlankWidthMm)}", p.Grain
                ? "length" : "-",
        }));
        var prints = plan.Made.Where(m => m.Blank is PrintBlank).Select(m => (m.Name, m.Blank.Material, ((PrintBlank)m.Blank).Job))
            .ToList();
        if (prints.Count > 0)
        {
            flow.Table("Prints", ["part", "filament", "pieces", "g", "hours", "joined by"], [46, 30, 18, 18, 18, 56],
                prints.Select(p => new[]
            {
                p.Name, p.Material, p.Job.Count.ToString(CultureInfo.InvariantCulture), N(p.Job.MassG), N(p.Job.Hours), p.Job.Count > 1
                    ? p.Job.JoinedBy : "one piece",
            }));
        }

        foreach (var sheet in plan.Cuts.Sheets)
        {
            Nest(flow, sheet, plan);
        }

        foreach (var bar in plan.Cuts.Bars)
        {
            flow.Drawing($"{bar.Material} {bar.Section}, {N(bar.LengthMm)}{(bar.Count > 1 ? $", {bar.Count} bars alike" : "")}",
                BarSheet.Of(bar, plan, flow.Wide, N), BarHighMm);
        }

        flow.Table("Bars", ["count", "bar", "pieces", "rest"], [14, 58, 96, 18], plan.Cuts.Bars.Select(b => new[]
        {
            b.Count.ToString(CultureInfo.InvariantCulture), $"{b.Material} {b.Section}, {N(b.LengthMm)}",
                string.Join(", ", b.Pieces.Select(p => $"{plan.Part(p.PartId).Name} {N(p.LengthMm)}")), N(b.RestMm),
        }));
        foreach (var view in plan.Views)
        {
            flow.Drawing(view.Title, AssemblySheet.Of(view, flow.Wide, AssemblyHighMm, N), AssemblyHighMm);
            flow.Table($"{view.Title}: what is set", ["measure", "mm", "from"], [90, 30, 60],
                view.Measures.Select(m => new[] { m.What, N(m.Mm), m.From }));
        }

        foreach (var part in plan.Made.SelectMany(m => m.Worked))
        {
            PartSheet(flow, part);
        }

        flow.Table("Joints: what to set", ["edge", "joint", "set", "to", "because"], [26, 34, 50, 20, 54],
            plan.Layouts.SelectMany(l => l.Settings.Select((s, i) => new[]
        {
            i == 0 ? Deck.Name(l.Edge) : "", i == 0 ? l.Word : "", s.What, $"{N(s.Value)}{(s.Unit == "degrees" ? "°" : "")}", s.Why,
        })));
        Glue(flow, plan.Glue);
        flow.Table("Where parts meet", ["meeting", "room", "least left", "judged by"], [100, 24, 24, 36], plan.Meetings.Select(m => new[]
        {
            m.What, N(m.GapMm), N(m.LeastMm), m.ByRss ? "root of squares" : "worst case",
        }));

        flow.Table("Screws", ["where", "screw", "count", "grip", "thread"], [78, 52, 14, 18, 18], plan.Screws.Select(s => new[]
        {
            s.Where, s.Label, s.Count.ToString(CultureInfo.InvariantCulture), N(s.GripMm), s.EngagementMm is { } e ? N(e) : "-",
        }));
        Work(flow, plan.Work);
        flow.Table("To buy", ["what", "count", "each", "together"], [110, 24, 24, 26], plan.Cost.Purchase.Select(l => new[]
        {
            l.Item, $"{l.Count} {l.Unit}", Money(l.PriceCents), Money(l.TotalCents),
        }));
        flow.Table("Snags", ["weight", "what"], [20, 164], plan.Findings.Where(f => f.Severity != Severity.Note)
            .Select(f => new[] { f.Severity.ToString().ToLowerInvariant(), f.Text }));
        return pdf.Close();
    }

    /// <summary>The cover: what it looks like, how large it is, what to watch for.</summary>
    private static void Front(Flow flow, BuildPlan plan)
    {
        flow.NewPage();
        flow.Big(plan.Name);
        flow.Picture(SolidPicture.Of(plan), PictureMm);
        var t = plan.Tally;
        flow.Figure($"{N(t.WidthMm)} × {N(t.DepthMm)} × {N(t.HeightMm)} mm");
        flow.Lines(
            $"Outside, wide by deep by high; stands {N(t.StandsHighMm)} mm high",
            $"{t.Parts} parts, {t.Holes} holes, {t.Sheets} sheets; {N(t.MassG / 1000)} kg; {N(t.Hours)} h by the shop's rates; "
                + $"{Money(t.CostCents)} in all",
            "All lengths in millimetres. Positions (u, v) from the marked corner, seen from the stated face.",
            "Caution: eyes, ears and dust mask at the saw; back up every hole; clamp small parts, never hold them by hand.");
        flow.Table("Watch for", ["weight", "what"], [20, 164], plan.Findings.Where(f => f.Severity != Severity.Note).Take(CoverSnags)
            .Select(f => new[] { f.Severity.ToString().ToLowerInvariant(), f.Text })
            .Concat(plan.Work.Operations.Where(o => o.Caution is { Length: > 0 }).GroupBy(o => o.Caution).Take(CoverCautions)
                .Select(g => new[] { "caution", g.Key! })));
    }

    private static void Glue(Flow flow, GluePlan glue)
    {
        flow.Table($"Glue-up with {glue.Glue}: workable {N(Math.Round(glue.WorkingMin, 1))} min at {N(glue.RoomC)} °C, clamps "
            + $"{N(Math.Round(glue.ClampMin))} min", ["go", "pieces in order", "lines", "min", "clamps"], [12, 92, 14, 16, 50],
            glue.Stages.Select(s => new[]
        {
            s.Number.ToString(CultureInfo.InvariantCulture), string.Join(", ", s.Pieces), s.Joints.ToString(CultureInfo.InvariantCulture),
                N(s.Minutes), string.Join("; ", s.Clamps.Select(c => $"{c.Count} across {c.Across}, {N(c.OpensMm)}")),
        }));
        flow.Table("Square: inside, corner to corner", ["frame", "diagonal", "may differ by", "after go"], [90, 34, 34, 26],
            glue.Squares.Select(s => new[] { s.Name, N(Math.Round(s.DiagonalMm, 1)), N(s.AllowMm),
            s.Stage.ToString(CultureInfo.InvariantCulture) }));
    }

    /// <summary>Operations by number; what is to be looked at, and where the hand is at risk, once for all that share it.</summary>
    private static void Work(Flow flow, WorkPlan work)
    {
        var number = work.Numbered();
        flow.Table($"Work on one, {N(Math.Round(work.Minutes / 60, 1))} h of hands", ["no", "what", "with", "min", "then wait"],
            [10, 78, 66, 14, 16], work.Operations.Select(o => new[]
        {
            N(number[o.Id]), o.Title, o.Setting.Length == 0 ? o.Tool : o.Tool.Length == 0 ? o.Setting : $"{o.Tool}: {o.Setting}",
                N(Math.Round(o.Minutes, 1)), o.WaitMin > 0 ? N(Math.Round(o.WaitMin)) : "",
        }));
        IEnumerable<string[]> Told(Func<Operation, string?> of) => work.Operations.Where(o => of(o) is not null)
            .GroupBy(o => of(o)!, StringComparer.Ordinal).Select(g => new[] { g.Key, Runs([.. g.Select(o => number[o.Id])]) });
        flow.Table("Look before you go on", ["what", "before no"], [140, 44], Told(o => o.HoldPoint));
        flow.Table("Caution", ["where the hand is at risk", "at no"], [140, 44], Told(o => o.Caution));
    }

    /// <summary>Numbers with those that follow each other as from and to.</summary>
    private static string Runs(IReadOnlyList<int> numbers)
    {
        var runs = new List<(int From, int To)>();
        foreach (var n in numbers)
        {
            if (runs.Count > 0 && runs[^1].To == n - 1)
            {
                runs[^1] = (runs[^1].From, n);
            }
            else
            {
                runs.Add((n, n));
            }
        }

        return string.Join(", ", runs.Select(r => r.From == r.To ? N(r.From) : $"{N(r.From)} to {N(r.To)}"));
    }

    private static void Nest(Flow flow, SheetLayout sheet, BuildPlan plan)
    {
        flow.Drawing(
            $"{sheet.Material} {N(sheet.NominalMm)} mm, {N(sheet.LengthMm)} x "
                + $"{N(sheet.WidthMm)}{(sheet.FromOffcut ? " (offcut)" : sheet.OnHand ? " (on hand)" : "")}{(sheet.Count > 1
                    ? $", {sheet.Count} sheets alike" : "")}",
            NestSheet.Of(sheet, plan, flow.Wide, NestHighMm, N), NestHighMm);
    }

    private static void PartSheet(Flow flow, Part part)
    {
        if (part.Flat)
        {
            flow.Drawing($"{N(part.LengthMm)} x {N(part.WidthMm)} x {N(part.ThicknessMm)}",
                PartSketch.Dimensioned(part, flow.Wide, PartHighMm), PartHighMm);
        }

        var kinds = HoleKind.Of(part).SelectMany(k => k.Holes, (k, h) => (h.Id, k.Letter)).ToDictionary(x => x.Id, x => x.Letter,
            StringComparer.Ordinal);
        flow.Table($"Holes in {part.Name.ToLowerInvariant()}, seen from {part.SeenFrom}", ["no", "bit", "u", "v", "dia", "depth", "for"],
            [10, 10, 20, 20, 16, 22, 86],
            HoleNumbers.Sorted(part).Select((h, i) => new[]
            {
                (i + 1).ToString(CultureInfo.InvariantCulture), kinds[h.Id], N(h.At.U), N(h.At.V), N(h.DiaMm),
                h.DepthMm is { } d ? N(d) : "through",
                h.Purpose + h.Bore.Finish.Words(N),
            }));
        if (part.Features.OfType<EdgeHole>().Any())
        {
            flow.Table($"From the ends and edges of {part.Name.ToLowerInvariant()}", ["where", "along", "below face", "dia", "depth",
                "for"], [24, 20, 22, 16, 16, 86],
                EdgeHoles.Sorted(part).Select(h => new[]
                {
                    EdgeHoles.Word(h.Edge), N(h.AlongMm), N(h.FromSeenMm), N(h.DiaMm), N(h.DepthMm),
                    h.Purpose + h.Shape.Words(N),
                }));
        }

        MilledTable(flow, part);
    }

    private static void MilledTable(Flow flow, Part part) => flow.Table(
        $"Sawn and milled in {part.Name.ToLowerInvariant()}, seen from {part.SeenFrom}", ["what", "u", "v", "depth", "rest", "from", "for"],
            [22, 34, 34, 16, 12, 20, 46],
        Milled.Gathered(part).Select(r => new[]
        {
            (r.Count > 1 ? $"{r.Count} x " : "") + r.What, Span(r, r.Min.U, r.Max.U, r.Step?.U), Span(r, r.Min.V, r.Max.V, r.Step?.V),
            r.AngleDeg is { } angle ? $"{N(angle)}°" : r.DepthMm is { } d ? d > 0 ? N(d) : "-" : "through", r.RestMm is { } rest ? N(rest)
                : "-", r.From == WorkedFrom.Seen ? part.SeenFrom : part.FarSide,
            (r.DiaMm is { } dia ? $"dia {N(dia)}, " : "") + (r.CornerRadiusMm > 0 ? $"corners r {N(r.CornerRadiusMm)}, " : "") + r.Purpose,
        }));

    /// <summary>The middle of what is round, both sides of what is not.</summary>
    private static string Span(MilledRow row, double from, double to, double? step) =>
        $"{(row.DiaMm is null ? $"{N(from)} to {N(to)}" : N((from + to) / 2))}{(step is > 0 and var s ? $", every {N(s)}" : "")}";

    private static string N(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);

    private static string Money(long cents) => (cents / 100.0).ToString("0.00", CultureInfo.InvariantCulture);

    /// <summary>Fills pages from top to bottom.</summary>
    private sealed class Flow(PdfCanvas pdf, Paper paper, string title)
    {
        private double _y;

        public void NewPage()
        {
            pdf.Page(paper);
            pdf.Text(title, Left, 11, TextMm, false, SKTextAlign.Left, "#4a4f5c");
            pdf.Text(pdf.Pages.ToString(CultureInfo.InvariantCulture), paper.WidthMm - Left, 11, TextMm, false, SKTextAlign.Right,
                "#4a4f5c");
            pdf.Line(Left, 13, paper.WidthMm - Left, 13, 0.15);
            _y = 20;
        }

        /// <summary>Between the margins.</summary>
        public double Wide => paper.WidthMm - (2 * Left);

        public void Big(string text)
        {
            pdf.Text(text, Left, _y + 4, 8, true);
            _y += 14;
        }

        /// <summary>As wide as the page at most, and as high as that.</summary>
        public void Picture(SolidPicture picture, double heightMm)
        {
            pdf.Picture(picture, Left, _y, paper.WidthMm - (2 * Left), heightMm);
            _y += heightMm + 10;
        }

        /// <summary>The number that is needed most.</summary>
        public void Figure(string text)
        {
            pdf.Text(text, Left, _y, 7, true);
            _y += 7;
        }

        public void Lines(params string[] lines)
        {
            foreach (var line in lines)
            {
                pdf.Text(line, Left, _y, 3.6);
                _y += Row;
            }

            _y += 4;
        }

        public void Drawing(string caption, Sketch sketch, double heightMost)
        {
            var scale = Math.Min(1, Math.Min((paper.WidthMm - (2 * Left)) / sketch.WidthMm, heightMost / sketch.HeightMm));
            var height = sketch.HeightMm * scale;
            Room(height + 14);
            pdf.Text(caption + (scale < 1 ? $", scale 1 : {N(1 / scale)}" : ", scale 1 : 1"), Left, _y, 3.8, true);
            pdf.Sketch(sketch, Left - (sketch.Min.U * scale), _y + 4 + (sketch.Max.V * scale), scale);
            _y += height + 14;
        }

        public void Table(string caption, string[] heads, double[] widths, IEnumerable<string[]> rows)
        {
            var all = rows.ToList();
            if (all.Count == 0)
            {
                return;
            }

            Room(22);
            Head(caption, heads, widths);
            foreach (var row in all)
            {
                var lines = row.Select((c, i) => Wrap(c, widths[i] - 2)).ToList();
                var height = lines.Max(l => l.Count) * (Row - 0.8);
                if (_y + height > paper.HeightMm - 14)
                {
                    NewPage();
                    Head(caption + ", continued", heads, widths);
                }

                var x = Left;
                for (var i = 0; i < row.Length; i++)
                {
                    for (var n = 0; n < lines[i].Count; n++)
                    {
                        pdf.Text(lines[i][n], x, _y + (n * (Row - 0.8)), TextMm);
                    }

                    x += widths[i];
                }

                _y += height + 0.8;
            }

            _y += 6;
        }

        private void Head(string caption, string[] heads, double[] widths)
        {
            pdf.Text(caption, Left, _y, 4.4, true);
            _y += 6;
            var x = Left;
            for (var i = 0; i < heads.Length; i++)
            {
                pdf.Text(heads[i], x, _y, TextMm, false, SKTextAlign.Left, "#4a4f5c");
                x += widths[i];
            }

            pdf.Line(Left, _y + 1.2, paper.WidthMm - Left, _y + 1.2, 0.12);
            _y += Row;
        }

        private void Room(double height)
        {
            if (_y + height > paper.HeightMm - 12)
            {
                NewPage();
            }
        }

        private static List<string> Wrap(string text, double width)
        {
            var lines = new List<string>();
            var line = "";
            foreach (var word in text.Split(' '))
            {
                var longer = line.Length == 0 ? word : line + " " + word;
                if (line.Length > 0 && PdfCanvas.WidthOf(longer, TextMm) > width)
                {
                    lines.Add(line);
                    line = word;
                }
                else
                {
                    line = longer;
                }
            }

            lines.Add(line);
            return lines;
        }
    }
}
