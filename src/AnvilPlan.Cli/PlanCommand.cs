using System.CommandLine;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Packet;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Project;

namespace AnvilPlan.Cli;

/// <summary><c>plan PROJECT.json --out DIR</c>: writes every file of the plan. Exit 0; 3 when a stop stands in the way.</summary>
internal static class PlanCommand
{
    private const int StopExit = 3;

    public static Command Make()
    {
        var project = new Argument<string>("project") { Description = "Project file, - for standard input" };
        var folder = new Option<string?>("--out") { Description = "Folder for the files; made if it is not there" };
        var paper = new Option<string?>("--paper") { Description = "a4 (default) or letter" };
        var dxf = new Option<string?>("--dxf") { Description = "r2000 (default) or r12: release of the DXF files" };
        var command = new Command("plan", "Plan a project and write all its files") { project, folder, paper, dxf };
        command.SetAction(parsed =>
        {
            var sheet = Paper.Named(parsed.GetValue(paper) ?? "a4")
                ?? throw new InputException($"--paper is \"{parsed.GetValue(paper)}\": it must be {Paper.Names}.");
            var shop = ShopProfile.Usual with
            {
                DxfRelease = parsed.GetValue(dxf)?.ToLowerInvariant() switch
                {
                    null or "r2000" => DxfRelease.R2000,
                    "r12" => DxfRelease.R12,
                    _ => throw new InputException($"--dxf is \"{Shorten.Text(parsed.GetValue(dxf)!)}\": it must be r2000 or r12."),
                },
            };
            var to = parsed.GetValue(folder) ?? throw new InputException("plan needs --out FOLDER.");
            var file = ProjectJson.Read(Input.Bytes(parsed.GetValue(project)!), Shipped.Catalog);
            var plan = Planner.Plan(file.Design, Shipped.Catalog.With(file.Models), shop, file.AsBuilt);
            var files = PlanFiles.Of(file.Design, plan, shop, sheet).Select(f => (f.Name, Bytes: f.Write())).ToList();
            Directory.CreateDirectory(to);
            foreach (var (name, bytes) in files)
            {
                File.WriteAllBytes(Path.Combine(to, name), bytes);
            }

            Console.Out.WriteLine($"{plan.Name}: {plan.Tally.Parts} parts, {plan.Tally.Holes} holes, {files.Count} files in {to}");
            foreach (var stop in plan.Findings.Where(f => f.Severity == Severity.Stop))
            {
                Console.Out.WriteLine("stop: " + stop.Text);
            }

            return plan.HasStop ? StopExit : 0;
        });
        return command;
    }
}
