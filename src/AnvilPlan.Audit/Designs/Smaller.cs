using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;

namespace AnvilPlan.Audit.Designs;

/// <summary>Takes away whatever a design can lose while it still shows its defect.</summary>
public static class Smaller
{
    /// <param name="shows">Whether a design still shows it.</param>
    public static Design Of(Design design, Catalog catalog, Func<Design, bool> shows)
    {
        for (var again = true; again;)
        {
            again = false;
            foreach (var less in Less(design))
            {
                if (DesignCheck.Problems(less, catalog).Count == 0 && shows(less))
                {
                    (design, again) = (less, true);
                    break;
                }
            }
        }

        return design;
    }

    private static IEnumerable<Design> Less(Design design)
    {
        foreach (var device in design.Devices)
        {
            yield return Without(design, device.Id);
        }

        foreach (var tray in design.Trays)
        {
            var on = design.Devices.Where(d => d.DeckId == tray.Id).Select(d => d.Id).Aggregate(design, Without);
            yield return on with { Trays = [.. on.Trays.Where(t => t.Id != tray.Id)] };
        }

        foreach (var structure in design.Structures)
        {
            yield return design with { Structures = [.. design.Structures.Where(s => s.Id != structure.Id)] };
        }

        if (design.Box.Feet is not null)
        {
            yield return design with { Box = design.Box with { Feet = null } };
        }

        if (design.Brief.Quantity > 1)
        {
            yield return design with { Brief = design.Brief with { Quantity = 1 } };
        }
    }

    private static Design Without(Design design, string device) => design with
    {
        Devices = [.. design.Devices.Where(d => d.Id != device)],
        Links = [.. design.Links.Where(l => l.FromDeviceId != device && l.ToDeviceId != device)],
        Brief = design.Brief with { Service = [.. design.Brief.Service.Where(s => s.DeviceId != device)] },
    };
}
