using AnvilPlan.Server.Projects;

namespace AnvilPlan.Server.Tests;

/// <summary>What is kept by content.</summary>
public class RecentTests
{
    [Fact]
    public void What_was_wanted_last_stays_and_what_was_not_wanted_for_longest_goes()
    {
        var recent = new Recent<string>(3);
        foreach (var content in (string[])["a", "b", "c"])
        {
            Assert.Equal(content + "!", recent.Keep(content, content + "!"));
        }

        Assert.Equal("a!", recent.Find("a"));
        recent.Keep("d", "d!");
        Assert.Null(recent.Find("b"));
        Assert.Equal(["a!", "c!", "d!"], ((string[])["a", "c", "d"]).Select(recent.Find));
    }

    [Fact]
    public void Of_two_that_were_made_at_once_the_first_is_kept()
    {
        var recent = new Recent<string>(3);
        recent.Keep("a", "first");
        Assert.Equal("first", recent.Keep("a", "second"));
        Parallel.For(0, 5000, i => recent.Keep($"{i % 7}", $"{i}"));
        Assert.InRange(Enumerable.Range(0, 7).Count(i => recent.Find($"{i}") is not null), 3, 3);
    }
}
