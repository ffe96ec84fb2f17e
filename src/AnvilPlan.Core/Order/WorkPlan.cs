namespace AnvilPlan.Core.Order;

/// <summary>All that is done to one unit: operations in an order that keeps to every link, and the links with their reasons.</summary>
/// <param name="Circle">Operations that wait for each other, in their turn; empty when the order is sound.</param>
public sealed record WorkPlan(IReadOnlyList<Operation> Operations, IReadOnlyList<WorkLink> Links, IReadOnlyList<string> Circle)
{
    public double Minutes => Operations.Sum(o => o.Minutes);

    /// <summary>
    /// Puts operations in order. Each comes after whatever brings what it works on to its last state before, and after what it needs; among
    /// those that may come next the one earliest in the trade is taken, then the one that was named first.
    /// </summary>
    public static WorkPlan Of(IReadOnlyList<Operation> operations)
    {
        var makers = operations.SelectMany((o, i) => o.Makes.Select(m => (m.Of, m.Done, At: i))).ToLookup(x => x.Of, x => (x.Done, x.At), StringComparer.Ordinal);
        var before = operations.Select((o, i) => Before(o, i, makers)).ToList();
        var after = before.SelectMany((b, i) => b.Keys.Select(k => (k, i))).ToLookup(x => x.k, x => x.i);
        var open = before.Select(b => b.Count).ToArray();
        var ready = new PriorityQueue<int, (Done, int)>(operations.Select((o, i) => (i, (o.Does, i))).Where(x => open[x.i] == 0));
        var order = new List<int>();
        while (ready.TryDequeue(out var next, out _))
        {
            order.Add(next);
            foreach (var i in after[next])
            {
                if (--open[i] == 0)
                {
                    ready.Enqueue(i, (operations[i].Does, i));
                }
            }
        }

        var circle = order.Count == operations.Count ? [] : Turn(before, open);
        order.AddRange(Enumerable.Range(0, operations.Count).Where(i => open[i] > 0).OrderBy(i => operations[i].Does).ThenBy(i => i));
        return new WorkPlan(
            [.. order.Select(i => operations[i])],
            [.. order.SelectMany(i => before[i].OrderBy(b => b.Key).Select(b => new WorkLink(operations[b.Key].Id, operations[i].Id, b.Value)))],
            [.. circle.Select(i => operations[i].Id)]);
    }

    private static Dictionary<int, string> Before(Operation operation, int at, ILookup<string, (Done Done, int At)> makers)
    {
        var before = new Dictionary<int, string>();
        foreach (var fact in operation.Makes)
        {
            var earlier = Latest(makers[fact.Of], d => d < fact.Done);
            Add(earlier, Because(earlier, fact.Done));
        }

        foreach (var need in operation.Needs)
        {
            Add(Latest(makers[need.Fact.Of], d => d <= need.Fact.Done), need.Because);
        }

        return before;

        void Add(List<(Done Done, int At)> earlier, string because)
        {
            foreach (var maker in earlier.Where(m => m.At != at))
            {
                before.TryAdd(maker.At, because);
            }
        }
    }

    /// <summary>All that bring something to the last of the states that count.</summary>
    private static List<(Done Done, int At)> Latest(IEnumerable<(Done Done, int At)> makers, Func<Done, bool> counts)
    {
        var earlier = makers.Where(m => counts(m.Done)).ToList();
        var last = earlier.Select(m => m.Done).DefaultIfEmpty().Max();
        return [.. earlier.Where(m => m.Done == last)];
    }

    /// <summary>From any operation that is stuck back along what it waits for, until one comes again.</summary>
    private static List<int> Turn(IReadOnlyList<Dictionary<int, string>> before, int[] open)
    {
        var path = new List<int> { Array.FindIndex(open, o => o > 0) };
        while (true)
        {
            var next = before[path[^1]].Keys.First(k => open[k] > 0);
            if (path.IndexOf(next) is >= 0 and var from)
            {
                return [.. path.Skip(from).Reverse()];
            }

            path.Add(next);
        }
    }

    /// <summary>Why a thing comes to this state only after that one.</summary>
    private static string Because(List<(Done Done, int At)> earlier, Done done) => done switch
    {
        <= Done.Bevelled when earlier.Exists(e => e.Done == Done.Sized) => "it is worked when it has its size",
        Done.Opened or Done.Drilled => "the widest cuts come first, while the part is whole and lies flat",
        Done.Tapped => "a thread is cut into its drilled hole",
        Done.Bevelled => "until then its square edges are what is measured from",
        Done.Formed => "no bit and no blade reaches it any more when it is bent",
        Done.Set => "what is pressed or glued into a hole wants the hole",
        Done.Glued => "what is glued has all its holes and cuts, and its shape",
        Done.Joined => "what is joined is machined, and its glue has set before anything pulls on it",
        Done.Eased => "it is fitted to what is joined",
        Done.Finished => "nothing is bored, glued or fitted after the finish",
        Done.Mounted or Done.In or Done.Closed => "dust and finish keep off what goes in",
        Done.Plugged => "both ends are there",
        _ => "it goes there when it is whole",
    };
}
