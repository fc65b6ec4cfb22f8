using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Reads;

/// <summary>What a chosen time is for each of those asked, and what is wrong with it.</summary>
/// <param name="Wrong">Sentences, the heaviest first; empty where nothing is.</param>
public sealed record ChosenView(long Start, long End, string When, IReadOnlyList<ChosenPersonView> People, IReadOnlyList<WarningView> Wrong);

public sealed record ChosenPersonView(string Person, string Local, string State, string Tone);

/// <param name="Words">What is wrong.</param>
/// <param name="Mend">What can be done, in words.</param>
public sealed record WarningView(string Words, string Mend, string Tone);

public sealed record ReadChosen(
    UserId Viewer, string InNameOf, IReadOnlyList<string> Required, IReadOnlyList<string> Optional, Stretch Stretch, string? Place, bool HasLink, Instant Now)
{
    public ChosenView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var organiser = store.User(InNameOf) ?? throw new RefusedException(RefusalKind.PersonUnknown, "inNameOf", InNameOf);
        if (!viewing.Viewer.MaySpeakFor(organiser.Id)) throw new RefusedException(RefusalKind.MayNotSpeakFor, "inNameOf");
        var asked = Asked.Find(viewing, organiser, Required, Optional);
        var states = AtTime.For(viewing, [.. asked.Select(a => a.Who)], Stretch);
        var local = viewing.Zone.ToLocal(Stretch.Start);
        return new ChosenView(
            LaneViews.Ms(Stretch.Start), LaneViews.Ms(Stretch.End), $"{local.DayOfWeek} {local.Day}, {English.Time(local.TimeOfDay)}",
            [.. states.Select(s => new ChosenPersonView(s.Who.PublicId, s.Local, s.Words, s.Tone))],
            Wrong(asked, states));
    }

    private List<WarningView> Wrong(IReadOnlyList<(CalendarUser Who, bool Required)> asked, IReadOnlyList<PersonAtTime> states)
    {
        var wrong = new List<WarningView>();
        void Say(string words, string mend, string tone) => wrong.Add(new WarningView(words, mend, tone));

        string Names(AtTimeKind kind) => English.And([.. states.Zip(asked).Where(p => p.Second.Required && p.First.Kind == kind).Select(p => p.First.Who.GivenName)]);
        if (Stretch.Start < Now) Say("That time has passed.", "Choose a later one.", "wrong");
        if (Names(AtTimeKind.Away) is { Length: > 0 } away) Say($"{away} away then.", "Choose another slot, or ask as if free.", "wrong");
        if (Names(AtTimeKind.Taken) is { Length: > 0 } taken) Say($"{taken} taken then.", "Choose another slot, or ask as if free.", "wrong");
        if (Names(AtTimeKind.OutOfHours) is { Length: > 0 } late) Say($"Out of hours for {late}.", "Choose another slot, or say why in the agenda.", "doubt");
        if (Names(AtTimeKind.Pencilled) is { Length: > 0 } pencilled) Say($"Over something pencilled for {pencilled}.", "Both stand until one is answered.", "doubt");
        if (string.IsNullOrWhiteSpace(Place) && !HasLink) Say("It has neither a place nor a link.", "Say where, or by video.", "doubt");
        var outside = asked.Where(a => !a.Who.Inside).Select(a => a.Who.GivenName).ToList();
        if (outside.Count > 0 && !HasLink) Say($"{English.And(outside)} {(outside.Count == 1 ? "gets" : "get")} no conference link.", "Choose by video and one is made.", "doubt");
        if (outside.Count > 0 && HasLink) Say($"{English.And(outside)} {(outside.Count == 1 ? "gets" : "get")} the conference link by mail.", "It is made when you send.", "plain");
        return wrong;
    }
}
