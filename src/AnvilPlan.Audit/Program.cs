using System.Globalization;
using AnvilPlan.Audit;
using AnvilPlan.Audit.Walk;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Project;

// audit [N] [--seed S] [--keep DIR] [--system KEY] [--all]: exit 0 when nothing was found, 1 when something was, 2 for wrong arguments
var (count, seed) = (100, 1);
var all = false;
string? keep = null, demo = null, server = null, system = null;
for (var i = 0; i < args.Length; i++)
{
    string Next() => i + 1 < args.Length ? args[++i] : "";
    switch (args[i])
    {
        case "--seed":
            if (!int.TryParse(Next(), NumberStyles.None, CultureInfo.InvariantCulture, out seed))
            {
                return Fail($"--seed is \"{args[i]}\": it must be a whole number from 0 on.");
            }

            break;
        case "--keep":
            keep = Next();
            break;
        case "--system":
            system = Next();
            if (!Shipped.Catalog.Systems.Any(s => s.Key == system && s.Decision is not null))
            {
                return Fail($"--system is \"{system}\": it must be one of "
                    + $"{string.Join(", ", Shipped.Catalog.Systems.Where(s => s.Decision is not null).Select(s => s.Key))}.");
            }

            break;
        case "--all":
            all = true;
            break;
        case "--server":
            server = Next();
            break;
        case "--demo":
            demo = Next();
            break;
        default:
            if (!int.TryParse(args[i], NumberStyles.None, CultureInfo.InvariantCulture, out count) || count > 100_000)
            {
                return Fail($"\"{args[i]}\" is not known here: the number of designs, 0 to 100000, --seed S, --keep DIR, --system KEY "
                    + $"and --all are.");
            }

            break;
    }
}

var catalog = Shipped.Catalog;
List<AnvilPlan.Core.Designs.Design> demos = [.. demo is null ? [] : Directory.EnumerateFiles(demo, "*.json").Order(StringComparer.Ordinal)
    .Select(f => ProjectJson.Read(File.ReadAllText(f), catalog).Design)];
var result = Auditor.Run(catalog, ShopProfile.Usual, demos, count, seed, system);
if (keep is { Length: > 0 })
{
    Directory.CreateDirectory(keep);
    foreach (var kind in result.Kinds)
    {
        File.WriteAllText(Path.Combine(keep, kind.Kind + ".json"), ProjectJson.Write(ProjectFile.Of(kind.Smallest, AsBuilt.Nothing, [])));
    }
}

Auditor.Print(result, all, Console.Out);
var walked = 0;
if (server is not null)
{
    // as many steps as fit the number of designs: two thousand with three hundred
    var steps = Math.Min(2000, 20 + (count * 7));
    await using var own = await OwnServer.Start(server);
    var defects = await new ApiWalk(own.Client, catalog, seed).Run(steps);
    walked = defects.Count;
    foreach (var kind in defects.GroupBy(d => d.Kind))
    {
        Console.Out.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{kind.Count(),5}  {kind.Key,-20} {kind.First().Text}"));
        foreach (var defect in all ? kind.Skip(1) : [])
        {
            Console.Out.WriteLine($"         {defect.Text}");
        }
    }

    Console.Out.WriteLine($"{steps} steps of a user against the application, {walked} defects");
}

return result.Defects + walked == 0 ? 0 : 1;

static int Fail(string message)
{
    Console.Error.WriteLine(message);
    return 2;
}
