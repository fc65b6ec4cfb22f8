using Corlin.Core.Sheets;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>How somebody's day sheet is made.</summary>
internal sealed class SheetWishRow
{
    public long Id { get; set; }
    public long OwnerId { get; set; }
    public long ById { get; set; }
    public SheetParts Parts { get; set; }

    /// <summary>The numbers of the blocks one after another; null for the usual order.</summary>
    public string? Order { get; set; }
    public Instant SaidAt { get; set; }

    /// <summary>Minutes after midnight; null where it does not go by itself.</summary>
    public int? At { get; set; }
    public bool DayBefore { get; set; }
    public bool Again { get; set; }

    /// <summary>The numbers of those who get it, in JSON.</summary>
    public required string To { get; set; }

    /// <summary>The change that said it.</summary>
    public long KeptById { get; set; }

    /// <summary>The change that said something else, or null.</summary>
    public long? EndedById { get; set; }
}

/// <summary>A day sheet that was handed out.</summary>
internal sealed class HandedSheetRow
{
    public long Id { get; set; }
    public long OwnerId { get; set; }
    public long ById { get; set; }
    public Instant At { get; set; }
    public LocalDate First { get; set; }

    /// <summary>The first day that is no part of it.</summary>
    public LocalDate Until { get; set; }
    public bool ByItself { get; set; }

    /// <summary>What stood on it, in JSON.</summary>
    public required string Lines { get; set; }

    /// <summary>The change that handed it out.</summary>
    public long KeptById { get; set; }

    /// <summary>The change that took it back, or null.</summary>
    public long? EndedById { get; set; }
}
