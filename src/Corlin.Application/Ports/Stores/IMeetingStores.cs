using Corlin.Core.Calendars;
using Corlin.Core.Meetings;

namespace Corlin.Application.Ports;

/// <summary>Offers to somebody else to organise a meeting.</summary>
public interface ITurnOverStore
{
    /// <summary>Somebody is asked to organise a meeting from now on; whom else that was asked before is not any more.</summary>
    void Offer(TurnOverOffer offer);

    /// <summary>An offer holds no longer: it was taken, refused or taken back.</summary>
    void End(TurnOverOffer offer);
}

/// <summary>What people are told of meetings to which they are asked.</summary>
public interface IMeetingNewsStore
{
    /// <summary>The same of something that was told of a meeting.</summary>
    bool PutAway(UserId who, long news);
}

/// <summary>Notes of meetings and their tasks.</summary>
public interface INotesStore
{
    /// <summary>Keeps notes, new or changed, with their tasks.</summary>
    /// <param name="told">The history tells it, and an undo takes it back; while they are only written nobody is told.</param>
    void Save(MeetingNotes notes, bool told);
}

/// <summary>Who is in a conference, and who is called into one.</summary>
public interface IConferenceStore
{
    /// <summary>Keeps that somebody is in a conference, was, or knocks. No history tells it.</summary>
    void SavePresence(Presence presence, Entry entry);

    /// <summary>Keeps a call, new or changed; an undo of the change that made it withdraws it.</summary>
    void SaveCall(Call call);
}
