namespace Corlin.Store.Model;

/// <summary>How the organisation is called, or was.</summary>
internal sealed class OrganisationNameRow
{
    public long Id { get; set; }
    public required string Name { get; set; }

    /// <summary>The change that said it.</summary>
    public long KeptById { get; set; }

    /// <summary>The change that said otherwise, or null.</summary>
    public long? EndedById { get; set; }
}
