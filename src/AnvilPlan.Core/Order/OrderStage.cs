using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Gluing;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Order;

/// <summary>
/// Sixth stage: what has to be done, and what before what. Blanks, joints, glue-up, fixings, hardware, finish and the ways to build each
/// name their operations; the order follows from what every one of them needs.
/// </summary>
public static class OrderStage
{
    public static WorkPlan Run(Design design, Catalog catalog, ShopProfile shop, FitPlan fit, ShellPlan shell, JointPlan joints, FixingPlan fixings, PartPlan parts, GluePlan glue)
    {
        var job = new Job(design, catalog, shop.Rates, fit, shell, joints, fixings, parts, glue);
        return WorkPlan.Of(
        [
            .. ((IEnumerable<Operation>)
            [
                .. BlankWork.Of(job),
                .. joints.Work.Select(job.Whole).Select(o => ClosingWork.InPlace(job, o)),
                .. JoinWork.Of(job),
                .. FinishWork.Of(job),
                .. HardwareWork.Of(job),
                .. ClosingWork.Of(job),
            ]).Where(o => o.Minutes > 0),
        ]);
    }
}

/// <summary>What the operations are worked out from.</summary>
internal sealed record Job(
    Design Design, Catalog Catalog, WorkRates Rates, FitPlan Fit, ShellPlan Shell, JointPlan Joints, FixingPlan Fixings, PartPlan Parts, GluePlan Glue)
{
    private readonly Dictionary<string, string> _made = Parts.Made.SelectMany(m => m.FaceIds.Concat(m.BendIds).Append(m.Id).Distinct().Select(f => (f, m.Id))).ToDictionary(x => x.f, x => x.Id, StringComparer.Ordinal);

    private readonly Dictionary<string, MadePart> _byId = Parts.Made.ToDictionary(m => m.Id, StringComparer.Ordinal);

    /// <summary>The made part that a face belongs to; the id itself for all that is no part.</summary>
    public string MadeOf(string id) => _made.GetValueOrDefault(id, id);

    public string NameOf(string id) => _byId.TryGetValue(MadeOf(id), out var made) ? made.Name.ToLowerInvariant() : id;

    /// <summary>Holds a device, or the plate that one stands on.</summary>
    public bool HoldsDevice(FixingSet set) => set.DeviceId is not null || Fit.Device(set.For) is not null;

    /// <summary>With its facts told of made parts instead of their faces.</summary>
    public Operation Whole(Operation operation) => operation with { Makes = [.. operation.Makes.Select(Whole).Distinct()], Needs = [.. operation.Needs.Select(n => n with { Fact = Whole(n.Fact) })] };

    /// <summary>Made parts that stay off until the hardware is in: trays, covers and doors. What is glued in stays.</summary>
    public IReadOnlySet<string> ComesOff => field ??= Off();

    /// <summary>Whether what holds these parts waits for the hardware. A stiffener that hangs on nothing but its tray is one with it.</summary>
    public bool Apart(IReadOnlyList<string> parts) => parts.FirstOrDefault(ComesOff.Contains) is { } off && !(parts.Count > 1 && parts.All(p => p == off || Mates[p].All(m => m == off)));

    private ILookup<string, string> Mates => field ??= Joints.Holds.SelectMany(h => ((string Part, string Mate)[])[(MadeOf(h.PartA), MadeOf(h.PartB)), (MadeOf(h.PartB), MadeOf(h.PartA))])
        .ToLookup(x => x.Part, x => x.Mate, StringComparer.Ordinal);

    private HashSet<string> Off()
    {
        var glued = Joints.Holds.Where(h => h.By is HoldBy.Glue).SelectMany(h => (string[])[MadeOf(h.PartA), MadeOf(h.PartB)]).ToHashSet(StringComparer.Ordinal);
        return Design.Trays.Where(t => Shell.Trays.ContainsKey(t.Id) && !glued.Contains(MadeOf(t.Id)) && !SlippedIn.Contains(MadeOf(t.Id))).Select(t => MadeOf(t.Id)).Concat(Covers).ToHashSet(StringComparer.Ordinal);
    }

    /// <summary>Made parts that nothing but grooves of glued pieces holds, with those pieces: they have to go in while the grooves are open.</summary>
    public ILookup<string, string> SlippedIn => field ??= Slipped().ToLookup(x => x.Part, x => x.Host, StringComparer.Ordinal);

    private IEnumerable<(string Part, string Host)> Slipped()
    {
        var pieces = Glue.Stages.SelectMany(s => s.PieceIds).ToHashSet(StringComparer.Ordinal);
        var covers = Covers.ToHashSet(StringComparer.Ordinal);
        var holds = Joints.Holds.SelectMany(h => ((string Part, string Other, HoldBy By)[])[(MadeOf(h.PartA), MadeOf(h.PartB), h.By), (MadeOf(h.PartB), MadeOf(h.PartA), h.By)]).ToLookup(x => x.Part, StringComparer.Ordinal);
        return Parts.Made.Where(m => !covers.Contains(m.Id) && !pieces.Contains(m.Id) && holds[m.Id].Any() && holds[m.Id].All(h => h.By == HoldBy.Slipped))
            .SelectMany(m => holds[m.Id].Select(h => h.Other).Distinct().Where(pieces.Contains), (m, host) => (m.Id, host));
    }

    /// <summary>Held by nothing but grooves and no cover: it is slid in.</summary>
    public bool SlidesIn(string id) => Joints.Holds.Where(h => MadeOf(h.PartA) == id || MadeOf(h.PartB) == id).ToList() is { Count: > 0 } holds && holds.TrueForAll(h => h.By is HoldBy.Slipped or HoldBy.Slide);

    /// <summary>Panels that are taken off or swing.</summary>
    public IEnumerable<string> Covers => Design.Box.Panels.Where(p => p.Hold is PanelHold.Removable or PanelHold.Hinged && Shell.Panels.ContainsKey(p.Face)).Select(p => MadeOf(Shell.Panels[p.Face].Id)).Distinct();

    private Fact Whole(Fact fact) => fact with { Of = MadeOf(fact.Of) };
}
