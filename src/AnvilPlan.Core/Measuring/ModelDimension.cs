using AnvilPlan.Core.Catalogs;

namespace AnvilPlan.Core.Measuring;

/// <summary>A length of a hardware model that a caliper can take, mm.</summary>
/// <param name="Key"><c>width</c>, <c>hole/2/x</c>, <c>port/usb/z</c> and the like.</param>
public sealed record ModelDimension(string Key, string Name, double NominalMm);

/// <summary>Which dimensions a model has, and how a measured one goes into it.</summary>
public static class ModelDimensions
{
    public static IReadOnlyList<ModelDimension> Of(HardwareModel model) =>
    [
        new("width", "Width", model.WidthMm),
        new("depth", "Depth", model.DepthMm),
        new("height", "Height", model.HeightMm),
        .. model.BoardMm > 0 ? [new ModelDimension("board", "Board or flange thickness", model.BoardMm)] : (ModelDimension[])[],
        .. model.Holes.SelectMany((h, i) => (ModelDimension[])
            [new($"hole/{i + 1}/x", $"Hole {i + 1}, from the left", h.XMm), new($"hole/{i + 1}/y", $"Hole {i + 1}, from the front", h.YMm),
                new($"hole/{i + 1}/dia", $"Hole {i + 1}, diameter", h.DiaMm)]),
        .. model.Ports.SelectMany(p => (ModelDimension[])
            [new($"port/{p.Id}/x", $"{p.Name}, from the left", p.XMm), new($"port/{p.Id}/y", $"{p.Name}, from the front", p.YMm),
                new($"port/{p.Id}/z", $"{p.Name}, above the base", p.ZMm)]),
    ];

    /// <summary>A copy under an id of its own, into which measures can go.</summary>
    public static HardwareModel OwnOf(HardwareModel shipped, Catalog catalog)
    {
        var ids = Enumerable.Range(1, int.MaxValue)
            .Select(n => $"own-{shipped.Id[..Math.Min(shipped.Id.Length, 32)]}{(n > 1
                ? $"-{n.ToString(System.Globalization.CultureInfo.InvariantCulture)}" : "")}");
        return shipped with
        {
            Id = ids.First(id => !catalog.HasModel(id)),
            Name = $"{shipped.Name[..Math.Min(shipped.Name.Length, 70)]}, "
            + $"measured",
            Group = "Own models"
        };
    }

    /// <summary>The model with that dimension as measured, and a note of it in its confidence.</summary>
    /// <exception cref="ArgumentException">The model has no such dimension.</exception>
    public static HardwareModel Accept(HardwareModel model, string key, double measuredMm, int readings)
    {
        var dimension = Of(model).FirstOrDefault(d => d.Key == key)
            ?? throw new ArgumentException($"dimension is \"{key}\": the model {model.Id} has no such dimension.", nameof(key));
        var measured = Set(model, key, Math.Round(measuredMm, 3));
        var note = $"{dimension.Name.ToLowerInvariant()} as measured ({readings} readings)";
        var earlier = model.Confidence.Split("; ").Where(c => !c.StartsWith(dimension.Name.ToLowerInvariant() + " as measured",
            StringComparison.Ordinal));
        return measured with { Confidence = string.Join("; ", earlier.Append(note)) };
    }

    private static HardwareModel Set(HardwareModel m, string key, double mm)
    {
        var parts = key.Split('/');
        return parts[0] switch
        {
            "width" => m with { WidthMm = mm },
            "depth" => m with { DepthMm = mm },
            "height" => m with { HeightMm = mm },
            "board" => m with { BoardMm = mm },
            "hole" => m with
            {
                Holes = [.. m.Holes.Select((h, i) => i + 1 != int.Parse(parts[1], System.Globalization.CultureInfo.InvariantCulture) ? h
                    : parts[2] switch { "x" => h with { XMm = mm }, "y" => h with { YMm = mm }, _ => h with { DiaMm = mm } })],
            },
            _ => m with
            {
                Ports = [.. m.Ports.Select(p => p.Id != parts[1] ? p : parts[2] switch { "x" => p with { XMm = mm }, "y" => p with
                    { YMm = mm }, _ => p with { ZMm = mm } })],
            },
        };
    }
}
