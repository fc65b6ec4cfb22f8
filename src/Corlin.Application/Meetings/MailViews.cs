using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;

namespace Corlin.Application.Meetings;

/// <param name="Of">In whose name it went out, to whom it came; null where it came to nobody who is known.</param>
/// <param name="Other">Whoever outside it went to or came from: a name, or the address.</param>
/// <param name="When">"09:42", "3 March 16:05".</param>
/// <param name="Words">How it stands: "sent", "goes out in some seconds", "not delivered: …".</param>
public sealed record MailLineView(
    long Id,
    MailState State,
    bool Incoming,
    PersonView? Of,
    string Other,
    string OtherAddress,
    string Subject,
    string When,
    string Words
);

internal static class MailViews
{
    public static MailLineView Line(Viewing viewing, KeptMail mail)
    {
        var other = mail.Incoming ? mail.From : mail.To;
        return new MailLineView(
            mail.Id,
            mail.State,
            mail.Incoming,
            mail.Of is { } of ? viewing.View(viewing.Users([of])[of]) : null,
            other.Name.Length == 0 ? other.Address : other.Name,
            other.Address,
            mail.Subject,
            English.When(viewing.Zone.ToLocal(mail.At), viewing.Today),
            English.Mail(mail, viewing.Zone, viewing.Today)
        );
    }

    /// <summary>Whose mail the viewer may see, and of each whether private mail is included.</summary>
    public static Dictionary<UserId, bool> MailOf(this Viewing viewing)
    {
        var known = new Dictionary<UserId, bool>(viewing.Viewer.SpeaksFor);
        known[viewing.Person.Id] = true;
        return known;
    }

    /// <summary>A message that the viewer may see.</summary>
    /// <exception cref="RefusedException">There is none, or they may not know of it.</exception>
    public static KeptMail MustFindMail(this Viewing viewing, long id) =>
        viewing.Store.Mail(id) is { } mail && viewing.MaySee(mail) ? mail : throw new RefusedException(RefusalKind.NotFound);

    private static bool MaySee(this Viewing viewing, KeptMail mail)
    {
        if (mail.Of is not { } of)
            return viewing.Store.IsAdministrator(viewing.Person.Id);
        if (!viewing.MailOf().TryGetValue(of, out var includesPrivate))
            return false;
        // The strictest of what it was when it was written and what it is now.
        return includesPrivate || !(mail.Private || (mail.Entry is { } entry && viewing.Store.Entry(entry) is { Private: true }));
    }
}
