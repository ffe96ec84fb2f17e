using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction;

/// <summary>
/// A way to build. It turns what was decided for it into parts, joints, features and work; systems do not know one another. All of
/// them act on one design: a panel box may hold a rail frame, a folded tray and a printed foot.
/// </summary>
public abstract class ConstructionSystem : WayToBuild
{
    /// <summary>Lays solids: new members, or other shapes for the panels that are there.</summary>
    public virtual void Lay(ShellDraft draft)
    {
    }

    /// <summary>Cuts, screws and glues what was laid: every part has to be held by something.</summary>
    public virtual void Join(JointDraft draft)
    {
    }

    public virtual IEnumerable<Finding> Findings(PlanSoFar plan) => [];

    /// <summary>Drawings of parts as they are put together, where a part's own drawing does not tell it.</summary>
    public virtual IEnumerable<AssemblyView> Views(PlanSoFar plan) => [];

    /// <summary>What a search over sizes and places is held to besides the parts; null = nothing.</summary>
    /// <param name="design">Spread.</param>
    public virtual ShellRules? Rules(Design design, Catalog catalog) => null;

    /// <summary>Ways to give more room round a part whose room this system sets; whoever asks tries whether they suffice.</summary>
    public virtual IEnumerable<Remedy> MoreRoom(PlanSoFar plan, string partId) => [];
}

/// <summary>A system with a record of its own in <see cref="Design.Structures"/>.</summary>
/// <typeparam name="T">The record.</typeparam>
public abstract class ConstructionSystem<T> : ConstructionSystem
    where T : Structure
{
    public sealed override Type Decision => typeof(T);

    public sealed override IReadOnlyList<Ask> Asks => [.. Asked.Select(a => a.Ask)];

    /// <summary>What is asked and what each answer is held to.</summary>
    protected abstract IReadOnlyList<Asked<T>> Asked { get; }

    public sealed override Design Begin(Design design, Catalog catalog)
    {
        var taken = design.Structures.Select(s => s.Id).Concat(design.Trays.Select(t => t.Id)).Concat(design.Devices.Select(d => d.Id))
            .Concat(design.Links.Select(l => l.Id)).ToHashSet(StringComparer.Ordinal);
        var stem = string.Concat(Key.Select(c => char.IsUpper(c) ? "-" + char.ToLowerInvariant(c) : c.ToString()));
        var id = stem;
        for (var n = 2; taken.Contains(id); n++)
        {
            id = $"{stem}-{n}";
        }

        return Begin(design, catalog, id);
    }

    protected abstract Design Begin(Design design, Catalog catalog, string id);

    public sealed override void Check(StructureCheck check, Design design)
    {
        for (var i = 0; i < design.Structures.Count; i++)
        {
            if (design.Structures[i] is T own)
            {
                var at = check.At($"structures[{i}]");
                foreach (var asked in Asked)
                {
                    asked.Check(at, own);
                }

                var faces = Makes(own);
                foreach (var (face, other) in design.Structures.Take(i).SelectMany(s => check.Catalog.Systems.SelectMany(x => x.Makes(s))
                    .Intersect(faces).Select(f => (f, s))).Take(1))
                {
                    at.Refuse("id", $"{own.Id} makes the {Deck.Name(face)}, which {other.Id} makes already: one structure makes a face. "
                        + $"Take {other.Id} out, or the face out of one of them.");
                }

                Check(at, own, design);
            }
        }
    }

    public sealed override IReadOnlyList<Face> Makes(Structure structure) => structure is T own ? Makes(own) : [];

    protected virtual IReadOnlyList<Face> Makes(T own) => [];

    public sealed override string? PlateOf(Structure structure) => structure is T own ? PlateOf(own) : null;

    protected virtual string? PlateOf(T own) => null;

    /// <summary>What goes beyond the range of a single answer.</summary>
    protected virtual void Check(StructureCheck check, T own, Design design)
    {
    }

    public sealed override Design Spread(Design design, Catalog catalog) =>
        Own(design).Aggregate(design, (d, own) => Spread(own, d, catalog));

    protected virtual Design Spread(T own, Design design, Catalog catalog) => design;

    public sealed override void Lay(ShellDraft draft)
    {
        foreach (var own in Own(draft.Design))
        {
            Lay(own, draft);
        }
    }

    protected virtual void Lay(T own, ShellDraft draft)
    {
    }

    public sealed override void Join(JointDraft draft)
    {
        foreach (var own in Own(draft.Design))
        {
            Join(own, draft);
        }
    }

    protected virtual void Join(T own, JointDraft draft)
    {
    }

    public sealed override IEnumerable<Finding> Findings(PlanSoFar plan) => Own(plan.Design).SelectMany(own => Findings(own, plan));

    protected virtual IEnumerable<Finding> Findings(T own, PlanSoFar plan) => [];

    public sealed override IEnumerable<AssemblyView> Views(PlanSoFar plan) => Own(plan.Design).SelectMany(own => Views(own, plan));

    protected virtual IEnumerable<AssemblyView> Views(T own, PlanSoFar plan) => [];

    private static IEnumerable<T> Own(Design design) => design.Structures.OfType<T>();
}

/// <summary>The ways to build of a catalog with all that they do.</summary>
public static class Ways
{
    public static IEnumerable<ConstructionSystem> Of(Catalog catalog) => catalog.Systems.OfType<ConstructionSystem>();
}
