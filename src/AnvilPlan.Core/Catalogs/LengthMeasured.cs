namespace AnvilPlan.Core.Catalogs;

/// <summary>How a screw's length is measured: a countersunk screw over all, every other from under its head.</summary>
public enum LengthMeasured
{
    UnderHead,
    OverHead,
}
