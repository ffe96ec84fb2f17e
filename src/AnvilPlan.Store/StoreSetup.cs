using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace AnvilPlan.Store;

/// <summary>What one database file holds.</summary>
public sealed record Stores(ProjectStore Projects, ShopStore Shop, ShopBackup Backup);

/// <summary>Registers the store for a database file.</summary>
public static class StoreSetup
{
    public static IServiceCollection AddAnvilStore(this IServiceCollection services, string file)
    {
        services.AddDbContextFactory<AnvilDb>(o => o.UseSqlite(AnvilDb.ConnectionFor(file)));
        services.AddSingleton(TimeProvider.System);
        services.AddSingleton<ProjectStore>();
        services.AddSingleton<ShopStore>();
        services.AddSingleton<ShopBackup>();
        return services;
    }

    /// <summary>Makes the database file, or brings it up to date.</summary>
    /// <exception cref="DatabaseException">It cannot be used; the sentence says what to do.</exception>
    public static void PrepareAnvilStore(this IServiceProvider services)
    {
        using var db = services.GetRequiredService<IDbContextFactory<AnvilDb>>().CreateDbContext();
        DatabaseStart.Prepare(db);
    }

    /// <summary>The stores of a file without a host, for the command line; the file is made or brought up to date.</summary>
    /// <exception cref="DatabaseException">It cannot be used; the sentence says what to do.</exception>
    public static Stores OpenFile(string file)
    {
        var services = new ServiceCollection().AddAnvilStore(file).BuildServiceProvider();
        services.PrepareAnvilStore();
        return new Stores(services.GetRequiredService<ProjectStore>(), services.GetRequiredService<ShopStore>(),
            services.GetRequiredService<ShopBackup>());
    }
}
