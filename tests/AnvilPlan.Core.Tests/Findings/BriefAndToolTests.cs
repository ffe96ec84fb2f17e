using System.Globalization;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Findings;

public class BriefAndToolTests
{
    private static readonly Tool Saw = new("saw", ToolKind.Saw, "Table saw", null, 600, null, 80, 3.2, null, false);
    private static readonly Tool Laser = new("laser", ToolKind.Laser, "Laser", 600, 400, null, 6, 0.2, null, false);

    private static ShopProfile Owning(params Tool[] machines) => ShopProfile.Usual with { Tools = new ToolSet(machines, [], []) };

    [Theory]
    [InlineData("2026-11-27", 1, 5, "2026-11-27")] // a Friday
    [InlineData("2026-11-27", 2, 5, "2026-11-30")]
    [InlineData("2026-11-28", 1, 5, "2026-11-30")]
    [InlineData("2026-11-28", 6, 5, "2026-12-07")]
    [InlineData("2026-11-30", 1, 1, "2026-11-30")]
    [InlineData("2026-12-01", 2, 1, "2026-12-14")]
    [InlineData("2026-11-30", 10, 7, "2026-12-09")]
    [InlineData("2026-11-30", 96000, 6, "2333-07-22")] // 16 000 weeks less a Sunday: 111 998 days on
    [InlineData("9999-12-20", 30, 5, null)]
    [InlineData("2026-11-30", 1e12, 5, null)]
    public void Working_days_end_on_the_day_that_a_calendar_shows(string from, double days, int perWeek, string? on)
    {
        var start = DateOnly.Parse(from, CultureInfo.InvariantCulture);
        var done = WorkCalendar.DoneOn(start, days, perWeek);
        Assert.Equal(on, done?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));
        Assert.Equal(done is null ? 0 : days, done is { } last ? WorkCalendar.WorkDays(start, last, perWeek) : 0);
    }

    [Fact]
    public void An_order_of_centuries_is_late_and_planned_all_the_same()
    {
        var brief = Sample.WithTray.Brief with
        {
            Quantity = 1000,
            HoursPerDay = 0.25,
            StartOn = new(2026, 11, 30),
            DueOn = new(2026, 12, 4),
            WorkDaysPerWeek = 1
        };
        Assert.Contains("there are 1", Sample.Plan(Sample.WithTray with { Brief = brief }).Findings.Single(f => f.Code == "late")
            .Text, StringComparison.Ordinal);
        Assert.DoesNotContain(
            Sample.Plan(Sample.WithTray with { Brief = brief with { StartOn = new(9999, 12, 1), DueOn = new(9999, 12, 31) } })
                .Findings.Single(f => f.Code == "late").Remedies, r => r.Id == "later");
    }

    [Fact]
    public void Nothing_is_judged_by_tools_that_were_not_stated() =>
        Assert.DoesNotContain(Sample.Plan(Sample.WithTray).Findings, f => f.Code.StartsWith("tool-", StringComparison.Ordinal)
            || f.Code is "drill-missing" or "tap-missing");

    [Fact]
    public void Metal_and_thick_stock_are_beyond_a_small_laser_and_the_remedy_takes_stock_that_it_cuts()
    {
        var plan = Sample.Plan(Sample.WithTray, Owning(Laser));
        var beyond = plan.Findings.Where(f => f.Code == "tool-cannot-cut").ToList();
        // six panels of 11.9 mm plywood and the aluminium tray
        Assert.Equal(7, beyond.Count);
        Assert.All(beyond, f => Assert.Contains("Laser up to 600 x 400 x 6 mm, no metal", f.Text, StringComparison.Ordinal));
        var tray = beyond.Single(f => f.Places.Contains("tray-1"));
        var mended = tray.Remedies.Single().Change(Sample.WithTray)!;
        Assert.DoesNotContain(Sample.Plan(mended, Owning(Laser)).Findings, f => f.Id == tray.Id);
        Assert.DoesNotContain(Sample.Plan(Sample.WithTray, Owning(Saw with { Metal = true })).Findings, f => f.Code == "tool-cannot-cut");
    }

    [Fact]
    public void A_mitre_wants_a_saw_and_a_groove_a_saw_or_a_router()
    {
        var mitred = Sample.Empty.WithEdge(EdgeId.FrontLeft, e => e with { Joint = JointKind.Mitre })
            .WithEdge(EdgeId.BackLeft, e => e with { Joint = JointKind.Groove, Covers = Face.Left });
        var router = new Tool("router", ToolKind.Router, "Router", 1200, 800, null, 40, null, null, true);
        Assert.Equal(2, Sample.Plan(mitred, Owning(Laser)).Findings.Count(f => f.Code == "tool-cannot-joint"));
        var one = Sample.Plan(mitred, Owning(router)).Findings.Single(f => f.Code == "tool-cannot-joint");
        Assert.Contains("1 edges are mitred", one.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Sample.Plan(one.Remedies.Single().Change(mitred)!, Owning(router)).Findings,
            f => f.Code == "tool-cannot-joint");
        Assert.DoesNotContain(Sample.Plan(mitred, Owning(Saw)).Findings, f => f.Code == "tool-cannot-joint");
    }

    [Fact]
    public void Drills_and_taps_that_are_missing_are_named_with_what_comes_next()
    {
        var shop = ShopProfile.Usual with { Tools = new ToolSet([], [2.5, 3, 3.5, 4], ["M4"]) };
        var plan = Sample.Plan(Sample.WithTray, shop);
        Assert.Contains(plan.Findings, f => f.Code == "drill-missing"
            && f.Text.Contains("next above 3.4 is 3.5", StringComparison.Ordinal));
        var tap = plan.Findings.Single(f => f.Code == "tap-missing");
        Assert.Contains("tapped M3", tap.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Sample.Plan(tap.Remedies.Single().Change(Sample.WithTray)!, shop).Findings, f => f.Code == "tap-missing");
    }

    [Fact]
    public void A_deadline_counts_working_days_and_the_remedies_keep_it()
    {
        // Monday 2026-11-30 to Friday 2026-12-04: five working days
        var brief = Sample.Empty.Brief with
        {
            Quantity = 3,
            HoursPerDay = 1,
            StartOn = new DateOnly(2026, 11, 30),
            DueOn = new DateOnly(2026, 12, 4)
        };
        var design = Sample.Empty with { Brief = brief };
        var plan = Sample.Plan(design);
        var late = plan.Findings.Single(f => f.Code == "late");
        var needed = (int)Math.Ceiling(plan.Tally.Hours);
        Assert.Contains($"take {needed} working days; from 2026-11-30 to 2026-12-04 there are 5", late.Text, StringComparison.Ordinal);
        Assert.All(late.Remedies, r => Assert.DoesNotContain(Sample.Plan(r.Change(design)!).Findings, f => f.Code == "late"));
        Assert.DoesNotContain(Sample.Plan(design with { Brief = brief with { HoursPerDay = 8 } }).Findings, f => f.Code == "late");
    }

    [Fact]
    public void What_wants_service_says_what_has_to_come_off_first()
    {
        var design = Sample.WithTray.With(Sample.Device("supply", "supply-35w", "panel/bottom", 100, 60),
            Sample.Device("relay", "relay-2", "tray-1", 100, 60));
        design = design with { Brief = design.Brief with { Service = [new("supply", 4), new("relay", 20)] } };
        var plan = Sample.Plan(design);
        Assert.Contains(plan.Findings, f => f.Code == "service-blocked" && f.Places.Contains("device/supply")
            && f.Text.Contains("by the top, ", StringComparison.Ordinal) && f.Places.Contains("tray-1"));
        Assert.Contains(plan.Findings, f => f.Code == "service-often" && f.Places.Contains("device/relay"));
        var shut = Sample.Plan(design.WithPanel(Face.Top, p => p with { Hold = PanelHold.Fixed }));
        Assert.Contains(shut.Findings, f => f.Code == "service-no-way");
    }

    [Fact]
    public void Salvage_is_used_before_buying_and_untested_things_are_not_counted_on()
    {
        var design = Sample.WithTray.With(Sample.Device("a", "relay-2", "tray-1", 30, 40), Sample.Device("b", "relay-2", "tray-1", 130, 40),
            Sample.Device("c", "relay-2", "tray-1", 230, 40));
        var bought = Sample.Plan(design);
        var screw = bought.Cost.Purchase.First(l => l.Kind == "screw");
        var shop = ShopProfile.Usual with
        {
            Salvage = [new("r", SalvageKind.Device, "relay-2", 2, Condition.Worn), new("u", SalvageKind.Device, "relay-2", 5,
                Condition.Untested), new("s", SalvageKind.Screw, screw.Item, 1000, Condition.Good)],
        };
        var saved = Sample.Plan(design, shop);
        Assert.Equal(1, saved.Cost.Purchase.Single(l => l.Kind == "hardware").Count);
        Assert.Equal(2 * Sample.Catalog.Model("relay-2").PriceCents, bought.Cost.HardwareCents - saved.Cost.HardwareCents);
        Assert.DoesNotContain(saved.Cost.Purchase, l => l.Item == screw.Item);
        Assert.Equal(screw.Count, saved.Cost.FromSalvage.Single(l => l.Item == screw.Item).Count);
        Assert.Contains(saved.Findings, f => f.Code == "salvage-used" && f.Text.Contains("2 x", StringComparison.Ordinal));
        Assert.Contains(saved.Findings, f => f.Code == "salvage-untested" && f.Text.Contains("5 x", StringComparison.Ordinal));
        var offcut = new Offcut("o", "birch-plywood", 12, 1200, 600, 9) { Condition = Condition.Untested };
        Assert.Contains(Sample.Plan(design, ShopProfile.Usual with { Offcuts = [offcut] }).Cuts.ToBuy,
            l => l.Item.Contains("plywood", StringComparison.OrdinalIgnoreCase));
        Assert.DoesNotContain(Sample.Plan(design, ShopProfile.Usual with { Offcuts = [offcut with { Condition = Condition.Good }] })
            .Cuts.ToBuy, l => l.Item.Contains("plywood", StringComparison.OrdinalIgnoreCase));
    }

    [Theory]
    [InlineData("brief.hoursPerDay")]
    [InlineData("brief.dueOn")]
    [InlineData("brief.likeness.factor")]
    [InlineData("brief.criteria[0].weight")]
    [InlineData("brief.options[0].judgements")]
    public void A_brief_out_of_range_is_refused_with_its_field(string path)
    {
        var b = Sample.Empty.Brief;
        var wrong = path switch
        {
            "brief.hoursPerDay" => b with { HoursPerDay = 30 },
            "brief.dueOn" => b with { StartOn = new DateOnly(2026, 12, 1), DueOn = new DateOnly(2026, 11, 1) },
            "brief.likeness.factor" => b with { Likeness = new Likeness("x", 10, 10, 10, 0) },
            "brief.criteria[0].weight" => b with { Criteria = [new Criterion("a", "A", 11, Measure.Judgement, null)] },
            _ => b with
            {
                Options = [new DesignOption("o", "O", OptionKind.OldCase, new(null, null, null, null, null, null),
                [new("none", 3)])]
            },
        };
        Assert.Equal(path, Assert.Single(DesignCheck.Problems(Sample.Empty with { Brief = wrong }, Sample.Catalog)).Path);
    }

    [Theory]
    [InlineData("tools.taps[0]")]
    [InlineData("tools.drillsMm[0]")]
    [InlineData("tools.machines[0].thicknessMm")]
    [InlineData("salvage[0].of")]
    public void Tools_and_salvage_out_of_range_are_refused_with_their_field(string path)
    {
        var tools = ToolSet.Unstated;
        var shop = path switch
        {
            "tools.taps[0]" => ShopProfile.Usual with { Tools = tools with { Taps = ["M99"] } },
            "tools.drillsMm[0]" => ShopProfile.Usual with { Tools = tools with { DrillsMm = [0] } },
            "tools.machines[0].thicknessMm" =>
                ShopProfile.Usual with { Tools = tools with { Machines = [Saw with { ThicknessMm = 9999 }] } },
            _ => ShopProfile.Usual with { Salvage = [new("a", SalvageKind.Screw, "", 1, Condition.Good)] },
        };
        Assert.Equal(path, ShopCheck.Problem(shop).Path);
    }
}
