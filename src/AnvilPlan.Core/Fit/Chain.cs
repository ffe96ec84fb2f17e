using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fit;

public enum LayerKind
{
    /// <summary>A material or a device: as thick as it is.</summary>
    Fixed,

    /// <summary>Follows from a rule, for example the least standoff.</summary>
    Derived,

    /// <summary>Air: what is left.</summary>
    Slack,
}

/// <summary>One layer of a chain, mm along its axis.</summary>
/// <param name="Handle">What a change of this layer changes; null = it is decided elsewhere.</param>
public sealed record ChainLayer(string What, double FromMm, double ThicknessMm, LayerKind Kind, LayerHandle? Handle);

/// <summary>The section through the enclosure along one axis: layer after layer, without gaps, with its total (mm).</summary>
public sealed record Chain(string Id, Axis Axis, string Through, string Title, double TotalMm, IReadOnlyList<ChainLayer> Layers)
{
    /// <summary>It runs along the axes of what leans, from where it enters the enclosure.</summary>
    public bool Leans { get; init; }

    /// <summary>Where it begins in the enclosure, and the unit vector that it runs along from there.</summary>
    [JsonIgnore] public Point3 From { get; init; }

    [JsonIgnore] public Point3 Way { get; init; }

    public double SlackMm => Layers.Where(l => l.Kind == LayerKind.Slack).Sum(l => l.ThicknessMm);
}
