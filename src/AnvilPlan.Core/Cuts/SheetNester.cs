using AnvilPlan.Core.Reckoning;

namespace AnvilPlan.Core.Cuts;

/// <summary>
/// Nests rectangles on sheets. Tries every mix of sort, fit and split rules and keeps the cheapest layout (then the one with the
/// largest rest); with tries given it goes on from shuffled orders until the bound is met or they are used up. Same input and tries, same
/// result.
/// </summary>
public static class SheetNester
{
    private static readonly Comparison<Piece>[] Sorts =
    [
        (a, b) => (b.Length * b.Width).CompareTo(a.Length * a.Width),
        (a, b) => Math.Max(b.Length, b.Width).CompareTo(Math.Max(a.Length, a.Width)),
        (a, b) => b.Width.CompareTo(a.Width),
        (a, b) => b.Length.CompareTo(a.Length),
    ];

    /// <summary>The quick result: rule mixes only, no search.</summary>
    public static NestResult Quick(NestJob job) => Search(job, 0, CancellationToken.None);

    /// <summary>
    /// As <see cref="Quick"/>, then improved by up to so many tries. Cancelling keeps the best so far: whoever has a clock ends it by that.
    /// </summary>
    public static NestResult Search(NestJob job, long tries, CancellationToken cancel)
    {
        var pieces = Pieces(job);
        var bound = LowerBound(job);
        Layout? best = null;
        foreach (var sort in Sorts)
        {
            var order = Sorted(pieces, sort);
            foreach (var fit in Enum.GetValues<FitRule>())
            {
                foreach (var split in Enum.GetValues<SplitRule>())
                {
                    best = Better(best, Fill(job, order, fit, split));
                    if (pieces.Count > LargeJob && best.Unplaced.Count == 0 && best.Price <= bound + 1e-9)
                    {
                        return best.ToResult(job);
                    }
                }
            }
        }

        var random = new Random(20_261);
        while (tries-- > 0 && !cancel.IsCancellationRequested && !(best!.Unplaced.Count == 0 && best.Price <= bound + 1e-9))
        {
            var order = Shuffled(Sorted(pieces, Sorts[random.Next(Sorts.Length)]), random);
            best = Better(best, Fill(job, order, (FitRule)random.Next(2), (SplitRule)random.Next(3)));
        }

        return best!.ToResult(job);
    }

    private const int LargeJob = 200;

    /// <summary>
    /// A price (or, with one stock, its price times a count) that no layout can beat: area over usable area, grown by the kerf.
    /// </summary>
    public static double LowerBound(NestJob job)
    {
        var area = job.Parts.Sum(p => (p.LengthMm + job.KerfMm) * (p.WidthMm + job.KerfMm) * p.Count);
        if (job.Stock.Count == 1)
        {
            var stock = job.Stock[0];
            return Math.Ceiling((area / Usable(job, stock)) - 1e-9) * stock.Price;
        }

        return job.Stock.Count == 0 ? 0 : area * job.Stock.Min(s => s.Price / Usable(job, s));
    }

    private static double Usable(NestJob job, NestStock s) =>
        Math.Max(1e-9, s.LengthMm - (2 * job.TrimMm) + job.KerfMm) * Math.Max(1e-9, s.WidthMm - (2 * job.TrimMm) + job.KerfMm);

    /// <summary>The part fits that stock at all, turned or not.</summary>
    public static bool Fits(NestJob job, NestPart part, NestStock stock)
    {
        var (length, width) = (stock.LengthMm - (2 * job.TrimMm) + 1e-6, stock.WidthMm - (2 * job.TrimMm) + 1e-6);
        return (part.LengthMm <= length && part.WidthMm <= width) || (part.MayTurn && part.WidthMm <= length && part.LengthMm <= width);
    }

    private static Layout Fill(NestJob job, IReadOnlyList<Piece> order, FitRule fit, SplitRule split)
    {
        var left = order.ToList();
        var layout = new Layout();
        var used = new int[job.Stock.Count];
        while (left.Count > 0)
        {
            Interrupt.Check();
            Trial? chosen = null;
            for (var s = 0; s < job.Stock.Count; s++)
            {
                if (job.Stock[s].Count is { } most && used[s] >= most)
                {
                    continue;
                }

                var trial = FillOne(job, s, left, fit, split);
                if (trial.Placed.Count > 0 && (chosen is null || trial.Beats(chosen, job, left.Count)))
                {
                    chosen = trial;
                }
            }

            if (chosen is null)
            {
                layout.Unplaced.AddRange(left.Select(p => p.PartId));
                break;
            }

            used[chosen.Stock]++;
            layout.Add(chosen, job.Stock[chosen.Stock].Price);
            left = chosen.Left;
        }

        return layout;
    }

    private static Trial FillOne(NestJob job, int stockIndex, List<Piece> pieces, FitRule fit, SplitRule split)
    {
        var stock = job.Stock[stockIndex];
        var sheet = new GuillotineSheet(stock.LengthMm - (2 * job.TrimMm) + job.KerfMm, stock.WidthMm - (2 * job.TrimMm) + job.KerfMm);
        var trial = new Trial(stockIndex, sheet);
        foreach (var p in pieces)
        {
            if (sheet.TryPlace(p.Length, p.Width, p.MayTurn, fit, split, out var x, out var y, out var turned))
            {
                trial.Placed.Add((p, x, y, turned));
                trial.Area += p.Length * p.Width;
            }
            else
            {
                trial.Left.Add(p);
            }
        }

        return trial;
    }

    private static List<Piece> Pieces(NestJob job) =>
        [.. job.Parts.SelectMany(p => Enumerable.Repeat(new Piece(p.Id, p.LengthMm + job.KerfMm, p.WidthMm + job.KerfMm, p.MayTurn),
            p.Count))];

    private static List<Piece> Sorted(IEnumerable<Piece> pieces, Comparison<Piece> sort) => [.. pieces.Order(Comparer<Piece>.Create(sort))];

    private static List<Piece> Shuffled(List<Piece> pieces, Random random)
    {
        var swaps = Math.Max(1, pieces.Count / 4);
        for (var i = 0; i < swaps; i++)
        {
            var a = random.Next(pieces.Count);
            var b = random.Next(pieces.Count);
            (pieces[a], pieces[b]) = (pieces[b], pieces[a]);
        }

        return pieces;
    }

    private static Layout Better(Layout? best, Layout next) => best is null || next.CompareTo(best) < 0 ? next : best;

    private readonly record struct Piece(string PartId, double Length, double Width, bool MayTurn);

    private sealed class Trial(int stock, GuillotineSheet sheet)
    {
        public int Stock { get; } = stock;
        public GuillotineSheet Sheet { get; } = sheet;
        public List<(Piece Piece, double X, double Y, bool Turned)> Placed { get; } = [];
        public List<Piece> Left { get; } = [];
        public double Area { get; set; }

        /// <summary>
        /// Free stock first (offcuts); a sheet that takes all that is left beats one that does not, then the cheaper for its area.
        /// </summary>
        public bool Beats(Trial other, NestJob job, int wanted)
        {
            var (mine, theirs) = (job.Stock[Stock], job.Stock[other.Stock]);
            if (mine.Price <= 0 != theirs.Price <= 0)
            {
                return mine.Price <= 0;
            }

            var (allMine, allTheirs) = (Placed.Count == wanted, other.Placed.Count == wanted);
            if (allMine && allTheirs)
            {
                return (mine.Price, mine.LengthMm * mine.WidthMm).CompareTo((theirs.Price, theirs.LengthMm * theirs.WidthMm)) < 0;
            }

            return mine.Price <= 0
                ? Area / (mine.LengthMm * mine.WidthMm) > other.Area / (theirs.LengthMm * theirs.WidthMm)
                : mine.Price / Area < theirs.Price / other.Area;
        }
    }

    private sealed class Layout : IComparable<Layout>
    {
        private readonly List<Trial> _sheets = [];

        public List<string> Unplaced { get; } = [];
        public double Price { get; private set; }
        private double LargestRest { get; set; }

        public void Add(Trial sheet, double price)
        {
            _sheets.Add(sheet);
            Price += price;
            LargestRest = Math.Max(LargestRest, sheet.Sheet.Free.Select(f => f.Length * f.Width).DefaultIfEmpty(0).Max());
        }

        public int CompareTo(Layout? other) =>
            (Unplaced.Count, Price, _sheets.Count, -LargestRest)
                .CompareTo((other!.Unplaced.Count, other.Price, other._sheets.Count, -other.LargestRest));

        public NestResult ToResult(NestJob job) => new(
            [.. _sheets.Select(s => new NestedSheet(
                job.Stock[s.Stock].Id,
                [.. s.Placed.Select(p => new NestPlacement(
                    p.Piece.PartId, Clean(p.X + job.TrimMm), Clean(p.Y + job.TrimMm),
                    Clean((p.Turned ? p.Piece.Width : p.Piece.Length) - job.KerfMm),
                        Clean((p.Turned ? p.Piece.Length : p.Piece.Width) - job.KerfMm), p.Turned))],
                [.. s.Sheet.Free
                    .Where(f => f.Length > job.KerfMm && f.Width > job.KerfMm)
                    .Select(f => new NestRest(Clean(f.X + job.TrimMm), Clean(f.Y + job.TrimMm), Clean(f.Length - job.KerfMm),
                        Clean(f.Width - job.KerfMm)))]))],
            Unplaced,
            Price);

        private static double Clean(double value) => Math.Round(value, 6);
    }
}
