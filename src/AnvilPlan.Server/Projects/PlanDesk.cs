using System.Collections.Concurrent;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Projects;

/// <summary>What a design was planned with.</summary>
public sealed record Bench(Catalog Catalog, ShopProfile Shop);

/// <summary>Plans designs with the shop's catalog and profile, and remembers the last few plans.</summary>
public sealed class PlanDesk(ProjectStore store)
{
    private const int Remembered = 32;
    private readonly ConcurrentDictionary<string, BuildPlan> _plans = new(StringComparer.Ordinal);
    private readonly ConcurrentQueue<string> _order = new();
    private int _benchVersion;

    /// <summary>Call when the catalog or the shop profile changed: plans made before are forgotten.</summary>
    public void Forget()
    {
        Interlocked.Increment(ref _benchVersion);
        _plans.Clear();
    }

    public async Task<Bench> Bench(CancellationToken cancel) =>
        new(Catalog.Shipped.With(await store.OwnModels(cancel)), (await store.Shop(cancel)).Shop);

    /// <exception cref="FieldException">The design holds a value out of range.</exception>
    public static void Check(Design design, Bench bench)
    {
        var problems = DesignCheck.Problems(design, bench.Catalog);
        if (problems.Count > 0)
        {
            throw new FieldException(problems);
        }
    }

    public BuildPlan Plan(OpenProject project, Bench bench)
    {
        var key = $"{_benchVersion}/{project.Id}/{project.Revision}";
        if (_plans.TryGetValue(key, out var known))
        {
            return known;
        }

        var plan = Planner.Plan(project.Design, bench.Catalog, bench.Shop, project.AsBuilt);
        if (_plans.TryAdd(key, plan))
        {
            _order.Enqueue(key);
            while (_order.Count > Remembered && _order.TryDequeue(out var oldest))
            {
                _plans.TryRemove(oldest, out _);
            }
        }

        return plan;
    }
}
