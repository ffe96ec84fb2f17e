namespace AnvilPlan.Store;

/// <summary>Something moved on since the writer last read it, and nothing was written.</summary>
/// <param name="what">The shop profile, or a model by name.</param>
public sealed class StaleException(string what, int expected, int current)
    : Exception($"{what} is at version {current}, the change was made on version {expected}: look at the newest, then make the "
        + $"change again.")
{
    public int Expected { get; } = expected;
    public int Current { get; } = current;
}

/// <summary>What is asked for stands against something else in the shop; one sentence.</summary>
public sealed class RefusedException(string field, string message) : Exception(message)
{
    public string Field { get; } = field;
}
