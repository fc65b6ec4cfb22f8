using System.Collections.Immutable;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>Somebody's calendar as scheduling messages know it.</summary>
/// <param name="Me">Their address, in lower case.</param>
/// <param name="Events">By UID.</param>
public sealed record Conversation(string Me, DateTimeZone Zone, ImmutableSortedDictionary<string, Standing> Events)
{
    /// <summary>Others who share this calendar: their answers are given here too, whatever a message says of them.</summary>
    public ImmutableArray<string> Beside { get; init; } = [];

    internal IEnumerable<string> Ours => Beside.Prepend(Me);

    /// <summary>A calendar on which nothing stands.</summary>
    public static Conversation Of(string me, DateTimeZone zone) =>
        new(me, zone, ImmutableSortedDictionary<string, Standing>.Empty.WithComparers(StringComparer.Ordinal));

    /// <summary>The same with what stands by the texts of a calendar, which asks and tells nobody.</summary>
    public Conversation Holding(IEnumerable<ScheduledPart> parts)
    {
        var after = this;
        foreach (var own in parts.Where(p => p is { Time: not null, Organiser: not null }).OrderBy(p => p.RecurrenceId is null ? 0 : 1))
            after = after.With(after.Events.GetValueOrDefault(own.Uid, Standing.Empty(own.Uid)).Holding(own));
        return after;
    }

    /// <summary>The same with one UID as it stands now.</summary>
    public Conversation With(Standing standing) => this with { Events = Events.SetItem(standing.Uid, standing) };
}

/// <summary>A message that goes out.</summary>
/// <param name="To">Addresses; never one's own.</param>
/// <param name="Sequence">The SEQUENCE that it carries.</param>
public sealed record SentMessage(SchedulingMethod Method, ImmutableArray<string> To, string Uid, Instant? RecurrenceId, int Sequence);

/// <summary>What became of a message.</summary>
public enum Reception
{
    Applied,

    /// <summary>It repeats one that was applied, or is older: nothing changes.</summary>
    Ignored,

    /// <summary>A person decides; nothing changes until then.</summary>
    Waits,
}

/// <summary>Why a message waits for a person.</summary>
public enum WaitReason
{
    None,

    /// <summary>It holds no event that can be read, or says no METHOD that is known.</summary>
    NotUnderstood,

    /// <summary>No server vouched for its sender.</summary>
    NotVouched,

    /// <summary>Its sender is neither the organiser nor who sends for them.</summary>
    NotTheOrganiser,

    /// <summary>What stands has another organiser.</summary>
    AnotherOrganiser,

    /// <summary>It speaks for another attendee than its sender.</summary>
    NotTheAttendee,

    /// <summary>Its sender is not invited, and only who is may ask that.</summary>
    NotInvited,

    /// <summary>Nothing stands that it could be about.</summary>
    NothingStands,

    /// <summary>Its organiser is inside, where meetings are arranged by hand and not by mail.</summary>
    OrganisedInside,
}

/// <summary>What comes of a message or a deed.</summary>
public sealed record Outcome(Conversation After, Reception Reception, ImmutableArray<SentMessage> Sent, WaitReason Why = WaitReason.None)
{
    internal static Outcome Waiting(Conversation stands, WaitReason why) => new(stands, Reception.Waits, [], why);

    internal static Outcome Ignoring(Conversation stands) => new(stands, Reception.Ignored, []);

    internal static Outcome Applying(Conversation after, params ImmutableArray<SentMessage> sent) => new(after, Reception.Applied, sent);
}
