using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Construction.Plinths;

/// <summary>Air that has to come in from below.</summary>
internal static class Underneath
{
    /// <summary>Open area of the fans and vents in the bottom, mm²: of cut openings and grille holes of devices that breathe.</summary>
    public static double OpenMm2(PlanSoFar plan) =>
        plan.Mounts.Fans.Where(f => plan.Fit.Device(f.DeviceId)?.Device.DeckId == Deck.OfPanel(Face.Bottom)).Sum(f => f.OpenMm2);

    /// <summary>Feet: the air comes in all round under the edge of the bottom.</summary>
    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        var (open, stands) = (OpenMm2(plan), plan.Shell.StandsMm(plan.Design));
        var size = plan.Fit.Envelope.Outer.Size;
        var round = 2 * (size.X + size.Y);
        if (open <= 0 || plan.Design.Structures.Any(s => s is Construction.Plinths.Plinth) || open <= round * stands)
        {
            yield break;
        }

        var height = Math.Ceiling(open / round);
        yield return Finding.Of("feet-low", Severity.Warn,
            $"The bottom breathes through {Say.Mm(open / 100)} cm², and {Say.Mm(stands)} mm below it let {Say.Mm(round * stands / 100)} "
                + $"cm² in all round: feet of {Say.Mm(height)} mm are wanted.",
            ["shell/bottom"],
            new Remedy("higher-feet", $"Set it on feet of {Say.Mm(Math.Max(height, 8))} mm", d => d with
            {
                Box = d.Box with
                {
                    Feet = d.Structures.Any(s => s is Construction.PrintedBodies.PrintedFeet) ? d.Box.Feet
                    : (d.Box.Feet ?? new Feet(16, 8, 20)) with { HeightMm = Math.Max(height, 8) }
                },
                Structures = [.. d.Structures.Select(s => s is Construction.PrintedBodies.PrintedFeet feet
                    ? feet with { HeightMm = Math.Max(height, 8) } : s)],
            }));
    }
}
