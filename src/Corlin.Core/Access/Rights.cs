using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Access;

/// <summary>How much of an entry one sees, from least to most.</summary>
public enum Sight
{
    Nothing,

    /// <summary>That time is taken, and how firmly.</summary>
    Outline,

    /// <summary>Also title and place.</summary>
    Headline,

    /// <summary>Also attendees, agenda, papers and notes.</summary>
    Whole,
}

/// <summary>What one may do in a calendar, from least to most.</summary>
public enum Acting
{
    Look,

    /// <summary>Add appointments, and change or remove those one added.</summary>
    Add,

    /// <summary>Change any appointment, and how an entry takes time, its category and reminder.</summary>
    Change,

    /// <summary>Also organise, change, cancel and answer in the owner's name.</summary>
    SpeakFor,
}

/// <summary>What one person may see and do in another's calendar.</summary>
/// <param name="Receiver">Who holds it, or null for a default.</param>
/// <param name="Inside">Of a default: whether it is for everyone inside or everyone else.</param>
/// <param name="Private">Whether private entries are included.</param>
/// <param name="From">When it begins, or null for at once.</param>
/// <param name="Until">When it has ended, or null for no end.</param>
/// <param name="PassOn">Whether the receiver may grant it further.</param>
public sealed record Grant(
    long Id, CalendarId Calendar, UserId? Receiver, bool Inside, Sight Sight, Acting Acting, bool Private, Instant? From, Instant? Until, bool PassOn)
{
    /// <summary>Add goes with any sight, change needs Headline, speak for needs Whole.</summary>
    public static bool IsLegal(Sight sight, Acting acting) => acting switch
    {
        Acting.Change => sight >= Sight.Headline,
        Acting.SpeakFor => sight == Sight.Whole,
        _ => true,
    };

    public bool HoldsAt(Instant now) => (From is null || From <= now) && (Until is null || now < Until);
}

/// <summary>What somebody may see and do in a calendar at a moment, all grants taken together.</summary>
/// <param name="Grant">The grant that gives the acting, for the history; null for the owner and for defaults.</param>
public sealed record Rights(Sight Sight, Acting Acting, bool Private, long? Grant)
{
    public static readonly Rights Own = new(Sight.Whole, Acting.SpeakFor, true, null);

    public static readonly Rights None = new(Sight.Nothing, Acting.Look, false, null);

    public bool MaySpeakFor => Acting == Acting.SpeakFor;

    /// <summary>Whether what is noted on the lane alone, categories and reminders, is told.</summary>
    public bool SeesMarks => Sight == Sight.Whole || Acting >= Acting.Change;

    /// <summary>
    /// A personal grant replaces the default, also downwards; of several valid now the highest of each scale counts;
    /// private entries come only from a grant that includes them, and only as far as that grant sees.
    /// </summary>
    public static Rights Combine(IEnumerable<Grant> grants, bool inside, Instant now)
    {
        var valid = grants.Where(g => g.HoldsAt(now)).ToList();
        var personal = valid.Where(g => g.Receiver is not null).ToList();
        var counting = personal.Count > 0 ? personal : valid.Where(g => g.Receiver is null && g.Inside == inside).ToList();
        if (counting.Count == 0) return None;
        var acting = counting.MaxBy(g => g.Acting)!;
        // An external person only ever looks.
        return new Rights(
            counting.Max(g => g.Sight),
            inside ? acting.Acting : Acting.Look,
            counting.Any(g => g.Private),
            acting.Receiver is null ? null : acting.Id);
    }
}
