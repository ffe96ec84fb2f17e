using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fixings;

/// <summary>Things by where they are: a grid of cells, so that only what is near is looked at.</summary>
internal sealed class BoxGrid<T>
{
    private const double CellMm = 80;
    private readonly Dictionary<(int X, int Y, int Z), List<int>> _cells = [];
    private readonly List<(Box Box, T Item)> _items = [];
    private readonly List<int> _seen = [];
    private int _look;

    public void Add(Box box, T item)
    {
        foreach (var cell in Cells(box))
        {
            if (!_cells.TryGetValue(cell, out var list))
            {
                _cells[cell] = list = [];
            }

            list.Add(_items.Count);
        }

        _items.Add((box, item));
        _seen.Add(0);
    }

    /// <summary>Everything whose box shares volume with this one, in the order in which it came.</summary>
    public List<T> Near(Box box)
    {
        _look++;
        var found = new List<int>();
        foreach (var cell in Cells(box))
        {
            if (_cells.TryGetValue(cell, out var list))
            {
                foreach (var i in list)
                {
                    if (_seen[i] != _look)
                    {
                        _seen[i] = _look;
                        if (_items[i].Box.Overlaps(box))
                        {
                            found.Add(i);
                        }
                    }
                }
            }
        }

        found.Sort();
        return [.. found.Select(i => _items[i].Item)];
    }

    private static IEnumerable<(int X, int Y, int Z)> Cells(Box box)
    {
        static int Cell(double v) => (int)Math.Floor(v / CellMm);
        for (var x = Cell(box.Min.X); x <= Cell(box.Max.X); x++)
        {
            for (var y = Cell(box.Min.Y); y <= Cell(box.Max.Y); y++)
            {
                for (var z = Cell(box.Min.Z); z <= Cell(box.Max.Z); z++)
                {
                    yield return (x, y, z);
                }
            }
        }
    }
}
