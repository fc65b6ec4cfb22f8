using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Corlin.Store;

/// <summary>Lets the migration tool make the model without a host.</summary>
internal sealed class DesignTimeDb : IDesignTimeDbContextFactory<CorlinDb>
{
    public CorlinDb CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<CorlinDb>();
        StoreServices.Configure(options, Path.Combine(Path.GetTempPath(), "corlin-design.db"));
        return new CorlinDb(options.Options);
    }
}
