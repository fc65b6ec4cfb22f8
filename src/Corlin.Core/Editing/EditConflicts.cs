using System.Collections.Immutable;
using Corlin.Core.Calendars;

namespace Corlin.Core.Editing;

/// <summary>The parts of an entry that are edited one by one.</summary>
public enum EntryPart
{
    Time,
    Title,
    Place,
    Agenda,
    Private,
    Repeat,
    Link,
    DialIn,
    Line,
    AnswersWanted,
    Takes,
}

/// <summary>
/// Edits that were begun on an older state. Parts that nobody else changed merge; the others are said, and nothing is overwritten.
/// </summary>
public static class EditConflicts
{
    /// <summary>The parts that are to change and that are no longer as the editor saw them, nor already as they should become.</summary>
    /// <param name="now">The occurrence as it stands.</param>
    /// <param name="was">The parts as the editor saw them.</param>
    public static ImmutableArray<EntryPart> Find(Occurrence now, EntryEdit was, EntryEdit becomes)
    {
        var found = ImmutableArray.CreateBuilder<EntryPart>();
        var entry = now.Entry;
        if (becomes.Time is { } time && was.Time is { } seen && !now.Time.SaysTheSame(seen) && !now.Time.SaysTheSame(time))
            found.Add(EntryPart.Time);
        Text(EntryPart.Title, now.Title, was.Title, becomes.Title);
        Text(EntryPart.Place, now.Place, was.Place, becomes.Place);
        Text(EntryPart.Agenda, entry.Agenda, was.Agenda, becomes.Agenda);
        Text(EntryPart.Link, entry.Link, was.Link, becomes.Link);
        Text(EntryPart.DialIn, entry.DialIn, was.DialIn, becomes.DialIn);
        Text(EntryPart.Line, entry.Line, was.Line, becomes.Line);
        if (
            becomes.AnswersWanted is { } want
            && was.AnswersWanted is { } wanted
            && entry.AnswersWanted != wanted
            && entry.AnswersWanted != want
        )
            found.Add(EntryPart.AnswersWanted);
        if (becomes.Takes is { } takes && was.Takes is { } took && entry.Takes != took && entry.Takes != takes)
            found.Add(EntryPart.Takes);
        if (becomes.Private is { } hide && was.Private is { } hid && entry.Private != hid && entry.Private != hide)
            found.Add(EntryPart.Private);
        if (becomes.Repeat is { } next && was.Repeat is { } before)
            Text(EntryPart.Repeat, entry.Rule?.ToString(), before.Rule?.ToString() ?? "", next.Rule?.ToString() ?? "");
        return found.ToImmutable();

        void Text(EntryPart part, string? stands, string? seenText, string? becomesText)
        {
            if (becomesText is not null && seenText is not null && (stands ?? "") != seenText && (stands ?? "") != becomesText)
                found.Add(part);
        }
    }
}
