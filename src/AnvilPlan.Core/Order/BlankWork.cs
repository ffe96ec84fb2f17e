using System.Globalization;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Order;

/// <summary>Made parts get their size, then their grooves, openings, holes, threads and bevels.</summary>
internal static class BlankWork
{
    public static IEnumerable<Operation> Of(Job job) =>
        job.Parts.Made.SelectMany(m => (IEnumerable<Operation>)[.. Sized(job, m), .. Machined(job, m)]);

    private static IEnumerable<Operation> Sized(Job job, MadePart made)
    {
        var name = made.Name.ToLowerInvariant();
        var material = job.Catalog.Material(made.Blank.MaterialId);
        switch (made.Blank)
        {
            case SheetBlank sheet:
                yield return new Operation("cut/" + made.Id, $"Cut {name} to size", 2 * job.Rates.CutMin * sheet.Plies,
                    [new(Done.Sized, made.Id)], [made.Id])
                {
                    Tool = material.Metal ? "shear or saw" : "saw",
                    Setting = Mm($"{sheet.CutLengthMm:0.##} x {sheet.CutWidthMm:0.##} mm"),
                    Caution = material.Wood ? "Blade and dust: guard, push stick, extraction." : material.Metal
                        ? "Edges cut: gloves off at the drill, on for carrying; goggles."
                        : "Chips and fumes: goggles; chlorinated plastic is never lasered.",
                };
                break;

            case BarBlank bar:
                yield return new Operation("cut/" + made.Id, $"Cut {name} to length", 2 * job.Rates.CutMin, [new(Done.Sized, made.Id)],
                    [made.Id])
                { Tool = "saw with stop", Setting = Mm($"{bar.CutLengthMm:0.##} mm") };
                break;

            case PrintBlank print:
                yield return new Operation(
                    "print/" + made.Id,
                    $"Set up and clear {print.Job.Count} {(print.Job.Count == 1 ? "print" : "prints")} of {name}, "
                        + Mm($"{print.Job.Hours:0.#} h on the printer"),
                    print.Job.Count * job.Rates.PrintMin, [new(Done.Sized, made.Id)], [made.Id])
                {
                    Tool = "printer",
                    WaitMin = Math.Round(print.Job.Hours * 60, 1),
                };
                if (print.Job.Count > 1)
                {
                    yield return new Operation("piece/" + made.Id, $"Join the {print.Job.Count} pieces of {name}: {print.Job.JoinedBy}",
                        (print.Job.Count - 1) * job.Rates.GlueMinPerJoint, [new(Done.Formed, made.Id)], [made.Id]);
                }

                break;
        }
    }

    private static IEnumerable<Operation> Machined(Job job, MadePart made)
    {
        var work = new SortedDictionary<Craft, (List<WorkedFeature> Features, Dictionary<Working, int> Settings)>();
        foreach (var part in made.Worked)
        {
            foreach (var feature in part.Features.Where(f => !f.Given))
            {
                // a print comes off the bed with all but its threads
                foreach (var working in feature.Work(job.Rates).Where(w => made.Blank is not PrintBlank || w.Craft == Craft.Tap))
                {
                    if (!work.TryGetValue(working.Craft, out var own))
                    {
                        work[working.Craft] = own = ([], []);
                    }

                    own.Features.Add(new WorkedFeature(part.Id, feature.Id));
                    own.Settings[working] = own.Settings.GetValueOrDefault(working) + 1;
                }
            }
        }

        var name = made.Name.ToLowerInvariant();
        foreach (var (craft, (features, settings)) in work)
        {
            yield return new Operation($"{Word(craft)}/{made.Id}", Title(craft, features.Count, name),
                settings.Sum(s => s.Key.Minutes * s.Value), [new(State(craft), made.Id)], [made.Id])
            {
                Features = features,
                Tool = Tool(craft),
                Setting = string.Join("; ", settings.Select(s => s.Value == 1 ? s.Key.Setting : $"{s.Value} of {s.Key.Setting}")),
            };
        }
    }

    private static Done State(Craft craft) => craft switch
    {
        Craft.Groove => Done.Grooved,
        Craft.CutOut => Done.Opened,
        Craft.Drill => Done.Drilled,
        Craft.Tap => Done.Tapped,
        Craft.Trim => Done.Trimmed,
        _ => Done.Bevelled,
    };

    private static string Word(Craft craft) => craft switch
    {
        Craft.Groove => "groove",
        Craft.CutOut => "open",
        Craft.Drill => "drill",
        Craft.Tap => "tap",
        Craft.Trim => "trim",
        _ => "bevel",
    };

    private static string Title(Craft craft, int count, string name) => craft switch
    {
        Craft.Groove => $"Cut {count} {(count == 1 ? "groove" : "grooves")} in {name}",
        Craft.CutOut => $"Cut out {count} {(count == 1 ? "opening" : "openings")} of {name}",
        Craft.Drill => $"Drill {count} {(count == 1 ? "hole" : "holes")} in {name}",
        Craft.Tap => $"Tap {count} {(count == 1 ? "thread" : "threads")} in {name}",
        Craft.Trim => $"Saw {(count == 1 ? "one side" : $"{count} sides")} of {name} to the line",
        _ => $"Bevel {count} {(count == 1 ? "edge" : "edges")} of {name}",
    };

    private static string Tool(Craft craft) => craft switch
    {
        Craft.Groove => "saw or router",
        Craft.CutOut => "jigsaw, router or laser",
        Craft.Drill => "drill",
        Craft.Tap => "tap",
        Craft.Trim => "saw along a straight edge or with a taper jig",
        _ => "saw, blade tilted",
    };

    private static string Mm(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
