using System.Collections.Concurrent;
using AnvilPlan.Core.Designs;
using AnvilPlan.Search.Shells;
using AnvilPlan.Server.Projects;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Arrangements;

/// <summary>A search for shells, running or done.</summary>
/// <param name="Revision">The revision of the project that it started from.</param>
public sealed record ArrangementState(Guid Id, Guid ProjectId, int Revision, bool Running, SearchProgress? Progress, SearchResult? Result);

/// <summary>Runs searches in the background, one at a time for each project, and keeps what the last ones found.</summary>
public sealed class ArrangementDesk : IDisposable
{
    private const int Remembered = 16;

    /// <summary>A search uses all cores and much memory: others wait for their turn.</summary>
    private const int AtOnce = 1;

    private readonly SemaphoreSlim _turns = new(AtOnce);
    private readonly ConcurrentDictionary<Guid, Search> _searches = new();
    private readonly ConcurrentQueue<Guid> _order = new();

    public ArrangementState Start(OpenProject project, Bench bench, IReadOnlyList<SearchGoal> goals, double seconds)
    {
        foreach (var running in _searches.Values.Where(s => s.ProjectId == project.Id))
        {
            running.Stop.Cancel();
        }

        var search = new Search(Guid.NewGuid(), project.Id, project.Revision);
        _searches[search.Id] = search;
        _order.Enqueue(search.Id);
        while (_order.Count > Remembered && _order.TryDequeue(out var oldest) && _searches.TryRemove(oldest, out var gone))
        {
            gone.Stop.Cancel();
        }

        // the search outlives the request that began it
        using (ExecutionContext.SuppressFlow())
        {
            search.Work = Task.Run(async () =>
            {
                await _turns.WaitAsync(search.Stop.Token);
                try
                {
                    return ShellSearch.Run(project.Design, bench.Catalog, bench.Shop, goals, seconds, search, search.Stop.Token);
                }
                finally
                {
                    _turns.Release();
                }
            });
        }

        return search.State;
    }

    public ArrangementState State(Guid id) => Find(id).State;

    /// <summary>Stops a search; what it has found so far stays.</summary>
    public ArrangementState Cancel(Guid id)
    {
        var search = Find(id);
        search.Stop.Cancel();
        return search.State;
    }

    public Design Found(Guid id, int index)
    {
        var result = Find(id).State.Result ?? throw new Web.FieldException("index", "index names a shell of a search that is still "
            + "running.");
        return index >= 0 && index < result.Arrangements.Count
            ? result.Arrangements[index].Design
            : throw new Web.FieldException("index", $"index is {index}: the search found {result.Arrangements.Count} shells, counted "
                + $"from 0.");
    }

    private Search Find(Guid id) => _searches.TryGetValue(id, out var search) ? search
        : throw new NotFoundException($"There is no search {id}.");

    public void Dispose()
    {
        foreach (var search in _searches.Values)
        {
            search.Stop.Cancel();
            search.Stop.Dispose();
        }

        _turns.Dispose();
    }

    private sealed class Search(Guid id, Guid projectId, int revision) : IProgress<SearchProgress>
    {
        private SearchProgress? _progress;

        public Guid Id => id;
        public Guid ProjectId => projectId;
        public CancellationTokenSource Stop { get; } = new();
        public Task<SearchResult>? Work { get; set; }

        public ArrangementState State => new(
            id, projectId, revision, Work is not { IsCompleted: true }, _progress,
            Work is { IsCanceled: true } ? new SearchResult([], 0, true, "The search was stopped before its turn came.")
            : Work is { IsCompletedSuccessfully: true } done ? done.Result : Work is { IsFaulted: true }
                ? new SearchResult([], 0, false, "The search broke off: " + Work.Exception!.InnerException!.Message) : null);

        public void Report(SearchProgress value) => _progress = value;
    }
}
