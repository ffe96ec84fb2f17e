using System.Globalization;
using AnvilPlan.Soak;

// kills, files, api: a count; clients: seconds; disks: 0 or 1. Without any, the short run that the tests make.
var root = Directory.GetCurrentDirectory();
var seed = 1;
var wanted = new Dictionary<string, int>(StringComparer.Ordinal);
for (var i = 0; i < args.Length; i += 2)
{
    var (key, value) = (args[i], i + 1 < args.Length ? args[i + 1] : "");
    if (key == "--root")
    {
        root = Path.GetFullPath(value);
    }
    else if (key is "--seed" or "--kills" or "--files" or "--api" or "--clients" or "--disks"
        && int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var number))
    {
        wanted[key] = number;
    }
    else
    {
        Console.Error.WriteLine("tests/soak/run [--kills N] [--files N] [--api N] [--clients SECONDS] [--disks 1] [--seed S]: without "
            + "any of them, a short run of all.");
        return 2;
    }
}

seed = wanted.Remove("--seed", out var given) ? given : seed;
if (wanted.Count == 0)
{
    wanted = new(StringComparer.Ordinal) { ["--kills"] = 4, ["--files"] = 400, ["--api"] = 300, ["--clients"] = 2, ["--disks"] = 1 };
}

var folder = Directory.CreateTempSubdirectory("anvil-soak-").FullName;
var tallies = new List<Tally>();
async Task Soak(string key, Func<Tally, int, Random, Task> run)
{
    if (wanted.TryGetValue(key, out var count) && count > 0)
    {
        var tally = new Tally(key[2..]);
        tallies.Add(tally);
        await run(tally, count, new Random(seed));
        tally.Print();
    }
}

await Soak("--kills", (tally, count, random) => new Kills(root, folder, random, tally).Run(count));
await Soak("--files", (tally, count, random) => new Files(root, folder, random, tally).Run(count));
await Soak("--api", (tally, count, random) => new ApiFuzz(root, folder, random, tally).Run(count));
await Soak("--clients", (tally, count, _) => new Clients(root, folder, tally).Run(TimeSpan.FromSeconds(count)));
await Soak("--disks", (tally, _, _) => new Disks(root, folder, tally).Run());
if (tallies.TrueForAll(t => t.Clean))
{
    Directory.Delete(folder, recursive: true);
    return 0;
}

Console.Out.WriteLine($"What was kept: {folder}");
return 1;
