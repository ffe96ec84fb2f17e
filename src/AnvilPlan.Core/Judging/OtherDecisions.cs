using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>
/// What a maker tries who knows no better: each decision behind the places of a finding is taken otherwise, nearest to what it is, until
/// the finding is gone. For findings whose own remedies do not mend, and for those that have none.
/// </summary>
internal static class OtherDecisions
{
    /// <summary>A tray is moved so far each way, mm.</summary>
    private static readonly double[] TrayMm = [2.5, 5, 7.5, 10, 15, 20, 30, 40, 60, 80];

    /// <summary>Bars tried for one answer, the nearest section first.</summary>
    private const int MostBars = 6;

    private static readonly double[] Factors = [0.9, 1.1, 0.75, 1.3, 0.5, 1.6, 2];
    private static readonly double[] BoxMm = [5, 10, 20, 40, 80];

    /// <summary>
    /// The decision that a part, a fixing or a device follows from: an id of the design, an edge or <c>feet</c>; null for what stands by
    /// itself.
    /// </summary>
    public static string? Behind(Design design, Place place)
    {
        var words = place.Words;
        return design.Structures.FirstOrDefault(s => s.Id == words[0])?.Id
            ?? words.Select(Copies.TemplateOf).FirstOrDefault(w => design.Trays.Any(t => t.Id == w) || design.Devices.Any(d => d.Id == w))
            ?? (words[0] is "edge" or "block" && Edge(words[^1]) is not null ? words[^1] : words[0] == "feet" ? "feet" : null);
    }

    /// <summary>
    /// Equal for places that follow from the same decisions: where two of them are in each other's way it is one cause, in however many
    /// parts.
    /// </summary>
    public static string Causes(Design design, IEnumerable<Place> places) =>
        string.Join('+', places.Select(p => Behind(design, p) ?? p.ToString()).Distinct(StringComparer.Ordinal)
            .Order(StringComparer.Ordinal));

    public static IEnumerable<Remedy> Of(PlanSoFar plan, Finding finding)
    {
        var behind = finding.Places.Select(p => Behind(plan.Design, p)).OfType<string>().Distinct(StringComparer.Ordinal).ToList();
        List<Remedy> remedies = [];
        void Offer(string id, string title, Func<Design, IEnumerable<Design>> candidates) =>
            remedies.Add(new Remedy(id, title, d => Trial.FirstSound(plan, finding.Code, d, candidates(d), f => f.Id == finding.Id,
                wholly: true)));

        foreach (var tray in plan.Design.Trays.Where(t => behind.Contains(t.Id)))
        {
            Offer("shift-" + tray.Id,
                $"Move {tray.Name} {(tray.Plane == TrayPlane.Level ? "up or down"
                    : "to or from the " + Deck.Name(tray.Plane.Behind()))}, as little as helps", d => TrayMm
                .SelectMany(by => (double[])[by, -by])
                    .Select(by => d.WithTray(tray.Id, t => t with { UndersideMm = Math.Max(0, t.UndersideMm + by) })));
            Offer("carry-" + tray.Id, $"Carry {tray.Name} in another way", d => Enum.GetValues<TraySupport>()
                .SelectMany(s => plan.Catalog.Bars.Where(b => s == TraySupport.Rails && b.Shape is BarShape.Solid or BarShape.Angle)
                    .Take(MostBars).Select(b => (string?)b.Id).DefaultIfEmpty()
                    .Select(bar => d.WithTray(tray.Id, t => t with
                    {
                        Support = s,
                        RailBarId = bar,
                        Flanges = s == TraySupport.Flanges
                        ? t.Flanges ?? new TrayFlanges(FlangedEdges.Walls, true, 15, 2, SheetJoin.Rivets)
                        : null,
                        Drawer = s == TraySupport.Rails ? t.Drawer : null
                    }))));
        }

        foreach (var device in plan.Design.Devices.Where(d => behind.Contains(d.Id)))
        {
            remedies.Add(DeviceMoves.Remedy(plan, finding.Code, device));
        }

        foreach (var edge in plan.Design.Box.Edges.Where(e => behind.Contains(Deck.Name(e.Id))))
        {
            Offer("join-" + Deck.Name(edge.Id), $"Join the {Deck.Name(edge.Id)} edge in another way", d => Joined(plan, d, edge.Id));
        }

        if (behind.Contains("feet"))
        {
            Offer("no-feet", "Leave the feet out", d => [d with { Box = d.Box with { Feet = null } }]);
        }

        foreach (var own in plan.Design.Structures.Where(s => behind.Contains(s.Id)))
        {
            var system = plan.Catalog.Systems.First(s => s.Decision == own.GetType());
            foreach (var ask in system.Asks)
            {
                Offer($"answer-{own.Id}-{ask.Key}", $"{system.Name}: another answer to “{ask.Label}”",
                    d => Answers(plan.Catalog, d, own.Id, ask));
            }
        }

        Offer("grow-box", "Make the box larger, as little as helps", d => BoxMm.SelectMany(by =>
            (Design[])[Grown(d, by, 0, 0), Grown(d, 0, by, 0), Grown(d, 0, 0, by), Grown(d, by, by, by)]));
        foreach (var tray in plan.Design.Trays.Where(t => behind.Contains(t.Id) && plan.Design.Devices.All(d => d.DeckId != t.Id)))
        {
            Offer("without-" + tray.Id, $"Take {tray.Name} out", d => [d with { Trays = [.. d.Trays.Where(t => t.Id != tray.Id)] }]);
        }

        foreach (var own in plan.Design.Structures.Where(s => behind.Contains(s.Id)))
        {
            Offer("without-" + own.Id,
                $"Take the {plan.Catalog.Systems.First(s => s.Decision == own.GetType()).Name.ToLowerInvariant()} out", d =>
                [d with { Structures = [.. d.Structures.Where(s => s.Id != own.Id)] }]);
        }

        return remedies;
    }

    private static EdgeId? Edge(string name) => Faces.Edges.Select(e => (EdgeId?)e).FirstOrDefault(e => Deck.Name(e!.Value) == name);

    private static Design Grown(Design d, double x, double y, double z) =>
        d with { Box = d.Box with { WidthMm = d.Box.WidthMm + x, DepthMm = d.Box.DepthMm + y, HeightMm = d.Box.HeightMm + z } };

    /// <summary>The joint with another bar or none along it, then every other kind that a maker chooses.</summary>
    private static IEnumerable<Design> Joined(PlanSoFar plan, Design design, EdgeId id)
    {
        var now = design.Box.Edges.First(e => e.Id == id);
        foreach (var kind in Enum.GetValues<JointKind>().Where(k => k is not JointKind.Loose).OrderByDescending(k => k == now.Joint))
        {
            foreach (var bar in kind is JointKind.ButtScrewed or JointKind.Riveted or JointKind.Bolted or JointKind.Magnets
                ? Nearest(plan.Catalog, now.BlockBarId).Select(b => (string?)b.Id).Append(null) : [null])
            {
                yield return design.WithEdge(id, e => e with { Joint = kind, DepthMm = null, BlockBarId = bar });
            }
        }
    }

    /// <summary>Bars of the same shape, the nearest section first, not the bar itself.</summary>
    private static IEnumerable<BarStock> Nearest(Catalog catalog, string? barId)
    {
        var now = catalog.Bars.FirstOrDefault(b => b.Id == barId);
        return catalog.Bars.Where(b => b != now && (now is null ? b is { Shape: BarShape.Solid, WidthMm: <= 25 } : b.Shape == now.Shape))
            .OrderBy(b => now is not null && b.MaterialId != now.MaterialId).ThenBy(b => now is null ? b.WidthMm * b.HeightMm
                : Math.Abs((b.WidthMm * b.HeightMm) - (now.WidthMm * now.HeightMm)))
            .ThenBy(b => b.Id, StringComparer.Ordinal).Take(MostBars);
    }

    /// <summary>The structure with each other answer to one question, those nearest to its answer first.</summary>
    private static IEnumerable<Design> Answers(Catalog catalog, Design design, string id, Ask ask)
    {
        if (design.Structures.FirstOrDefault(s => s.Id == id) is not { } own)
        {
            yield break;
        }

        var (path, options) = (ask.Key.Split('.'), DesignJson.For(catalog.Systems));
        JsonNode? Holder(JsonNode of) => path[..^1].Aggregate((JsonNode?)of, (at, step) => at?[step]);
        var now = Holder(JsonSerializer.SerializeToNode(own, options)!)?[path[^1]];
        foreach (var answer in Others(catalog, ask, now))
        {
            var json = JsonSerializer.SerializeToNode(own, options)!;
            if (Holder(json) is JsonObject holder)
            {
                holder[path[^1]] = answer;
                var other = json.Deserialize<Structure>(options)!;
                yield return design with { Structures = [.. design.Structures.Select(s => s.Id == id ? other : s)] };
            }
        }
    }

    private static IEnumerable<JsonNode?> Others(Catalog catalog, Ask ask, JsonNode? now) => ask.Kind switch
    {
        AskKind.Bar => Nearest(catalog, now?.GetValue<string>()).Select(b => (JsonNode?)b.Id),
        AskKind.Choice => ask.Words.Where(w => w.Key != now?.GetValue<string>()).Select(w => (JsonNode?)w.Key),
        AskKind.Flag when now is not null => [!now.GetValue<bool>()],
        AskKind.Length or AskKind.Number when now is not null && ask.Whole => ((int[])[-1, 1, -2, 2]).Select(by => now.GetValue<int>() + by)
            .Where(v => Allowed(ask, v)).Select(v => (JsonNode?)v),
        AskKind.Length or AskKind.Number when now is not null => Factors.Select(f => Math.Round(now.GetValue<double>() * f, 1))
            .Where(v => Allowed(ask, v)).Select(v => (JsonNode?)v),
        AskKind.Faces or AskKind.Edges when now is JsonArray all =>
            Enumerable.Range(0, all.Count)
            .Select(i => (JsonNode?)new JsonArray([.. all.Where((_, k) => k != i).Select(n => n!.DeepClone())])),
        _ => [],
    };

    private static bool Allowed(Ask ask, double value) => value >= (ask.Least ?? value) && value <= (ask.Most ?? value);
}
