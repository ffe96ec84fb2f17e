using System.Collections.Concurrent;
using System.Globalization;
using AnvilPlan.Audit.Checks;
using AnvilPlan.Audit.Designs;
using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Audit;

/// <summary>What an audit found.</summary>
/// <param name="Stopped">Designs that the plan itself refuses: their geometry is not judged.</param>
public sealed record AuditResult(int Designs, int Stopped, IReadOnlyList<DefectKind> Kinds, IReadOnlyDictionary<string, int> Stops)
{
    public int Defects => Kinds.Sum(k => k.Count);
}

/// <param name="All">Every one, with the name of its design.</param>
/// <param name="Smallest">The smallest design that shows it.</param>
public sealed record DefectKind(string Kind, string Example, Design Smallest, IReadOnlyList<string> All)
{
    public int Count => All.Count;
}

/// <summary>Plans designs, writes their files and judges what was written.</summary>
public static class Auditor
{
    /// <summary>
    /// Every system as it begins in a new project, a plain box, and the demos: none may have a stop or a warning, or any defect.
    /// </summary>
    public static IEnumerable<Design> Beginnings(Catalog catalog, IReadOnlyList<Design> demos)
    {
        yield return StartingDesign.Named("starting plain box");
        foreach (var system in catalog.Systems)
        {
            if (system.Begin(StartingDesign.Named("starting " + system.Key), catalog) is { } begun)
            {
                yield return begun;
            }
        }

        foreach (var demo in demos)
        {
            yield return demo;
        }
    }

    /// <param name="beginnings">What begins and the demos too, and not the random ones alone.</param>
    public static AuditResult Run(Catalog catalog, ShopProfile shop, IReadOnlyList<Design> demos, int count, int seed,
        string? system = null, bool beginnings = true)
    {
        var random = new RandomDesigns(catalog, shop, demos, seed, system);
        var found = new ConcurrentBag<(Design Design, int Parts, Defect Defect)>();
        var stops = new ConcurrentBag<string>();
        var stopped = 0;
        List<(Func<Design> Make, bool Beginning)> all = [.. (beginnings ? Beginnings(catalog, demos) : [])
            .Select(d => ((Func<Design>)(() => d), true)),
            .. Enumerable.Range(1, count).Select(n => ((Func<Design>)(() => random.Make(n)), false))];
        Parallel.ForEach(all, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount }, one =>
        {
            Design design;
            try
            {
                design = one.Make();
            }
            catch (Exception error) when (error is not OutOfMemoryException)
            {
                found.Add((StartingDesign.Named("being made"), 0, Broken("error-adding", error)));
                return;
            }

            var (defects, plan) = Judge(design, catalog, shop, pages: one.Beginning);
            if (plan is { HasStop: true })
            {
                Interlocked.Increment(ref stopped);
                foreach (var code in plan.Findings.Where(f => f.Severity == Severity.Stop).Select(f => f.Code).Distinct())
                {
                    stops.Add(code);
                }
            }

            foreach (var defect in one.Beginning && plan is not null ? defects.Concat(Warned(design, plan)) : defects)
            {
                found.Add((design, plan?.Parts.Count ?? 0, defect));
            }
        });

        return new AuditResult(
            all.Count, stopped,
            [
                .. found.GroupBy(f => f.Defect.Kind).OrderByDescending(g => g.Count()).ThenBy(g => g.Key, StringComparer.Ordinal)
                    .Select(g =>
                {
                    var least = g.OrderBy(f => f.Parts).ThenBy(f => f.Design.Name, StringComparer.Ordinal)
                        .ThenBy(f => f.Defect.Text, StringComparer.Ordinal).First();
                    var smallest = g.Key.StartsWith("starting", StringComparison.Ordinal) ? least.Design
                        : Smaller.Of(least.Design, catalog, d => Judge(d, catalog, shop, pages: false).Defects.Any(x => x.Kind == g.Key));
                    var example = Judge(smallest, catalog, shop, pages: false).Defects.FirstOrDefault(x => x.Kind == g.Key)?.Text
                        ?? least.Defect.Text;
                    return new DefectKind(g.Key, $"{smallest.Name}: {example}", smallest,
                        [.. g.Select(f => $"{f.Design.Name}: {f.Defect.Text}").Order(StringComparer.Ordinal)]);
                }),
            ],
            stops.GroupBy(s => s).ToDictionary(g => g.Key, g => g.Count(), StringComparer.Ordinal));
    }

    private static IEnumerable<Defect> Warned(Design design, WrittenPlan plan) => plan.Findings.Where(f => f.Severity != Severity.Note)
        .Select(f => new Defect(f.Severity == Severity.Stop ? "starting-stop" : "starting-warning", $"{design.Name}: {f.Text}"));

    private static (IReadOnlyList<Defect> Defects, WrittenPlan? Plan) Judge(Design design, Catalog catalog, ShopProfile shop, bool pages)
    {
        try
        {
            var files = WrittenFiles.Of(design, catalog, shop, pages);
            return (Checklist.Run(files), WrittenPlan.Read(files.Files["plan.json"]));
        }
        catch (Exception error) when (error is not OutOfMemoryException)
        {
            // whatever passes the design check has to be planned and written: an error is the defect
            return ([Broken("error", error)], null);
        }
    }

    private static Defect Broken(string kind, Exception error) =>
        new(kind, $"{error.GetType().Name}: {error.Message} "
            + $"{error.StackTrace?.Split('\n').FirstOrDefault(l => l.Contains("AnvilPlan.", StringComparison.Ordinal))?.Trim()}");

    /// <param name="all">Every defect and not only one of each kind.</param>
    public static void Print(AuditResult result, bool all, TextWriter to)
    {
        foreach (var kind in result.Kinds)
        {
            to.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{kind.Count,5}  {kind.Kind,-20} {kind.Example}"));
            foreach (var text in all ? kind.All : [])
            {
                to.WriteLine($"         {text}");
            }
        }

        if (result.Stops.Count > 0)
        {
            to.WriteLine($"stops: {string.Join(", ", result.Stops.OrderByDescending(s => s.Value).Select(s => $"{s.Key} {s.Value}"))}");
        }

        to.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{result.Designs} designs, {result.Stopped} refused by a stop, "
            + $"{result.Defects} defects of {result.Kinds.Count} kinds"));
    }
}
