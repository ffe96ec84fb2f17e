using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Order;

/// <summary>What is put together for good, before the finish: pegs and inserts, glue, screws and rivets.</summary>
internal static class JoinWork
{
    public static IEnumerable<Operation> Of(Job job) => [.. Pressed(job), .. Glued(job), .. Fixed(job), .. Capped(job)];

    private static IEnumerable<Operation> Pressed(Job job) =>
        job.Groups.Where(g => g is { DeviceId: null, Pressed: true, Turn: FixingTurn.WithItsParts })
        .Select(g => g.Operation(job, "set", Done.Set) with
        {
            Title = $"Set {g.Count} {Word(g.Sets[0].Way.Kind)}{(g.Count == 1 ? "" : "s")}: {g.What}",
            Tool = g.Sets[0].Way.Kind == FixingKind.Insert ? "iron with a tip for inserts" : "",
            Caution = g.Sets[0].Way.Kind == FixingKind.Insert ? "Hot tip and fumes: let it cool before it is touched." : null,
        });

    /// <summary>
    /// The goes of the glue-up, with what stands loose in grooves among their pieces; then what is cemented and is no wood.
    /// </summary>
    private static IEnumerable<Operation> Glued(Job job)
    {
        var standing = new List<string>();
        foreach (var go in job.Glue.Stages)
        {
            var pieces = go.PieceIds.ToList();
            List<string> slipped = [.. job.SlippedIn.Where(l => !standing.Contains(l.Key) && l.All(h => standing.Contains(h)
                || pieces.Contains(h))).Select(l => l.Key)];
            var with = slipped.Count == 0 ? "" : $"; {string.Join(", ", slipped.Select(job.NameOf))} loose in its grooves, dry";
            var which = job.Glue.Stages.Count == 1 ? "" : $"go {go.Number} of {job.Glue.Stages.Count}: ";
            yield return new Operation(
                $"glue/{go.Number}", $"Glue {which}{string.Join(", ", go.Pieces.Select(p => p.ToLowerInvariant()))}{with}",
                (go.Joints * job.Rates.GlueMinPerJoint) + (slipped.Count * job.Rates.PlaceMin),
                    [.. pieces.Concat(slipped).Select(p => new Fact(Done.Glued, p))], [.. pieces, .. slipped])
            {
                Tool = string.Join(", ", go.Clamps.Select(c => $"{c.Count} clamps that open {c.OpensMm:0} mm")),
                Setting = job.Glue.Glue,
                WaitMin = Math.Round(job.Glue.ClampMin, 1),
                Needs = [.. standing.Select(p => new Need(new Fact(Done.Glued, p), "what was glued before holds it"))],
                HoldPoint = $"Everything of this go fits dry; clamps and cauls lie ready; the glue gives {job.Glue.WorkingMin:0.#} min."
                    + string.Concat(job.Glue.Squares.Where(s => s.Stage == go.Number)
                        .Select(s => $" Diagonals {s.Name} {s.DiagonalMm:0.0} mm, at most {s.AllowMm:0.0} mm apart.")),
            };
            standing.AddRange([.. pieces, .. slipped]);
        }

        var glued = job.Glue.Stages.SelectMany(s => s.PieceIds).ToHashSet(StringComparer.Ordinal);
        foreach (var hold in job.Joints.Holds.Where(h => h.By == HoldBy.Glue))
        {
            var (a, b) = (job.MadeOf(hold.PartA), job.MadeOf(hold.PartB));
            if (a != b && !(glued.Contains(a) && glued.Contains(b)))
            {
                yield return new Operation($"cement/{hold.Place}/{hold.PartA}+{hold.PartB}", $"Cement {job.NameOf(b)} to {job.NameOf(a)}",
                    job.Rates.GlueMinPerJoint, [new(Done.Glued, a), new(Done.Glued, b)], [hold.Place])
                {
                    HoldPoint = "Both lie together dry, without a gap.",
                    Caution = "Solvent and resin: gloves, goggles, fresh air.",
                };
            }
        }
    }

    private static IEnumerable<Operation> Fixed(Job job) => job.Joining.Where(g => !job.Apart(g.Parts))
        .Select(g => g.Operation(job, "fix", Done.Joined));

    /// <summary>Plugs over the heads, once they are tight.</summary>
    private static IEnumerable<Operation> Capped(Job job) =>
        from fixedOnes in job.Joining.Where(g => !job.Apart(g.Parts))
        let plugs = fixedOnes.Sets.Where(s => s.Way.Bought.Any(b => b.Kind == WoodPlug.Kind)).ToList()
        where plugs.Count > 0
        let count = plugs.Sum(s => s.Fixings.Count)
        let parts = plugs.SelectMany(s => s.Way.Layers).Where(l => l is { Role: LayerRole.Seat, Part: not null })
            .Select(l => job.MadeOf(l.Part!.Id)).Distinct().ToList()
        select new Operation($"cap/{fixedOnes.Id}", $"Glue {count} plugs over the screws and cut them flush: {fixedOnes.What}",
            count * job.Rates.CapMin, [.. parts.Select(p => new Fact(Done.Capped, p))], [.. parts])
        {
            Tool = "flush saw or chisel, block plane",
            Setting = string.Join("; ", plugs.GroupBy(s => s.Way.Bought.First(b => b.Kind == WoodPlug.Kind).What)
                .Select(g => $"{g.Sum(s => s.Fixings.Count)} of {g.Key}")),
            WaitMin = PlugSetsMin,
            HoldPoint = "Every screw is tight; the grain of each plug runs with that of the panel.",
            Caution = "A chisel is pushed away from the hand that holds.",
        };

    /// <summary>Glue in a short plug, before it is cut [R].</summary>
    private const double PlugSetsMin = 30;

    private static string Word(FixingKind kind) => kind switch
    {
        FixingKind.Dowel => "dowel",
        FixingKind.Biscuit => "biscuit",
        FixingKind.Magnet => "magnet",
        FixingKind.Insert => "insert",
        _ => "pin",
    };
}

/// <summary>Sets of fixings that are put in together.</summary>
/// <param name="DeviceId">The device that they hold; null for what holds parts.</param>
/// <param name="Parts">Made parts that they pass.</param>
internal sealed record FixingGroup(string Id, string? DeviceId, IReadOnlyList<PlacedSet> Sets, IReadOnlyList<string> Parts)
{
    public FixingTurn Turn => Sets[0].Set.Turn;

    public bool Pressed => IsPressed(Sets[0].Way.Kind);

    /// <summary>Whether it is pressed or glued into its holes before anything is put together.</summary>
    public static bool IsPressed(FixingKind kind) => kind is FixingKind.Dowel or FixingKind.Biscuit or FixingKind.Pin or FixingKind.Magnet
        or FixingKind.Insert;

    public int Count => Sets.Sum(s => s.Fixings.Count);

    public string What => Sets[0].Set.What.ToLowerInvariant();

    public IReadOnlyList<Place> Places => [.. Parts.Append(Sets[0].Set.For).Distinct().Select(Place.Parse)];

    public double Minutes(Job job) => Sets.Sum(s => s.Fixings.Count * Each(s.Way, job));

    public Operation Operation(Job job, string word, Done done) =>
        In(new Operation($"{word}/{Id}", $"{(Sets.All(s => s.Way.Sticks) ? "Stick" : "Fix")} {What}", Minutes(job),
            [.. Parts.Select(p => new Fact(done, p))], Places), [this]);

    /// <summary>The operation with the fixings of groups that are put in by it: their drivers and what is counted out for it.</summary>
    public static Operation In(Operation operation, IReadOnlyList<FixingGroup> groups)
    {
        var fixings = new List<string>();
        var drives = new List<string>();
        var counts = new List<(string Label, int Count)>();
        foreach (var set in groups.SelectMany(g => g.Sets))
        {
            if (!set.Way.Sticks)
            {
                fixings.AddRange(set.Fixings.Select(f => f.Id));
            }

            foreach (var screw in set.Way.Screws)
            {
                if (screw.Drive.Length > 0 && !drives.Contains(screw.Drive))
                {
                    drives.Add(screw.Drive);
                }

                counts.Add((screw.Label, set.Fixings.Count));
            }
        }

        return operation with
        {
            Fixings = fixings,
            Tool = string.Join(", ", drives),
            Setting = string.Join("; ", counts.GroupBy(c => c.Label).Select(g => $"{g.Sum(c => c.Count)} of {g.Key}")),
        };
    }

    private static double Each(FixingWay way, Job job) => (way.Screws.Count * job.Rates.ScrewMin) + way.Kind switch
    {
        // no length is chosen for what comes with a bought piece or goes into a wall
        FixingKind.WoodScrew or FixingKind.Screw or FixingKind.Bolt when way.Screws.Count == 0 && !way.Sticks => job.Rates.ScrewMin,
        FixingKind.Dowel or FixingKind.Biscuit or FixingKind.Pin or FixingKind.Rivet => job.Rates.PegMin,
        FixingKind.Insert or FixingKind.RivetNut or FixingKind.Magnet => job.Rates.InsertMin,
        _ => 0,
    };
}
