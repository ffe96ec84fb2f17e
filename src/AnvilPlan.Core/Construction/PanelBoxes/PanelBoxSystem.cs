using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>Six faces, each closed by a panel or open, and a joint at each edge where two panels meet.</summary>
public sealed class PanelBoxSystem : ConstructionSystem
{
    /// <summary>To fit one edge of a panel that is pressed in, minutes [R].</summary>
    private const double EaseMin = 3;

    public override string Key => "panelBox";
    public override string Name => "Panel box";
    public override string About => "A panel for each face and a joint for each edge; which panel runs over which end decides every "
        + "length.";

    public override void Lay(ShellDraft draft)
    {
        foreach (var panel in draft.Design.Box.Panels.Where(p => p.Hold != PanelHold.Open))
        {
            draft.Panels[panel.Face] = FloatingSize.Of(
                panel, draft.Design, draft.Catalog, Panels.Solid(draft.Design, panel, draft.Catalog, draft.Fit.Envelope),
                    draft.Fit.Envelope, draft.Shop);
        }

        foreach (var panel in draft.Design.Box.Panels.Where(p => draft.Panels.ContainsKey(p.Face)))
        {
            draft.Panels[panel.Face] = LetIn.Sized(panel, draft.Panels[panel.Face], draft.Panels, draft.Design, draft.Catalog, draft.Shop);
        }

        Blocks.Lay(draft);
        Blocks.LayPrintedCorners(draft);
    }

    public override void Join(JointDraft draft)
    {
        foreach (var edge in draft.Edges)
        {
            EdgeCuts.Add(draft, edge, draft.Fit.Envelope, draft.Shell, draft.Shop);
        }

        foreach (var held in draft.Holds.Where(h => h.By == HoldBy.Friction)
            .GroupBy(h => draft.Edges.First(e => Deck.PlaceOf(e.Edge) == h.Place).Mate))
        {
            var lid = draft.Shell.Panels[held.Key];
            draft.Work.Add(new Operation($"{lid.Id}/grip", $"Ease the edges of {lid.Name.ToLowerInvariant()} until it goes in under the "
                + $"hands and stays by itself", held.Count() * EaseMin, [new(Done.Eased, lid.Id)], [lid.Id])
            {
                Tool = "file or block with abrasive",
                Needs = [.. held.Select(h => new Need(new Fact(Done.Joined, h.PartA == lid.Id ? h.PartB : h.PartA),
                    "it is fitted to what is joined"))],
            });
        }

        Blocks.Join(draft);
        Blocks.JoinPrintedCorners(draft);
        Hinges.Join(draft);
        FootCuts.Add(draft);
    }
}
