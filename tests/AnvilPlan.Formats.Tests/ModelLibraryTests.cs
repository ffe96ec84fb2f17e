using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.MockUps;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Models;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Project;
using AnvilPlan.Formats.Tests.Support;
using UglyToad.PdfPig;

namespace AnvilPlan.Formats.Tests;

public class ModelLibraryTests
{
    private static readonly HardwareModel Own = Shipped.Catalog.Model("drive-25-7") with
    {
        Id = "own-drive",
        KeepOuts = [new KeepOut("plug", -20, 0, 0, 20, 60, 7)],
        Tails = [new CableTail("lead", 0, 0, 0, Direction.Left, 3, 120)],
        HandMm = 4,
    };

    [Fact]
    public void All_shipped_models_go_out_and_come_back_the_same()
    {
        List<HardwareModel> all = [.. Shipped.Catalog.Hardware, Own];
        var text = ModelLibrary.Write(all);
        var back = ModelLibrary.Read(text);
        Assert.Equal(all.Count, back.Count);
        Assert.Equal(text, ModelLibrary.Write(back));
        Assert.Equal(Own.KeepOuts, back[^1].KeepOuts);
        Assert.Equal(Own.Tails, back[^1].Tails);
    }

    [Theory]
    [InlineData("null", "", "the file holds nothing")]
    [InlineData("[", "", "an object is expected")]
    [InlineData("{broken", "", "not JSON")]
    [InlineData("{}", "", "missing")]
    [InlineData("""{"format":"anvil-plan/models","schema":1,"models":[]}""", "models", "0 models")]
    [InlineData("""{"format":"anvil-plan/models","schema":2,"models":[]}""", "schema", "this version reads 1")]
    [InlineData("""{"format":"anvil-plan/project","schema":1,"models":[]}""", "format", "must be")]
    public void A_file_that_is_no_library_is_refused_with_its_place(string text, string path, string says)
    {
        var error = Assert.Throws<ProjectFileException>(() => ModelLibrary.Read(text));
        Assert.Equal(path, error.Path);
        Assert.Contains(says, error.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("\"widthMm\": 20", "\"widthMm\": 0", "keepOuts[0].widthMm is 0")]
    [InlineData("\"lengthMm\": 120", "\"lengthMm\": 0", "tails[0].lengthMm is 0")]
    [InlineData("\"handMm\": 4", "\"handMm\": 400", "handMm is 400")]
    public void A_model_out_of_range_names_what_is_wrong(string good, string bad, string says)
    {
        var text = ModelLibrary.Write([Own]);
        Assert.Contains(good, text, StringComparison.Ordinal);
        var error = Assert.Throws<ProjectFileException>(() => ModelLibrary.Read(text.Replace(good, bad, StringComparison.Ordinal)));
        Assert.Equal("models[0]", error.Path);
        Assert.Contains(says, error.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void The_same_id_twice_is_refused() =>
        Assert.Contains("2 times", Assert.Throws<ProjectFileException>(() => ModelLibrary.Read(ModelLibrary.Write([Own, Own]))).Message,
            StringComparison.Ordinal);

    [Fact]
    public void The_mock_ups_sheets_name_every_piece_with_its_size()
    {
        var mockUp = MockUp.Of(Demo.Plan, 3, 20);
        using var pdf = PdfDocument.Open(TemplatePages.Write("mock-up", mockUp.Parts, Paper.A4));
        var pages = pdf.GetPages().Select(p => p.Text).ToList();
        Assert.All(mockUp.Parts, part => Assert.Contains(pages, p => p.Contains(part.Name, StringComparison.Ordinal)));
        Assert.True(pdf.NumberOfPages >= mockUp.Parts.Count);
    }
}
