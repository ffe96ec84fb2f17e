using System.Runtime.InteropServices;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fixings;

/// <summary>Things by where they are: a grid of cells, so that only what is near is looked at.</summary>
internal sealed class BoxGrid<T>
{
    private const double CellMm = 80;
    private readonly Dictionary<(int X, int Y, int Z), List<int>> _cells = [];
    private readonly List<(Box Box, T Item)> _items = [];
    private readonly List<int> _seen = [];
    private readonly List<int> _found = [];
    private int _look;

    public T this[int index] => _items[index].Item;

    public void Add(Box box, T item)
    {
        for (var x = Cell(box.Min.X); x <= Cell(box.Max.X); x++)
        {
            for (var y = Cell(box.Min.Y); y <= Cell(box.Max.Y); y++)
            {
                for (var z = Cell(box.Min.Z); z <= Cell(box.Max.Z); z++)
                {
                    ref var list = ref CollectionsMarshal.GetValueRefOrAddDefault(_cells, (x, y, z), out _);
                    (list ??= []).Add(_items.Count);
                }
            }
        }

        _items.Add((box, item));
        _seen.Add(0);
    }

    /// <summary>
    /// Indices of everything whose box shares volume with this one, in the order in which it came; good until the next look.
    /// </summary>
    public ReadOnlySpan<int> Near(Box box)
    {
        _look++;
        _found.Clear();
        for (var x = Cell(box.Min.X); x <= Cell(box.Max.X); x++)
        {
            for (var y = Cell(box.Min.Y); y <= Cell(box.Max.Y); y++)
            {
                for (var z = Cell(box.Min.Z); z <= Cell(box.Max.Z); z++)
                {
                    if (!_cells.TryGetValue((x, y, z), out var list))
                    {
                        continue;
                    }

                    foreach (var i in list)
                    {
                        if (_seen[i] != _look)
                        {
                            _seen[i] = _look;
                            if (_items[i].Box.Overlaps(box))
                            {
                                _found.Add(i);
                            }
                        }
                    }
                }
            }
        }

        _found.Sort();
        return CollectionsMarshal.AsSpan(_found);
    }

    private static int Cell(double v) => (int)Math.Floor(v / CellMm);
}
