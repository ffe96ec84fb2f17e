using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>A level of a frame as it is drawn, with the fittings that hold it and its place in the chains.</summary>
public class LevelDrawingTests
{
    private static Design Begun { get; } = Sample.Catalog.Systems.Single(s => s is LevelFrameSystem).Begin(Sample.Empty, Sample.Catalog)!;

    private static Design With(FrameFitting fitting, string post) =>
        Begun.WithStructure<LevelFrame>("level-frame", f => f with { Fitting = fitting, PostBarId = post });

    private static Device Board(double u) => new("board", "sbc-85", "Board", "level-frame-low", u, 80, 0, null, null, []);

    [Fact]
    public void Each_level_is_drawn_with_its_posts_beams_rails_and_hardware_where_they_are()
    {
        var plan = Sample.Plan(Begun with { Devices = [Board(80)] });
        var view = plan.Views.Single(v => v.Id == "level-frame-low");
        Assert.Equal(2, plan.Views.Count);
        Assert.Equal((plan.Outer.Size.X, plan.Outer.Size.Y), (view.LengthMm, view.WidthMm));
        Assert.Equal(4, view.Pieces.Count(p => p.Role == AssemblyRole.Post));
        Assert.Equal(2, view.Pieces.Count(p => p.Role == AssemblyRole.Beam));
        foreach (var piece in view.Pieces.Where(p => p.Role is not (AssemblyRole.Device or AssemblyRole.Fitting)))
        {
            var part = plan.Part(piece.Id);
            Assert.Equal((part.Box.Min.X, part.Box.Min.Y, part.Box.Max.X, part.Box.Max.Y), (piece.Min.U, piece.Min.V, piece.Max.U,
                piece.Max.V));
        }

        // a hole of the board lies over a rail each
        Assert.Equal(Sample.Catalog.Model("sbc-85").Holes.Count, view.Points.Count);
        Assert.All(view.Points, p => Assert.Contains(view.Pieces, r => r.Role is AssemblyRole.Rail or AssemblyRole.FixedRail
            && p.At.U > r.Min.U && p.At.U < r.Max.U));
        Assert.Single(view.Pieces, p => p.Role == AssemblyRole.FixedRail);
    }

    [Fact]
    public void The_measures_are_those_of_the_parts()
    {
        var plan = Sample.Plan(Begun with { Devices = [Board(80)] });
        var view = plan.Views.Single(v => v.Id == "level-frame-low");
        double Of(string what) => view.Measures.Single(m => m.What.StartsWith(what, StringComparison.Ordinal)).Mm;
        var rail = plan.Parts.First(p => p.Id.Contains("low-rail-1", StringComparison.Ordinal));
        var beam = plan.Parts.First(p => p.Id.EndsWith("low-front", StringComparison.Ordinal));
        Assert.Equal((rail.Box.Max.Z, (rail.Box.Min.X + rail.Box.Max.X) / 2), (Of("top of the rails"), Of("rail 1")));
        Assert.Equal((Math.Round(beam.LengthMm, 3), Math.Round((beam.Box.Min.Z + beam.Box.Max.Z) / 2, 3)),
            (Of("each beam"), Of("middle of the beams")));
        // rails lie on the beams
        Assert.Equal(beam.Box.Max.Z, rail.Box.Min.Z, 6);
    }

    [Theory]
    [InlineData(FrameFitting.Clamp, "steel-conduit-1-2")]
    [InlineData(FrameFitting.ThreadedTee, "steel-pipe-1-2")]
    [InlineData(FrameFitting.Bracket, "aluminium-6061-slotted-20")]
    public void Fittings_sit_at_each_node_and_fill_no_room_of_the_bars(FrameFitting fitting, string post)
    {
        var plan = Sample.Plan(With(fitting, post));
        Assert.Equal(8, plan.Fittings.Count(f => f.Id.Contains("-fitting-", StringComparison.Ordinal)));
        Assert.Equal(4, plan.Fittings.Count(f => f.Name == "Floor flange"));
        Assert.Equal(plan.Fittings.Count(f => f.Name == "Saddle clamp"),
            plan.Cost.Purchase.Where(l => l.Item.Contains("saddle clamp", StringComparison.Ordinal)).Sum(l => l.Count));
        Assert.All(plan.Fittings.SelectMany(f => f.Body), b => Assert.DoesNotContain(plan.Parts, p => p.Box.Intersect(b) is var shared
            && Math.Min(shared.Size.X, Math.Min(shared.Size.Y, shared.Size.Z)) > 0.01));
        Assert.DoesNotContain(plan.Findings, f => f.Severity != Severity.Note);
    }

    [Fact]
    public void Loops_of_threads_are_closed_by_left_hand_ones()
    {
        var plan = Sample.Plan(With(FrameFitting.ThreadedTee, "steel-pipe-1-2"));
        // two levels: one loop in front and one behind
        Assert.Equal(2, plan.Cost.Purchase.Single(l => l.Item.Contains("left-hand", StringComparison.Ordinal)).Count);
        Assert.Contains(plan.Work.Operations, s => s.Title.Contains("left-hand", StringComparison.Ordinal) && s.Minutes > 0);
        Assert.DoesNotContain(Sample.Plan(Begun).Cost.Purchase, l => l.Item.Contains("left-hand", StringComparison.Ordinal));
    }

    [Fact]
    public void Levels_stand_in_the_chains_and_the_air_under_one_lifts_it()
    {
        var design = Begun with { Devices = [Board(80)] };
        var chain = Sample.Plan(design).Chains.Single(c => c is { Through: "board", Axis: Axis.Z });
        var levels = chain.Layers.Where(l => l.What.EndsWith(", bars", StringComparison.Ordinal)).ToList();
        Assert.Equal(["Lower level, bars", "Upper level, bars"], levels.Select(l => l.What));
        Assert.All(levels, l => Assert.Equal(20, l.ThicknessMm));
        Assert.Equal(chain.TotalMm, chain.Layers.Sum(l => l.ThicknessMm), 6);
        Assert.Equal(new LiftLayer("level-frame-low"), chain.Layers[0].Handle);
        var lifted = ChainEdit.Set(design, Sample.Catalog, chain, 0, chain.Layers[0].ThicknessMm + 12, ChainPolicy.UseSlack);
        Assert.Equal(design.Trays.First(t => t.Id == "level-frame-low").UndersideMm + 12, lifted.Trays.First(t => t.Id == "level-frame-low")
            .UndersideMm);
    }

    [Fact]
    public void Hardware_in_a_fitting_is_a_stop_and_its_remedy_takes_it_out()
    {
        // its body reaches over the beam beside a post
        var design = Begun with { Devices = [Board(80) with { VMm = -2, UMm = 6 }] };
        var found = Sample.Plan(design).Findings;
        Assert.Contains(found, f => f.Code is "device-hits-fitting" or "rail-in-post" && f.Severity == Severity.Stop);
    }
}
