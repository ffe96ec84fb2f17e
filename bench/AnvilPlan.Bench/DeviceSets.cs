using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Bench;

/// <summary>Ten made-up sets of 6 to 14 devices for a box with one tray, none of them placed yet.</summary>
public static class DeviceSets
{
    private static readonly string[] OnTray = ["sbc-85", "sbc-65", "audio-65", "relay-8", "relay-4", "adc-50", "clock-40", "radio-45",
        "charge-70", "drive-25-7", "drive-25-15", "level-60", "temp-8", "bec-5v"];
    private static readonly string[] OnBottom = ["supply-35w", "supply-100w", "supply-15w", "amp-lug", "battery-pack"];
    private static readonly string[] OnPanel = ["button-16", "pot-m7", "led-5", "toggle-6", "dc-jack", "jack-35", "sma", "d-series",
        "dsub-9", "fan-60", "fan-40", "lcd-16x2", "inlet-c14"];

    public static IReadOnlyList<Design> All { get; } = [.. Enumerable.Range(0, 10).Select(Set)];

    /// <summary>Volume of all device boxes, each grown by half the clearance between bodies, litres.</summary>
    public static double InflatedL(Design design, double gapMm) =>
        FitStage.Run(design, Shipped.Catalog).Devices.Sum(d => d.Occupied.Grow(gapMm / 2).VolumeMm3) * 1e-6;

    private static Design Set(int number)
    {
        var random = new Random(1000 + number);
        var count = 6 + number - (number > 8 ? 1 : 0);
        var start = StartingDesign.Named($"Set {number + 1}");
        var design = start with
        {
            Box = start.Box with { WidthMm = 420, DepthMm = 360, HeightMm = 200 },
            Trays = [new Tray("tray-1", "Tray", "aluminium-5052", 2, null, 60, 1, TraySupport.Rails, "aluminium-6061-15x15")],
        };
        var devices = new List<Device>();
        for (var i = 0; i < count; i++)
        {
            var (models, deck) = (i % 5) switch
            {
                0 or 2 => (OnTray, "tray-1"),
                1 => (OnBottom, "panel/bottom"),
                3 => (OnPanel, "panel/front"),
                _ => (OnPanel, "panel/back"),
            };
            var model = Shipped.Catalog.Model(models[random.Next(models.Length)]);
            var thick = model.PanelMaxMm is { } most && most < 11.9;
            devices.Add(new Device(
                $"d{i}", model.Id, model.Name, deck, 0, 0, 0, thick ? DeviceChoice.Clamped(model, model.PanelMaxMm!.Value)
                    : null,
                model.Fan ? new Grille(GrilleKind.Open, 0, 0) : null, [.. model.Ports.Select(p => p.Id)]));
        }

        return design with { Devices = devices };
    }
}
