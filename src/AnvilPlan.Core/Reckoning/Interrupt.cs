namespace AnvilPlan.Core.Reckoning;

/// <summary>
/// Lets whoever asked for a computation call it off. The token belongs to the flow of execution and not to the parameters: remedies plan
/// again from deep inside closures that were made long before anybody asked for them. Results never depend on it.
/// </summary>
public static class Interrupt
{
    private static readonly AsyncLocal<CancellationToken> Token = new();

    /// <summary>Calls off what runs now; never does when nobody asked for that.</summary>
    public static CancellationToken Current => Token.Value;

    /// <summary>
    /// What runs until the scope is disposed ends with an <see cref="OperationCanceledException"/> once the token is cancelled.
    /// </summary>
    public static IDisposable On(CancellationToken cancel)
    {
        var scope = new Scope(Token.Value);
        Token.Value = cancel;
        return scope;
    }

    /// <summary>To be called wherever work is repeated.</summary>
    /// <exception cref="OperationCanceledException">The work was called off.</exception>
    public static void Check() => Token.Value.ThrowIfCancellationRequested();

    /// <summary>The same items, with a <see cref="Check"/> before each.</summary>
    public static IEnumerable<T> Interruptible<T>(this IEnumerable<T> items)
    {
        var cancel = Token.Value;
        foreach (var item in items)
        {
            cancel.ThrowIfCancellationRequested();
            yield return item;
        }
    }

    private sealed class Scope(CancellationToken before) : IDisposable
    {
        public void Dispose() => Token.Value = before;
    }
}
