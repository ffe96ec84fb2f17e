using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Json;

namespace AnvilPlan.Core.Catalogs;

/// <summary>A way to build, as far as what is decided knows it: its words, its record of decisions, what these stand for.</summary>
public abstract class WayToBuild
{
    /// <summary>The word by which project files know it, for example <c>railFrame</c>.</summary>
    public abstract string Key { get; }

    public abstract string Name { get; }

    /// <summary>One sentence: what it is good for.</summary>
    public abstract string About { get; }

    /// <summary>What it lays keeps clear of a front that leans, so that both may be in one design.</summary>
    public virtual bool MeetsSlope => false;

    /// <summary>It holds or makes panels of the box its own way, each in one piece.</summary>
    public virtual bool HoldsPanels => false;

    /// <summary>The record of its decisions; null when they stand in the design itself.</summary>
    public virtual Type? Decision => null;

    /// <summary>Records of its own among those that files tell apart by a word: kinds of features that only it cuts.</summary>
    public virtual IReadOnlyList<DerivedKind> Kinds => [];

    /// <summary>Its decisions in the order in which a maker takes them; an interface asks for them without knowing the system.</summary>
    public virtual IReadOnlyList<Ask> Asks => [];

    /// <summary>What the maker begins with when it is added to a design; null when it is always there.</summary>
    public virtual Design? Begin(Design design, Catalog catalog) => null;

    /// <summary>The faces that a structure of this system makes its own way: no other may make them.</summary>
    public virtual IReadOnlyList<Face> Makes(Structure structure) => [];

    /// <summary>The plate of the design that a structure of this system makes a part of itself, by its id; null = none.</summary>
    public virtual string? PlateOf(Structure structure) => null;

    /// <summary>Values that its decisions may not hold.</summary>
    public virtual void Check(StructureCheck check, Design design)
    {
    }

    /// <summary>The design with everything spelled out that one decision stands for, such as the equal trays of a rack.</summary>
    public virtual Design Spread(Design design, Catalog catalog) => design;
}
