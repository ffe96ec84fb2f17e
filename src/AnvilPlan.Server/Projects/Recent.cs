namespace AnvilPlan.Server.Projects;

/// <summary>What was made from some content, as long as it is among those that were wanted last.</summary>
/// <param name="most">So many are kept.</param>
public sealed class Recent<T>(int most)
    where T : class
{
    private readonly Dictionary<string, LinkedListNode<(string Content, T Made)>> _byContent = new(StringComparer.Ordinal);

    /// <summary>The last one wanted first.</summary>
    private readonly LinkedList<(string Content, T Made)> _order = new();

    private readonly Lock _one = new();

    public T? Find(string content)
    {
        lock (_one)
        {
            if (!_byContent.TryGetValue(content, out var node))
            {
                return null;
            }

            _order.Remove(node);
            _order.AddFirst(node);
            return node.Value.Made;
        }
    }

    /// <summary>Keeps it, and lets go of what was not wanted for longest.</summary>
    public T Keep(string content, T made)
    {
        lock (_one)
        {
            if (_byContent.TryGetValue(content, out var node))
            {
                return node.Value.Made;
            }

            _byContent.Add(content, _order.AddFirst((content, made)));
            if (_order.Count > most && _order.Last is { } last)
            {
                _byContent.Remove(last.Value.Content);
                _order.RemoveLast();
            }

            return made;
        }
    }
}
