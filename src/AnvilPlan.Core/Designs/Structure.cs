namespace AnvilPlan.Core.Designs;

/// <summary>
/// What the maker decided about one structure of the enclosure: a rail frame, a wrap, a rack. Each kind belongs to the construction
/// system that builds it and stands in that system's folder.
/// </summary>
/// <param name="Id">Small letters, digits and hyphens; the parts' ids begin with it.</param>
public abstract record Structure(string Id);
