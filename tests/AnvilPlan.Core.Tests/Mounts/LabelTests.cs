using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Mounts;

/// <summary>Labels: where they stand, which way they read, what they keep clear of, when they are put on.</summary>
public class LabelTests
{
    private static Design With(string deck, double u, double v, string text = "Gain") =>
        Sample.Empty.With(Sample.Device("knob", "pot-m7", deck, u, v) with { Marking = text });

    private static Lettering Label(Design design, string part) =>
        Assert.Single(Sample.Plan(design).Part(part).Features.OfType<Lettering>());

    [Fact]
    public void It_stands_in_the_middle_under_what_it_names()
    {
        var label = Label(With("panel/front", 100, 60), "shell/front");
        // a body of 17 from 100 to 117; four letters of three quarters of 4 mm each are 12 wide, 2.5 under it
        Assert.Equal((102.5, 53.5), (label.Reach.Min.U, label.Reach.Min.V));
        Assert.Equal((114.5, 57.5), (Math.Round(label.Reach.Max.U, 6), Math.Round(label.Reach.Max.V, 6)));
        Assert.Equal((label.Reach.Min, 0.0, 4.0, WorkedFrom.Seen), (label.At, label.TurnDeg, label.HeightMm, label.From));
    }

    [Theory]
    [InlineData("panel/front")]
    [InlineData("panel/back")]
    [InlineData("panel/left")]
    [InlineData("panel/right")]
    [InlineData("panel/top")]
    [InlineData("panel/bottom")]
    public void It_reads_from_left_to_right_as_one_looks_at_its_face(string deck)
    {
        var part = "shell/" + deck["panel/".Length..];
        var plan = Sample.Plan(With(deck, 100, 60, "A long word"));
        var (panel, label) = (plan.Part(part), plan.Part(part).Features.OfType<Lettering>().Single());
        // eleven letters long, one high, from where it begins
        var (length, far) = (11 * 0.75 * label.HeightMm, label.From == WorkedFrom.Far ? -1 : 1);
        var (sin, cos) = Math.SinCos(label.TurnDeg * Math.PI / 180);
        var at = panel.Frame.ToSpace(label.At);
        var way = panel.Frame.ToSpace(label.At + new Uv(cos, sin)) - at;
        var up = panel.Frame.ToSpace(label.At + (new Uv(-sin, cos) * far)) - at;
        var end = label.At + (new Uv(cos, sin) * length) + (new Uv(-sin, cos) * (far * label.HeightMm));
        Assert.Equal((Math.Min(label.At.U, end.U), Math.Max(label.At.V, end.V)), (label.Reach.Min.U, label.Reach.Max.V));
        // right of somebody who looks at the face, and up of an upright one: their cross product looks at them
        var face = Enum.GetValues<Face>().Single(f => Deck.OfPanel(f) == deck);
        Assert.Equal(1, way.Cross(up).Dot(face.Outward().Vector()), 6);
        Assert.True(face is Face.Top or Face.Bottom || Math.Abs(up.Z - 1) < 1e-6, $"up is {up}");
    }

    [Fact]
    public void Where_something_is_in_the_way_it_goes_to_another_side_or_grows_smaller()
    {
        var under = With("panel/front", 100, 60).With(Sample.Device("other", "pot-m7", "panel/front", 100, 40));
        Assert.True(Label(under, "shell/front").Reach.Min.V > 77, "over it");
        var both = under.With(Sample.Device("third", "pot-m7", "panel/front", 100, 80));
        Assert.True(Label(both, "shell/front").Reach.Min.U > 117, "right of it");
        var ring = both.With(Sample.Device("right", "pot-m7", "panel/front", 121, 60), Sample.Device("left", "pot-m7", "panel/front",
            79, 60));
        Assert.Equal(["knob"], Sample.Plan(ring).Findings.Single(f => f.Code == "label-no-room").Places.Select(p => p.Words[^1]));
        Provocation.Mends("label-no-room", 1, ring);
    }

    [Fact]
    public void A_device_behind_a_panel_is_named_beside_its_first_opening()
    {
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 204, 40) with { Marking = "Net" }));
        var port = plan.Ports.First(p => p.State == Core.Mounts.PortState.Opened);
        var panel = plan.Part(port.PartId!);
        var label = panel.Features.OfType<Lettering>().Single();
        var openings = panel.Features.OfType<Opening>().ToList();
        Assert.NotEmpty(openings);
        Assert.All(openings, o => Assert.True(o.Max.U <= label.Reach.Min.U || o.Min.U >= label.Reach.Max.U || o.Max.V <= label.Reach.Min.V
            || o.Min.V >= label.Reach.Max.V));
    }

    [Fact]
    public void It_is_lettered_after_the_finish_and_before_what_it_names_is_mounted()
    {
        var plan = Sample.Plan(With("panel/front", 100, 60));
        int At(Func<Operation, bool> of) => plan.Work.Operations.Select((o, i) => (o, i)).Single(x => of(x.o)).i;
        var letter = At(o => o.Does == Done.Lettered);
        Assert.True(At(o => o.Does == Done.Finished) < letter && letter < At(o => o.Id == "mount/knob"));
        Assert.Contains("Gain", plan.Work.Operations[letter].Title, StringComparison.Ordinal);
        // no label, no work, and the part is another one
        var bare = Sample.Plan(With("panel/front", 100, 60, ""));
        Assert.DoesNotContain(bare.Work.Operations, o => o.Does == Done.Lettered);
        Assert.NotEqual(plan.Part("shell/front").Fingerprint, bare.Part("shell/front").Fingerprint);
        Assert.Equal(plan.Part("shell/front").MassG, bare.Part("shell/front").MassG);
    }

    [Fact]
    public void Engraved_it_is_cut_to_its_depth_before_anything_is_joined_and_named_so_wherever_it_is_written()
    {
        var design = With("panel/front", 100, 60) with { Engraved = new Engraved(0.4, 90) };
        var plan = Sample.Plan(design);
        var front = plan.Part("shell/front");
        var label = Assert.IsType<Engraving>(Label(design, "shell/front"));
        // a cutter of a right angle is as wide at the face as twice its depth
        Assert.Equal((0.4, 90.0, 0.8), (label.DepthMm, label.CutterDeg, label.StrokeMm));
        Assert.Equal("ENGRAVE_0_4", Assert.Single(label.Drawing(front.Slab)).Layer);
        var row = Assert.Single(Milled.Rows(front), r => r.Id == label.Id);
        Assert.Equal(("engraving", 0.4, front.ThicknessMm - 0.4), (row.What, row.DepthMm, Math.Round(row.RestMm!.Value, 6)));
        var order = plan.Work.Operations.Select(o => o.Id).ToList();
        var engrave = plan.Work.Operations.Single(o => o.Id == "engrave/shell/front");
        Assert.True(engrave.Minutes > 0 && engrave.Caution is not null);
        Assert.Contains("0.4 mm deep", engrave.Setting, StringComparison.Ordinal);
        Assert.DoesNotContain("letter/shell/front", order);
        var before = order.IndexOf(engrave.Id);
        Assert.All(plan.Work.Operations.Where(o => o.Does is Done.Glued or Done.Finished && o.Places.Any(p => p.ToString() == "shell/front")),
            o => Assert.True(order.IndexOf(o.Id) > before, o.Id));
        Assert.NotEqual(front.Fingerprint, Sample.Plan(design with { Engraved = new Engraved(0.3, 90) }).Part("shell/front").Fingerprint);
    }
}
