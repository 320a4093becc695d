using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace TinCompass.Server.Storage;

/// <summary>Lets the migration tool build the model without starting a server.</summary>
internal sealed class DesignTimeDb : IDesignTimeDbContextFactory<TinCompassDb>
{
    public TinCompassDb CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<TinCompassDb>().UseSqlite("Data Source=:memory:").Options);
}
