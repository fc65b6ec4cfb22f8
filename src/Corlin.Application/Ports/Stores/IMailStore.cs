using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;

namespace Corlin.Application.Ports;

/// <summary>What goes to others, and what comes from them.</summary>
public interface IMailStore
{
    /// <summary>Hands a message to the outbox; it leaves when the time of undo is over.</summary>
    /// <param name="about">Under what the mail room keeps it; null for a notice.</param>
    void Send(OutboxMessage message, MailAbout? about = null);

    /// <summary>A message that failed is tried again at once.</summary>
    void SendAgain(KeptMail mail);

    /// <summary>Somebody has seen that a message failed for good.</summary>
    void LetBe(KeptMail mail);

    /// <summary>Keeps a message that came in.</summary>
    /// <param name="filed">It is filed with what it is about.</param>
    /// <param name="asks">What its calendar part asks; null for a letter in words.</param>
    /// <param name="why">Why it waits for a person.</param>
    void File(ReceivedMail mail, MailAbout about, bool filed, SchedulingMethod? asks = null, WaitReason why = WaitReason.None);

    /// <summary>A message that waited is filed with what it is about.</summary>
    void FileLater(KeptMail mail, MailAbout about);

    /// <summary>False where a message with this key was taken in before.</summary>
    bool TakeIn(string messageKey);

    /// <summary>What was to go to an address about an entry and has not left yet does not go.</summary>
    /// <returns>False where nothing waited.</returns>
    bool WithdrawUnsent(EntryId entry, string address);
}
