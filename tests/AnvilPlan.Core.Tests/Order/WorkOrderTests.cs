using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Order;

/// <summary>Work stands in the order in which a shop does it, and says why.</summary>
public class WorkOrderTests
{
    public static TheoryData<string> Systems => [.. Sample.Catalog.Systems.Where(s => s.Decision is not null).Select(s => s.Key)];

    private static BuildPlan Begun(string key) =>
        Sample.Plan(Sample.Catalog.Systems.Single(s => s.Key == key).Begin(Sample.Empty, Sample.Catalog)! with { Devices = [] });

    private static int First(BuildPlan plan, Func<Operation, bool> of) => plan.Work.Operations.ToList().FindIndex(s => of(s));

    private static int Last(BuildPlan plan, Func<Operation, bool> of) => plan.Work.Operations.ToList().FindLastIndex(s => of(s));

    private static Operation Op(string id, Done done, string of, params Need[] needs) => new(id, id, 1, [new(done, of)], [of])
    { Needs = needs };

    [Theory]
    [MemberData(nameof(Systems))]
    public void Everything_comes_after_what_it_waits_for_and_takes_time(string key)
    {
        var work = Begun(key).Work;
        var at = work.Operations.Select((o, i) => (o.Id, i)).ToDictionary(x => x.Id, x => x.i);
        Assert.NotEmpty(work.Links);
        Assert.All(work.Links, l => Assert.True(at[l.Before] < at[l.After] && l.Because.Length > 10,
            $"{l.Before} -> {l.After}: {l.Because}"));
        Assert.DoesNotContain(work.Operations, s => s.Minutes <= 0);
        Assert.Empty(work.Circle);
    }

    [Fact]
    public void A_strip_is_bent_when_it_is_drilled_and_before_its_ends_are_joined()
    {
        var plan = Begun("bentWrap");
        var bent = Last(plan, s => s.Title.StartsWith("Turn the corner", StringComparison.Ordinal));
        Assert.True(bent >= 0 && bent < First(plan, s => s.Does == Done.Glued), string.Join("; ", plan.Work.Operations.Select(s => s.Id)));
        Assert.InRange(Last(plan, s => s.Does is Done.Drilled or Done.Grooved or Done.Opened), 0, bent - 1);
        Assert.Contains(plan.Work.Links, l => l.After.StartsWith("bent-wrap/", StringComparison.Ordinal)
            && l.Because.Contains("bent", StringComparison.Ordinal));
    }

    [Fact]
    public void Faces_are_sanded_before_hardware_comes_in_and_a_board_is_hung_last()
    {
        var board = Sample.Catalog.Systems.Single(s => s.Key == "backBoard").Begin(Sample.Empty, Sample.Catalog)!;
        var plan = Sample.Plan(board with
        { Devices = [new Device("board", "sbc-85", "Board", Deck.OfPanel(Face.Back), 100, 120, 0, null, null, [])] });
        Assert.True(First(plan, s => s.Id == "finish") < First(plan, s => s.Does == Done.Mounted));
        Assert.Equal(Done.Standing, plan.Work.Operations[^1].Does);
        Assert.StartsWith("Hang it", plan.Work.Operations[^1].Title, StringComparison.Ordinal);
        // the screws into the wall and those that hold the board on its frame go in there and nowhere else
        var hung = plan.Work.Operations[^1].Fixings;
        Assert.Contains(hung, f => f.Contains("/wall-", StringComparison.Ordinal));
        Assert.Contains(hung, f => f.Contains("/board/", StringComparison.Ordinal));
        Assert.DoesNotContain(plan.Work.Operations.SkipLast(1).SelectMany(o => o.Fixings),
            f => f.Contains("/wall-", StringComparison.Ordinal) || f.Contains("/board/", StringComparison.Ordinal));
    }

    [Fact]
    public void A_tray_is_fitted_out_then_goes_in_then_cables_are_plugged_then_the_cover_closes()
    {
        var plan = Sample.Plan(Sample.Marsh);
        int At(string id) => First(plan, o => o.Id == id);
        var closed = First(plan, o => o.Does == Done.Closed);
        foreach (var device in Sample.Marsh.Devices.Where(d => d.DeckId == "tray-1"))
        {
            Assert.InRange(At("mount/" + device.Id), At("finish") + 1, First(plan, o => o.Does == Done.In
                && o.Makes.Any(m => m.Of == "tray-1")) - 1);
        }

        Assert.True(closed > 0);
        Assert.All(Sample.Marsh.Links, l => Assert.InRange(At("plug/" + l.Id), Last(plan, o => o.Does == Done.In
            && o.Makes.Any(m => m.Of == "tray-1")) + 1, closed - 1));
        Assert.Equal(Sample.Marsh.Devices.Count, plan.Work.Operations.Count(o => o.Does == Done.Mounted));
        Assert.Contains(plan.Work.Operations, o => o.Does == Done.Mounted && o.Title.Contains("by its own nut", StringComparison.Ordinal)
            && o.Minutes == ShopProfile.Usual.Rates.NutMin);
    }

    [Fact]
    public void Every_fixing_is_put_in_once_and_every_thread_is_tapped()
    {
        var plan = Sample.Plan(Sample.Marsh);
        Assert.Equal(plan.Fixings.Select(f => f.Id).Order(StringComparer.Ordinal), plan.Work.Operations.SelectMany(o => o.Fixings)
            .Order(StringComparer.Ordinal));
        var threads = plan.Made.SelectMany(m => m.Worked).SelectMany(p => p.Features, (p, f) => (p.Id, f))
            .Count(x => x.f is Hole { Thread: not null } or EdgeHole { Thread: not null });
        Assert.Equal(threads, plan.Work.Operations.Where(o => o.Does == Done.Tapped).Sum(o => o.Features.Count));
        Assert.Equal(threads * ShopProfile.Usual.Rates.TapMin, plan.Work.Operations.Where(o => o.Does == Done.Tapped)
            .Sum(o => o.Minutes), 9);
    }

    [Fact]
    public void Hours_of_a_plain_box_by_hand()
    {
        // six boards of two cuts at 3 min, glue at 7 min for each of the glued edges, 1.2 min for each dm2 of both faces
        var design = Sample.Empty;
        var plan = Sample.Plan(design);
        var work = plan.Work.Operations;
        Assert.Equal(6 * 2 * 3, work.Where(o => o.Does == Done.Sized && plan.Made.Any(m => m.Id == o.Makes[0].Of
            && m.Id.StartsWith("shell/", StringComparison.Ordinal))).Sum(o => o.Minutes));
        var dm2 = plan.Made.Sum(m => m.Drawn.LengthMm * m.Drawn.WidthMm * 2) / 1e4;
        Assert.Equal(dm2 * 1.2, work.Single(o => o.Id == "finish").Minutes, 9);
        Assert.Equal(plan.Glue.Stages.Sum(s => s.Joints) * 7, work.Where(o => o.Does == Done.Glued).Sum(o => o.Minutes), 9);
        Assert.Equal(plan.Glue.ClampMin, work.First(o => o.Does == Done.Glued).WaitMin, 1);
        Assert.Equal(work.Sum(o => o.Minutes) / 60, plan.Cost.Hours, 3);
    }

    [Fact]
    public void A_joint_of_one_piece_is_no_work_but_its_bend_is()
    {
        var plan = Begun("foldedSheet");
        Assert.All(plan.Edges.Where(e => e.Joint == JointKind.Bent), e => Assert.DoesNotContain(plan.Work.Operations,
            o => o.Does != Done.Formed && o.Places.Contains(Deck.PlaceOf(e.Edge))));
        Assert.Contains(plan.Work.Operations, o => o.Does == Done.Formed && o.HoldPoint is not null && o.Caution is not null);
    }

    [Fact]
    public void Operations_are_ordered_by_what_they_need_then_by_trade_then_as_they_were_named()
    {
        var plan = WorkPlan.Of(
        [
            Op("finish a", Done.Finished, "a"),
                Op("glue", Done.Glued, "a", new Need(new Fact(Done.Formed, "b"), "it is glued to the bent one")),
                Op("cut b", Done.Sized, "b"),
            Op("cut a", Done.Sized, "a"), Op("bend b", Done.Formed, "b", new Need(new Fact(Done.Finished, "c"), "c is its form")),
                Op("finish c", Done.Finished, "c"),
        ]);
        Assert.Equal(["cut b", "cut a", "finish c", "bend b", "glue", "finish a"], plan.Operations.Select(o => o.Id));
        Assert.Equal("it is glued to the bent one", plan.Links.Single(l => l is { Before: "bend b", After: "glue" }).Because);
        // a need of a state that nobody makes is met by the last one before it, or by nothing
        Assert.Equal(["cut a"], WorkPlan.Of([Op("glue", Done.Glued, "b", new Need(new Fact(Done.Bevelled, "a"), "why")),
            Op("cut a", Done.Sized, "a")]).Links.Select(l => l.Before));
        Assert.Empty(plan.Circle);
    }

    [Fact]
    public void What_waits_for_each_other_is_told_in_its_turn()
    {
        var plan = WorkPlan.Of(
        [
            Op("one", Done.In, "a", new Need(new Fact(Done.In, "c"), "it hangs on it")),
                Op("two", Done.In, "b", new Need(new Fact(Done.In, "a"), "it hangs on it")),
            Op("three", Done.In, "c", new Need(new Fact(Done.In, "b"), "it hangs on it")), Op("cut", Done.Sized, "a"),
                Op("after", Done.Closed, "d", new Need(new Fact(Done.In, "a"), "it covers it")),
        ]);
        Assert.Equal("cut", plan.Operations[0].Id);
        Assert.Equal(5, plan.Operations.Count);
        Assert.Equal(["one", "three", "two"], plan.Circle.Order(StringComparer.Ordinal));
        var next = plan.Circle.Zip([.. plan.Circle.Skip(1), plan.Circle[0]]);
        Assert.All(next, n => Assert.Contains(plan.Links, l => l.Before == n.First && l.After == n.Second));
    }

    [Fact]
    public void A_circle_is_a_stop_that_names_its_operations()
    {
        var known = Sample.Catalog.With(new KnotSystem());
        var plan = Planner.Plan(Sample.Empty with { Structures = [new Knot("knot")] }, known, ShopProfile.Usual,
            Core.Bench.AsBuilt.Nothing);
        var finding = Assert.Single(plan.Findings, f => f.Code == "order-circle");
        Assert.Equal(Severity.Stop, finding.Severity);
        Assert.Contains("2 operations wait for each other", finding.Text, StringComparison.Ordinal);
        Assert.Contains("Hook the left on", finding.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Sample.Plan(Sample.Empty).Findings, f => f.Code == "order-circle");
    }

    private sealed record Knot(string Id) : Structure(Id);

    /// <summary>Two pieces of which each is to be hooked on when the other is.</summary>
    private sealed class KnotSystem : ConstructionSystem<Knot>
    {
        public override string Key => "knot";
        public override string Name => "Knot";
        public override string About => "Cannot be put together.";

        protected override IReadOnlyList<Asked<Knot>> Asked => [];

        protected override Design Begin(Design design, Core.Catalogs.Catalog catalog, string id) =>
            design with { Structures = [.. design.Structures, new Knot(id)] };

        protected override void Join(Knot own, JointDraft draft)
        {
            draft.Work.Add(new Operation("knot/left", "Hook the left on", 1, [new(Done.In, "left")], [own.Id])
            { Needs = [new(new(Done.In, "right"), "it hangs on it")] });
            draft.Work.Add(new Operation("knot/right", "Hook the right on", 1, [new(Done.In, "right")], [own.Id])
            { Needs = [new(new(Done.In, "left"), "it hangs on it")] });
        }
    }
}
