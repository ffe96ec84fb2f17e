namespace AnvilPlan.Core.Designs;

/// <summary>What a criterion is measured by: something that the plan knows, or the maker's judgement.</summary>
public enum Measure
{
    /// <summary>0 to 10, given by hand; more is better.</summary>
    Judgement,
    VolumeL,
    CostCents,
    Hours,
    MassG,
    Parts,

    /// <summary>Heat over the volume, W per litre: the less, the cooler.</summary>
    HeatPerLitre,
}

/// <summary>Something that the work is to be judged by, chosen before it is built.</summary>
/// <param name="Weight">0 to 10.</param>
/// <param name="BuiltScore">0 to 10, given when it is built; null before.</param>
public sealed record Criterion(string Id, string Name, double Weight, Measure Measure, double? BuiltScore);

public enum OptionKind
{
    /// <summary>The design as it stands now; its figures follow it.</summary>
    ThisDesign,

    /// <summary>The design as it once stood; its figures are kept.</summary>
    Variant,
    OldCase,
    PlainShelf,
    Bought,
}

/// <summary>Figures of an option for one unit; null = not known.</summary>
public sealed record OptionFigures(double? VolumeL, double? CostCents, double? Hours, double? MassG, double? Parts, double? HeatW);

/// <param name="Figures">Kept or typed; the plan fills in what is null and known.</param>
public sealed record DesignOption(string Id, string Name, OptionKind Kind, OptionFigures Figures, IReadOnlyList<Judgement> Judgements);

/// <param name="Score">0 to 10, more is better.</param>
public sealed record Judgement(string CriterionId, double Score);

/// <summary>An object whose shape is taken and scaled down, while the hardware does not scale.</summary>
/// <param name="Factor">How many times smaller: 4 makes a quarter of it.</param>
public sealed record Likeness(string Name, double WidthMm, double DepthMm, double HeightMm, double Factor);

/// <summary>A device that has to be reached again and again.</summary>
public sealed record ServiceNeed(string DeviceId, int TimesPerYear);
