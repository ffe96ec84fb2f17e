namespace AnvilPlan.Core.Designs;

/// <summary>What a new project starts from: an empty plywood box that closes and opens.</summary>
public static class StartingDesign
{
    private const string Wood = "birch-plywood";
    private const string Block = "beech-20x20";

    public static Design Named(string name) => new(
        name,
        new Brief("", UsedAt.Desk, null, null, null, 1, null, null, ""),
        new PanelBox(
            320, 240, 160, SizeBasis.Outer,
            [.. Faces.All.Select(f => new Panel(f, Wood, 12, null, f == Face.Top ? PanelHold.Removable : PanelHold.Fixed,
                GrainRun.AlongU, 0))],
            [.. Faces.Edges.Select(StartingEdge)],
            Feet.Usual),
        [],
        []);

    /// <summary>The top lies on all, screwed; the sides stand between front and back and on the bottom, glued.</summary>
    private static Edge StartingEdge(EdgeId id)
    {
        var (a, b) = id.Of();
        if (a == Face.Top || b == Face.Top)
        {
            return new Edge(id, Face.Top, JointKind.ButtScrewed, null, Block);
        }

        var covers = a == Face.Bottom || b == Face.Bottom ? (a == Face.Bottom ? b : a) : a;
        return new Edge(id, covers, JointKind.ButtGlued, null, null);
    }
}
