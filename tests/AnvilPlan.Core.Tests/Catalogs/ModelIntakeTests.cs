using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Catalogs;

public sealed class ModelIntakeTests
{
    private static readonly HardwareModel Theirs = Shipped.Catalog.Model("relay-2");
    private static readonly HardwareModel Own = Theirs with { Id = "own-relay", Name = "Own relay" };
    private static readonly Catalog Ours = Shipped.Catalog.With([Own]);

    [Fact]
    public void What_is_the_same_is_not_added_and_what_is_new_is()
    {
        var intake = ModelIntake.Of([Theirs, Own, Own with { Id = "fresh" }], Ours, ModelChoice.Both);
        Assert.Equal("fresh", Assert.Single(intake.Add).Id);
        Assert.Empty(intake.Differs);
    }

    [Theory]
    [InlineData(ModelChoice.Both, "own-relay-2", 1)]
    [InlineData(ModelChoice.Ours, "own-relay", 0)]
    public void What_differs_comes_in_apart_or_stays_out_and_is_told_in_words(ModelChoice choice, string used, int added)
    {
        var theirs = Own with
        {
            HeightMm = Own.HeightMm + 1.5,
            Holes = [.. Own.Holes.Select((h, i) => i == 1 ? h with { DiaMm = 4 } : h)],
            ThreadSize = "M4",
            MassG = 31
        };
        var intake = ModelIntake.Of([theirs], Ours, choice);
        Assert.Equal((used, added), (intake.Names["own-relay"], intake.Add.Count));
        var differs = Assert.Single(intake.Differs);
        Assert.False(differs.Shipped);
        Assert.Equal(["height", "screw", "hole 2, diameter", "mass"], differs.Fields.Select(f => f.What));
        Assert.Equal((FormattableString.Invariant($"{Own.HeightMm} mm"), FormattableString.Invariant($"{Own.HeightMm + 1.5} mm")),
            (differs.Fields[0].Ours, differs.Fields[0].Theirs));
        Assert.Equal(("holes[1].diaMm", "4 mm"), (differs.Fields[2].Field, differs.Fields[2].Theirs));
        Assert.Equal("31 g", differs.Fields[3].Theirs);
    }

    [Fact]
    public void One_that_came_in_apart_before_is_used_again()
    {
        var theirs = Own with { MassG = 99 };
        var first = ModelIntake.Of([theirs], Ours, ModelChoice.Both);
        var second = ModelIntake.Of([theirs], Ours.With([Own, .. first.Add]), ModelChoice.Both);
        Assert.Empty(second.Add);
        Assert.Equal("own-relay-2", second.Names["own-relay"]);
        var third = ModelIntake.Of([theirs with { MassG = 98 }], Ours.With([Own, .. first.Add]), ModelChoice.Both);
        Assert.Equal("own-relay-3", Assert.Single(third.Add).Id);
    }

    [Fact]
    public void Names_and_ids_apart_keep_to_their_lengths()
    {
        var (id, name) = (new string('a', 40), new string('n', 79) + "x");
        var here = Shipped.Catalog.With([Own with { Id = id, Name = name }]);
        var added = Assert.Single(ModelIntake.Of([Own with { Id = id, Name = name, MassG = 1 }], here, ModelChoice.Both).Add);
        Assert.Null(ModelCheck.Problem(added));
        Assert.Equal(new string('a', 38) + "-2", added.Id);
    }

    [Fact]
    public void Retired_models_are_known_and_not_offered()
    {
        var catalog = Shipped.Catalog.With([Own], [Own with { Id = "gone" }]);
        Assert.True(catalog.HasModel("gone"));
        Assert.DoesNotContain(catalog.Hardware, m => m.Id == "gone");
        Assert.Contains(catalog.With([Own with { Id = "gone", MassG = 3 }]).Hardware, m => m.Id == "gone" && m.MassG == 3);
    }

    public static TheoryData<string, HardwareModel> Wrong => new()
    {
        { "ports[0].zMm is 1e", Own with { Ports = [.. Own.Ports.Select(p => p with { ZMm = 1e300 })] } },
        { "ports[0].widthMm is NaN", Own with { Ports = [.. Own.Ports.Select(p => p with { WidthMm = double.NaN })] } },
        { "holds the id", Own with { Ports = [.. Own.Ports, Own.Ports[0]] } },
        { "cutouts[0].xMm", Own with { Cutouts = [new PanelCutout(double.PositiveInfinity, 0, 5, null, 0)] } },
        { "cutouts[0].cornerRadiusMm is 9", Own with { Cutouts = [new PanelCutout(5, 5, 10, 6, 9)] } },
        { "air holds 13 entries", Own with { Air = [.. Enumerable.Repeat(new AirFace(Direction.Up, AirRole.Intake, 5), 13)] } },
        { "panelMinMm is 5", Own with { PanelMinMm = 5, PanelMaxMm = 3 } },
        { "holes[1].thread is \"M77\"", Own with { Holes = [.. Own.Holes.Select((h, i) => i == 1 ? h with { Thread = "M77" } : h)] } },
        { "blocks[0].widthMm is 99", Own with { Blocks = [new BodyBlock(0, 0, 0, 99, 5, 5)] } },
        { "blocks[1].zMm is -1", Own with { Blocks = [new BodyBlock(0, 0, 0, 5, 5, 5), new BodyBlock(0, 0, -1, 5, 5, 5)] } },
        { "takes.volts is empty", Own with { Takes = new PowerTaken([], 3) } },
        { "group has 81 characters", Own with { Group = new string('g', 81) } },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void A_model_out_of_range_is_told_by_field_value_and_range(string says, HardwareModel model) =>
        Assert.Contains(says.Replace("1e", "1000", StringComparison.Ordinal), ModelCheck.Problem(model), StringComparison.Ordinal);

    [Fact]
    public void Every_shipped_model_passes() => Assert.All(Shipped.Catalog.Hardware, m => Assert.Null(ModelCheck.Problem(m)));
}
