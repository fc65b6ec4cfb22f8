using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>Until when those who are asked to a meeting are to answer.</summary>
internal sealed class DeadlineRow
{
    public long Id { get; set; }
    public long EntryId { get; set; }

    /// <summary>Empty for the whole.</summary>
    public required string RecurrenceId { get; set; }
    public Instant At { get; set; }
    public AfterDeadline Then { get; set; }
    public long ById { get; set; }

    /// <summary>The change that set it.</summary>
    public long KeptById { get; set; }

    /// <summary>The change since which it stands no more, or null.</summary>
    public long? EndedById { get; set; }
}
