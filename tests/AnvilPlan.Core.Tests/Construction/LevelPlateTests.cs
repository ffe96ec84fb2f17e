using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Hardware with threads in its base on a level of slotted bars: on a plate that is screwed into the slots beside it.</summary>
public class LevelPlateTests
{
    private static Design Levels { get; } = Sample.Catalog.Systems.First(s => s.Key == "levelFrame")
        .Begin(StartingDesign.Named("Levels"), Sample.Catalog)!;

    private static string Lower => Levels.Trays[0].Id;

    [Fact]
    public void A_supply_comes_to_a_level_with_a_plate_of_its_own()
    {
        var design = DevicePlacing.Add(Levels, Sample.Catalog, ShopProfile.Usual, "supply-15w", Lower).Design!;
        Assert.Equal(new Adapter("aluminium-5052", 3), Assert.Single(design.Devices).Adapter);
        var plan = Sample.Plan(design);
        Assert.DoesNotContain(plan.Findings, f => f.Severity == Severity.Stop && f.Code != "control-forgotten");

        // body 79 x 51: screws 8 mm beside it, and 8 mm of plate round them
        var plate = plan.Part("adapter/supply-15w");
        Assert.Equal((111, 51, 3), (plate.LengthMm, plate.WidthMm, plate.ThicknessMm));
        var wings = plate.Features.OfType<Hole>().Where(h => h.Purpose == "screw into the slot").ToList();
        Assert.Equal([(8, 12.75), (8, 38.25), (103, 12.75), (103, 38.25)], wings.Select(h => (h.At.U, h.At.V)).Order());
        Assert.All(wings, h => Assert.Equal(4.5, h.DiaMm));

        // two rails, 79 + 16 mm apart, with their slots under the screws
        var rails = plan.Parts.Where(p => p.Id.StartsWith($"level-frame/{Lower}-rail-", StringComparison.Ordinal))
            .OrderBy(p => p.Box.Min.X).ToList();
        Assert.Equal(2, rails.Count);
        Assert.Equal(95, rails[1].Box.Centre.X - rails[0].Box.Centre.X, 6);
        Assert.Equal(4, plan.Screws.Where(s => s.Id.StartsWith("screw/supply-15w/adapter-", StringComparison.Ordinal)).Sum(s => s.Count));
    }

    [Fact]
    public void On_another_deck_it_needs_none()
    {
        var design = DevicePlacing.Add(Levels, Sample.Catalog, ShopProfile.Usual, "supply-15w", Lower).Design!;
        var box = Sample.Empty with { Devices = [design.Devices[0] with { DeckId = "panel/bottom" }] };
        Assert.Null(DevicePlacing.Move(box, Sample.Catalog, ShopProfile.Usual, "supply-15w", "panel/back").Design!.Devices[0].Adapter);
        Assert.Null(DevicePlacing.Add(Levels, Sample.Catalog, ShopProfile.Usual, "bec-5v", Lower).Design!.Devices[0].Adapter);
    }

    [Fact]
    public void Screwed_through_the_slots_it_is_a_stop_and_a_plate_mends_it() =>
        Provocation.Mends("fixing-blocked", 1, Levels.With(Sample.Device("supply", "supply-15w", Lower, 60, 60)));

    [Fact]
    public void The_drawing_of_the_level_shows_the_screws_of_the_plate_after_the_holes_of_the_device()
    {
        var plan = Sample.Plan(DevicePlacing.Add(Levels, Sample.Catalog, ShopProfile.Usual, "supply-15w", Lower).Design!);
        var view = plan.Views.Single(v => v.Id == Lower);
        Assert.Equal("adapter/supply-15w", Assert.Single(view.Pieces, p => p.Role == AssemblyRole.Plate).Id);
        Assert.Contains(plan.Chains.Single(c => c.Id == "supply-15w/z").Layers, l => l.What.StartsWith("Adapter for",
            StringComparison.Ordinal) && l.ThicknessMm == 3 && l.Kind == LayerKind.Fixed);
        var points = view.Points.Where(p => p.DeviceId == "supply-15w").ToList();
        Assert.Equal([1, 2, 3, 4, 5, 6, 7, 8], points.Select(p => p.Number));
        Assert.Equal(95, points.Skip(4).Max(p => p.At.U) - points.Skip(4).Min(p => p.At.U), 6);
    }
}
