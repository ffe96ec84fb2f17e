using System.Globalization;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Checks;

/// <summary>Holds lines of the bench log to what can be.</summary>
public static class BenchCheck
{
    public const int MostEntries = 50_000;
    private const int MostUnits = 1000;
    private const int MostNoteChars = 2000;
    private const int MostIdChars = 200;
    private const double MostMinutes = 100_000;
    private const double MostMm = 100_000;

    /// <summary>What is wrong with a log as a whole, each with its path in <see cref="AsBuilt"/>.</summary>
    public static IReadOnlyList<DesignProblem> Problems(AsBuilt asBuilt)
    {
        if (asBuilt.Log.Count > MostEntries)
        {
            return [new("log", $"log has {asBuilt.Log.Count} lines: at most {MostEntries} are kept.")];
        }

        var problems = new List<DesignProblem>();
        for (var i = 0; i < asBuilt.Log.Count; i++)
        {
            var before = i == 0 ? 0 : asBuilt.Log[i - 1].Number;
            if (asBuilt.Log[i].Number <= before)
            {
                problems.Add(new($"log[{i}].number", $"number is {asBuilt.Log[i].Number}: lines are numbered upwards, so it must be more "
                    + $"than {before}."));
            }

            problems.AddRange(Problems(asBuilt.Log[i]).Select(p => p with { Path = $"log[{i}].{p.Path}" }));
        }

        return problems;
    }

    /// <summary>What is wrong with one line, each with the field's name.</summary>
    public static IReadOnlyList<DesignProblem> Problems(BenchEntry entry)
    {
        var problems = new List<DesignProblem>();
        void Need(bool ok, string field, string said)
        {
            if (!ok)
            {
                problems.Add(new(field, said));
            }
        }

        string Number(double value) => value.ToString(CultureInfo.InvariantCulture);
        Need(entry.Unit is >= 1 and <= MostUnits, "unit", $"unit is {entry.Unit}: it must lie between 1 and {MostUnits}.");
        Need(entry.PartId.Length is > 0 and <= MostIdChars, "partId", $"partId has {entry.PartId.Length} characters: it must have 1 to "
            + $"{MostIdChars}.");
        Need(entry.Fingerprint.Length <= MostIdChars, "fingerprint", $"fingerprint has {entry.Fingerprint.Length} characters: it must "
            + $"have at most {MostIdChars}.");
        Need(entry.Operation is not { Length: 0 or > MostIdChars }, "operation", $"operation has {entry.Operation?.Length} characters: "
            + $"it must have 1 to {MostIdChars}, or be left out.");
        Need(entry.Note.Length <= MostNoteChars, "note", $"note has {entry.Note.Length} characters: it must have at most {MostNoteChars}.");
        Need(entry.Minutes is null or (>= 0 and <= MostMinutes), "minutes", $"minutes is {Number(entry.Minutes ?? 0)}: it must lie "
            + $"between 0 and {MostMinutes}.");
        if (entry.Reading is { } reading)
        {
            Need(reading.Dimension.Length is > 0 and <= MostIdChars, "reading.dimension", $"dimension has {reading.Dimension.Length} "
                + $"characters: it must have 1 to {MostIdChars}.");
            Need(Math.Abs(reading.Mm) <= MostMm, "reading.mm", $"mm is {Number(reading.Mm)}: it must lie between -{MostMm} and "
                + $"{MostMm} mm.");
        }

        Need(entry is not { Operation: null, State: null, Reading: null, Minutes: null, Note: "" }, "note",
            "the line says nothing: it wants an operation, a state, a reading, minutes or a note.");
        return problems;
    }
}
