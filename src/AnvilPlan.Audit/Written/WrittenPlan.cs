using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Packet;
using AnvilPlan.Formats.Pdf;

namespace AnvilPlan.Audit.Written;

/// <summary>A finding as it stands in the file.</summary>
public sealed record WrittenFinding(string Id, string Code, Severity Severity, string Text);

/// <summary>A made part as it stands in the file.</summary>
public sealed record WrittenMade(string Id, Blank Blank, IReadOnlyList<string> FaceIds, IReadOnlyList<string> BendIds)
{
    /// <summary>Whose holes and cuts stand in the tables: the blank's that is worked, or the faces' of a print.</summary>
    public IReadOnlyList<string> Worked => Blank is PrintBlank ? FaceIds : [Id];
}

/// <summary>What plan.json says, as far as a shop would build from it.</summary>
public sealed record WrittenPlan(
    Box Outer, Box Inner, IReadOnlyList<DevicePlace> Devices, IReadOnlyList<EdgeJoint> Edges, IReadOnlyList<Part> Parts,
        IReadOnlyList<WrittenMade> Made, IReadOnlyList<Hold> Holds,
    IReadOnlyList<MountPoint> MountPoints, IReadOnlyList<StandoffSet> Standoffs, IReadOnlyList<Fixing> Fixings,
        IReadOnlyList<ScrewChoice> Screws, CutPlan Cuts, IReadOnlyList<WrittenFinding> Findings,
    IReadOnlyList<AssemblyView> Views, IReadOnlyList<FittingPlace> Fittings, WorkPlan Work)
{
    /// <summary>Cables whose two ends the plan has.</summary>
    public IEnumerable<string> Linked(Design design) =>
        design.Links.Where(l => Devices.Any(d => d.Id == l.FromDeviceId) && Devices.Any(d => d.Id == l.ToDeviceId)).Select(l => l.Id);

    /// <summary>What hands cut: features of blanks, or of the faces of a print.</summary>
    public IEnumerable<(Part Part, Feature Feature)> Worked() =>
        Made.SelectMany(m => m.Worked).Select(id => Parts.FirstOrDefault(p => p.Id == id)).OfType<Part>()
        .SelectMany(p => p.Features, (p, f) => (p, f));

    private static readonly JsonSerializerOptions Lenient = new(Shipped.Json) { UnmappedMemberHandling = JsonUnmappedMemberHandling.Skip };

    public static WrittenPlan Read(byte[] json) => JsonSerializer.Deserialize<WrittenPlan>(json, Lenient)!;

    /// <summary>Stops that leave every part and fixing where it is: its geometry is to be right all the same.</summary>
    private static readonly HashSet<string> BesideTheShape = ["control-forgotten", "supply-volts", "supply-short", "link-volts",
        "over-the-limit", "part-larger-than-stock", "no-way-in", "cable-short", "cable-closed-off", "one-stud"];

    /// <summary>The plan itself says that something of its shape cannot be so.</summary>
    public bool ShapeStopped => Findings.Any(f => f.Severity == Severity.Stop && !BesideTheShape.Contains(f.Code));

    public bool HasStop => Findings.Any(f => f.Severity == Severity.Stop);
}

/// <summary>All files of one plan, by name, and what they were planned from.</summary>
/// <param name="Plan">For what is drawn on a screen alone.</param>
public sealed record WrittenFiles(Design Design, Catalog Catalog, ShopProfile Shop, BuildPlan Plan,
    IReadOnlyDictionary<string, byte[]> Files)
{
    /// <summary>
    /// Plans the design and writes what leaves the application for it; the two books of pages only where they are asked for.
    /// </summary>
    public static WrittenFiles Of(Design design, Catalog catalog, ShopProfile shop, bool pages)
    {
        var plan = Planner.Plan(design, catalog, shop, AnvilPlan.Core.Bench.AsBuilt.Nothing);
        return new WrittenFiles(design, catalog, shop, plan, PlanFiles.Of(design, plan, shop, Paper.Named("a4")!)
            .Where(f => pages || !f.Name.EndsWith(".pdf", StringComparison.Ordinal)).ToDictionary(f => f.Name, f => f.Write(),
                StringComparer.Ordinal));
    }

    public string Text(string name) => Encoding.UTF8.GetString(Files[name]);

    /// <summary>The rows of a table, each by the names of its columns.</summary>
    public IReadOnlyList<IReadOnlyDictionary<string, string>> Table(string name)
    {
        var lines = Text(name).Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(Cells).ToList();
        return [.. lines.Skip(1).Select(row => lines[0].Zip(row).ToDictionary(c => c.First, c => c.Second, StringComparer.Ordinal))];
    }

    private static List<string> Cells(string line)
    {
        var cells = new List<string>();
        var cell = new StringBuilder();
        var quoted = false;
        for (var i = 0; i < line.Length; i++)
        {
            if (line[i] == '"' && quoted && i + 1 < line.Length && line[i + 1] == '"')
            {
                cell.Append('"');
                i++;
            }
            else if (line[i] == '"')
            {
                quoted = !quoted;
            }
            else if (line[i] == ',' && !quoted)
            {
                cells.Add(cell.ToString());
                cell.Clear();
            }
            else if (line[i] != '\r')
            {
                cell.Append(line[i]);
            }
        }

        cells.Add(cell.ToString());
        return cells;
    }
}
