using System.Globalization;
using System.Text.Json;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Json;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Quantities.Text;

namespace AnvilPlan.Formats.Nesting;

/// <summary>A nesting job that cannot be read or done; one sentence with the path of the field.</summary>
public sealed class NestFileException(string message) : Exception(Shorten.Quotes(message));

/// <summary>Reads nesting jobs and writes their results in the format of docs/formats.md. Unknown keys are ignored.</summary>
public static class NestFile
{
    private const double Most = 1e5;

    /// <summary>Pieces of one job: more are an order to be cut in lots.</summary>
    private const int MostPieces = 20_000;

    /// <exception cref="NestFileException">The file is wrong, or a part fits no stock.</exception>
    public static (string Name, NestJob Job) ReadSheets(string text) => Whole(() =>
    {
        var root = Root(text, "sheet");
        var stock = Items(root, "stock", "stock").Select(s => new NestStock(
            Id(s, "stock"), Number(s, "w", 0, false), Number(s, "h", 0, false), Quantity(s), Number(s, "price", 0, true))).ToList();
        var parts = Items(root, "parts", "parts").Select(p => new NestPart(
            Id(p, "parts"), Number(p, "w", 0, false), Number(p, "h", 0, false), Count(p), !Flag(p, "grain"))).ToList();
        var job = new NestJob(Number((root, ""), "kerf", 0, true), Number((root, ""), "trim", 0, true), stock, parts);
        Distinct(stock.Select(s => s.Id), "stock");
        Distinct(parts.Select(p => p.Id), "parts");
        Few(parts.Sum(p => (long)p.Count));
        if (parts.FirstOrDefault(p => !stock.Exists(s => SheetNester.Fits(job, p, s))) is { } large)
        {
            throw new NestFileException($"part {large.Id} is {N(large.LengthMm)} x {N(large.WidthMm)} mm: it fits on no stock inside its "
                + $"trim of {N(job.TrimMm)} mm.");
        }

        return (NameOf(root), job);
    });

    /// <exception cref="NestFileException">The file is wrong, or a part fits no stock.</exception>
    public static (string Name, BarJob Job) ReadBars(string text) => Whole(() =>
    {
        var root = Root(text, "linear");
        var stock = Items(root, "stock", "stock").Select(s => new BarSupply(Id(s, "stock"), Number(s, "len", 0, false), Quantity(s),
            Number(s, "price", 0, true))).ToList();
        var parts = Items(root, "parts", "parts").Select(p => new BarPart(Id(p, "parts"), Number(p, "len", 0, false), Count(p))).ToList();
        var job = new BarJob(Number((root, ""), "kerf", 0, true), Number((root, ""), "trim", 0, true), stock, parts);
        Distinct(stock.Select(s => s.Id), "stock");
        Distinct(parts.Select(p => p.Id), "parts");
        Few(parts.Sum(p => (long)p.Count));
        if (parts.FirstOrDefault(p => stock.TrueForAll(s => p.LengthMm > s.LengthMm - (2 * job.TrimMm) + 1e-6)) is { } large)
        {
            throw new NestFileException($"part {large.Id} is {N(large.LengthMm)} mm long: it fits on no bar inside its trim of "
                + $"{N(job.TrimMm)} mm.");
        }

        return (NameOf(root), job);
    });

    public static string WriteSheets(string name, NestJob job, NestResult result, double seconds)
    {
        RequireComplete(result.Unplaced);
        return JsonSerializer.Serialize(
            new
            {
                instance = name,
                seconds = Math.Round(seconds, 3),
                bound = Objective(SheetNester.LowerBound(job), job.Stock.Count, job.Stock.Select(s => s.Price)),
                objective = job.Stock.Count == 1 ? result.Sheets.Count
                    : result.Sheets.Sum(s => job.Stock.First(x => x.Id == s.StockId).Price),
                sheets = result.Sheets.Select(s => new
                {
                    stock = s.StockId,
                    count = 1,
                    placements = s.Placements.Select(p => new
                    {
                        part = p.PartId,
                        x = p.X,
                        y = p.Y,
                        w = p.LengthMm,
                        h = p.WidthMm,
                        rotated = p.Turned
                    }),
                }),
            },
            Shipped.IndentedJson) + "\n";
    }

    public static string WriteBars(string name, BarJob job, BarResult result, double seconds)
    {
        RequireComplete(result.Unplaced);
        return JsonSerializer.Serialize(
            new
            {
                instance = name,
                seconds = Math.Round(seconds, 3),
                bound = Objective(BarNester.LowerBound(job), job.Stock.Count, job.Stock.Select(s => s.Price)),
                objective = job.Stock.Count == 1 ? result.Bars.Count : result.Bars.Sum(b => job.Stock.First(s => s.Id == b.StockId).Price),
                bars = result.Bars.Select(b => new
                {
                    stock = b.StockId,
                    count = 1,
                    pieces = b.Pieces.Select(p => new { part = p.PartId, x = p.X, len = p.LengthMm })
                }),
            },
            Shipped.IndentedJson) + "\n";
    }

    /// <summary>With one stock the objective counts sheets, so the bound does too.</summary>
    private static double Objective(double priceBound, int stockCount, IEnumerable<double> prices)
    {
        var price = prices.First();
        return stockCount == 1 ? Math.Round(price > 0 ? priceBound / price : 1) : Math.Round(priceBound, 6);
    }

    private static void RequireComplete(IReadOnlyList<string> unplaced)
    {
        if (unplaced.Count > 0)
        {
            throw new NestFileException($"part {unplaced[0]} finds no room: the stock's qty is too small, {unplaced.Count} pieces are "
                + $"left over.");
        }
    }

    private static JsonElement Root(string text, string kind)
    {
        try
        {
            var root = JsonDocument.Parse(text).RootElement;
            if (root.ValueKind != JsonValueKind.Object)
            {
                throw new NestFileException("the file must hold one object.");
            }

            if (root.TryGetProperty("kind", out var value) && !(value.ValueKind == JsonValueKind.String && value.GetString() == kind))
            {
                throw new NestFileException($"kind is {value.GetRawText()}: it must be \"{kind}\" here.");
            }

            return root;
        }
        catch (JsonException error)
        {
            throw new NestFileException($"this is not JSON: line {error.LineNumber + 1}, character {error.BytePositionInLine + 1}.");
        }
    }

    private static List<(JsonElement Item, string Path)> Items(JsonElement root, string key, string path)
    {
        if (!root.TryGetProperty(key, out var list) || list.ValueKind != JsonValueKind.Array || list.GetArrayLength() is 0 or > 5000)
        {
            throw new NestFileException($"{path} must be a list of 1 to 5000 entries.");
        }

        var items = list.EnumerateArray().Select((item, i) => (item, $"{path}[{i}]")).ToList();
        var wrong = items.FirstOrDefault(i => i.item.ValueKind != JsonValueKind.Object);
        return wrong.Item2 is null ? items : throw new NestFileException($"{wrong.Item2} must be an object.");
    }

    private static string Id((JsonElement Item, string Path) at, string list) =>
        at.Item.TryGetProperty("id", out var id) && id.ValueKind == JsonValueKind.String
            && id.GetString() is { Length: > 0 and <= 200 } text
            ? text
            : throw new NestFileException($"{at.Path}.id must be a text of 1 to 200 characters, each of {list} its own.");

    private static double Number((JsonElement Item, string Path) at, string key, double least, bool inclusive)
    {
        var path = at.Path.Length == 0 ? key : $"{at.Path}.{key}";
        var range = $"it must be a number {(inclusive ? "from" : "above")} {N(least)} to {N(Most)}.";
        if (!at.Item.TryGetProperty(key, out var value))
        {
            return inclusive && key is "price" ? 1 : throw new NestFileException($"{path} is missing: {range}");
        }

        return value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var number) && number <= Most
            && (inclusive ? number >= least : number > least)
            ? number
            : throw new NestFileException($"{path} is {value.GetRawText()}: {range}");
    }

    private static int? Quantity((JsonElement Item, string Path) at) =>
        !at.Item.TryGetProperty("qty", out var value) || value.ValueKind == JsonValueKind.Null ? null : Count(at);

    private static int Count((JsonElement Item, string Path) at) =>
        !at.Item.TryGetProperty("qty", out var value) ? 1
            : value.ValueKind == JsonValueKind.Number && value.TryGetInt32(out var count) && count is >= 0 and <= 10_000 ? count
            : throw new NestFileException($"{at.Path}.qty is {value.GetRawText()}: it must be a whole number from 0 to 10000.");

    private static bool Flag((JsonElement Item, string Path) at, string key) => at.Item.TryGetProperty(key, out var value)
        && value.ValueKind switch
        {
            JsonValueKind.True => true,
            JsonValueKind.False => false,
            _ => throw new NestFileException($"{at.Path}.{key} is {value.GetRawText()}: it must be true or false."),
        };

    private static void Few(long pieces)
    {
        if (pieces > MostPieces)
        {
            throw new NestFileException($"parts hold {pieces} pieces together: at most {MostPieces} are laid out at a time.");
        }
    }

    private static void Distinct(IEnumerable<string> ids, string list)
    {
        if (ids.GroupBy(i => i, StringComparer.Ordinal).FirstOrDefault(g => g.Count() > 1) is { } twice)
        {
            throw new NestFileException($"{list} holds the id \"{twice.Key}\" twice.");
        }
    }

    /// <summary>Keys and texts that hold half of a character are found out when they are read.</summary>
    private static T Whole<T>(Func<T> read)
    {
        try
        {
            return read();
        }
        catch (InvalidOperationException error) when (WireJson.IsHalfCharacter(error))
        {
            throw new NestFileException("the file holds half of a character (a surrogate without its pair).");
        }
    }

    private static string NameOf(JsonElement root) => root.TryGetProperty("name", out var name) && name.ValueKind == JsonValueKind.String
        ? name.GetString()! : "";

    private static string N(double value) => value.ToString("0.######", CultureInfo.InvariantCulture);
}
