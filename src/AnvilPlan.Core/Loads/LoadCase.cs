using System.Text.Json.Serialization;
using AnvilPlan.Core.Places;

namespace AnvilPlan.Core.Loads;

public enum LoadKind
{
    /// <summary>Sag of a board, mm.</summary>
    Sag,

    /// <summary>Hold of strips, magnets or hinge screws, N.</summary>
    Hold,
}

public enum Carrier
{
    Board,
    Strips,
    Magnets,
    Hinges,
}

/// <summary>One thing that carries: what it has to do and what it can.</summary>
/// <param name="Value">Sag with years of creep (mm), or the force it has to hold (N).</param>
/// <param name="Limit">What is allowed of it.</param>
/// <param name="Why">Formula with its numbers.</param>
public sealed record LoadCase(string Id, Place Place, string What, LoadKind Kind, double Value, double Limit, string Why)
{
    /// <summary>What carries.</summary>
    [JsonIgnore] public Carrier By { get; init; }

    public bool Holds => Value <= Limit + 1e-9;
}
