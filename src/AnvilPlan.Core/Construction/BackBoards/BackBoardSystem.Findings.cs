using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Plastics;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.BackBoards;

/// <summary>What is said of a board on a wall: studs, pull, pads and cable holes.</summary>
public sealed partial class BackBoardSystem
{
    protected override IEnumerable<Finding> Findings(BackBoard own, PlanSoFar plan)
    {
        if (!plan.Shell.Panels.TryGetValue(Face.Back, out var board))
        {
            yield break;
        }

        foreach (var device in plan.Fit.Devices.Where(d => !d.Model.InPanel && d.Device.DeckId == Deck.OfPanel(Face.Back)))
        {
            foreach (var port in Cabled(plan.Design, device).Where(p => !plan.Joints.PortHoles.Contains((device.Id, p.Id, board.Id))))
            {
                yield return new Finding(
                    $"no-cable-hole:{device.Id}/{port.Id}", "no-cable-hole", Severity.Warn,
                    $"No hole for the cable of {device.Device.Name}, {port.Name}, is free within {Say.Mm(FarthestMm)} mm of its "
                        + $"connector: frame, pads or the edge are in the way.",
                    [Place.Device(device.Id), board.Id],
                    [
                        DeviceMoves.Remedy(plan, "no-cable-hole", device.Device),
                        new Remedy("leave-closed", "Do not lead that port through the board", d => d.WithDevice(device.Id, x => x with
                            { ClosedPorts = [.. x.ClosedPorts, port.Id] })),
                    ]);
            }
        }

        foreach (var (device, pad) in Pads(plan.Fit, plan.Shell))
        {
            var over = ((Direction[])[Direction.Left, Direction.Right, Direction.Up, Direction.Down])
                .Max(d => (pad.Box.Side(d) - board.Box.Side(d)) * d.Sign());
            if (over > 0.01)
            {
                yield return Finding.Of("pad-over-edge", Severity.Stop,
                    $"The pad of {device.Device.Name} sticks out {Say.Mm(over)} mm past the board: it is cut "
                        + $"{Say.Mm(own.Pads?.RevealMm ?? 0)} mm larger than the device all round.",
                    [Place.Device(device.Id), board.Id], DeviceMoves.Remedy(plan, "pad-over-edge", device.Device));
            }
        }

        if (own.Pads is { BevelDeg: > 0 and var bevel } && bevel < PlasticSheet.CriticalAngleDeg(AcrylicIndex))
        {
            yield return Finding.Of("bevel-does-not-turn-light", Severity.Note,
                $"A bevel of {Say.Mm(bevel)} degrees lets light out unturned: above "
                    + $"{Say.Mm(Math.Round(PlasticSheet.CriticalAngleDeg(AcrylicIndex), 1))} degrees it is reflected to the front.",
                [own.Id], new Remedy("45", "Bevel at 45 degrees", d => d.WithStructure<BackBoard>(own.Id, b => b.Pads is null ? b
                    : b with { Pads = b.Pads with { BevelDeg = 45 } })));
        }

        var hanging = WallBars.Of(own.Hanging);
        var level = plan.Shell.Members.Where(m => m.Role is Role.WallBar && m.Role.Of == own.Id && m.Frame.U.Axis() == Axis.X).ToList();
        var bars = level.Where(hanging.OnStuds).ToList();
        var (asked, given) = (hanging.LeastHeightMm(plan.Catalog.Bar(own.FrameBarId)), board.Box.Size.Z - (2 * own.FrameInsetMm));
        if (given < asked)
        {
            yield return Finding.Of("bars-have-no-room", Severity.Stop,
                $"The bars behind the board need {Say.Mm(asked)} mm from the lowest to the highest and have {Say.Mm(given)} mm.",
                [own.Id, board.Id],
                new Remedy("higher-board", "Make the board high enough for its bars", d => d with
                { Box = d.Box with { HeightMm = Math.Ceiling(d.Box.HeightMm + asked - given) } }),
                new Remedy("nearer-edge", "Set them nearer to the edge", d => own.FrameInsetMm - ((asked - given) / 2) is >= 0 and var inset
                    ? d.WithStructure<BackBoard>(own.Id, b => b with { FrameInsetMm = Math.Floor(inset * 10) / 10 }) : null));
        }

        var studs = bars.Count == 0 ? 0 : bars.Min(b => Studs(own, board, b).Count);
        if (studs < 2)
        {
            yield return Finding.Of("one-stud", Severity.Stop,
                $"The frame meets {studs} studs of the wall: it needs 2, or it hangs on plaster.",
                [own.Id],
                new Remedy("shift-board", "Hang it where two studs stand behind it", d => Trial.FirstSound(plan, "one-stud", d,
                    OverStuds(d, own))),
                new Remedy("wider-board", "Make the board wide enough for two studs", d => Trial.FirstSound(
                    plan, "one-stud", d,
                        OverStuds(d with
                        {
                            Box = d.Box with
                            {
                                WidthMm = Math.Max(d.Box.WidthMm, Math.Ceiling(own.StudSpacingMm + (2 * (own.FrameInsetMm + NearEndMm))
                        + 20))
                            }
                        }, own))));
            yield break;
        }

        var screws = bars.Sum(b => Studs(own, board, b).Count);
        var mass = (plan.Parts.Made.Sum(p => p.MassG) + plan.Fit.Devices.Sum(d => d.Model.MassG)) / 1000;
        var (pull, hold) = (PullN(plan, board, bars.Max(b => b.Box.Centre.Z) - level.Min(b => b.Box.Centre.Z), mass) / Math.Max(1,
            hanging.Pulled(screws)), WoodScrewForm.WithdrawalN(SpruceGravity, WallScrewMm, WallScrewInMm) / SafetyFactor);
        yield return Finding.Of(pull > hold ? "wall-overloaded" : "wall-load", pull > hold ? Severity.Stop : Severity.Note,
            $"The board weighs {Say.Mm(Math.Round(mass, 1))} kg on {screws} screws in framing: each upper one is pulled by "
                + $"{Say.Mm(Math.Round(pull))} N and may be by {Say.Mm(Math.Round(hold))} N with a safety of {SafetyFactor}. Fix it to "
                + $"framing, not to plaster; the wall itself is for local practice to judge.",
            [own.Id]);
    }

    /// <summary>The board a little farther along the wall each time, until the next stud would be the first.</summary>
    private static IEnumerable<Design> OverStuds(Design design, BackBoard own) => Enumerable.Range(0, (int)(own.StudSpacingMm / 10))
        .Select(i => design.WithStructure<BackBoard>(own.Id, b => b with { FirstStudMm = (b.FirstStudMm + (i * 10)) % b.StudSpacingMm }));

    /// <summary>The weight hangs before the wall and tips about the lower bar: pull on the upper bar, N.</summary>
    /// <param name="heightMm">From the lower bar to the upper one that is screwed to the studs.</param>
    private static double PullN(PlanSoFar plan, SolidPart board, double heightMm, double massKg)
    {
        var weights = plan.Parts.Made.Select(p => (p.MassG, p.Drawn.Box.Centre.Y))
            .Concat(plan.Fit.Devices.Select(d => (d.Model.MassG, d.Body.Centre.Y))).ToList();
        var total = weights.Sum(w => w.MassG);
        var arm = plan.Fit.Envelope.Outer.Max.Y - (total <= 0 ? board.Box.Centre.Y : weights.Sum(w => w.MassG * w.Y) / total);
        return massKg * Mass.NewtonPerKg * arm / Math.Max(50, heightMm);
    }
}
