using System.Globalization;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Calendar;
using AnvilPlan.Formats.Csv;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Tests.Support;
using UglyToad.PdfPig;

namespace AnvilPlan.Formats.Tests;

/// <summary>The work as a table, as to-dos and on paper: all three tell the same operations in the same order.</summary>
public class WorkFilesTests
{
    [Fact]
    public void The_table_has_every_operation_and_names_what_it_comes_after_by_number()
    {
        var rows = CsvTable.Parse(CsvFiles.Work(Demo.Plan)).Rows;
        var work = Demo.Plan.Work;
        Assert.Equal(work.Operations.Select(o => o.Id), rows.Select(r => r["operation"]));
        Assert.Equal(Enumerable.Range(1, rows.Count), rows.Select(r => int.Parse(r["no"], CultureInfo.InvariantCulture)));
        Assert.Equal(work.Minutes, rows.Sum(r => double.Parse(r["minutes"], CultureInfo.InvariantCulture)), 0.5);
        foreach (var row in rows)
        {
            var after = row["after"].Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Select(n => rows[int.Parse(n, CultureInfo.InvariantCulture) - 1]["operation"]);
            Assert.Equal(work.Links.Where(l => l.After == row["operation"]).Select(l => l.Before).Order(StringComparer.Ordinal),
                after.Order(StringComparer.Ordinal));
            Assert.Equal(row["after"].Length > 0, row["because"].Length > 0);
        }
    }

    [Fact]
    public void To_dos_say_minutes_waiting_and_what_to_look_at()
    {
        var text = ScheduleFile.Write(Demo.Plan).Replace("\r\n ", "", StringComparison.Ordinal);
        var glue = Demo.Plan.Work.Operations.First(o => o.Id == "glue/1");
        Assert.Contains($"{glue.Minutes:0.#} min\\, then {glue.WaitMin:0} min of waiting", text, StringComparison.Ordinal);
        Assert.Contains("clamps and cauls lie ready", text, StringComparison.Ordinal);
        Assert.Contains("oily rags heat up by themselves", text, StringComparison.Ordinal);
    }

    [Fact]
    public void The_packet_lists_the_work_and_gathers_cautions()
    {
        using var pdf = PdfDocument.Open(PacketPages.Write(Demo.Plan, Paper.A4));
        var text = string.Join('\n', pdf.GetPages().Select(p => p.Text));
        Assert.Contains("Work on one", text, StringComparison.Ordinal);
        Assert.Contains("Look before you go on", text, StringComparison.Ordinal);
        var turns = Demo.Plan.Work.Operations.Select((o, i) => (o, i + 1))
            .Where(x => x.o.Title.StartsWith("Turn the corner", StringComparison.Ordinal)).Select(x => x.Item2).ToList();
        Assert.Equal(2, turns.Count);
        // two that follow each other are told as from and to, with the caution that they share
        Assert.Contains($"{turns[0]} to {turns[1]}", text, StringComparison.Ordinal);
    }
}
