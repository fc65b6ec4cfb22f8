using Corlin.Core.Time;

namespace Corlin.Core.Whereabouts;

/// <summary>An absence as it goes out in a calendar file beside entries: no entry, and known again by that.</summary>
/// <param name="Time">Whole days, or from an hour to an hour at home.</param>
/// <param name="Title">What everybody may know of it, "Away; Tomé Vidal covers".</param>
public sealed record AbsenceInFile(string Uid, EntryTime Time, string Title);
