using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>What somebody is asked by one who keeps their calendar.</summary>
internal sealed class QuestionRow
{
    public long Id { get; set; }
    public long OfId { get; set; }
    public long ById { get; set; }
    public long EntryId { get; set; }

    /// <summary>Empty for the whole.</summary>
    public required string RecurrenceId { get; set; }
    public string? Line { get; set; }
    public Instant At { get; set; }
    public QuestionReply? Reply { get; set; }
    public string? Words { get; set; }
    public Instant? RepliedAt { get; set; }

    /// <summary>The change that asked it, or said the reply.</summary>
    public long KeptById { get; set; }

    /// <summary>The change by which it stands no more, or null.</summary>
    public long? EndedById { get; set; }
}
