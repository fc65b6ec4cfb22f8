using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

// How the organisation is called.
internal partial class StoreReads
{
    public string? OrganisationName() =>
        Db.OrganisationNames.AsNoTracking().Where(n => n.EndedById == null).Select(n => n.Name).SingleOrDefault();
}
