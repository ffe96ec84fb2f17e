using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Audit.Checks;

/// <summary>
/// Does the work in the written order, knowing parts, fixings, devices and cables only: everything happens, once, and in time.
/// </summary>
internal static class WorkChecks
{
    public static IEnumerable<Defect> Run(WrittenPlan plan, WrittenFiles files)
    {
        var work = plan.Work.Operations;
        var at = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (var (operation, i) in work.Select((o, i) => (o, i)))
        {
            if (!at.TryAdd(operation.Id, i))
            {
                yield return new Defect("work-twice", $"{operation.Id} is there twice");
            }

            if (operation.Minutes <= 0)
            {
                yield return new Defect("work-minutes", $"{operation.Id} ({operation.Title}) takes {operation.Minutes} min");
            }
        }

        if (plan.Work.Circle.Count > 0)
        {
            yield return new Defect("work-circle", string.Join(" waits for ", plan.Work.Circle));
        }

        foreach (var link in plan.Work.Links)
        {
            if (link.Because.Length == 0 || !at.TryGetValue(link.Before, out var before) || !at.TryGetValue(link.After, out var after)
                || before >= after)
            {
                yield return new Defect("work-order", $"{link.After} comes before {link.Before}, or one of them is not there");
            }
        }

        foreach (var defect in (IEnumerable<Defect>)[.. Counted(plan, files, work), .. InTime(plan, work), .. Parts(plan, work)])
        {
            yield return defect;
        }
    }

    /// <summary>Every fixing, device and cable in exactly one operation, every thread in one that taps.</summary>
    private static IEnumerable<Defect> Counted(WrittenPlan plan, WrittenFiles files, IReadOnlyList<Operation> work)
    {
        var fixings = work.SelectMany(o => o.Fixings).CountBy(f => f, StringComparer.Ordinal).ToDictionary(StringComparer.Ordinal);
        foreach (var fixing in plan.Fixings.Where(f => f.Pieces.Count > 0 && fixings.GetValueOrDefault(f.Id) != 1))
        {
            yield return new Defect("work-fixing", $"{fixing.Id} is put in by {fixings.GetValueOrDefault(fixing.Id)} operations");
        }

        foreach (var (done, id) in plan.Devices.Select(d => (Done.Mounted, "device/" + d.Id))
            .Concat(plan.Linked(files.Design).Select(l => (Done.Plugged, "cable/" + l))))
        {
            if (work.Count(o => o.Makes.Contains(new Fact(done, id))) is not 1 and var count)
            {
                yield return new Defect("work-device", $"{id} is {done} by {count} operations");
            }
        }

        var tapped = work.Where(o => o.Does == Done.Tapped).SelectMany(o => o.Features).ToHashSet();
        foreach (var (part, feature) in plan.Worked().Where(x => x.Feature is Hole { Thread: not null } or EdgeHole { Thread: not null }
            && !tapped.Contains(new WorkedFeature(x.Part.Id, x.Feature.Id))))
        {
            yield return new Defect("work-thread", $"nobody taps {feature.Id} of {part.Id}");
        }
    }

    /// <summary>Nothing is sawn, bored, glued, sanded or coated once a device is in, and no screw comes before its hole.</summary>
    private static IEnumerable<Defect> InTime(WrittenPlan plan, IReadOnlyList<Operation> work)
    {
        var mounted = false;
        var sized = new HashSet<string>(StringComparer.Ordinal);
        var bored = new HashSet<WorkedFeature>();
        var madeOf = plan.Made.SelectMany(m => m.FaceIds.Append(m.Id).Distinct().Select(f => (f, m.Id)))
            .ToDictionary(x => x.f, x => x.Id, StringComparer.Ordinal);
        var fixings = plan.Fixings.DistinctBy(f => f.Id).ToDictionary(f => f.Id, StringComparer.Ordinal);
        var holes = work.SelectMany(o => o.Features).ToHashSet();
        foreach (var operation in work)
        {
            mounted |= operation.Does == Done.Mounted;
            if (mounted && operation.Does <= Done.Finished)
            {
                yield return new Defect("work-dust", $"{operation.Id} ({operation.Title}) comes when electronics are in");
            }

            sized.UnionWith(operation.Makes.Where(m => m.Done == Done.Sized).Select(m => m.Of.ToString()));
            bored.UnionWith(operation.Features);
            foreach (var part in operation.Features.Select(f => madeOf.GetValueOrDefault(f.PartId, f.PartId))
                .Concat(operation.Fixings.Select(f => fixings.GetValueOrDefault(f)).OfType<Core.Fixings.Fixing>()
                .SelectMany(f => f.Layers).Select(l => madeOf.GetValueOrDefault(l.Owner.ToString())).OfType<string>()).Distinct().Where(p =>
                    !sized.Contains(p)))
            {
                yield return new Defect("work-unsized", $"{operation.Id} works on {part}, which is not cut yet");
            }

            foreach (var hole in operation.Fixings.Where(fixings.ContainsKey)
                .SelectMany(f => fixings[f].Layers.Select(l => new WorkedFeature(l.Owner.ToString(), f))).Where(h => holes.Contains(h)
                && !bored.Contains(h)))
            {
                yield return new Defect("work-unbored", $"{operation.Id} comes before hole {hole.FeatureId} of {hole.PartId}");
            }
        }
    }

    /// <summary>Every made part is cut or printed once, and something puts it where it belongs.</summary>
    private static IEnumerable<Defect> Parts(WrittenPlan plan, IReadOnlyList<Operation> work)
    {
        foreach (var made in plan.Made)
        {
            if (work.Count(o => o.Makes.Contains(new Fact(Done.Sized, made.Id))) is not 1 and var count)
            {
                yield return new Defect("work-sized", $"{made.Id} gets its size by {count} operations");
            }

            if (plan.Made.Count > 1 && !plan.ShapeStopped
                && !work.Any(o => o.Does is Done.Set or Done.Glued or Done.Joined or > Done.Finished && (o.Makes.Any(m => m.Of == made.Id)
                || o.Places.Any(p => p == made.Id || made.FaceIds.Contains(p.ToString())) || Holds(plan, o, made))))
            {
                yield return new Defect("work-left-over", $"no operation puts {made.Id} in its place");
            }
        }
    }

    private static bool Holds(WrittenPlan plan, Operation operation, WrittenMade made) =>
        operation.Fixings.Any(f => plan.Fixings.Any(x => x.Id == f && x.Layers.Any(l => l.Owner == made.Id
            || made.FaceIds.Contains(l.Owner.ToString()))));
}
