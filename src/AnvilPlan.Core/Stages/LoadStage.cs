using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction.PanelBoxes;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Joints.Methods;
using AnvilPlan.Core.Loads;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Wood;

namespace AnvilPlan.Core.Stages;

/// <summary>What stands on boards, hangs on strips, magnets and hinges, against what they bear.</summary>
public static class LoadStage
{
    private const double Gravity = Mass.NewtonPerKg;

    /// <summary>A line that still looks straight: L/600; a tray that nobody sees may sag L/360.</summary>
    private const double LooksStraight = 600;
    private const double Serves = 360;

    private const double MagnetSafety = 3;
    private const double ScrewSafety = 4;

    /// <summary>Magnets slide long before they let go: a fifth of their pull [R].</summary>
    private const double MagnetFriction = 0.2;

    public static IReadOnlyList<LoadCase> Run(Design design, Catalog catalog, FitPlan fit, ShellPlan shell, JointPlan joints) =>
    [
        .. Top(design, catalog, fit, shell), .. Trays(design, catalog, fit, shell), .. Stuck(design, fit),
            .. Magnets(design, catalog, shell, joints), .. Doors(design, catalog, fit, shell),
    ];

    private static double LoadOnTopN(Design design) => (design.Brief.CarriesKg ?? 0) * Gravity;

    /// <summary>The top under what stands on it, taken as one foot in the middle.</summary>
    private static IEnumerable<LoadCase> Top(Design design, Catalog catalog, FitPlan fit, ShellPlan shell)
    {
        if (LoadOnTopN(design) is var load && load > 0 && design.Brief.StandsOn == Face.Bottom
            && shell.Panels.TryGetValue(Face.Top, out var top) && BoardSpan.Of(top, design, catalog, fit, shell) is { } span)
        {
            var (sag, why) = span.Sag(catalog.Material(top.MaterialId), top.ThicknessMm, load, LoadSpread.Point);
            yield return new LoadCase("top", top.Id, $"{top.Name} under {design.Brief.CarriesKg} kg in its middle", LoadKind.Sag,
                Math.Round(sag, 3), Math.Round(span.SpanMm / LooksStraight, 3), $"{why}; allowed L/{LooksStraight}");
        }
    }

    private static IEnumerable<LoadCase> Trays(Design design, Catalog catalog, FitPlan fit, ShellPlan shell)
    {
        foreach (var tray in design.Trays.Where(t => t.Plane == TrayPlane.Level && !Copies.IsCopy(t.Id) && shell.Trays.ContainsKey(t.Id)))
        {
            var on = fit.Devices.Where(d => d.Device.DeckId == tray.Id).ToList();
            var load = on.Sum(d => d.Model.MassG) / 1000 * Gravity;
            if (load <= 0 || BoardSpan.Of(shell.Trays[tray.Id], design, catalog, fit, shell) is not { } span)
            {
                continue;
            }

            var (sag, why) = span.Sag(catalog.Material(tray.MaterialId), shell.Trays[tray.Id].ThicknessMm, load, on.Count == 1
                ? LoadSpread.Point : LoadSpread.Uniform);
            yield return new LoadCase($"tray/{tray.Id}", tray.Id, $"{tray.Name} under {load / Gravity:0.##} kg of devices", LoadKind.Sag,
                Math.Round(sag, 3), Math.Round(span.SpanMm / Serves, 3), $"{why}; allowed L/{Serves}");
        }
    }

    /// <summary>In shear on an upright deck; pulled off under a level one, or when the whole is turned over.</summary>
    private static IEnumerable<LoadCase> Stuck(Design design, FitPlan fit)
    {
        foreach (var device in fit.Devices.Where(d => d.Mounting is StuckDown && !Copies.IsCopy(d.Id)))
        {
            var (stick, weight) = (((StuckDown)device.Mounting).Stick, device.Model.MassG / 1000 * Gravity);
            var rule = Sticking.Of(stick.Kind);
            var shear = device.Away.Axis() != design.Brief.StandsOn.Outward().Axis();
            var holds = stick.WidthMm * stick.LengthMm * (shear ? rule.ShearNPerMm2 : rule.PullNPerMm2);
            yield return new LoadCase(
                $"stuck/{device.Id}", Place.Device(device.Id), $"{rule.Name} under {device.Device.Name}", LoadKind.Hold,
                    Math.Round(weight, 2), Math.Round(holds, 2),
                $"{device.Model.MassG / 1000:0.###} kg {(shear ? "in shear" : "pulling off")} against {stick.WidthMm} x {stick.LengthMm} "
                    + $"mm at {(shear ? rule.ShearNPerMm2 : rule.PullNPerMm2) * 1000:0.##} N on 1000 mm², safety factor "
                    + $"{rule.SafetyFactor:0} in it")
            { By = Carrier.Strips };
        }
    }

    private static IEnumerable<LoadCase> Magnets(Design design, Catalog catalog, ShellPlan shell, JointPlan joints)
    {
        foreach (var held in joints.Edges.Where(e => e.Joint == JointKind.Magnets).GroupBy(e => e.Lid))
        {
            var panel = shell.Panels[held.Key];
            var carried = panel.Box.VolumeMm3 * catalog.Material(panel.MaterialId).DensityKgPerM3 * 1e-9 * Gravity;
            var pull = held.Sum(e => MagnetRow.Of(e, shell.Panels[e.Host], shell.Panels[e.Mate], e.BlockId is { } block
                ? shell.Member(block) : null, catalog)?.PullN ?? 0);
            var upright = held.Key.Outward().Axis() != design.Brief.StandsOn.Outward().Axis();
            yield return new LoadCase(
                $"magnets/{Deck.Name(held.Key)}", panel.Id, $"Magnets at the {Deck.Name(held.Key)}", LoadKind.Hold,
                    Math.Round(carried * MagnetSafety, 2), Math.Round(pull * (upright ? MagnetFriction : 1), 2),
                $"{carried / Gravity:0.##} kg times {MagnetSafety} for safety against {pull:0.#} N of "
                    + $"pull{(upright ? $", of which {MagnetFriction:0.0} keep it from sliding down" : "")}")
            { By = Carrier.Magnets };
        }
    }

    /// <summary>
    /// The upper hinge of a door pulls its screws out of the edge: weight times half the width over the distance of the hinges.
    /// </summary>
    private static IEnumerable<LoadCase> Doors(Design design, Catalog catalog, FitPlan fit, ShellPlan shell)
    {
        foreach (var set in Hinges.Of(design, shell).Where(s => s.Edge.Along() == Axis.Z))
        {
            var door = shell.Panels[set.Door];
            var devices = fit.Devices.Where(d => d.Device.DeckId == Deck.OfPanel(set.Door)).Sum(d => d.Model.MassG) / 1000;
            var weight = ((door.Box.VolumeMm3 * catalog.Material(door.MaterialId).DensityKgPerM3 * 1e-9) + devices) * Gravity;
            var width = door.Box.Size[Enum.GetValues<Axis>().First(a => a != Axis.Z && a != set.Door.Outward().Axis())];
            var apart = set.MiddlesMm[^1] - set.MiddlesMm[0];
            var pull = weight * width / 2 / apart / set.Hinge.Holes;
            var material = catalog.Material(set.Edged.MaterialId);
            if (material.Wood)
            {
                var screw = catalog.Fasteners.WoodScrew("metric 3");
                var holds = WoodScrewForm.WithdrawalN(material.DensityKgPerM3 / 1000, screw.ShankMm, 10) * EndGrain / ScrewSafety;
                yield return new LoadCase(
                    $"hinges/{Deck.Name(set.Door)}", door.Id, $"Screws of the upper hinge, {Deck.Name(set.Door)}", LoadKind.Hold,
                        Math.Round(pull, 2), Math.Round(holds, 2),
                    $"{weight / Gravity:0.##} kg x half of {width:0.#} mm over {apart:0.#} mm between the hinges, {set.Hinge.Holes} "
                        + $"screws; 10 mm of a 3 mm screw in the edge, three quarters of side grain, safety factor {ScrewSafety} (Wood "
                        + $"Handbook ch. 8)")
                { By = Carrier.Hinges };
            }
        }
    }

    /// <summary>Screws in edges and end grain hold three quarters of what they hold in side grain (Wood Handbook ch. 8).</summary>
    private const double EndGrain = 0.75;
}
