using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Fasteners;

/// <summary>
/// What strips hold for good, N for each mm², with their safety factor in it: foam tape a kilogram on 55 cm² either way, the rule of
/// thumb of its makers; hook-and-loop an eighth of 0.1 N/mm² in shear and of 0.05 N/mm² in pull [R]. The maker's sheet rules.
/// </summary>
public sealed record Sticking(string Name, double ThicknessMm, double ShearNPerMm2, double PullNPerMm2, double SafetyFactor)
{
    public static Sticking Of(StickKind kind) => kind == StickKind.FoamTape
        ? new Sticking("foam tape", 1.1, Mass.NewtonPerKg / 5500, Mass.NewtonPerKg / 5500, 4)
        : new Sticking("hook-and-loop", 5, 0.1 / 8, 0.05 / 8, 8);
}
