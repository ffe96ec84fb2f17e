using System.Numerics;
using AnvilPlan.Core.Reckoning;

namespace AnvilPlan.Core.Cuts;

/// <summary>A length wanted <paramref name="Count"/> times, mm.</summary>
public sealed record BarPart(string Id, double LengthMm, int Count);

/// <summary>A bar of stock, mm. <paramref name="Count"/> null = as many as wanted.</summary>
public sealed record BarSupply(string Id, double LengthMm, int? Count, double Price);

public sealed record BarJob(double KerfMm, double TrimMm, IReadOnlyList<BarSupply> Stock, IReadOnlyList<BarPart> Parts);

public sealed record BarPiece(string PartId, double X, double LengthMm);

public sealed record NestedBar(string StockId, IReadOnlyList<BarPiece> Pieces, double RestMm);

public sealed record BarResult(IReadOnlyList<NestedBar> Bars, IReadOnlyList<string> Unplaced, double Price)
{
    public bool Complete => Unplaced.Count == 0;
}

/// <summary>
/// Cuts lengths from bars: fills bar after bar with the set of pieces that leaves least (subset sum), and, against it, first fit
/// by falling length; the cheaper result wins.
/// </summary>
public static class BarNester
{
    private const double StepMm = 0.1;
    private const int Bits = 64;

    public static BarResult Nest(BarJob job)
    {
        var pieces = job.Parts.SelectMany(p => Enumerable.Repeat((p.Id, p.LengthMm), p.Count)).OrderByDescending(p => p.LengthMm).ToList();
        var fullest = Fill(job, pieces, new SubsetSum().Fullest);
        var first = Fill(job, pieces, FirstFit);
        return (first.Unplaced.Count, first.Price, first.Bars.Count)
            .CompareTo((fullest.Unplaced.Count, fullest.Price, fullest.Bars.Count)) < 0 ? first : fullest;
    }

    /// <summary>A price that no result can beat.</summary>
    public static double LowerBound(BarJob job)
    {
        var wanted = job.Parts.Sum(p => (p.LengthMm + job.KerfMm) * p.Count);
        return job.Stock.Count == 1
            ? Math.Ceiling((wanted / Usable(job, job.Stock[0])) - 1e-9) * job.Stock[0].Price
            : job.Stock.Select(s => wanted * s.Price / Usable(job, s)).DefaultIfEmpty(0).Min();
    }

    private static double Usable(BarJob job, BarSupply s) => Math.Max(1e-9, s.LengthMm - (2 * job.TrimMm) + job.KerfMm);

    private static BarResult Fill(BarJob job, List<(string Id, double Length)> pieces, Func<List<(string Id, double Length)>, double,
        double, List<int>> choose)
    {
        var left = pieces.ToList();
        var bars = new List<NestedBar>();
        var used = new int[job.Stock.Count];
        var price = 0.0;
        while (left.Count > 0)
        {
            Interrupt.Check();
            var best = (Stock: -1, Picks: new List<int>(), Score: double.MaxValue);
            for (var s = 0; s < job.Stock.Count; s++)
            {
                if (job.Stock[s].Count is { } most && used[s] >= most)
                {
                    continue;
                }

                var picks = choose(left, Usable(job, job.Stock[s]), job.KerfMm);
                if (picks.Count == 0)
                {
                    continue;
                }

                var filled = picks.Sum(i => left[i].Length + job.KerfMm);
                var score = job.Stock[s].Price <= 0 ? -filled / job.Stock[s].LengthMm
                    : picks.Count == left.Count ? job.Stock[s].Price / 1e9 : job.Stock[s].Price / filled;
                if (score < best.Score)
                {
                    best = (s, picks, score);
                }
            }

            if (best.Stock < 0)
            {
                break;
            }

            used[best.Stock]++;
            price += job.Stock[best.Stock].Price;
            bars.Add(Lay(job, job.Stock[best.Stock], best.Picks.Select(i => left[i])));
            var taken = best.Picks.ToHashSet();
            left = [.. left.Where((_, i) => !taken.Contains(i))];
        }

        return new BarResult(bars, [.. left.Select(p => p.Id)], price);
    }

    private static NestedBar Lay(BarJob job, BarSupply stock, IEnumerable<(string Id, double Length)> picked)
    {
        var x = job.TrimMm;
        var pieces = new List<BarPiece>();
        foreach (var (id, length) in picked)
        {
            pieces.Add(new BarPiece(id, Math.Round(x, 6), length));
            x += length + job.KerfMm;
        }

        return new NestedBar(stock.Id, pieces, Math.Max(0, Math.Round(stock.LengthMm - job.TrimMm - x, 6)));
    }

    private static List<int> FirstFit(List<(string Id, double Length)> left, double usable, double kerf)
    {
        var picks = new List<int>();
        for (var i = 0; i < left.Count; i++)
        {
            if (left[i].Length + kerf <= usable + 1e-6)
            {
                picks.Add(i);
                usable -= left[i].Length + kerf;
            }
        }

        return picks;
    }

    /// <summary>
    /// The set that fills most, by dynamic programming over tenths of a millimetre; sizes round up, so it always fits. It works bar after
    /// bar on the same two tables: a new one for each would be larger than all else that a plan leaves behind.
    /// </summary>
    private sealed class SubsetSum
    {
        /// <summary>The piece by which a length was reached first; of no account where it was not.</summary>
        private int[] _from = [];

        /// <summary>A bit for each length that some set of the pieces so far fills exactly.</summary>
        private ulong[] _reached = [];

        public List<int> Fullest(List<(string Id, double Length)> left, double usable, double kerf)
        {
            var capacity = (int)Math.Floor((usable / StepMm) + 1e-6);
            var words64 = (capacity / Bits) + 1;
            if (_from.Length <= capacity)
            {
                (_from, _reached) = (new int[capacity + 1], new ulong[words64]);
            }

            var from = _from;
            var reached = _reached.AsSpan(0, words64);
            reached.Clear();
            reached[0] = 1;
            var top = 0;
            for (var i = 0; i < left.Count && top < capacity; i++)
            {
                var size = (int)Math.Ceiling(((left[i].Length + kerf) / StepMm) - 1e-6);
                var (words, bits) = (size / Bits, size % Bits);
                // from above, so that no piece is taken twice
                for (var w = Math.Min(reached.Length - 1, (top + size) / Bits); w >= words; w--)
                {
                    var shifted = (reached[w - words] << bits) | (bits > 0 && w > words ? reached[w - words - 1] >> (Bits - bits) : 0);
                    for (var fresh = shifted & ~reached[w]; fresh != 0; fresh &= fresh - 1)
                    {
                        var c = (w * Bits) + BitOperations.TrailingZeroCount(fresh);
                        if (c > capacity)
                        {
                            break;
                        }

                        reached[w] |= fresh & (~fresh + 1);
                        from[c] = i;
                        top = Math.Max(top, c);
                    }
                }
            }

            var picks = new List<int>();
            for (var c = top; c > 0;)
            {
                var i = from[c];
                picks.Add(i);
                c -= (int)Math.Ceiling(((left[i].Length + kerf) / StepMm) - 1e-6);
            }

            picks.Reverse();
            return picks;
        }
    }
}

/// <summary>Checks a bar plan by another way than it was made. Says what is wrong, or null.</summary>
public static class BarChecker
{
    public static string? Fault(BarJob job, BarResult result)
    {
        var stock = job.Stock.ToDictionary(s => s.Id, StringComparer.Ordinal);
        foreach (var bar in result.Bars)
        {
            var pieces = bar.Pieces.OrderBy(p => p.X).ToList();
            if (pieces[0].X < job.TrimMm - 1e-6 || pieces[^1].X + pieces[^1].LengthMm > stock[bar.StockId].LengthMm - job.TrimMm + 1e-6)
            {
                return $"a piece leaves bar {bar.StockId}";
            }

            if (pieces.Zip(pieces.Skip(1)).Any(p => p.Second.X < p.First.X + p.First.LengthMm + job.KerfMm - 1e-6))
            {
                return $"two pieces on {bar.StockId} are less than a kerf apart";
            }
        }

        var over = job.Stock.FirstOrDefault(s => s.Count is { } most && result.Bars.Count(b => b.StockId == s.Id) > most);
        var wrong = job.Parts.FirstOrDefault(p => result.Bars.Sum(b => b.Pieces.Count(x => x.PartId == p.Id))
            + result.Unplaced.Count(u => u == p.Id) != p.Count);
        return over is not null ? $"more of {over.Id} used than there are" : wrong is not null
            ? $"{wrong.Id} is not cut {wrong.Count} times" : null;
    }
}
