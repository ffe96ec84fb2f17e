using System.Runtime.CompilerServices;
using System.Threading.Channels;

namespace AnvilPlan.Server.Measuring;

/// <summary>A number that a caliper has sent, mm.</summary>
public sealed record CaliperReading(double ValueMm, string Source);

/// <summary>The port at which a caliper is plugged in: it sends a reading each time its button is pressed.</summary>
public interface ICaliper
{
    string Name { get; }

    /// <summary>Not a real one: the interface says so.</summary>
    bool Simulated { get; }

    /// <summary>What it sends from the call on, whether or not the first is awaited yet.</summary>
    IAsyncEnumerable<CaliperReading> Readings(CancellationToken cancel);
}

/// <summary>
/// A caliper that ships with the server. The piece between its jaws differs a little from its nominal, always in the same way; each
/// reading then scatters as hands do, by 0.02 mm, shows hundredths, and now and then slips.
/// </summary>
public sealed class SimulatedCaliper(int seed) : ICaliper
{
    private const double RepeatMm = 0.02;
    private const double SlipChance = 0.04;
    private const double SpecimenMm = 0.12;
    private readonly List<Channel<CaliperReading>> _listeners = [];
    private readonly Random _random = new(seed);
    private readonly Lock _lock = new();

    public SimulatedCaliper()
        : this(Environment.TickCount)
    {
    }

    public string Name => "Simulated caliper";
    public bool Simulated => true;

    /// <summary>Puts a piece between the jaws and presses the button.</summary>
    /// <param name="piece">Names the piece: the same name always is the same piece.</param>
    public CaliperReading Press(string piece, double nominalMm)
    {
        lock (_lock)
        {
            var size = nominalMm + SpecimenOf(piece, nominalMm);
            var slip = _random.NextDouble() < SlipChance ? 0.15 + (_random.NextDouble() * 0.4) : 0;
            var reading = new CaliperReading(Math.Max(0, Math.Round(size + (Normal() * RepeatMm) + slip, 2)), Name);
            foreach (var listener in _listeners)
            {
                listener.Writer.TryWrite(reading);
            }

            return reading;
        }
    }

    public IAsyncEnumerable<CaliperReading> Readings(CancellationToken cancel)
    {
        var channel = Channel.CreateBounded<CaliperReading>(new BoundedChannelOptions(100)
        { FullMode = BoundedChannelFullMode.DropOldest });
        lock (_lock)
        {
            _listeners.Add(channel);
        }

        return Sent(channel, cancel);
    }

    private async IAsyncEnumerable<CaliperReading> Sent(Channel<CaliperReading> channel, [EnumeratorCancellation] CancellationToken cancel)
    {
        try
        {
            await foreach (var reading in channel.Reader.ReadAllAsync(cancel))
            {
                yield return reading;
            }
        }
        finally
        {
            lock (_lock)
            {
                _listeners.Remove(channel);
            }
        }
    }

    /// <summary>How the piece differs from its nominal: fixed by its name, at most 0.12 mm, and never below a tenth of the size.</summary>
    private static double SpecimenOf(string piece, double nominalMm)
    {
        var hash = piece.Aggregate(17u, (h, c) => unchecked((h * 31) + c));
        return Math.Max(-0.9 * nominalMm, ((hash % 2001 / 1000.0) - 1) * SpecimenMm);
    }

    /// <summary>Box and Muller's transform.</summary>
    private double Normal() => Math.Sqrt(-2 * Math.Log(1 - _random.NextDouble())) * Math.Cos(2 * Math.PI * _random.NextDouble());
}
