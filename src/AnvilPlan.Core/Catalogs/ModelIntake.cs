using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Json;

namespace AnvilPlan.Core.Catalogs;

/// <summary>What is done with models that come in and differ from those of the same id that are here.</summary>
public enum ModelChoice
{
    /// <summary>They come in under an id and name of their own; the design that comes with them uses those.</summary>
    Both,

    /// <summary>They stay out; the design uses what is here.</summary>
    Ours,
}

/// <param name="Field">Path of the field in the model's JSON.</param>
/// <param name="What">The same in words.</param>
/// <param name="Ours">What is here, with its unit, cut when it is long.</param>
/// <param name="Theirs">What came.</param>
public sealed record ModelFieldDifference(string Field, string What, string Ours, string Theirs);

/// <summary>A model that came in under the id of another.</summary>
/// <param name="Shipped">The one that is here came with the application.</param>
public sealed record ModelDifference(string Id, string Name, bool Shipped, IReadOnlyList<ModelFieldDifference> Fields);

/// <summary>How models from outside join a catalog: none that is there is ever changed by it.</summary>
/// <param name="Add">Models that the catalog does not have yet, under ids that are free.</param>
/// <param name="Names">The id under which each model that came can be used here, by the id that it came with.</param>
/// <param name="Differs">Those that had to be told apart.</param>
public sealed record ModelIntake(IReadOnlyList<HardwareModel> Add, IReadOnlyDictionary<string, string> Names,
    IReadOnlyList<ModelDifference> Differs)
{
    private const int MostIdChars = 40;
    private const int MostNameChars = 80;
    private const int MostFields = 12;

    public static ModelIntake Of(IReadOnlyList<HardwareModel> incoming, Catalog catalog, ModelChoice choice)
    {
        var add = new List<HardwareModel>();
        var names = new Dictionary<string, string>(StringComparer.Ordinal);
        var differs = new List<ModelDifference>();
        var taken = catalog.Hardware.Select(m => m.Id).Concat(incoming.Select(m => m.Id)).ToHashSet(StringComparer.Ordinal);
        foreach (var model in incoming)
        {
            names[model.Id] = model.Id;
            if (!catalog.HasModel(model.Id))
            {
                add.Add(model);
                continue;
            }

            var ours = catalog.Model(model.Id);
            var fields = Differences(ours, model);
            if (fields.Count == 0)
            {
                continue;
            }

            differs.Add(new ModelDifference(model.Id, ours.Name, Catalog.Tables.HasModel(model.Id), fields));
            if (choice == ModelChoice.Both)
            {
                names[model.Id] = Apart(model, catalog, taken, add);
            }
        }

        return new ModelIntake(add, names, differs);
    }

    /// <summary>The design with its devices on the models as they are called here.</summary>
    public Design Of(Design design) => design with
    {
        Devices = [.. design.Devices.Select(d => Names.TryGetValue(d.ModelId, out var id) && id != d.ModelId
            ? d with { ModelId = id } : d)],
    };

    /// <summary>Values that are not the same, in the order of the model; the first dozen of them.</summary>
    public static IReadOnlyList<ModelFieldDifference> Differences(HardwareModel ours, HardwareModel theirs) =>
        [.. Differences("", Json(ours), Json(theirs)).Take(MostFields)];

    private static IEnumerable<ModelFieldDifference> Differences(string path, JsonNode? ours, JsonNode? theirs) => (ours, theirs) switch
    {
        _ when JsonNode.DeepEquals(ours, theirs) => [],
        (JsonObject a, JsonObject b) => a.SelectMany(f => Differences(path.Length == 0 ? f.Key : $"{path}.{f.Key}", f.Value, b[f.Key])),
        (JsonArray a, JsonArray b) when a.Count == b.Count => a.SelectMany((entry, i) => Differences($"{path}[{i}]", entry, b[i])),
        _ => [new ModelFieldDifference(path, ModelWords.Of(path), ModelWords.Value(path, ours), ModelWords.Value(path, theirs))],
    };

    /// <summary>One that came in apart before is used again; else the first free id is taken.</summary>
    private static string Apart(HardwareModel model, Catalog catalog, HashSet<string> taken, List<HardwareModel> add)
    {
        for (var n = 2; ; n++)
        {
            var number = n.ToString(CultureInfo.InvariantCulture);
            var id = Cut(model.Id, MostIdChars - number.Length - 1).TrimEnd('-') + "-" + number;
            var own = model with { Id = id, Name = $"{Cut(model.Name, MostNameChars - number.Length - 3).TrimEnd()} ({number})" };
            if (catalog.HasModel(id) && Differences(catalog.Model(id), own).Count == 0)
            {
                return id;
            }

            if (taken.Add(id))
            {
                add.Add(own);
                return id;
            }
        }
    }

    /// <summary>What was decided of a model; what follows from that differs of itself.</summary>
    private static JsonObject Json(HardwareModel model)
    {
        var json = JsonSerializer.SerializeToNode(model, WireJson.Plain)!.AsObject();
        foreach (var computed in WireJson.Plain.GetTypeInfo(typeof(HardwareModel)).Properties.Where(p => p.Set is null
            && p.AssociatedParameter is null))
        {
            json.Remove(computed.Name);
        }

        return json;
    }

    /// <summary>The first characters; a pair of surrogates stays together.</summary>
    private static string Cut(string text, int most) =>
        text.Length <= most ? text : text[..(char.IsHighSurrogate(text[most - 1]) ? most - 1 : most)];
}
