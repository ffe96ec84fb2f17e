namespace AnvilPlan.Core.Cuts;

/// <summary>A layout and how many pieces of stock are cut like it.</summary>
public readonly record struct Repeated<T>(T Layout, int Count);

/// <summary>
/// Large orders are laid out in lots: a lot in the proportion of what is wanted is nested once, its layouts are repeated as often as the
/// order and the stock allow, and what is left over begins again. The last layout of a lot, which is seldom full, is not repeated.
/// </summary>
public static class Lots
{
    /// <summary>Pieces that are nested in one go; an order of no more is one lot.</summary>
    public const int Pieces = 100;

    /// <param name="wanted">Parts with the count of each.</param>
    /// <param name="stock">Stock with what is there of each; null = as much as wanted.</param>
    /// <param name="nest">Nests counts of the parts on counts of the stock, both in the order given; says what found no room.</param>
    /// <param name="holds">The stock of a layout, and the parts on it, one entry for each piece.</param>
    public static (List<Repeated<T>> Layouts, List<string> Unplaced) Nest<T>(
        IReadOnlyList<(string Id, int Count)> wanted,
        IReadOnlyList<(string Id, int? Count)> stock,
        Func<IReadOnlyList<int>, IReadOnlyList<int?>, (IReadOnlyList<T> Layouts, IReadOnlyList<string> Unplaced)> nest,
        Func<T, (string Stock, IEnumerable<string> Parts)> holds)
    {
        var index = wanted.Select((w, i) => (w.Id, i)).ToDictionary(w => w.Id, w => w.i, StringComparer.Ordinal);
        var stockIndex = stock.Select((s, i) => (s.Id, i)).ToDictionary(s => s.Id, s => s.i, StringComparer.Ordinal);
        var left = wanted.Select(w => w.Count).ToArray();
        var there = stock.Select(s => s.Count).ToArray();
        var layouts = new List<Repeated<T>>();
        var unplaced = new List<string>();
        var oneLot = left.Sum(l => (long)l) <= Pieces;
        while (left.Sum(l => (long)l) is var total && total > Pieces)
        {
            var result = nest([.. left.Select(l => (int)Math.Ceiling((double)l * Pieces / total))], there);
            var lot = result.Layouts.Count > 1 && result.Unplaced.Count == 0 ? result.Layouts.SkipLast(1).ToList() : [.. result.Layouts];
            var pieces = Counted(lot.SelectMany(l => holds(l).Parts), index);
            var sheets = Counted(lot.Select(l => holds(l).Stock), stockIndex);
            foreach (var none in result.Unplaced.Select(id => index[id]).Distinct().Where(i => pieces[i] == 0))
            {
                unplaced.AddRange(Enumerable.Repeat(wanted[none].Id, left[none]));
                left[none] = 0;
            }

            if (lot.Count == 0)
            {
                continue;
            }

            var times = Math.Min(Times(left, pieces), Times([.. there.Select(t => t ?? int.MaxValue)], sheets));
            layouts.AddRange(lot.Select(l => new Repeated<T>(l, times)));
            left = [.. left.Select((l, i) => l - (pieces[i] * times))];
            there = [.. there.Select((t, i) => t - (sheets[i] * times))];
        }

        var rest = nest(left, there);
        layouts.AddRange(rest.Layouts.Select(l => new Repeated<T>(l, 1)));
        return (oneLot ? layouts : Gathered(layouts, holds), [.. unplaced, .. rest.Unplaced]);
    }

    /// <summary>Layouts of the same stock with the same parts are cut alike: one layout, so often.</summary>
    private static List<Repeated<T>> Gathered<T>(IEnumerable<Repeated<T>> layouts,
        Func<T, (string Stock, IEnumerable<string> Parts)> holds) =>
        [.. layouts.GroupBy(l => string.Join('|', holds(l.Layout).Parts.Order(StringComparer.Ordinal).Prepend(holds(l.Layout).Stock)),
            StringComparer.Ordinal)
            .Select(g => new Repeated<T>(g.First().Layout, g.Sum(l => l.Count)))];

    private static int[] Counted(IEnumerable<string> ids, Dictionary<string, int> index)
    {
        var counts = new int[index.Count];
        foreach (var id in ids)
        {
            counts[index[id]]++;
        }

        return counts;
    }

    private static int Times(int[] there, int[] used) => there.Zip(used).Where(x => x.Second > 0).Select(x => x.First / x.Second)
        .DefaultIfEmpty(1).Min();
}
