using AnvilPlan.Core.Bends;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.Plates;

/// <summary>
/// Plates whose edges are folded over: the flat between the bends, the bends, the flanges, and the blank they are folded from.
/// </summary>
internal static class TrayFolds
{
    private const double EndMm = 15;
    private const double PitchMostMm = 150;

    /// <summary>Air that a flange keeps to what stands beside it at its ends, and to the bend round the corner, mm.</summary>
    private const double ClearMm = 0.5;

    /// <summary>The edges that are folded, as the walls beside them.</summary>
    public static IReadOnlyList<Face> Sides(Tray tray)
    {
        var (least, most, along) = tray.Plane.Rails();
        Face[] walls = [least, most], free = [Faces.Of(Directions.Of(along, -1)), Faces.Of(Directions.Of(along, 1))];
        return tray.Flanges?.Edges switch
        {
            null => [],
            FlangedEdges.Walls => walls,
            FlangedEdges.Free => free,
            _ => [.. walls, .. free],
        };
    }

    public static string FlangeId(Tray tray, Face side) => $"{tray.Id}/flange-{Deck.Name(side)}";

    private static string BlankId(Tray tray) => $"{tray.Id}/blank";

    public static void Lay(ShellDraft draft)
    {
        foreach (var tray in draft.Design.Trays.Where(t => t.Flanges is not null && draft.Trays.ContainsKey(t.Id)))
        {
            Lay(draft, tray, tray.Flanges!);
        }
    }

    private static void Lay(ShellDraft draft, Tray tray, TrayFlanges flanges)
    {
        var plate = draft.Trays[tray.Id];
        var (outer, normal) = (tray.WithFlanges(plate.Box), tray.Plane.Normal());
        var basis = flanges.Behind ? tray.Plane.Ahead() : tray.Plane.Behind();
        var section = new FlangeSection(flanges, plate.ThicknessMm);
        var (thickness, radius, rising) = (plate.ThicknessMm, section.OutsideRadiusMm, basis.Outward().Opposite());
        // along the normal: the face round which all turn, the axis of the bends, and the tips of upright flanges
        var heel = outer.Side(basis.Outward());
        var tangent = heel + (rising.Sign() * radius);
        var tip = section.Flanges.TurnDeg == 90 ? outer.Side(rising) : tangent + (rising.Sign() * section.FlatMm);
        var others = draft.Members.Select(m => m.Block.Hull.Grow(ClearMm)).ToList();
        var laid = new List<Face>();
        foreach (var side in Sides(tray))
        {
            var (outward, along) = (side.Outward(), Enum.GetValues<Axis>().First(a => a != side.Outward().Axis() && a != normal.Axis()));
            var room = BarPlacing.Trim(Room(draft, tray, outer, side, along, section), along, others);
            if (room.Size[along] < BarPlacing.LeastLengthMm || plate.Box.Size[outward.Axis()] < 2 * (section.OutMm + section.InMm))
            {
                continue;
            }

            // where an upright flange would have its outside, round the same bend
            var edge = outer.Side(outward) - (outward.Sign() * (section.OutMm - radius));
            var axis = outer.Min.With(normal.Axis(), tangent).With(outward.Axis(), edge - (outward.Sign() * radius));
            var (name, word) = (tray.Name.ToLowerInvariant(), Deck.Name(side));
            var flange = room.WithSpan(outward.Axis(), Math.Min(edge, edge - (outward.Sign() * thickness)),
                Math.Max(edge, edge - (outward.Sign() * thickness)))
                .WithSpan(normal.Axis(), Math.Min(tangent, tip), Math.Max(tangent, tip));
            var bend = new BendRing(axis, basis.Outward(), outward, room.Min[along], room.Max[along], flanges.RadiusMm, radius)
            {
                TurnDeg = flanges.TurnDeg
            };
            draft.Members.Add(Leaf(tray, plate, FlangeId(tray, side), $"Flange {word}, {name}", flange, along, outward) with
            {
                Pose = section.Axes(axis, outward, rising)
            });
            draft.Members.Add(Leaf(tray, plate, $"{tray.Id}/bend-{word}", $"Bend {word}, {name}", bend.Around, along, outward) with
            {
                Kind = PartKind.Bend,
                Rings = [bend],
            });
            plate = BentCorner.Shortened(plate, side, outer, section.OutMm);
            laid.Add(side);
        }

        if (laid.Count > 0)
        {
            draft.Trays[tray.Id] = plate with { LeafOf = BlankId(tray) };
            draft.Compounds.Add(Blank(draft, tray, flanges, basis, outer, draft.Fit.Trays[tray.Id].Size, laid));
        }
    }

    /// <summary>
    /// Where a flange and its bend can be: clear of the bends round the corner, and inside, for a plate in grooves is longer.
    /// </summary>
    private static Box Room(ShellDraft draft, Tray tray, Box outer, Face side, Axis along, FlangeSection section)
    {
        var (outward, edge, wide) = (side.Outward(), outer.Side(side.Outward()), section.OutMm + section.InMm);
        var corner = Sides(tray).Any(s => s.Outward().Axis() == along) ? wide + ClearMm : 0;
        var (inner, least) = (draft.Fit.Envelope.Inner, Math.Min(ClearMm, tray.GapMm));
        return outer
            .WithSpan(along, Math.Max(outer.Min[along] + corner, inner.Min[along] + least), Math.Min(outer.Max[along] - corner,
                inner.Max[along] - least))
            .WithSpan(outward.Axis(), Math.Min(edge, edge - (outward.Sign() * wide)), Math.Max(edge, edge - (outward.Sign() * wide)));
    }

    private static SolidPart Leaf(Tray tray, SolidPart plate, string id, string name, Box box, Axis along, Direction outward)
    {
        var u = Directions.Of(along, 1);
        return new SolidPart(id, name, PartKind.Member, plate.MaterialId, plate.NominalMm, box, SolidPart.FrameOf(box, u, outward.Cross(u),
            false), "outside", "inside", null)
        { LeafOf = BlankId(tray) };
    }

    /// <summary>The flat sheet, unfolded from plate and flanges as they were laid.</summary>
    private static Compound Blank(ShellDraft draft, Tray tray, TrayFlanges flanges, Face basis, Box outer, Point3 outside, List<Face> laid)
    {
        var plate = draft.Trays[tray.Id];
        var bend = SheetBend.Of(draft.Catalog.Material(plate.MaterialId), plate.ThicknessMm, flanges.RadiusMm) with
        {
            AngleDeg = flanges.TurnDeg
        };
        var section = new FlangeSection(flanges, plate.ThicknessMm);
        var flat = new FlatPattern();
        var (u, v) = (plate.Frame.U, plate.Frame.V);
        var foot = flat.Base(plate, u, v);
        foreach (var side in laid)
        {
            var outward = side.Outward();
            flat.Fold(foot, draft.Members.Find(m => m.Id == FlangeId(tray, side))!, new BentOff(
                outward, outer.Side(outward) - (outward.Sign() * section.OutMm), basis.Outward().Opposite(),
                outer.Side(basis.Outward()) - (basis.Outward().Sign() * section.OutsideRadiusMm)), bend.Flat);
        }

        var (pieces, length, width, corners, bends) = flat.Finish(tray.Id);
        Why Across(Direction way, double value, string name)
        {
            var count = laid.Count(f => f.Outward().Axis() == way.Axis());
            return new Why(name, Math.Round(value, 3), "mm", "outside size + flanges - bend deductions",
                [
                    flanges.TurnDeg == 90 ? new WhyTerm("tray, outside", outside[way.Axis()], "mm", "fit")
                        : new WhyTerm("tray, to where the flanges are measured from",
                            Math.Round(outside[way.Axis()] - (count * (section.OutMm - section.SetbackMm)), 3), "mm", "fit"),
                    new WhyTerm("flanges, outside, together", count * flanges.HeightMm, "mm", "tray"),
                    new WhyTerm("bend deductions, together", -count * ((2 * section.SetbackMm) - bend.AllowanceMm), "mm",
                        $"R {flanges.RadiusMm}, T {bend.ThicknessMm:0.##}, K {bend.K}"),
                ], bend.Source);
        }

        return new Compound(
            BlankId(tray), $"{tray.Name}, folded", PartKind.Blank, plate.MaterialId, plate.NominalMm, length, width, plate.ThicknessMm,
                [.. corners, .. bend.Reliefs(tray.Id, corners, length, width), .. bends],
            [Across(u, length, "blank length"), Across(v, width, "blank width")])
        { Pieces = pieces, SeenFrom = plate.SeenFrom, FarSide = plate.FarSide };
    }

    public static void Work(JointDraft draft)
    {
        foreach (var tray in draft.Design.Trays.Where(t => t.Flanges is not null))
        {
            FoldStep.Add(draft, BlankId(tray));
        }
    }

    /// <summary>Flanges that carry their tray are fixed to the walls beside them.</summary>
    public static void Join(JointDraft draft, Tray tray)
    {
        foreach (var face in (Face[])[tray.Plane.Rails().Least, tray.Plane.Rails().Most])
        {
            if (draft.Shell.Member(FlangeId(tray, face)) is not { } flange || !draft.Shell.Panels.TryGetValue(face, out var wall))
            {
                continue;
            }

            var rule = new RowRule(Place.Tray(tray.Id).ToString(), $"{tray.Id}/flange-{Deck.Name(face)}", EndMm, PitchMostMm,
                $"{tray.Name.ToLowerInvariant()} to the {Deck.Name(face)}");
            draft.Keep(wall, flange.Box.Grow(0.01), flange.Name.ToLowerInvariant());
            if (draft.Catalog.Material(wall.MaterialId).Wood)
            {
                FixingRows.Screw(draft, flange, wall, rule);
            }
            else if (tray.Flanges!.Join == SheetJoin.ScrewsAndNuts)
            {
                FixingRows.Screw(draft, wall, flange, rule);
            }
            else if (tray.Flanges.Join == SheetJoin.Rivets && draft.Design.Panel(face).Hold == PanelHold.Fixed)
            {
                Rivets.Row(draft, wall, flange, rule);
            }
            else
            {
                Rivets.NutRow(draft, wall, flange, rule);
            }
        }
    }

    /// <summary>A higher flange takes its row farther from the bend.</summary>
    public static IEnumerable<Remedy> Higher(PlanSoFar plan, string flangeId) =>
        from tray in plan.Design.Trays
        where tray.Flanges is not null && Sides(tray).Any(s => FlangeId(tray, s) == flangeId)
        select new Remedy("higher-flanges", "Make the flanges as much higher as it takes", d => Trial.FirstSound(
            plan, "hole-near-bend", d, ((double[])[1, 2, 4, 8])
                .Select(more => d.WithTray(tray.Id, t => t.Flanges is { } f ? t with { Flanges = f with { HeightMm = f.HeightMm + more } }
                : t)), f => f.Places.Contains(flangeId), true));

    public static IEnumerable<Finding> Findings(PlanSoFar plan)
    {
        foreach (var tray in plan.Design.Trays.Where(t => t.Flanges is not null && !Copies.IsCopy(t.Id)
            && plan.Shell.Trays.ContainsKey(t.Id)))
        {
            var (material, sheet) = (plan.Catalog.Material(tray.MaterialId), plan.Shell.Trays[tray.Id].ThicknessMm);
            if (BendFindings.TooTight(tray.Name, tray.Id, material, sheet, tray.Flanges!.RadiusMm, (d, r) => d.WithTray(tray.Id, t => t with
            {
                Flanges = t.Flanges! with
                { RadiusMm = r, HeightMm = Math.Max(t.Flanges.HeightMm, Math.Ceiling(r + sheet + 1)) }
            })) is { } tight)
            {
                yield return tight;
            }

            if (BendFindings.TooShort(tray.Id, $"Flanges of {tray.Name.ToLowerInvariant()}", sheet, tray.Flanges.HeightMm,
                (d, h) => d.WithTray(tray.Id, t => t with { Flanges = t.Flanges! with { HeightMm = h } })) is { } shorter)
            {
                yield return shorter;
            }

            foreach (var side in Sides(tray).Where(s => plan.Shell.Member(FlangeId(tray, s)) is null))
            {
                yield return Finding.Of("flange-no-room", Severity.Warn,
                    $"{tray.Name} has no flange at the {Deck.Name(side)}: what stands there leaves less than "
                        + $"{Say.Mm(BarPlacing.LeastLengthMm)} mm for it.",
                    [tray.Id],
                    new Remedy("gap", "Make the tray as much smaller as gives the flange room", d => ((double[])[5, 11, 16, 21, 31, 41])
                        .Select(more => d.WithTray(tray.Id, t => t with
                        {
                            GapMm = t.GapMm + more,
                            Support = t.Support == TraySupport.Flanges
                            ? TraySupport.Posts : t.Support
                        }))
                        .FirstOrDefault(x => plan.Again(x).Shell.Member(FlangeId(tray, side)) is not null)),
                    new Remedy("flat", "Leave the edges flat and carry it on rails",
                        d => d.WithTray(tray.Id, t => t with
                        {
                            Flanges = null,
                            Support = t.Support == TraySupport.Flanges
                        ? TraySupport.Rails : t.Support,
                            RailBarId = t.RailBarId ?? "aluminium-6061-15x15"
                        })));
            }
        }
    }
}
