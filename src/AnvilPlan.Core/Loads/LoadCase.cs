namespace AnvilPlan.Core.Loads;

public enum LoadKind
{
    /// <summary>Sag of a board, mm.</summary>
    Sag,

    /// <summary>Hold of strips, magnets or hinge screws, N.</summary>
    Hold,
}

/// <summary>One thing that carries: what it has to do and what it can.</summary>
/// <param name="Value">Sag with years of creep (mm), or the force it has to hold (N).</param>
/// <param name="Limit">What is allowed of it.</param>
/// <param name="Why">Formula with its numbers.</param>
public sealed record LoadCase(string Id, string Place, string What, LoadKind Kind, double Value, double Limit, string Why)
{
    public bool Holds => Value <= Limit + 1e-9;
}
