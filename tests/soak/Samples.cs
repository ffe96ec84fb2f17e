using System.Text.Json;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Soak;

/// <summary>Whole files to spoil.</summary>
internal static class Samples
{
    public static IReadOnlyList<string> Dxf { get; } =
    [
        Drawing("0\nCIRCLE\n8\n0\n10\n3.5\n20\n3.5\n40\n1.6\n0\nCIRCLE\n8\n0\n10\n61.5\n20\n52.5\n40\n1.6\n0\nLWPOLYLINE\n8\n0\n90\n4\n70\n1\n10\n0\n20\n0\n10\n85\n20\n0\n10\n85\n20\n56\n10\n0\n20\n56\n"),
        Drawing(
            "0\nINSERT\n8\n0\n2\nHOLE\n10\n5\n20\n5\n70\n3\n71\n2\n44\n20\n45\n30\n0\nARC\n8\n0\n10\n20\n20\n0\n40\n20\n50\n0\n51\n180\n0\nPOLYLINE\n8\n0\n66\n1\n70\n1\n0\nVERTEX\n8\n0\n10\n0\n20\n0\n0\nVERTEX\n8\n0\n10\n40\n20\n0\n0\nSEQEND\n8\n0\n",
            "0\nBLOCK\n8\n0\n2\nHOLE\n10\n0\n20\n0\n0\nINSERT\n8\n0\n2\nDOT\n10\n1\n20\n0\n0\nENDBLK\n0\nBLOCK\n8\n0\n2\nDOT\n10\n0\n20\n0\n0\nCIRCLE\n8\n0\n10\n0\n20\n0\n40\n1.5\n0\nENDBLK\n"),
    ];

    public static IReadOnlyList<string> Csv { get; } = ["x_mm,y_mm,dia_mm\n3.5,3.5,3.2\n61.5,3.5,3.2\n3.5,52.5,3.2\n",
        "x;y;dia\n3,5;3,5;3,2\n61,5;52,5;3,2\n"];

    public static IReadOnlyList<string> Sheets { get; } =
    [
        """{"kind":"sheet","name":"bench","kerf":3,"trim":5,"stock":[{"id":"full","w":2440,"h":1220,"price":40},{"id":"off","w":600,"h":400,"qty":2,"price":0}],"parts":[{"id":"side","w":400,"h":300,"qty":6,"grain":true},{"id":"lid","w":320,"h":180,"qty":4,"grain":false},{"id":"strip","w":900,"h":40,"qty":9}]}""",
    ];

    public static IReadOnlyList<string> Bars { get; } =
    [
        """{"kind":"linear","name":"rails","kerf":2.5,"trim":10,"stock":[{"id":"six","len":6000,"price":18},{"id":"three","len":3000,"qty":4,"price":10}],"parts":[{"id":"post","len":412.5,"qty":8},{"id":"beam","len":730,"qty":12},{"id":"short","len":95,"qty":30}]}""",
    ];

    /// <summary>Every sum with the inputs that it begins with.</summary>
    public static string Batch() =>
        JsonSerializer.Serialize(CalculatorList.All.Select(c => new { calc = c.Name, inputs = SumText.For(c.Name).Start }), Shipped.Json);

    private static string Drawing(string entities, string blocks = "") =>
        $"0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nBLOCKS\n{blocks}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n{entities}0\nENDSEC\n0\nEOF\n";
}
