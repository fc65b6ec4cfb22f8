using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Mail;

/// <summary>Which mail is looked at.</summary>
public enum MailPile
{
    All,
    Sent,
    Received,

    /// <summary>What could not be delivered, and what came in and was filed nowhere.</summary>
    Open,
}

/// <summary>The mail of those for whom the viewer speaks, and their own.</summary>
/// <param name="Of">Whose mail can be chosen.</param>
/// <param name="Open">How much waits for somebody to see to it.</param>
/// <param name="Before">With it the next are read; null where there are no more.</param>
public sealed record MailsView(IReadOnlyList<PersonView> Of, int Open, IReadOnlyList<MailLineView> Mails, long? Before);

/// <summary>A message with its text.</summary>
/// <param name="Text">Null where it has not gone out yet.</param>
/// <param name="Entry">The public id of what it is about.</param>
/// <param name="HasSource">Whether the whole of it can be taken.</param>
/// <param name="MayTakeIn">Whether what it asks can be taken in by hand.</param>
public sealed record MailView(
    MailLineView Line,
    string From,
    string To,
    string? Text,
    string? Entry,
    bool HasSource,
    bool MaySendAgain,
    bool MayLetBe,
    bool MayTakeIn
);

/// <param name="Of">The public id of whose mail; null for everybody's that the viewer may see.</param>
public sealed record ReadMails(UserId Viewer, string? Of, MailPile Pile, string Text, long? Before, Instant Now)
{
    public const int Most = 50;

    public MailsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var known = viewing.MailOf();
        var people = viewing.Users(known.Keys);
        IReadOnlyDictionary<UserId, bool> chosen = Of is null ? known : known.Where(k => people[k.Key].PublicId == Of).ToDictionary();
        if (chosen.Count == 0)
            throw new RefusedException(RefusalKind.NotFound);
        var administers = store.IsAdministrator(Viewer);
        var found = store.Mails(
            new MailAsked(chosen, administers && Of is null, Text, States(Pile), Before, OnlyOpen: Pile == MailPile.Open),
            Most + 1
        );
        var open = store.Mails(new MailAsked(known, administers, "", States(MailPile.Open), null, OnlyOpen: true), Most);
        IEnumerable<CalendarUser> choices = [viewing.Person, .. viewing.Principals];
        return new MailsView(
            [.. choices.Select(viewing.View)],
            open.Count,
            [.. found.Take(Most).Select(m => MailViews.Line(viewing, m))],
            found.Count > Most ? found[Most - 1].Id : null
        );
    }

    private static MailState[] States(MailPile pile) =>
        pile switch
        {
            MailPile.Sent => [MailState.Waiting, MailState.Trying, MailState.Failed, MailState.Sent],
            MailPile.Received => [MailState.Filed, MailState.Unfiled],
            MailPile.Open => [MailState.Trying, MailState.Failed, MailState.Unfiled],
            _ => Enum.GetValues<MailState>(),
        };
}

public sealed record ReadMail(UserId Viewer, long Id, Instant Now)
{
    public MailView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var mail = viewing.MustFindMail(Id);
        return new MailView(
            MailViews.Line(viewing, mail),
            Written(mail.From),
            Written(mail.To),
            mail.Text,
            mail.Entry,
            mail.State is MailState.Sent || mail.Incoming,
            mail.State is MailState.Failed or MailState.Trying,
            mail.State is MailState.Failed or MailState.Unfiled,
            MailTaking.MayTakeIn(mail) && viewing.Viewer.MaySpeakFor(mail.Of!.Value)
        );
    }

    private static string Written(Mailbox box) => box.Name.Length == 0 ? box.Address : $"{box.Name} <{box.Address}>";
}

/// <summary>The whole of a message as it went out or came in.</summary>
public sealed record ReadMailSource(UserId Viewer, long Id, Instant Now)
{
    public byte[] Run(ICalendarReads store) =>
        store.MailSource(new Viewing(store, Viewer, Now).MustFindMail(Id).Id) ?? throw new RefusedException(RefusalKind.NotFound);
}
