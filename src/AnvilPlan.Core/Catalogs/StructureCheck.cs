using System.Globalization;
using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Catalogs;

/// <summary>Holds the fields of one structure to their ranges; each problem names field, value and what is allowed.</summary>
public sealed class StructureCheck
{
    private readonly Action<DesignProblem> _add;
    private readonly string _path;

    internal StructureCheck(Catalog catalog, Action<DesignProblem> add, string path = "structures") =>
        (Catalog, _add, _path) = (catalog, add, path);

    public Catalog Catalog { get; }

    internal StructureCheck At(string path) => new(Catalog, _add, path);

    public void Range(string field, double value, double least, double most, string unit = " mm")
    {
        if (!double.IsFinite(value) || value < least || value > most)
        {
            Refuse(field, $"{field} is {Number(value)}: it must lie between {Number(least)} and {Number(most)}{unit}.");
        }
    }

    public void OrNull(string field, double? value, double least, double most, string unit = " mm")
    {
        if (value is { } v)
        {
            Range(field, v, least, most, unit);
        }
    }

    public void Bar(string field, string barId)
    {
        if (!Catalog.HasBar(barId))
        {
            Refuse(field, $"{field} is \"{barId}\": the catalog has no such bar.");
        }
    }

    public void Material(string field, string materialId)
    {
        if (!Catalog.HasMaterial(materialId))
        {
            Refuse(field, $"{field} is \"{materialId}\": the catalog has no such material.");
        }
    }

    public void Refuse(string field, string message) => _add(new DesignProblem($"{_path}.{field}", message));

    private static string Number(double value) => value.ToString("0.######", CultureInfo.InvariantCulture);
}
