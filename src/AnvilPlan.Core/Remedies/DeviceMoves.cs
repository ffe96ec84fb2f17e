using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Remedies;

/// <summary>Places to which a device can go on its deck, for remedies and for adding and moving alike.</summary>
internal static class DeviceMoves
{
    /// <summary>
    /// Places that are tried as the device lies, and for each other way to lay it, before a deck counts as full; and how far apart they
    /// are.
    /// </summary>
    private const int MostAsItLies = 8;
    private const int MostTurned = 4;
    private const double TrialsApartMm = 12;

    /// <summary>Beyond them, so many, so far from all that were tried.</summary>
    private const int MostFarther = 6;
    private const double FartherMm = 60;

    /// <summary>Free places, the nearest first: as it lies, turned by quarters, then on the other face of its tray.</summary>
    /// <param name="wanted">A further condition on the place, for example that a port reaches its panel.</param>
    public static IEnumerable<Device> Spots(PlanSoFar plan, Device device, Func<PlacedDevice, bool>? wanted = null)
    {
        var tray = !Deck.IsPanel(device.DeckId, out _) && !plan.Shell.Levels.ContainsKey(device.DeckId);
        var most = MostAsItLies;
        foreach (var far in tray ? (bool[])[device.FarFace, !device.FarFace] : [device.FarFace])
        {
            foreach (var turn in Enumerable.Range(0, 4))
            {
                List<Device> given = [];
                foreach (var spot in FreeSpot.All(device with { FarFace = far, QuarterTurns = (device.QuarterTurns + turn) % 4 },
                    plan, wanted))
                {
                    // beside the last, and when none of those did, as it lies wherever the deck has not been tried yet
                    var near = given.Count < most;
                    if (given.Count >= most + (most == MostAsItLies ? MostFarther : 0))
                    {
                        break;
                    }

                    if (near ? given.Count == 0 || Apart(given[^1], spot) >= TrialsApartMm
                        : given.TrueForAll(g => Apart(g, spot) >= FartherMm))
                    {
                        given.Add(spot);
                        yield return spot;
                    }
                }

                most = MostTurned;
            }
        }
    }

    private static double Apart(Device a, Device b) => Math.Abs(a.UMm - b.UMm) + Math.Abs(a.VMm - b.VMm);

    public static string RemedyId(Device device) => "move-" + device.Id;

    /// <summary>The remedy that moves a device to the nearest place at which that kind of snag is gone.</summary>
    public static Remedy Remedy(PlanSoFar plan, string code, Device device) => new(
        RemedyId(device), $"Move {device.Name} to the nearest place that is free of it", d => Moved(plan, code, d, device));

    /// <summary>
    /// The design with the device at the nearest wanted place at which that kind of snag is gone; null when there is none.
    /// </summary>
    public static Design? Moved(PlanSoFar plan, string code, Design design, Device device, Func<PlacedDevice, bool>? wanted = null) =>
        Trial.FirstSound(plan, code, design, Spots(plan, device, wanted).Select(s => design.WithDevice(device.Id, _ => s)));
}
