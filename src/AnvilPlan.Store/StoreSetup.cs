using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace AnvilPlan.Store;

/// <summary>Registers the store for a database file.</summary>
public static class StoreSetup
{
    public static IServiceCollection AddAnvilStore(this IServiceCollection services, string file)
    {
        services.AddDbContextFactory<AnvilDb>(o => o.UseSqlite(AnvilDb.ConnectionFor(file)));
        services.AddSingleton(TimeProvider.System);
        services.AddSingleton<ProjectStore>();
        return services;
    }

    /// <summary>A store without a host, for the command line; the file is made or brought up to date.</summary>
    public static ProjectStore OpenFile(string file)
    {
        var provider = new ServiceCollection().AddAnvilStore(file).BuildServiceProvider();
        using var db = provider.GetRequiredService<IDbContextFactory<AnvilDb>>().CreateDbContext();
        db.Prepare();
        return provider.GetRequiredService<ProjectStore>();
    }
}
