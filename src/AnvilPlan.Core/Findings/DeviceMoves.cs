using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Core.Findings;

/// <summary>Places to which a device can go on its deck, for remedies and for adding and moving alike.</summary>
internal static class DeviceMoves
{
    /// <summary>Places that are tried as the device lies, and for each other way to lay it, before a deck counts as full; and how far apart they are.</summary>
    private const int MostAsItLies = 8;
    private const int MostTurned = 4;
    private const double TrialsApartMm = 12;

    /// <summary>Free places, the nearest first: as it lies, turned by quarters, then on the other face of its tray.</summary>
    public static IEnumerable<Device> Spots(PlanSoFar plan, Device device)
    {
        var tray = !Deck.IsPanel(device.DeckId, out _) && !plan.Shell.Levels.ContainsKey(device.DeckId);
        var most = MostAsItLies;
        foreach (var far in tray ? (bool[])[device.FarFace, !device.FarFace] : [device.FarFace])
        {
            foreach (var turn in Enumerable.Range(0, 4))
            {
                Device? last = null;
                var found = 0;
                foreach (var spot in FreeSpot.All(device with { FarFace = far, QuarterTurns = (device.QuarterTurns + turn) % 4 }, plan))
                {
                    if (found >= most)
                    {
                        break;
                    }

                    if (last is null || Math.Abs(last.UMm - spot.UMm) + Math.Abs(last.VMm - spot.VMm) >= TrialsApartMm)
                    {
                        found++;
                        yield return last = spot;
                    }
                }

                most = MostTurned;
            }
        }
    }

    /// <summary>The remedy that moves a device to the nearest place at which that kind of snag is gone.</summary>
    public static Remedy Remedy(PlanSoFar plan, string code, Device device) => new(
        "move-" + device.Id, $"Move {device.Name} to the nearest place that is free of it",
        d => Trial.FirstSound(plan, code, d, Spots(plan, device).Select(s => d.WithDevice(device.Id, _ => s))));
}
