using System.Collections.Immutable;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>What those whose calendars are kept want answered to invitations of one kind.</summary>
/// <param name="Of">For whom the viewer can say some.</param>
/// <param name="Viewer">The public id of who reads it: only their own can be put into effect by themselves.</param>
/// <param name="Most">So many may stand for one person.</param>
public sealed record InstructionsView(IReadOnlyList<PersonView> Of, IReadOnlyList<InstructionView> Lines, string Viewer, int Most);

/// <param name="Words">"Decline what anybody outside asks when it clashes with “board”".</param>
/// <param name="Line">What is written with the answer, or null.</param>
/// <param name="Said">"said by Noor Haddad".</param>
/// <param name="Used">"followed three times, last on Monday"; null where it never was.</param>
/// <param name="Open">The titles of the open invitations that it is about.</param>
public sealed record InstructionView(
    string Key,
    PersonView For,
    string Words,
    WhoAsks Asks,
    IReadOnlyList<PersonView> People,
    AskedTime Time,
    string? ClashTitle,
    string? Title,
    int? AtLeastMinutes,
    Answer Answer,
    string? Line,
    bool ByItself,
    string Said,
    string? Used,
    IReadOnlyList<string> Open
);

public sealed record ReadInstructions(UserId Viewer, Instant Now)
{
    public InstructionsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        IReadOnlyList<CalendarUser> of = [.. viewing.Principals, viewing.Person];
        UserId[] ids = [.. of.Select(p => p.Id)];
        var standing = store.Instructions(ids);
        var people = viewing.Users(standing.SelectMany(i => i.About.People.Add(i.By)));
        var uses = store.InstructionUses(ids);
        var open = standing.Count == 0 ? [] : Judged(viewing, standing);
        return new InstructionsView(
            [.. of.Select(viewing.View)],
            [
                .. of.SelectMany(who => standing.Where(i => i.Of == who.Id).Select(i => (who, i)))
                    .Select(line =>
                    {
                        var (who, said) = line;
                        var use = uses.GetValueOrDefault(said.Key);
                        return new InstructionView(
                            said.Key,
                            viewing.View(who),
                            InstructionWords.Say(viewing, said),
                            said.About.Asks,
                            [.. said.About.People.Select(p => viewing.View(people[p]))],
                            said.About.Time,
                            said.About.ClashTitle,
                            said.About.Title,
                            said.About.AtLeastMinutes,
                            said.Answer,
                            said.Words,
                            said.ByItself,
                            $"said by {(said.By == Viewer ? "you" : people[said.By].Name)}",
                            use is null ? null : English.InstructionUsed(use.Count, LaneWords.At(viewing, use.Last)),
                            [.. open.Where(o => o.About.Contains(said)).Select(o => o.Title)]
                        );
                    }),
            ],
            viewing.Person.PublicId,
            StandingInstruction.Most
        );
    }

    private static List<(string Title, IReadOnlyList<StandingInstruction> About)> Judged(
        Viewing viewing,
        IReadOnlyList<StandingInstruction> standing
    )
    {
        var open = OpenInvitations.Read(viewing, [.. KeptLanes.Read(viewing).Where(l => l.Rights.MaySpeakFor)]);
        var instructions = new Instructions(viewing, standing, open);
        return
        [
            .. open.OrderBy(i => i.Entry.Told.Stretch.Start)
                .Select(i => (i.Entry.Told.Title!, instructions.About(i, DeskQueue.Judge(viewing, i.Lane, i.Entry)))),
        ];
    }

    /// <summary>Which open invitations an instruction would be about that is not said yet.</summary>
    internal static IReadOnlyList<string> Open(Viewing viewing, StandingInstruction said) =>
        [.. Judged(viewing, [said]).Where(o => o.About.Count > 0).Select(o => o.Title)];
}

/// <summary>What an instruction would be about, before it is said.</summary>
/// <param name="Words">As a sentence; null while it does not say to what it applies.</param>
/// <param name="Open">The titles of the open invitations that it would be about.</param>
public sealed record InstructionTriedView(string? Words, IReadOnlyList<string> Open);

/// <param name="Who">The public id of who it would be of, for whom the viewer speaks.</param>
public sealed record TryInstruction(UserId Viewer, string Who, InstructionCase About, Answer Answer, Instant Now)
{
    public InstructionTriedView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var of = viewing.MustSpeakFor(Who);
        var said = new StandingInstruction("", of.Id, About, Answer, null, false, Viewer, Now, Now);
        return said.IsSound
            ? new InstructionTriedView(InstructionWords.Say(viewing, said), ReadInstructions.Open(viewing, said))
            : new InstructionTriedView(null, []);
    }
}
