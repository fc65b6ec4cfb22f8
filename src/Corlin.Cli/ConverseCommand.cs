using System.Text.Json;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using NodaTime;

namespace Corlin.Cli;

/// <summary>What stands after each conversation of a file, what waits, what was ignored and what went out; one a line, as JSON.</summary>
internal static class ConverseCommand
{
    public static void Run(string file, TextWriter output)
    {
        foreach (var line in File.ReadLines(file).Where(l => !string.IsNullOrWhiteSpace(l)))
        {
            var conversation = JsonSerializer.Deserialize<ConversationFile>(line, ConversationFile.Json)
                ?? throw new FormatException($"{file} holds a line without a conversation.");
            output.WriteLine(JsonSerializer.Serialize(Result(conversation), ConversationFile.Json));
        }
    }

    private static object Result(ConversationFile conversation)
    {
        var stands = conversation.Stands();
        var (waiting, ignored, sent) = (new List<int>(), new List<int>(), new List<object>());
        for (var step = 0; step < conversation.Steps.Count; step++)
        {
            var outcome = conversation.Steps[step].Take(stands);
            stands = outcome.After;
            if (outcome.Reception == Reception.Waits)
                waiting.Add(step);
            else if (outcome.Reception == Reception.Ignored)
                ignored.Add(step);
            sent.AddRange(outcome.Sent.Select(m => Sent(step, m)));
        }

        return new
        {
            conversation.Id,
            Events = stands.Events.Values.SelectMany(s => Events(stands.Me, s)),
            Waiting = waiting,
            Ignored = ignored,
            Sent = sent,
        };
    }

    private static IEnumerable<object> Events(string me, Standing standing)
    {
        if (standing.Whole is { } whole)
            yield return Event(me, standing.Uid, null, whole);
        foreach (var id in standing.Occurrences.Keys)
        {
            if (standing.At(id) is { } occurrence)
                yield return Event(me, standing.Uid, id, occurrence);
        }
    }

    private static object Event(string me, string uid, Instant? recurrenceId, Planned planned) =>
        new
        {
            Uid = uid,
            RecurrenceId = recurrenceId is { } id ? ConversationFile.Text(id) : null,
            Start = ConversationFile.Text(planned.Time.Stretch.Start),
            End = ConversationFile.Text(planned.Time.Stretch.End),
            planned.Summary,
            planned.Location,
            Status = Word(planned.Status),
            planned.Sequence,
            Organizer = planned.Organiser,
            Mine = planned.Seats.GetValueOrDefault(me) is { } mine ? Word(mine.Answer) : null,
            Attendees = planned.Seats.Select(s => Attendee(s.Key, s.Value)),
        };

    private static object Attendee(string address, Seat seat) =>
        new
        {
            Address = address,
            Partstat = Word(seat.Answer),
            seat.DelegatedTo,
            seat.DelegatedFrom,
            Proposes = seat.Proposes is { } time ? new[] { ConversationFile.Text(time.Start), ConversationFile.Text(time.End) } : null,
            Uninvited = seat.Uninvited ? true : (bool?)null,
        };

    private static object Sent(int step, SentMessage message) =>
        new
        {
            Step = step,
            Method = Word(message.Method).ToUpperInvariant(),
            message.To,
            message.Uid,
            RecurrenceId = message.RecurrenceId is { } id ? ConversationFile.Text(id) : null,
            message.Sequence,
        };

    private static string Word(Answer answer) => answer == Answer.None ? "needs-action" : Word<Answer>(answer);

    private static string Word<T>(T value)
        where T : struct, Enum => value.ToString().ToLowerInvariant();
}
