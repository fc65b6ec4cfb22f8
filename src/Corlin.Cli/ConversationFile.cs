using System.Text.Json;
using System.Text.Json.Serialization;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Cli;

/// <summary>A conversation as a file tells it: what stands, then messages and deeds in the order in which they happen.</summary>
internal sealed record ConversationFile(string Id, Myself Me, IReadOnlyList<string>? Mine, IReadOnlyList<StepInFile> Steps)
{
    public static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>What stands before the first step.</summary>
    public Conversation Stands()
    {
        var zone = Zones.Get(Me.Zone);
        return Conversation
            .Of(Address(Me.Address), zone)
            .Holding((Mine ?? []).SelectMany(text => ScheduledPartReader.Read(text, zone).Parts));
    }

    public static string Address(string address) => address.Trim().ToLowerInvariant().Replace("mailto:", "", StringComparison.Ordinal);

    public static Instant Moment(string text) => InstantPattern.ExtendedIso.Parse(text).GetValueOrThrow();

    public static string Text(Instant moment) => InstantPattern.ExtendedIso.Format(moment);
}

internal sealed record Myself(string Address, string Zone);

/// <summary>A message that arrives, or something that one does.</summary>
internal sealed record StepInFile(string At, string? From, bool Vouched, string? Ics, DeedInFile? Do)
{
    /// <exception cref="FormatException">It is neither.</exception>
    public Outcome Take(Conversation stands) =>
        Ics is not null ? stands.Receive(ScheduledPartReader.Read(Ics, ConversationFile.Address(From ?? ""), Vouched, stands.Zone))
        : Do is not null ? Do.Take(stands, ConversationFile.Moment(At))
        : throw new FormatException("A step is neither a message nor something to do.");
}

internal sealed record DeedInFile(
    string? Uid,
    string? RecurrenceId,
    string? Answer,
    IReadOnlyList<string>? Propose,
    string? Delegate,
    string? AcceptProposal,
    string? RefuseProposal,
    string? Cancel,
    IReadOnlyList<string>? Move,
    IReadOnlyList<string>? Invite,
    IReadOnlyList<string>? Remove
)
{
    /// <exception cref="FormatException">It says nothing that is known.</exception>
    public Outcome Take(Conversation stands, Instant now)
    {
        var uid = Uid ?? Cancel ?? "";
        Instant? id = RecurrenceId is null ? null : ConversationFile.Moment(RecurrenceId);
        return this switch
        {
            { Answer: { } answer } => stands.Give(
                uid,
                id,
                Enum.TryParse<Answer>(answer, ignoreCase: true, out var given)
                    ? given
                    : throw new FormatException($"{answer} is no answer."),
                Propose is null ? null : Stretch(Propose)
            ),
            { Delegate: { } to } => stands.DelegateTo(uid, id, ConversationFile.Address(to)),
            { AcceptProposal: { } of } => stands.AcceptProposal(uid, id, ConversationFile.Address(of), now),
            { RefuseProposal: { } of } => stands.RefuseProposal(uid, id, ConversationFile.Address(of)),
            { Cancel: not null } => stands.Cancel(uid, id, now),
            { Move: { } to } => stands.Move(uid, id, Stretch(to), now),
            { Invite: { } people } => stands.Invite(uid, [.. people.Select(ConversationFile.Address)]),
            { Remove: { } people } => stands.Remove(uid, [.. people.Select(ConversationFile.Address)]),
            _ => throw new FormatException("It says nothing to do that is known."),
        };
    }

    private static Stretch Stretch(IReadOnlyList<string> ends) => new(ConversationFile.Moment(ends[0]), ConversationFile.Moment(ends[1]));
}
