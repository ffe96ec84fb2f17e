using AnvilPlan.Core.Parts;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sections;
using AnvilPlan.Formats.Drawing.Sheets;

namespace AnvilPlan.Audit.Checks;

/// <summary>Sections, nets, parts, nests and levels of a plan can be drawn whatever it says, and every word in them can be read.</summary>
internal static class DrawingChecks
{
    /// <summary>Devices of which each is cut through.</summary>
    private const int Through = 4;

    private const double WideMm = 190, HighMm = 140;

    public static IEnumerable<Defect> Run(Written.WrittenFiles files) => Sections(files)
        .Concat(files.Plan.Cuts.Sheets.Select(s => NestSheet.Of(s, files.Plan, WideMm, HighMm, LengthWriting.Millimetres.Of)))
        .Concat(files.Plan.Views.Select(v => AssemblySheet.Of(v, WideMm, HighMm, LengthWriting.Millimetres.Of)))
        .Concat(files.Plan.Cuts.Bars.Select(b => BarSheet.Of(b, files.Plan, WideMm, LengthWriting.Millimetres.Of)))
        .Append(NetSheet.Of(files.Design, files.Plan, WideMm, HighMm, LengthWriting.Millimetres.Of))
        .Concat(files.Plan.Parts.SelectMany(p => (Sketch[])[Part(p, false), Part(p, true)]))
        .SelectMany(s => Legibility.Faults(s, t => t.Ink != Ink.Lettering).Select(f => new Defect("drawing-word", $"{s.Title}: {f}")));

    private static Sketch Part(Part part, bool turned) => PartSheet.Of(part, WideMm, HighMm, LengthWriting.Millimetres, turned);

    private static IEnumerable<Sketch> Sections(Written.WrittenFiles files) =>
        from view in Enum.GetValues<SectionView>()
        from through in files.Plan.Devices.Select(d => d.Id).Take(Through).DefaultIfEmpty()
        select SectionSheet.Of(files.Plan, files.Design.Box.Feet, new SectionWish(view, through, true, WideMm, HighMm,
            LengthWriting.Millimetres, new HashSet<string>(["outside/width", "outside/height"])));
}
