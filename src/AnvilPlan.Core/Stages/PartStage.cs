using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Bends;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Stages;

/// <summary>Fifth stage: gathers what the stages before cut, adds blanks, mass, fingerprint and the bench's records.</summary>
public static class PartStage
{
    public static PartPlan Run(Design design, Catalog catalog, ShopProfile shop, AsBuilt asBuilt, FitPlan fit, ShellPlan shell,
        JointPlan joints, MountPlan mounts, FixingPlan fixings, LabelPlan labels)
    {
        var features = joints.Features.Concat(mounts.Features).Concat(fixings.Features).Concat(labels.Features)
            .ToLookup(f => f.PartId, f => f.Feature, StringComparer.Ordinal);
        PartRecord? Record(string id) => asBuilt.Of(id, design.Brief.Quantity);
        var solids = shell.Panels.Values.Concat(shell.Trays.Values).Concat(shell.Members)
            .Concat(fit.Devices.Where(d => d.Device.Adapter is not null).Select(d => shell.Adapters[d.Id]));
        var faces = solids.Select(s => Make(s, [.. features[s.Id].Select(f => f.Cleaned())], catalog, shop, Record(s.Id), design, fit,
            joints)).ToList();
        var leaves = faces.Where(f => f.LeafOf is not null).ToLookup(f => f.LeafOf!, StringComparer.Ordinal);
        IReadOnlyList<Part> parts = [.. faces, .. shell.Compounds.Select(c => Whole(c, [.. leaves[c.Id]], catalog, shop, Record(c.Id)))];
        return new PartPlan(parts, [.. parts.Where(p => p.LeafOf is null).Select(p => Made(p, [.. leaves[p.Id]]))]);
    }

    private static MadePart Made(Part drawn, IReadOnlyList<Part> leaves)
    {
        IReadOnlyList<Part> faces = leaves.Count == 0 ? [drawn] : [.. leaves.Where(l => l.Kind != PartKind.Bend)];
        Blank blank = drawn switch
        {
            { Print: { } job } => new PrintBlank(drawn.MaterialId, drawn.Material, job),
            { BarId: { } bar } => new BarBlank(drawn.MaterialId, drawn.Material, bar, drawn.ThicknessMm, drawn.LengthMm, drawn.WidthMm,
                drawn.BlankLengthMm),
            _ => new SheetBlank(
                drawn.MaterialId, drawn.Material, drawn.NominalMm, drawn.ThicknessMm, drawn.LengthMm, drawn.WidthMm, drawn.BlankLengthMm,
                    drawn.BlankWidthMm, drawn.Grain, drawn.Plies),
        };
        return new MadePart(
            drawn.Id, drawn.Name, blank, [.. faces.Select(f => f.Id)], [.. leaves.Where(l => l.Kind == PartKind.Bend).Select(l => l.Id)],
                drawn.MassG, drawn.Fingerprint, drawn.State, drawn.Stale, drawn, faces);
    }

    /// <summary>A bent or printed part of several faces: its mass is theirs, its fingerprint holds all that is cut into them.</summary>
    private static Part Whole(Compound whole, IReadOnlyList<Part> leaves, Catalog catalog, ShopProfile shop, PartRecord? record)
    {
        var material = catalog.Material(whole.MaterialId);
        var rule = shop.Rule(material.Family);
        var box = leaves.Select(p => p.Box).DefaultIfEmpty(new Box(default, new(1, 1, 1))).Aggregate((a, b) => new Box(
            new(Math.Min(a.Min.X, b.Min.X), Math.Min(a.Min.Y, b.Min.Y), Math.Min(a.Min.Z, b.Min.Z)),
            new(Math.Max(a.Max.X, b.Max.X), Math.Max(a.Max.Y, b.Max.Y), Math.Max(a.Max.Z, b.Max.Z))));
        var text = string.Join('|', leaves.Select(p => $"{p.Id}:{p.Fingerprint}")
            .Append(string.Create(CultureInfo.InvariantCulture, $"{whole.LengthMm:R};{whole.WidthMm:R};{whole.NominalMm:R}")));
        var fingerprint = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..12];
        var (length, width) = (Clean(whole.LengthMm), Clean(whole.WidthMm));
        return new Part(
            whole.Id, whole.Name, whole.Kind, whole.MaterialId, material.Name, whole.NominalMm, Clean(whole.ThicknessMm), length, width,
            length + rule.LengthAllowanceMm, width + rule.WidthAllowanceMm, material.HasGrain, whole.Print?.MassG
                ?? leaves.Sum(p => p.MassG), whole.SeenFrom, whole.FarSide, null, box,
            new Frame(box.Min, Direction.Right, Direction.Back), [.. whole.Features, .. Unfolded(whole, leaves, length, width)],
                fingerprint, record?.State ?? PartState.ToDo,
            record?.StaleAt(fingerprint) == true, whole.Whys)
        {
            Begun = record?.MadeAs.Count > 0,
            Family = material.Family,
            Body = [],
            Print = whole.Print,
            Plies = whole.Plies,
        };
    }

    /// <summary>What is cut into the faces, where it lies on the blank: that is what is cut before anything is bent.</summary>
    private static IEnumerable<Feature> Unfolded(Compound whole, IReadOnlyList<Part> leaves, double lengthMm, double widthMm) =>
        from piece in whole.Pieces
        from leaf in leaves.Where(l => l.Id == piece.LeafId)
        from feature in leaf.Features.Select(f => FlatPattern.OnBlank(f, leaf, piece, lengthMm, widthMm))
        where feature is not null
        select feature.Cleaned();

    private static Part Make(
        SolidPart solid, IReadOnlyList<Feature> features, Catalog catalog, ShopProfile shop, PartRecord? record, Design design, FitPlan fit,
            JointPlan joints)
    {
        var material = catalog.Material(solid.MaterialId);
        var rule = shop.Rule(material.Family);
        var bar = solid.BarId is not null;
        var (length, width) = (Clean(solid.LengthMm), Clean(solid.WidthMm));
        var fingerprint = Fingerprint(solid, features);
        return new Part(
            solid.Id, solid.Name, solid.Kind, solid.MaterialId, material.Name, solid.NominalMm, Clean(solid.ThicknessMm),
            length, width, length + rule.LengthAllowanceMm, bar ? width : width + rule.WidthAllowanceMm, material.HasGrain,
            solid.Print?.MassG
                ?? Clean(VolumeMm3(solid, features, solid.BarId is null ? null
                : catalog.Bar(solid.BarId)) * material.DensityKgPerM3 * 1e-6), solid.SeenFrom, solid.FarSide, solid.BarId, solid.Box,
                solid.Frame,
            features, fingerprint, record?.State ?? PartState.ToDo, record?.StaleAt(fingerprint) == true,
            SizeWhy.Of(solid, design, fit, joints, rule))
        {
            Begun = record?.MadeAs.Count > 0,
            Family = material.Family,
            Body = solid.Body,
            Rings = solid.Rings,
            Closes = solid.Closes,
            LeafOf = solid.LeafOf,
            Pose = solid.Pose,
            Print = solid.Print,
        };
    }

    /// <summary>Rounded to a nanometre, so that sums of decimals print as they were meant.</summary>
    internal static double Clean(double value) => Math.Round(value, 6);

    /// <summary>Volume less what is cut away; what two features take from the same place counts twice.</summary>
    private static double VolumeMm3(SolidPart solid, IEnumerable<Feature> features, BarStock? bar) => Math.Max(0,
        (bar is { Shape: not BarShape.Solid } ? bar.AreaMm2 * solid.LengthMm : solid.BlankMm3)
        - features.SelectMany(f => f.Cuts(solid.Slab)).Sum(c => c.VolumeMm3(solid.Slab, solid.WallMm ?? solid.ThicknessMm)));

    private static string Fingerprint(SolidPart solid, IReadOnlyList<Feature> features)
    {
        var text = new StringBuilder();
        text.Append(CultureInfo.InvariantCulture,
            $"{solid.MaterialId}|{solid.NominalMm:R}|{Clean(solid.LengthMm):R}|{Clean(solid.WidthMm):R}|{Clean(solid.ThicknessMm):R}|");
        text.Append(CultureInfo.InvariantCulture, $"{solid.SeenFrom}|");
        foreach (var f in features)
        {
            text.Append(f.Stamp());
        }

        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text.ToString())))[..12];
    }
}
