using System.Diagnostics;
using System.Globalization;

namespace AnvilPlan.Soak;

/// <summary>What one kind of soak has counted; several threads count at once.</summary>
internal sealed class Tally(string name)
{
    private const int MostNotes = 12;
    private static readonly TimeSpan Hang = TimeSpan.FromSeconds(5);
    private readonly Stopwatch _watch = Stopwatch.StartNew();
    private readonly Lock _lock = new();
    private readonly List<string> _notes = [];
    private readonly SortedDictionary<string, int> _more = new(StringComparer.Ordinal);
    private int _rounds, _acknowledged, _lost, _crashes, _fiveHundreds, _hangs;
    private TimeSpan _slowest;
    private string _slowestWhat = "";
    private long _memoryKb;

    public bool Clean => _lost + _crashes + _fiveHundreds + _hangs == 0;

    public void Round() => Interlocked.Increment(ref _rounds);

    public void Acknowledged() => Interlocked.Increment(ref _acknowledged);

    public void Lost(string what) => Bad(ref _lost, "lost: " + what);

    public void Crash(string what) => Bad(ref _crashes, "crash: " + what);

    public void FiveHundred(string what) => Bad(ref _fiveHundreds, "5xx: " + what);

    public void Note(string note)
    {
        lock (_lock)
        {
            _notes.Add(note);
        }
    }

    public void Count(string what)
    {
        lock (_lock)
        {
            _more[what] = _more.GetValueOrDefault(what) + 1;
        }
    }

    public void Took(TimeSpan time, string what)
    {
        lock (_lock)
        {
            (_slowest, _slowestWhat) = time > _slowest ? (time, what) : (_slowest, _slowestWhat);
        }

        if (time > Hang)
        {
            Bad(ref _hangs, $"over {Hang.TotalSeconds:0} s: {what}");
        }
    }

    /// <summary>The most that a server has held, KB.</summary>
    public void Memory(long kb) => _memoryKb = Math.Max(_memoryKb, kb);

    public void Print()
    {
        var more = string.Concat(_more.Select(m => $", {m.Key} {m.Value}"));
        Console.Out.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"{name}: rounds {_rounds}, acknowledged {_acknowledged}, lost {_lost}, crashes {_crashes}, 5xx {_fiveHundreds}, over 5 s "
                + $"{_hangs}, slowest {_slowest.TotalSeconds:0.00} s "
                + $"({_slowestWhat}){(_memoryKb > 0 ? $", memory {_memoryKb / 1024} MB" : "")}{more}, {_watch.Elapsed.TotalSeconds:0} s"));
        foreach (var note in _notes)
        {
            Console.Out.WriteLine("  " + note);
        }
    }

    private void Bad(ref int count, string note)
    {
        lock (_lock)
        {
            count++;
            if (_notes.Count < MostNotes)
            {
                _notes.Add(note.Length > 400 ? note[..400] + "…" : note);
            }
        }
    }
}
