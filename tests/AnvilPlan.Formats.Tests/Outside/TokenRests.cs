using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Json;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Formats.Tests.Outside;

/// <summary>A round rest for a key token in the front: a way to build, a kind of feature and a finding that this folder alone knows.</summary>
public sealed record TokenRest(string Id, double DiaMm, double DeepMm) : Structure(Id);

/// <summary>A round rest with a floor, in the face that one looks at.</summary>
public sealed record Rest(string Id, string For, string Purpose, Uv At, double DiaMm, double DeepMm) : Feature(Id, For, Purpose, WorkedFrom.Seen)
{
    [JsonIgnore] private Outline Rim => Outline.CircleAt(At, DiaMm);

    public override IEnumerable<Cut> Cuts(Slab slab) => [FaceCut.Straight(From, Rim, DeepMm)];

    public override IEnumerable<Drawn> Drawing(Slab slab) => [new DrawnOutline(LineRole.Pocket, $"REST_{Drawn.Mm(DeepMm)}", Rim, false)];

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow? Row(Slab slab) =>
        MilledRow.Of(this, slab, "rest", At - new Uv(DiaMm / 2, DiaMm / 2), At + new Uv(DiaMm / 2, DiaMm / 2), DeepMm, "the token") with { DiaMm = DiaMm };

    public override EdgeMark? Mark(Slab slab, bool alongU) => new EdgeMark(alongU ? At.U : At.V, null, Purpose);

    public override IEnumerable<Working> Work(WorkRates rates) => [new(Craft.CutOut, rates.OpeningMin, "rest {0:0.##} round, {1:0.##} deep", DiaMm, DeepMm)];

    public override string Stamp() => string.Create(CultureInfo.InvariantCulture, $"R{At.U};{At.V};{DiaMm};{DeepMm}|");

    public override Feature Cleaned() => this;

    public override Feature? Laid(Laying on) => this with { Id = on.Id, Purpose = on.Purpose, At = on.At(At) };
}

public sealed class TokenRestSystem : ConstructionSystem<TokenRest>
{
    private static readonly FindingKind Shallow = new("token-shallow", Station.Mounts, "A token stands proud of its rest.");

    public override string Key => "tokenRest";
    public override string Name => "Token rest";
    public override string About => "A round rest for a key token in the front.";
    public override IReadOnlyList<DerivedKind> Kinds => [new(typeof(Feature), "kind", typeof(Rest), "rest")];

    protected override IReadOnlyList<Asked<TokenRest>> Asked { get; } = [Asking.Length<TokenRest>("diaMm", "Diameter", t => t.DiaMm, 10, 60)];

    protected override Design Begin(Design design, Catalog catalog, string id) => design with { Structures = [.. design.Structures, new TokenRest(id, 30, 2)] };

    protected override void Join(TokenRest own, JointDraft draft)
    {
        var front = draft.Shell.Panels[Face.Front];
        draft.Cut(front, new Rest(own.Id, own.Id, "rest of the token", new(front.LengthMm / 2, front.WidthMm / 2), own.DiaMm, own.DeepMm));
    }

    protected override IEnumerable<Finding> Findings(TokenRest own, PlanSoFar plan) => own.DeepMm >= 3 ? [] :
    [
        Finding.Of(Shallow.Code, Severity.Warn, $"The token stands {3 - own.DeepMm} mm proud.", [own.Id],
            new Remedy("deeper", "Cut it 3 mm deep", d => d.WithStructure<TokenRest>(own.Id, t => t with { DeepMm = 3 }))) with { Kind = Shallow },
    ];
}
