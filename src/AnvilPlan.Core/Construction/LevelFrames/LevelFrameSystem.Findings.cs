using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Construction.LevelFrames;

/// <summary>What is said of a frame of levels.</summary>
public sealed partial class LevelFrameSystem
{
    protected override IEnumerable<Finding> Findings(LevelFrame own, PlanSoFar plan)
    {
        var (post, rail) = (plan.Catalog.Bar(own.PostBarId), plan.Catalog.Bar(own.RailBarId));
        var levels = Levels(plan.Design);
        if (levels.Count == 0)
        {
            yield return Finding.Of("frame-no-level", Severity.Stop, "The frame has 0 levels: nothing holds its 4 posts together.",
                [own.Id]);
        }

        if (own.TakeOffMm is null && own.Fitting is FrameFitting.ThreadedTee or FrameFitting.SocketTee
            && PipeFitting.For(post, own.Fitting == FrameFitting.ThreadedTee)?.TakeOffMm is null)
        {
            yield return Finding.Of("take-off-unknown", Severity.Stop,
                $"No take-off is known for {(own.Fitting == FrameFitting.SocketTee ? "socket" : "threaded")} fittings on {post.Name}; "
                    + $"{Say.Mm(TakeOffMm(own, post))} mm is a guess: measure a dry assembly, (centre to centre - pipe) / 2.",
                [own.Id],
                new Remedy("clamps", "Use clamps on posts that run through", d => d.WithStructure<LevelFrame>(own.Id, f => f with
                { Fitting = FrameFitting.Clamp })));
        }

        foreach (var (low, high) in levels.Zip(levels.Skip(1)))
        {
            var room = high.UndersideMm - low.UndersideMm;
            var least = StepMm(own, post, rail);
            if (room < least)
            {
                yield return Finding.Of("levels-too-close", Severity.Stop,
                    $"{high.Name} lies {Say.Mm(room)} mm above {low.Name}: rails, beam and fittings want {Say.Mm(least)} mm.",
                    [low.Id, high.Id],
                    new Remedy("lift", $"Lift {high.Name} and what is above it", d => levels.SkipWhile(t => t.Id != high.Id)
                        .Aggregate(ChainEdit.Resize(d, Axis.Z, Math.Ceiling(least - room)),
                        (x, t) => x.WithTray(t.Id, l => l with { UndersideMm = l.UndersideMm + Math.Ceiling(least - room) }))));
            }
        }

        if (levels.Count > 0 && plan.Fit.Trays[levels[0].Id].Min.Z - plan.Fit.Envelope.Outer.Min.Z is var stands
            && LowestMm(own, post) - stands is > 1e-6 and var lack)
        {
            yield return Finding.Of("beam-below-floor", Severity.Stop,
                $"{levels[0].Name} lies {Say.Mm(stands)} mm over the floor: its beams, their fittings and the floor flanges want "
                    + $"{Say.Mm(LowestMm(own, post))} mm.",
                [levels[0].Id],
                new Remedy("lift", "Lift the levels over the floor flanges",
                    d => levels.Aggregate(ChainEdit.Resize(d, Axis.Z, Math.Ceiling(lack)),
                    (x, t) => x.WithTray(t.Id, l => l with { UndersideMm = l.UndersideMm + Math.Ceiling(lack) }))));
        }

        foreach (var tray in levels)
        {
            var rails = RailCentres(tray, plan.Fit, rail);
            if (rails.Zip(rails.Skip(1)).Any(p => p.Second - p.First < rail.WidthMm - 1e-6))
            {
                var nearest = rails.Zip(rails.Skip(1)).Min(p => p.Second - p.First);
                yield return Finding.Of("rails-collide", Severity.Stop,
                    $"Two rails of {tray.Name} would lie {Say.Mm(nearest)} mm apart and are {Say.Mm(rail.WidthMm)} mm wide: the hole "
                        + $"columns are too near for rails of their own.",
                    [tray.Id],
                    [
                        .. plan.Design.Devices.Where(d => d.DeckId == tray.Id).Select(d => DeviceMoves.Remedy(plan, "rails-collide", d)),
                        new Remedy("other-rail", "Take rails on which these columns find their place",
                            d => Trial.FirstSound(plan, "rails-collide", d, plan.Catalog.Bars
                            .Where(b => b.Id != rail.Id && b.MaterialId == rail.MaterialId).OrderBy(b => Math.Abs(b.WidthMm - rail.WidthMm))
                                .ThenBy(b => b.Id, StringComparer.Ordinal)
                            .Select(b => d.WithStructure<LevelFrame>(own.Id, f => f with { RailBarId = b.Id })))),
                    ]);
            }

            foreach (var hit in LevelFittings.Hit(own, tray, plan))
            {
                yield return hit;
            }

            var reach = LevelFittings.ReachMm(own, post);
            var (left, right) = (PostAt(plan.Fit.Envelope.Outer, post.WidthMm, false, false).X + reach,
                PostAt(plan.Fit.Envelope.Outer, post.WidthMm, true, false).X - reach);
            if (rails[0] - (rail.WidthMm / 2) < left || rails[^1] + (rail.WidthMm / 2) > right)
            {
                yield return Finding.Of("rail-in-post", Severity.Stop,
                    $"A rail of {tray.Name} would lie at {Say.Mm(rails[0] - (rail.WidthMm / 2) < left ? rails[0] : rails[^1])} mm: "
                        + $"between the fittings there is room from {Say.Mm(left + (rail.WidthMm / 2))} to "
                        + $"{Say.Mm(right - (rail.WidthMm / 2))} mm.",
                    [tray.Id],
                    [
                        .. plan.Design.Devices.Where(d => d.DeckId == tray.Id).Select(d => DeviceMoves.Remedy(plan, "rail-in-post", d)),
                        new Remedy("wider", "Make the frame wider", d => Trial.FirstSound(plan, "rail-in-post", d,
                            ((double[])[20, 40, 80, 160]).Select(by => Wider(d, by)))),
                    ]);
            }
        }
    }

    /// <summary>The frame wider by so much, what stands on its levels still in the middle.</summary>
    private static Design Wider(Design design, double byMm)
    {
        var levels = Levels(design).Select(t => t.Id).ToHashSet(StringComparer.Ordinal);
        return ChainEdit.Resize(design, Axis.X, byMm) with
        { Devices = [.. design.Devices.Select(d => levels.Contains(d.DeckId) ? d with { UMm = d.UMm + (byMm / 2) } : d)] };
    }
}
