using System.Text.Json;
using Corlin.Application.Ports;
using Corlin.Core.Meetings;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

/// <summary>Messages as the outbox keeps them.</summary>
internal static class OutboxMapping
{
    /// <summary>From so many on, those asked stand once for all messages that name them.</summary>
    public const int MostInBody = 20;

    /// <param name="asked">Those asked, where the row keeps them apart.</param>
    public static OutboxMessage ToMessage(OutboxRow row, string? asked)
    {
        var message = JsonSerializer.Deserialize<OutboxMessage>(row.Body, Texts.Json)!;
        return asked is null
            ? message
            : message with
            {
                Mail = message.Mail! with { Attendees = JsonSerializer.Deserialize<AddressedAttendee[]>(asked, Texts.Json)! },
            };
    }

    /// <summary>To whom it goes by mail; null for a notice.</summary>
    public static Mailbox? To(OutboxMessage message) => message.Mail?.To ?? message.Letter?.To;

    public static string ToBody(OutboxMessage message, bool asked) =>
        JsonSerializer.Serialize(asked ? message : message with { Mail = message.Mail! with { Attendees = [] } }, Texts.Json);
}
