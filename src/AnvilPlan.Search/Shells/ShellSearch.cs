using System.Diagnostics;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using Google.OrTools.Sat;

namespace AnvilPlan.Search.Shells;

/// <summary>
/// Looks for the smallest shells in which the hardware of a design fits on the decks that were chosen for it. What the search
/// proposes is planned like any design and is only given out when the findings agree.
/// </summary>
public static class ShellSearch
{
    /// <summary>Clearance added between devices when the findings refuse a proposal, mm.</summary>
    private static readonly double[] SparesMm = [0, 1, 3, 6];

    /// <summary>
    /// What the findings refuse however much clearance there is wants more room: sides so many times as long, at the most as long as they
    /// are now.
    /// </summary>
    private static readonly double[] Growths = [1.1, 1.25, 1.5, 1.9];
    private const double RoomySpareMm = 3;

    private const double FirstShare = 0.6;

    /// <param name="seconds">For all goals together.</param>
    public static SearchResult Run(
        Design design, Catalog catalog, ShopProfile shop, IReadOnlyList<SearchGoal> goals, double seconds,
            IProgress<SearchProgress>? progress, CancellationToken cancel)
    {
        var clock = Stopwatch.StartNew();
        var before = Planner.Plan(design, catalog, shop, AsBuilt.Nothing, CancellationToken.None);
        if (before.SideOutline is not null)
        {
            // blocks of the search lie along the axes of the enclosure
            return new SearchResult([], clock.Elapsed.TotalSeconds, false, "A console's sizes follow from its slope and its lip: shells "
                + "with a sloped front are not searched. Set slope, lip and sizes by hand; the snags tell what does not fit.");
        }

        var known = before.Findings.Where(f => f.Severity == Severity.Stop).Select(f => f.Id).ToHashSet(StringComparer.Ordinal);
        // what stands is the first solution, unless something stands where it cannot
        var standing = before.Findings.Any(f => f.Severity == Severity.Stop && OfPlace.Contains(f.Code)) ? null
            : Arrangement.Of(SearchGoal.Volume, design, before);
        var openNow = before.Ports.Where(p => p.State == PortState.Opened).Select(p => (p.DeviceId, p.PortId)).ToHashSet();
        var models = SparesMm.Select(spare => new Lazy<ArrangementModel>(() => new ArrangementModel(design, catalog, shop, spare)))
            .ToList();
        var (found, best, refused, none) = (new List<Arrangement>(), design, (string?)null, false);
        var wanted = goals.Where(g => g != SearchGoal.Cables || design.Links.Count > 0).ToList();
        for (var g = 0; g < wanted.Count && !cancel.IsCancellationRequested; g++)
        {
            // the first goal finds a shell at all; the others start from it
            var until = g == 0 && wanted.Count > 1 ? seconds / 2 : clock.Elapsed.TotalSeconds
                + ((seconds - clock.Elapsed.TotalSeconds) / (wanted.Count - g));
            var tight = default(Point3);
            IEnumerable<ArrangementModel> Models() =>
                models.Select(m => m.Value)
                .Concat(Growths.Select(f => new ArrangementModel(design, catalog, shop, RoomySpareMm,
                Least(tight * f, before.Outer.Size))));
            foreach (var (model, n) in Models().Select((m, n) => (m, n)))
            {
                // a refused proposal is to leave time for the next try; a search that has found nothing yet goes on
                var left = until - clock.Elapsed.TotalSeconds;
                var share = left * FirstShare;
                if (left < 0.2)
                {
                    break;
                }

                model.Aim(wanted[g], before.Outer.Size, openNow);
                model.Hint(best);
                var (status, proposal) = Solve(
                    model, wanted[g], share, left, new Teller(clock, seconds, found.Count, progress, cancel));
                if (proposal is null)
                {
                    none |= status == CpSolverStatus.Infeasible && n == 0;
                    break;
                }

                // judged to the end: what a search that is stopped has found already is kept
                var plan = Planner.Plan(proposal, catalog, shop, AsBuilt.Nothing, CancellationToken.None);
                if (Sound(plan, known))
                {
                    best = found.Count == 0 ? proposal : best;
                    // the model rounds towards more room, and added none: what it proves least is least
                    var proposed = Arrangement.Of(wanted[g], proposal, plan) with { Proven = status == CpSolverStatus.Optimal && n == 0 };
                    found.Add(standing is not null && (standing.PortsOpen > proposed.PortsOpen
                        || standing.Measure(wanted[g]) < proposed.Measure(wanted[g])) ? standing with { Goal = wanted[g] } : proposed);
                    break;
                }

                refused = plan.Findings.First(f => Refuses(f, known)).Text;
                tight = n == 0 ? plan.Outer.Size : tight;
            }
        }

        if (found.Count == 0 && standing is not null && !cancel.IsCancellationRequested)
        {
            return new SearchResult([standing], clock.Elapsed.TotalSeconds, false, $"No other shell was found in {seconds} s: this is "
                + $"the one that stands.");
        }

        var distinct = Distinct(found);
        return new SearchResult(distinct, clock.Elapsed.TotalSeconds, cancel.IsCancellationRequested, distinct.Count > 0 ? null
            : cancel.IsCancellationRequested ? "The search was stopped before it found a shell."
            : refused is not null ? $"No shell was found in {seconds} s; the last one was refused: {refused}"
            : none
                ? "There is no such shell: with these decks, locks and limits not everything finds a place. Unlock a device, free a "
                    + "limit of the brief, or move a device to another deck."
            : $"No shell was found in {seconds} s: unlock a device, free a limit of the brief, or move a device to another deck.");
    }

    private static Point3 Least(Point3 a, Point3 b) => new(Math.Min(a.X, b.X), Math.Min(a.Y, b.Y), Math.Min(a.Z, b.Z));

    /// <summary>No stop that the design had not had, and none about where things stand.</summary>
    public static bool Sound(BuildPlan plan, IReadOnlySet<string> known) =>
        !plan.Findings.Any(f => Refuses(f, known));

    private static bool Refuses(Finding finding, IReadOnlySet<string> known) =>
        finding.Severity == Severity.Stop && (!known.Contains(finding.Id) || OfPlace.Contains(finding.Code));

    private static readonly HashSet<string> OfPlace = new(StringComparer.Ordinal)
    {
        "device-outside", "devices-collide", "device-hits-part", "room-taken", "plug-no-room", "hole-near-edge", "hole-in-joint",
            "opening-cuts-joint",
        "holes-meet", "tray-outside", "tray-unsupported", "door-hits", "drawer-hits", "cable-short", "over-the-limit",
    };

    /// <summary>Whom to tell how far the whole search is, and who may stop it.</summary>
    /// <param name="Seconds">For all goals together; <paramref name="Found"/> shells so far.</param>
    private sealed record Teller(Stopwatch Clock, double Seconds, int Found, IProgress<SearchProgress>? Progress, CancellationToken Cancel);

    /// <param name="share">Seconds after which the first shell is enough; <paramref name="most"/> ends it in any case.</param>
    private static (CpSolverStatus Status, Design? Proposal) Solve(ArrangementModel model, SearchGoal goal, double share, double most,
        Teller teller)
    {
        var solver = new CpSolver
        {
            StringParameters = string.Create(System.Globalization.CultureInfo.InvariantCulture,
            $"max_time_in_seconds:{Math.Max(0.2, most)} num_workers:{Math.Clamp(Environment.ProcessorCount, 1, 8)}")
        };
        using var watch = new Watch(model, goal, teller);
        using var stop = teller.Cancel.Register(watch.Stop);
        using var enough = new Timer(_ => watch.StopWhenFound(), null, TimeSpan.FromSeconds(share), TimeSpan.FromMilliseconds(100));
        var status = model.Solve(solver, watch);
        return (status, status is CpSolverStatus.Optimal or CpSolverStatus.Feasible ? model.Read(solver) : null);
    }

    /// <summary>Those that differ from all before by more than 3 mm in a size, or by a port.</summary>
    private static List<Arrangement> Distinct(List<Arrangement> found)
    {
        var kept = new List<Arrangement>();
        foreach (var a in found)
        {
            if (kept.TrueForAll(k => Math.Abs(k.WidthMm - a.WidthMm) > 3 || Math.Abs(k.DepthMm - a.DepthMm) > 3
                || Math.Abs(k.HeightMm - a.HeightMm) > 3 || k.PortsRear != a.PortsRear))
            {
                kept.Add(a);
            }
        }

        return kept;
    }

    private sealed class Watch(ArrangementModel model, SearchGoal goal, Teller teller) : CpSolverSolutionCallback
    {
        private volatile bool _found;

        public void Stop() => StopSearch();

        /// <summary>Ends the search once there is a shell; asked again and again after its share of the time.</summary>
        public void StopWhenFound()
        {
            if (_found)
            {
                StopSearch();
            }
        }

        public override void OnSolutionCallback()
        {
            _found = true;
            teller.Progress?.Report(new SearchProgress(
                goal, teller.Clock.Elapsed.TotalSeconds, teller.Seconds, ArrangementModel.Litres(Value(model.Volume)), teller.Found));
            if (teller.Cancel.IsCancellationRequested)
            {
                StopSearch();
            }
        }
    }
}
