using System.Security.Cryptography;
using System.Text;
using Corlin.Application.Lanes;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Watching;

/// <summary>Something that needs a look on a calendar that the viewer keeps.</summary>
/// <param name="Lane">On whose it is.</param>
/// <param name="What">What it is about, among those of its kind on that lane: an entry, a person.</param>
/// <param name="Facts">What it rests on.</param>
/// <param name="By">Until when it should be looked at.</param>
internal sealed record Concern(ConcernKind Kind, Lane Lane, string What, string Facts, Instant By)
{
    /// <summary>What the row is called.</summary>
    public required string Title { get; init; }

    /// <summary>"today 15:00".</summary>
    public required string Text { get; init; }

    public required string Judgement { get; init; }

    public required string Reason { get; init; }

    public string Tone { get; init; } = "doubt";

    public LaneEntry? Entry { get; init; }

    /// <summary>Of two that want the same time, or lie too far apart, the other one.</summary>
    public LaneEntry? Other { get; init; }

    /// <summary>The stretch that is marked on the lane.</summary>
    public Stretch? Marked { get; init; }

    public IReadOnlyList<WayOutView> Ways { get; init; } = [new(WayOutKind.Entry, "Open the entry")];

    /// <summary>Whether it cannot be as it stands; others can wait.</summary>
    public bool IsWrong => Tone == "wrong";

    public string Key => $"{Kind}-{Lane.Who.PublicId}-{What}";

    public string Print => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(Facts)))[..32];

    public QueueRow Row(Viewing viewing)
    {
        var told = Entry?.Told;
        return new QueueRow(
            $"mend-{Key}",
            "Fix",
            viewing.View(Lane.Who),
            Title,
            Text,
            Judgement,
            Tone,
            Reason,
            told?.PublicId,
            LaneViews.Id(told?.RecurrenceId),
            Marked is { } from ? LaneViews.Ms(from.Start) : null,
            Marked is { } to ? LaneViews.Ms(to.End) : null,
            LaneViews.Ms(By)
        )
        {
            Watch = new WatchView(
                Kind,
                Key,
                Print,
                Ways,
                Other?.Told.PublicId is { } other ? new OtherEntryView(other, LaneViews.Id(Other.Told.RecurrenceId)) : null
            ),
        };
    }
}
