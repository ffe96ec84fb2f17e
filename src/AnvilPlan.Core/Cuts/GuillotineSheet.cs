namespace AnvilPlan.Core.Cuts;

internal enum FitRule
{
    LeastArea,
    LeastShortSide,
}

internal enum SplitRule
{
    ShorterRestFirst,
    LongerRestFirst,
    LargestRest,
}

/// <summary>
/// One sheet being filled. Every free field comes from a cut across a whole field, so the layout can always be sawn edge to
/// edge. Works on sizes grown by one kerf: parts at least a kerf apart in W x H are parts that touch in (W + kerf) x (H + kerf).
/// Guillotine heuristic after J. Jylänki, "A thousand ways to pack the bin" (2010).
/// </summary>
internal sealed class GuillotineSheet
{
    private const double Slack = 1e-6;
    private readonly List<Field> _free;
    private double _mostLength, _mostWidth;

    public GuillotineSheet(double length, double width)
    {
        _free = [new Field(0, 0, length, width)];
        (_mostLength, _mostWidth) = (length, width);
    }

    public IReadOnlyList<Field> Free => _free;

    internal readonly record struct Field(double X, double Y, double Length, double Width);

    public bool TryPlace(double length, double width, bool mayTurn, FitRule fit, SplitRule split, out double x, out double y,
        out bool turned)
    {
        (x, y, turned) = (0, 0, false);
        // most pieces of a large job find a full sheet: told without a look at its fields
        var (straight, across) = (length <= _mostLength + Slack && width <= _mostWidth + Slack, mayTurn && width <= _mostLength + Slack
            && length <= _mostWidth + Slack);
        if (!straight && !across)
        {
            return false;
        }

        var best = -1;
        var bestScore = new Score(double.MaxValue, double.MaxValue);
        for (var i = 0; i < _free.Count; i++)
        {
            var f = _free[i];
            if (straight && Fits(f, length, width) && Score.Of(f, length, width, fit) is var lying && lying.Beats(bestScore))
            {
                (best, bestScore, turned) = (i, lying, false);
            }

            if (across && Fits(f, width, length) && Score.Of(f, width, length, fit) is var upright && upright.Beats(bestScore))
            {
                (best, bestScore, turned) = (i, upright, true);
            }
        }

        if (best < 0)
        {
            return false;
        }

        var field = _free[best];
        (x, y) = (field.X, field.Y);
        _free.RemoveAt(best);
        Split(field, turned ? width : length, turned ? length : width, split);
        (_mostLength, _mostWidth) = (0, 0);
        foreach (var f in _free)
        {
            (_mostLength, _mostWidth) = (Math.Max(_mostLength, f.Length), Math.Max(_mostWidth, f.Width));
        }

        return true;
    }

    private static bool Fits(Field f, double length, double width) => f.Length - length >= -Slack && f.Width - width >= -Slack;

    /// <summary>What a rule wants small, and what decides between equals.</summary>
    private readonly record struct Score(double First, double Second)
    {
        public static Score Of(Field f, double length, double width, FitRule fit)
        {
            var area = (f.Length * f.Width) - (length * width);
            var side = Math.Min(f.Length - length, f.Width - width);
            return fit == FitRule.LeastArea ? new(area, side) : new(side, area);
        }

        public bool Beats(Score other) => First < other.First || (First == other.First && Second < other.Second);
    }

    private void Split(Field f, double length, double width, SplitRule rule)
    {
        var (restLength, restWidth) = (f.Length - length, f.Width - width);
        var alongLength = rule switch
        {
            SplitRule.ShorterRestFirst => restLength <= restWidth,
            SplitRule.LongerRestFirst => restLength > restWidth,
            _ => length * restWidth <= restLength * width,
        };
        var beside = alongLength
            ? new Field(f.X + length, f.Y, restLength, width)
            : new Field(f.X + length, f.Y, restLength, f.Width);
        var above = alongLength
            ? new Field(f.X, f.Y + width, f.Length, restWidth)
            : new Field(f.X, f.Y + width, length, restWidth);
        Keep(beside);
        Keep(above);
    }

    private void Keep(Field rest)
    {
        if (rest.Length > Slack && rest.Width > Slack)
        {
            _free.Add(rest);
        }
    }
}
