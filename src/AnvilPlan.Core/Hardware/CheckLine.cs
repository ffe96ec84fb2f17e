namespace AnvilPlan.Core.Hardware;

public enum CheckKind
{
    Port,
    Fixing,
    Air,
    Need,
    Cable,
    Label,
}

public enum CheckState
{
    Provided,

    /// <summary>The maker said that it is not wanted.</summary>
    LeftOut,
    Missing,
}

/// <summary>One thing that a device asks for, and where the plan provides for it.</summary>
public sealed record CheckLine(string DeviceId, CheckKind Kind, string What, CheckState State, string Where);
