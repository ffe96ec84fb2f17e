using AnvilPlan.Core.Catalogs;

namespace AnvilPlan.Core.Shops;

/// <summary>What the machines of a shop can make.</summary>
public static class ToolReach
{
    /// <summary>Whether the machine makes a blank of that size: laser beams burn neither metal nor polycarbonate.</summary>
    public static bool Cuts(Tool tool, Material material, double lengthMm, double widthMm, double thicknessMm)
    {
        if (thicknessMm > (tool.ThicknessMm ?? double.MaxValue) || (material.Metal && !tool.Metal))
        {
            return false;
        }

        var (longer, shorter) = (Math.Max(lengthMm, widthMm), Math.Min(lengthMm, widthMm));
        var (bed, across) = (Math.Max(tool.LengthMm ?? double.MaxValue, tool.WidthMm ?? double.MaxValue), Math.Min(tool.LengthMm
            ?? double.MaxValue, tool.WidthMm ?? double.MaxValue));
        return tool.Kind switch
        {
            ToolKind.Saw => shorter <= (tool.WidthMm ?? double.MaxValue),
            ToolKind.Laser => longer <= bed && shorter <= across && !material.Metal && material.Family != MaterialFamily.Polycarbonate,
            ToolKind.Router => longer <= bed && shorter <= across,
            _ => false,
        };
    }
}
