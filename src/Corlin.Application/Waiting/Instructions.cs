using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Core.Calendars;
using Corlin.Core.Watch;

namespace Corlin.Application.Waiting;

/// <summary>What a standing instruction says about an invitation.</summary>
/// <param name="Words">"Decline what anybody outside asks when it clashes with “board”".</param>
/// <param name="Line">What is written with it, or null.</param>
/// <param name="Differs">Whether another instruction says something else about the same invitation.</param>
public sealed record InstructedView(string Key, string Words, Answer Answer, string? Line, bool Differs);

/// <summary>The standing instructions of those whose calendars are kept, held against what they are asked to.</summary>
internal sealed class Instructions
{
    private readonly Viewing viewing;
    private readonly ILookup<UserId, StandingInstruction> standing;
    private readonly ILookup<UserId, UserId> groups;

    public Instructions(Viewing viewing, IReadOnlyList<StandingInstruction> standing, IReadOnlyList<OpenInvitation> open)
    {
        this.viewing = viewing;
        this.standing = standing.ToLookup(i => i.Of);
        viewing.Users(standing.SelectMany(i => i.About.People));
        groups = standing.Any(i => i.About.Asks == WhoAsks.These)
            ? viewing.Store.GroupsOf([.. open.Select(i => i.Entry.Told.Whole!.Organiser).Distinct()])
            : Array.Empty<UserId>().ToLookup(_ => default(UserId));
    }

    /// <summary>Those that are about an invitation, in their order.</summary>
    public IReadOnlyList<StandingInstruction> About(OpenInvitation invitation, Verdict<LaneEntry> verdict)
    {
        var own = standing[invitation.Lane.Who.Id].ToList();
        return own.Count == 0 ? [] : Instructing.About(own, As(invitation, verdict));
    }

    public IReadOnlyList<InstructedView> Views(OpenInvitation invitation, Verdict<LaneEntry> verdict)
    {
        var about = About(invitation, verdict);
        return
        [
            .. about.Select(i => new InstructedView(
                i.Key,
                InstructionWords.Say(viewing, i),
                i.Answer,
                i.Words,
                about.Any(o => o.Answer != i.Answer)
            )),
        ];
    }

    private AskedAs As(OpenInvitation invitation, Verdict<LaneEntry> verdict)
    {
        var (lane, entry, _) = invitation;
        var (told, whole) = (entry.Told, entry.Told.Whole!);
        var inTheWay = lane
            .Entries.Where(e =>
                e.Occurrence.Entry.Id != entry.Occurrence.Entry.Id
                && !e.Told.AllDay
                && e.Told.Takes >= TimeTaken.Pencilled
                && e.Told.Stretch.Overlaps(told.Stretch)
            )
            .ToList();
        return new AskedAs(
            whole.Organiser,
            viewing.Users([whole.Organiser])[whole.Organiser].Inside,
            groups[whole.Organiser].ToHashSet(),
            told.Title!,
            told.Stretch.Length,
            verdict.Kind,
            inTheWay.Count > 0,
            [.. inTheWay.Where(e => !IsPrivate(e, lane.Who.Id)).Select(e => e.Occurrence.Title)]
        );
    }

    private static bool IsPrivate(LaneEntry entry, UserId who) =>
        entry.Occurrence.Private || entry.Occurrence.Entry.Participations.Any(p => p.Who == who && p.OwnPrivate);
}
