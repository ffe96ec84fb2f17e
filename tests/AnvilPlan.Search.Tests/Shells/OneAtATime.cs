// searches are timed: two at once would share the cores
[assembly: Xunit.CollectionBehavior(DisableTestParallelization = true)]
