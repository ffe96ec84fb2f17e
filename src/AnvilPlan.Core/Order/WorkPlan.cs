using AnvilPlan.Core.Places;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Order;

/// <summary>All that is done to one unit: operations in an order that keeps to every link, and the links with their reasons.</summary>
/// <param name="Circle">Operations that wait for each other, in their turn; empty when the order is sound.</param>
public sealed record WorkPlan(IReadOnlyList<Operation> Operations, IReadOnlyList<WorkLink> Links, IReadOnlyList<string> Circle)
{
    public double Minutes => Operations.Sum(o => o.Minutes);

    /// <summary>What each operation is called by on paper and in tables: its place in the order, from one.</summary>
    public IReadOnlyDictionary<string, int> Numbered() => Operations.Select((o, i) => (o.Id, i + 1))
        .ToDictionary(x => x.Id, x => x.Item2, StringComparer.Ordinal);

    /// <summary>
    /// Puts operations in order. Each comes after whatever brings what it works on to its last state before, and after what it needs; among
    /// those that may come next the one earliest in the trade is taken, then the one that was named first.
    /// </summary>
    public static WorkPlan Of(IReadOnlyList<Operation> operations)
    {
        var makers = new Dictionary<Place, List<(Done Done, int At)>>();
        foreach (var (operation, i) in operations.Select((o, i) => (o, i)))
        {
            foreach (var fact in operation.Makes)
            {
                (makers.TryGetValue(fact.Of, out var own) ? own : makers[fact.Of] = []).Add((fact.Done, i));
            }
        }

        var before = operations.Select((o, i) => Before(o, i, makers)).ToList();
        var after = operations.Select(_ => new List<int>()).ToList();
        foreach (var (earlier, i) in before.Select((b, i) => (b, i)))
        {
            foreach (var at in earlier.Keys)
            {
                after[at].Add(i);
            }
        }

        // the earliest in the trade comes first, then the one that was named first
        long Rank(int i) => ((long)operations[i].Does * operations.Count) + i;
        var open = before.Select(b => b.Count).ToArray();
        var ready = new PriorityQueue<int, long>(Enumerable.Range(0, operations.Count).Where(i => open[i] == 0).Select(i => (i, Rank(i))));
        var order = new List<int>();
        while (ready.TryDequeue(out var next, out _))
        {
            order.Add(next);
            foreach (var i in after[next])
            {
                if (--open[i] == 0)
                {
                    ready.Enqueue(i, Rank(i));
                }
            }
        }

        var circle = order.Count == operations.Count ? [] : Turn(before, open);
        order.AddRange(Enumerable.Range(0, operations.Count).Where(i => open[i] > 0).OrderBy(Rank));
        return new WorkPlan(
            [.. order.Select(i => operations[i])],
            [.. order.SelectMany(i => before[i].OrderBy(b => b.Key)
                .Select(b => new WorkLink(operations[b.Key].Id, operations[i].Id, b.Value)))],
            [.. circle.Select(i => operations[i].Id)]);
    }

    private static Dictionary<int, string> Before(Operation operation, int at, Dictionary<Place, List<(Done Done, int At)>> makers)
    {
        var before = new Dictionary<int, string>();
        foreach (var fact in operation.Makes)
        {
            Add(fact.Of, fact.Done - 1, null);
        }

        foreach (var need in operation.Needs)
        {
            Add(need.Fact.Of, need.Fact.Done, need.Because);
        }

        return before;

        // all that bring a thing to its last state up to that one
        void Add(Place of, Done most, string? because)
        {
            if (!makers.TryGetValue(of, out var all))
            {
                return;
            }

            Done? last = null;
            foreach (var (done, _) in all)
            {
                last = done <= most && (last is null || done > last) ? done : last;
            }

            foreach (var (done, maker) in all)
            {
                if (done == last && maker != at)
                {
                    before.TryAdd(maker, because ?? Because(done, most + 1));
                }
            }
        }
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
    private static string Because(Done earlier, Done done) => done switch
    {
        <= Done.Bevelled when earlier == Done.Sized => "it is worked when it has its size",
        Done.Opened or Done.Drilled => "the widest cuts come first, while the part is whole and lies flat",
        Done.Tapped => "a thread is cut into its drilled hole",
        Done.Trimmed or Done.Bevelled => "until then its square edges are what is measured from",
        Done.Formed => "no bit and no blade reaches it any more when it is bent",
        Done.Engraved => "letters are cut where the part is held down by itself",
        Done.Set => "what is pressed or glued into a hole wants the hole",
        Done.Glued => "what is glued has all its holes and cuts, and its shape",
        Done.Joined => "what is joined is machined, and its glue has set before anything pulls on it",
        Done.Capped => "the heads are at the bottom of their holes before anything lies over them",
        Done.Eased => "it is fitted to what is joined",
        Done.Finished => "nothing is bored, glued or fitted after the finish",
        Done.Lettered => "letters lie on the finish, and a coat over them fixes none that were forgotten",
        Done.Mounted or Done.In or Done.Closed => "dust and finish keep off what goes in",
        Done.Plugged => "both ends are there",
        _ => "it goes there when it is whole",
    };
}
