using System.Reflection;
using System.Text.RegularExpressions;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Findings;

/// <summary>The list of findings has all that are told, and each is provoked somewhere in these tests.</summary>
public partial class FindingListTests
{
    [GeneratedRegex("^[a-z]+(-[a-z]+)+$|^late$")]
    private static partial Regex Code();

    [Fact]
    public void Each_code_stands_once_with_one_sentence()
    {
        Assert.Equal(FindingList.All.Count, FindingList.All.Select(k => k.Code).Distinct().Count());
        Assert.All(FindingList.All, k => Assert.True(Code().IsMatch(k.Code) && k.About.EndsWith('.')
            && k.About.Count(c => c == '.') == 1, k.Code));
    }

    [Fact]
    public void Each_code_is_told_by_the_core_and_provoked_in_a_test()
    {
        var (core, tests) = (Texts(typeof(Planner).Assembly), Texts(typeof(FindingListTests).Assembly));
        Assert.All(FindingList.All, k =>
        {
            Assert.True(core[k.Code] > 1, $"{k.Code} stands in the list and nothing tells it");
            Assert.True(tests.ContainsKey(k.Code), $"{k.Code} is provoked in no test");
        });
    }

    [Fact]
    public void What_is_told_of_the_demos_is_in_the_list() =>
        Assert.All(Sample.Plan(Sample.Marsh).Findings, f => Assert.NotNull(FindingList.Find(f.Code)));

    private static IReadOnlyDictionary<string, int> Texts(Assembly assembly)
    {
        using var code = new CompiledCode(assembly);
        return code.Texts();
    }
}
