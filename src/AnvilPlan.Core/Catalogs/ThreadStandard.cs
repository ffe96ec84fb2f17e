namespace AnvilPlan.Core.Catalogs;

public enum ThreadStandard
{
    Iso,
    Unified,
}
