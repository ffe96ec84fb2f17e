using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Movement;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Stages;

namespace AnvilPlan.Core.Joints;

/// <summary>Two parts that a screw is to draw together.</summary>
/// <param name="Name">Of the set: <c>screw/NAME</c> is the screw's id.</param>
/// <param name="Where">For lists: what is screwed to what.</param>
/// <param name="What">The purpose of the hole under the head.</param>
/// <param name="Out">The way the heads look.</param>
/// <param name="ClampedMm">Material under the head.</param>
/// <param name="IntoMm">Material that is there to bite into.</param>
/// <param name="PlaceWhy">Why the holes stand where they stand.</param>
public sealed record ScrewJoint(
    string Name, string For, string Where, string What, Direction Out, SolidPart Clamped, double ClampedMm, SolidPart Into, double IntoMm,
        string PlaceWhy)
{
    /// <summary>The screw bites along the grain.</summary>
    public bool IntoEnd { get; init; }

    /// <summary>Threads to try, the best first.</summary>
    public IReadOnlyList<string> Threads { get; init; } = ["M3", "M4", "M2.5"];

    /// <summary>From the plane under the head to where the other part begins, mm.</summary>
    public double BeginsMm => (HeadAt - Into.Box.Side(Out)) * Out.Sign();

    public double HeadAt { get; init; } = Clamped.Box.Side(Out);

    /// <summary>The heads are to lie deep under plugs of wood.</summary>
    public bool Plugged { get; init; }

    /// <summary>The same with its heads so much deeper.</summary>
    public ScrewJoint Deeper(double mm) => this with { HeadAt = HeadAt - (Out.Sign() * mm), ClampedMm = ClampedMm - mm };
}

/// <summary>
/// The ways to screw one part to another, the best first: wood screws into wood, tapped machine screws into metal that is thick
/// enough, nuts behind what is thin, rivet nuts in closed tube, slot nuts in profiles. Heads lie flush where the part is thick enough.
/// </summary>
public static class ScrewWays
{
    /// <summary>A nut is set where the material is thinner than this (mm); a thicker bar is tapped.</summary>
    private const double MostForNutMm = 5;

    /// <summary>Thickness of a slot nut and what its screw may stand past it in the slot, mm [R].</summary>
    private const double SlotNutMm = 3.5;
    private const long SlotNutCents = 35;
    private const double RivetNutHoleMm = 5;
    private const double RivetNutBodyMm = 9;
    private const long RivetNutCents = 18;
    private const double WoodWasherMm = 0.8;

    /// <summary>The size that is tried first, and the others.</summary>
    internal static readonly string[] WoodSizes = ["metric 3.5", "metric 3", "metric 4", "metric 5"];

    public static IEnumerable<FixingWay> Of(JointDraft draft, ScrewJoint joint)
    {
        var into = draft.Catalog.Material(joint.Into.MaterialId);
        // where heads are to lie under plugs, sizes for which that can be come first
        return into.Wood ? WoodSizes.OrderBy(size => joint.Plugged && WoodPlug.Over(draft.Catalog.Fasteners.WoodScrew(size),
            joint.ClampedMm) is null).Select(size => Wood(draft, joint, into, size))
            : joint.Into.Section switch
            {
                BarShape.Slotted => Enumerable.Range(0, 4).Select(n => SlotNut(draft, joint, n)),
                BarShape.SquareTube or BarShape.RoundTube => joint.Threads.Take(1).Select(_ => RivetNut(draft.Catalog, joint)),
                _ => joint.Threads.SelectMany(t => Machine(draft.Catalog, joint, into, t)),
            };
    }

    /// <summary>A pan head and a thread in the other part, whatever that is made of.</summary>
    internal static FixingWay Pan(Catalog catalog, ScrewJoint joint, string thread) => Tapped(
        catalog, joint, catalog.Material(joint.Into.MaterialId), catalog.Fasteners.Thread(thread), HeadForm.Pan,
            catalog.Material(joint.Clamped.MaterialId).Brittle);

    /// <summary>A head and a shank from the surface on.</summary>
    internal static IReadOnlyList<FixingPiece> Screw(ScrewHead head, double nominalMm, double lengthMm, double washerMm = 0) =>
        head.Measured == LengthMeasured.OverHead
        ? [new(PieceKind.Head, 0, head.HeightMm, head.DiaMm), new(PieceKind.Shank, 0, lengthMm, nominalMm)]
        : [new(PieceKind.Head, -washerMm - head.HeightMm, -washerMm, head.DiaMm), new(PieceKind.Shank, -washerMm, lengthMm - washerMm,
            nominalMm)];

    /// <summary>The nut behind what is clamped, as wide as over its corners.</summary>
    internal static FixingPiece Nut(NutAndWasher nut, double behindMm) =>
        new(PieceKind.Nut, behindMm, behindMm + nut.NutHeightMm, nut.NutFlatsMm / Math.Cos(Math.PI / 6));

    /// <summary>A board of solid wood moves under its screws: they stand in slots, under washers.</summary>
    private static bool Slides(JointDraft draft, SolidPart part) =>
        draft.Catalog.Material(part.MaterialId) is { Wood: true, HasGrain: true, MovementPerPercent: var movement }
        && WoodAir.Of(draft.Design, draft.Shop).Change(part.WidthMm / 2, movement) is var change
            && Math.Max(change.ShrinkMm, change.SwellMm) >= MovementSlots.LeastMm;

    private static FixingWay Wood(JointDraft draft, ScrewJoint joint, Material into, string name)
    {
        var catalog = draft.Catalog;
        var slides = Slides(draft, joint.Clamped);
        var plug = joint.Plugged && !slides ? WoodPlug.Over(catalog.Fasteners.WoodScrew(name), joint.ClampedMm) : null;
        joint = plug is null ? joint : joint.Deeper(plug.DeepMm);
        var washer = slides ? WoodWasherMm : 0;
        List<WhyTerm> clamped = [new(joint.Clamped.Name.ToLowerInvariant(), joint.ClampedMm, "mm", "part")];
        if (joint.BeginsMm - joint.ClampedMm > 0.01)
        {
            clamped.Add(new WhyTerm("play", joint.BeginsMm - joint.ClampedMm, "mm", "fit"));
        }

        if (slides)
        {
            clamped.Add(new WhyTerm("washer", washer, "mm", "slides in a slot"));
        }

        var (choice, size) = new ScrewPicker(catalog.Fasteners).Wood(new ScrewNeed($"screw/{joint.Name}", joint.For, joint.Where, clamped),
            joint.IntoMm, joint.IntoEnd ? into with { Engagement = "end grain" } : into, name);
        var sinks = !slides && plug is null && joint.ClampedMm >= (size.HeadMm - size.ClearanceMm) / 2 + 0.2
            && !catalog.Material(joint.Clamped.MaterialId)
            .Brittle;
        var reach = Math.Max(1, (choice.LengthMm ?? joint.BeginsMm) - joint.BeginsMm - washer);
        var pilot = size.PilotFor(into);
        // the drill goes a millimetre past the point, and never through
        var deep = Math.Min(reach + 1, joint.IntoMm - 0.5);
        var head = new ScrewHead(size.Name, sinks ? HeadForm.Countersunk : HeadForm.Pan, size.Source, size.HeadMm,
            sinks ? size.SunkHeadHighMm : size.PanHeadHighMm, sinks ? 90 : null, "cross recess",
            sinks ? LengthMeasured.OverHead : LengthMeasured.UnderHead, null, null);
        var clear = Bore.Through(size.ClearanceMm, $"clearance for wood screw {size.Name}: {size.ClearanceMm} mm ({size.Source})");
        return new FixingWay(
            FixingKind.WoodScrew, joint.HeadAt,
            [
                .. plug is null ? (WayLayer[])[] : [new(joint.Clamped.Id, joint.Clamped, LayerRole.Seat, -plug.DeepMm, 0, plug.DiaMm,
                    null)],
                Under(joint, plug is null ? clear.SunkFor(head) : clear.Counterbored(plug.DiaMm, plug.DeepMm)),
                Into(joint, LayerRole.Bite, $"pilot for {joint.Clamped.Name.ToLowerInvariant()}", Bore.Blind(pilot, deep,
                    $"pilot for {size.Name} in {into.Name}: {pilot} mm, share of the root diameter (USDA Wood Handbook ch. 8)",
                    $"the screw's {Math.Round(reach, 2)} mm in the wood and 1 mm for its point")),
            ],
            Screw(head, size.ShankMm, choice.LengthMm ?? joint.BeginsMm + 4, washer),
                [choice with { Head = sinks ? "countersunk" : "pan", GripMm = choice.GripMm - washer, WasherMm = washer }],
                plug is null ? [] : [plug.Bought]);
    }

    private static IEnumerable<FixingWay> Machine(Catalog catalog, ScrewJoint joint, Material into, string name)
    {
        var (tables, thread) = (catalog.Fasteners, catalog.Fasteners.Thread(name));
        var brittle = catalog.Material(joint.Clamped.MaterialId).Brittle;
        foreach (var form in (HeadForm[])[HeadForm.Countersunk, HeadForm.Pan])
        {
            var head = tables.Head(name, form);
            if (form == HeadForm.Countersunk && (brittle || joint.ClampedMm < head.HeightMm + 0.2))
            {
                continue;
            }

            if (joint.IntoMm > MostForNutMm)
            {
                yield return Tapped(catalog, joint, into, thread, form, brittle);
            }
            else
            {
                yield return Bolted(catalog, joint, thread, form);
            }
        }
    }

    private static FixingWay Tapped(Catalog catalog, ScrewJoint joint, Material into, ThreadSize thread, HeadForm form, bool brittle)
    {
        var (tables, picker) = (catalog.Fasteners, new ScrewPicker(catalog.Fasteners));
        var head = tables.Head(thread.Name, form);
        var choice = picker.Tapped(new ScrewNeed($"screw/{joint.Name}", joint.For, joint.Where,
            [new WhyTerm(joint.Clamped.Name.ToLowerInvariant(), joint.BeginsMm, "mm", "part")]), thread, form,
            picker.EngagementIn(into.Engagement, thread), new WhyTerm("depth less 1 mm", joint.IntoMm - 1, "mm", "section"));
        var clear = brittle ? thread.ClearanceLooseMm : thread.ClearanceNormalMm;
        var bite = Math.Max(2, choice.EngagementMm ?? 2 * thread.NominalMm);
        var deep = Math.Min(bite + ScrewPicker.ThreePitchesMm(thread), joint.IntoMm);
        return new FixingWay(
            FixingKind.Screw, joint.HeadAt,
            [
                Under(joint, Bore.Through(clear,
                    $"clearance for {thread.Name}, {(brittle ? "loose" : "normal")} series: {clear} mm ({thread.Source})").SunkFor(head)),
                Into(joint, LayerRole.Thread, joint.IntoEnd ? "tapped hole in the end"
                    : $"tapped hole for {joint.Clamped.Name.ToLowerInvariant()}", Bore.Blind(thread.TapDrillMm, deep,
                    $"tap drill {thread.Name}: {thread.TapDrillMm} mm, "
                        + $"{ThreadForm.Percent(thread.NominalMm, thread.PitchMm, thread.TapDrillMm)
                            .ToString("0", System.Globalization.CultureInfo.InvariantCulture)} % thread",
                    $"{Math.Round(bite, 2)} mm of thread that bites and 3 pitches of {thread.PitchMm} mm for the tap to run out, at most "
                        + "through").Tapped(thread.Name)),
            ],
            Screw(head, thread.NominalMm, choice.LengthMm ?? joint.BeginsMm + bite), [choice], []);
    }

    /// <summary>
    /// Through a thin leg and what lies behind it, nuts behind both: flush where the sink goes no deeper than a fifth of a millimetre past
    /// the leg.
    /// </summary>
    internal static IEnumerable<FixingWay> Behind(Catalog catalog, ScrewJoint joint) =>
        joint.Threads.SelectMany(name => ((HeadForm[])[HeadForm.Countersunk, HeadForm.Pan])
        .Where(form => form == HeadForm.Pan || joint.ClampedMm >= catalog.Fasteners.Head(name, form).HeightMm - 0.2)
        .Select(form => Bolted(catalog, joint, catalog.Fasteners.Thread(name), form)));

    private static FixingWay Bolted(Catalog catalog, ScrewJoint joint, ThreadSize thread, HeadForm form)
    {
        var tables = catalog.Fasteners;
        var head = tables.Head(thread.Name, form);
        var choice = new ScrewPicker(tables)
            .WithNut(new ScrewNeed($"screw/{joint.Name}", joint.For, joint.Where,
            [new WhyTerm(joint.Clamped.Name.ToLowerInvariant(), joint.BeginsMm, "mm", "part"),
            new WhyTerm(joint.Into.Name.ToLowerInvariant(), joint.IntoMm, "mm", "part")]), thread, form);
        var clear = Bore.Through(thread.ClearanceNormalMm, $"clearance for {thread.Name}, normal series: {thread.ClearanceNormalMm} mm; "
            + $"{Math.Round(joint.IntoMm, 2)} mm are too thin for a thread ({thread.Source})");
        return new FixingWay(
            FixingKind.Bolt, joint.HeadAt,
            [
                Under(joint, clear.SunkFor(head)),
                Into(joint, LayerRole.Clearance, $"clearance hole for {joint.Clamped.Name.ToLowerInvariant()}", clear),
            ],
            [.. Screw(head, thread.NominalMm, choice.LengthMm ?? joint.BeginsMm + joint.IntoMm + 4),
                Nut(tables.Nut(thread.Name), joint.BeginsMm + joint.IntoMm)], [choice], []);
    }

    /// <summary>A rivet nut in a wall behind which nobody gets: comes off again.</summary>
    internal static FixingWay RivetNut(Catalog catalog, ScrewJoint joint)
    {
        var thread = catalog.Fasteners.Thread("M3");
        var head = catalog.Fasteners.Head(thread.Name, HeadForm.Pan);
        var choice = new ScrewPicker(catalog.Fasteners)
            .Tapped(new ScrewNeed($"screw/{joint.Name}", joint.For, joint.Where,
            [new WhyTerm(joint.Clamped.Name.ToLowerInvariant(), joint.BeginsMm, "mm", "sheet")]), thread, HeadForm.Pan,
            new WhyTerm("three full threads", ScrewPicker.ThreePitchesMm(thread), "mm", "thread table"),
            new WhyTerm("body of the nut", RivetNutBodyMm, "mm", "rivet nut [R]"));
        const string why = "rivet nut M3: hole 5.0 mm in sheet of 0.5 to 2 mm [R]; verify by test piece";
        return new FixingWay(
            FixingKind.RivetNut, joint.HeadAt,
            [
                Under(joint, Bore.Through(thread.ClearanceNormalMm, why)),
                Into(joint, LayerRole.Seat, $"rivet nut for {joint.Clamped.Name.ToLowerInvariant()}", Bore.Through(RivetNutHoleMm, why)),
            ],
            [.. Screw(head, thread.NominalMm, choice.LengthMm ?? joint.BeginsMm + RivetNutBodyMm),
                new FixingPiece(PieceKind.Nut, joint.BeginsMm + joint.IntoMm, joint.BeginsMm + RivetNutBodyMm, RivetNutHoleMm)],
            [choice], [new BoughtPiece("rivet nut", "M3 rivet nut, round, for 0.5 to 2 mm", 1, RivetNutCents)]);
    }

    /// <summary>A nut that slides in the profile's own slot: nothing is drilled into the profile.</summary>
    /// <param name="washers">Under the head, for the slot is so shallow that few lengths fit.</param>
    private static FixingWay SlotNut(JointDraft draft, ScrewJoint joint, int washers)
    {
        var (tables, bar) = (draft.Catalog.Fasteners, draft.Catalog.Bar(joint.Into.BarId!));
        var thread = SlotThread(draft.Catalog, bar);
        var brittle = draft.Catalog.Material(joint.Clamped.MaterialId).Brittle;
        var clear = brittle ? thread.ClearanceLooseMm : thread.ClearanceNormalMm;
        var need = new ScrewNeed($"screw/{joint.Name}", joint.For, joint.Where,
            [new WhyTerm(joint.Clamped.Name.ToLowerInvariant(), joint.BeginsMm, "mm", "part")])
        { WasherMm = washers * tables.Nut(thread.Name).WasherThicknessMm };
        return IntoSlot(draft.Catalog, need, thread, Under(joint, Bore.Through(clear,
            $"clearance for {thread.Name}, {(brittle ? "loose" : "normal")} series: {clear} mm ({thread.Source})")), joint.Into,
            joint.HeadAt);
    }

    /// <summary>A screw with its head on what lies on a slotted profile, into a nut in the slot.</summary>
    /// <param name="need">What it clamps besides the lips of the slot; the profile begins behind that.</param>
    /// <param name="above">The hole in what it clamps.</param>
    internal static FixingWay IntoSlot(Catalog catalog, ScrewNeed need, ThreadSize thread, WayLayer above, SolidPart rail, double headAt)
    {
        var (tables, bar) = (catalog.Fasteners, catalog.Bar(rail.BarId!));
        var lip = bar.WallMm ?? 1.5;
        var begins = need.Clamped.Sum(c => c.Value);
        var choice = new ScrewPicker(tables).Tapped(
            need with { Clamped = [.. need.Clamped, new WhyTerm("lip of the slot", lip, "mm", "profile")] },
            thread, HeadForm.Pan, SlotBite(tables, thread), SlotRoom(bar));
        return new FixingWay(
            FixingKind.Screw, headAt,
            [above, new WayLayer(rail.Id, rail, LayerRole.Thread, begins, begins + (bar.SlotDepthMm ?? 6), thread.NominalMm, null)],
            Screw(tables.Head(thread.Name, HeadForm.Pan), thread.NominalMm, choice.LengthMm ?? begins + lip + SlotNutMm, need.WasherMm),
            [choice], [SlotNutOf(thread, bar.WidthMm)]);
    }

    /// <summary>The thread whose nuts the slot takes.</summary>
    internal static ThreadSize SlotThread(Catalog catalog, BarStock bar) => catalog.Fasteners.Thread(bar.WidthMm < 25 ? "M4" : "M6");

    internal static BoughtPiece SlotNutOf(ThreadSize thread, double profileMm) =>
        new("nut", $"{thread.Name} slot nut for profile {profileMm:0.#}", 1, SlotNutCents);

    /// <summary>The thread of a slot nut that must bite, as in steel.</summary>
    private static WhyTerm SlotBite(FastenerTables tables, ThreadSize thread) =>
        new("thread in the slot nut", Math.Min(SlotNutMm, tables.Engagement("steel").LeastTimesD * thread.NominalMm), "mm", "slot nut [R]");

    private static WhyTerm SlotRoom(BarStock bar) =>
        new("slot behind its lip, less a fifth of a millimetre", (bar.SlotDepthMm ?? 6) - (bar.WallMm ?? 1.5) - 0.2, "mm", "profile");

    /// <summary>Sunk where the head is one that lies flush.</summary>
    /// <param name="head">Null where no head lies in it.</param>
    internal static Bore SunkFor(this Bore bore, ScrewHead? head) =>
        head is { Form: HeadForm.Countersunk, CountersinkDeg: { } deg } ? bore.Sunk(head.DiaMm, deg) : bore;

    private static WayLayer Under(ScrewJoint joint, Bore bore) => new(
        joint.Clamped.Id, joint.Clamped, LayerRole.Clearance, 0, joint.ClampedMm, bore.DiaMm, (id, at) =>
            FixingRows.Bored(joint.Clamped, joint.Out, at, new Hole(
            id, joint.For, joint.What, WorkedFrom.Seen, default, bore, joint.PlaceWhy)));

    private static WayLayer Into(ScrewJoint joint, LayerRole role, string purpose, Bore bore) => new(
        joint.Into.Id, joint.Into, role, joint.BeginsMm, joint.BeginsMm + (bore.DepthMm ?? joint.IntoMm), bore.DiaMm, (id, at) =>
            FixingRows.Bored(joint.Into, joint.Out, at, new Hole(
            id, joint.For, purpose, WorkedFrom.Seen, default, bore, joint.PlaceWhy)));
}
