using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Formats.Drawing.Sections;

/// <summary>From where one looks into an enclosure that is cut open.</summary>
public enum SectionView
{
    Top,
    Front,
    Side,
}

public static class SectionViews
{
    public static string Words(this SectionView view) => view switch
    {
        SectionView.Top => "From above",
        SectionView.Front => "From the front",
        _ => "From the right",
    };

    /// <summary>The plane of its drawing: the normal points at the viewer.</summary>
    public static Frame Plane(this SectionView view) => view switch
    {
        SectionView.Top => new(default, Direction.Right, Direction.Back),
        SectionView.Front => new(default, Direction.Right, Direction.Up),
        _ => new(default, Direction.Back, Direction.Up),
    };
}
