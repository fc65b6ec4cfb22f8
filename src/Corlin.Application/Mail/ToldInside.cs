using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Mail;

/// <summary>Who inside is told what of a meeting that somebody outside organises.</summary>
internal static class ToldInside
{
    /// <param name="before">Null where it is new.</param>
    public static IEnumerable<Effect> Of(Entry? before, Entry after, ReceivedMessage message, Func<UserId, bool> inside)
    {
        var zone = after.Time.WallZone ?? DateTimeZone.Utc;
        // What is about the whole is told once, however many occurrences stand beside it.
        var ids = message.Parts.Any(p => p.RecurrenceId is null)
            ? [null]
            : message.Parts.Select(p => (LocalDateTime?)zone.ToLocal(p.RecurrenceId!.Value)).Distinct().ToList();
        var people = after.Participations.Concat(before?.Participations ?? []).Select(p => p.Who).Distinct().Where(inside);
        foreach (var who in people)
        foreach (var id in ids)
            if (Kind(before, after, message.Method, who, id) is { } kind)
                yield return new Effect(kind, who, who, id);
    }

    private static EffectKind? Kind(Entry? before, Entry after, SchedulingMethod? method, UserId who, LocalDateTime? id)
    {
        var was = before is null ? null : Agreement.Of(before, who, id);
        var part = Agreement.Of(after, who, id);
        if (method == SchedulingMethod.DeclineCounter)
            return was?.Proposed is not null ? EffectKind.ProposalRefused : null;
        if (part is null)
            return was is null ? null : EffectKind.Removed;
        if (Cancelled(after, id))
            return was is null || Cancelled(before!, id) ? null : EffectKind.Cancelled;
        if (was is null || Cancelled(before!, id))
            return EffectKind.Invite;
        return was.Answer != part.Answer || !SameTime(before!, after, id) ? EffectKind.Moved : EffectKind.Changed;
    }

    private static bool Cancelled(Entry entry, LocalDateTime? id) =>
        entry.Status == MeetingStatus.Cancelled || (id is not null && entry.Overrides.Any(o => o.RecurrenceId == id && o.Cancelled));

    private static bool SameTime(Entry before, Entry after, LocalDateTime? id) =>
        Occurrences.Find(before, id, DateTimeZone.Utc)?.Stretch == Occurrences.Find(after, id, DateTimeZone.Utc)?.Stretch
        && before.Rule?.ToString() == after.Rule?.ToString();
}
