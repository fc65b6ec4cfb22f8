using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Arranging;

/// <summary>What is ready to be taken where a meeting is arranged in somebody's name.</summary>
/// <param name="Standing">The conference they always use, or null.</param>
/// <param name="Places">The places of the set-up, by name.</param>
/// <param name="Features">What some room has: "screen", "step-free".</param>
public sealed record PresetsView(
    IReadOnlyList<KindView> Kinds,
    IReadOnlyList<CategoryView> Categories,
    StandingView? Standing,
    IReadOnlyList<string> Places,
    IReadOnlyList<string> Features
);

/// <summary>A kind of meeting on a principal's list.</summary>
/// <param name="Parts">What is always the same about it, in JSON.</param>
public sealed record KindView(string Id, string Name, string Parts);

public sealed record StandingView(string Link, string? DialIn);

/// <summary>For whoever speaks for them.</summary>
public sealed record ReadPresets(UserId Viewer, string InNameOf, Instant Now)
{
    public PresetsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.MustSpeakFor(InNameOf);
        var rights = viewing.RightsOn([owner.Id]).TryGetValue(owner.Id, out var own) ? own : Core.Access.Rights.None;
        return new PresetsView(
            [.. store.KindsOf([owner.Id]).Select(k => new KindView(k.PublicId, k.Name, k.Json))],
            viewing.CategoriesOf(owner, rights),
            store.StandingOf(owner.Id) is { } standing ? new StandingView(standing.Link, standing.DialIn) : null,
            [.. store.Places().Keys.Order(StringComparer.CurrentCulture)],
            AnyRoom.FeaturesThereAre(store)
        );
    }
}
