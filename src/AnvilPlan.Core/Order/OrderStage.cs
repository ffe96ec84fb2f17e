using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Gluing;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Order;

/// <summary>What the operations are worked out from.</summary>
internal sealed record Job(
    Design Design, Catalog Catalog, WorkRates Rates, FitPlan Fit, ShellPlan Shell, JointPlan Joints, FixingPlan Fixings, PartPlan Parts,
        GluePlan Glue)
{
    private readonly Dictionary<string, string> _made = Parts.Made.SelectMany(m => m.Ids.Select(f => (f, m.Id)))
        .ToDictionary(x => x.f, x => x.Id, StringComparer.Ordinal);

    private readonly Dictionary<string, MadePart> _byId = Parts.Made.ToDictionary(m => m.Id, StringComparer.Ordinal);

    /// <summary>The made part that a face belongs to; the id itself for all that is no part.</summary>
    public string MadeOf(string id) => _made.GetValueOrDefault(id, id);

    /// <summary>The made part where a place is a part or a face of one; all else stays what it is.</summary>
    public Place MadeOf(Place place) => MadeOf(place.ToString());

    public string NameOf(string id) => _byId.TryGetValue(MadeOf(id), out var made) ? made.Name.ToLowerInvariant() : id;

    /// <summary>Fixings that are put in together: for the same reason, in the same parts, at the same turn.</summary>
    public IReadOnlyList<FixingGroup> Groups => field ??=
    [
        .. Fixings.Sets.Where(s => s.Fixings.Count > 0).Select(s => (Set: s, Parts: Owners(s)))
            .GroupBy(s => (s.Set.Set.For, Device: DeviceOf(s.Set.Set), s.Set.Set.Turn, Pressed: FixingGroup.IsPressed(s.Set.Way.Kind)
                ? s.Set.Way.Kind : (FixingKind?)null, Parts: string.Join('+', s.Parts)))
            .GroupBy(g => g.First().Set.Set.Name, StringComparer.Ordinal)
            .SelectMany(named => named.Select((g, i) => new FixingGroup(i == 0 ? named.Key : $"{named.Key}-{i + 1}", g.Key.Device,
                [.. g.Select(s => s.Set)], g.First().Parts))),
    ];

    /// <summary>Groups that hold a device, or the plate that it stands on.</summary>
    public ILookup<string, FixingGroup> OfDevice => field ??= Groups.Where(g => g.DeviceId is not null)
        .ToLookup(g => g.DeviceId!, StringComparer.Ordinal);

    /// <summary>What is screwed, riveted or bolted, parts to parts.</summary>
    public IEnumerable<FixingGroup> Joining => Groups.Where(g => g is { DeviceId: null, Pressed: false, Turn: FixingTurn.WithItsParts });

    private string? DeviceOf(FixingSet set) => set.DeviceId ?? (Fit.Device(set.For) is null ? null : set.For);

    private List<string> Owners(PlacedSet set) => [.. set.Way.Layers.Where(l => l.Part is not null).Select(l => MadeOf(l.Owner.ToString()))
        .Distinct().Order(StringComparer.Ordinal)];

    /// <summary>With its facts told of made parts instead of their faces.</summary>
    public Operation Whole(Operation operation) =>
        operation with
        {
            Makes = [.. operation.Makes.Select(Whole).Distinct()],
            Needs = [.. operation.Needs.Select(n => n with { Fact = Whole(n.Fact) })]
        };

    /// <summary>Made parts that stay off until the hardware is in: trays, covers and doors. What is glued in stays.</summary>
    public IReadOnlySet<string> ComesOff => field ??= Off();

    /// <summary>
    /// Whether what holds these parts waits for the hardware. A stiffener that hangs on nothing but its tray is one with it.
    /// </summary>
    public bool Apart(IReadOnlyList<string> parts) => parts.FirstOrDefault(ComesOff.Contains) is { } off
        && !(parts.Count > 1 && parts.All(p => p == off || HoldsOf[p].All(h => h.Other == off)));

    /// <summary>Made parts that close the enclosure.</summary>
    public IReadOnlySet<string> Panels => field ??= Faces.All.SelectMany(Shell.PanelsOf).Select(p => MadeOf(p.Id))
        .ToHashSet(StringComparer.Ordinal);

    /// <summary>A made part with all that is glued to it, one with another.</summary>
    public IReadOnlySet<string> GluedWith(string part)
    {
        var (unit, ahead) = (new HashSet<string>(StringComparer.Ordinal) { part }, new Queue<string>([part]));
        while (ahead.TryDequeue(out var at))
        {
            foreach (var (_, other, _) in HoldsOf[at].Where(h => h.By == HoldBy.Glue && unit.Add(h.Other)))
            {
                ahead.Enqueue(other);
            }
        }

        return unit;
    }

    /// <summary>What holds a made part, and how.</summary>
    private ILookup<string, (string Part, string Other, HoldBy By)> HoldsOf =>
        field ??= Joints.Holds.Select(h => (A: MadeOf(h.PartA), B: MadeOf(h.PartB), h.By))
        .SelectMany(h => ((string Part, string Other, HoldBy By)[])[(h.A, h.B, h.By), (h.B, h.A, h.By)])
            .ToLookup(x => x.Part, StringComparer.Ordinal);

    private HashSet<string> Off() =>
    [
        .. Design.Trays.Where(t => Shell.Trays.ContainsKey(t.Id)).Select(t => MadeOf(t.Id)).Where(t => !SlippedIn.Contains(t) && HoldsOf[t]
            .All(h => h.By != HoldBy.Glue)),
        .. Covers,
    ];

    /// <summary>
    /// Made parts that nothing but grooves of glued pieces holds, with those pieces: they have to go in while the grooves are open.
    /// </summary>
    public ILookup<string, string> SlippedIn => field ??= Slipped().ToLookup(x => x.Part, x => x.Host, StringComparer.Ordinal);

    private IEnumerable<(string Part, string Host)> Slipped()
    {
        var pieces = Glue.Stages.SelectMany(s => s.PieceIds).ToHashSet(StringComparer.Ordinal);
        return Parts.Made.Where(m => !Covers.Contains(m.Id) && !pieces.Contains(m.Id) && HoldsOf[m.Id].Any() && HoldsOf[m.Id]
            .All(h => h.By == HoldBy.Slipped))
            .SelectMany(m => HoldsOf[m.Id].Select(h => h.Other).Distinct().Where(pieces.Contains), (m, host) => (m.Id, host));
    }

    /// <summary>Held by nothing but grooves: it is slid in.</summary>
    public bool SlidesIn(string id) => HoldsOf[id].Any() && HoldsOf[id].All(h => h.By is HoldBy.Slipped or HoldBy.Slide);

    /// <summary>Panels that are taken off or swing.</summary>
    public IReadOnlySet<string> Covers => field ??= Design.Box.Panels.Where(p => p.Hold is PanelHold.Removable or PanelHold.Hinged
        && Shell.Panels.ContainsKey(p.Face))
        .SelectMany(p => Shell.PanelsOf(p.Face)).Select(p => MadeOf(p.Id)).ToHashSet(StringComparer.Ordinal);

    private Fact Whole(Fact fact) => fact with { Of = MadeOf(fact.Of) };
}
