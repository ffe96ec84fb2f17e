namespace AnvilPlan.Core.Shops;

public enum ToolKind
{
    Saw,
    Router,
    Laser,
    Brake,
    Printer,
}

/// <summary>A machine on hand with its limits, mm; null = no limit worth telling.</summary>
/// <param name="LengthMm">Bed or bend length.</param>
/// <param name="WidthMm">Bed width; for a saw the widest rip.</param>
/// <param name="HeightMm">Build height of a printer.</param>
/// <param name="ThicknessMm">Thickest stock that it cuts or bends.</param>
/// <param name="KerfMm">What a laser or saw takes away.</param>
/// <param name="ToleranceMm">How true a printer prints.</param>
/// <param name="Metal">Cuts aluminium and steel as well.</param>
public sealed record Tool(
    string Id, ToolKind Kind, string Name, double? LengthMm, double? WidthMm, double? HeightMm, double? ThicknessMm, double? KerfMm,
        double? ToleranceMm, bool Metal);

/// <summary>What the shop works with. An empty list says nothing: then nothing is judged by it.</summary>
public sealed record ToolSet(IReadOnlyList<Tool> Machines, IReadOnlyList<double> DrillsMm, IReadOnlyList<string> Taps)
{
    public static ToolSet Unstated { get; } = new([], [], []);
}

public enum Condition
{
    Good,
    Worn,

    /// <summary>Not counted on before it is tried.</summary>
    Untested,
}

public enum SalvageKind
{
    Device,
    Screw,
}

/// <summary>Something harvested: a device by its model, a screw by its label.</summary>
public sealed record SalvageItem(string Id, SalvageKind Kind, string Of, int Count, Condition Condition);
