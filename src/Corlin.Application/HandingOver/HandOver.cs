using System.Globalization;
using Corlin.Application.Access;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.HandingOver;

/// <summary>What of it is handed over.</summary>
/// <param name="Principal">For whom it is to be done; the actor speaks for them.</param>
/// <param name="Key">The key of what waits; null for something promised.</param>
/// <param name="Entry">The public id of the entry that it is about, or null.</param>
/// <param name="Words">Of something promised what that is.</param>
public sealed record HandedItem(UserId Principal, string? Key, string? Entry, string? Words, LocalDate? Promised, string? Note);

/// <summary>Leaves what is open for some principals to who covers. What they may do there is granted by <see cref="CoverFor"/>.</summary>
/// <param name="First">The first day away, in the actor's zone.</param>
[Change(ChangeKind.HandedOver, "handed over what is open", MayTakeBack.BySpeaker)]
public sealed record HandOver(UserId Actor, UserId Cover, LocalDate First, LocalDate Last, string? Line, IReadOnlyList<HandedItem> Items)
    : IChange<HandedOver>
{
    private const int LongestKey = 200;

    public HandedOver Apply(IChangeSession session)
    {
        if (Last < First)
            throw new RefusedException(RefusalKind.EndBeforeStart, "last");
        if (Line?.Length > GrantAccess.LongestLine)
            throw new RefusedException(RefusalKind.BadInput, "line", Line);
        if (Items.Count > Handover.MostItems)
            throw new RefusedException(RefusalKind.TooMany, "items", Handover.MostItems.ToString(CultureInfo.InvariantCulture));
        session.MustCover(Actor, Cover);
        foreach (var principal in Items.Select(i => i.Principal).Distinct())
            session.MustSpeakFor(Actor, principal);
        var items = Items.Select(i => Item(session, i)).ToList();
        var change = session.Begin(ChangeKind.HandedOver, Actor, Actor, null);
        var kept = session.HandoverStore.Save(new Handover(0, Actor, Cover, First, Last, Line, session.Now, [.. items]));
        return new HandedOver(kept.Number, change);
    }

    private static HandoverItem Item(IChangeSession session, HandedItem item)
    {
        var words = item.Words?.Trim();
        if (item.Key is null ? words is not { Length: > 0 and <= Handover.LongestNote } : item.Key.Length > LongestKey)
            throw new RefusedException(RefusalKind.BadInput, "items", words);
        if (item.Note?.Length > Handover.LongestNote)
            throw new RefusedException(RefusalKind.BadInput, "note", item.Note);
        // What became of an entry is told by the rights on the principal's lane, so it must stand there.
        var entry = item.Entry is { } id && session.Entry(id) is { } found && found.StandsWith(item.Principal) ? found.Id : (EntryId?)null;
        return new HandoverItem(0, item.Principal, item.Key, entry, item.Key is null ? words : null, item.Promised, Blank(item.Note));
    }

    internal static string? Blank(string? note) => string.IsNullOrWhiteSpace(note) ? null : note.Trim();
}

/// <param name="Change">With it the handover can be undone.</param>
public sealed record HandedOver(long Number, long Change);

/// <summary>Writes to one thing that was handed over: who is away their note, who covers what came of it.</summary>
[Change(ChangeKind.HandoverNoted, "added a note to a handover", MayTakeBack.BySpeaker)]
public sealed record NoteHandedItem(UserId Actor, long Handover, long Item, string Note) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        if (Note.Length > Core.Whereabouts.Handover.LongestNote)
            throw new RefusedException(RefusalKind.BadInput, "note", Note);
        var stands =
            session.Handover(Handover) is { } found && found.Concerns(Actor) ? found : throw new RefusedException(RefusalKind.NotFound);
        var item = stands.Items.FirstOrDefault(i => i.Number == Item) ?? throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.HandoverNoted, Actor, Actor, null);
        var note = HandOver.Blank(Note);
        session.HandoverStore.SaveItem(stands, Actor == stands.Away ? item with { Note = note } : item with { Back = note });
        return change;
    }
}

/// <summary>Says of something promised that it is kept, or not after all: by who covers, or who was away.</summary>
public sealed record KeepPromise(UserId Actor, long Handover, long Item, bool Kept) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var stands =
            session.Handover(Handover) is { } found && found.Concerns(Actor) ? found : throw new RefusedException(RefusalKind.NotFound);
        // What waits elsewhere is done there.
        var item = stands.Items.FirstOrDefault(i => i.Number == Item && i.Key is null) ?? throw new RefusedException(RefusalKind.NotFound);
        if (item.Kept == Kept)
            throw new RefusedException(RefusalKind.ChangedSince);
        var change = session.Begin(ChangeKind.HandoverNoted, Actor, Actor, null);
        session.HandoverStore.SaveItem(stands, item with { Kept = Kept });
        return change;
    }
}

/// <summary>Takes a handover back. Who handed over does.</summary>
[Change(ChangeKind.HandoverTakenBack, "took a handover back", MayTakeBack.BySpeaker)]
public sealed record TakeBackHandover(UserId Actor, long Handover) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var stands =
            session.Handover(Handover) is { } found && found.Away == Actor ? found : throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.HandoverTakenBack, Actor, Actor, null);
        session.HandoverStore.TakeBack(stands);
        return change;
    }
}
