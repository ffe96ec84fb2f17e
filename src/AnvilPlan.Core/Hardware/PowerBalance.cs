using AnvilPlan.Core.Fit;

namespace AnvilPlan.Core.Hardware;

/// <summary>One thing that draws power.</summary>
/// <param name="Id">Of its device; of the structure for what is no device.</param>
public sealed record PowerLoad(string Id, string Name, IReadOnlyList<double> Volts, double Watts);

/// <summary>A rail of a supply with what hangs on it.</summary>
public sealed record PowerRail(string DeviceId, string Name, double Volts, double GivesW, IReadOnlyList<PowerLoad> Loads)
{
    public double UsedW => Loads.Sum(l => l.Watts);

    public bool Short => UsedW > GivesW + 1e-6;
}

/// <summary>
/// What is drawn against what is given, rail by rail: each load hangs on the rail of its voltage that has most to spare, the largest
/// first. A converter draws what hangs on it, its losses and what it needs itself. A first balance: start currents, wire and fuses come
/// with the wiring.
/// </summary>
/// <param name="Unfed">Loads for whose voltage there is no rail.</param>
public sealed record PowerBalance(IReadOnlyList<PowerRail> Rails, IReadOnlyList<PowerLoad> Unfed)
{
    /// <summary>Usual efficiency of a step-down module [R].</summary>
    public const double ConverterEfficiency = 0.9;
    private const int MostChoices = 243;

    /// <param name="others">Loads that are no devices: light strips.</param>
    /// <returns>Without rails when nothing gives power: then there is nothing to balance.</returns>
    public static PowerBalance Of(IReadOnlyList<PlacedDevice> devices, IEnumerable<PowerLoad> others)
    {
        var givers = devices.Where(d => d.Model.Gives.Count > 0).ToList();
        List<PowerLoad> loads = [.. devices.Where(d => d.Model is { Takes.Watts: > 0, Gives.Count: 0 })
            .Select(d => new PowerLoad(d.Id, d.Device.Name, d.Model.Takes!.Volts, d.Model.Takes.Watts)), .. others];
        if (givers.Count == 0)
        {
            return new PowerBalance([], []);
        }

        // jacks give what is plugged in: the choice that leaves least wanting
        return Choices(givers).Take(MostChoices).Select(rails => Hang(rails, loads, givers))
            .MinBy(b => (b.Unfed.Count, b.Rails.Sum(r => Math.Max(0, r.UsedW - r.GivesW))))!;
    }

    private static IEnumerable<List<PowerRail>> Choices(List<PlacedDevice> givers)
    {
        IEnumerable<List<PowerRail>> choices = [[]];
        foreach (var giver in givers)
        {
            List<PowerRail> own = [.. giver.Model.Gives.Select(g => new PowerRail(giver.Id, giver.Device.Name, g.Volts, g.Watts, []))];
            choices = choices.SelectMany(c => giver.Model.GivesOneOf ? own.Select(r => (List<PowerRail>)[.. c, r]) : [[.. c, .. own]]);
        }

        return choices;
    }

    private static PowerBalance Hang(List<PowerRail> rails, List<PowerLoad> loads, List<PlacedDevice> givers)
    {
        List<PowerLoad> unfed = [];
        void Add(PowerLoad load, Func<PowerRail, bool> may)
        {
            var best = Enumerable.Range(0, rails.Count).Where(i => load.Volts.Contains(rails[i].Volts) && may(rails[i]))
                .OrderByDescending(i => rails[i].GivesW - rails[i].UsedW).Select(i => (int?)i).FirstOrDefault();
            if (best is { } at)
            {
                rails[at] = rails[at] with { Loads = [.. rails[at].Loads, load] };
            }
            else
            {
                unfed.Add(load);
            }
        }

        // what is least free to choose comes first
        foreach (var load in loads.OrderBy(l => rails.Count(r => l.Volts.Contains(r.Volts))).ThenByDescending(l => l.Watts)
            .ThenBy(l => l.Id, StringComparer.Ordinal))
        {
            Add(load, _ => true);
        }

        foreach (var converter in givers.Where(g => g.Model.Takes is not null))
        {
            var drawn = converter.Model.Takes!.Watts + (rails.Where(r => r.DeviceId == converter.Id)
                .Sum(r => r.UsedW) / ConverterEfficiency);
            if (drawn > 0)
            {
                Add(new PowerLoad(converter.Id, converter.Device.Name, converter.Model.Takes.Volts, Math.Round(drawn, 1)),
                    r => r.DeviceId != converter.Id);
            }
        }

        return new PowerBalance(rails, unfed);
    }

    /// <summary>The rail on which a device hangs; null when it hangs on none.</summary>
    public PowerRail? RailOf(string deviceId) => Rails.FirstOrDefault(r => r.Loads.Any(l => l.Id == deviceId));
}
