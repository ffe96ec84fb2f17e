using System.Diagnostics.CodeAnalysis;

namespace AnvilPlan.Core.Quantities.Text;

/// <summary>What became of a text: a value, or one sentence that says what was wrong with it. Never both.</summary>
public sealed record ParseResult<T>
    where T : struct
{
    private ParseResult(T? value, string? error) => (Value, Error) = (value, error);

    public T? Value { get; }
    public string? Error { get; }

    [MemberNotNullWhen(true, nameof(Value))]
    [MemberNotNullWhen(false, nameof(Error))]
    public bool Ok => Error is null;

    internal static ParseResult<T> Of(T value) => new(value, null);
    internal static ParseResult<T> Fail(string error) => new(null, error);
}
