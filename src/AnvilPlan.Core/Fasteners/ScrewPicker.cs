using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Reckoning;

namespace AnvilPlan.Core.Fasteners;

/// <summary>What a screw is wanted for.</summary>
/// <param name="Id">Of the choice, for example <c>screw/tray-1/post</c>.</param>
/// <param name="For">What it holds, for <paramref name="Where"/> in words.</param>
/// <param name="Clamped">What it draws together, outermost first, with the washer of a wood screw.</param>
public sealed record ScrewNeed(string Id, string For, string Where, IReadOnlyList<WhyTerm> Clamped)
{
    /// <summary>Washers under the head of a machine screw.</summary>
    public double WasherMm { get; init; }

    /// <summary>A length chosen by hand; null = picked from what is sold.</summary>
    public double? ChosenMm { get; init; }
}

/// <summary>Picks a screw for a stack from the tables, or judges the length that was chosen by hand.</summary>
public sealed class ScrewPicker(FastenerTables tables)
{
    /// <summary>Lengths that wood screws are commonly sold in, mm [R].</summary>
    private static readonly double[] WoodLengthsMm = [10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100];

    /// <summary>A wood screw is sold up to about so many diameters long [R].</summary>
    private const double WoodLongestTimesD = 20;

    /// <summary>Three full threads, the least that holds in a light sheet or a limited device depth [R].</summary>
    public static double ThreePitchesMm(ThreadSize thread) => 3 * thread.PitchMm;

    /// <summary>A machine screw into a thread.</summary>
    /// <param name="engagementLeast">Thread that must bite; <paramref name="depth"/> the most that there is, null = open.</param>
    public ScrewChoice Tapped(ScrewNeed need, ThreadSize thread, HeadForm form, WhyTerm engagementLeast, WhyTerm? depth)
    {
        var head = tables.Head(thread.Name, form);
        var stack = new ScrewStack(head.Measured, [.. need.Clamped.Select(c => c.Value)], need.WasherMm, 0, engagementLeast.Value,
            depth?.Value);
        var length = need.ChosenMm ?? stack.Choose(tables.LengthsFor(thread, head));
        var terms = need.Clamped.ToList();
        if (need.WasherMm > 0 && head.Measured == LengthMeasured.UnderHead)
        {
            terms.Add(new WhyTerm("washer under head", need.WasherMm, "mm", "device"));
        }

        terms.Add(engagementLeast);
        if (depth is not null)
        {
            terms.Add(depth);
        }

        var formula = stack.LengthMaxMm is { } most
            ? $"clamped {Mm(stack.GripMm)} + thread {Mm(engagementLeast.Value)} = at least {Mm(stack.LengthMinMm)}; clamped + depth "
                + $"{Mm(depth!.Value)} = at most {Mm(most)}; shortest on sale"
            : $"clamped {Mm(stack.GripMm)} + thread {Mm(engagementLeast.Value)} = at least {Mm(stack.LengthMinMm)}; shortest on sale";
        return new ScrewChoice(
            need.Id, need.For, need.Where, thread.Name, HeadName(form), head.Drive, length, stack.LengthMinMm, stack.LengthMaxMm,
                stack.GripMm,
            length - stack.GripMm, 0, need.WasherMm, false, Judge(length, stack.LengthMinMm, stack.LengthMaxMm),
            new Why("screw length", length ?? 0, "mm", formula, terms, $"geometry of the stack; {head.Standard}; {thread.Source}"));
    }

    /// <summary>A machine screw through everything, closed by a nut with one pitch showing.</summary>
    public ScrewChoice WithNut(ScrewNeed need, ThreadSize thread, HeadForm form)
    {
        var head = tables.Head(thread.Name, form);
        var nut = tables.Nut(thread.Name);
        var stack = new NutStack([.. need.Clamped.Select(c => c.Value)], need.WasherMm, nut.NutHeightMm, thread.PitchMm, 1);
        var length = need.ChosenMm ?? stack.Choose(tables.LengthsFor(thread, head));
        List<WhyTerm> terms = [.. need.Clamped, new WhyTerm("nut", nut.NutHeightMm, "mm", "nut table"),
            new WhyTerm("one pitch beyond the nut",
            thread.PitchMm, "mm", "thread table")];
        if (need.WasherMm > 0)
        {
            terms.Add(new WhyTerm("washers", need.WasherMm, "mm", "device"));
        }

        return new ScrewChoice(
            need.Id, need.For, need.Where, thread.Name, HeadName(form), head.Drive, length, stack.LengthMinMm, null,
                stack.StackMm - nut.NutHeightMm,
            length is null ? null : Math.Min(length.Value - stack.StackMm + nut.NutHeightMm, nut.NutHeightMm), 0, need.WasherMm, true,
            Judge(length, stack.LengthMinMm, null),
            new Why("screw length", length ?? 0, "mm", $"stack {Mm(stack.StackMm)} + one pitch {Mm(thread.PitchMm)} = at least "
                + $"{Mm(stack.LengthMinMm)}; shortest on sale", terms, $"geometry of the stack; {head.Standard}"));
    }

    /// <summary>
    /// What a wood screw's point keeps to the far side of what it does not pass, mm: two, less the tenth to which boards are measured.
    /// </summary>
    public const double PointInsideMm = 1.9;

    /// <summary>A wood screw of that size into wood; when no length fits, the longest whose point stays inside.</summary>
    /// <param name="intoMm">Wood that is there to bite into.</param>
    public (ScrewChoice Choice, WoodScrewSize Size) Wood(ScrewNeed need, double intoMm, Material into, string sizeName)
    {
        var rule = tables.Engagement(into.Engagement);
        var size = tables.WoodScrew(sizeName);
        var free = intoMm - PointInsideMm;
        var grip = need.Clamped.Sum(c => c.Value);
        var stack = new ScrewStack(LengthMeasured.OverHead, [grip], 0, 0, rule.LeastTimesD * size.ShankMm, free);
        var sold = WoodLengthsMm.Where(l => l <= WoodLongestTimesD * size.ShankMm);
        var fits = stack.Choose(sold);
        var length = fits ?? sold.Where(l => Grace.AtMost(l, grip + free)).DefaultIfEmpty(0).Max();
        var why = new Why(
            "screw length", length, "mm", $"clamped {Mm(grip)} + thread {Mm(stack.EngagementMinMm)} = at least {Mm(stack.LengthMinMm)}; "
                + $"at most {Mm(grip + free)}; shortest on sale",
            [
                .. need.Clamped, new WhyTerm("least thread that bites", stack.EngagementMinMm, "mm",
                    $"{rule.LeastTimesD} x D in {into.Engagement}"),
                new WhyTerm($"depth less {PointInsideMm} mm", free, "mm", "section"),
            ],
            $"engagement table: {rule.Material}; {size.Source}");
        var choice = new ScrewChoice(
            need.Id, need.For, need.Where, "wood " + size.Name["metric ".Length..], "countersunk", "cross recess", length > grip ? length
                : null, stack.LengthMinMm, stack.LengthMaxMm,
            grip, length - grip, 0, 0, false, fits is null ? ScrewVerdict.NoneFits : ScrewVerdict.Fits, why);
        return (choice, size);
    }

    /// <summary>Least engagement of a screw in a material, as a term with its origin.</summary>
    public WhyTerm EngagementIn(string material, ThreadSize thread)
    {
        var rule = tables.Engagement(material);
        return new WhyTerm("least thread that bites", rule.LeastTimesD * thread.NominalMm, "mm",
            $"{rule.LeastTimesD} x d in {rule.Material}");
    }

    private static ScrewVerdict Judge(double? lengthMm, double leastMm, double? mostMm) => lengthMm switch
    {
        null => ScrewVerdict.NoneFits,
        { } l when !Grace.AtLeast(l, leastMm) => ScrewVerdict.TooShort,
        { } l when mostMm is { } most && !Grace.AtMost(l, most) => ScrewVerdict.TooLong,
        _ => ScrewVerdict.Fits,
    };

    private static string HeadName(HeadForm form) => form switch
    {
        HeadForm.Countersunk => "countersunk",
        HeadForm.SocketCap => "socket cap",
        HeadForm.Button => "button",
        _ => "pan",
    };

    private static string Mm(double value) => Quantities.Text.LengthText.Mm(new Length(value));
}
