using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;

namespace Corlin.Application.Ports;

/// <summary>What people asked of somebody’s time.</summary>
public interface IRequestStore
{
    /// <summary>Keeps what somebody asked for, new or changed, with its history.</summary>
    void Save(MeetingRequest request);
}

/// <summary>Times that are offered to people outside.</summary>
public interface IOfferStore
{
    /// <summary>Keeps an offer, new or changed, with its history.</summary>
    void Save(Offer offer);

    /// <summary>One of its readers answers with this key from then on, and with none before.</summary>
    void Key(Offer offer, int reader, string keyHash);
}

/// <summary>What is being written and not sent.</summary>
public interface IDraftStore
{
    /// <summary>Keeps what somebody is writing.</summary>
    void Save(KeptDraft draft);

    /// <summary>It is written no longer; its papers go with it.</summary>
    void Drop(KeptDraft draft);

    /// <summary>Lays a paper with a draft.</summary>
    void Lay(KeptDraft draft, Paper paper);

    /// <summary>Takes a paper away from a draft, for good.</summary>
    void TakeAway(KeptDraft draft, Paper paper);
}

/// <summary>Templates of meetings, and what stands in a form at first.</summary>
public interface IMeetingKindStore
{
    /// <summary>Keeps a kind of meeting, new or changed, under its public id. No history tells it.</summary>
    void Save(MeetingKind kind);

    void Drop(MeetingKind kind);

    /// <summary>Keeps somebody's standing conference; null for none. No history tells it.</summary>
    void SaveStanding(UserId owner, Standing? standing);
}
