using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>Until when invitations are to be answered, and which of those asked were reminded.</summary>
internal sealed class Urgencies
{
    private readonly Viewing viewing;
    private readonly ILookup<EntryId, AnswerDeadline> deadlines;
    private readonly IReadOnlyDictionary<(string Entry, string To), Instant> letters;

    private Urgencies(Viewing viewing, IReadOnlyList<OpenInvitation> open)
    {
        this.viewing = viewing;
        deadlines = viewing.Store.Deadlines([.. open.Select(i => i.Entry.Occurrence.Entry.Id).Distinct()]).ToLookup(d => d.Entry);
        letters = viewing.Store.LastLetters(
            [.. open.Select(i => i.Entry.Told.PublicId!).Distinct()],
            [.. open.Select(i => i.Lane.Who.Address).Distinct()]
        );
    }

    public static Urgencies Read(Viewing viewing, IReadOnlyList<OpenInvitation> open) => new(viewing, open);

    /// <summary>When an answer is needed at the latest: the deadline that was set for it, else when it begins.</summary>
    public Instant Decision(OpenInvitation invitation) =>
        Deadline(invitation) is { } deadline && deadline.At > viewing.Now ? deadline.At : invitation.Entry.Told.Stretch.Start;

    /// <summary>"A reply is wanted by Thursday 12:00; after that it goes ahead without those who have not accepted."</summary>
    public string? AnswerBy(OpenInvitation invitation) =>
        Deadline(invitation) is { } deadline
            ? English.ReplyWanted(viewing.Zone.ToLocal(deadline.At), viewing.Today, deadline.Then, deadline.At <= viewing.Now)
            : null;

    /// <summary>"Reminded today 09:42."</summary>
    public string? Reminded(OpenInvitation invitation) => Last(invitation) is { } at ? $"Reminded {Moment(at)}." : null;

    /// <summary>Both in a few words, to follow others: "; reply wanted by Thursday 12:00; reminded today 09:42".</summary>
    public string InShort(OpenInvitation invitation)
    {
        var deadline = Deadline(invitation);
        var by = deadline is not null && deadline.At > viewing.Now ? $"; reply wanted by {Moment(deadline.At)}" : "";
        return by + (Last(invitation) is { } at ? $"; reminded {Moment(at)}" : "");
    }

    private string Moment(Instant at) => English.Moment(viewing.Zone.ToLocal(at), viewing.Today);

    private Instant? Last(OpenInvitation invitation) =>
        letters.TryGetValue((invitation.Entry.Told.PublicId!, invitation.Lane.Who.Address.ToLowerInvariant()), out var at) ? at : null;

    /// <summary>Of an occurrence asked by itself its own, else that of the whole.</summary>
    private AnswerDeadline? Deadline(OpenInvitation invitation)
    {
        var all = deadlines[invitation.Entry.Occurrence.Entry.Id].ToList();
        return all.Find(d => d.RecurrenceId == invitation.Part.RecurrenceId) ?? all.Find(d => d.RecurrenceId is null);
    }
}
