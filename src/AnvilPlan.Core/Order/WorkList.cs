using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Order;

/// <summary>One piece of work for one unit, minutes by the shop's own rates.</summary>
/// <param name="Places">Parts, edges or devices that it touches.</param>
public sealed record WorkStep(string Id, string Title, double Minutes, IReadOnlyList<string> Places)
{
    public WorkStage Stage { get; init; }
}

/// <summary>The order of the trade.</summary>
public enum WorkStage
{
    Cut,
    Machine,

    /// <summary>Bend, print: what gives a part its shape before anything is joined to it.</summary>
    Form,
    Join,
    Fix,

    /// <summary>Before any hardware comes in: dust and finish keep off it.</summary>
    Finish,
    Mount,

    /// <summary>Where it is going to stand or hang.</summary>
    Place,
}

/// <summary>What has to be done, in the order of the trade: cut, machine, form, join, fix, finish, mount, place. Times are sums of the shop's rates.</summary>
public static class WorkList
{
    public static IReadOnlyList<WorkStep> Run(Design design, WorkRates rates, PartPlan parts, JointPlan joints, FixingPlan fixings) =>
    [
        .. ((IEnumerable<WorkStep>)
        [
            .. parts.Made.Where(m => m.Blank is not PrintBlank).Select(p => new WorkStep("cut/" + p.Id, $"Cut {p.Name.ToLowerInvariant()} to size", 2 * rates.CutMin, [p.Id]) { Stage = WorkStage.Cut }),
            .. parts.Made.Select(m => new WorkStep("machine/" + m.Id, $"Machine {m.Name.ToLowerInvariant()}", m.Worked.Sum(p => MachineMin(rates, p)), [m.Id]) { Stage = WorkStage.Machine }).Where(s => s.Minutes > 0),
            .. joints.Edges.Select(e => new WorkStep("join/" + Deck.Name(e.Edge), $"Join {Deck.Name(e.Edge)}",
                (e.Joint is JointKind.ButtGlued or JointKind.Rabbet or JointKind.Groove or JointKind.Mitre || Joints.Methods.JointMethod.For(e.Joint) is { By: Construction.HoldBy.Glue } ? rates.GlueMinPerJoint : 0) + ScrewMin(rates, fixings.Screws, Deck.PlaceOf(e.Edge)), [Deck.PlaceOf(e.Edge)]) { Stage = WorkStage.Join }).Where(s => s.Minutes > 0),
            .. fixings.Screws.Where(s => !s.For.StartsWith("edge/", StringComparison.Ordinal) && !OfDevice(design, s)).GroupBy(s => s.For)
                .Select(g => new WorkStep("fix/" + g.Key, $"Fix {g.First().Where.ToLowerInvariant()}", g.Sum(s => s.Count) * rates.ScrewMin, [g.Key]) { Stage = WorkStage.Fix }),
            .. joints.Steps,
            .. fixings.Screws.Where(s => OfDevice(design, s)).GroupBy(s => s.For).Select(g => new WorkStep("mount/" + g.Key, $"Mount: {g.First().Where}", g.Sum(s => s.Count) * rates.ScrewMin, ["device/" + g.Key]) { Stage = WorkStage.Mount }),
            new WorkStep("finish", "Sand and finish all faces", parts.Made.Sum(m => 2 * m.Drawn.LengthMm * m.Drawn.WidthMm) / 10_000 * rates.FinishMinPerDm2, [.. parts.Made.Select(m => m.Id)]) { Stage = WorkStage.Finish },
        ]).OrderBy(s => s.Stage),
    ];

    private static double MachineMin(WorkRates rates, Part part) =>
        part.Features.Where(f => f.For is not (DrilledPattern.For or Recess.AsSold)).Sum(f => f.Minutes(rates));

    private static bool OfDevice(Design design, ScrewChoice screw) => design.Devices.Any(d => d.Id == screw.For);

    private static double ScrewMin(WorkRates rates, IEnumerable<ScrewChoice> screws, string place) =>
        screws.Where(s => s.For == place).Sum(s => s.Count) * rates.ScrewMin;
}
