using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.LevelFrames;

/// <summary>Each level of a frame seen from above, with the measures at which its bars are set.</summary>
internal static class LevelDrawings
{
    public static AssemblyView Of(LevelFrame own, Tray level, PlanSoFar plan)
    {
        var outer = plan.Fit.Envelope.Outer;
        Uv At(Point3 p) => new(p.X - outer.Min.X, p.Y - outer.Min.Y);
        AssemblyPiece Piece(string id, string name, AssemblyRole role, Box box) => new(id, name, role, At(box.Min), At(box.Max));
        var bars = plan.Shell.Members.Where(m => m.Role?.Of == own.Id && m.Role.Level == level.Id).ToList();
        var plane = plan.Fit.Trays[level.Id];
        var beams = bars.Where(b => RoleOf(own, level, b) == AssemblyRole.Beam).ToList();
        var posts = plan.Shell.Members.Where(m => m.Role is Role.Post && m.Role.Of == own.Id).GroupBy(m => (m.Box.Min.X, m.Box.Min.Y))
            .Select(g => g.First());
        var devices = plan.Fit.Devices.Where(d => d.Device.DeckId == level.Id).ToList();
        return new AssemblyView(
            level.Id, $"{level.Name}, seen from above", outer.Size.X, outer.Size.Y,
            [
                .. posts.Select(p => Piece(p.Id, p.Name, AssemblyRole.Post, p.Box)),
                .. bars.Select(b => Piece(b.Id, b.Name, RoleOf(own, level, b), b.Box)),
                .. plan.Joints.Fittings.Where(f => f.StructureId == own.Id && f.LevelId == level.Id)
                    .Select(f => Piece(f.Id, f.Name, AssemblyRole.Fitting, f.Box)),
                .. devices.Where(d => plan.Shell.Adapters.ContainsKey(d.Id)).Select(d => plan.Shell.Adapters[d.Id])
                    .Select(p => Piece(p.Id, p.Name, AssemblyRole.Plate, p.Box)),
                .. devices.Select(d => Piece(Place.Device(d.Id).ToString(), d.Device.Name, AssemblyRole.Device, d.Body)),
            ],
            [
                .. devices.SelectMany(d => d.Model.Holes.Select(h => d.ToSpace(h.XMm, h.YMm, 0)).Concat(AdapterPlate.Wings(d, level)
                    .Select(w => d.DeckFrame.ToSpace(w)))
                    .Select((p, i) => new AssemblyPoint(d.Id, i + 1, At(p)))),
            ],
            [
                new("top of the rails", Round(plane.Max.Z - outer.Min.Z), "floor"),
                .. beams.Take(1).Select(b => new AssemblyMeasure("middle of the beams", Round(b.Box.Centre.Z - outer.Min.Z), "floor")),
                .. beams.Take(1).Select(b => new AssemblyMeasure("each beam, cut", Round(b.LengthMm), "its ends")),
                .. bars.Where(b => RoleOf(own, level, b) is AssemblyRole.Rail or AssemblyRole.FixedRail)
                    .Select(b => new AssemblyMeasure($"{b.Name.Split(',')[0].ToLowerInvariant()}, "
                        + $"middle{(RoleOf(own, level, b) == AssemblyRole.FixedRail ? ", fixed" : "")}",
                        Round(b.Box.Centre.X - outer.Min.X), "left outside")),
                .. bars.Where(b => RoleOf(own, level, b) == AssemblyRole.Spacer)
                    .Select(b => new AssemblyMeasure($"{b.Name.Split(',')[0].ToLowerInvariant()}, length", Round(b.LengthMm), "its ends")),
            ]);
    }

    private static AssemblyRole RoleOf(LevelFrame own, Tray level, SolidPart bar) => bar.Role switch
    {
        Role.Spacer => AssemblyRole.Spacer,
        Role.LevelRail rail => rail.Number == LevelFrameSystem.FixedRail(own, level) ? AssemblyRole.FixedRail : AssemblyRole.Rail,
        _ => AssemblyRole.Beam,
    };

    private static double Round(double mm) => Math.Round(mm, 3);
}
