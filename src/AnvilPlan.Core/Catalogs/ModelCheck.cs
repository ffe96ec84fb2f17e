using System.Globalization;

namespace AnvilPlan.Core.Catalogs;

/// <summary>Holds an own hardware model to sense before it joins a catalog.</summary>
public static class ModelCheck
{
    /// <summary>The first problem in one sentence with field, value and allowed range, or null.</summary>
    public static string? Problem(HardwareModel m)
    {
        if (m.Id.Length is 0 or > 40 || !m.Id.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-'))
        {
            return $"id is \"{m.Id}\": it must be 1 to 40 small letters, digits and hyphens.";
        }

        if (m.Name.Length is 0 or > 80)
        {
            return $"name has {m.Name.Length} characters: it must have 1 to 80.";
        }

        foreach (var (field, value, least, most) in ((string, double?, double, double)[])
        [
            ("widthMm", m.WidthMm, 1, 1000), ("depthMm", m.DepthMm, 1, 1000), ("heightMm", m.HeightMm, 0.5, 1000), ("frontMm", m.FrontMm, 0, 200),
            ("underMm", m.UnderMm, 0, 50), ("boardMm", m.BoardMm, 0, 50), ("depthMaxMm", m.DepthMaxMm, 0.5, 50), ("panelMinMm", m.PanelMinMm, 0, 50),
            ("panelMaxMm", m.PanelMaxMm, 0.3, 100), ("massG", m.MassG, 0, 1e5), ("heatW", m.HeatW, 0, 1e4), ("currentA", m.CurrentA, 0, 200), ("priceCents", m.PriceCents, 0, 1e9), ("handMm", m.HandMm, 0, 100),
        ])
        {
            if (value is { } v && (!double.IsFinite(v) || v < least || v > most))
            {
                return $"{field} is {Number(v)}: it must lie between {Number(least)} and {Number(most)}.";
            }
        }

        if (m.ThreadSize is not null && !FastenerTables.Shipped.HasScrews(m.ThreadSize))
        {
            return $"threadSize is \"{m.ThreadSize}\": the fastener tables have no screw and nut of that size.";
        }

        if (m.Mount == MountStyle.TappedBody && m.DepthMaxMm is null)
        {
            return "depthMaxMm is missing: a body with threads must say how deep a screw may go.";
        }

        if (m.Holes.Count > 200 || m.Ports.Count > 100 || m.Cutouts.Count > 50)
        {
            return $"holes, ports or cutouts are too many ({m.Holes.Count}, {m.Ports.Count}, {m.Cutouts.Count}): at most 200, 100 and 50.";
        }

        if (m.KeepOuts.Count > 20 || m.Tails.Count > 50)
        {
            return $"keepOuts or tails are too many ({m.KeepOuts.Count}, {m.Tails.Count}): at most 20 and 50.";
        }

        var room = m.KeepOuts.FirstOrDefault(k => !(k.What.Length is > 0 and <= 80 && InRange(k.WidthMm, 0.1, 1000) && InRange(k.DepthMm, 0.1, 1000) && InRange(k.HeightMm, 0.1, 1000)
            && InRange(k.XMm, -1000, 1000) && InRange(k.YMm, -1000, 1000) && InRange(k.ZMm, -1000, 1000)));
        if (room is not null)
        {
            return $"keepOuts: \"{room.What}\" is {Number(room.WidthMm)} x {Number(room.DepthMm)} x {Number(room.HeightMm)} at ({Number(room.XMm)}, {Number(room.YMm)}, {Number(room.ZMm)}): it needs a name, sizes from 0.1 to 1000 and a place from -1000 to 1000.";
        }

        if (m.Takes is { } takes && !(takes.Volts.Count is >= 1 and <= 10 && takes.Volts.All(v => InRange(v, 0.5, 600)) && InRange(takes.Watts, 0, 1e4)))
        {
            return $"takes: {Number(takes.Watts)} W at {string.Join(", ", takes.Volts.Select(Number))} V: it needs 1 to 10 voltages from 0.5 to 600 and 0 to 10000 W.";
        }

        if (m.Gives.Count > 10 || m.Gives.FirstOrDefault(g => !(InRange(g.Volts, 0.5, 600) && InRange(g.Watts, 0.1, 1e4))) is not null)
        {
            return $"gives: {string.Join(", ", m.Gives.Select(g => $"{Number(g.Watts)} W at {Number(g.Volts)} V"))}: up to 10 rails from 0.5 to 600 V and 0.1 to 10000 W.";
        }

        var tail = m.Tails.FirstOrDefault(t => !(t.Name.Length is > 0 and <= 80 && InRange(t.DiaMm, 0.1, 50) && InRange(t.LengthMm, 1, 10_000)));
        if (tail is not null)
        {
            return $"tails: \"{tail.Name}\" is {Number(tail.DiaMm)} thick and {Number(tail.LengthMm)} long: it needs a name, 0.1 to 50 and 1 to 10000 mm.";
        }

        var hole = m.Holes.FirstOrDefault(h => !(h.XMm >= 0 && h.XMm <= m.WidthMm && h.YMm >= 0 && h.YMm <= m.DepthMm && h.DiaMm > 0 && h.DiaMm <= 50));
        return hole is null
            ? m.Cutouts.Any(c => !(c.WidthMm > 0 && c.WidthMm <= m.WidthMm + 200 && c.HeightMm is null or > 0)) ? "cutouts: each must be wider than 0 and fit the body." : null
            : $"holes: ({Number(hole.XMm)}, {Number(hole.YMm)}) dia {Number(hole.DiaMm)} must lie on the body, 0 to {Number(m.WidthMm)} by 0 to {Number(m.DepthMm)}.";
    }

    private static bool InRange(double value, double least, double most) => double.IsFinite(value) && value >= least && value <= most;

    private static string Number(double value) => value.ToString("0.######", CultureInfo.InvariantCulture);
}
