using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Order;

/// <summary>All faces are sanded and finished before any hardware comes in.</summary>
internal static class FinishWork
{
    private const double Mm2PerDm2 = 10_000;

    public static IEnumerable<Operation> Of(Job job)
    {
        yield return new Operation(
            "finish", "Sand and finish all faces",
                job.Parts.Made.Sum(m => 2 * m.Drawn.LengthMm * m.Drawn.WidthMm) / Mm2PerDm2 * job.Rates.FinishMinPerDm2,
            [.. job.Parts.Made.Select(m => new Fact(Done.Finished, m.Id))], [.. job.Parts.Made.Select(m => m.Id)])
        {
            HoldPoint = "Everything has been together dry; threads, fits and faces that will be glued or earthed are masked.",
            Caution = "Dust and solvents: respirator, no flame; oily rags heat up by themselves and dry spread out in the open.",
        };
    }
}

/// <summary>
/// Texts beside what shows: put on once the face has its finish and before anything sits in it, or cut in before anything is joined.
/// </summary>
internal static class LetterWork
{
    public static IEnumerable<Operation> Of(Job job) =>
        from made in job.Parts.Made
        from marks in made.Faces.SelectMany(f => f.Features.OfType<Lettering>().Select(m => (Part: f.Id, Mark: m)))
            .GroupBy(m => m.Mark is Engraving)
        let words = string.Join(", ", marks.Select(m => m.Mark.Text))
        let how = marks.Key ? ("engrave", "Engrave", Done.Engraved) : ("letter", "Letter", Done.Lettered)
        select new Operation($"{how.Item1}/{made.Id}", $"{how.Item2} {made.Name.ToLowerInvariant()}: {words}",
            marks.Count() * job.Rates.LetterMin, [new(how.Item3, made.Id)], [made.Id])
        {
            Features = [.. marks.Select(m => new WorkedFeature(m.Part, m.Mark.Id))],
            Setting = string.Join("; ", marks.GroupBy(m => m.Mark.HeightMm).Select(g => $"{g.Count()} at {g.Key:0.#} mm")
                .Concat(marks.Select(m => m.Mark).OfType<Engraving>().Take(1).Select(e =>
                    $"{e.DepthMm:0.##} mm deep, cutter of {e.CutterDeg:0.#} degrees, strokes {e.StrokeMm:0.##} mm wide"))),
            HoldPoint = marks.Key ? "The words are spelled as in the list; depth and stroke are tried on an offcut of the same stock."
                : "The words are spelled as in the list, and each stands at what it names.",
            Caution = marks.Key ? "The part is clamped, both hands are off it; eyes and lungs protected from chips and dust." : null,
        };
}

/// <summary>Devices come to their decks, trays into the box, then cables are plugged.</summary>
internal static class HardwareWork
{
    private const string Clean = "dust and finish keep off electronics";

    public static IEnumerable<Operation> Of(Job job) =>
        [.. job.Fit.Devices.SelectMany(d => Mounted(job, d)), .. AfterFinish(job), .. Trays(job), .. Plugged(job)];

    /// <summary>Its screws, its own nut, its clip or what sticks it, with those of the plate that it stands on.</summary>
    private static IEnumerable<Operation> Mounted(Job job, PlacedDevice device)
    {
        var groups = job.OfDevice[device.Id].ToList();
        var under = job.Shell.Under(device).Id;
        var place = Place.Device(device.Id);
        var minutes = groups.Sum(g => g.Minutes(job));
        if (minutes <= 0)
        {
            minutes = device.Mounting switch
            {
                StuckDown => job.Rates.StickMin,
                ByOwnNut or ClippedOn => job.Rates.NutMin,
                _ => job.Rates.PlaceMin,
            };
        }

        var adapter = job.Shell.Adapters.ContainsKey(device.Id);
        var mount = new Operation(
            "mount/" + device.Id, $"Mount {device.Device.Name}{device.Mounting.How} {(adapter ? "with its plate " : "")}on "
                + $"{(DeckName(job, device) ?? job.NameOf(job.Shell.Deck(device).Id))}", minutes,
            [new(Done.Mounted, place)], [place, device.Device.DeckId]);
        yield return FixingGroup.In(mount, groups) with
        {
            Needs = [.. ((string[])[under, job.Shell.Deck(device).Id, .. groups.SelectMany(g => g.Parts)]).Select(job.MadeOf).Distinct()
                .Select(p => new Need(new Fact(Done.Finished, p), Clean))],
            HoldPoint = device.Model.InPanel ? null : "All holes are drilled and deburred; no chip lies on deck or board.",
        };
    }

    private static string? DeckName(Job job, PlacedDevice device) =>
        job.Design.Trays.FirstOrDefault(t => t.Id == device.Device.DeckId)?.Name.ToLowerInvariant();

    /// <summary>Bought pieces that go on after the finish.</summary>
    private static IEnumerable<Operation> AfterFinish(Job job) =>
        job.Groups.Where(g => g is { DeviceId: null, Turn: FixingTurn.AfterFinish })
        .Select(g => g.Operation(job, "fix", Done.In) with
        {
            Makes = [new(Done.In, g.Id)],
            Needs = [.. g.Parts.Select(p => new Need(new Fact(Done.Finished, p), "what is bought is not sanded or coated with it")),
            .. FittedOut(job, g)]
        });

    /// <summary>
    /// A box within the box, or a frame that carries hardware, is fitted out before it is fixed where no driver gets under its floor.
    /// </summary>
    private static IEnumerable<Need> FittedOut(Job job, FixingGroup group)
    {
        var units = group.Parts.Select(job.GluedWith).Where(u => !u.Overlaps(job.Panels)).SelectMany(u => u)
            .ToHashSet(StringComparer.Ordinal);
        return job.Fit.Devices.Where(d => units.Contains(job.MadeOf(d.Device.DeckId)))
            .Select(d => new Need(new Fact(Done.Mounted, Place.Device(d.Id)), "no driver gets under its floor afterwards"));
    }

    /// <summary>Trays are fitted out before they go in.</summary>
    private static IEnumerable<Operation> Trays(Job job)
    {
        var trays = job.Shell.Trays.Values.Select(t => (Made: job.MadeOf(t.Id), t.Id)).Where(t => job.ComesOff.Contains(t.Made))
            .ToLookup(t => t.Made, t => t.Id, StringComparer.Ordinal);
        var fixedTrays = new HashSet<string>(StringComparer.Ordinal);
        foreach (var g in job.Joining.Where(g => g.Parts.Any(trays.Contains) && job.Apart(g.Parts)))
        {
            var own = g.Parts.Where(trays.Contains).ToList();
            fixedTrays.UnionWith(own);
            yield return g.Operation(job, "fix", Done.In) with
            {
                Makes = [.. own.Select(p => new Fact(Done.In, p))],
                Needs = [.. g.Parts.Select(p => new Need(new Fact(Done.Finished, p), "it is screwed to what is finished")),
                    .. own.SelectMany(FittedOut)],
            };
        }

        var put = job.Joints.Work.SelectMany(o => o.Makes).Select(m => job.MadeOf(m.Of)).ToHashSet();
        var slid = job.Parts.Made.Select(m => m.Id).Where(m => !trays.Contains(m) && !put.Contains(Place.Part(m))
            && !job.SlippedIn.Contains(m) && !job.Covers.Contains(m) && job.SlidesIn(m)).ToList();
        foreach (var tray in trays.Select(t => t.Key).Where(t => !fixedTrays.Contains(t)).Concat(slid))
        {
            yield return new Operation("place/" + tray, $"Put {job.NameOf(tray)} in its place", job.Rates.PlaceMin, [new(Done.In, tray)],
                [tray])
            { Needs = [.. FittedOut(tray)] };
        }

        // a drawer that is glued together is one piece with its tray
        foreach (var drawer in job.Design.Trays.Where(t => t.Drawer is not null && job.Shell.Trays.ContainsKey(t.Id))
            .Select(t => job.MadeOf(t.Id)).Where(t => !trays.Contains(t) && !slid.Contains(t)).Distinct())
        {
            yield return new Operation("place/" + drawer, $"Slide the drawer of {job.NameOf(drawer)} in", job.Rates.PlaceMin,
                [new(Done.In, drawer)], [drawer])
            { Needs = [.. FittedOut(drawer)] };
        }

        IEnumerable<Need> FittedOut(string tray) => job.Fit.Devices.Where(d => job.MadeOf(d.Device.DeckId) == tray)
            .Select(d => new Need(new Fact(Done.Mounted, Place.Device(d.Id)), "a tray is fitted out before it goes in"));
    }

    private static IEnumerable<Operation> Plugged(Job job) => job.Design.Links
        .Where(l => job.Fit.Device(l.FromDeviceId) is not null && job.Fit.Device(l.ToDeviceId) is not null)
        .Select(l =>
        {
            PlacedDevice[] ends = [job.Fit.Device(l.FromDeviceId)!, job.Fit.Device(l.ToDeviceId)!];
            return new Operation("plug/" + l.Id, $"Plug {CableKind.Find(l.Cable)?.Name ?? l.Cable} from {ends[0].Device.Name} to "
                + $"{ends[1].Device.Name}", job.Rates.PlugMin, [new(Done.Plugged, Place.Cable(l.Id))],
                [.. ends.Select(e => Place.Device(e.Id))])
            {
                Needs =
                [
                    .. ends.Select(e => new Need(new Fact(Done.Mounted, Place.Device(e.Id)), "both ends are there")),
                    .. ends.Where(e => job.Shell.Trays.ContainsKey(e.Device.DeckId))
                        .Select(e => new Need(new Fact(Done.In, job.MadeOf(e.Device.DeckId)), "the tray lies where the cable reaches")),
                ],
            };
        });
}

/// <summary>Covers go on over what is in and plugged; then it is hung or stood where it will be used.</summary>
internal static class ClosingWork
{
    private const string Covered = "it is covered then";

    public static IEnumerable<Operation> Of(Job job)
    {
        var trays = job.Shell.Trays.Values.Select(t => job.MadeOf(t.Id)).ToHashSet(StringComparer.Ordinal);
        List<Need> all =
        [
            .. job.Fit.Devices.Select(d => new Need(new Fact(Done.Mounted, Place.Device(d.Id)), Covered)),
            .. trays.Select(t => new Need(new Fact(Done.In, t), Covered)),
            .. job.Design.Links.Select(l => new Need(new Fact(Done.Plugged, Place.Cable(l.Id)), "its plugs are out of reach then")),
        ];
        var on = new HashSet<string>(StringComparer.Ordinal);
        foreach (var g in job.Groups.Where(g => g is
        {
            DeviceId: null, Pressed: false,
            Turn: FixingTurn.WithItsParts or FixingTurn.Closes
        }))
        {
            var closed = g.Turn == FixingTurn.Closes ? g.Parts : [.. g.Parts.Where(job.Covers.Contains)];
            if (closed.Count == 0 || g.Parts.Any(trays.Contains) || (g.Turn == FixingTurn.WithItsParts && !job.Apart(g.Parts)))
            {
                continue;
            }

            on.UnionWith(closed);
            yield return g.Operation(job, "close", Done.Closed) with
            {
                Makes = [.. closed.Select(p => new Fact(Done.Closed, p))],
                Needs = [.. all, .. g.Parts.Select(p => new Need(new Fact(Done.Finished, p), "it is screwed to what is finished"))],
                HoldPoint = Before
            };
        }

        foreach (var cover in job.Covers.Where(c => !on.Contains(c) && !trays.Contains(c)))
        {
            yield return new Operation("close/" + cover, $"Put {job.NameOf(cover)} on", job.Rates.PlaceMin, [new(Done.Closed, cover)],
                [cover])
            { Needs = all, HoldPoint = Before };
        }
    }

    /// <summary>What is hung takes along the screws that go in there.</summary>
    public static Operation InPlace(Job job, Operation hung)
    {
        var groups = job.Groups.Where(g => g.Turn == FixingTurn.InPlace && hung.Makes.Contains(new Fact(Done.Standing, g.Sets[0].Set.For)))
            .ToList();
        return groups.Count == 0 ? hung : FixingGroup.In(hung with { Minutes = hung.Minutes + groups.Sum(g => g.Minutes(job)) },
            groups) with
        { Tool = hung.Tool };
    }

    private const string Before = "No chip, no loose screw, no cable under tension or in a fan; earth and insulation are checked by "
        + "somebody licensed where there is mains.";
}
