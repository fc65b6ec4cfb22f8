using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>The taken time of some people, by address, as a device asks for it before it arranges something (RFC 6638 5).</summary>
/// <param name="Addresses">In lower case.</param>
/// <param name="Stretch">Of which it is told.</param>
public sealed record ReadTaken(UserId Viewer, IReadOnlyList<string> Addresses, Stretch Stretch, Instant Now)
{
    /// <summary>More are not asked for at once.</summary>
    public const int MostPeople = 100;

    /// <returns>By address; null of whom nothing may be known, or who is not here.</returns>
    public IReadOnlyDictionary<string, BusyTimes?> Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var found = store
            .UsersByAddress([.. Addresses.Take(MostPeople)], Viewer)
            .Where(u => u.Value.Inside && viewing.MayKnow(u.Value))
            .ToDictionary(u => u.Key, u => u.Value);
        var people = found.Values.DistinctBy(u => u.Id).ToList();
        var lanes = LaneReading.Read(viewing, people, Stretch).ToDictionary(l => l.Who.Id);
        return Addresses
            .Distinct()
            .ToDictionary(
                a => a,
                a =>
                    found.GetValueOrDefault(a) is { } who && lanes.GetValueOrDefault(who.Id) is { Known: true } lane
                        ? ReadBusy.Of(lane, Stretch)
                        : null
            );
    }
}
