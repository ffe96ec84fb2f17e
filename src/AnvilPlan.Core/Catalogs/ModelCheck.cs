using System.Globalization;

namespace AnvilPlan.Core.Catalogs;

/// <summary>
/// Holds an own hardware model to sense before it joins a catalog: every number to its range, every list to a count, every name to a
/// length.
/// </summary>
public static class ModelCheck
{
    /// <summary>Places in a device's frame reach so far beyond its body, mm.</summary>
    private const double Far = 1000;

    /// <summary>The first problem in one sentence with field, value and allowed range, or null.</summary>
    public static string? Problem(HardwareModel m) =>
        Texts(m).FirstOrDefault(t => t.Text.Length < t.Least || t.Text.Length > t.Most) is { Field: { } text } wordy
            ? $"{text} has {wordy.Text.Length} characters: it must have {wordy.Least} to {wordy.Most}."
        : !m.Id.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-') ? $"id is \"{m.Id}\": it must be 1 to 40 small "
            + $"letters, digits and hyphens."
        : Counts(m).FirstOrDefault(c => c.Count > c.Most) is { Field: { } list } many ? $"{list} holds {many.Count} entries: at most "
            + $"{many.Most}."
        : Numbers(m).FirstOrDefault(n => !InRange(n.Value, n.Least, n.Most)) is { Field: { } field } off
            ? $"{field} is {Number(off.Value)}: it must lie between {Number(off.Least)} and {Number(off.Most)}."
        : Rest(m);

    private static IEnumerable<(string Field, string Text, int Least, int Most)> Texts(HardwareModel m) =>
    [
        ("id", m.Id, 1, 40), ("name", m.Name, 1, 80), ("group", m.Group, 0, 80), ("confidence", m.Confidence, 0, 10_000),
            ("source", m.Source, 0, 2000),
        .. m.Ports.SelectMany((p, i) => ((string, string, int, int)[])[($"ports[{i}].id", p.Id, 1, 40),
            ($"ports[{i}].name", p.Name, 1, 80)]),
        .. m.KeepOuts.Select((k, i) => ($"keepOuts[{i}].what", k.What, 1, 80)),
        .. m.Tails.Select((t, i) => ($"tails[{i}].name", t.Name, 1, 80)),
        .. m.Needs.Select((n, i) => ($"needs[{i}]", n, 1, 80)),
        .. m.Provides.Select((p, i) => ($"provides[{i}]", p, 1, 80)),
    ];

    private static IEnumerable<(string Field, int Count, int Most)> Counts(HardwareModel m) =>
    [
        ("holes", m.Holes.Count, 200), ("ports", m.Ports.Count, 100), ("cutouts", m.Cutouts.Count, 50), ("air", m.Air.Count, 12),
            ("needs", m.Needs.Count, 20),
        ("provides", m.Provides.Count, 20), ("keepOuts", m.KeepOuts.Count, 20), ("blocks", m.Blocks.Count, 20),
            ("tails", m.Tails.Count, 50), ("gives", m.Gives.Count, 10),
            ("takes.volts", m.Takes?.Volts.Count ?? 1, 10),
    ];

    private static IEnumerable<(string Field, double Value, double Least, double Most)> Numbers(HardwareModel m) =>
    [
        ("widthMm", m.WidthMm, 1, 1000), ("depthMm", m.DepthMm, 1, 1000), ("heightMm", m.HeightMm, 0.5, 1000),
            ("frontMm", m.FrontMm, 0, 200),
        ("underMm", m.UnderMm, 0, 50), ("boardMm", m.BoardMm, 0, 50), ("depthMaxMm", m.DepthMaxMm ?? 1, 0.5, 50),
            ("panelMinMm", m.PanelMinMm ?? 0, 0, 50),
        ("panelMaxMm", m.PanelMaxMm ?? 1, 0.3, 100), ("massG", m.MassG, 0, 1e5), ("heatW", m.HeatW, 0, 1e4),
            ("currentA", m.CurrentA, 0, 200), ("priceCents", m.PriceCents, 0, 1e9), ("handMm", m.HandMm, 0, 100),
        .. m.Holes.SelectMany((h, i) => ((string, double, double, double)[])[($"holes[{i}].xMm", h.XMm, 0, m.WidthMm),
            ($"holes[{i}].yMm", h.YMm, 0, m.DepthMm), ($"holes[{i}].diaMm", h.DiaMm, 0.1, 50)]),
        .. m.Cutouts.SelectMany((c, i) => ((string, double, double, double)[])
            [($"cutouts[{i}].xMm", c.XMm, -Far, Far), ($"cutouts[{i}].yMm", c.YMm, -Far, Far), ($"cutouts[{i}].widthMm", c.WidthMm, 0.1,
                m.WidthMm + 200), ($"cutouts[{i}].heightMm", c.HeightMm ?? 1, 0.1, m.DepthMm + 200), ($"cutouts[{i}].cornerRadiusMm",
                c.CornerRadiusMm, 0, Math.Min(c.WidthMm, c.HeightMm ?? c.WidthMm) / 2)]),
        .. m.Ports.SelectMany((p, i) => ((string, double, double, double)[])
        [
            .. Place($"ports[{i}]", p.XMm, p.YMm, p.ZMm), ($"ports[{i}].widthMm", p.WidthMm, 0.1, Far),
                ($"ports[{i}].heightMm", p.HeightMm, 0.1, Far),
            ($"ports[{i}].plugWidthMm", p.PlugWidthMm, 0, Far), ($"ports[{i}].plugHeightMm", p.PlugHeightMm, 0, Far),
                ($"ports[{i}].reachMm", p.ReachMm, 0, Far),
        ]),
        .. m.KeepOuts.SelectMany((k, i) => ((string, double, double, double)[])
            [.. Place($"keepOuts[{i}]", k.XMm, k.YMm, k.ZMm), ($"keepOuts[{i}].widthMm", k.WidthMm, 0.1, Far),
                ($"keepOuts[{i}].depthMm", k.DepthMm, 0.1, Far), ($"keepOuts[{i}].heightMm", k.HeightMm, 0.1, Far)]),
        .. m.Blocks.SelectMany((b, i) => Block(m, $"blocks[{i}]", b)),
        .. m.Tails.SelectMany((t, i) => ((string, double, double, double)[])[.. Place($"tails[{i}]", t.XMm, t.YMm, t.ZMm),
            ($"tails[{i}].diaMm", t.DiaMm, 0.1, 50), ($"tails[{i}].lengthMm", t.LengthMm, 1, 10_000)]),
        .. m.Air.Select((a, i) => ($"air[{i}].openAreaMm2", a.OpenAreaMm2, 0.0, 1e6)),
        .. (m.Takes?.Volts ?? []).Select((v, i) => ($"takes.volts[{i}]", v, 0.5, 600.0)),
        ("takes.watts", m.Takes?.Watts ?? 0, 0, 1e4),
        .. m.Gives.SelectMany((g, i) => ((string, double, double, double)[])[($"gives[{i}].volts", g.Volts, 0.5, 600),
            ($"gives[{i}].watts", g.Watts, 0.1, 1e4)]),
    ];

    private static IEnumerable<(string Field, double Value, double Least, double Most)> Place(string path, double x, double y, double z) =>
        [($"{path}.xMm", x, -Far, Far), ($"{path}.yMm", y, -Far, Far), ($"{path}.zMm", z, -Far, Far)];

    /// <summary>A block lies within the size of the whole: above the base, or behind and before the panel.</summary>
    private static IEnumerable<(string Field, double Value, double Least, double Most)> Block(HardwareModel m, string path, BodyBlock b)
    {
        var (least, most) = m.InPanel ? (-m.HeightMm, m.FrontMm) : (0, m.HeightMm);
        return
        [
            ($"{path}.xMm", b.XMm, 0, m.WidthMm), ($"{path}.yMm", b.YMm, 0, m.DepthMm), ($"{path}.zMm", b.ZMm, least, most),
            ($"{path}.widthMm", b.WidthMm, 0.1, m.WidthMm - b.XMm), ($"{path}.depthMm", b.DepthMm, 0.1, m.DepthMm - b.YMm),
            ($"{path}.heightMm", b.HeightMm, 0.1, most - b.ZMm),
        ];
    }

    /// <summary>What one field alone does not show.</summary>
    private static string? Rest(HardwareModel m)
    {
        if (m.ThreadSize is not null && !FastenerTables.Shipped.HasScrews(m.ThreadSize))
        {
            return $"threadSize is \"{m.ThreadSize}\": the fastener tables have no screw and nut of that size.";
        }

        if (m.Holes.Select((h, i) => (h.Thread, i)).FirstOrDefault(h => h.Thread is { } t && !FastenerTables.Shipped.HasScrews(t))
            is ({ } unknown, var at))
        {
            return $"holes[{at}].thread is \"{unknown}\": the fastener tables have no screw and nut of that size.";
        }

        if (m.ThreadSize is null && m.Holes.Any(h => h.Thread is not null))
        {
            return "threadSize is missing: holes name threads of their own, and the others would have none.";
        }

        if (m.Mount == MountStyle.TappedBody && m.DepthMaxMm is null)
        {
            return "depthMaxMm is missing: a body with threads must say how deep a screw may go.";
        }

        if (m is { PanelMinMm: { } least, PanelMaxMm: { } most } && least > most)
        {
            return $"panelMinMm is {Number(least)}: it must not be more than panelMaxMm, {Number(most)}.";
        }

        if (m.Takes is { Volts.Count: 0 })
        {
            return "takes.volts is empty: name at least one voltage.";
        }

        return m.Ports.GroupBy(p => p.Id, StringComparer.Ordinal).FirstOrDefault(g => g.Count() > 1) is { } twice
            ? $"ports holds the id \"{twice.Key}\" {twice.Count()} times: each port needs one of its own." : null;
    }

    private static bool InRange(double value, double least, double most) => double.IsFinite(value) && value >= least && value <= most;

    private static string Number(double value) => value.ToString("0.######", CultureInfo.InvariantCulture);
}
