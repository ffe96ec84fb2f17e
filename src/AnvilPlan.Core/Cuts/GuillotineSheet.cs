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
    private readonly List<Field> _free = [];

    public GuillotineSheet(double length, double width) => _free.Add(new Field(0, 0, length, width));

    public IReadOnlyList<Field> Free => _free;

    internal readonly record struct Field(double X, double Y, double Length, double Width);

    public bool TryPlace(double length, double width, bool mayTurn, FitRule fit, SplitRule split, out double x, out double y, out bool turned)
    {
        var best = -1;
        var bestScore = (double.MaxValue, double.MaxValue);
        turned = false;
        for (var i = 0; i < _free.Count; i++)
        {
            var f = _free[i];
            if (Score(f, length, width, fit) is { } straight && straight.CompareTo(bestScore) < 0)
            {
                (best, bestScore, turned) = (i, straight, false);
            }

            if (mayTurn && Score(f, width, length, fit) is { } across && across.CompareTo(bestScore) < 0)
            {
                (best, bestScore, turned) = (i, across, true);
            }
        }

        if (best < 0)
        {
            (x, y) = (0, 0);
            return false;
        }

        var field = _free[best];
        (x, y) = (field.X, field.Y);
        _free.RemoveAt(best);
        Split(field, turned ? width : length, turned ? length : width, split);
        return true;
    }

    private static (double, double)? Score(Field f, double length, double width, FitRule fit)
    {
        var (restLength, restWidth) = (f.Length - length, f.Width - width);
        if (restLength < -Slack || restWidth < -Slack)
        {
            return null;
        }

        var area = (f.Length * f.Width) - (length * width);
        var side = Math.Min(restLength, restWidth);
        return fit == FitRule.LeastArea ? (area, side) : (side, area);
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
        foreach (var rest in (Field[])[beside, above])
        {
            if (rest.Length > Slack && rest.Width > Slack)
            {
                _free.Add(rest);
            }
        }
    }
}
