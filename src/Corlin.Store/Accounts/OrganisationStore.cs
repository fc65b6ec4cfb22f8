using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>How the organisation is called, now and before.</summary>
internal sealed class OrganisationStore(ChangeSession session) : IOrganisationStore
{
    private CorlinDb Db => session.Db;

    public void Name(OrganisationName name)
    {
        End();
        Db.OrganisationNames.Add(new OrganisationNameRow { Name = name.Text, KeptById = session.Current.Id });
    }

    private void End()
    {
        foreach (var row in Db.OrganisationNames.Where(n => n.EndedById == null))
            row.EndedById = session.Current.Id;
        Db.SaveChanges();
    }

    /// <summary>What the change said is said no more, what it ended is said again.</summary>
    internal void Restore(long change) =>
        session.RestoreKept(KeptLines.OrganisationNames, change, _ => End(), row => Name(OrganisationName.Of(row.Name)));
}
